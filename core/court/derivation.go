package court

import "hodometer/core/units"

// WindowBasis of the window of directions.
var WindowDerivation = units.Derivation{
	ID:     "window",
	Name:   "Angle window",
	Mark:   units.Rule,
	Source: "geometry of the court",
	Words: "The directions from the hitting point that pass between the sidelines at the depth of " +
		"the bounce. Waiting on the line that halves the angle leaves the same room on each side.",
	Formula: "atan((w − x)/(d + y)) + atan((w + x)/(d + y))",
}
