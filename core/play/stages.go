package play

import (
	"hodometer/core/drill"
	"hodometer/core/goal"
)

// at reports whether a student works on a stage, or on one beside it.
func (s *Script) at(st *State, student, stage int) bool {
	from, to := s.Group(stage)
	return st.Students[student].Stage >= from && st.Students[student].Stage < to
}

// toward goes on where a goal was just met, for all who hold it.
func (s *Script) toward(st *State, student, stage int, clock int64) {
	s.Holders(student, stage, func(other int) {
		who := &st.Students[other]
		over := s.overAll(st, other, stage)
		if over && s.turn.OneBall && s.at(st, other, stage) {
			who.far++
			who.Far = max(who.Far, who.far)
		}
		s.advance(st, other, stage, clock)
		who.met = who.met || over && (!s.turn.OneBall || who.far == s.groupsFrom(other))
	})
	if s.aim(student, stage).Kind == goal.Race {
		for i := range st.Students {
			if t := s.TallyAt(st, i, stage); i != student && !t.Met {
				t.Over = true
				s.advance(st, i, stage, clock)
			}
		}
	}
	s.Release(st, stage, clock)
}

// advance moves on to the next stage that is not over and whose gate is open, looking
// round from the one just met; with all over it stays.
func (s *Script) advance(st *State, student, from int, clock int64) {
	who := &st.Students[student]
	g, t := s.aim(student, from), s.TallyAt(st, student, from)
	if s.turn.Runs {
		if !g.timed && s.at(st, student, from) && s.overAll(st, student, from) {
			s.bell(st, clock)
		}
		return
	}
	if g.timed || // its time goes on; the coach says when to go on
		g.Kind == goal.Rally && t.Streak > 0 { // the rally goes on; its end moves on
		who.Met = s.metAll(st, student)
		return
	}
	if !s.overAll(st, student, from) && !t.again { // others beside it go on
		if first := s.groups[from][0]; s.at(st, student, from) || !s.overAll(st, student, first) {
			return
		}
	}
	if s.turn.OneBall {
		who.Met = s.metAll(st, student)
		if _, to := s.Group(from); s.at(st, student, from) && to < s.stages {
			s.goTo(st, student, to)
		}
		return
	}
	all := true
	_, to := s.Group(from)
	for i := range s.stages {
		next := (to + i) % s.stages
		if s.Over(st, student, next) {
			continue
		}
		if all = false; !s.Locked(st, student, next) {
			s.goTo(st, student, s.groups[next][0])
			who.Waits = false
			return
		}
	}
	who.Met, who.Waits = all, !all
}

// groupsFrom is how many stages a student climbs from where they begin, those side by
// side as one.
func (s *Script) groupsFrom(student int) (n int) {
	for j := s.begins[student]; j < s.stages; j++ {
		if s.groups[j][0] == j {
			n++
		}
	}
	return n
}

// goTo takes a student to a stage, at its first ball.
func (s *Script) goTo(st *State, student, stage int) {
	who := &st.Students[student]
	if who.Stage == stage {
		return
	}
	who.Stage, who.ball = stage, 0
	if s.turn.OneBall { // what was met before is tried again
		from, to := s.Group(stage)
		for j := from; j < to; j++ {
			t := s.TallyAt(st, student, j)
			t.again, t.Streak = t.Met, 0
			if t.again {
				t.Count = 0
			}
		}
	}
}

// tryAgain begins the next try after a miss, where one ball is all there is.
func (s *Script) tryAgain(st *State, student int) {
	who := &st.Students[student]
	to := s.groups[who.Stage][0]
	switch s.turn.Again {
	case drill.AgainHere:
		return
	case drill.AgainBack:
		if to > s.groups[s.begins[student]][0] {
			to = s.groups[to-1][0]
		}
		who.far = max(0, who.far-1)
	default:
		to, who.far = s.groups[s.begins[student]][0], 0
	}
	s.goTo(st, student, to)
}

// Release lets those go on who waited for the last to reach a gate.
func (s *Script) Release(st *State, stage int, clock int64) {
	for i := range st.Students {
		if st.Students[i].Waits {
			s.advance(st, i, min(stage, s.stages-1), clock)
		}
	}
}

// Locked reports whether a gate before the stage is not open for a student.
func (s *Script) Locked(st *State, student, stage int) bool {
	stage = s.groups[stage][0]
	if stage <= st.Students[student].Opened {
		return false
	}
	for i := range stage {
		switch s.gates[i] {
		case drill.GateEach:
			if !s.Over(st, student, i) {
				return true
			}
		case drill.GateAll:
			for j := range st.Students {
				if !st.Students[j].Away && !s.Over(st, j, i) {
					return true
				}
			}
		}
	}
	return false
}

// Pick takes a student to a stage because the coach says so.
func (s *Script) Pick(st *State, student, stage int) {
	s.goTo(st, student, s.groups[stage][0])
	st.Students[student].Waits = false
}

// Open takes a student to a stage through whatever gate.
func (s *Script) Open(st *State, student, stage int) {
	s.Pick(st, student, stage)
	who := &st.Students[student]
	who.Opened = max(who.Opened, stage)
}
