package plan

import (
	"context"
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/units"
)

// Levelled is a drill block set to its students: what was changed for whom, and their chances
// to finish it; nil where nothing is by chance.
type Levelled struct {
	Block   lesson.Block
	Changed []string
	Chances []float64
}

// Least is the least chance that a student has to finish the block: 1 where nothing is by chance.
func (v *Levelled) Least() float64 {
	if len(v.Chances) == 0 {
		return 1
	}
	return slices.Min(v.Chances)
}

// Last is how a drill went when it was last done: who met all of its goals, and how large each
// student's target was, in metres as the radius of a circle; 0 or absent: not known.
type Last struct {
	Met  []string
	Size map[string]float64
	// Minutes that the block had then, and the students that were in it; 0: not known.
	Minutes, Students int
}

// targetStep is how much a target grows or shrinks from one lesson to the next [trade].
const targetStep = 0.2

// asLast is the block with the targets that the students had last.
func (q *question) asLast(b lesson.Block) lesson.Block {
	first := slices.IndexFunc(b.Drill.Stages, b.Drill.ByChance)
	if len(b.Drill.Targets) == 0 || first < 0 {
		return b
	}
	size := b.Drill.Radial(b.Drill.Stages[first])
	for _, s := range q.students {
		v := b.Variant(s.ID)
		if was := q.last.Size[s.ID]; was > 0 && size > 0 && v.Rung == "" {
			v.Scale = math.Round(1000*min(lesson.MostScale, max(lesson.LeastScale, was/size))) / 1000
			b = b.With(v)
		}
	}
	return b
}

// Level sets a drill block to its students, so that each has goals worth trying: first the
// target, then the length of the shot, the counts, the end of a turn and the pace. The block
// stands by itself: when in the lesson it comes, and who is late, is not looked at.
//
// Those who have met everything get nothing easier than they had, and a target moves by no more
// than a fifth from the one before: last says how the drill went.
func (p *Planner) Level(
	ctx context.Context,
	l *lesson.Lesson,
	b lesson.Block,
	students []Student,
	last Last,
	system units.System,
) Levelled {
	if b.Drill == nil || len(students) == 0 || !b.Drill.AnyChance() {
		return Levelled{Block: b}
	}
	q := p.ask(ctx, l, students, system)
	q.last, q.quick = last, true
	b = q.asLast(b)
	parts := formation.Sharings(l, &b, 0, len(students))
	outlook := q.outlook(&b, parts, 0)
	out := Levelled{}
	beginner := func(s *Student) bool { return s.Level == units.Beginner }
	if v := q.levelShot(&b, &outlook, parts, beginner); v != nil { // before a target as large as half a court
		b = v.Fix.Blocks[0]
		outlook = q.outlook(&b, parts, 0)
		out.Changed = append(out.Changed, v.Why...)
	}
	if v := q.levelTarget(&b, &outlook, parts); v != nil {
		was := b
		b = v.Fix.Blocks[0]
		outlook = q.outlook(&b, parts, 0)
		for i, o := range outlook.Players { // counts do not give way for those who have met everything
			id := students[i].ID
			if q.hasMet(id) && o.Finish != nil && o.Finish.Value < drill.Enough {
				b = b.With(was.Variant(id))
			}
		}
		outlook = q.outlook(&b, parts, 0)
		out.Changed = append(out.Changed, v.Why...)
	}
	if v := q.levelShot(&b, &outlook, parts, anyone); v != nil { // no target is large enough
		b = v.Fix.Blocks[0]
		outlook = q.outlook(&b, parts, 0)
		out.Changed = append(out.Changed, v.Why...)
	}
	if v := q.levelGoal(&b, &outlook, 0, inDrafts); v != nil {
		b = v.Fix.Blocks[0]
		out.Changed = append(out.Changed, v.Why...)
	}
	b = q.levelShared(b, &outlook, inDrafts)
	outlook = q.outlook(&b, parts, 0)
	if v := q.levelTurn(&b, &outlook, 0); v != nil {
		b = v.Fix.Blocks[0]
		out.Changed = append(out.Changed, v.Fix.Label+": "+v.Fix.Outcome+".")
	}
	out.Chances = q.few(&b, 0)
	if v := q.levelTempo(&b); v != nil { // slower feeds are fewer, which must not cost the goals
		slower := v.Fix.Blocks[0]
		if chances := q.few(&slower, 0); slices.Min(chances) >= min(draftLow, slices.Min(out.Chances)) {
			b, out.Chances = slower, chances
			out.Changed = append(out.Changed, v.Why...)
		}
	}
	out.Block = b
	return out
}
