package drill

import (
	"encoding/json"
	"math"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/goal"
	"hodometer/core/pattern"
)

// UnmarshalJSON reads a drill document of any version, so that lessons and
// files from before stay readable.
func (d *Drill) UnmarshalJSON(data []byte) error {
	var head struct {
		Format  string `json:"format"`
		Version int    `json:"version"`
	}
	if err := json.Unmarshal(data, &head); err != nil {
		return err
	}
	if head.Format == Format && head.Version == 1 {
		var old first
		if err := json.Unmarshal(data, &old); err != nil {
			return err
		}
		*d = old.drill()
		return nil
	}
	type plain Drill // without this method
	return json.Unmarshal(data, (*plain)(d))
}

// first is a drill of version 1: one ball from one place, one circle at both
// sides, and a tempo of its own.
type first struct {
	Title, Intent, Situation, Court string
	Area                            court.Area
	Feed                            struct {
		By           string
		From, Bounce court.Point
	}
	Hit    court.Point
	Target struct {
		Centre court.Point
		Radius float64
	}
	Steps     []Step
	Tempo     goal.Tempo
	TurnBalls int
	Cues      []string
	Cautions  []string
	Kit       []string
}

func (o first) drill() Drill {
	stroke := pattern.Forehand
	if len(o.Steps) > 0 && o.Feed.Bounce.X >= 0 {
		stroke = o.Steps[0].Stroke
	}
	base := court.Point{Y: o.Hit.Y}
	if c, err := court.ByID(o.Court); err == nil {
		base.Y = -c.HalfLength * 1.02
	}
	return Drill{
		Format:    Format,
		Version:   Version,
		Title:     o.Title,
		Intent:    o.Intent,
		Focus:     "shortBall",
		Level:     "club",
		Situation: o.Situation,
		Players:   Span{1, 2, 6},
		Minutes:   Span{10, 20, 45},
		Hitters:   1,
		Pattern: pattern.Pattern{
			Court: o.Court,
			Area:  o.Area,
			Hand:  court.RightHand,
			Start: base,
			Base:  base,
			Feeds: []pattern.Feed{
				{
					How:    pattern.ByHand,
					From:   pattern.Place{X: o.Feed.From.X, Y: o.Feed.From.Y, Z: 1},
					To:     o.Feed.Bounce,
					By:     flight.ByApex,
					Want:   1.2,
					Meet:   pattern.Falling,
					Height: 0.7,
					Stroke: stroke,
					Aim: &court.Point{
						X: -math.Abs(o.Target.Centre.X),
						Y: o.Target.Centre.Y,
					},
					Gap: o.Tempo.SecondsPerBall,
				},
			},
			People:  []pattern.Person{{Role: "feeder", At: o.Feed.From}},
			Objects: []pattern.Object{},
		},
		Targets:   []Target{{Kind: Circle, At: o.Target.Centre, Radius: o.Target.Radius, Both: true}},
		Steps:     o.Steps,
		Basket:    o.Tempo.Basket,
		PickUp:    o.Tempo.PickUpMinutes,
		TurnBalls: o.TurnBalls,
		After:     "swap",
		Cues:      o.Cues,
		Cautions:  o.Cautions,
		Kit:       o.Kit,
	}
}
