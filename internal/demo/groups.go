package demo

import (
	"context"
	"fmt"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/club/drafts"
	"hodometer/internal/club/students"
)

// team is a group of invented people, where they play, and what was given to
// them: so many lessons, the last so many days ago.
type team struct {
	wants   string // the title of the draft that is taken, where there is one
	name    string
	court   string
	minutes int
	have    lesson.Resources
	aim     drill.Focus
	start   string
	given   int // lessons behind them, a week apart
	ago     int // days since the last
	matchIn int // days from now to a match; 0: none
	people  []*person
}

// teams are everybody besides the two pairs of the story.
func teams(pip, juno *person) []team {
	kid := func(name string, hand court.Hand, start, gains float64) *person {
		return &person{name: name, hand: hand, level: units.Beginner, start: start, gains: gains}
	}
	grown := func(name string, level units.Level, start, gains float64) *person {
		return &person{name: name, hand: court.RightHand, level: level, start: start, gains: gains}
	}
	return []team{
		{
			name:    "Orange eight",
			court:   "tennisOrange",
			minutes: 60,
			have:    lesson.Resources{Balls: 60, Courts: 2, Equipment: []string{"markers", "obstacles"}},
			aim:     "depth",
			start:   "16:00",
			given:   1,
			ago:     5,
			people: []*person{
				pip,
				juno,
				kid("Moss Tarrow", court.RightHand, 0.45, 0.02),
				kid("Fern Addery", court.LeftHand, 0.5, 0.02),
				kid("Kit Lowen", court.RightHand, 0.02, 0.03),
				kid(
					"Bryn Sallow",
					court.RightHand,
					0.55,
					0.01,
				),
				kid("Tam Wickery", court.RightHand, 0.24, 0.02),
				kid("Nell Harrowby", court.RightHand, 0.6, 0.02),
			},
		},
		{
			name:    "Cass before the event",
			court:   "tennis",
			minutes: 90,
			have:    lesson.Resources{Balls: 72, Equipment: []string{"markers", "machine", "bands"}},
			aim:     "serveReturn",
			start:   "18:30",
			given:   12,
			ago:     4,
			matchIn: 14,
			people:  []*person{grown("Cass Verrin", units.Performance, 0.66, 0.03)},
		},
		{
			name:    "Table three",
			court:   "tableTennis",
			minutes: 60,
			have:    lesson.Resources{Balls: 120, Equipment: []string{"machine"}},
			aim:     "footwork",
			start:   "19:00",
			given:   6,
			ago:     3,
			people: []*person{
				grown("Oda Pell", units.Club, 0.55, 0.02),
				grown("Lark Imrie", units.Club, 0.62, 0.01),
				grown("Sol Quenby", units.Club, 0.48, 0.03),
			},
		},
		{
			name:    "Isla, squash",
			court:   "squash",
			minutes: 45,
			have:    lesson.Resources{Equipment: []string{"obstacles"}},
			aim:     "depth",
			start:   "07:30",
			given:   6,
			ago:     26,
			people:  []*person{grown("Isla Morrend", units.Club, 0.5, 0.02)},
		},
		{
			name:    "Shuttle pair",
			court:   "badminton",
			minutes: 60,
			have:    lesson.Resources{Balls: 36, Equipment: []string{"markers"}},
			aim:     "footwork",
			start:   "20:00",
			given:   1,
			ago:     6,
			people: []*person{
				grown("Ravi Thorne-Lea", units.Club, 0.52, 0.02),
				grown("Yma Castell", units.Club, 0.58, 0.02),
			},
		},
		{
			name:    "Senior four",
			court:   "pickleball",
			minutes: 60,
			have:    lesson.Resources{Balls: 30, Equipment: []string{"markers"}},
			aim:     "rhythm",
			start:   "10:00",
			given:   1,
			ago:     2,
			people: []*person{
				grown("Edda Brook", units.Club, 0.5, 0.01),
				grown("Hob Lanning", units.Beginner, 0.42, 0.02),
				grown("Una Firth", units.Club, 0.6, 0.01),
				grown("Gil Massow", units.Beginner, 0.4, 0.02),
			},
		},
	}
}

// join makes the team's people who are not there yet, and its group.
func (b *builder) join(ctx context.Context, t team) error {
	var ids []string
	for _, p := range t.people {
		if p.id == "" {
			p.id = b.newID(b.now.AddDate(0, 0, -60))
			if _, err := b.club.SaveStudent(
				ctx,
				students.Student{ID: p.id, Name: p.name, Hand: p.hand, Level: p.level},
			); err != nil {
				return fmt.Errorf("demo student %s: %w", p.name, err)
			}
		}
		ids = append(ids, p.id)
	}
	if _, err := b.club.SaveGroup(
		ctx,
		students.Group{ID: b.newID(b.now.AddDate(0, 0, -60)), Name: t.name, Students: ids},
	); err != nil {
		return fmt.Errorf("demo group %s: %w", t.name, err)
	}
	return nil
}

// drafted is a draft for the team on a day, saved: the one of the title it wants, or the
// first.
func (b *builder) drafted(ctx context.Context, t team, day time.Time) (*lesson.Lesson, error) {
	w := drafts.Brief{
		Court:     t.court,
		Date:      day.Format(time.DateOnly),
		Start:     t.start,
		Minutes:   t.minutes,
		Aim:       t.aim,
		Resources: &t.have,
	}
	for _, p := range t.people {
		w.Students = append(w.Students, p.id)
	}
	if t.matchIn > 0 {
		w.MatchOn = b.now.AddDate(0, 0, t.matchIn).Format(time.DateOnly)
	}
	drafts, err := b.club.Drafts(ctx, w)
	if err != nil || len(drafts) == 0 {
		return nil, fmt.Errorf("demo draft for %s: %d found: %w", t.name, len(drafts), err)
	}
	l := drafts[0].Lesson
	for _, d := range drafts {
		if d.Lesson.Title == t.wants {
			l = d.Lesson
		}
	}
	l.ID = b.newID(day.AddDate(0, 0, -1)) // from the seed, not from the clock
	for i := range l.Blocks {
		l.Blocks[i].ID = b.newID(day.AddDate(0, 0, -1))
	}
	return b.club.SaveLesson(ctx, &l)
}

// taught drafts and gives the team's lessons, the oldest first.
func (b *builder) taught(ctx context.Context, t team) error {
	for n := t.given - 1; n >= 0; n-- {
		day := b.now.AddDate(0, 0, -t.ago-7*n)
		b.club.SetClock(func() time.Time { return day })
		l, err := b.drafted(ctx, t, day)
		if err != nil {
			return err
		}
		if err := b.give(ctx, l, t.given-1-n, "", t.people...); err != nil {
			return err
		}
	}
	return nil
}
