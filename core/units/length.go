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

// Miles per hour and kilometres per hour in metres per second.
const (
	MPH = 0.44704
	KMH = 1 / 3.6
)

// Speed returns metres per second as a coach of that system says them: "97 km/h", "60 mph".
func Speed(metresPerSecond float64, s System) string {
	if s != Imperial {
		return fmt.Sprintf("%.0f km/h", metresPerSecond/KMH)
	}
	return fmt.Sprintf("%.0f mph", metresPerSecond/MPH)
}

// Measured is a figure that a sentence gives in the coach's units.
type Measured interface{ In(System) string }

// Distance is a length in metres, as a Measured.
type Distance float64

// In returns the length as Length writes it.
func (d Distance) In(s System) string { return Length(float64(d), s) }

// Pace is a speed in metres per second, as a Measured.
type Pace float64

// In returns the speed as Speed writes it.
func (p Pace) In(s System) string { return Speed(float64(p), s) }

// Word is a word as a Measured: the same in both systems.
type Word string

// In returns the word.
func (w Word) In(System) string { return string(w) }

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
		return fmt.Errorf("%s is not a length; write 1.98, \"34 in\", \"13.5 ft\" or \"15.25 cm\"", data)
	}
	*m = Measure(value * factor)
	return nil
}
