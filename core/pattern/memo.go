package pattern

import (
	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/memo"
)

// A flight depends on these and nothing else. A lesson is reckoned again with
// every change, and mostly its balls are the same, so whoever asks often keeps
// Flights: editing one block costs about that block.
type flightKey struct {
	court                   string
	flown                   bool
	from                    Place
	to                      court.Point
	by                      flight.Given
	want, top, side, height float64
	meet                    Meet
}

// mostFlights remembered; some 200 bytes each.
const mostFlights = 8192

// Flights remembers how balls flew. It may be used by many at once; the zero
// value is ready, and nil remembers nothing. Answers are the same either way.
type Flights struct {
	known memo.Of[flightKey, Ball]
}

// ball is the feed flown, from memory where it was flown before. Only flights
// without a way to draw are kept.
func (k *Flights) ball(f Feed, c *court.Court, ball *flight.Ball) Ball {
	if k == nil {
		return f.fly(c, ball, false)
	}
	key := flightKey{
		c.ID,
		f.How.Flown(),
		f.From,
		f.To,
		f.By,
		f.Want,
		f.TopRPM,
		f.SideRPM,
		f.Height,
		f.Meet,
	}
	return k.known.Get(key, mostFlights, func() Ball { return f.fly(c, ball, false) })
}
