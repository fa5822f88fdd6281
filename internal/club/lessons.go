package club

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// Outline is a block as a list shows it.
type Outline struct {
	Kind    string `json:"kind"`
	Title   string `json:"title"`
	Minutes int    `json:"minutes"`
}

// Summary is a lesson as a list shows it.
type Summary struct {
	ID          string    `json:"id"`
	Title       string    `json:"title"`
	Date        string    `json:"date"`
	Start       string    `json:"start"`
	SlotMinutes int       `json:"slotMinutes"`
	Students    []string  `json:"students"` // names
	Blocks      []Outline `json:"blocks"`
	Run         string    `json:"run,omitempty"` // the latest, if any
	RunStatus   string    `json:"runStatus,omitempty"`
}

// Lessons lists lessons, latest day first.
func (c *Club) Lessons(ctx context.Context) (out []Summary, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListLessons(ctx)
		if err != nil {
			return err
		}
		at := map[string]*Summary{}
		out = make([]Summary, len(rows))
		for i, r := range rows {
			out[i] = Summary{ID: r.ID, Title: r.Title, Date: r.Date, Start: r.Start, SlotMinutes: int(r.SlotMinutes), Students: []string{}, Blocks: []Outline{}}
			at[r.ID] = &out[i]
		}
		names, err := q.ListNamesInLessons(ctx)
		if err != nil {
			return err
		}
		for _, n := range names {
			if s := at[n.LessonID]; s != nil {
				s.Students = append(s.Students, n.Name)
			}
		}
		blocks, err := q.ListBlockOutlines(ctx)
		if err != nil {
			return err
		}
		for _, b := range blocks {
			if s := at[b.LessonID]; s != nil {
				s.Blocks = append(s.Blocks, Outline{b.Kind, b.Title, int(b.Minutes)})
			}
		}
		runs, err := q.ListLatestRuns(ctx)
		for _, r := range runs {
			if s := at[r.LessonID]; s != nil {
				s.Run, s.RunStatus = r.ID, r.Status
			}
		}
		return err
	})
	return out, err
}

// Lesson is one lesson, whole.
func (c *Club) Lesson(ctx context.Context, id string) (l *lesson.Lesson, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		l, err = readLesson(ctx, q, id)
		return err
	})
	return l, err
}

// body is the part of a block that only its kind has.
type body struct {
	Notes   string          `json:"notes,omitempty"`
	Script  []lesson.Minute `json:"script,omitempty"`
	Drill   *drill.Drill    `json:"drill,omitempty"`
	Match   *lesson.Match   `json:"match,omitempty"`
	Prompts []string        `json:"prompts,omitempty"`
	Seen    []string        `json:"seen,omitempty"`
	Fixed   bool            `json:"fixed,omitempty"`
	Span    *drill.Span     `json:"span,omitempty"`
	Own     []lesson.Own    `json:"own,omitempty"`
}

func readLesson(ctx context.Context, q *gen.Queries, id string) (*lesson.Lesson, error) {
	r, err := q.GetLesson(ctx, id)
	if err != nil {
		return nil, orMissing(err, "lesson")
	}
	l := &lesson.Lesson{ID: r.ID, Version: int(r.Version), Title: r.Title, Aim: r.Aim, Date: r.Date, Start: r.Start,
		SlotMinutes: int(r.SlotMinutes), Court: r.Court, Students: []string{}, Blocks: []lesson.Block{}}
	students, err := q.ListStudentsInLesson(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, s := range students {
		l.Students = append(l.Students, s.ID)
	}
	blocks, err := q.ListBlocks(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, b := range blocks {
		var own body
		if err := json.Unmarshal([]byte(b.Body), &own); err != nil {
			return nil, fmt.Errorf("block %s of lesson %s: %w", b.ID, id, err)
		}
		l.Blocks = append(l.Blocks, lesson.Block{ID: b.ID, Kind: lesson.Kind(b.Kind), Title: b.Title, Minutes: int(b.Minutes),
			Notes: own.Notes, Script: own.Script, Drill: own.Drill, Match: own.Match, Prompts: own.Prompts, Seen: own.Seen, Fixed: own.Fixed, Span: own.Span, Own: own.Own})
	}
	return l, nil
}

// SaveLesson makes a lesson (version 0) or saves a change to the version that
// was read. A save that comes too late is refused with Stale.
func (c *Club) SaveLesson(ctx context.Context, l *lesson.Lesson) (*lesson.Lesson, error) {
	if err := l.Validate().Err(); err != nil {
		return nil, err
	}
	saved := *l
	saved.Version++
	err := c.store.Write(ctx, func(q *gen.Queries) error {
		if err := known(ctx, q, l); err != nil {
			return err
		}
		current, err := readLesson(ctx, q, l.ID)
		isNew := errors.As(err, &Missing{}) && l.Version == 0
		switch {
		case isNew:
			err = q.InsertLesson(ctx, gen.InsertLessonParams{ID: l.ID, Title: l.Title, Aim: l.Aim, Date: l.Date, Start: l.Start, SlotMinutes: int64(l.SlotMinutes), Court: l.Court})
		case err != nil:
			return err
		case current.Version != l.Version:
			return stale(ctx, q, l, current)
		default:
			_, err = q.UpdateLesson(ctx, gen.UpdateLessonParams{Title: l.Title, Aim: l.Aim, Date: l.Date, Start: l.Start, SlotMinutes: int64(l.SlotMinutes), Court: l.Court, ID: l.ID, Version: int64(l.Version)})
		}
		if err != nil {
			return err
		}
		return c.writeParts(ctx, q, &saved)
	})
	if err != nil {
		return nil, err
	}
	return &saved, nil
}

// known refuses a lesson with students nobody has heard of.
func known(ctx context.Context, q *gen.Queries, l *lesson.Lesson) error {
	var p units.Problems
	for i, id := range l.Students {
		if _, err := q.GetStudent(ctx, id); errors.Is(err, sql.ErrNoRows) {
			p.Add(fmt.Sprintf("students[%d]", i), "there is no such student")
		} else if err != nil {
			return err
		}
	}
	return p.Err()
}

// stale reckons what changed between the version that was edited and now.
func stale(ctx context.Context, q *gen.Queries, l, current *lesson.Lesson) error {
	out := Stale{What: "lesson", Current: current}
	text, err := q.GetLessonVersion(ctx, gen.GetLessonVersionParams{LessonID: l.ID, Version: int64(l.Version)})
	if err == nil {
		var base lesson.Lesson
		if err := json.Unmarshal([]byte(text), &base); err != nil {
			return err
		}
		out.Changes = lesson.Diff(&base, current)
	} else if !errors.Is(err, sql.ErrNoRows) { // a version that never was has nothing to compare
		return err
	}
	return out
}

func (c *Club) writeParts(ctx context.Context, q *gen.Queries, l *lesson.Lesson) error {
	if err := q.DeleteLessonStudents(ctx, l.ID); err != nil {
		return err
	}
	for i, s := range l.Students {
		if err := q.InsertLessonStudent(ctx, gen.InsertLessonStudentParams{LessonID: l.ID, Place: int64(i), StudentID: s}); err != nil {
			return err
		}
	}
	if err := q.DeleteBlocks(ctx, l.ID); err != nil {
		return err
	}
	for i, b := range l.Blocks {
		own, err := json.Marshal(body{b.Notes, b.Script, b.Drill, b.Match, b.Prompts, b.Seen, b.Fixed, b.Span, b.Own})
		if err != nil {
			return err
		}
		if err := q.InsertBlock(ctx, gen.InsertBlockParams{LessonID: l.ID, Place: int64(i), ID: b.ID, Kind: string(b.Kind), Title: b.Title, Minutes: int64(b.Minutes), Body: string(own)}); err != nil {
			return err
		}
	}
	whole, err := json.Marshal(l)
	if err != nil {
		return err
	}
	return q.InsertLessonVersion(ctx, gen.InsertLessonVersionParams{LessonID: l.ID, Version: int64(l.Version), SavedAt: c.Now().UnixMilli(), Body: string(whole)})
}

// Reckon plans a lesson as it stands on a screen, saved or not, with what is
// known of its students now.
func (c *Club) Reckon(ctx context.Context, l *lesson.Lesson, system units.System) (plan lesson.Plan, err error) {
	if err := l.Validate().Err(); err != nil {
		return plan, err
	}
	var students []lesson.Student
	err = c.store.View(ctx, func(q *gen.Queries) error {
		if err := known(ctx, q, l); err != nil {
			return err
		}
		now := c.Now()
		for _, id := range l.Students {
			s, err := studentOfLesson(ctx, q, id, now)
			if err != nil {
				return err
			}
			students = append(students, s)
		}
		return nil
	})
	if err != nil {
		return plan, err
	}
	plan = lesson.Reckon(l, students, system)
	for _, n := range plan.Notices { // a block that a fix adds gets its id here: the core makes none
		for _, f := range n.Fixes {
			for i := range f.Blocks {
				if f.Blocks[i].ID == "" {
					f.Blocks[i].ID = uuid.Must(uuid.NewV7()).String()
				}
			}
		}
	}
	return plan, nil
}
