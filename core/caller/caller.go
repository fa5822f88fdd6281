package caller

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"

	"hodometer/core/units"
)

// Place is what can be called, with where its arrow points: x to the right, y away from
// who is called, each −1, 0 or 1; a number points nowhere.
type Place struct {
	ID    string  `json:"id"`
	Label string  `json:"label"`
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
}

// Kind is a set of places.
type Kind struct {
	ID     string  `json:"id"`
	Label  string  `json:"label"`
	Places []Place `json:"places"`
}

// Kinds there are. The beat calls nothing.
var Kinds = []Kind{
	{"beat", "Metronome only", nil},
	{"corners", "Four corners", []Place{
		{"frontLeft", "Front left", -1, 1}, {"frontRight", "Front right", 1, 1},
		{"backLeft", "Back left", -1, -1}, {"backRight", "Back right", 1, -1},
	}},
	{"six", "Six corners", []Place{
		{"frontLeft", "Front left", -1, 1}, {"frontRight", "Front right", 1, 1},
		{"left", "Left", -1, 0}, {"right", "Right", 1, 0},
		{"backLeft", "Back left", -1, -1}, {"backRight", "Back right", 1, -1},
	}},
	{
		"ways",
		"Four ways",
		[]Place{
			{
				"forward",
				"Forward",
				0,
				1,
			},
			{"right", "Right", 1, 0},
			{"back", "Back", 0, -1},
			{"left", "Left", -1, 0},
		},
	},
	{"numbers", "Numbers", []Place{
		{"1", "1", 0, 0}, {"2", "2", 0, 0}, {"3", "3", 0, 0}, {"4", "4", 0, 0},
	}},
}

// kind of that id; nil for none.
func kind(id string) *Kind {
	for i := range Kinds {
		if Kinds[i].ID == id {
			return &Kinds[i]
		}
	}
	return nil
}

// Ask is what a coach wants called.
type Ask struct {
	Kind string `json:"kind"`
	// Script is an order of places by id, round and round; none: at random.
	Script []string `json:"script,omitempty"`
	// Seconds between calls, at first; each minute they are shorter by the share
	// Quicken, down to Least.
	Seconds float64 `json:"seconds"`
	Quicken float64 `json:"quicken,omitempty"`
	Least   float64 `json:"least,omitempty"`
	Minutes float64 `json:"minutes"` // of a set
	Seed    uint64  `json:"seed"`
}

// Limits.
const (
	shortest = 0.2 // s between calls
	slowest  = 30.0
	longest  = 30.0 // min of a set
)

// Validate lists what is wrong with what is asked.
func (a Ask) Validate() (p units.Problems) {
	k := kind(a.Kind)
	if k == nil {
		p.Add("kind", fmt.Sprintf("%q cannot be called", a.Kind))
		return p
	}
	if !(a.Seconds >= shortest && a.Seconds <= slowest) {
		p.Add("seconds", fmt.Sprintf("time between calls: %g to %g s, got %g", shortest, slowest, a.Seconds))
	}
	if !(a.Quicken >= 0 && a.Quicken <= 0.9) {
		p.Add("quicken", fmt.Sprintf("speed-up: 0 to 0.9 each minute, got %g", a.Quicken))
	}
	if a.Least != 0 && !(a.Least >= shortest && a.Least <= slowest) {
		p.Add("least", fmt.Sprintf("shortest time between calls: at least %g s, got %g", shortest, a.Least))
	}
	if !(a.Minutes > 0 && a.Minutes <= longest) {
		p.Add("minutes", fmt.Sprintf("length of a set: at most %g minutes, got %g", longest, a.Minutes))
	}
	for i, id := range a.Script {
		if !slices.ContainsFunc(k.Places, func(p Place) bool { return p.ID == id }) {
			p.Add(fmt.Sprintf("script[%d]", i), fmt.Sprintf("%q is not one of these places", id))
		}
	}
	return p
}

// Call is one of them: seconds after the set began, and the place by its number; −1 for
// a beat.
type Call struct {
	At    float64 `json:"at"`
	Place int     `json:"place"`
}

// apart is how many times oftener one place may be called than another [trade].
const apart = 2

// Calls of one set. What is asked must be valid; the same seed gives the same calls.
func (a Ask) Calls() (out []Call) {
	k := kind(a.Kind)
	rng := rand.New(rand.NewPCG(a.Seed, 0x9e3779b97f4a7c15))
	count := make([]int, len(k.Places))
	last := -1
	least := max(a.Least, shortest)
	for at := 0.0; at < 60*a.Minutes-1e-9; {
		place := -1
		switch n := len(k.Places); {
		case n == 0:
		case len(a.Script) > 0:
			id := a.Script[len(out)%len(a.Script)]
			place = slices.IndexFunc(k.Places, func(p Place) bool { return p.ID == id })
		default:
			var may []int
			fewest := slices.Min(count)
			for i := range k.Places {
				if count[i] < fewest+apart && (i != last || n == 1) {
					may = append(may, i)
				}
			}
			place = may[rng.IntN(len(may))]
		}
		if place >= 0 {
			count[place]++
		}
		last = place
		out = append(out, Call{at, place})
		// From the set's time, not from call to call: nothing adds up.
		at += max(min(a.Seconds, least), max(least, a.Seconds*math.Pow(1-a.Quicken, at/60)))
		if a.Quicken == 0 {
			at = float64(len(out)) * a.Seconds
		}
	}
	return out
}
