package plan

import (
	"cmp"
	"context"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/rehearse"
	"hodometer/core/units"
)

// Typical asks for the play that is neither lucky nor unlucky.
const Typical = -1

// plays among which the typical one is looked for.
const typicalOf = 63

// Watch plays the blocks of a valid lesson once with dice, as the play of that number, from 0;
// with Typical, as the one in the middle of many by how long the students are at it until
// they have met everything. It returns the number too, and stops with the context.
func (p *Planner) Watch(
	ctx context.Context,
	l *lesson.Lesson,
	students []Student,
	number int,
) ([]rehearse.Trail, int, error) {
	q := p.ask(ctx, l, students, units.Metric)
	var stages []rehearse.Block
	at, from := 0, make([]float64, len(l.Blocks))
	for i := range l.Blocks {
		from[i] = float64(at)
		at += l.Blocks[i].Minutes
		if b := &l.Blocks[i]; b.Drill != nil && len(students) > 0 {
			stages = append(stages, q.staged(b, from[i]))
		}
	}
	if number == Typical {
		number = typical(ctx, stages)
	}
	blocks := make([]rehearse.Trail, len(l.Blocks))
	for i := range l.Blocks {
		b := &l.Blocks[i]
		t := &blocks[i]
		switch {
		case b.Drill != nil && len(students) > 0:
			*t, stages = stages[0].Watch(number), stages[1:]
		case b.Match != nil && len(students) > 1:
			*t = q.game(b, from[i]).Watch(number)
		}
		t.Over = max(t.Over, int64(b.Minutes)*60_000)
		if i+1 < len(l.Blocks) {
			t.After = int64(60_000 * fit.After(b, &l.Blocks[i+1], len(students)))
		}
	}
	return blocks, number, ctx.Err()
}

// typical is the number of the play in the middle.
func typical(ctx context.Context, stages []rehearse.Block) int {
	worked := make([]float64, typicalOf)
	for _, b := range stages {
		for k, minutes := range b.Worked(ctx, typicalOf) {
			worked[k] += minutes
		}
	}
	order := make([]int, typicalOf)
	for k := range order {
		order[k] = k
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(worked[a], worked[b]) })
	return order[typicalOf/2]
}

// staged is a drill block that begins at that minute, ready to be rehearsed.
func (q *question) staged(b *lesson.Block, at float64) rehearse.Block {
	return q.stage(b, formation.Sharings(q.lesson, b, at, len(q.students)), at, q.players(b))
}

// players are the students with what is believed of them at the block's drill.
func (q *question) players(b *lesson.Block) []drill.Player {
	who := make([]drill.Player, len(q.students))
	for i := range q.students {
		who[i] = q.students[i].PlayerOf(b.DrillFor(q.students[i].ID))
	}
	return who
}
