package drill

import (
	"math"
	"slices"
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

// Adjustment is one change that makes the drill fit its students: its sort, the drill
// and the minutes with it made, and the worst chance it leads to.
type Adjustment struct {
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
func (t Turns) Fitting(rerate Rerate) []Adjustment {
	var out []Adjustment
	for _, try := range []func(Rerate) (Adjustment, bool){t.fewer, t.longer, t.wider} {
		if b, ok := try(rerate); ok {
			out = append(out, b)
		}
	}
	return out
}

// worst is the worst student's chance to finish, without the figures. It is
// followed no further than the first student who has less than Wanted.
func (t Turns) worst(players []Player) float64 {
	worst := 1.0
	for i, p := range players {
		if i > 0 && slices.Equal(p.Rates, players[i-1].Rates) { // of whom as much is known
			continue
		}
		if worst = min(worst, t.Chance(p)); worst < Wanted {
			break
		}
	}
	return worst
}

// Chance is one student's chance to finish.
func (t Turns) Chance(p Player) float64 {
	share := int(float64(t.balls) / t.share)
	return t.d.course(t.d.inCourt(t.c, p, t.contacts), mean).Spread(share, share, 1).Chance(share)
}

// of is another drill of the same feeds in the same place.
func (t Turns) of(d *Drill) Turns {
	t.d = d
	return t
}

// lasting is the same drill in a block of so many minutes.
func (t Turns) lasting(minutes int) Turns {
	t.minutes, t.balls = float64(minutes), t.tempo.Balls(float64(minutes))
	return t
}

func (t Turns) fewer(rerate Rerate) (Adjustment, bool) {
	d := t.d
	players, longest := rerate(d), d.LongestStreak()
	for k := min(longest-1, 30); k >= 2; k-- { // one in a row is no streak
		b := *d
		b.Steps = slices.Clone(d.Steps)
		for i, s := range b.Steps {
			if s.Goal.Kind.StartsAgain() {
				b.Steps[i].Goal.Count = min(k, s.Goal.Count)
			}
		}
		if c := t.of(&b).worst(players); c >= Wanted {
			return Adjustment{Fewer, b, int(t.minutes), c}, true
		}
	}
	return Adjustment{}, false
}

func (t Turns) longer(rerate Rerate) (Adjustment, bool) {
	d := t.d
	players, own := rerate(d), 0
	for _, p := range players {
		balls, ok := d.course(d.inCourt(t.c, p, t.contacts), mean).
			Spread(0, mostBalls, Wanted).
			Quantile(Wanted)
		if !ok {
			return Adjustment{}, false
		}
		own = max(own, balls)
	}
	m := int(math.Ceil(d.Tempo().Minutes(float64(own)*d.share(float64(len(players)))) - 1e-9))
	if m <= int(t.minutes) || m > Longest {
		return Adjustment{}, false
	}
	return Adjustment{Longer, *d, m, t.lasting(m).worst(players)}, true
}

// widest is how many times wider a target may become.
const widest = 3.0

func (t Turns) wider(rerate Rerate) (Adjustment, bool) {
	d := t.d
	if len(d.Targets) == 0 {
		return Adjustment{}, false
	}
	// A step of the first target is 5 cm, what can be laid out with a tape.
	step := 0.05 / max(0.05, d.Targets[0].Radial())
	var b Drill
	try := func(i int) float64 {
		b = d.Wider(1 + float64(i)*step)
		return t.of(&b).worst(rerate(&b))
	}
	lo, hi := 0, 0
	for hi = 1; try(hi) < Wanted; hi *= 2 {
		if lo = hi; float64(hi)*step > widest-1 {
			return Adjustment{}, false
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
	return Adjustment{Wider, b, int(t.minutes), chance}, true
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

// LongestStreak is the most in a row that any of the goals asks for.
func (d *Drill) LongestStreak() (most int) {
	for _, s := range d.Steps {
		if s.Goal.Kind.StartsAgain() {
			most = max(most, s.Goal.Count)
		}
	}
	return most
}
