package court

import "math"

// Zone is a band of depth across one end, From to To metres from the net, with
// what a student there should be trying to do.
type Zone struct {
	Name   string  `json:"name"`
	Intent string  `json:"intent"`
	From   float64 `json:"from"`
	To     float64 `json:"to"`
}

// Numbering is where a coach starts to count depth zones. Two schools count
// over the same bands in opposite directions, so the number is only a label.
type Numbering string

// The two schools.
const (
	FromNet      Numbering = "fromNet"
	FromBaseline Numbering = "fromBaseline"
)

// ZoneAt is the depth zone that p stands in, and its number (1 to the number
// of zones) counted as that school counts. Behind the baseline is the last
// band. It is the same at both ends.
func (c *Court) ZoneAt(p Point, n Numbering) (Zone, int) {
	depth := math.Abs(p.Y)
	for i, z := range c.Zones {
		if depth < z.To || i == len(c.Zones)-1 {
			if n == FromBaseline {
				return z, len(c.Zones) - i
			}
			return z, i + 1
		}
	}
	return Zone{}, 0
}
