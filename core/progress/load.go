package progress

import (
	"math"

	"hodometer/core/units"
)

// Worked is one lesson as the load counts it: how many days before the day asked
// about (by the calendar), its length in minutes and how hard the student said
// it was, from 1 to 10. One that is only planned has no rating yet.
type Worked struct {
	DaysBefore int
	Minutes    float64
	Rating     float64
}

// LoadDays is how far back lessons count: the week, and four before it.
const LoadDays = 35

// UsualRating stands for a session that nobody rated [trade].
const UsualRating = 5.0

// Load is rating × minutes.
func (s Worked) Load() float64 {
	if s.Rating == 0 {
		return s.Minutes * UsualRating
	}
	return s.Minutes * s.Rating
}

// Week is what the seven days that end with a lesson come to.
type Week struct {
	Total float64
	// Usual is the mean of those of the four weeks before in which there was a session; 0 where
	// there was none. A week away is not a light week.
	Usual float64
	// Weeks is in how many of those four there was a session.
	Weeks int
	// Last is the week before, and Earlier the mean of those of the three before that one in which
	// there was a session.
	Last, Earlier float64
	// Monotony is the mean daily load over its standard deviation (0 where all
	// days are alike or nothing was done), and Strain the total times that.
	Monotony, Strain float64
}

// LoadDerivation says how the load is reckoned.
var LoadDerivation = units.Derivation{
	ID:   "load",
	Name: "Load",
	Mark: units.Memory,
	Source: "Foster et al. 2001, session rating × minutes, from memory; five where it was not rated is" +
		" common practice",
	Words: "Minutes times effort from 1 to 10, summed over the seven days that " +
		"end with this lesson, planned ones among them, and set beside the mean of those of the four weeks " +
		"before in which there was a lesson. " +
		"Information for the coach, never medical advice.",
	Formula: "Σ rating × minutes; monotony = mean ÷ standard deviation of the seven days; strain = " +
		"total × monotony",
	Inputs: []units.Parameter{
		{Name: "This lesson", Unit: units.Load},
		{Name: "A usual week recently", Unit: units.Load},
		{Name: "Monotony", Unit: units.Count},
		{Name: "Strain", Unit: units.Load},
	},
}

// Loads sums the lessons of the seven days that end with the day asked about, day
// 0, and what today's comes to, beside the four weeks before them.
func Loads(others []Worked, today float64) Week {
	days, weeks, seen := [7]float64{0: today}, [4]float64{}, [4]bool{}
	w := Week{}
	for _, s := range others {
		switch d := s.DaysBefore; {
		case d < 0:
		case d < 7:
			days[d] += s.Load()
		case d < LoadDays:
			weeks[(d-7)/7] += s.Load()
			seen[(d-7)/7] = true
		}
	}
	w.Last = weeks[0]
	earlier := 0
	for i, load := range weeks {
		if !seen[i] {
			continue
		}
		w.Weeks++
		w.Usual += load
		if i > 0 {
			earlier++
			w.Earlier += load
		}
	}
	w.Usual, w.Earlier = w.Usual/float64(max(1, w.Weeks)), w.Earlier/float64(max(1, earlier))
	mean, square := 0.0, 0.0
	for _, d := range days {
		w.Total += d
		mean += d / 7
	}
	for _, d := range days {
		square += (d - mean) * (d - mean) / 7
	}
	if square > 0 {
		w.Monotony = mean / math.Sqrt(square)
	}
	w.Strain = w.Total * w.Monotony
	return w
}
