package club

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/units"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

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
func (c *Club) Drafts(ctx context.Context, w Brief) ([]Draft, error) {
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
	students, err := c.everybody(ctx, probe.Students, w.Date, probe.ID, w.Court)
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
		work, err := c.work(ctx, q, w.Students, w.Court)
		brief.Work = append(brief.Work, work...)
		return err
	})
	if err != nil {
		return nil, err
	}
	made, err := draft.Drafts(ctx, &c.planner, brief)
	if err != nil {
		return nil, err
	}
	out := []Draft{}
	for _, d := range made {
		d.Lesson.ID = uuid.Must(uuid.NewV7()).String()
		name(d.Lesson.Blocks)
		planned, err := c.reckon(ctx, &d.Lesson, students, w.System, "")
		if err != nil {
			return nil, err
		}
		out = append(out, Draft{d, planned.Outline()})
	}
	return out, nil
}

// ownDrills are the club's own on the shelf.
func ownDrills(ctx context.Context, q *gen.Queries) (out []drill.Drill, err error) {
	own, err := all(ctx, q, drills, readShelf)
	for _, s := range own {
		out = append(out, s.Drill)
	}
	return out, err
}

// past are the drills of finished lessons of these students, the latest first,
// with who fell short.
func (c *Club) past(
	ctx context.Context,
	q *gen.Queries,
	students []string,
	date string,
) (out []draft.Past, err error) {
	if len(students) == 0 {
		return nil, nil
	}
	now := c.Now()
	day, ok := dayNamed(date)
	if !ok {
		day = dayOf(now)
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
		if err := json.Unmarshal([]byte(r.Lesson), &l); err != nil {
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
		ago := max(0, day-dayOf(time.UnixMilli(r.StartedAt)))
		out = append(out, draft.PastOf(&l, float64(ago), students, outcomes)...)
	}
	return out, nil
}

// MatchFrom is a match drill made from a drill block.
func (c *Club) MatchFrom(b *lesson.Block) (lesson.Block, error) {
	if b.Drill == nil {
		return lesson.Block{}, units.Problems{
			{Field: "drill", Detail: "match play needs a drill; this block has none"},
		}
	}
	if err := b.Drill.Validate().Err(); err != nil {
		return lesson.Block{}, err
	}
	if !b.Drill.Playable() {
		return lesson.Block{}, units.Problems{{
			Field:  "drill",
			Detail: "this drill cannot become match play: no ball in it is hit over the net",
		}}
	}
	out := []lesson.Block{plan.MatchFrom(b.Drill)}
	name(out)
	return out[0], nil
}

// LessonVersion is a state a lesson was saved in, and what that save changed.
type LessonVersion struct {
	Version int           `json:"version"`
	SavedAt int64         `json:"savedAt"` // ms since 1970
	Changes []string      `json:"changes"`
	Lesson  lesson.Lesson `json:"lesson"`
}

// LessonVersions lists the states a lesson was saved in, latest first.
func (c *Club) LessonVersions(ctx context.Context, id string) (out []LessonVersion, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		if _, err := q.GetLesson(ctx, id); err != nil {
			return orMissing(err, "lesson")
		}
		rows, err := q.ListLessonVersions(ctx, id)
		if err != nil {
			return err
		}
		out = make([]LessonVersion, len(rows))
		for i, r := range rows {
			v := LessonVersion{Version: int(r.Version), SavedAt: r.SavedAt, Changes: []string{}}
			if err := json.Unmarshal([]byte(r.Body), &v.Lesson); err != nil {
				return fmt.Errorf("version %d of lesson %s: %w", r.Version, id, err)
			}
			v.Lesson.Version = v.Version
			if out[i] = v; i > 0 {
				if changes := lesson.Diff(&v.Lesson, &out[i-1].Lesson); changes != nil {
					out[i-1].Changes = changes
				}
			}
		}
		return nil
	})
	return out, err
}

// Sheet is a lesson as it is printed.
type Sheet struct {
	Lesson   *lesson.Lesson `json:"lesson"`
	Plan     plan.Plan      `json:"plan"`
	Students []Student      `json:"students"`
	Blocks   []SheetBlock   `json:"blocks"`
	// Home is for each student what to do alone until next time.
	Home [][]draft.Practice `json:"home"`
}

// SheetBlock is who is where in a block, what is set out where, and what is
// asked: of all, and for each student what is their own.
type SheetBlock struct {
	ID       string              `json:"id"`
	Goals    string              `json:"goals,omitempty"`
	Own      [][]string          `json:"own"`
	Rotation *formation.Rotation `json:"rotation,omitempty"`
	SetUp    []plan.Placement    `json:"setUp"`
}

// Sheet is the lesson as it was saved last, to print.
func (c *Club) Sheet(ctx context.Context, id string, system units.System) (out Sheet, err error) {
	if out.Lesson, err = c.Lesson(ctx, id); err != nil {
		return out, err
	}
	if out.Plan, err = c.Reckon(ctx, out.Lesson, system, ""); err != nil {
		return out, err
	}
	everybody, err := c.Students(ctx)
	if err != nil {
		return out, err
	}
	out.Students, out.Home = []Student{}, [][]draft.Practice{}
	for _, s := range out.Lesson.Students {
		if i := slices.IndexFunc(everybody, func(p Student) bool { return p.ID == s }); i >= 0 {
			out.Students = append(out.Students, everybody[i])
			var card []draft.Practice
			err := c.store.View(ctx, func(q *gen.Queries) (err error) {
				card, err = cardOfHome(ctx, q, everybody[i], out.Lesson)
				return err
			})
			if err != nil {
				return out, err
			}
			out.Home = append(out.Home, card)
		}
	}
	for i := range out.Lesson.Blocks {
		b := &out.Lesson.Blocks[i]
		from := float64(out.Plan.Blocks[i].From)
		sheet := SheetBlock{
			ID:       b.ID,
			Own:      [][]string{},
			Rotation: formation.RotationOf(out.Lesson, b, from, len(out.Students)),
			SetUp:    plan.SetUp(b),
		}
		if b.Drill != nil {
			sheet.Goals = b.Drill.Goals()
			for _, s := range out.Students {
				sheet.Own = append(sheet.Own, b.Variant(s.ID).Say(b.Drill, system))
			}
		}
		out.Blocks = append(out.Blocks, sheet)
	}
	return out, nil
}

// Group is a list of students who are taught together.
type Group struct {
	ID       string   `json:"id"`
	Version  int      `json:"version"`
	Name     string   `json:"name"`
	Students []string `json:"students"`
}

// Groups lists the groups, by name.
func (c *Club) Groups(ctx context.Context) (out []Group, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListGroups(ctx)
		out = make([]Group, len(rows))
		for i, r := range rows {
			out[i] = Group{ID: r.ID, Version: int(r.Version), Name: r.Name}
			if err := json.Unmarshal([]byte(r.Students), &out[i].Students); err != nil {
				return fmt.Errorf("group %s: %w", r.ID, err)
			}
		}
		return err
	})
	return out, err
}

// Group is one of them.
func (c *Club) Group(ctx context.Context, id string) (out Group, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetGroup(ctx, id)
		if err != nil {
			return orMissing(err, "group")
		}
		out = Group{ID: row.ID, Version: int(row.Version), Name: row.Name}
		return json.Unmarshal([]byte(row.Students), &out.Students)
	})
	return out, err
}

// SaveGroup makes a group (version 0) or changes the version that was read.
func (c *Club) SaveGroup(ctx context.Context, g Group) (Group, error) {
	var p units.Problems
	if !lesson.IsID(g.ID) {
		p.Add("id", "a group's id is a UUID in lower case")
	}
	if strings.TrimSpace(g.Name) == "" {
		p.Add("name", "a group needs a name")
	}
	if len(g.Students) > lesson.MaxStudents {
		p.Add(
			"students",
			fmt.Sprintf("a group has up to %d students, got %d", lesson.MaxStudents, len(g.Students)),
		)
	}
	for i, s := range g.Students {
		if slices.Contains(g.Students[:i], s) {
			p.Add(fmt.Sprintf("students[%d]", i), "this student is in the group twice")
		}
	}
	if err := p.Err(); err != nil {
		return g, err
	}
	err := c.store.Write(ctx, func(q *gen.Queries) error {
		if err := known(ctx, q, g.Students); err != nil {
			return err
		}
		list, err := json.Marshal(slices.Concat([]string{}, g.Students))
		if err != nil {
			return err
		}
		now, err := q.GetGroup(ctx, g.ID)
		isNew := errors.As(orMissing(err, "group"), &Missing{}) && g.Version == 0
		switch {
		case isNew:
			return q.InsertGroup(ctx, gen.InsertGroupParams{ID: g.ID, Name: g.Name, Students: string(list)})
		case err != nil:
			return orMissing(err, "group")
		case int(now.Version) != g.Version:
			return Stale{What: "group", Changes: []string{"renamed to " + now.Name}}
		}
		_, err = q.UpdateGroup(
			ctx,
			gen.UpdateGroupParams{Name: g.Name, Students: string(list), ID: g.ID, Version: int64(g.Version)},
		)
		return err
	})
	g.Version++
	return g, err
}

// RemoveGroup takes a group away; its students and lessons stay.
func (c *Club) RemoveGroup(ctx context.Context, id string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := q.GetGroup(ctx, id); err != nil {
			return orMissing(err, "group")
		}
		return q.DeleteGroup(ctx, id)
	})
}
