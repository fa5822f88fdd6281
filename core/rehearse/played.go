package rehearse

import (
	"slices"

	"hodometer/core/lesson"
	"hodometer/core/play"
)

// nobody is play.Nobody, for short.
const nobody = play.Nobody

// one is a single play of a block: the state, the time, and what is noted of it.
type one struct {
	r     *rehearsal
	st    play.State
	rates []uint64
	dice  []die
	balls []int   // thrown, by student
	try   []int64 // when the running try of a timed stage is over, by student and stage; 0: none
	tried []int   // the turn of that try
	left  int     // balls in the basket
	clock int64
	// metAt is when a student had met everything, and stageAt when each goal was met; ms, −1: not.
	metAt, stageAt []int64
	unmet          int   // students who are still at it
	until          int64 // somebody comes or goes, or the play ends
	next           int   // the stretch of who is there that comes next
	picking        bool  // the balls were being picked up as the block's time was up
	script         *play.Script
	told           func(Step) // who watches; nil: nobody
}

// play plays the block once, until the time, or until all who are there have met all
// where that comes first and nothing else is asked.
func (p *one) play(number int, until int64, whole bool) {
	r := p.r
	s := r.stretches[0].script
	s.Again(&p.st)
	p.rates = r.in(number % truths)
	p.clock, p.left, p.unmet, p.picking = 0, r.basket, 0, false
	for i := range p.dice {
		p.dice[i], p.balls[i], p.metAt[i] = dieOf(r.seeds[i], number), 0, -1
		if len(r.Block.Players) > i {
			p.unmet++
		}
	}
	copy(p.stageAt, r.never)
	copy(p.tried, r.none)
	clear(p.try)
	s.Enter(&p.st, 0)
	p.script, p.next = s, 1
	p.tell(Step{What: AreHere, Here: s.Here})
	p.on(until, whole)
}

// on lets the play go on, until a time, or until all have met all.
func (p *one) on(until int64, whole bool) {
	r, s := p.r, p.script
	for p.clock < until && (whole || p.unmet > 0) {
		for p.next < len(r.stretches) && p.clock >= r.stretches[p.next].from {
			was := s
			was.Time(&p.st, p.clock)
			s = r.stretches[p.next].script
			p.script = s
			p.tell(Step{At: p.clock, What: AreHere, Here: s.Here})
			s.Carry(&p.st, was, p.clock)
			s.Enter(&p.st, p.clock)
			p.next++
		}
		if p.until = until; p.next < len(r.stretches) {
			p.until = min(until, r.stretches[p.next].from)
		}
		if p.change(s) {
			continue
		}
		due := s.Due(&p.st, nobody)
		if due.Student == nobody {
			if p.next == len(r.stretches) {
				return
			}
			p.clock = r.stretches[p.next].from // nobody is there before
			continue
		}
		p.ball(s, due)
	}
}

// tell who watches of a step.
func (p *one) tell(s Step) {
	if p.told != nil {
		p.told(s)
	}
}

// change begins the next turn where this one is over, and waits for the bell where the
// next student steps in.
func (p *one) change(s *play.Script) bool {
	t := &p.st.Turn
	switch {
	case !t.On:
		return false
	case t.Bell > 0 && p.clock >= t.Bell:
		at, seat, rests := t.Bell, t.Seat, t.Rests
		switch s.Time(&p.st, at); {
		case rests:
		case slices.Contains(p.r.shared, true):
			p.note(s, nobody, at)
		default:
			s.Hitting(seat, func(student int) { p.note(s, student, at) })
		}
		return true
	case t.Rests:
		p.clock = t.Bell
		return true
	case t.Bell > 0 || s.Round == nil:
		return false
	case t.Full || t.Ms > 0 && p.clock >= t.From+t.Ms:
		s.Call(&p.st, t.N+1, p.clock)
		p.tell(Step{At: p.clock, What: Changed, Turn: t.N})
		return true
	}
	return false
}

// ball plays the ball that is due, and lets the time go on to the next.
func (p *one) ball(s *play.Script, due play.Due) {
	r, i := p.r, due.Student*p.r.stages+due.Stage
	gap := r.gap[i]
	if r.basket > 0 && p.left <= 0 {
		p.pickUp()
		return
	}
	if r.basket > 0 && r.timed[due.Stage] && p.st.Turn.Bell == 0 && p.tried[i] != p.st.Turn.N {
		// A try is begun with the balls for it in the basket.
		tries := 1000 * int64(s.Goal(due.Student, due.Stage).Seconds) / gap
		if int64(p.left) < min(tries, int64(r.basket)) {
			p.pickUp()
			return
		}
	}
	if r.timed[due.Stage] && p.st.Turn.Bell == 0 && !p.begins(s, due) {
		p.left--
		p.clock += gap
		return
	}
	if n := p.straight(s, due, i, gap); n > 1 {
		fresh := p.st.New
		throws := die.below
		if s.ToMiss() {
			throws = die.untilMiss
		}
		good := throws(p.dice[due.Student], p.balls[due.Student], n, p.rates[i])
		hit, met := s.HitStraight(&p.st, due, n, p.clock+1, gap, good)
		p.balls[due.Student] += hit
		p.left -= p.st.New - fresh
		p.clock += int64(hit) * gap
		if r.live && good>>(hit-1)&1 == 0 {
			p.clock += r.fetch[i]
		}
		if met {
			p.note(s, p.whose(due), p.clock)
		}
		return
	}
	good := p.dice[due.Student].throw(p.balls[due.Student]) < p.rates[i]
	p.balls[due.Student]++
	fed, fresh, met := p.st.Fed, p.st.New, false
	o := play.Outcome{
		Student: due.Student, Stage: due.Stage, Value: 1, Where: nobody, At: p.clock + 1, Clock: p.clock,
	}
	switch {
	case r.clocked[due.Stage]:
		o.Did, o.Value = play.Timed, int(gap)*len(s.Balls(due.Stage))
		met = s.Play(&p.st, o).Met
	case r.tapped[due.Stage]:
		o.Did = play.Reps
		met = s.Play(&p.st, o).Met
	default:
		if o.Did = play.Good; !good {
			o.Did = play.Miss
		}
		met, _ = s.Hit(&p.st, due, good, p.clock+1, p.clock)
	}
	if p.told != nil { // asked here, for a step is large
		p.told(Step{At: p.clock, What: Tapped, Outcome: o})
	}
	p.left -= p.st.New - fresh
	p.clock += int64(max(1, p.st.Fed-fed)) * gap
	if !good && r.live {
		p.clock += r.fetch[i]
	}
	if met {
		p.note(s, p.whose(due), p.clock)
	}
}

// straight is how many balls can be played before something else has to be seen to: the
// turn's end, its time or that of a try, the basket, somebody who comes or goes, and the
// end of the block.
func (p *one) straight(s *play.Script, due play.Due, i int, gap int64) int {
	r := p.r
	if r.live && !s.ToMiss() || r.tapped[due.Stage] || r.Singly || p.told != nil {
		return 1
	}
	n := s.Straight(&p.st, due)
	if r.basket > 0 {
		n = min(n, p.left)
	}
	until := func(at int64) {
		if left := at - p.clock; int64(n-1)*gap >= left { // seldom, and a division takes long
			n = int((left + gap - 1) / gap)
		}
	}
	if t := &p.st.Turn; t.On && t.Ms > 0 {
		until(t.From + t.Ms)
	}
	if t := &p.st.Turn; t.Bell > 0 {
		until(t.Bell)
	} else if r.timed[due.Stage] {
		until(p.try[i])
	}
	until(p.until)
	return n
}

// pickUp fills the basket. The turn's time does not run meanwhile, but at stations, where
// the others go on by the clock, and where a bell ends the stage.
func (p *one) pickUp() {
	p.left, p.clock = p.r.basket, p.clock+p.r.pickUp
	p.st.PickUps++
	if p.picking = p.clock > p.r.ends; !p.picking {
		p.tell(Step{At: p.clock, What: PickedUp})
	}
	if t := &p.st.Turn; t.On && p.r.Block.Block.Moves() != lesson.Stations {
		t.From += p.r.pickUp
	}
}

// begins sees to the try of a timed stage: a new one begins with the first ball of a
// turn, or when the one before it is over. It reports whether the ball is counted: not
// where a whole try has no room left in the turn.
func (p *one) begins(s *play.Script, due play.Due) bool {
	i, t := due.Student*p.r.stages+due.Stage, &p.st.Turn
	if p.tried[i] == t.N && p.clock < p.try[i] {
		return true
	}
	over := p.clock + 1000*int64(s.Goal(due.Student, due.Stage).Seconds)
	if p.tried[i] == t.N && t.Ms > 0 && over > t.From+t.Ms {
		return false
	}
	p.tried[i], p.try[i] = t.N, over
	o := play.Outcome{
		Did: play.Go, Student: due.Student, Stage: due.Stage, At: p.clock + 1, Clock: p.clock,
	}
	s.Play(&p.st, o)
	p.tell(Step{At: p.clock, What: Tapped, Outcome: o})
	return true
}

// whose goals a ball may have met: those of who hit it, or everybody's where a goal is held
// together or a bell ends the stage of all.
func (p *one) whose(due play.Due) int {
	if p.r.shared[due.Stage] || p.r.runs {
		return nobody
	}
	return due.Student
}

// note writes down which goals of a student are met at a time; with nobody, of everybody.
func (p *one) note(s *play.Script, student int, at int64) {
	if student == nobody {
		for i := range p.metAt {
			p.note(s, i, at)
		}
		return
	}
	if p.metAt[student] >= 0 {
		return
	}
	all := true
	for j := range p.r.stages {
		when := &p.stageAt[student*p.r.stages+j]
		if *when >= 0 {
			continue
		}
		over := s.Over(&p.st, student, j)
		all = all && over
		if p.r.races[j] { // over for all, and met by one
			over = s.TallyAt(&p.st, student, j).Met
		}
		if over {
			*when = at
		}
	}
	if all && p.metAt[student] < 0 {
		p.metAt[student] = at
		p.unmet--
	}
}
