package play

import (
	"math"

	"hodometer/core/goal"
)

// Due is the ball that comes next: who hits it, at which stage it counts, which feed of
// the pattern it is, and which ball of the turn it is, from 1.
type Due struct {
	Student, Stage, Feed, Ball int
}

// nothing is due where nobody hits.
var nothing = Due{Nobody, Nobody, Nobody, 0}

// Due is the next ball of a student, or with Nobody that of whoever is to hit next: of
// several who hit the one who has had fewest of this turn.
func (s *Script) Due(st *State, student int) Due {
	if s.stages == 0 {
		return nothing
	}
	place := 0
	if t := &st.Turn; student == Nobody && t.On && t.Full && s.Round != nil {
		return s.first(st, s.Hitter(t.Seat+1))
	}
	if student == Nobody {
		least := math.MaxInt
		for _, h := range s.hitting(st.Turn.Seat) {
			if had := st.Students[h.student].had; had < least && !s.waits(st, h.student) {
				student, least, place = h.student, had, h.place
			}
		}
	} else {
		place = max(0, s.roleIn(st.Turn.Seat, student))
	}
	if student == Nobody {
		return nothing
	}
	who := &st.Students[student]
	balls := s.balls[who.Stage]
	if s.alike[who.Stage] && who.ball < len(balls) {
		return Due{student, who.Stage, balls[who.ball].Feed, who.had + 1}
	}
	for i, at, passed := 0, who.ball, 0; i < len(balls); i, at = i+1, after(at, balls) {
		ball := balls[at]
		if !s.mine(ball, place) {
			continue
		}
		if ball.Stage != Nobody {
			return Due{student, ball.Stage, ball.Feed, who.had + 1 + passed}
		}
		passed++
	}
	return Due{student, who.Stage, Nobody, who.had + 1}
}

// first is the first ball that is counted of a student's next turn.
func (s *Script) first(st *State, student int) Due {
	if student == Nobody {
		return nothing
	}
	stage := st.Students[student].Stage
	for i, ball := range s.balls[stage] {
		if ball.Stage != Nobody {
			return Due{student, ball.Stage, ball.Feed, i + 1}
		}
	}
	return Due{student, stage, Nobody, 1}
}

// waits reports whether a student who hits has had all of this turn, while others have
// not.
func (s *Script) waits(st *State, student int) bool {
	return st.Turn.On && !st.Turn.Full && !st.Turn.Held && s.doneWith(st, student)
}

// Next is the ball after the one that is due, were that one good: the next one of the
// same student, of another who hits, or the first of the next turn.
func (s *Script) Next(st *State, due Due) Due {
	if due.Student == Nobody {
		return nothing
	}
	who, turn := &st.Students[due.Student], st.Turn
	ball, had, missed, met, row := who.ball, who.had, who.missed, who.met, who.row
	defer func() {
		who.ball, who.had, who.missed, who.met, who.row, st.Turn = ball, had, missed, met, row, turn
	}()
	alone := true
	if t := &st.Turn; t.On && t.Full && s.Round != nil { // it is the first of the next turn
		t.Seat, t.N, t.Full = t.Seat+1, t.N+1, false
		who.missed, who.met, who.row = false, false, 0
		for _, h := range s.hitting(t.Seat) {
			alone = alone && h.student == due.Student
		}
	}
	if balls := s.balls[who.Stage]; due.Feed != Nobody {
		for i := range balls {
			if balls[i].Feed == due.Feed {
				who.ball = after(i, balls)
			}
		}
	}
	who.had = due.Ball
	t := &st.Turn
	if t.On && s.Round != nil && !t.Held && (t.By == ByBalls || t.By == ByEnds) {
		all := alone
		for _, h := range s.hitting(t.Seat) {
			all = all && s.doneWith(st, h.student)
		}
		if all {
			return s.first(st, s.Hitter(t.Seat+1))
		}
	}
	if s.Alternate(st) {
		return s.Due(st, Nobody)
	}
	return s.Due(st, due.Student)
}

// Alternate reports whether the balls go round among those who hit, so that whose ball
// is due is known: one hits, or two take the balls of one feeder or of a rally, which are
// counted one by one.
func (s *Script) Alternate(st *State) bool {
	who := s.hitting(st.Turn.Seat)
	if len(who) <= 1 {
		return true
	}
	if len(who) > 2 || !s.shared {
		return false
	}
	for _, h := range who {
		if s.stages > 0 && !singly(s.aim(h.student, st.Students[h.student].Stage).Kind) {
			return false
		}
	}
	return true
}

// singly reports whether the balls of such a goal are counted one by one.
func singly(k goal.Kind) bool { return k == goal.Total || k == goal.InARow || k == goal.Race }

// Comes reports whether the next student comes up now, while the turn goes on.
func (s *Script) Comes(st *State) bool {
	t := &st.Turn
	return s.turn.NextAt > 0 && t.On && !t.Full && !t.Held && s.Round != nil &&
		s.Due(st, Nobody).Ball >= s.turn.NextAt
}

// Hits reports whether a student hits in the turn that is on.
func (s *Script) Hits(st *State, student int) bool { return s.hits(st.Turn.Seat, student) }

// Until is how many turns after turn n a student hits first; 0 where that is never.
func (s *Script) Until(st *State, n, student int) int {
	for t := range s.Turns() {
		if s.hits(st.Turn.Seat+n-st.Turn.N+t, student) {
			return t
		}
	}
	return 0
}
