package pattern

import (
	"sync"

	"hodometer/core/court"
	"hodometer/core/flight"
)

// A flight depends on these and nothing else. A lesson is reckoned again with
// every change, and mostly its balls are the same, so flights are remembered:
// editing one block costs about that block.
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

var flights = struct {
	sync.Mutex
	known map[flightKey]Ball
}{known: map[flightKey]Ball{}}

// remembered is the feed flown, from memory where it was flown before. Only
// flights without a way to draw are kept.
func (f Feed) remembered(c *court.Court, ball *flight.Ball) Ball {
	key := flightKey{c.ID, f.How.Flown(), f.From, f.To, f.By, f.Want, f.TopRPM, f.SideRPM, f.Height, f.Meet}
	flights.Lock()
	b, ok := flights.known[key]
	flights.Unlock()
	if ok {
		return b
	}
	b = f.fly(c, ball, false)
	flights.Lock()
	defer flights.Unlock()
	if len(flights.known) >= mostFlights {
		clear(flights.known)
	}
	flights.known[key] = b
	return b
}
