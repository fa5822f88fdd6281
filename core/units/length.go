package units

import (
	"fmt"
	"math"
)

// Metres in one foot and in one inch, exact by definition.
const (
	Foot = 0.3048
	Inch = 0.0254
)

// Feet returns f feet in metres.
func Feet(f float64) float64 { return f * Foot }

// System is one of the two ways to write a length.
type System string

// The two systems a coach can choose between.
const (
	Metric   System = "metric"
	Imperial System = "imperial"
)

// Length writes metres as a coach of that system says them: "1.37 m", or
// "4 ft 6 in" to the nearest inch.
func Length(metres float64, s System) string {
	if s != Imperial {
		return fmt.Sprintf("%.2f m", metres)
	}
	inches := int(math.Round(math.Abs(metres) / Inch))
	sign := ""
	if metres < 0 && inches > 0 {
		sign = "−"
	}
	switch feet, rest := inches/12, inches%12; {
	case rest == 0:
		return fmt.Sprintf("%s%d ft", sign, feet)
	case feet == 0:
		return fmt.Sprintf("%s%d in", sign, rest)
	default:
		return fmt.Sprintf("%s%d ft %d in", sign, feet, rest)
	}
}
