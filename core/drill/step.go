package drill

import (
	"fmt"
	"slices"
	"strings"

	"hodometer/core/court"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Direction is where a ball is sent.
type Direction string

// The directions. Anywhere and Middle are the same for both hands.
const (
	CrossCourt Direction = "crossCourt"
	Straight   Direction = "straight"
	Middle     Direction = "middle"
	Anywhere   Direction = "anywhere"
)

// Directions there are.
var Directions = []Direction{CrossCourt, Straight, Middle, Anywhere}

// Step is one goal of a drill: a stroke, a direction, the target it is counted
// at (from 0; ignored where there are no targets: in court counts), how many.
type Step struct {
	Stroke    pattern.Stroke `json:"stroke"`
	Direction Direction      `json:"direction"`
	Target    int            `json:"target"`
	Goal      goal.Goal      `json:"goal"`
}

func (s Step) validate(targets int) (p units.Problems) {
	if !slices.Contains(pattern.Strokes, s.Stroke) {
		p.Add("stroke", fmt.Sprintf("%q is not a stroke; use one of %v", s.Stroke, pattern.Strokes))
	}
	if !slices.Contains(Directions, s.Direction) {
		p.Add("direction", fmt.Sprintf("%q is not a direction; use one of %v", s.Direction, Directions))
	}
	if s.Target < 0 || s.Target >= max(1, targets) {
		p.Add("target", fmt.Sprintf("there is no target %d", s.Target))
	}
	p.Under("goal", s.Goal.Validate())
	return p
}

// Label names a step as a coach calls it: "Forehand cross-court".
func (s Step) Label() string {
	stroke := strings.ToUpper(string(s.Stroke[:1])) + string(s.Stroke[1:])
	if s.Stroke == pattern.Either {
		stroke = "Any stroke"
	}
	return stroke + map[Direction]string{CrossCourt: " cross-court", Straight: " straight", Middle: " to the middle"}[s.Direction]
}

// Skill is the name under which a step's results are kept for a student.
func (d *Drill) Skill(s Step) string { return s.Label() + ", " + d.Situation }

// Shape is a step drawn for a student: where it is fed from, bounces, is hit,
// and is sent.
type Shape struct {
	From   court.Point `json:"from"`
	Bounce court.Point `json:"bounce"`
	Hit    court.Point `json:"hit"`
	Aim    court.Point `json:"aim"`
}

// contacts are where the pattern's balls are met.
func (d *Drill) contacts() []court.Point {
	balls, _ := d.Pattern.Fly(false)
	return d.metAt(balls)
}

// metAt reads the contacts off balls already flown.
func (d *Drill) metAt(balls []pattern.Ball) []court.Point {
	out := make([]court.Point, len(d.Pattern.Feeds))
	for i := range out {
		if out[i] = d.Pattern.Feeds[i].To; i < len(balls) {
			out[i] = balls[i].At.Floor()
		}
	}
	return out
}

// feedFor is the pattern's ball that a step is played off, and whether the
// pattern must be mirrored for a student of that hand to play it.
func (d *Drill) feedFor(s Step, hand court.Hand) (i int, mirror bool) {
	mirror = hand != d.Pattern.Hand
	if i = slices.IndexFunc(
		d.Pattern.Feeds,
		func(f pattern.Feed) bool { return f.Stroke == s.Stroke },
	); i >= 0 {
		return i, mirror
	}
	if first := d.Pattern.Feeds[0].Stroke; first.OtherSide() == s.Stroke {
		return 0, !mirror
	}
	return 0, mirror
}

// Shape turns the drill's picture to the step's stroke and the student's hand.
func (d *Drill) Shape(s Step, hand court.Hand) Shape { return d.shape(s, hand, d.contacts()) }

func (d *Drill) shape(s Step, hand court.Hand, contacts []court.Point) Shape {
	i, mirror := d.feedFor(s, hand)
	f := d.Pattern.Feeds[i]
	on := func(p court.Point) court.Point {
		if mirror {
			return p.Mirror()
		}
		return p
	}
	out := Shape{From: on(f.From.Floor()), Bounce: on(f.To), Hit: on(contacts[i])}
	switch t, ok := d.target(s); {
	case ok && t.Both && (s.Direction == CrossCourt || s.Direction == Straight):
		out.Aim = t.Aim()
		if (out.Aim.X > 0) != ((out.Hit.X > 0) == (s.Direction == Straight)) {
			out.Aim = out.Aim.Mirror()
		}
	case ok:
		out.Aim = on(t.Aim())
	case f.Aim != nil:
		out.Aim = on(*f.Aim)
	default:
		out.Aim = on(d.middle())
	}
	return out
}

// middle is the heart of the end aimed at, where nothing else is asked.
func (d *Drill) middle() court.Point {
	c, err := d.Court()
	switch {
	case err != nil:
		return court.Point{}
	case c.Target() == court.Near:
		return court.Point{Y: -0.6 * c.HalfLength}
	}
	return court.Point{Y: 0.6 * c.HalfLength}
}

// target of a step; false where anything in court counts.
func (d *Drill) target(s Step) (Target, bool) {
	if s.Target >= len(d.Targets) {
		return Target{}, false
	}
	return d.Targets[s.Target], true
}
