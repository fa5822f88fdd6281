package course

import (
	"fmt"

	"hodometer/core/units"
)

// Theme is what a week is for.
type Theme string

// The themes.
const (
	Open     Theme = "" // what the students need
	Basics   Theme = "basics"
	Combined Theme = "combined"
	AtSpeed  Theme = "speed"
	MatchDay Theme = "match"
	Mix      Theme = "mix"
	Easing   Theme = "ease"
)

// Themes there are, in the order weeks usually have them [trade].
var Themes = []units.Term{
	{ID: string(Basics), Label: "Basics: one thing at a time"},
	{ID: string(Combined), Label: "Combined: balls in sequence"},
	{ID: string(AtSpeed), Label: "At match speed"},
	{ID: string(MatchDay), Label: "Match play"},
	{ID: string(Mix), Label: "An even mix"},
	{ID: string(Easing), Label: "Taper: short and familiar"},
}

// Manner is how themes are laid over weeks.
type Manner string

// The manners.
const (
	StepByStep Manner = "steps" // basics, combined, at speed, match, and again
	EvenMix    Manner = "mix"
	ToEvent    Manner = "event" // toward its day, with easing before it
)

// Manners there are.
var Manners = []units.Term{
	{ID: string(StepByStep), Label: "basics, combined, at speed, match"},
	{ID: string(EvenMix), Label: "an even mix every week"},
	{ID: string(ToEvent), Label: "build up to the event, with a taper before it"},
}

// steps are the themes in their order.
var steps = []Theme{Basics, Combined, AtSpeed, MatchDay}

// Lay gives n weeks their themes. Toward an event the last week eases, the one before is
// match play, and what is left goes from basics to speed in equal parts [trade].
func Lay(n int, m Manner) ([]Theme, error) {
	out := make([]Theme, n)
	switch m {
	case StepByStep:
		for i := range out {
			out[i] = steps[i%len(steps)]
		}
	case EvenMix:
		for i := range out {
			out[i] = Mix
		}
	case ToEvent:
		before := max(0, n-2)
		for i := range out {
			switch {
			case i == n-1:
				out[i] = Easing
			case i == n-2:
				out[i] = MatchDay
			default:
				out[i] = steps[i*3/before]
			}
		}
	default:
		return nil, fmt.Errorf("%q is not a way to order the themes", m)
	}
	return out, nil
}

// EasingShare is how long a lesson of an easing week is, of a usual one [trade].
const EasingShare = 2.0 / 3
