package goal

import "hodometer/core/units"

// Basis of balls and minutes for a goal.
var Derivation = units.Derivation{
	ID:     "goal",
	Name:   "Goal",
	Mark:   units.Rule,
	Source: "negative binomial law; exact recurrence, Feller, vol. 1",
	Words: "Each ball is good with the student’s own success rate, whatever came before. In all, " +
		"every good ball counts; in a row, a miss starts the count again. Minutes are balls at " +
		"the feeding tempo, with a pick-up each time the basket is empty.",
	Formula: "in all: mean N/p, I_p(N, n−N+1); in a row: mean (1 − p^k)/(p^k(1 − p)), S(n) = S(n−1) − " +
		"(1−p)·p^k·S(n−k−1)",
}
