package units

import (
	"fmt"
	"math"
	"strconv"
	"strings"
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

// Measure is a length that a document may write as the rule books do: a number
// of metres, or a text such as "34 in", "13.5 ft" or "15.25 cm".
type Measure float64

// lengths of the units a document may use, in metres.
var lengths = []struct {
	unit   string
	metres float64
}{{"in", Inch}, {"ft", Foot}, {"cm", 0.01}, {"m", 1}}

// UnmarshalJSON reads either form.
func (m *Measure) UnmarshalJSON(data []byte) error {
	text := strings.Trim(string(data), `"`)
	factor := 1.0
	for _, l := range lengths {
		if number, ok := strings.CutSuffix(text, " "+l.unit); ok {
			text, factor = number, l.metres
			break
		}
	}
	value, err := strconv.ParseFloat(text, 64)
	if err != nil {
		return fmt.Errorf("%s is no length; write 1.98, \"34 in\", \"13.5 ft\" or \"15.25 cm\"", data)
	}
	*m = Measure(value * factor)
	return nil
}
