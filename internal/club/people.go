package club

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/plan"
	"hodometer/core/progress"
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
	student  Student
	results  []progress.Result
	sessions []session
}

// session is a run that a student took part in.
type session struct {
	at      int64 // ms since 1970
	minutes float64
	rating  float64
}

// read gives a student as of that count of writes, from memory where it can.
func (p *people) read(ctx context.Context, q *gen.Queries, version int64, id string) (*person, error) {
	p.mu.Lock()
	if p.version != version {
		p.version, p.known = version, map[string]*person{}
	}
	known := p.known[id]
	p.mu.Unlock()
	if known != nil {
		return known, nil
	}
	out, err := readPerson(ctx, q, id)
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

func readPerson(ctx context.Context, q *gen.Queries, id string) (*person, error) {
	row, err := q.GetStudent(ctx, id)
	if err != nil {
		return nil, orMissing(err, "student")
	}
	out := &person{student: student(row)}
	results, err := q.ListResultsOfStudent(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, r := range results {
		out.results = append(out.results, result(r))
	}
	sessions, err := q.ListSessionsOfStudent(ctx, id)
	for _, r := range sessions {
		out.sessions = append(out.sessions, session{r.StartedAt, r.Minutes, float64(r.Rating)})
	}
	return out, err
}

func result(r gen.Result) progress.Result {
	return progress.Result{
		Run: r.RunID, Skill: r.Skill, At: r.At,
		Balls: int(r.Balls), Good: int(r.Good), Best: int(r.Best), Met: r.Met != 0, Radius: r.Radius,
	}
}

// loadWindow is how far back sessions count for the load.
const loadWindow = 35 * 24 * time.Hour

// at is the student as the reckoning knows them at that time.
func (p *person) at(now time.Time) plan.Student {
	s := p.student
	out := plan.Student{
		ID:    s.ID,
		Name:  s.Name,
		Hand:  s.Hand,
		Level: s.Level,
		Seen:  map[drill.Skill][]progress.Evidence{},
	}
	for _, r := range p.results {
		skill := drill.Skill(r.Skill)
		out.Seen[skill] = append(out.Seen[skill], r.Evidence(now.UnixMilli()))
	}
	for _, r := range p.sessions {
		if ago := now.Sub(time.UnixMilli(r.at)); ago <= loadWindow {
			out.Sessions = append(
				out.Sessions,
				progress.Session{DaysAgo: ago.Hours() / 24, Minutes: r.minutes, Rating: r.rating},
			)
		}
	}
	return out
}

// everybody are the students of these ids, in order, with what was counted of
// them until now.
func (c *Club) everybody(ctx context.Context, ids []string) (out []plan.Student, err error) {
	now := c.Now()
	err = c.store.View(ctx, func(q *gen.Queries) error {
		version, err := q.EvidenceVersion(ctx)
		if err != nil {
			return err
		}
		var wrong units.Problems
		for i, id := range ids {
			p, err := c.people.read(ctx, q, version, id)
			switch {
			case errors.As(err, &Missing{}):
				wrong.Add(fmt.Sprintf("students[%d]", i), "there is no such student")
			case err != nil:
				return err
			default:
				out = append(out, p.at(now))
			}
		}
		return wrong.Err()
	})
	return out, err
}

// anybody of a level, of whom nothing was counted.
func anybody(level units.Level, hand court.Hand) plan.Student {
	return plan.Student{Name: "a student", Hand: hand, Level: level}
}
