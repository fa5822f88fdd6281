package rehearse

import (
	"slices"
	"sync"

	"hodometer/core/play"
)

// room is the memory in which a rehearsal is played. The next one takes it over, for a lesson
// is rehearsed again with every stroke of a pen, and most of what is written down of the
// plays is read once.
type room struct {
	rates  []uint64
	worlds []float64
	met    []int32
	times  []int64
	turns  []int
}

var rooms = sync.Pool{New: func() any { return new(room) }}

// leave gives back the room, of which nothing may be held any longer.
func (r *rehearsal) leave() {
	at := r.room
	at.rates, at.worlds, at.met = at.rates[:0], at.worlds[:0], at.met[:0]
	at.times, at.turns, r.room = at.times[:0], at.turns[:0], nil
	rooms.Put(at)
}

// take is so many zeros more of some memory.
func take[T any](from *[]T, number int) []T {
	at := len(*from)
	*from = slices.Grow(*from, number)[:at+number]
	out := (*from)[at : at+number : at+number]
	clear(out)
	return out
}

// ones are plays that are over.
var ones = sync.Pool{New: func() any { return new(one) }}

// start is a play of the block that is about to begin.
func (r *rehearsal) start() *one {
	n := len(r.Lesson.Students)
	p := ones.Get().(*one)
	p.r, p.dice, p.balls = r, sized(p.dice, n), sized(p.balls, n)
	p.metAt, p.stageAt = sized(p.metAt, n), sized(p.stageAt, n*r.stages)
	p.try, p.tried = sized(p.try, n*r.stages), sized(p.tried, n*r.stages)
	return p
}

// end gives back a play that is over.
func (p *one) end() {
	p.r, p.script, p.rates, p.told = nil, nil, nil, nil
	if p.st.Courts != nil {
		p.st = play.State{}
	}
	ones.Put(p)
}

// sized is a slice of so many values, whichever they are.
func sized[T any](s []T, number int) []T { return slices.Grow(s[:0], number)[:number] }
