package units

import (
	"fmt"
	"math"
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

// SayChance says a chance and what it lies between with 80 % certainty.
func SayChance(p, low, high float64) string {
	said, least, most := ChanceWords(p), ChanceWords(low), ChanceWords(high)
	if p >= 0.03 && p <= 0.97 && said != "even" {
		said = "about " + said
	}
	switch {
	case least == most:
		return said
	case p < 0.03:
		return fmt.Sprintf("%s; %s at best, for what is known", said, most)
	case p > 0.97:
		return fmt.Sprintf("%s; %s at worst, for what is known", said, least)
	}
	return fmt.Sprintf("%s; between %s and %s for what is known", said, least, most)
}
