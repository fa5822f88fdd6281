package drafts

import (
	"context"
	"fmt"
	"strings"
	"time"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/units"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/ladders"
	"hodometer/internal/club/lessons"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// Drafter makes lessons from what is known.
type Drafter struct {
	store    *store.Store
	planner  *plan.Planner
	evidence *evidence.Ledger
	lessons  *lessons.Diary
	ladders  *ladders.Guide
}

// New returns the drafter in that file.
func New(
	s *store.Store,
	p *plan.Planner,
	e *evidence.Ledger,
	l *lessons.Diary,
	g *ladders.Guide,
) *Drafter {
	return &Drafter{s, p, e, l, g}
}

// Brief is what a coach knows of a lesson to come.
type Brief struct {
	Students                    []string
	Court, Date, Start, MatchOn string
	Minutes                     int
	Aim                         drill.Focus
	Resources                   *lesson.Resources
	System                      units.System
	Theme                       course.Theme
	Carried                     []draft.Work // what a lesson that was not given leaves to do
}

// Draft is a lesson made by rules, with what it comes to.
type Draft struct {
	draft.Draft
	Outline plan.Outline `json:"outline"`
}

// memory is how far back drafts look.
const memory = 8 * 7 * 24 * time.Hour

// Drafts makes lessons for a brief from what is known of its students. Nothing
// is saved.
func (c *Drafter) Drafts(ctx context.Context, w Brief) ([]Draft, error) {
	probe := lesson.Lesson{
		ID:          uuid.Must(uuid.NewV7()).String(),
		Title:       "Draft",
		Date:        w.Date,
		Start:       w.Start,
		SlotMinutes: w.Minutes,
		Court:       w.Court,
		Students:    w.Students,
		Resources:   w.Resources,
		MatchOn:     w.MatchOn,
	}
	p := probe.Validate()
	for i := range p {
		p[i].Field = strings.Replace(p[i].Field, "slotMinutes", "minutes", 1)
	}
	if err := p.Err(); err != nil {
		return nil, err
	}
	students, err := c.evidence.Everybody(ctx, probe.Students, w.Date, probe.ID, w.Court)
	if err != nil {
		return nil, err
	}
	brief := draft.Brief{
		Students:  students,
		Court:     w.Court,
		Date:      w.Date,
		Start:     w.Start,
		Minutes:   w.Minutes,
		Aim:       w.Aim,
		Resources: w.Resources,
		MatchOn:   w.MatchOn,
		Theme:     w.Theme,
		Work:      w.Carried,
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		if brief.Own, err = ownDrills(ctx, q); err != nil {
			return err
		}
		if brief.Past, err = c.past(ctx, q, w.Students, w.Date); err != nil {
			return err
		}
		work, err := c.ladders.Work(ctx, q, w.Students, w.Court)
		brief.Work = append(brief.Work, work...)
		return err
	})
	if err != nil {
		return nil, err
	}
	made, err := draft.Drafts(ctx, c.planner, brief)
	if err != nil {
		return nil, err
	}
	out := []Draft{}
	for _, d := range made {
		d.Lesson.ID = uuid.Must(uuid.NewV7()).String()
		lessons.Name(d.Lesson.Blocks)
		planned, err := c.lessons.ReckonFor(ctx, &d.Lesson, students, w.System, "")
		if err != nil {
			return nil, err
		}
		out = append(out, Draft{d, planned.Outline()})
	}
	return out, nil
}

// ownDrills are the club's own on the shelf.
func ownDrills(ctx context.Context, q *gen.Queries) (out []drill.Drill, err error) {
	own, err := documents.All(ctx, q, documents.Drills, documents.ReadDrill)
	for _, s := range own {
		out = append(out, s.Drill)
	}
	return out, err
}

// past are the drills of finished lessons of these students, the latest first,
// with who fell short.
func (c *Drafter) past(
	ctx context.Context,
	q *gen.Queries,
	students []string,
	date string,
) (out []draft.Past, err error) {
	if len(students) == 0 {
		return nil, nil
	}
	now := c.store.Now()
	day, ok := units.DayNumbered(date)
	if !ok {
		day = units.DayNumber(now)
	}
	runs, err := q.ListRunsOfStudents(
		ctx,
		gen.ListRunsOfStudentsParams{Since: now.Add(-memory).UnixMilli(), Students: students},
	)
	if err != nil {
		return nil, err
	}
	for _, r := range runs {
		var l lesson.Lesson
		if err := store.ReadText(r.Lesson, &l); err != nil {
			return nil, fmt.Errorf("lesson of run %s: %w", r.ID, err)
		}
		results, err := q.ListResultsOfRun(ctx, r.ID)
		if err != nil {
			return nil, err
		}
		var outcomes []draft.Outcome
		for _, k := range results {
			if last := len(outcomes) - 1; k.Shot > 0 && last >= 0 {
				outcomes[last].Balls += int(k.Balls)
				continue
			}
			outcomes = append(
				outcomes,
				draft.Outcome{
					Student: k.StudentID,
					Block:   k.BlockID,
					Stage:   int(k.Step),
					Balls:   int(k.Balls),
					Met:     k.Met != 0,
				},
			)
		}
		ago := max(0, day-units.DayNumber(c.store.At(r.StartedAt)))
		out = append(out, draft.PastOf(&l, float64(ago), students, outcomes)...)
	}
	return out, nil
}
