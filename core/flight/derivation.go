package flight

import "hodometer/core/units"

// Basis of a flight.
var Derivation = units.Derivation{
	ID:     "flight",
	Name:   "Flight",
	Mark:   units.Paper,
	Source: "Štěpánek 1988 for tennis, Cohen et al. 2015 for the shuttle, from memory",
	Words: "The ball is followed through the air step by step under gravity, drag and the lift of " +
		"its spin, and the launch is sought that does what was asked.",
	Formula: "a = −g ẑ − ½ρA/m·C_d|v|v + ½ρA/m·C_l v²·(ω×v)/|ω×v|",
}

// TempoBasis of the tempo of a rally.
var TempoDerivation = units.Derivation{
	ID:     "tempo",
	Name:   "Tempo",
	Mark:   units.Rule,
	Source: "flight and bounce, as for one ball; places and heights of the strokes are common practice",
	Words: "One ball of the rally is flown at that pace over the net at that height, bounced, and " +
		"met where the partner stands. A partner comes in for a ball that would be down before, and " +
		"plays it at three tenths of the usual height at the least. Each player’s stroke is the next " +
		"one’s feed.",
	Formula: "balls a minute = 60 s ÷ stroke to stroke",
}
