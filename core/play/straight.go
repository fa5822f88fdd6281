package play

import (
	"math/bits"

	"hodometer/core/goal"
)

// Straight is how many balls of whoever is due may follow each other before anything but
// the count changes: before the turn is over, and with nobody else hitting; 1 where each
// ball has to be looked at by itself. A bell is for the caller to see to.
func (s *Script) Straight(st *State, due Due) int {
	t := &st.Turn
	if t.On && (t.By == ByRallies || t.By == ByScore || s.byRow) ||
		len(s.hitting(t.Seat)) != 1 || s.aim(due.Student, due.Stage).Kind == goal.Rally {
		return 1
	}
	if !s.alike[due.Stage] {
		return 1
	}
	if t.On && t.Of > 0 {
		return min(straightest, max(1, t.Of-st.Students[due.Student].had))
	}
	return straightest
}

// straightest is how many balls are counted without looking up.
const straightest = 64

// ToMiss reports whether balls that follow each other stop with the first miss.
func (s *Script) ToMiss() bool { return s.byMiss }

// HitStraight is Hit for up to so many balls that Straight allows: the i-th is good where
// bit i says so. The first is hit at a time, and each gap later. It stops with the ball that
// meets the goal, and with a miss that changes more than the count, and returns how many were
// hit.
func (s *Script) HitStraight(
	st *State,
	due Due,
	most int,
	at, gap int64,
	good uint64,
) (hit int, met bool) {
	g, who := s.aim(due.Student, due.Stage), &st.Students[due.Student]
	tally := s.TallyAt(st, due.Student, due.Stage)
	if s.byMiss {
		most = min(most, bits.TrailingZeros64(^good)+1)
	}
	switch {
	case !g.timed && !tally.Met && !tally.Over && !tally.again:
		hit = tally.plain(g, most, good)
		met = tally.judge(g, at+int64(hit-1)*gap)
	case g.timed && !tally.reaches(g, most):
		hit = most
		tally.add(g, bits.OnesCount64(good&(1<<most-1)), false, at+int64(most-1)*gap)
	default:
		for hit < most && !met {
			is := int(good >> hit & 1)
			met = tally.add(g, is, is == 0, at+int64(hit)*gap)
			hit++
		}
	}
	missed := bits.Len64(^good & (1<<hit - 1)) // up to the last miss
	if missed > 0 {
		who.row, who.missed = 0, true
	}
	who.row += hit - missed
	st.Balls += hit
	s.took(st, hit, s.newOf(due.Stage, hit))
	if n := len(s.balls[due.Stage]); n > 1 {
		if who.ball += hit; who.ball >= n {
			who.ball %= n
		}
	}
	if met {
		s.toward(st, due.Student, due.Stage, at+int64(hit-1)*gap)
	}
	if s.turn.OneBall && missed == hit {
		s.tryAgain(st, due.Student)
	}
	s.had(st, due.Student, hit)
	return hit, met
}

// reaches reports whether so many good balls more can meet a timed goal, or may already do
// so by its time alone.
func (t *Tally) reaches(g *aim, balls int) bool {
	n := len(t.Tries)
	return g.Count == 0 && t.TryAt != byBell || t.again || n == 0 ||
		g.Count > 0 && !t.Met && t.Tries[n-1]+(t.odd+balls)/max(1, g.SetOf) >= g.Count
}

// plain counts up to so many balls toward a goal that nobody has met, as add has it, and
// stops with the one that meets it.
func (t *Tally) plain(g *aim, most int, good uint64) (hit int) {
	hit = most
	good &= 1<<most - 1
	switch first := bits.TrailingZeros64(^good); { // so many good ones go on with the streak
	case !g.startsAgain:
		if wanted := max(1, g.Count-t.Extra-t.good); bits.OnesCount64(good) >= wanted {
			hit = placeOf(good, wanted)
		}
	case t.Streak+first >= g.Count && first > 0:
		hit = max(1, g.Count-t.Streak)
	default:
		if ends := runs(good, max(1, g.Count)); ends != 0 {
			hit = bits.TrailingZeros64(ends) + 1
		}
	}
	good &= 1<<hit - 1
	t.good += bits.OnesCount64(good)
	first := bits.TrailingZeros64(^good)
	t.Best = max(t.Best, t.Streak+first)
	if first >= hit {
		t.Streak += hit
		return hit
	}
	for longer := runs(good, t.Best+1); longer != 0; longer &= longer << 1 {
		t.Best++
	}
	t.Streak = bits.LeadingZeros64(^(good << (64 - hit)))
	return hit
}

// placeOf is the place of the n-th set bit, counted from 1.
func placeOf(set uint64, n int) int {
	for range n - 1 {
		set &= set - 1
	}
	return bits.TrailingZeros64(set) + 1
}

// runs has the bits set with which n or more set bits in a row end.
func runs(set uint64, n int) uint64 {
	if n > 64 {
		return 0
	}
	for range n - 1 {
		if set &= set << 1; set == 0 {
			return 0
		}
	}
	return set
}
