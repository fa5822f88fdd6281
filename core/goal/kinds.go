package goal

import (
	"math"

	"hodometer/core/units"
)

// Kind is how good balls are counted.
type Kind string

// The kinds of goal.
const (
	Total  Kind = "total"
	InARow Kind = "inARow"
	// Repetitions are done, not hit: nothing about them is a matter of chance.
	Repetitions Kind = "repetitions"
)

// rule is what is its own of a kind of goal, for n good balls at success rate p
// below 1. Adding a kind is adding a row, and the words of its derivation in
// package drill.
type rule struct {
	id    Kind
	label string
	// startsAgain: a miss takes the count back to nothing.
	startsAgain bool
	// repeats: each one done counts, and there is no chance of a good one.
	repeats  bool
	mean     func(n int, p float64) float64            // balls to meet it
	chance   func(n int, p float64, balls int) float64 // to have met it
	quantile func(n int, p, certainty float64) float64 // balls by which it is met
	inTime   func(p float64, balls int) (mean float64) // count that so many balls give
}

var rules = []rule{
	{
		id: Total, label: "in all",
		mean:     func(n int, p float64) float64 { return float64(n) / p },
		chance:   totalChance,
		quantile: totalQuantile,
		inTime:   func(p float64, balls int) float64 { return float64(balls) * p },
	},
	{
		id: InARow, label: "in a row", startsAgain: true,
		// (1 − p^k)/(p^k (1 − p)) = (p^−k − 1)/(1 − p); expm1 keeps it exact near 1.
		mean:     func(n int, p float64) float64 { return math.Expm1(-float64(n)*math.Log(p)) / (1 - p) },
		chance:   inARowChance,
		quantile: inARowQuantile,
		inTime:   bestStreak,
	},
	{
		id: Repetitions, label: "repetitions", repeats: true,
		mean: func(n int, _ float64) float64 { return float64(n) },
		chance: func(n int, _ float64, done int) float64 {
			if done < n {
				return 0
			}
			return 1
		},
		quantile: func(n int, _, _ float64) float64 { return float64(n) },
		inTime:   func(_ float64, done int) float64 { return float64(done) },
	},
}

// never is the rule of a kind that is not known: no number of balls meets it.
var never = rule{
	mean:     func(int, float64) float64 { return Beyond },
	chance:   func(int, float64, int) float64 { return 0 },
	quantile: func(int, float64, float64) float64 { return Beyond },
	inTime:   func(float64, int) float64 { return 0 },
}

func ruleOf(k Kind) *rule {
	for i := range rules {
		if rules[i].id == k {
			return &rules[i]
		}
	}
	return &never
}

// Kinds there are, with the words that follow a number.
func Kinds() (out []units.Term) {
	for _, r := range rules {
		out = append(out, units.Term{ID: string(r.id), Label: r.label})
	}
	return out
}

// StartsAgain says whether a miss takes the count of such a goal back to
// nothing, as it does for a streak.
func (k Kind) StartsAgain() bool { return ruleOf(k).startsAgain }

// Repeats says whether such a goal counts what is done, good or not.
func (k Kind) Repeats() bool { return ruleOf(k).repeats }
