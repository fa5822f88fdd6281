package run

import (
	"slices"

	"hodometer/core/goal"
)

// add counts so many good balls at once, or a miss, toward a goal, and says whether it
// was just met.
func (t *Tally) add(g goal.Goal, good int, miss bool, at int64) (met bool) {
	switch {
	case g.Kind.Timed():
		t.odd += good
		t.try(t.odd / max(1, g.SetOf))
		t.odd %= max(1, g.SetOf)
	case miss:
		t.Streak = 0
	default:
		t.good += good
		t.Streak += good
		t.Best = max(t.Best, t.Streak)
	}
	return t.judge(g, at)
}

// many counts what was not tapped ball by ball: more in all, or a whole streak or
// rally that is over.
func (t *Tally) many(g goal.Goal, value int, at int64) (met bool) {
	switch {
	case g.Kind.Timed():
		t.try(value)
	case g.Kind.StartsAgain():
		t.Best, t.Streak = max(t.Best, value), 0
		if value >= g.Count && !t.Met {
			t.Count, t.Met = value, true
			return true
		}
	default:
		t.Extra = max(-t.good, t.Extra+value)
	}
	return t.judge(g, at)
}

// try adds to the running try of a timed goal.
func (t *Tally) try(value int) {
	if len(t.Tries) == 0 {
		t.Tries = append(t.Tries, 0)
	}
	last := len(t.Tries) - 1
	t.Tries = slices.Clone(t.Tries)
	t.Tries[last] = max(0, t.Tries[last]+value)
	t.Best = slices.Max(t.Tries)
}

// begin opens a try, at a time by the device's clock; one that nothing was counted in
// begins anew.
func (t *Tally) begin(at int64) {
	if n := len(t.Tries); n == 0 || t.Tries[n-1] > 0 {
		t.Tries = append(slices.Clone(t.Tries), 0)
	}
	t.TryAt, t.odd = at, 0
}

// judge sets the count and says whether the goal was just met, at that time. What is met
// stays so, and its count with it.
func (t *Tally) judge(g goal.Goal, at int64) (met bool) {
	if t.Met && g.Count > 0 && !g.Kind.Timed() {
		return false
	}
	switch {
	case g.Kind.Timed() && len(t.Tries) > 0:
		t.Count = t.Tries[len(t.Tries)-1]
	case g.Kind == goal.Clock:
		t.Count = len(t.Times)
	case g.Kind.StartsAgain():
		t.Count = t.Streak
	default:
		t.Count = t.good + t.Extra
	}
	was := t.Met
	switch {
	case g.Kind == goal.Clock:
		t.Met = t.Count >= g.Count && (g.Seconds == 0 || slices.Min(t.Times) <= 1000*g.Seconds)
	case g.Kind.Timed() && g.Count == 0: // as many as there are: when its time is up
		up := t.TryAt == 0 || at >= t.TryAt+1000*int64(g.Seconds) || len(t.Tries) > 1
		t.Met = t.Met || up && t.Best > 0
	case g.Kind.Timed():
		t.Met = t.Best >= g.Count
	default:
		t.Met = t.Count >= g.Count
	}
	return t.Met && !was
}
