package goal

import (
	"fmt"

	"hodometer/core/units"
)

// MaxCount is the largest count a goal may ask for.
const MaxCount = 1000

// Beyond is the number of balls past which the exact figure has no use; means
// and quantiles are cut there.
const Beyond = 1e9

// Goal is what a student must do: Count good balls, in all or in a row.
type Goal struct {
	Kind  Kind `json:"kind"`
	Count int  `json:"count"`
}

// String says the goal as a coach does.
func (g Goal) String() string {
	return fmt.Sprintf("%d %s", g.Count, ruleOf(g.Kind).label)
}

// Validate lists what is wrong with the goal.
func (g Goal) Validate() (p units.Problems) {
	p.OneOf("kind", string(g.Kind), Kinds())
	if g.Count < 1 || g.Count > MaxCount {
		p.Add("count", fmt.Sprintf("a goal counts from 1 to %d good balls, not %d", MaxCount, g.Count))
	}
	return p
}

// MeanBalls is the mean number of balls to meet the goal at success rate p in
// (0, 1], cut at Beyond.
func (g Goal) MeanBalls(p float64) float64 {
	if p == 1 {
		return float64(g.Count)
	}
	return min(Beyond, ruleOf(g.Kind).mean(g.Count, p))
}

// Chance is the chance that the goal is met within that many balls.
func (g Goal) Chance(p float64, balls int) float64 {
	switch {
	case balls < g.Count:
		return 0
	case p == 1:
		return 1
	default:
		return ruleOf(g.Kind).chance(g.Count, p, balls)
	}
}

// Quantile is the least number of balls that meets the goal with certainty q
// in (0, 1), cut at Beyond.
func (g Goal) Quantile(p, q float64) float64 {
	if p == 1 {
		return float64(g.Count)
	}
	return ruleOf(g.Kind).quantile(g.Count, p, q)
}

// Fitting is the largest count of that kind met within so many balls with
// certainty q; 0 when not even one is.
func Fitting(k Kind, p float64, balls int, q float64) int {
	lo, hi := 0, min(balls, MaxCount)
	for lo < hi { // the chance falls as the count grows, so halve
		mid := (lo + hi + 1) / 2
		if (Goal{k, mid}).Chance(p, balls) >= q {
			lo = mid
		} else {
			hi = mid - 1
		}
	}
	return lo
}
