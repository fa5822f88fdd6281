package pattern

import (
	"cmp"
	"slices"

	"hodometer/core/court"
	"hodometer/core/footwork"
)

// Neighbour is a pattern one bend away, with what it asks.
type Neighbour struct {
	ID      string  `json:"id"`
	Label   string  `json:"label"`
	Pattern Pattern `json:"pattern"`
	// Ratio is the worst time ratio: over 1 something is out of reach. Seconds
	// and Metres are of one turn.
	Ratio   float64 `json:"ratio"`
	Seconds float64 `json:"seconds"`
	Metres  float64 `json:"metres"`
	Balls   int     `json:"balls"`

	mean float64 // ratio, for those whose worst ball is the same
}

// Neighbours are the pattern's bends, easiest first by the worst time ratio for
// that student in a turn of so many balls, then by the mean. Bends that change nothing or cannot be fed are left out.
func (k *Flights) Neighbours(p Pattern, m footwork.Mover, balls int) []Neighbour {
	bends := []Neighbour{
		{ID: "mirror", Label: "Mirror image", Pattern: p.Mirror()},
		{ID: "otherHand", Label: "Other hand", Pattern: p.OtherHand()},
		{ID: "reverse", Label: "Reverse order", Pattern: p.Reverse()},
		{ID: "swapDepths", Label: "Short and deep swapped", Pattern: p.SwapDepths()},
		{ID: "onePlace", Label: "All to one place", Pattern: p.OnePlace()},
		{ID: "oneSide", Label: "All to one side", Pattern: p.OneSide()},
		{ID: "shuffled", Label: "A few places, shuffled", Pattern: p.Shuffled()},
		{ID: "anywhere", Label: "Anywhere near", Pattern: p.Anywhere(1.5, 1)},
		{ID: "slower", Label: "A quarter slower", Pattern: p.Tempo(1.25)},
		{ID: "quicker", Label: "A fifth quicker", Pattern: p.Tempo(0.8)},
		{ID: "fewer", Label: "One ball fewer", Pattern: p.Fewer()},
		{ID: "more", Label: "One ball more", Pattern: p.More()},
	}
	shift := p.Clone()
	shift.Shift = !p.Shift
	words := "Shift toward the likely reply"
	if p.Shift {
		words = "Recover to the base"
	}
	bends = append(bends, Neighbour{ID: "recovery", Label: words, Pattern: shift})
	for _, c := range court.All() { // other stages of the same sport
		if here, err := court.ByID(p.Court); err != nil || c.Sport != here.Sport || c.ID == p.Court {
			continue
		}
		if on, err := k.On(p, c.ID); err == nil {
			bends = append(bends, Neighbour{ID: "on " + c.ID, Label: c.Name, Pattern: on})
		}
	}
	out := bends[:0]
	for _, n := range bends {
		if same(n.Pattern, p) || len(n.Pattern.Validate()) > 0 {
			continue
		}
		asks, ok := k.Asks(n.Pattern, m, balls)
		if !ok {
			continue
		}
		asks.ID, asks.Label = n.ID, n.Label
		out = append(out, asks)
	}
	slices.SortStableFunc(
		out,
		func(a, b Neighbour) int { return cmp.Or(cmp.Compare(a.Ratio, b.Ratio), cmp.Compare(a.mean, b.mean)) },
	)
	return out
}

// Asks sums up what a turn of so many balls asks of that mover; false where one
// cannot be fed.
func (k *Flights) Asks(p Pattern, m footwork.Mover, balls int) (n Neighbour, ok bool) {
	plan, err := k.Play(p, m, balls, false)
	if err != nil || slices.ContainsFunc(plan.Balls, func(b Ball) bool { return !b.Feasible }) {
		return n, false
	}
	n = Neighbour{Pattern: p, Seconds: plan.Seconds, Metres: plan.Metres, Balls: len(plan.Balls)}
	for _, b := range plan.Balls {
		n.Ratio = max(n.Ratio, b.Leg.Ratio)
		n.mean += b.Leg.Ratio / float64(len(plan.Balls))
	}
	return n, true
}

// same says whether two patterns ask for the same, people and things apart.
func same(a, b Pattern) bool {
	return a.Court == b.Court && a.Hand == b.Hand && a.Shift == b.Shift && a.Drawn == b.Drawn &&
		a.Start == b.Start &&
		slices.EqualFunc(a.Feeds, b.Feeds, func(x, y Feed) bool {
			alike := equal(x.Aim, y.Aim) && equal(x.Go, y.Go)
			x.Aim, y.Aim, x.Go, y.Go = nil, nil, nil, nil
			return alike && x == y
		})
}

func equal(a, b *court.Point) bool { return a == b || a != nil && b != nil && *a == *b }
