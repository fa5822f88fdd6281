package drill

import (
	"slices"

	"hodometer/core/goal"
)

// Wanted is the chance to finish that a change must reach to be offered, and
// Enough the chance below which one is offered at all [trade].
const (
	Wanted = 0.8
	Enough = 0.6
)

// NearlySure is the chance to finish within half of the time from which a goal
// asks too little [trade].
const NearlySure = 0.95

// Rerate gives a student for another drill: what is believed of its steps.
type Rerate func(d *Drill) []Player

// Counting is the drill with the goals that are by chance of another kind and count: those
// that have one. It shares everything else with d.
func (d *Drill) Counting(kind goal.Kind, count func(Stage) int) Drill {
	out := *d
	out.Stages = slices.Clone(d.Stages)
	for i, s := range d.Stages {
		if n := count(s); n > 0 && d.ByChance(s) {
			out.Stages[i].Goal = goal.Goal{Kind: kind, Count: n}
		}
	}
	return out
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
	for _, s := range d.Stages {
		if s.Goal.Kind.StartsAgain() {
			most = max(most, s.Goal.Count)
		}
	}
	return most
}
