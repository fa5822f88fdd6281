package footwork

import "hodometer/core/units"

// Basis of the time to a ball.
var Derivation = units.Derivation{
	ID:     "footwork",
	Name:   "Getting there",
	Mark:   units.Paper,
	Source: "Furusawa, Hill & Parkinson 1927; defaults from memory",
	Words: "After a reaction and split-step time the student sprints from rest; the arm and the " +
		"racket reach the last part. Slack is the time left over.",
	Formula: "d(t) = V(t − τ(1 − e^{−t/τ})); slack = available − needed",
}

// RecoveryBasis of where to wait.
var RecoveryDerivation = units.Derivation{
	ID:     "recovery",
	Name:   "Where to recover to",
	Mark:   units.Trade,
	Source: "two schools of common practice, each reckoned with the sprint",
	Words: "One school goes back to the base every time; the other shifts to the spot from which the" +
		" hardest of the likely replies is least hard.",
	Formula: "shift: the spot with the least max over replies of weight × needed ÷ available",
}
