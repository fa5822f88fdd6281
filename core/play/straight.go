package play

import "hodometer/core/goal"

// Straight is how many balls of whoever is due may follow each other before anything but
// the count changes: before the turn is over, and with nobody else hitting; 1 where each
// ball has to be looked at by itself.
func (s *Script) Straight(st *State, due Due) int {
	t := &st.Turn
	if s.turn.OneBall || s.turn.Runs || t.On && t.By != ByBalls && t.By != ByTime ||
		len(s.hitting(t.Seat)) != 1 || s.aim(due.Student, due.Stage).Kind == goal.Rally {
		return 1
	}
	for _, b := range s.balls[due.Stage] {
		if b.Stage != due.Stage || b.Role != Nobody {
			return 1
		}
	}
	if t.On && t.By == ByBalls {
		return max(1, t.Of-st.Students[due.Student].had)
	}
	return straightest
}

// straightest is how many balls are counted without looking up.
const straightest = 64

// HitStraight is Hit for up to so many balls that Straight allows, the i-th good where good
// says so. The first is hit at a time, and each gap later. It stops with the ball that
// meets the goal, and returns how many were hit.
func (s *Script) HitStraight(
	st *State,
	due Due,
	most int,
	at, gap int64,
	good func(i int) bool,
) (hit int, met bool) {
	g, tally, who := s.aim(
		due.Student,
		due.Stage,
	), s.TallyAt(
		st,
		due.Student,
		due.Stage,
	), &st.Students[due.Student]
	counts, wanted := &tally.good, g.Count-tally.Extra
	if g.startsAgain {
		counts, wanted = &tally.Streak, g.Count
	}
	plain := !g.timed && !tally.Met && !tally.Over && !tally.again
	for hit < most && !met {
		is := good(hit)
		if is {
			who.row++
		} else {
			who.row, who.missed = 0, true
		}
		switch {
		case !plain:
			one := 0
			if is {
				one = 1
			}
			met = tally.add(g, one, !is, at+int64(hit)*gap)
		case is: // as add and judge have it
			tally.good++
			tally.Streak++
			tally.Best = max(tally.Best, tally.Streak)
			met = *counts >= wanted
		default:
			tally.Streak = 0
		}
		hit++
	}
	if plain {
		met = tally.judge(g, at+int64(hit-1)*gap)
	}
	st.Balls += hit
	s.took(st, hit)
	who.ball = (who.ball + hit) % len(s.balls[due.Stage])
	if met {
		s.toward(st, due.Student, due.Stage, at+int64(hit-1)*gap)
	}
	s.had(st, due.Student, hit)
	return hit, met
}
