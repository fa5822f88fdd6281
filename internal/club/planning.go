package club

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// Wish is what a coach knows of a lesson to come.
type Wish struct {
	Students                    []string
	Court, Date, Start, MatchOn string
	Minutes                     int
	Aim                         drill.Focus
	Have                        *lesson.Means
	System                      units.System
}

// Draft is a lesson made by rules, reckoned.
type Draft struct {
	Name   string        `json:"name"`
	Why    string        `json:"why"`
	Lesson lesson.Lesson `json:"lesson"`
	Plan   lesson.Plan   `json:"plan"`
}

// memory is how far back drafts look.
const memory = 8 * 7 * 24 * time.Hour

// Drafts makes lessons for a wish from what is known of its students. Nothing
// is saved.
func (c *Club) Drafts(ctx context.Context, w Wish) ([]Draft, error) {
	probe := lesson.Lesson{
		ID:          uuid.Must(uuid.NewV7()).String(),
		Title:       "Draft",
		Date:        w.Date,
		Start:       w.Start,
		SlotMinutes: w.Minutes,
		Court:       w.Court,
		Students:    w.Students,
		Have:        w.Have,
		MatchOn:     w.MatchOn,
	}
	p := probe.Validate()
	for i := range p {
		p[i].Field = strings.Replace(p[i].Field, "slotMinutes", "minutes", 1)
	}
	if err := p.Err(); err != nil {
		return nil, err
	}
	students, err := c.everybody(ctx, &probe)
	if err != nil {
		return nil, err
	}
	wish := lesson.Wish{
		Students: students,
		Court:    w.Court,
		Date:     w.Date,
		Start:    w.Start,
		Minutes:  w.Minutes,
		Aim:      w.Aim,
		Have:     w.Have,
		MatchOn:  w.MatchOn,
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		wish.Past, err = c.past(ctx, q, w.Students)
		return err
	})
	if err != nil {
		return nil, err
	}
	out := []Draft{}
	for _, d := range lesson.Drafts(wish) {
		d.Lesson.ID = uuid.Must(uuid.NewV7()).String()
		name(d.Lesson.Blocks)
		out = append(out, Draft{d.Name, d.Why, d.Lesson, c.reckon(&d.Lesson, students, w.System, "")})
	}
	return out, nil
}

// past are the drills of finished lessons of these students, the latest first,
// with who fell short.
func (c *Club) past(ctx context.Context, q *gen.Queries, students []string) (out []lesson.Past, err error) {
	if len(students) == 0 {
		return nil, nil
	}
	now := c.Now()
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
		ago := now.Sub(time.UnixMilli(r.StartedAt)).Hours() / 24
		for _, b := range l.Blocks {
			if b.Drill == nil {
				continue
			}
			p := lesson.Past{DaysAgo: ago, Drill: *b.Drill}
			for _, s := range l.Students {
				met := 0
				for _, k := range results {
					if k.StudentID == s && k.BlockID == b.ID {
						met += int(k.Met)
					}
				}
				if met < len(b.Drill.Steps) && slices.Contains(students, s) {
					p.Short = append(p.Short, s)
				}
			}
			out = append(out, p)
		}
	}
	return out, nil
}

// MatchFrom is a match drill made from a drill block.
func (c *Club) MatchFrom(b *lesson.Block) (lesson.Block, error) {
	if b.Drill == nil {
		return lesson.Block{}, units.Problems{
			{Field: "drill", Detail: "match play is made from a drill; this block has none"},
		}
	}
	if err := b.Drill.Validate().Err(); err != nil {
		return lesson.Block{}, err
	}
	out := []lesson.Block{lesson.MatchFrom(b.Drill)}
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
	Plan     lesson.Plan    `json:"plan"`
	Students []Student      `json:"students"`
	Blocks   []SheetBlock   `json:"blocks"`
}

// SheetBlock is who is where in a block, and what is set out where.
type SheetBlock struct {
	ID       string           `json:"id"`
	Rotation *lesson.Rotation `json:"rotation,omitempty"`
	SetUp    []lesson.Laid    `json:"setUp"`
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
	out.Students = []Student{}
	for _, s := range out.Lesson.Students {
		if i := slices.IndexFunc(everybody, func(p Student) bool { return p.ID == s }); i >= 0 {
			out.Students = append(out.Students, everybody[i])
		}
	}
	for i := range out.Lesson.Blocks {
		b := &out.Lesson.Blocks[i]
		out.Blocks = append(
			out.Blocks,
			SheetBlock{
				b.ID,
				out.Lesson.Rotation(b, float64(out.Plan.Blocks[i].From), len(out.Students)),
				b.SetUp(),
			},
		)
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
			fmt.Sprintf("a group has up to %d students, not %d", lesson.MaxStudents, len(g.Students)),
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
		if err := known(ctx, q, &lesson.Lesson{Students: g.Students}); err != nil {
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
			return Stale{What: "group", Changes: []string{"Now called " + now.Name}}
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
