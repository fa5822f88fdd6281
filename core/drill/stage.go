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

// Stage is one goal of a drill: a stroke, a direction, the target it is counted
// at (from 0; ignored where there are no targets: in court counts), how many.
type Stage struct {
	Stroke    pattern.Stroke `json:"stroke"`
	Direction Direction      `json:"direction"`
	Target    int            `json:"target"`
	Goal      goal.Goal      `json:"goal"`
}

func (s Stage) validate(targets int) (p units.Problems) {
	p.OneOf("stroke", string(s.Stroke), pattern.Strokes)
	p.OneOf("direction", string(s.Direction), Directions)
	if s.Target < 0 || s.Target >= max(1, targets) {
		p.Add("target", fmt.Sprintf("there is no target %d", s.Target))
	}
	p.Under("goal", s.Goal.Validate())
	return p
}

// Label names a step as a coach calls it: "Forehand cross-court".
func (s Stage) Label() string {
	stroke := units.LabelOf(pattern.Strokes, string(s.Stroke))
	label := strings.ToUpper(stroke[:1]) + stroke[1:]
	if s.Direction != Anywhere {
		label += " " + units.LabelOf(Directions, string(s.Direction))
	}
	return label
}

// GoalLabel says a step's goal as a coach does. What has no chance is counted in
// repetitions, whatever the goal was called.
func (d *Drill) GoalLabel(s Stage) string {
	if s.Goal.Kind == goal.Total && !d.ByChance(s) {
		return goal.Goal{Kind: goal.Repetitions, Count: s.Goal.Count}.String()
	}
	return s.Goal.String()
}

// Goals are what the drill asks, on a line: "5 in a row: forehand, backhand".
// Goals alike are named once, with the strokes they are for.
func (d *Drill) Goals() string {
	var (
		order   []string
		strokes = map[string][]string{}
	)
	for _, s := range d.Stages {
		said := d.GoalLabel(s)
		if _, known := strokes[said]; !known {
			order = append(order, said)
			strokes[said] = nil
		}
		if s.Stroke != pattern.Either || s.Direction != Anywhere {
			strokes[said] = append(strokes[said], strings.ToLower(s.Label()))
		}
	}
	for i, said := range order {
		if of := strokes[said]; len(of) > 0 {
			order[i] = said + ": " + strings.Join(of, ", ")
		}
	}
	return strings.Join(order, "; ")
}

// Shape is a step drawn for a student: where it is fed from, bounces, is hit,
// and is sent.
type Shape struct {
	From   court.Point `json:"from"`
	Bounce court.Point `json:"bounce"`
	Hit    court.Point `json:"hit"`
	Aim    court.Point `json:"aim"`
}

// metAt is where the pattern’s balls are met, read off them as they fly.
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
func (d *Drill) feedFor(s Stage, hand court.Hand) (i int, mirror bool) {
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

// shape turns the drill's picture to the step's stroke and the student's hand.
func (d *Drill) shape(s Stage, hand court.Hand, contacts []court.Point) Shape {
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
func (d *Drill) target(s Stage) (Target, bool) {
	if s.Target >= len(d.Targets) {
		return Target{}, false
	}
	return d.Targets[s.Target], true
}
