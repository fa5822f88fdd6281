package goal

import (
	"fmt"
	"math"

	"hodometer/core/units"
)

// Kind is how good balls are counted.
type Kind string

// The kinds of goal.
const (
	Total  Kind = "total"
	InARow Kind = "inARow"
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
	if g.Kind == InARow {
		return fmt.Sprintf("%d in a row", g.Count)
	}
	return fmt.Sprintf("%d in all", g.Count)
}

// Validate lists what is wrong with the goal.
func (g Goal) Validate() (p units.Problems) {
	if g.Kind != Total && g.Kind != InARow {
		p.Add("kind", fmt.Sprintf("%q is not a kind of goal; use total or inARow", g.Kind))
	}
	if g.Count < 1 || g.Count > MaxCount {
		p.Add("count", fmt.Sprintf("a goal counts from 1 to %d good balls, not %d", MaxCount, g.Count))
	}
	return p
}

// MeanBalls is the mean number of balls to meet the goal at success rate p in
// (0, 1], cut at Beyond.
func (g Goal) MeanBalls(p float64) float64 {
	n := float64(g.Count)
	if g.Kind == Total || p == 1 {
		return min(Beyond, n/p)
	}
	// (1 − p^k)/(p^k (1 − p)) = (p^−k − 1)/(1 − p); expm1 keeps it exact near 1.
	return min(Beyond, math.Expm1(-n*math.Log(p))/(1-p))
}

// Chance is the chance that the goal is met within that many balls.
func (g Goal) Chance(p float64, balls int) float64 {
	switch {
	case balls < g.Count:
		return 0
	case p == 1:
		return 1
	case g.Kind == Total:
		return totalChance(g.Count, p, balls)
	default:
		return 1 - waitFor(g.Count, p, func(n int, _ float64) bool { return n >= balls }).at(float64(balls))
	}
}

// Quantile is the least number of balls that meets the goal with certainty q
// in (0, 1), cut at Beyond.
func (g Goal) Quantile(p, q float64) float64 {
	switch {
	case p == 1:
		return float64(g.Count)
	case g.Kind == Total:
		return totalQuantile(g.Count, p, q)
	default:
		// The tolerance stops rounding from asking for one ball more.
		wait := (1 - q) * (1 + 1e-12)
		return waitFor(g.Count, p, func(_ int, s float64) bool { return s <= wait }).reach(wait)
	}
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
