package rotation

import "hodometer/core/units"

// Basis of rotations.
var Derivation = units.Derivation{
	ID:     "rotation",
	Name:   "Rotation",
	Mark:   units.Rule,
	Source: "Berger tables; whist tournaments, Anderson, Combinatorial Designs, from memory; counting",
	Words: "Who is where on every turn, and what it comes to for each: turns, balls, working and " +
		"waiting. Evenness is counted, and set beside the best there can be.",
	Formula: "work : rest = time hitting ÷ all other time",
}
