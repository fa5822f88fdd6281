package drill

import (
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/goal"
)

// Wanted is the chance to finish that a change must reach to be offered, and
// Enough the chance below which one is offered at all [trade].
const (
	Wanted = 0.8
	Enough = 0.6
)

// The sorts of change.
const (
	Fewer  = "fewerInARow"
	Longer = "moreMinutes"
	Wider  = "largerTarget"
)

// Longest is the longest block a change may propose, in minutes.
const Longest = 90

// Bend is one change that makes the drill fit its students: its sort, the drill
// and the minutes with it made, and the worst chance it leads to.
type Bend struct {
	Kind    string // Fewer, Longer or Wider
	Drill   Drill
	Minutes int
	Chance  float64
}

// Rerate gives the students' rates for another target radius.
type Rerate func(radius float64) []Player

// Fitting proposes the smallest changes of each sort that give every student
// the wanted chance to finish: fewer in a row, more minutes, a larger target.
// A sort that cannot reach it is left out.
func (d *Drill) Fitting(rerate Rerate, minutes int) []Bend {
	var out []Bend
	for _, try := range []func(Rerate, int) (Bend, bool){d.fewer, d.longer, d.wider} {
		if b, ok := try(rerate, minutes); ok {
			out = append(out, b)
		}
	}
	return out
}

// chance is the worst student's chance to finish, without the figures.
func (d *Drill) chance(players []Player, minutes int) float64 {
	worst := 1.0
	for _, p := range players {
		worst = min(worst, d.Chance(p, len(players), float64(minutes)))
	}
	return worst
}

// Chance is one student's chance to finish when so many take turns.
func (d *Drill) Chance(p Player, students int, minutes float64) float64 {
	c, _ := court.ByID(d.Court)
	share := d.Tempo.Balls(minutes) / students
	return d.course(d.inCourt(c, p), mean).Spread(share, share, 1).Chance(share)
}

func (d *Drill) fewer(rerate Rerate, minutes int) (Bend, bool) {
	players, longest := rerate(d.Target.Radius), 0
	for _, s := range d.Steps {
		if s.Goal.Kind == goal.InARow {
			longest = max(longest, s.Goal.Count)
		}
	}
	for k := min(longest-1, 30); k >= 2; k-- { // one in a row is no streak
		b := *d
		b.Steps = slices.Clone(d.Steps)
		for i, s := range b.Steps {
			if s.Goal.Kind == goal.InARow {
				b.Steps[i].Goal.Count = min(k, s.Goal.Count)
			}
		}
		if c := b.chance(players, minutes); c >= Wanted {
			return Bend{Fewer, b, minutes, c}, true
		}
	}
	return Bend{}, false
}

func (d *Drill) longer(rerate Rerate, minutes int) (Bend, bool) {
	c, _ := court.ByID(d.Court)
	players := rerate(d.Target.Radius)
	own := 0
	for _, p := range players {
		balls, ok := d.course(d.inCourt(c, p), mean).Spread(0, mostBalls, Wanted).Quantile(Wanted)
		if !ok {
			return Bend{}, false
		}
		own = max(own, balls)
	}
	m := int(math.Ceil(d.Tempo.Minutes(float64(own*len(players))) - 1e-9))
	if m <= minutes || m > Longest {
		return Bend{}, false
	}
	return Bend{Longer, *d, m, d.chance(players, m)}, true
}

func (d *Drill) wider(rerate Rerate, minutes int) (Bend, bool) {
	const step = 0.05 // metres, what can be laid out with a tape
	c, _ := court.ByID(d.Court)
	b := *d
	try := func(i int) float64 {
		b.Target.Radius = math.Round((d.Target.Radius+float64(i)*step)*100) / 100
		b.Target.Centre = b.pulledIn(c, d.Target.Centre)
		return b.chance(rerate(b.Target.Radius), minutes)
	}
	lo, hi := 0, 0
	for hi = 1; try(hi) < Wanted; hi *= 2 {
		if lo = hi; b.Target.Radius > 2.5 {
			return Bend{}, false
		}
	}
	for hi-lo > 1 {
		if mid := (lo + hi) / 2; try(mid) < Wanted {
			lo = mid
		} else {
			hi = mid
		}
	}
	return Bend{Wider, b, minutes, try(hi)}, true
}

// pulledIn moves a centre inward just far enough for the circle to lie in
// court, as a coach does who sets out a larger one.
func (d *Drill) pulledIn(c *court.Court, p court.Point) court.Point {
	r := d.Target.Radius
	most := c.HalfWidth[d.Area] - r
	p.X = math.Copysign(max(0, min(math.Abs(p.X), most)), p.X)
	p.Y = max(r, min(p.Y, c.HalfLength-r))
	return p
}

// Overhang is how far, in metres, the circle reaches past the nearest line; 0
// when it lies in court.
func (d *Drill) Overhang() float64 {
	c, err := court.ByID(d.Court)
	if err != nil {
		return 0
	}
	return max(0, d.Target.Radius-d.room(c))
}

// PulledIn is the drill with its circle moved into the court.
func (d *Drill) PulledIn() Drill {
	out := *d
	if c, err := court.ByID(d.Court); err == nil {
		out.Target.Centre = out.pulledIn(c, d.Target.Centre)
	}
	return out
}
