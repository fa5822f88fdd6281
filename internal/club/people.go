package club

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"sync"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/target"
	"hodometer/core/units"
	"hodometer/internal/store/gen"
)

// people remembers what is known of students, since every check of a lesson
// asks for all of it. The file counts the writes that change it: what was read
// at another count is forgotten, whoever wrote.
type people struct {
	mu      sync.Mutex
	version int64
	known   map[string]*person
}

// person is a student with all that was counted, oldest first.
type person struct {
	student   Student
	histories []progress.History
	last      map[string][]drill.Ask // what was asked last, by skill
	sessions  []session
}

// session is a run that a student took part in.
type session struct {
	day     int
	minutes float64
	rating  float64
}

// dayOf is the day by the calendar of that place, counted from any.
func dayOf(t time.Time) int {
	y, m, d := t.Date()
	return int(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Unix() / (24 * 60 * 60))
}

// dayNamed is the day of a date such as 2026-05-17; false where it is none.
func dayNamed(date string) (int, bool) {
	t, err := time.Parse(time.DateOnly, date)
	return dayOf(t), err == nil
}

// read gives a student as of that count of writes, from memory where it can.
func (c *Club) read(ctx context.Context, q *gen.Queries, version int64, id string) (*person, error) {
	p := &c.people
	p.mu.Lock()
	if p.version != version {
		p.version, p.known = version, map[string]*person{}
	}
	known := p.known[id]
	p.mu.Unlock()
	if known != nil {
		return known, nil
	}
	out, err := c.readPerson(ctx, q, id)
	if err != nil {
		return nil, err
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.version == version {
		p.known[id] = out
	}
	return out, nil
}

func (c *Club) readPerson(ctx context.Context, q *gen.Queries, id string) (*person, error) {
	row, err := q.GetStudent(ctx, id)
	if err != nil {
		return nil, orMissing(err, "student")
	}
	out := &person{student: student(row), last: map[string][]drill.Ask{}}
	level, err := target.LevelOf(out.student.Level)
	if err != nil {
		return nil, err
	}
	rows, err := q.ListResultsOfStudent(ctx, id)
	if err != nil {
		return nil, err
	}
	results := make([]progress.Result, len(rows))
	for i, r := range rows {
		var asks []drill.Ask
		if err := json.Unmarshal([]byte(r.Asked), &asks); err != nil {
			return nil, fmt.Errorf("result of run %s: %w", r.RunID, err)
		}
		results[i] = progress.Result{
			Run: r.RunID, Skill: r.Skill, At: r.At, Day: dayOf(time.UnixMilli(r.At)),
			Balls: int(r.Balls), Good: int(r.Good), Best: int(r.Best), Met: r.Met != 0, Radius: r.Radius,
			Curve: drill.CurveOf(&c.planner.Curves, level, asks),
		}
		if len(asks) > 0 {
			out.last[r.Skill] = asks
		}
	}
	out.histories = progress.Histories(results)
	sessions, err := q.ListSessionsOfStudent(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, r := range sessions {
		out.sessions = append(
			out.sessions,
			session{dayOf(time.UnixMilli(r.StartedAt)), r.Minutes, float64(r.Rating)},
		)
	}
	return out, err
}

// at is the student as the reckoning knows them on that day: what was counted, and
// the lessons given before it.
func (p *person) at(day int) plan.Student {
	s := p.student
	out := plan.Student{ID: s.ID, Name: s.Name, Hand: s.Hand, Level: s.Level}
	out.Learn(p.histories, day)
	for _, r := range p.sessions {
		if before := day - r.day; before >= 0 && before < progress.LoadDays {
			out.Worked = append(
				out.Worked,
				progress.Worked{DaysBefore: before, Minutes: r.minutes, Rating: r.rating},
			)
		}
	}
	return out
}

// planned are the lessons of a student from now until that day, but for that one.
func (c *Club) planned(
	ctx context.Context,
	q *gen.Queries,
	student string,
	day int,
	lesson string,
) (out []progress.Worked, err error) {
	rows, err := q.ListPlannedOfStudent(
		ctx,
		gen.ListPlannedOfStudentParams{Student: student, From: c.Now().Format(time.DateOnly)},
	)
	for _, r := range rows {
		on, ok := dayNamed(r.Date)
		if before := day - on; ok && r.ID != lesson && before >= 0 && before < progress.LoadDays {
			out = append(out, progress.Worked{DaysBefore: before, Minutes: float64(r.SlotMinutes)})
		}
	}
	return out, err
}

// everybody are the students of these ids, in order, as they are known on the date
// of that lesson; today where it has none, and for what is past.
func (c *Club) everybody(
	ctx context.Context,
	ids []string,
	date, lesson string,
) (out []plan.Student, err error) {
	day, ok := dayNamed(date)
	if !ok {
		day = dayOf(c.Now())
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		version, err := q.EvidenceVersion(ctx)
		if err != nil {
			return err
		}
		var wrong units.Problems
		for i, id := range ids {
			p, err := c.read(ctx, q, version, id)
			switch {
			case errors.As(err, &Missing{}):
				wrong.Add(fmt.Sprintf("students[%d]", i), "there is no such student")
			case err != nil:
				return err
			default:
				s := p.at(day)
				soon, err := c.planned(ctx, q, id, day, lesson)
				if err != nil {
					return err
				}
				s.Worked = append(s.Worked, soon...)
				out = append(out, s)
			}
		}
		if len(out) == 2 && len(wrong) == 0 {
			if err := rallies(ctx, q, out); err != nil {
				return err
			}
		}
		return wrong.Err()
	})
	return out, err
}

// rallies tells two students what they have won against each other.
func rallies(ctx context.Context, q *gen.Queries, two []plan.Student) error {
	r, err := q.RalliesBetween(ctx, gen.RalliesBetweenParams{A: two[0].ID, B: two[1].ID})
	if err != nil {
		return err
	}
	two[0].Rallies = map[string]plan.Rallies{two[1].ID: {Won: int(r.Won), Lost: int(r.Lost)}}
	two[1].Rallies = map[string]plan.Rallies{two[0].ID: {Won: int(r.Lost), Lost: int(r.Won)}}
	return nil
}

// anybody of a level, of whom nothing was counted.
func anybody(level units.Level, hand court.Hand) plan.Student {
	return plan.Student{Name: "a student", Hand: hand, Level: level}
}
