package lessons

import (
	"context"
	"encoding/json"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/machine"
	"hodometer/core/plan"
	"hodometer/core/units"
	"hodometer/core/watch"
	"hodometer/internal/club/documents"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// MatchFrom is a match drill made from a drill block.
func (c *Diary) MatchFrom(b *lesson.Block) (lesson.Block, error) {
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
	Name(out)
	return out[0], nil
}

// Reckon plans a lesson as it stands on a screen, saved or not, with what is
// known of its students now; of one block, if it is named, also who is where and
// what could be otherwise.
func (c *Diary) Reckon(
	ctx context.Context,
	l *lesson.Lesson,
	system units.System,
	detail string,
) (out plan.Plan, err error) {
	if err := l.Validate().Err(); err != nil {
		return out, err
	}
	students, err := c.evidence.Everybody(ctx, l.Students, l.Date, l.ID, l.Court)
	if err != nil {
		return out, err
	}
	return c.ReckonFor(ctx, l, students, system, detail)
}

// ReckonFor plans a valid lesson for those students.
func (c *Diary) ReckonFor(
	ctx context.Context,
	l *lesson.Lesson,
	students []plan.Student,
	system units.System,
	detail string,
) (plan.Plan, error) {
	out, err := c.planner.Plan(ctx, l, students, system)
	if err != nil {
		return out, err
	}
	if err := c.clashes(ctx, l, students, &out); err != nil {
		return out, err
	}
	if detail != "" {
		out.Detail = c.planner.Detail(ctx, l, &out, detail, students, system)
	}
	for _, n := range out.Notices { // a block that a fix adds gets its id here: the core makes none
		for _, f := range n.Fixes {
			Name(f.Blocks)
		}
	}
	return out, nil
}

// clashes puts in who is in another lesson at the same time; of lessons that are past nobody
// needs to know.
func (c *Diary) clashes(ctx context.Context, l *lesson.Lesson, students []plan.Student, p *plan.Plan) error {
	if len(l.Students) == 0 || l.Date < c.store.Now().Format(time.DateOnly) {
		return nil
	}
	ids, err := json.Marshal(l.Students)
	if err != nil {
		return err
	}
	var others []plan.Elsewhere
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListElsewhere(
			ctx,
			gen.ListElsewhereParams{Date: l.Date, ID: l.ID, Students: string(ids)},
		)
		if err != nil || len(rows) == 0 {
			return err
		}
		off, err := documents.CalledOff(ctx, q)
		last := ""
		for _, r := range rows {
			if off[r.ID] {
				continue
			}
			if r.ID != last {
				others = append(others, plan.Elsewhere{
					Title: r.Title, Start: r.Start, Minutes: int(r.SlotMinutes),
				})
				last = r.ID
			}
			o := &others[len(others)-1]
			o.Students = append(o.Students, r.Student)
		}
		return err
	})
	p.Clashes(l, students, others)
	return err
}

// Watched is one play of a lesson, and its number.
type Watched struct {
	Play int `json:"play"`
	watch.Lesson
}

// Watch plays a lesson once with dice, as the play of that number or the typical one.
func (c *Diary) Watch(ctx context.Context, l *lesson.Lesson, number int) (out Watched, err error) {
	if err := l.Validate().Err(); err != nil {
		return out, err
	}
	students, err := c.evidence.Everybody(ctx, l.Students, l.Date, l.ID, l.Court)
	if err != nil {
		return out, err
	}
	trails, number, err := c.planner.Watch(ctx, l, students, number)
	if err != nil {
		return out, err
	}
	began, err := time.Parse("2006-01-02 15:04", l.Date+" "+l.Start)
	if err != nil {
		return out, err
	}
	return Watched{number, watch.Events(l, began.UnixMilli(), trails)}, nil
}

// Place is a block for a drill, brought to the court of a lesson and set to its students, and
// where in the lesson it goes: what was changed for whom, and the block as the drill is drawn.
type Place struct {
	Block   lesson.Block  `json:"block"`
	At      int           `json:"at"`
	Changed []string      `json:"changed"`
	AsDrawn *lesson.Block `json:"asDrawn,omitempty"`
}

// PlaceDrill says where a drill goes in a lesson, set to the students that it has. A drill that
// cannot be brought to the lesson's court is placed as it is.
func (c *Diary) PlaceDrill(
	ctx context.Context,
	l *lesson.Lesson,
	d *drill.Drill,
	system units.System,
) (Place, error) {
	if p := d.Validate(); len(p) > 0 {
		var under units.Problems
		under.Under("drill", p)
		return Place{}, under
	}
	if d.Pattern.Court != l.Court {
		if there, err := d.On(&c.planner.Flights, l.Court); err == nil && there.Validate().Err() == nil {
			d = &there
		}
	}
	blocks := []lesson.Block{lesson.ForDrill(d)}
	Name(blocks)
	out := Place{Block: blocks[0], At: l.PlaceForDrill(), Changed: []string{}}
	if len(l.Students) == 0 || l.Validate().Err() != nil {
		return out, nil
	}
	students, err := c.evidence.Everybody(ctx, l.Students, l.Date, l.ID, l.Court)
	if err != nil {
		return out, err
	}
	if set := c.planner.Level(ctx, l, out.Block, students, plan.Last{}, system); len(set.Changed) > 0 {
		out.AsDrawn, out.Block, out.Changed = &blocks[0], set.Block, set.Changed
	}
	return out, ctx.Err()
}

// Name gives ids to blocks that have none.
func Name(blocks []lesson.Block) {
	for i := range blocks {
		if blocks[i].ID == "" {
			blocks[i].ID = uuid.Must(uuid.NewV7()).String()
		}
	}
}

// Asked is for whom a drill is checked: a student, or anybody of a level, or
// else of the drill's own.
type Asked struct {
	Student string
	Level   units.Level
	plan.BenchQuestion
}

// CheckDrill reckons a drill as it stands on the bench, saved or not.
func (c *Diary) CheckDrill(ctx context.Context, d *drill.Drill, a Asked) (plan.Bench, error) {
	if p := d.Validate(); len(p) > 0 {
		var under units.Problems
		under.Under("drill", p)
		return plan.Bench{}, under
	}
	a.BenchQuestion.Student = anybody(d.Level, d.Pattern.Hand)
	if a.Level != "" {
		if err := a.Level.Validate(); err != nil {
			return plan.Bench{}, units.Problems{{Field: "level", Detail: err.Error()}}
		}
		a.BenchQuestion.Student.Level = a.Level
	}
	if a.Student != "" {
		found, err := c.evidence.Everybody(ctx, []string{a.Student}, "", "", d.Pattern.Court)
		if err != nil {
			return plan.Bench{}, err
		}
		a.BenchQuestion.Student = found[0]
	}
	return c.planner.Bench(ctx, d, a.BenchQuestion)
}

// Machine is the ball machine of a drill, set like that; an error where none feeds it.
func (c *Diary) Machine(d *drill.Drill, s machine.Setting, system units.System) (plan.Machine, error) {
	var wrong units.Problems
	wrong.Under("drill", d.Validate())
	wrong.Under("setting", s.Validate())
	if err := wrong.Err(); err != nil {
		return plan.Machine{}, err
	}
	out := c.planner.MachineOf(d, s, system)
	if out == nil {
		return plan.Machine{}, units.Problems{
			{Field: "drill", Detail: "no ball of this drill comes from a ball machine"},
		}
	}
	return *out, nil
}

// anybody of a level, of whom nothing was counted.
func anybody(level units.Level, hand court.Hand) plan.Student {
	return plan.Student{Name: "a student", Hand: hand, Level: level}
}
