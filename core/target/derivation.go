package target

import "hodometer/core/units"

// Basis of the chances of a target.
var Derivation = units.Derivation{
	ID:     "target",
	Name:   "Target",
	Mark:   units.Rule,
	Source: "two-dimensional normal law, integrated",
	Words: "Balls scatter around the aim, more along the shot than across it. The chance is the " +
		"share of that cloud which lies in the target and in court; balls in the net come off " +
		"first.",
	Formula: "∫ φ(y) [Φ((hi(y) − μ(y))/σc) − Φ((lo(y) − μ(y))/σc)] dy",
}

// SigmaBasis of the spread from logs.
var SigmaDerivation = units.Derivation{
	ID:     "sigma",
	Name:   "Spread from a log",
	Mark:   units.Rule,
	Source: "Rayleigh’s law; Bayes’ rule on σ",
	Words: "The share of balls inside a circle gives the student’s spread. Several circles are combined; " +
		"with few balls, the usual spread of the level counts too.",
	Formula: "σ = r/√(−2 ln(1−p))",
}
