package pattern

import (
	"sync"

	"hodometer/core/court"
	"hodometer/core/flight"
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

// mostFlights remembered; some 200 bytes each. When they are reached all are
// forgotten, which is simple and rare.
const mostFlights = 8192

// Flights remembers how balls flew. It may be used by many at once; the zero
// value is ready, and nil remembers nothing. Answers are the same either way.
type Flights struct {
	mu    sync.Mutex
	known map[flightKey]Ball
}

// fly is the feed flown, from memory where it was flown before. Only flights
// without a way to draw are kept.
func (k *Flights) fly(f Feed, c *court.Court, ball *flight.Ball) Ball {
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
	k.mu.Lock()
	b, ok := k.known[key]
	k.mu.Unlock()
	if ok {
		return b
	}
	b = f.fly(c, ball, false)
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.known == nil || len(k.known) >= mostFlights {
		k.known = map[flightKey]Ball{}
	}
	k.known[key] = b
	return b
}
