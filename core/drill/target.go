package drill

import (
	"fmt"
	"math"

	"hodometer/core/court"
	"hodometer/core/target"
	"hodometer/core/units"
)

// Kind of target: a circle, a box (a strip, a corner, the ground beyond a
// line), or a gate that the ball must pass on its way.
type Kind string

// The kinds of target.
const (
	Circle Kind = "circle"
	Box    Kind = "box"
	Gate   Kind = "gate"
)

// Target is where a ball counts. Lengths are metres.
type Target struct {
	Name   string      `json:"name"`
	Kind   Kind        `json:"kind"`
	At     court.Point `json:"at"`     // the middle of it
	Radius float64     `json:"radius"` // of a circle
	Width  float64     `json:"width"`  // across the court, of a box or gate
	Depth  float64     `json:"depth"`  // along the court, of a box
	// Both is a target that stands on both sides of the court.
	Both  bool `json:"both"`
	Worth int  `json:"worth"` // points for a ball in it
}

// Aim is where a student aims at it: the middle, or for a gate a third of the
// way on to the baseline, past the gate.
func (t Target) Aim() court.Point {
	if t.Kind == Gate {
		return court.Point{X: t.At.X * 1.15, Y: t.At.Y * 1.3}
	}
	return t.At
}

// Radial is the radius of the circle that is as large: what the counts of a
// target of another shape are kept under.
func (t Target) Radial() float64 {
	switch t.Kind {
	case Box:
		return math.Sqrt(t.Width * t.Depth / math.Pi)
	case Gate:
		return t.Width / 2
	}
	return t.Radius
}

// Mirror is the target on the other side.
func (t Target) Mirror() Target {
	t.At = t.At.Mirror()
	return t
}

// Scale makes the target k times as large about its middle.
func (t Target) Scale(k float64) Target {
	round := func(v float64) float64 { return math.Round(100*v*k) / 100 }
	t.Radius, t.Width, t.Depth = round(t.Radius), round(t.Width), round(t.Depth)
	return t
}

// corners of the smallest box around a circle or box.
func (t Target) corners() (least, most court.Point) {
	x, y := t.Width/2, t.Depth/2
	if t.Kind == Circle {
		x, y = t.Radius, t.Radius
	}
	return court.Point{X: t.At.X - x, Y: t.At.Y - y}, court.Point{X: t.At.X + x, Y: t.At.Y + y}
}

// Shape of the target on the floor, for a ball hit from there.
func (t Target) Shape(from court.Point) target.Shape {
	switch least, most := t.corners(); t.Kind {
	case Box:
		return target.Rectangle{Min: least, Max: most}
	case Gate:
		return target.Gate{From: from, Y: t.At.Y, Left: t.At.X - t.Width/2, Right: t.At.X + t.Width/2}
	}
	return target.Circle{Centre: t.At, Radius: t.Radius}
}

// Overhang is how far, in metres, the target reaches past the nearest line; 0
// when it lies in court. A gate stands where it stands.
func (t Target) Overhang(c *court.Court, a court.Area) float64 {
	if t.Kind == Gate {
		return 0
	}
	least, most := t.corners()
	w := c.HalfWidth[a]
	near, far := 0.0, c.HalfLength
	if c.Target() == court.Near {
		near, far = -far, 0
	}
	over := max(0, -w-least.X, most.X-w, near-least.Y, most.Y-far)
	if over < 1e-6 { // what is left of adding up feet
		return 0
	}
	return over
}

// PulledIn is the target moved inward just far enough to lie in court, as a
// coach does who sets out a larger one.
func (t Target) PulledIn(c *court.Court, a court.Area) Target {
	if t.Kind == Gate {
		return t
	}
	least, most := t.corners()
	w := c.HalfWidth[a]
	near, far := 0.0, c.HalfLength
	if c.Target() == court.Near {
		near, far = -far, 0
	}
	fit := func(at, half, lo, hi float64) float64 {
		if 2*half >= hi-lo {
			return (lo + hi) / 2
		}
		return max(lo+half, min(hi-half, at))
	}
	t.At.X = fit(t.At.X, (most.X-least.X)/2, -w, w)
	t.At.Y = fit(t.At.Y, (most.Y-least.Y)/2, near, far)
	return t
}

func (t Target) validate(c *court.Court) (p units.Problems) {
	size := func(field string, v float64) {
		if !(v >= 0.02 && v <= 2*c.HalfLength) {
			p.Add(field, fmt.Sprintf("a target measures 0.02 to %.2f m, got %g", 2*c.HalfLength, v))
		}
	}
	switch t.Kind {
	case Circle:
		size("radius", t.Radius)
	case Box:
		size("width", t.Width)
		size("depth", t.Depth)
	case Gate:
		size("width", t.Width)
	default:
		p.Add("kind", fmt.Sprintf("unknown kind of target %q; use circle, box or gate", t.Kind))
	}
	// What this kind does not use is kept for when it becomes another.
	for field, v := range map[string]float64{"radius": t.Radius, "width": t.Width, "depth": t.Depth} {
		if !(v >= 0 && v <= 2*c.HalfLength) && len(p) == 0 {
			p.Add(field, fmt.Sprintf("at most %.2f m, or 0 where it is not used; got %g", 2*c.HalfLength, v))
		}
	}
	if t.Worth < 0 || t.Worth > 100 {
		p.Add("worth", fmt.Sprintf("a target is worth 0 to 100 points, got %d", t.Worth))
	}
	if !c.In(court.Doubles, c.Target(), t.At) {
		p.Add(
			"at",
			fmt.Sprintf(
				"the target is off the court: keep it within %.2f m of the centre line and on the side aimed at",
				c.HalfWidth[court.Doubles],
			),
		)
	}
	return p
}
