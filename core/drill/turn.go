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

// Wheels reckons the figures for one of the students, whose runs are those of a whole turn,
// with so many strokes of their own and so many balls fed in the block.
func (t Turns) Wheels(p Player, contacts units.Figure, fed float64) Wheels {
	d, turn := t.d, t.stage(-1).run(p.Mover, t.d.TurnBalls)
	feeds, balls := float64(len(d.Pattern.Feeds)), float64(d.TurnBalls)
	cycle := balls * t.tempo.SecondsPerBall
	work := max(0.1, min(cycle, turn.Seconds))
	turns := max(1, t.students/min(float64(d.Hitters), max(1, t.students)))
	return Wheels{
		TurnSeconds: turnDerivation.Of(turn.Seconds, units.Seconds, balls),
		TurnMetres:  runDerivation.Of(turn.Metres, units.Metres, balls),
		PerMinute:   rhythmDerivation.Of(turn.PerMinute, units.Count, t.tempo.SecondsPerBall),
		Contacts:    contacts,
		Metres: metresDerivation.Of(contacts.Value/balls*turn.Metres, units.Metres,
			contacts.Value, balls, turn.Metres),
		Rest: restDerivation.Of((turns*cycle-work)/work, units.Count, work, cycle, turns),
		Balls: toHaveDerivation.Of(
			d.ToHave(int(fed), int(t.sources)),
			units.Balls,
			fed,
			float64(d.Basket),
		),
		LeastOver: overDerivation.Of(turn.LeastOver, units.Metres, feeds),
	}
}

// ToHave is how many balls must be at hand when so many are fed by so many: all of them,
// or a basketful that is picked up again. A rally takes two for each pair, one in
// play and one in hand, and so does a wall, off which the ball comes back.
func (d *Drill) ToHave(fed, sources int) float64 {
	if d.Turn != nil && d.Turn.OneBall {
		return 1
	}
	c, err := d.Court()
	comesBack := err == nil && c.Walls != nil && d.Basket == 0
	if comesBack || !d.any(func(f pattern.Feed) bool { return f.How.Fed() }) {
		if comesBack || d.Rallied() {
			return float64(2 * max(1, d.Hitters/2))
		}
		return 0
	}
	if d.Basket > 0 {
		return math.Min(float64(d.Basket*max(1, sources)), float64(fed)) // a basket for each who feeds
	}
	return float64(fed)
}

// Rallied reports whether some of the drill's balls come from a rally, which needs a lane of
// its own across the net.
func (d *Drill) Rallied() bool {
	return d.any(func(f pattern.Feed) bool { return f.How == pattern.Live })
}
