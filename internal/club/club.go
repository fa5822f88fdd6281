// Package club is what a coach can do: keep students, save lessons, reckon
// them, run them and read the log. It joins the rules of the core to the store,
// and is the one way in for the API and the demo alike.
package club

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"math"
	"slices"
	"time"

	"hodometer/core/court"
	"hodometer/core/lesson"
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
	// reckoner remembers the blocks of lessons that are being edited.
	reckoner lesson.Reckoner
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
	ID      string         `json:"id"`
	Version int            `json:"version"`
	Name    string         `json:"name"`
	Hand    court.Hand     `json:"hand"`
	Level   progress.Level `json:"level"`
}

func student(s gen.Student) Student {
	return Student{s.ID, int(s.Version), s.Name, court.Hand(s.Hand), progress.Level(s.Level)}
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
	if _, err := progress.PriorFor(s.Level); err != nil {
		p.Add("level", err.Error())
	}
	if err := p.Err(); err != nil {
		return s, err
	}
	err := c.store.Write(ctx, func(q *gen.Queries) error {
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

// Session is one session's count at one skill, and the estimate after it.
type Session struct {
	Day   time.Time `json:"day"`
	Run   string    `json:"run"`
	Balls int       `json:"balls"`
	Good  int       `json:"good"`
	Best  int       `json:"best"`
	Met   bool      `json:"met"`
	Mean  float64   `json:"mean"`
	Low   float64   `json:"low"`
	High  float64   `json:"high"`
}

// Skill is a student's way at one skill, oldest session first. The estimates
// are for a target of Radius metres, the last one played to.
type Skill struct {
	Name   string    `json:"skill"`
	Radius float64   `json:"radius"`
	Track  []Session `json:"track"`
}

// Record is a student and all that was counted.
type Record struct {
	Student Student `json:"student"`
	Skills  []Skill `json:"skills"`
}

// Record reads a student and all that was counted.
func (c *Club) Record(ctx context.Context, id string) (out Record, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetStudent(ctx, id)
		if err != nil {
			return orMissing(err, "student")
		}
		out.Student = student(row)
		results, err := q.ListResultsOfStudent(ctx, id)
		if err != nil {
			return err
		}
		out.Skills, err = tracks(out.Student, results)
		return err
	})
	return out, err
}

// tracks sorts results, which are in order of time, by skill, joins those of
// one run, and judges the student after each.
func tracks(s Student, results []gen.Result) ([]Skill, error) {
	prior, err := progress.PriorFor(s.Level)
	if err != nil {
		return nil, err
	}
	out := []Skill{}
	at := map[string]int{}
	for _, r := range results {
		i, ok := at[r.Skill]
		if !ok {
			i = len(out)
			at[r.Skill] = i
			out = append(out, Skill{Name: r.Skill})
		}
		k := &out[i]
		k.Radius = r.Radius
		if n := len(k.Track); n > 0 && k.Track[n-1].Run == r.RunID {
			last := &k.Track[n-1]
			last.Balls += int(r.Balls)
			last.Good += int(r.Good)
			last.Best = max(last.Best, int(r.Best))
			last.Met = last.Met && r.Met != 0
			continue
		}
		k.Track = append(
			k.Track,
			Session{
				Day:   time.UnixMilli(r.At),
				Run:   r.RunID,
				Balls: int(r.Balls),
				Good:  int(r.Good),
				Best:  int(r.Best),
				Met:   r.Met != 0,
			},
		)
	}
	seen := evidence(results)
	for i := range out {
		k := &out[i]
		for j := range k.Track {
			now := k.Track[j].Day
			e := progress.Judge(prior, seen.until(k.Name, now), k.Radius, progress.HalfLife)
			k.Track[j].Mean = e.Mean()
			k.Track[j].Low, k.Track[j].High = e.Interval()
		}
	}
	return out, nil
}

// counted is what was counted of a student, by skill and time.
type counted map[string][]gen.Result

func evidence(results []gen.Result) counted {
	out := counted{}
	for _, r := range results {
		out[r.Skill] = append(out[r.Skill], r)
	}
	return out
}

// at is the evidence on a skill as it stands now. What a device with a fast
// clock dated ahead counts as new.
func (c counted) at(skill string, now time.Time) []progress.Evidence {
	out := make([]progress.Evidence, len(c[skill]))
	for i, r := range c[skill] {
		// By the hour: an estimate that moved with every second could not be remembered.
		out[i] = progress.Evidence{
			DaysAgo: math.Floor(now.Sub(time.UnixMilli(r.At)).Hours()) / 24,
			Balls:   int(r.Balls),
			Good:    int(r.Good),
			Radius:  r.Radius,
		}
	}
	return out
}

// until is the evidence on a skill as it stood right after a session.
func (c counted) until(skill string, session time.Time) []progress.Evidence {
	known := slices.Clone(c[skill])
	known = slices.DeleteFunc(known, func(r gen.Result) bool { return time.UnixMilli(r.At).After(session) })
	return counted{skill: known}.at(skill, session)
}
