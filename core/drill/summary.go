package drill

import (
	"slices"

	"hodometer/core/court"
	"hodometer/core/footwork"
	"hodometer/core/pattern"
)

// Summary is what a turn of a drill comes to at the drill's own level, as a
// shelf shows it.
type Summary struct {
	Seconds float64         `json:"seconds"`
	Metres  float64         `json:"metres"`
	Balls   int             `json:"balls"`
	Effort  footwork.Effort `json:"effort"` // the hardest ball's
	Sport   string          `json:"sport"`
	Zones   []string        `json:"zones"` // ids of the depth zones the balls are met in
}

// Summary sums the drill up; what cannot be played comes to nothing.
func (d *Drill) Summary(k *pattern.Flights) Summary {
	out := Summary{Zones: []string{}, Effort: footwork.Easy}
	c, err := d.Court()
	if err != nil {
		return out
	}
	out.Sport = c.Sport
	mover, err := footwork.For(d.Level)
	if err != nil {
		return out
	}
	turn, err := k.Play(d.Pattern, mover, d.TurnBalls, false)
	if err != nil {
		return out
	}
	out.Seconds, out.Metres, out.Balls = turn.Seconds, turn.Metres, d.TurnBalls
	for _, e := range footwork.Efforts {
		if turn.Efforts[e] > 0 {
			out.Effort = e
		}
	}
	i := slices.IndexFunc(c.Schemes, func(s court.Scheme) bool { return s.Kind == court.ByDepth })
	if i < 0 {
		return out
	}
	for _, b := range turn.Balls {
		zone := c.Schemes[i].Zones[c.Schemes[i].At(b.At.Floor(), d.Pattern.Hand)].ID
		if !slices.Contains(out.Zones, zone) {
			out.Zones = append(out.Zones, zone)
		}
	}
	return out
}
