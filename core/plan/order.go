package plan

import (
	"fmt"
	"hodometer/core/fit"
	"math"
	"slices"

	"hodometer/core/lesson"
)

// worthMoving is the least that another order must save, in minutes [trade].
const worthMoving = 0.75

// mostTried drills are tried in every order; with more only swaps are.
const mostTried = 6

// betterOrder looks for the order of the drills that spends the least between
// blocks, the other blocks staying where they are. It is offered where it saves
// enough; all of the lesson's blocks in their new order.
func betterOrder(l *lesson.Lesson, students int) *lesson.Fix {
	var at []int // places of the drills
	for i := range l.Blocks {
		if l.Blocks[i].Kind == lesson.Drill && l.Blocks[i].Drill != nil {
			at = append(at, i)
		}
	}
	if len(at) < 2 {
		return nil
	}
	cost := func(order []lesson.Block) float64 { return fit.Between(order, students) }
	now := cost(l.Blocks)
	best, least := []lesson.Block(nil), now
	try := func(order []lesson.Block) {
		if c := cost(order); c < least-1e-9 {
			best, least = slices.Clone(order), c
		}
	}
	order := slices.Clone(l.Blocks)
	if len(at) <= mostTried {
		permute(order, at, 0, try)
	} else {
		for i := range at {
			for j := range i {
				order[at[i]], order[at[j]] = order[at[j]], order[at[i]]
				try(order)
				order[at[i]], order[at[j]] = order[at[j]], order[at[i]]
			}
		}
	}
	if best == nil || now-least < worthMoving {
		return nil
	}
	return &lesson.Fix{
		Label:   "Put drills that share a set-up together",
		Outcome: fmt.Sprintf("saves %.1f of %.1f min of changeovers", now-least, math.Round(10*now)/10),
		Blocks:  best,
		Whole:   true,
	}
}

// permute visits every order of the blocks at those places.
func permute(blocks []lesson.Block, at []int, k int, visit func([]lesson.Block)) {
	if k == len(at) {
		visit(blocks)
		return
	}
	for i := k; i < len(at); i++ {
		blocks[at[k]], blocks[at[i]] = blocks[at[i]], blocks[at[k]]
		permute(blocks, at, k+1, visit)
		blocks[at[k]], blocks[at[i]] = blocks[at[i]], blocks[at[k]]
	}
}
