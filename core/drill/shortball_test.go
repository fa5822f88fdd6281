package drill

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// shortBallOn is the drill every coach has a version of: step in on a short feed
// and send it deep to a corner, ten in all each way on each wing, then five in
// a row in each of the four. Offsets of 4.5 ft and 6.5 ft are common practice
// [trade]; on a shorter court everything shrinks with it.
func shortBallOn(c *court.Court) Drill {
	scale := c.HalfLength / units.Feet(39)
	w := c.HalfWidth[court.Singles]
	corner := court.Point{X: w - units.Feet(4.5)*scale, Y: c.HalfLength - units.Feet(6.5)*scale}
	base := court.Point{X: 0, Y: -c.HalfLength * 0.56}
	// The coach stands at the net on the other side, clear of both strokes.
	from := pattern.Place{X: -w * 0.75, Y: -scale * 1.6, Z: 1.1}
	d := Drill{
		Format:    Format,
		Version:   Version,
		Title:     "Short ball to the corners",
		Intent:    "Stage in, take it early, and go deep without slowing the swing",
		Focus:     "shortBall",
		Level:     "club",
		Situation: "shortBall",
		Players:   Span{1, 2, 4},
		Minutes:   Span{15, 25, 45},
		Hitters:   1,
		Pattern: pattern.Pattern{
			Court: c.ID,
			Area:  court.Singles,
			Hand:  court.RightHand,
			Start: base,
			Base:  base,
			Feeds: []pattern.Feed{
				{
					How:    pattern.ByHand,
					From:   from,
					To:     court.Point{X: w * 0.55, Y: -scale * 4.2},
					By:     flight.ByApex,
					Want:   2.4 * math.Sqrt(scale),
					Meet:   pattern.Falling,
					Height: 0.7 * math.Sqrt(scale),
					Stroke: pattern.Forehand,
					Aim:    &court.Point{X: -corner.X, Y: corner.Y},
					Gap:    4,
				},
			},
			People: []pattern.Person{
				{Role: "feeder", At: from.Floor()},
				{Role: "waiting", At: court.Point{X: -w * 0.6, Y: -c.HalfLength - units.Feet(9)*scale}},
			},
			Objects: []pattern.Object{{Kind: "basket", At: court.Point{X: -w * 0.95, Y: -scale * 1.6}}},
		},
		Targets: []Target{
			{
				Name:   "Deep corner",
				Kind:   Circle,
				At:     corner,
				Radius: units.Feet(4.5) * scale,
				Both:   true,
				Worth:  1,
			},
		},
		Basket:    72,
		PickUp:    2,
		TurnBalls: 8,
		After:     "swap",
		Cues: []string{
			"Small steps into the ball",
			"Racket back before the bounce",
			"Swing as fast on the last as on the first",
		},
		Cautions: []string{"The next student waits behind the baseline, outside the swing."},
		Kit:      []Item{{ID: "basket"}, {ID: "flatMarkers", Count: 4}, {ID: "tape"}},
	}
	for _, g := range []goal.Goal{{Kind: goal.Total, Count: 10}, {Kind: goal.InARow, Count: 5}} {
		for _, s := range []pattern.Stroke{pattern.Forehand, pattern.Backhand} {
			for _, dir := range []Direction{CrossCourt, Straight} {
				d.Stages = append(d.Stages, Stage{Stroke: s, Direction: dir, Goal: g})
			}
		}
	}
	return d
}
