package rehearse

import (
	"context"

	"hodometer/core/play"
)

// Happened is what kind of thing a step of a play is.
type Happened int

// What can happen in a play.
const (
	Tapped   Happened = iota // an Outcome: a ball, a repetition, a time, or a try that begins
	Changed                  // turn Turn begins
	PickedUp                 // the basket is full again
	AreHere                  // Here are those who take turns from now on
	Rallied                  // a Point was played
)

// Step is one thing that happens in a play, as a coach would tap it on court. Only the
// fields its kind needs are set.
type Step struct {
	At      int64 // of the block's clock, ms
	What    Happened
	Outcome play.Outcome
	Turn    int
	Here    []int
	Point   play.Point
}

// Trail is one play of a block: its steps in order, none where nothing is a matter of chance.
type Trail struct {
	Steps []Step
	Over  int64 // when its last turn is over, ms of its clock
	After int64 // until the next block begins, ms
	// Met are the goals that are met when it is over, and MetAt when that was, ms; by student
	// and stage.
	Met   []bool
	MetAt []int64
}

// watched takes down the steps of a play.
func (t *Trail) watched(s Step) { t.Steps = append(t.Steps, s) }

// Watch plays a drill block once, as the play of that number, to the end of its last turn.
func (b Block) Watch(number int) (t Trail) {
	r := b.lay()
	r.learn(truths)
	p := r.start()
	p.told = t.watched
	p.play(number, r.ends, true)
	t.Over = p.finish(r.ends)
	for i := range b.Lesson.Students {
		for j := range r.stages {
			met := p.script.TallyAt(&p.st, i, j).Met && !p.script.Skipped(i, j)
			at := p.stageAt[i*r.stages+j]
			if at < 0 { // by the last bell
				at = t.Over
			}
			t.Met, t.MetAt = append(t.Met, met), append(t.MetAt, at)
		}
	}
	return t
}

// Watch plays a game block once, as the play of that number, to the end of its last rally.
func (g Game) Watch(number int) (t Trail) {
	p := g.evening(number, stretchesOf(g.Lesson, g.Block, g.From))
	p.told = t.watched
	p.play()
	t.Over = p.ends
	return t
}

// Worked are how many minutes the students were at it in each of so many plays, until they
// had met all or the time was up: what a typical play is told by. It stops with the context.
func (b Block) Worked(ctx context.Context, number int) []float64 {
	r := b.lay()
	defer r.leave()
	plays := r.playAll(ctx, number, false)
	out := make([]float64, number)
	for k := range out {
		for _, when := range plays.all[k*plays.n : (k+1)*plays.n] {
			at := int64(when)
			if at < 0 || at > r.ends {
				at = r.ends
			}
			out[k] += float64(at) / 60_000
		}
	}
	return out
}

// finish plays on to the end of the turn that is on when the time is up, since nobody stops
// in the middle of one, and returns when that is. It stops where the balls are used up, and
// where they were being picked up: that is part of the changeover.
func (p *one) finish(ends int64) int64 {
	s, t := p.script, &p.st.Turn
	if p.picking {
		s.Time(&p.st, ends)
		return ends
	}
	for n := t.N; s.Round != nil && t.On && t.N == n && !t.Full && !t.Rests; {
		up := ends + longestFinish
		if t.Ms > 0 {
			up = min(up, t.From+t.Ms)
		}
		if t.Bell > 0 {
			up = min(up, t.Bell)
		}
		due := s.Due(&p.st, nobody)
		if p.clock >= up || due.Student == nobody || p.r.basket > 0 && p.left <= 0 {
			break
		}
		p.until = up
		p.ball(s, due)
	}
	over := max(ends, p.clock)
	s.Time(&p.st, over)
	return over
}

// longestFinish is how long a coach lets a turn go on after the time is up, ms [trade].
const longestFinish = 120_000
