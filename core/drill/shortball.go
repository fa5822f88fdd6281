package drill

import (
	"hodometer/core/court"
	"hodometer/core/goal"
	"hodometer/core/units"
)

// ShortBall is the drill every coach has a version of: step in on a short feed
// and send it deep to a corner, ten in all each way on each wing, then five in
// a row in each of the four. Offsets of 4.5 ft and 6.5 ft are common practice
// [trade]; on a shorter court everything shrinks with it.
func ShortBall(c *court.Court) Drill {
	scale := c.HalfLength / units.Feet(39)
	w := c.HalfWidth[court.Singles]
	d := Drill{
		Format: Format, Version: Version,
		Title: "Short ball to the corners", Intent: "Step in, take it early, and go deep without slowing the swing",
		Situation: "short ball", Court: c.ID, Area: court.Singles,
		// The coach stands at the net on the other side, clear of both strokes.
		Feed:      Feed{By: "coach by hand", From: court.Point{X: -w * 0.75, Y: -scale * 1.6}, Bounce: court.Point{X: w * 0.55, Y: -scale * 4.2}},
		Hit:       court.Point{X: w * 0.62, Y: -scale * 5.8},
		Target:    Target{Centre: court.Point{X: w - units.Feet(4.5)*scale, Y: c.HalfLength - units.Feet(6.5)*scale}, Radius: units.Feet(4.5) * scale},
		Tempo:     goal.Tempo{SecondsPerBall: 4, Basket: 72, PickUpMinutes: 2},
		TurnBalls: 8,
		Cues:      []string{"Small steps into the ball", "Racket back before the bounce", "Swing as fast on the last as on the first"},
		Cautions:  []string{"Balls underfoot: clear the hitting area before each turn, collect between turns.", "The next student waits behind the baseline, outside the swing."},
		Kit:       []string{"basket of balls", "4 flat markers", "measuring tape"},
	}
	for _, g := range []goal.Goal{{Kind: goal.Total, Count: 10}, {Kind: goal.InARow, Count: 5}} {
		for _, s := range []Stroke{Forehand, Backhand} {
			for _, dir := range []Direction{CrossCourt, Straight} {
				d.Steps = append(d.Steps, Step{s, dir, g})
			}
		}
	}
	return d
}
