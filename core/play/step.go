package play

import (
	"hodometer/core/goal"
)

// Did is what an outcome says was done.
type Did int

// What can be done.
const (
	Good    Did = iota // a ball was made
	Miss               // a ball was missed
	Many               // Value more, of Of balls where those were counted
	Rally              // a rally of Value shots ended with Student's miss
	Go                 // a try of a timed stage begins
	Timed              // it took Value milliseconds
	Reps               // Value repetitions more
	Rated              // it was not yet, nearly or fully held: Value 0, 1 or 2
	Chose              // the last ball was the Value-th choice of its stage
	Correct            // the count was Value good of Of, Best in a row
)

// Where a ball went.
const (
	InNet = iota
	Long
	Wide
	Short
)

// Outcome is one thing that happened to a ball, or to several.
type Outcome struct {
	Did       Did
	Student   int   // Nobody: whose ball is due
	Players   []int // several who did it as one, where Student is Nobody
	Stage     int   // Nobody: the one that is due
	Value, Of int
	Best      int
	Where     int   // Nobody: not known
	At, Clock int64 // by the device's clock, and by the block's, ms
}

// Effects are what a step did: whose ball it was and at which stage, whether it was
// anything a coach may want to take back, whether a goal was just met, and who is to be
// watched now, Nobody for who was before.
type Effects struct {
	Done           bool
	Student, Stage int
	Met            bool
	Focus          int
}

// Play is the step: the state after an outcome. The same state and the same outcome give
// the same result.
func (s *Script) Play(st *State, o Outcome) (e Effects) {
	e.Focus = s.Time(st, o.Clock)
	e.Student, e.Stage = o.Student, o.Stage
	if e.Student == Nobody && len(o.Players) > 0 {
		e.Student = o.Players[0]
	}
	if e.Student == Nobody || e.Stage == Nobody {
		due := s.Due(st, e.Student)
		e.Student, e.Stage = due.Student, due.Stage
	}
	if e.Student < 0 || e.Student >= s.students || e.Stage < 0 || e.Stage >= s.stages {
		e.Student, e.Stage = Nobody, Nobody
		return e
	}
	known := o.Student != Nobody || len(o.Players) == 0 // whose ball it was is known
	own, g := s.OwnAt(st, e.Student, e.Stage), s.aim(e.Student, e.Stage)
	tally := s.TallyAt(st, e.Student, e.Stage)
	e.Done, st.credited = true, st.credited || o.Did != Go
	switch o.Did {
	case Good, Miss:
		e.watch(s.comes(st, e.Student, o.Clock))
		s.ball(st, &e, o, known)
	case Many:
		e.watch(s.comes(st, e.Student, o.Clock))
		balls := max(o.Of, 0)
		switch {
		case o.Of > 0 && known: // balls that were counted tell of the chance
			own.Balls, own.Good = own.Balls+o.Of, own.Good+o.Value
			st.Balls += o.Of
			if g.timed || g.startsAgain {
				e.Met = tally.many(g, o.Value, o.At)
			} else {
				tally.good += o.Value
				e.Met = tally.judge(g, o.At)
			}
		default:
			balls = max(balls, o.Value, 0)
			e.Met = tally.many(g, o.Value, o.At)
		}
		s.took(st, balls, s.newOf(e.Stage, balls))
		s.onward(st, &e, o.Clock)
		e.watch(s.had(st, e.Student, balls))
	case Rally:
		s.rallyEnds(st, &e, o)
	case Go:
		tally.begin(o.At)
		e.Done = false
	case Timed:
		e.watch(s.comes(st, e.Student, o.Clock))
		tally.Times = append(tally.Times, o.Value)
		e.Met = tally.judge(g, o.At)
		s.onward(st, &e, o.Clock)
		e.watch(s.had(st, e.Student, len(s.balls[e.Stage])))
	case Reps:
		e.watch(s.comes(st, e.Student, o.Clock))
		own.Balls, own.Good = own.Balls+o.Value, own.Good+o.Value
		tally.good += o.Value
		st.Students[e.Student].done = e.Stage
		e.Met = tally.judge(g, o.At)
		s.onward(st, &e, o.Clock)
		e.watch(s.had(st, e.Student, o.Value))
	case Rated:
		s.rate(st, &e, o)
	case Chose:
		if e.Done = o.Value >= 0 && o.Value < len(own.Choices); e.Done {
			own.Choices[o.Value]++
		}
	case Correct:
		s.correct(st, &e, o)
	}
	return e
}

// watch takes who is to be watched, where somebody new is.
func (e *Effects) watch(focus int) {
	if focus != Nobody {
		e.Focus = focus
	}
}

// took counts balls that were played, so many of them new from the basket.
func (s *Script) took(st *State, balls, fresh int) {
	st.Fed, st.New = st.Fed+balls, st.New+fresh
	if st.BasketLeft > 0 {
		st.BasketLeft = max(0, st.BasketLeft-fresh)
	}
}

// onward goes on where the outcome just met a goal.
func (s *Script) onward(st *State, e *Effects, clock int64) {
	if e.Met {
		s.toward(st, e.Student, e.Stage, clock)
	}
}

// ball counts one ball, good or missed.
func (s *Script) ball(st *State, e *Effects, o Outcome, known bool) {
	if known {
		s.credit(st, e.Student, e.Stage, o.Did == Good, o.Where)
	}
	due := Due{Student: e.Student, Stage: e.Stage}
	var focus int
	e.Met, focus = s.Hit(st, due, o.Did == Good, o.At, o.Clock)
	e.watch(focus)
}

// Hit is the step of a ball of that student at that stage, good or missed, and reports
// whether a goal was just met, and who is to be watched. It leaves out what Play does
// besides: the bell, the change that a count begins, and the student's own record.
func (s *Script) Hit(st *State, due Due, good bool, at, clock int64) (met bool, focus int) {
	who := &st.Students[due.Student]
	st.Balls++
	skipped, fresh := s.skip(st, due.Student, due.Stage)
	s.took(st, 1+skipped, fresh)
	one := 0
	if good {
		one = 1
		who.row++
	} else {
		who.row, who.missed = 0, true
	}
	g, tally := s.aim(due.Student, due.Stage), s.TallyAt(st, due.Student, due.Stage)
	if met = tally.add(g, one, !good, at); met {
		s.toward(st, due.Student, due.Stage, clock)
	}
	if !good {
		if tally.Met && g.Kind == goal.Rally && s.at(st, due.Student, due.Stage) {
			s.Holders(due.Student, due.Stage, func(other int) { s.advance(st, other, due.Stage, clock) })
		}
		if s.turn.OneBall {
			s.tryAgain(st, due.Student)
		}
	}
	return met, s.had(st, due.Student, 1+skipped)
}

// credit is what a ball adds to a student's own record.
func (s *Script) credit(st *State, student, stage int, good bool, where int) {
	own := s.OwnAt(st, student, stage)
	shot := 0
	if n := len(s.Block.Drill.Stages[stage].Shots); n > 0 {
		shot = own.Balls % n
	}
	own.Balls++
	own.Shots[shot].Balls++
	if good {
		own.Good++
		own.Shots[shot].Good++
	} else if where >= 0 && where < len(own.Misses) {
		own.Misses[where]++
	}
}

// skip moves a student on to the ball after the next one that counts for a stage, and
// returns how many were passed over that nobody counted, and how many of them all, with the
// one that counts, came from the basket.
func (s *Script) skip(st *State, student, stage int) (skipped, fresh int) {
	balls, who := s.balls[stage], &st.Students[student]
	if !s.at(st, student, stage) { // another stage, chosen by hand
		return 0, s.newOf(stage, 1)
	}
	news := func(ball Ball) {
		if ball.New {
			fresh++
		}
	}
	place := max(0, s.roleIn(st.Turn.Seat, student))
	pass := func() {
		if s.mine(balls[who.ball], place) {
			skipped++
			news(balls[who.ball])
		}
		who.ball = after(who.ball, balls)
	}
	for range balls {
		if ball := balls[who.ball]; ball.Stage == stage && s.mine(ball, place) {
			break
		}
		pass()
	}
	if skipped >= len(balls) { // none of them is theirs: a ball more
		skipped, fresh = 0, 0
	}
	news(balls[who.ball])
	// What comes after it and is not counted goes with it, up to the end of the pattern.
	for who.ball = after(who.ball, balls); who.ball > 0 && balls[who.ball].Stage == Nobody; {
		pass()
	}
	return skipped, fresh
}

// after is the place of the ball after one, going round.
func after(ball int, balls []Ball) int {
	if ball+1 >= len(balls) {
		return 0
	}
	return ball + 1
}

// rallyEnds credits a rally of so many shots that ended with a miss of the student: every
// other shot was the partner's, who is the first of Players that is not the student.
func (s *Script) rallyEnds(st *State, e *Effects, o Outcome) {
	partner := Nobody
	for _, p := range o.Players {
		if p != e.Student {
			partner = p
			break
		}
	}
	first := (o.Value + 1) / 2
	one := Outcome{Did: Good, Where: Nobody, Stage: e.Stage, At: o.At, Clock: o.Clock}
	for i := range o.Value { // in the order in which they were played
		if one.Student = partner; i%2 == o.Value%2 || partner == Nobody {
			one.Student = e.Student
		}
		if partner == Nobody && i >= o.Value-first {
			break // nobody was named for the others
		}
		did := s.Play(st, one)
		e.Met = e.Met || did.Met
		e.watch(did.Focus)
	}
	one.Did, one.Student, one.Where = Miss, e.Student, o.Where
	did := s.Play(st, one)
	e.watch(did.Focus)
}

// rate records how well a repetition was held. A rating just after the last repetition
// of a stage is of that stage, though the student has gone on from it; and where none
// was held that was rated, the stage is not met.
func (s *Script) rate(st *State, e *Effects, o Outcome) {
	if e.Done = o.Value >= 0 && o.Value <= 2; !e.Done {
		return
	}
	who := &st.Students[e.Student]
	if who.done != Nobody && who.done != e.Stage && s.OwnAt(st, e.Student, e.Stage).Balls == 0 {
		e.Stage = who.done
	}
	own := s.OwnAt(st, e.Student, e.Stage)
	own.Held[o.Value]++
	own.LastHeld = o.Value
	if !s.repeats[e.Stage] || s.pots[e.Student*s.stages+e.Stage] != e.Student*s.stages+e.Stage {
		return
	}
	t, g := s.TallyAt(st, e.Student, e.Stage), s.aim(e.Student, e.Stage)
	if t.Count >= g.Count && g.Count > 0 {
		was := t.Met
		if t.Met = own.Held[2] > 0; was && !t.Met {
			who.Met = false
		} else if !was && t.Met {
			who.Met = s.metAll(st, e.Student)
		}
	}
}

// correct puts a count right: what was counted before it is as if it had been so.
func (s *Script) correct(st *State, e *Effects, o Outcome) {
	own, t := s.OwnAt(st, e.Student, e.Stage), s.TallyAt(st, e.Student, e.Stage)
	g := s.aim(e.Student, e.Stage)
	others := t.good - own.Good // of those who hold it too
	st.Balls += o.Of - own.Balls
	own.Balls, own.Good = o.Of, o.Value
	t.Met, t.Streak, t.Extra, t.good = false, 0, 0, others+o.Value
	if o.Of == 0 { // of how many is not known
		t.good, t.Extra = others, o.Value
	}
	switch {
	case g.timed:
		t.Tries, t.Best = []int{o.Value}, o.Value
		e.Met = t.judge(g, o.At)
	case g.startsAgain:
		if t.Best = o.Best; t.Best >= g.Count {
			t.Count, t.Met, e.Met = t.Best, true, true
		} else {
			t.Count = 0
		}
	default:
		e.Met = t.judge(g, o.At)
	}
	s.onward(st, e, o.Clock)
	if o.Of == 0 {
		own.Good = 0
	}
}
