package units

import (
	"fmt"
	"math"
	"strings"
)

// chances as a coach says them, from least to most.
var chances = []struct {
	value float64
	words string
}{
	{0.05, "1 in 20"},
	{0.10, "1 in 10"},
	{0.125, "1 in 8"},
	{1. / 6, "1 in 6"},
	{0.20, "1 in 5"},
	{0.25, "1 in 4"},
	{0.30, "3 in 10"},
	{1. / 3, "1 in 3"},
	{0.40, "4 in 10"},
	{0.50, "even"},
	{0.60, "6 in 10"},
	{2. / 3, "2 in 3"},
	{0.70, "7 in 10"},
	{0.75, "3 in 4"},
	{0.80, "8 in 10"},
	{0.90, "9 in 10"},
	{0.95, "19 in 20"},
}

// ChanceWords says a chance as a coach does: the nearest of the ways there are.
func ChanceWords(p float64) string {
	switch {
	case p < 0.03:
		return "hardly ever"
	case p > 0.97:
		return "nearly sure"
	}
	odds := func(p float64) float64 { return math.Log(p / (1 - p)) }
	best := chances[0]
	for _, c := range chances {
		if math.Abs(odds(c.value)-odds(p)) < math.Abs(odds(best.value)-odds(p)) {
			best = c
		}
	}
	return best.words
}

// SayChance says a chance and, behind it, the range that holds it with 80 %
// certainty: "about 1 in 4 (1 in 8 to 4 in 10)". A chance in tenths has its range
// in tenths too: "about 9 in 10 (6 to 10)".
func SayChance(p, low, high float64) string {
	said, least, most := ChanceWords(p), ChanceWords(low), ChanceWords(high)
	if p >= 0.03 && p <= 0.97 && said != "even" {
		said = "about " + said
	}
	switch {
	case least == most:
		return said
	case p < 0.03:
		return fmt.Sprintf("%s (at best %s)", said, most)
	case p > 0.97:
		return fmt.Sprintf("%s (at worst %s)", said, least)
	}
	if strings.HasSuffix(said, " in 10") {
		return fmt.Sprintf("%s (%.0f to %.0f)", said, 10*low, 10*high)
	}
	return fmt.Sprintf("%s (%s to %s)", said, least, most)
}
