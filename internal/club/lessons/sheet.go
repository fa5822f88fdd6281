package lessons

import (
	"context"
	"slices"

	"hodometer/core/draft"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/units"
	"hodometer/internal/club/students"
	"hodometer/internal/store/gen"
)

// Sheet is a lesson as it is printed.
type Sheet struct {
	Lesson   *lesson.Lesson     `json:"lesson"`
	Plan     plan.Plan          `json:"plan"`
	Students []students.Student `json:"students"`
	Blocks   []SheetBlock       `json:"blocks"`
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
func (c *Diary) Sheet(ctx context.Context, id string, system units.System) (out Sheet, err error) {
	if out.Lesson, err = c.Lesson(ctx, id); err != nil {
		return out, err
	}
	if out.Plan, err = c.Reckon(ctx, out.Lesson, system, ""); err != nil {
		return out, err
	}
	everybody, err := c.students.Students(ctx)
	if err != nil {
		return out, err
	}
	out.Students, out.Home = []students.Student{}, [][]draft.Practice{}
	for _, s := range out.Lesson.Students {
		if i := slices.IndexFunc(everybody, func(p students.Student) bool { return p.ID == s }); i >= 0 {
			out.Students = append(out.Students, everybody[i])
			var card []draft.Practice
			err := c.store.View(ctx, func(q *gen.Queries) (err error) {
				card, err = CardOfHome(ctx, q, everybody[i], out.Lesson)
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
		b.Script = lesson.Shortened(b.Script, b.Minutes)
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
