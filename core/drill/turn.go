package drill

import (
	"math"

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

// Wheels reckons the figures for so many students and minutes. The turn is that
// of the student drawn.
func (d *Drill) Wheels(turn pattern.Turn, students int, minutes float64) Wheels {
	tempo := d.Tempo()
	played, feeds := tempo.Balls(minutes), float64(len(d.Pattern.Feeds))
	fed := int(d.fed() * float64(played))
	share := d.share(float64(students))
	contacts := contactsFigure(played, share)
	rounds := float64(d.TurnBalls) / feeds
	cycle := rounds * tempo.SecondsPerBall * feeds
	work := max(0.1, min(cycle, cycle-tempo.SecondsPerBall*feeds+turn.Seconds))
	return Wheels{
		TurnSeconds: turnDerivation.Of(turn.Seconds, units.Seconds, feeds),
		TurnMetres:  runDerivation.Of(turn.Metres, units.Metres, feeds),
		PerMinute:   turnDerivation.Of(turn.PerMinute, units.Count, feeds),
		Contacts:    contacts,
		Metres: metresDerivation.Of(contacts.Value/feeds*turn.Metres, units.Metres,
			contacts.Value, feeds, turn.Metres),
		Rest:      restDerivation.Of((share*cycle-work)/work, units.Count, work, cycle, share),
		Balls:     toHaveDerivation.Of(d.ToHave(fed), units.Balls, float64(fed), float64(d.Basket)),
		LeastOver: overDerivation.Of(turn.LeastOver, units.Metres, feeds),
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
