package progress

import (
	"math"

	"hodometer/core/units"
)

// Session is one session as the load counts it: its length and how hard the
// student said it was, from 1 to 10.
type Session struct {
	DaysAgo float64
	Minutes float64
	Rating  float64
}

// UsualRating stands for a session that nobody rated [trade].
const UsualRating = 5.0

// Load of a session is rating × minutes.
func (s Session) Load() float64 {
	if s.Rating == 0 {
		return s.Minutes * UsualRating
	}
	return s.Minutes * s.Rating
}

// Week is what the last seven days come to.
type Week struct {
	Total float64
	// Usual is the mean of the four weeks before; 0 where nothing was done.
	Usual float64
	// Weeks is in how many of those four there was a session.
	Weeks int
	// Monotony is the mean daily load over its standard deviation (0 where all
	// days are alike or nothing was done), and Strain the total times that.
	Monotony, Strain float64
}

// LoadDerivation says how the load is reckoned.
var LoadDerivation = units.Derivation{
	ID:   "load",
	Name: "Load",
	Mark: units.Memory,
	Source: "Foster et al. 2001, session rating × minutes, from memory; five where nobody rated it is" +
		" common practice",
	Words: "Minutes times how hard it was from 1 to 10, summed over seven days and set beside the " +
		"mean of the four weeks before. Information for the coach, never medical advice.",
	Formula: "Σ rating × minutes; monotony = mean ÷ standard deviation of the seven days; strain = " +
		"total × monotony",
	Inputs: []units.Parameter{
		{Name: "This lesson", Unit: units.Count},
		{Name: "A usual week of late", Unit: units.Count},
		{Name: "Monotony", Unit: units.Count},
		{Name: "Strain", Unit: units.Count},
	},
}

// Loads sums sessions up to today, day 0, and what is planned for it.
func Loads(past []Session, today float64) Week {
	days, weeks := [7]float64{0: today}, [4]bool{}
	w := Week{}
	for _, s := range past {
		switch d := math.Floor(s.DaysAgo); {
		case d < 0:
		case d < 7:
			days[int(d)] += s.Load()
		case d < 35:
			w.Usual += s.Load() / 4
			weeks[int(d-7)/7] = true
		}
	}
	for _, seen := range weeks {
		if seen {
			w.Weeks++
		}
	}
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
