package drill

import (
	"hodometer/core/court"
	"hodometer/core/footwork"
	"hodometer/core/pattern"
)

// atStage is the pattern of a stage, as it flies and as it is run through.
type atStage struct {
	pattern  pattern.Pattern
	counting []bool
	flown    []pattern.Ball
	contacts []court.Point
	runs     map[footwork.Mover]turnRun
}

// turnRun is a whole turn of somebody: what it comes to, and the run for each ball of it.
type turnRun struct {
	pattern.Turn
	runs []pattern.Run
}

// stage is how the i-th stage is played.
func (t Turns) stage(i int) *atStage {
	if i < 0 || !t.d.elsewhere(i) {
		i = -1
	}
	out, ok := t.stages[i]
	if !ok {
		at := t.d.At(t.flights, i)
		flown, _ := t.flights.Fly(at.Pattern, false)
		out = &atStage{at.Pattern, at.countedBalls, flown, at.metAt(flown), map[footwork.Mover]turnRun{}}
		t.stages[i] = out
	}
	return out
}

// run is a whole turn of somebody who moves like that, of so many balls.
func (p *atStage) run(m footwork.Mover, balls int) turnRun {
	turn, ok := p.runs[m]
	if !ok {
		turn.Turn, turn.runs = p.pattern.Turn(m, p.flown, balls)
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
