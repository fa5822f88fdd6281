package demo

import (
	"context"
	"fmt"
	"time"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/ladder"
	"hodometer/internal/club/ladders"
	"hodometer/internal/club/students"
)

// step is a move of the story, so many days ago.
type step struct {
	who    string
	ladder string
	kind   ladder.Kind
	rung   string
	ago    int
	reason string
}

// steps are where everybody stands, and how they came there.
var steps = []step{
	{"Wren Ashdown", "short-ball-pressure", ladder.Begin, "tossRow", 58, ""},
	{"Wren Ashdown", "short-ball-pressure", ladder.Up, "ten", 50, ""},
	{"Wren Ashdown", "warm-up-tempo", ladder.Begin, "aloud", 20, ""},
	{"Tove Marlin", "short-ball-pressure", ladder.Begin, "ten", 58, ""},
	{"Tove Marlin", "short-ball-pressure", ladder.Ease, "tossRow", 40, ""},
	{"Tove Marlin", "short-ball-pressure", ladder.Set, "ten", 30, "wants to see the corners again"},
	{"Pip Orrin", "net-game-by-age", ladder.Begin, "short", 20, ""},
	{"Juno Farrow", "net-game-by-age", ladder.Begin, "short", 20, ""},
	{"Cass Verrin", "serve-building", ladder.Begin, "wide", 30, ""},
	{"Oda Pell", "table-footwork-control", ladder.Begin, "ff", 25, ""},
	{"Lark Imrie", "table-footwork-speed", ladder.Begin, "four", 25, ""},
	{"Sol Quenby", "table-footwork-control", ladder.Begin, "ff", 25, ""},
	{"Isla Morrend", "squash-length", ladder.Begin, "length", 30, ""},
	{"Ravi Thorne-Lea", "shuttle-footwork", ladder.Begin, "shadow", 20, ""},
	{"Yma Castell", "shuttle-footwork", ladder.Begin, "shadow", 20, ""},
	{"Edda Brook", "soft-game", ladder.Begin, "soft", 20, ""},
	{"Hob Lanning", "soft-game", ladder.Begin, "soft", 20, ""},
}

// abouts are what else is known of some.
var abouts = map[string]students.About{
	"Wren Ashdown": {
		Age:    "15to17",
		Aims:   "Attack short balls in matches",
		Sports: []students.Playing{{Sport: "tennis", Level: "club"}},
	},
	"Tove Marlin": {
		Age:    "15to17",
		Sports: []students.Playing{{Sport: "tennis", Level: "club"}, {Sport: "badminton", Level: "beginner"}},
	},
	"Pip Orrin": {
		Age:    "8to9",
		Sports: []students.Playing{{Sport: "tennis", Level: "beginner", Stage: "tennisOrange"}},
	},
	"Juno Farrow": {
		Age:      "8to9",
		Sports:   []students.Playing{{Sport: "tennis", Level: "beginner", Stage: "tennisOrange"}},
		Cautions: []string{"wears glasses, soft balls at the net"},
	},
	"Cass Verrin":  {Age: "15to17", Aims: "Hold serve under pressure"},
	"Isla Morrend": {Age: "adult", Aims: "Back after four weeks away", Notes: "Prefers early mornings"},
	"Gil Massow":   {Age: "over50", Cautions: []string{"deep bends only as far as is comfortable"}},
	"Edda Brook":   {Age: "over50"},
	"Hob Lanning":  {Age: "over50"},
	"Una Firth":    {Age: "over50"},
}

// ahead puts everybody on ladders, says what is known of them and what to do at home, and
// plans weeks: six for the pair, two to the event for the match player.
func (b *builder) ahead(ctx context.Context, pair team, player team) error {
	people, err := b.club.Students(ctx)
	if err != nil {
		return err
	}
	byName := map[string]students.Student{}
	for _, s := range people {
		if about, ok := abouts[s.Name]; ok {
			s.About = about
			if s, err = b.club.SaveStudent(ctx, s); err != nil {
				return fmt.Errorf("demo student %s: %w", s.Name, err)
			}
		}
		byName[s.Name] = s
	}
	for _, s := range steps {
		at := b.now.AddDate(0, 0, -s.ago)
		b.club.SetClock(func() time.Time { return at })
		if _, err := b.club.Move(ctx, byName[s.who].ID, ladders.Step{
			Ladder: s.ladder, Kind: s.kind, Rung: s.rung, Reason: s.reason,
		}); err != nil {
			return fmt.Errorf("demo ladder of %s: %w", s.who, err)
		}
	}
	if err := b.home(ctx, byName["Wren Ashdown"].ID); err != nil {
		return err
	}
	b.club.SetClock(func() time.Time { return b.now })
	event := b.now.AddDate(0, 0, player.matchIn).Format(time.DateOnly)
	if err := b.weeks(ctx, pair, 8, 6, course.StepByStep, ""); err != nil {
		return err
	}
	return b.weeks(ctx, player, 1, 2, course.ToEvent, event)
}

// home gives somebody two practices, the first done twice since.
func (b *builder) home(ctx context.Context, id string) error {
	at := b.now.AddDate(0, 0, -7)
	b.club.SetClock(func() time.Time { return at })
	card, err := b.club.HomeOf(ctx, id)
	if err != nil {
		return err
	}
	practices := []draft.Practice{card.Shelf[len(card.Shelf)-1]}
	practices = append(practices, draft.Practice{
		ID: b.newID(at), Title: "Shadow the short ball", Do: "Twenty shadow swings a side, feet first.",
		Cue: "Loose until the hit", Often: "three times a week, five minutes", With: "alone", Times: 3,
	})
	if _, err := b.club.SaveHome(ctx, id, practices); err != nil {
		return fmt.Errorf("demo home: %w", err)
	}
	at = b.now.AddDate(0, 0, -5)
	_, err = b.club.DidAtHome(ctx, id, practices[0].ID, 2)
	return err
}

// weeks plans a team's weeks from so many days from now.
func (b *builder) weeks(ctx context.Context, t team, in, n int, m course.Manner, event string) error {
	from := b.now.AddDate(0, 0, in)
	w := course.Course{
		Format: course.Format, Version: course.Version, ID: b.newID(b.now), Title: t.name, Court: t.court,
		Start: t.start, Minutes: t.minutes, From: from.Format(time.DateOnly), Event: event,
		Weeks: make([]course.Week, n),
	}
	for _, p := range t.people {
		w.Students = append(w.Students, p.id)
	}
	day := int(b.now.Weekday()+6)%7 + 1
	w.Days = []int{day, (day+2)%7 + 1}
	planned, err := b.club.PlanCourse(w, m)
	if err != nil {
		return fmt.Errorf("demo weeks of %s: %w", t.name, err)
	}
	for i := range planned.Course.Lessons {
		planned.Course.Lessons[i].ID = b.newID(b.now)
	}
	if _, err := b.club.SaveCourse(ctx, planned); err != nil {
		return fmt.Errorf("demo weeks of %s: %w", t.name, err)
	}
	return nil
}
