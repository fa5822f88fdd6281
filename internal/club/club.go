// Package club is what a coach can do: keep students, save lessons, reckon
// them, run them and read the log. It joins the rules of the core to the store,
// and is the one way in for the API and the demo alike.
package club

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Club is one open file with its rules.
type Club struct {
	store *store.Store
	// Now tells the time; the demo sets it back to build the past.
	Now func() time.Time
	// planner remembers the blocks of lessons that are being edited, people what
	// is known of their students.
	planner plan.Planner
	people  people
	// following are the runs that go on.
	following following
}

// New is the club in that file.
func New(s *store.Store) *Club { return &Club{store: s, Now: time.Now} }

// Missing says that something asked for is not there.
type Missing struct{ What string }

func (m Missing) Error() string { return "there is no such " + m.What }

// Stale says that a save came too late: what is there now, and what changed
// since the version that was edited. Nothing was saved.
type Stale struct {
	What    string
	Current *lesson.Lesson // when What is a lesson
	Drill   *ShelfDrill    // when What is a drill
	Changes []string
}

func (s Stale) Error() string { return "this " + s.What + " was changed by someone else meanwhile" }

// Student is one person taught. No more is kept of a child than a lesson needs.
type Student struct {
	ID      string      `json:"id"`
	Version int         `json:"version"`
	Name    string      `json:"name"`
	Hand    court.Hand  `json:"hand"`
	Level   units.Level `json:"level"`
}

func student(s gen.Student) Student {
	return Student{s.ID, int(s.Version), s.Name, court.Hand(s.Hand), units.Level(s.Level)}
}

func orMissing(err error, what string) error {
	if errors.Is(err, sql.ErrNoRows) {
		return Missing{what}
	}
	return err
}

// Students lists everybody, by name.
func (c *Club) Students(ctx context.Context) (out []Student, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListStudents(ctx)
		out = make([]Student, 0, len(rows))
		for _, r := range rows {
			out = append(out, student(r))
		}
		return err
	})
	return out, err
}

// SaveStudent makes a student (version 0) or changes one.
func (c *Club) SaveStudent(ctx context.Context, s Student) (Student, error) {
	var p units.Problems
	if !lesson.IsID(s.ID) {
		p.Add("id", "a student's id is a UUID in lower case")
	}
	if s.Name == "" {
		p.Add("name", "a student needs a name")
	}
	if s.Hand != court.RightHand && s.Hand != court.LeftHand {
		p.Add("hand", "the hand is right or left")
	}
	if err := s.Level.Validate(); err != nil {
		p.Add("level", err.Error())
	}
	if err := p.Err(); err != nil {
		return s, err
	}
	err := c.store.Write(ctx, func(q *gen.Queries) error {
		if err := q.EvidenceChanged(ctx); err != nil {
			return err
		}
		now, err := q.GetStudent(ctx, s.ID)
		switch {
		case errors.Is(err, sql.ErrNoRows) && s.Version == 0:
			return q.InsertStudent(
				ctx,
				gen.InsertStudentParams{ID: s.ID, Name: s.Name, Hand: string(s.Hand), Level: string(s.Level)},
			)
		case err != nil:
			return orMissing(err, "student")
		case int(now.Version) != s.Version:
			return Stale{
				What:    "student",
				Changes: []string{fmt.Sprintf("Now %s, %s-handed, %s", now.Name, now.Hand, now.Level)},
			}
		}
		_, err = q.UpdateStudent(
			ctx,
			gen.UpdateStudentParams{
				Name:    s.Name,
				Hand:    string(s.Hand),
				Level:   string(s.Level),
				ID:      s.ID,
				Version: int64(s.Version),
			},
		)
		return err
	})
	s.Version++
	return s, err
}

// Skill is a student's way at one skill, oldest session first. The estimates
// are for a target of Radius metres, the last one played to; Within is the metres
// around its aim that hold half of the balls, 0 where fewer come over the net.
type Skill struct {
	ID     drill.Skill        `json:"skill"`
	Label  string             `json:"label"`
	Short  string             `json:"short"` // its stroke alone
	Radius float64            `json:"radius"`
	Within float64            `json:"within,omitempty"`
	Track  []progress.Counted `json:"track"`
}
