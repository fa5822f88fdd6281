package plan

import (
	"context"
	"slices"

	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/units"
)

// Detail is what is shown of one block only: who is where, the other ways to
// arrange it, and what would level it.
type Detail struct {
	ID        string              `json:"id"`
	Rotation  *formation.Rotation `json:"rotation,omitempty"`
	Offers    []formation.Offer   `json:"offers"`
	Levelling []Levelling         `json:"levelling"`
	// LastTime is how the stages went when they were last done.
	LastTime []LastTime `json:"lastTime"`
	// Machine is its ball machine, where one feeds it.
	Machine *Machine `json:"machine,omitempty"`
}

// Detail reckons one block of a lesson that was planned; nil where the lesson has
// no such block.
func (p *Planner) Detail(
	ctx context.Context,
	l *lesson.Lesson,
	planned *Plan,
	id string,
	students []Student,
	system units.System,
) *Detail {
	i := slices.IndexFunc(l.Blocks, func(b lesson.Block) bool { return b.ID == id })
	if i < 0 {
		return nil
	}
	q := p.ask(ctx, l, students, system)
	b, from := &l.Blocks[i], float64(planned.Blocks[i].From)
	out := &Detail{
		ID:        id,
		Rotation:  formation.RotationOf(l, b, from, len(students)),
		Offers:    GroupOf(students).Offers(l, b),
		Levelling: []Levelling{},
		LastTime:  LastTimes(b, students),
	}
	switch {
	case b.Drill != nil:
		out.Machine = q.machine(b, planned.Blocks[i].Drill)
		out.Levelling = q.levelling(
			b,
			planned.Blocks[i].Drill,
			formation.Sharings(l, b, from, len(students)),
			from,
		)
	case b.Match != nil && len(students) == 2:
		if _, fair := even(b, students); fair != nil {
			out.Levelling = append(out.Levelling, *fair)
		}
	}
	return out
}
