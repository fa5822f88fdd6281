package drill

import (
	"math"
	"slices"

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

// Rerate gives the students' rates for the drill with other targets.
type Rerate func(d *Drill) []Player

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

// chance is the worst student's chance to finish, without the figures. It is
// followed no further than the first student who has less than Wanted.
func (d *Drill) chance(players []Player, minutes int) float64 {
	worst := 1.0
	for i, p := range players {
		if i > 0 && slices.Equal(p.Rates, players[i-1].Rates) { // of whom as much is known
			continue
		}
		if worst = min(worst, d.Chance(p, float64(len(players)), float64(minutes))); worst < Wanted {
			break
		}
	}
	return worst
}

// Chance is one student's chance to finish when so many take turns.
func (d *Drill) Chance(p Player, students, minutes float64) float64 {
	c, _ := d.Court()
	share := int(float64(d.Tempo().Balls(minutes)) / d.share(students))
	return d.course(d.inCourt(c, p), mean).Spread(share, share, 1).Chance(share)
}

func (d *Drill) fewer(rerate Rerate, minutes int) (Bend, bool) {
	players, longest := rerate(d), 0
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
	c, _ := d.Court()
	players, own := rerate(d), 0
	for _, p := range players {
		balls, ok := d.course(d.inCourt(c, p), mean).Spread(0, mostBalls, Wanted).Quantile(Wanted)
		if !ok {
			return Bend{}, false
		}
		own = max(own, balls)
	}
	m := int(math.Ceil(d.Tempo().Minutes(float64(own)*d.share(float64(len(players)))) - 1e-9))
	if m <= minutes || m > Longest {
		return Bend{}, false
	}
	return Bend{Longer, *d, m, d.chance(players, m)}, true
}

// widest is how many times wider a target may become.
const widest = 3.0

func (d *Drill) wider(rerate Rerate, minutes int) (Bend, bool) {
	if len(d.Targets) == 0 {
		return Bend{}, false
	}
	// A step of the first target is 5 cm, what can be laid out with a tape.
	step := 0.05 / max(0.05, d.Targets[0].Radial())
	var b Drill
	try := func(i int) float64 {
		b = d.Wider(1 + float64(i)*step)
		return b.chance(rerate(&b), minutes)
	}
	lo, hi := 0, 0
	for hi = 1; try(hi) < Wanted; hi *= 2 {
		if lo = hi; float64(hi)*step > widest-1 {
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
	chance := try(hi)
	return Bend{Wider, b, minutes, chance}, true
}

// Wider is the drill with targets k times as large, each moved in as far as it
// must to lie in court. It shares everything else with d.
func (d *Drill) Wider(k float64) Drill {
	out := *d
	out.Targets = slices.Clone(d.Targets)
	c, err := d.Court()
	for i, t := range out.Targets {
		over := t.Overhang(c, d.Pattern.Area)
		t = t.Scale(k)
		if err == nil && over == 0 {
			t = t.PulledIn(c, d.Pattern.Area)
		}
		out.Targets[i] = t
	}
	return out
}

// Overhang is how far, in metres, a target reaches past the nearest line.
func (d *Drill) Overhang() (most float64) {
	c, err := d.Court()
	for _, t := range d.Targets {
		if err == nil {
			most = max(most, t.Overhang(c, d.Pattern.Area))
		}
	}
	return most
}

// PulledIn is the drill with its targets moved into the court.
func (d *Drill) PulledIn() Drill {
	out := d.Clone()
	if c, err := d.Court(); err == nil {
		for i, t := range out.Targets {
			out.Targets[i] = t.PulledIn(c, d.Pattern.Area)
		}
	}
	return out
}
