package pattern

import (
	"fmt"
	"slices"

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
	// Self and Shadow bring no ball over: the student tosses, drops or serves it
	// where it is met, or plays the stroke without one. Want is the time in
	// seconds from the call to the stroke.
	Self   How = "self"
	Shadow How = "shadow"
)

// Flown says whether a ball comes from somewhere else.
func (h How) Flown() bool { return h != Self && h != Shadow }

// Fed says whether each ball is a new one from a basket, tube or machine.
func (h How) Fed() bool { return h == ByHand || h == ByRacket || h == ByMachine || h == Self }

// Stroke is what the student plays.
type Stroke string

// The strokes that have a side, and those that have none.
const (
	Forehand Stroke = "forehand"
	Backhand Stroke = "backhand"
	Volley   Stroke = "volley"
	Overhead Stroke = "overhead"
	Serve    Stroke = "serve"
	Either   Stroke = "either"
)

// Strokes there are.
var Strokes = []units.Term{
	{ID: string(Forehand), Label: "forehand"},
	{ID: string(Backhand), Label: "backhand"},
	{ID: string(Volley), Label: "volley"},
	{ID: string(Overhead), Label: "overhead"},
	{ID: string(Serve), Label: "serve"},
	{ID: string(Either), Label: "any stroke"},
}

// Shape is how a ball is struck and flies.
type Shape string

// The shapes of a shot.
const (
	Flat    Shape = "flat"
	Topspin Shape = "topspin"
	Slice   Shape = "slice"
	Lob     Shape = "lob"
	Drop    Shape = "drop"
	Smash   Shape = "smash"
	Block   Shape = "block"
	Dink    Shape = "dink"
)

// Shapes there are.
var Shapes = []units.Term{
	{ID: string(Flat), Label: "flat"},
	{ID: string(Topspin), Label: "with topspin"},
	{ID: string(Slice), Label: "with slice"},
	{ID: string(Lob), Label: "lob"},
	{ID: string(Drop), Label: "drop"},
	{ID: string(Smash), Label: "smash"},
	{ID: string(Block), Label: "block"},
	{ID: string(Dink), Label: "dink"},
}

// Hows are the ways a ball comes.
var Hows = []units.Term{
	{ID: string(ByHand), Label: "by hand"},
	{ID: string(ByRacket), Label: "by racket"},
	{ID: string(ByMachine), Label: "by ball machine"},
	{ID: string(Live), Label: "from a rally"},
	{ID: string(Self), Label: "own toss or serve"},
	{ID: string(Shadow), Label: "no ball"},
}

// Meets are the ways a ball is met.
var Meets = []units.Term{
	{ID: string(Falling), Label: "falling"},
	{ID: string(Rising), Label: "on the rise"},
	{ID: string(InAir), Label: "in the air"},
}

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
	// Hitter is the role that plays it, by its id in the drill; "": whoever hits.
	Hitter string `json:"hitter,omitempty"`
	// Aim is where the student plays it, when something is asked.
	Aim *court.Point `json:"aim,omitempty"`
	// Go is where the student goes after it, when not back to the base or the
	// better spot: on to the next station, or nowhere.
	Go *court.Point `json:"go,omitempty"`
	// Gap is the time in seconds from this release to the next.
	Gap float64 `json:"gap"`
}

// Roles of people other than the student drawn.
var Roles = []units.Term{
	{ID: string(Feeder), Label: "feeder"},
	{ID: string(Partner), Label: "partner"},
	{ID: string(Hitter), Label: "another hitter"},
	{ID: string(InLine), Label: "waiting line"},
	{ID: string(Collector), Label: "collector"},
}

// Role is what somebody besides the student drawn does there.
type Role string

// The roles.
const (
	Feeder    Role = "feeder"
	Partner   Role = "partner"
	Hitter    Role = "hitter"
	InLine    Role = "waiting"
	Collector Role = "collector"
)

// Kinds of things set out.
var Kinds = []units.Term{
	{ID: "cone", Label: "cone"},
	{ID: "marker", Label: "marker"},
	{ID: "basket", Label: "basket"},
	{ID: Obstacle, Label: "soft obstacle"},
	{ID: "machine", Label: "ball machine"},
}

// Obstacle is what stands in the way on purpose.
const Obstacle = "obstacle"

// Person is somebody besides the student drawn: one of Roles. A second hitter
// may have an aim, the end of the lane they hit along.
type Person struct {
	Role Role         `json:"role"`
	At   court.Point  `json:"at"`
	Aim  *court.Point `json:"aim,omitempty"`
}

// Object is something set out on court: one of Kinds.
type Object struct {
	Kind string      `json:"kind"`
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
	Drawn   bool        `json:"drawn,omitempty"` // their order is drawn anew every turn
	People  []Person    `json:"people"`
	Objects []Object    `json:"objects"`
}

// Flown says whether any of its balls comes from somewhere else.
func (p Pattern) Flown() bool {
	return slices.ContainsFunc(p.Feeds, func(f Feed) bool { return f.How.Flown() })
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
		out.Add("feeds", fmt.Sprintf("a turn has 1 to %d balls, got %d", MostFeeds, len(p.Feeds)))
	}
	for i, f := range p.Feeds {
		out.Under(fmt.Sprintf("feeds[%d]", i), f.validate(c))
	}
	if len(p.People) > 20 || len(p.Objects) > 40 {
		out.Add("people", "a drill has at most 20 people and 40 items on court")
	}
	for i, q := range p.People {
		out.OneOf(fmt.Sprintf("people[%d].role", i), string(q.Role), Roles)
		onFloor(fmt.Sprintf("people[%d].at", i), q.At)
	}
	for i, o := range p.Objects {
		out.OneOf(fmt.Sprintf("objects[%d].kind", i), o.Kind, Kinds)
		onFloor(fmt.Sprintf("objects[%d].at", i), o.At)
	}
	return out
}

// limits of what fixes a flight.
var limits = map[flight.Given]struct {
	lo, hi float64
	words  string
}{
	flight.BySpeed:     {0.5, 90, "launch speed: %g to %g m/s, got %g"},
	flight.ByClearance: {-0.5, 12, "height over the net: %g to %g m, got %g"},
	flight.ByTime:      {0.05, 8, "flight time: %g to %g s, got %g"},
	flight.ByApex:      {0.05, 20, "highest point: %g to %g m, got %g"},
}

func (f Feed) validate(c *court.Court) (out units.Problems) {
	out.OneOf("how", string(f.How), Hows)
	out.OneOf("stroke", string(f.Stroke), Strokes)
	if !f.How.Flown() && f.By != flight.ByTime {
		out.Add("by", "a self-fed ball, or no ball, is set by time")
	}
	for field, p := range map[string]*court.Point{"aim": f.Aim, "go": f.Go} {
		if p != nil && !c.OnFloor(*p) {
			out.Add(field, "this lies off the floor around the court")
		}
	}
	if l, ok := limits[f.By]; !ok {
		out.Add("by", fmt.Sprintf("a feed is set by speed, clearance, time or apex, got %q", f.By))
	} else if !(f.Want >= l.lo && f.Want <= l.hi) {
		out.Add("want", fmt.Sprintf(l.words, l.lo, l.hi, f.Want))
	}
	if !c.OnFloor(f.From.Floor()) || !(f.From.Z >= 0 && f.From.Z <= 5) {
		out.Add("from", "a feed starts above the floor around the court, at most 5 m high")
	}
	if !c.OnFloor(f.To) || f.To.Y > 0 {
		out.Add("to", "a feed lands on the student's side, on the floor around the court")
	}
	out.OneOf("meet", string(f.Meet), Meets)
	if !(f.Height >= 0.02 && f.Height <= 3.5) {
		out.Add("height", fmt.Sprintf("contact height: 0.02 to 3.5 m, got %g", f.Height))
	}
	if !(f.Gap >= 0.2 && f.Gap <= 60) {
		out.Add("gap", fmt.Sprintf("time between feeds: 0.2 to 60 s, got %g", f.Gap))
	}
	for field, rpm := range map[string]float64{"topRpm": f.TopRPM, "sideRpm": f.SideRPM} {
		if !(rpm >= -9000 && rpm <= 9000) {
			out.Add(field, fmt.Sprintf("spin: at most 9000 rpm, got %g", rpm))
		}
	}
	return out
}
