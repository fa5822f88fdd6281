package rotation

import "hodometer/core/units"

// Basis of rotations.
var Derivation = units.Derivation{
	ID:     "rotation",
	Name:   "Rotation",
	Mark:   units.Rule,
	Source: "Berger tables; whist tournaments, Anderson, Combinatorial Designs, from memory; counting",
	Words: "Shows who is where on every turn, and each person's turns, balls, working time and " +
		"waiting time. Evenness is counted and compared with the best possible.",
	Formula: "work : rest = time hitting ÷ all other time",
}
