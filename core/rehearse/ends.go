package rehearse

import (
	"slices"
)

// Ends follows the clock of many plays of a lesson: how far each has fallen behind the plan.
// The zero value is a lesson that begins on time.
type Ends struct {
	behind [endPlays]float64 // minutes, by play
}

// endPlays are the plays whose clocks are followed.
const endPlays = 64

// Range is between which eight in ten of the plays lie.
type Range struct{ Early, Late float64 }

// Block lets a block be over so many minutes after its time in each of some plays, none where
// it ends by the clock, and returns how far behind the plan it ends.
func (e *Ends) Block(over []float64) Range {
	for k := range e.behind {
		if len(over) > 0 {
			e.behind[k] += over[k%len(over)]
		}
	}
	return e.now()
}

// Loose lets a block of that id and so many minutes be over where the coach sees fit, as a
// talk or a break is: from a tenth early to a fifth late [trade].
func (e *Ends) Loose(id string, minutes float64) Range {
	seed := seedOf(id)
	for k := range e.behind {
		e.behind[k] += minutes * (0.3*drawn(seed, k) - 0.1)
	}
	return e.now()
}

func (e *Ends) now() Range {
	order := e.behind
	slices.Sort(order[:])
	return Range{order[endPlays/10], order[endPlays-1-endPlays/10]}
}

// Between lets a changeover after the block of that id take from half to one and a half of
// its planned minutes [trade].
func (e *Ends) Between(id string, minutes float64) {
	seed := seedOf(id + " changeover")
	for k := range e.behind {
		e.behind[k] += minutes * (drawn(seed, k) - 0.5)
	}
}

// drawn is a number from 0 to 1, most often about a half, for something in a play.
func drawn(seed uint64, play int) float64 {
	d := dieOf(seed, play)
	share := func(n int) float64 { return float64(d.throw(n)>>11) / (1 << 53) }
	return (share(1) + share(2)) / 2
}
