package goal

import (
	"fmt"
	"strings"

	"hodometer/core/units"
)

// Limits of a goal.
const (
	// MaxCount is the largest count a goal may ask for.
	MaxCount = 1000
	// MaxSeconds is the longest a goal's clock runs.
	MaxSeconds  = 3600
	leastBell   = 5
	mostInASet  = 20
	leastInASet = 2
)

// Beyond is the number of balls past which the exact figure has no use; means
// and quantiles are cut there.
const Beyond = 1e9

// Goal is what is to be done: Count of what its kind counts.
type Goal struct {
	Kind Kind `json:"kind"`
	// Count is the good balls, sets, shots of a rally, repetitions or tries that are
	// wanted; 0, where the kind allows it, for as many as there are.
	Count int `json:"count"`
	// Seconds are the time of a timed count, the bell of repetitions, or the time to
	// beat against the clock; 0: none.
	Seconds int `json:"seconds,omitempty"`
	// SetOf is how many good balls make a set, where sets are counted; 0: singly.
	SetOf int `json:"setOf,omitempty"`
}

// String says the goal as a coach does.
func (g Goal) String() string { return ruleOf(g.Kind).say(g) }

// Good is how many good balls the goal wants.
func (g Goal) Good() int { return g.Count * max(1, g.SetOf) }

// sayTime says seconds as a coach does: "20 s", "1 min", "1 min 30 s".
func sayTime(seconds int) string {
	var parts []string
	if m := seconds / 60; m > 0 {
		parts = append(parts, fmt.Sprintf("%d min", m))
	}
	if s := seconds % 60; s > 0 || seconds == 0 {
		parts = append(parts, fmt.Sprintf("%d s", s))
	}
	return strings.Join(parts, " ")
}

// Validate lists what is wrong with the goal.
func (g Goal) Validate() (p units.Problems) {
	p.OneOf("kind", string(g.Kind), Kinds())
	r := ruleOf(g.Kind)
	least := 1
	if r.open {
		least = 0
	}
	if g.Count < least || g.Count > MaxCount {
		p.Add("count", fmt.Sprintf("goal: %d to %d, got %d", least, MaxCount, g.Count))
	}
	switch {
	case g.Seconds == 0 && r.time == always:
		p.Add("seconds", "a timed goal needs seconds")
	case g.Seconds != 0 && r.time == noTime:
		p.Add("seconds", fmt.Sprintf("a goal counted %s has no seconds", r.label))
	case g.Seconds != 0 && (g.Seconds < leastBell || g.Seconds > MaxSeconds):
		p.Add(
			"seconds",
			fmt.Sprintf("seconds of a goal: %d to %d, got %d", leastBell, MaxSeconds, g.Seconds),
		)
	}
	switch {
	case g.SetOf != 0 && g.Kind != Timed:
		p.Add("setOf", "only a timed goal has sets")
	case g.SetOf != 0 && (g.SetOf < leastInASet || g.SetOf > mostInASet):
		p.Add("setOf", fmt.Sprintf("balls in a set: %d to %d, got %d", leastInASet, mostInASet, g.SetOf))
	}
	return p
}

// MeanBalls is the mean number of balls to meet the goal at success rate p in
// (0, 1], cut at Beyond.
func (g Goal) MeanBalls(p float64) float64 {
	if p == 1 || g.Count == 0 {
		return float64(g.Good())
	}
	return min(Beyond, ruleOf(g.Kind).mean(g.Good(), p))
}

// Chance is the chance that the goal is met within that many balls.
func (g Goal) Chance(p float64, balls int) float64 {
	switch {
	case g.Count == 0:
		return 1
	case balls < g.Good():
		return 0
	case p == 1:
		return 1
	default:
		return ruleOf(g.Kind).chance(g.Good(), p, balls)
	}
}

// Quantile is the least number of balls that meets the goal with certainty q
// in (0, 1), cut at Beyond.
func (g Goal) Quantile(p, q float64) float64 {
	if p == 1 || g.Count == 0 {
		return float64(g.Good())
	}
	return ruleOf(g.Kind).quantile(g.Good(), p, q)
}

// Fitting is the largest count of that kind met within so many balls with
// certainty q; 0 when not even one is.
func Fitting(k Kind, p float64, balls int, q float64) int {
	lo, hi := 0, min(balls, MaxCount)
	for lo < hi { // the chance falls as the count grows, so halve
		mid := (lo + hi + 1) / 2
		if (Goal{Kind: k, Count: mid}).Chance(p, balls) >= q {
			lo = mid
		} else {
			hi = mid - 1
		}
	}
	return lo
}
