package drill

import (
	"math"

	"hodometer/core/footwork"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Wheels are the figures a coach watches while a drill is drawn.
type Wheels struct {
	TurnSeconds units.Figure `json:"turnSeconds"` // from the first release to the last stroke
	TurnMetres  units.Figure `json:"turnMetres"`
	PerMinute   units.Figure `json:"perMinute"` // strokes a minute within a turn
	Contacts    units.Figure `json:"contacts"`  // a student's strokes in the time
	Metres      units.Figure `json:"metres"`    // a student's metres in the time
	Rest        units.Figure `json:"rest"`      // seconds of rest for each second of work
	Balls       units.Figure `json:"balls"`     // to have at hand, so as not to stop more often
	LeastOver   units.Figure `json:"leastOver"` // the lowest ball over the net
}

// Wheels reckons the figures for so many students and minutes. The pattern's
// plan is that of the student drawn.
func (d *Drill) Wheels(plan pattern.Plan, students int, minutes float64) Wheels {
	tempo := d.Tempo()
	played, feeds := tempo.Balls(minutes), float64(len(d.Pattern.Feeds))
	fed := int(d.fed() * float64(played))
	share := d.share(float64(students))
	contacts := contactsFigure(played, share)
	turn := units.Input{Name: "A turn", Value: plan.Seconds, Unit: units.Seconds}
	line := units.Input{Name: "Students for each who hits", Value: share, Unit: units.Count}
	figure := func(v float64, u units.Unit, b units.Basis, in ...units.Input) units.Figure {
		return units.Figure{Value: v, Unit: u, Basis: b, Inputs: in}
	}
	rounds := float64(d.TurnBalls) / feeds
	cycle := rounds * tempo.SecondsPerBall * feeds
	work := max(0.1, min(cycle, cycle-tempo.SecondsPerBall*feeds+plan.Seconds))
	return Wheels{
		TurnSeconds: figure(
			plan.Seconds,
			units.Seconds,
			turnBasis,
			units.Input{Name: "Balls", Value: feeds, Unit: units.Balls},
		),
		TurnMetres: figure(
			plan.Metres,
			units.Metres,
			footwork.Basis,
			units.Input{Name: "Balls", Value: feeds, Unit: units.Balls},
		),
		PerMinute: figure(
			plan.PerMinute,
			units.Count,
			turnBasis,
			turn,
			units.Input{Name: "Balls", Value: feeds, Unit: units.Balls},
		),
		Contacts: contacts,
		Metres: figure(
			contacts.Value/feeds*plan.Metres,
			units.Metres,
			metresBasis,
			units.Input{Name: "Own balls", Value: contacts.Value, Unit: units.Balls},
			units.Input{
				Name:  "Balls in the pattern",
				Value: feeds,
				Unit:  units.Balls,
			},
			units.Input{Name: "Metres in the pattern", Value: plan.Metres, Unit: units.Metres},
		),
		Rest: figure(
			(share*cycle-work)/work,
			units.Count,
			restBasis,
			units.Input{Name: "Working in a turn", Value: work, Unit: units.Seconds},
			units.Input{Name: "A turn with the change", Value: cycle, Unit: units.Seconds},
			line,
		),
		Balls: figure(
			d.ToHave(fed),
			units.Balls,
			toHaveBasis,
			units.Input{Name: "Balls fed", Value: float64(fed), Unit: units.Balls},
			units.Input{Name: "Basket", Value: float64(d.Basket), Unit: units.Balls},
		),
		LeastOver: figure(
			plan.LeastOver,
			units.Metres,
			overBasis,
			units.Input{Name: "Balls", Value: feeds, Unit: units.Balls},
		),
	}
}

// ToHave is how many balls must be at hand when so many are fed: all of them,
// or a basketful that is picked up again. A rally takes two for each pair, one in
// play and one in hand, and so does a wall, off which the ball comes back.
func (d *Drill) ToHave(fed int) float64 {
	c, err := d.Court()
	comesBack := err == nil && c.Walls != nil && d.Basket == 0
	if comesBack || !d.any(func(f pattern.Feed) bool { return f.How.Fed() }) {
		if comesBack || d.any(func(f pattern.Feed) bool { return f.How == pattern.Live }) {
			return float64(2 * max(1, d.Hitters/2))
		}
		return 0
	}
	if d.Basket > 0 {
		return math.Min(float64(d.Basket), float64(fed))
	}
	return float64(fed)
}
