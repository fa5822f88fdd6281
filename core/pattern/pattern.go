package pattern

import (
	"fmt"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/units"
)

// How a ball is fed.
type How string

// The ways to feed.
const (
	ByHand    How = "hand"
	ByRacket  How = "racket"
	ByMachine How = "machine"
	Live      How = "live" // from a rally
)

// Stroke is what the student plays.
type Stroke string

// The strokes that have a side, and those that have none.
const (
	Forehand Stroke = "forehand"
	Backhand Stroke = "backhand"
	Volley   Stroke = "volley"
	Overhead Stroke = "overhead"
	Either   Stroke = "either"
)

// Meet is where after the bounce the ball is met.
type Meet string

// The ways to meet a ball.
const (
	Falling Meet = "falling" // from the top of the bounce down
	Rising  Meet = "rising"  // on the rise
	InAir   Meet = "inAir"   // before it bounces
)

// Place is a point over the floor.
type Place struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	Z float64 `json:"z"`
}

// Floor is the point under the place.
func (p Place) Floor() court.Point { return court.Point{X: p.X, Y: p.Y} }

// Feed is one ball of the pattern.
type Feed struct {
	How  How   `json:"how"`
	From Place `json:"from"`
	// To is where it bounces or, met in the air, where on the floor it is met.
	To court.Point `json:"to"`
	// By and Want fix the flight: speed m/s, clearance m, time s or apex m.
	By      flight.Given `json:"by"`
	Want    float64      `json:"want"`
	TopRPM  float64      `json:"topRpm"`
	SideRPM float64      `json:"sideRpm"`
	Meet    Meet         `json:"meet"`
	Height  float64      `json:"height"` // of the ball at contact, m
	Stroke  Stroke       `json:"stroke"`
	// Aim is where the student plays it, when something is asked.
	Aim *court.Point `json:"aim,omitempty"`
	// Gap is the time in seconds from this release to the next.
	Gap float64 `json:"gap"`
}

// Person is somebody who is not the hitter.
type Person struct {
	Role string      `json:"role"` // feeder, partner, waiting, collector
	At   court.Point `json:"at"`
}

// Object is something set out on court.
type Object struct {
	Kind string      `json:"kind"` // cone, marker, basket, obstacle
	At   court.Point `json:"at"`
}

// Pattern is a feeding pattern with the court it is drawn on.
type Pattern struct {
	Court   string      `json:"court"`
	Area    court.Area  `json:"area"`
	Hand    court.Hand  `json:"hand"`
	Start   court.Point `json:"start"` // the student at the first release
	Base    court.Point `json:"base"`
	Shift   bool        `json:"shift"` // recover to the better spot, not to the base
	Feeds   []Feed      `json:"feeds"`
	People  []Person    `json:"people"`
	Objects []Object    `json:"objects"`
}

// MostFeeds of a turn; more is a basket, not a pattern.
const MostFeeds = 24

// Validate lists what is wrong with the pattern.
func (p Pattern) Validate() (out units.Problems) {
	c, err := court.ByID(p.Court)
	if err != nil {
		out.Add("court", err.Error())
		return out
	}
	if _, ok := c.HalfWidth[p.Area]; !ok {
		out.Add("area", fmt.Sprintf("%q is not an area; use singles or doubles", p.Area))
	}
	if p.Hand != court.RightHand && p.Hand != court.LeftHand {
		out.Add("hand", fmt.Sprintf("%q is not a hand; use right or left", p.Hand))
	}
	onFloor := func(field string, q court.Point) {
		if !c.OnFloor(q) {
			out.Add(field, "this lies off the floor around the court")
		}
	}
	onFloor("start", p.Start)
	onFloor("base", p.Base)
	if len(p.Feeds) < 1 || len(p.Feeds) > MostFeeds {
		out.Add("feeds", fmt.Sprintf("a turn has 1 to %d feeds, not %d", MostFeeds, len(p.Feeds)))
	}
	for i, f := range p.Feeds {
		out.Under(fmt.Sprintf("feeds[%d]", i), f.validate(c))
	}
	for i, q := range p.People {
		onFloor(fmt.Sprintf("people[%d].at", i), q.At)
	}
	for i, o := range p.Objects {
		onFloor(fmt.Sprintf("objects[%d].at", i), o.At)
	}
	return out
}

// limits of what fixes a flight.
var limits = map[flight.Given]struct {
	lo, hi float64
	words  string
}{
	flight.BySpeed:     {0.5, 90, "a ball leaves at %g to %g m/s, not %g"},
	flight.ByClearance: {-0.5, 12, "a ball passes the net by %g to %g m, not %g"},
	flight.ByTime:      {0.05, 8, "a ball is in the air %g to %g s, not %g"},
	flight.ByApex:      {0.05, 20, "a ball rises to %g to %g m, not %g"},
}

func (f Feed) validate(c *court.Court) (out units.Problems) {
	if l, ok := limits[f.By]; !ok {
		out.Add("by", fmt.Sprintf("a feed is fixed by speed, clearance, time or apex, not %q", f.By))
	} else if !(f.Want >= l.lo && f.Want <= l.hi) {
		out.Add("want", fmt.Sprintf(l.words, l.lo, l.hi, f.Want))
	}
	if !c.OnFloor(f.From.Floor()) || !(f.From.Z >= 0 && f.From.Z <= 5) {
		out.Add("from", "a feed leaves over the floor around the court, up to 5 m high")
	}
	if !c.OnFloor(f.To) || f.To.Y > 0 {
		out.Add("to", "a feed comes to the student's end, on the floor around the court")
	}
	if f.Meet != Falling && f.Meet != Rising && f.Meet != InAir {
		out.Add("meet", fmt.Sprintf("a ball is met falling, rising or inAir, not %q", f.Meet))
	}
	if !(f.Height >= 0.02 && f.Height <= 3.5) {
		out.Add("height", fmt.Sprintf("a ball is met 0.02 to 3.5 m high, not %g", f.Height))
	}
	if !(f.Gap >= 0.2 && f.Gap <= 60) {
		out.Add("gap", fmt.Sprintf("feeds come every 0.2 to 60 s, not %g", f.Gap))
	}
	for field, rpm := range map[string]float64{"topRpm": f.TopRPM, "sideRpm": f.SideRPM} {
		if !(rpm >= -9000 && rpm <= 9000) {
			out.Add(field, fmt.Sprintf("a ball spins up to 9000 rpm, not %g", rpm))
		}
	}
	return out
}
