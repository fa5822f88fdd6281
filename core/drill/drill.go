package drill

import (
	"fmt"
	"math"
	"strings"

	"hodometer/core/court"
	"hodometer/core/goal"
	"hodometer/core/units"
)

// Format and Version mark a drill document.
const (
	Format  = "hodometer.drill"
	Version = 1
)

// Stroke is the wing a ball is played from.
type Stroke string

// The strokes of this version.
const (
	Forehand Stroke = "forehand"
	Backhand Stroke = "backhand"
)

// Direction is where a ball is sent.
type Direction string

// The directions of this version.
const (
	CrossCourt Direction = "crossCourt"
	Straight   Direction = "straight"
)

// Step is one goal of a drill: a stroke, a direction, and how many.
type Step struct {
	Stroke    Stroke    `json:"stroke"`
	Direction Direction `json:"direction"`
	Goal      goal.Goal `json:"goal"`
}

// Feed is the ball the student is given: who feeds, from where, and where it
// bounces, for a right-hander's forehand. Other strokes and hands mirror it.
type Feed struct {
	By     string      `json:"by"`
	From   court.Point `json:"from"`
	Bounce court.Point `json:"bounce"`
}

// Target is a circle at the far end, set out on both sides of the court.
type Target struct {
	Centre court.Point `json:"centre"`
	Radius float64     `json:"radius"` // metres
}

// Drill is the whole document. Points are metres in the court's frame.
type Drill struct {
	Format    string      `json:"format"`
	Version   int         `json:"version"`
	Title     string      `json:"title"`
	Intent    string      `json:"intent"`
	Situation string      `json:"situation"` // what the skill is played off: "short ball"
	Court     string      `json:"court"`
	Area      court.Area  `json:"area"`
	Feed      Feed        `json:"feed"`
	Hit       court.Point `json:"hit"` // contact, for a right-hander's forehand
	Target    Target      `json:"target"`
	Steps     []Step      `json:"steps"`
	Tempo     goal.Tempo  `json:"tempo"`
	TurnBalls int         `json:"turnBalls"` // balls before the next student steps in
	Cues      []string    `json:"cues"`
	Cautions  []string    `json:"cautions"`
	Kit       []string    `json:"kit"`
}

// Label names a step as a coach calls it: "Forehand cross-court".
func (s Step) Label() string {
	d := "straight"
	if s.Direction == CrossCourt {
		d = "cross-court"
	}
	return strings.ToUpper(string(s.Stroke[:1])) + string(s.Stroke[1:]) + " " + d
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

// Shape turns the drill's one picture to the step's wing and the student's hand.
func (d *Drill) Shape(s Step, hand court.Hand) Shape {
	side := 1.0
	if (s.Stroke == Backhand) != (hand == court.LeftHand) {
		side = -1
	}
	aim := side
	if s.Direction == CrossCourt {
		aim = -side
	}
	on := func(p court.Point) court.Point { return court.Point{X: side * p.X, Y: p.Y} }
	return Shape{From: on(d.Feed.From), Bounce: on(d.Feed.Bounce), Hit: on(d.Hit), Aim: court.Point{X: aim * math.Abs(d.Target.Centre.X), Y: d.Target.Centre.Y}}
}

// Validate lists what is wrong with the drill.
func (d *Drill) Validate() (p units.Problems) {
	if d.Format != Format || d.Version != Version {
		p.Add("format", fmt.Sprintf("this is not a %s of version %d", Format, Version))
	}
	if strings.TrimSpace(d.Title) == "" {
		p.Add("title", "a drill needs a title")
	}
	if strings.TrimSpace(d.Situation) == "" {
		p.Add("situation", "say what ball the drill is played off, such as short ball")
	}
	if len(d.Steps) == 0 || len(d.Steps) > 24 {
		p.Add("steps", fmt.Sprintf("a drill has 1 to 24 goals, not %d", len(d.Steps)))
	}
	for i, s := range d.Steps {
		path := fmt.Sprintf("steps[%d]", i)
		if s.Stroke != Forehand && s.Stroke != Backhand {
			p.Add(path+".stroke", fmt.Sprintf("%q is not a stroke; use forehand or backhand", s.Stroke))
		}
		if s.Direction != CrossCourt && s.Direction != Straight {
			p.Add(path+".direction", fmt.Sprintf("%q is not a direction; use crossCourt or straight", s.Direction))
		}
		p.Under(path+".goal", s.Goal.Validate())
	}
	p.Under("tempo", d.Tempo.Validate())
	if d.TurnBalls < 1 || d.TurnBalls > 500 {
		p.Add("turnBalls", fmt.Sprintf("a turn is 1 to 500 balls, not %d", d.TurnBalls))
	}
	c, err := court.ByID(d.Court)
	if err != nil {
		p.Add("court", err.Error())
		return p
	}
	if _, ok := c.HalfWidth[d.Area]; !ok {
		p.Add("area", fmt.Sprintf("%q is not played on this court; use singles or doubles", d.Area))
		return p
	}
	if !c.In(d.Area, court.Far, d.Target.Centre) {
		p.Add("target.centre", fmt.Sprintf("the target lies off the court: keep it within %.2f m of the middle and between the net and %.2f m beyond it", c.HalfWidth[d.Area], c.HalfLength))
	}
	if !(d.Target.Radius >= 0.1 && d.Target.Radius <= 6) {
		p.Add("target.radius", fmt.Sprintf("a target's radius is 0.1 to 6 m, not %g", d.Target.Radius))
	}
	for _, place := range []struct {
		field string
		at    court.Point
	}{{"feed.from", d.Feed.From}, {"feed.bounce", d.Feed.Bounce}, {"hit", d.Hit}} {
		if !c.OnFloor(place.at) {
			p.Add(place.field, "this lies outside the court and its run-off")
		}
	}
	return p
}
