package drill

import (
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/pattern"
)

// atStage is the pattern of a stage, as it flies and as it is run through.
type atStage struct {
	pattern  pattern.Pattern
	counting []bool
	flown    []pattern.Ball
	contacts []court.Point
	runs     map[footwork.Mover]pattern.Turn
}

// stage is how the i-th stage is played.
func (t Turns) stage(i int) *atStage {
	if i < 0 || !t.d.elsewhere(i) {
		i = -1
	}
	out, ok := t.stages[i]
	if !ok {
		at := t.d.At(i)
		flown, _ := t.flights.Fly(at.Pattern, false)
		out = &atStage{at.Pattern, at.countedBalls, flown, at.metAt(flown), map[footwork.Mover]pattern.Turn{}}
		t.stages[i] = out
	}
	return out
}

// run is a whole turn of somebody who moves like that, of so many balls.
func (p *atStage) run(m footwork.Mover, balls int) pattern.Turn {
	turn, ok := p.runs[m]
	if !ok {
		turn = p.pattern.Whole(m, p.flown, balls)
		p.runs[m] = turn
	}
	return turn
}

// shape is the i-th stage drawn for that hand.
func (t Turns) shape(i int, hand court.Hand) Shape {
	at, d := t.stage(i), *t.d
	d.Pattern, d.countedBalls = at.pattern, at.counting
	return d.shape(d.Stages[i], hand, at.contacts)
}

// turnMetres are the metres of a turn, the mean of the stages.
func (t Turns) turnMetres(m footwork.Mover) (sum float64) {
	for i := range t.d.Stages {
		sum += t.stage(i).run(m, t.d.TurnBalls).Metres / float64(len(t.d.Stages))
	}
	return sum
}

// tries is how many of one's own balls the time of the i-th stage holds.
func (t Turns) tries(i int, p Player) int {
	s := t.d.Stages[i]
	if !s.Goal.Kind.Timed() {
		return 0
	}
	apart := t.tempo.SecondsPerBall / t.d.slower() / math.Sqrt(s.Paced()) * t.perBall(p)
	return max(1, int(float64(s.Goal.Seconds)/apart))
}

// members are who holds the i-th stage's goal with that player, in the order in
// which they hit, and the player's place among them. Where it is not known who
// plays, they are as many alike.
func (t Turns) members(i int, p Player) (out []Player, at int) {
	s := t.d.Stages[i]
	me := slices.IndexFunc(t.team, func(o Player) bool { return o.ID == p.ID })
	switch {
	case !s.Shared():
		return []Player{p}, 0
	case me < 0 && s.Holder == Pair:
		return []Player{p, p}, 0
	case me < 0:
		for range max(1, int(t.students+0.5)) {
			out = append(out, p)
		}
		return out, 0
	}
	who := HeldBy(s, len(t.team), me)
	for k, j := range who {
		o := t.team[j]
		if j == me { // as believed here, which may be as it was before
			o, at = p, k
		}
		out = append(out, o)
	}
	return out, at
}

// first is the player's chance to be the first in a race, at the rates in the middle
// of what is believed.
func (t Turns) first(i int, p Player) *float64 {
	s := t.d.Stages[i]
	if s.Goal.Kind != goal.Race {
		return nil
	}
	who, at := t.members(i, p)
	rates := make([]float64, len(who))
	for k, o := range who {
		rates[k] = 1
		if c := t.Curves(o)[i]; c != nil {
			rates[k] = max(leastRate, o.Beliefs[i].Rate(c).Mean)
		}
	}
	out := goal.First(s.Goal.Count, rates, mostShared)[at]
	return &out
}
