package drill

import (
	"cmp"
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

// The sorts of change: what makes it fit, and what makes it hard enough.
const (
	Fewer   = "fewerInARow"
	Longer  = "moreMinutes"
	Wider   = "largerTarget"
	Streak  = "inARow"
	Closer  = "smallerTarget"
	MoreOf  = "moreInAll"
	Shorter = "fewerMinutes"
)

// NearlySure is the chance to finish within half of the time from which a goal
// asks too little [trade].
const NearlySure = 0.95

// Longest is the longest block a change may propose, in minutes.
const Longest = 90

// Adjustment is one change that makes the drill fit its students: its sort, the drill
// and the minutes with it made, and the worst chance it leads to.
type Adjustment struct {
	Kind    string
	Drill   Drill
	Minutes int
	Chance  float64
}

// Rerate gives a student for another drill: what is believed of its steps.
type Rerate func(d *Drill) []Player

// Fitting proposes the smallest changes of each sort that give every one of these
// students the wanted chance to finish: fewer in a row, more minutes, a larger
// target. A sort that cannot reach it is left out.
func (t Turns) Fitting(players []Player) []Adjustment {
	return t.tried(players, t.fewer, t.longer, t.wider)
}

// Stretching proposes changes that make a goal which is nearly sure hard enough:
// in a row, a smaller target, more in all, each as hard as still gives every one
// of these students the wanted chance; or fewer minutes for it.
func (t Turns) Stretching(players []Player) []Adjustment {
	return t.tried(players, t.streak, t.closer, t.moreOf, t.shorter)
}

// sure is the chance to finish above which fewer minutes change nothing [trade].
const sure = 0.97

// tried asks each sort for its change, which looks at the weakest alone, and then
// whether it does for all.
func (t Turns) tried(players []Player, sorts ...func([]Player) (Adjustment, bool)) (out []Adjustment) {
	if len(players) == 0 {
		return nil
	}
	players = t.weakestFirst(players)
	for _, try := range sorts {
		a, ok := try(players[:1])
		if !ok {
			continue
		}
		of := t.of(&a.Drill).lasting(float64(a.Minutes))
		if a.Chance = of.worst(players, 0); a.Kind == Shorter && a.Chance > sure {
			continue // still nearly sure: no change at all
		}
		if a.Chance < Wanted { // another is weaker at that
			if a, ok = try(players); !ok {
				continue
			}
		}
		out = append(out, a)
	}
	return out
}

// worst is the worst student's chance to finish, without the figures. It is
// followed no further than the first student who has less than least.
func (t Turns) worst(players []Player, least float64) float64 {
	worst := 1.0
	for i, p := range players {
		if i > 0 && p.alike(players[i-1]) {
			continue
		}
		if worst = min(worst, t.Chance(p)); worst < least {
			break
		}
	}
	return worst
}

// weakestFirst are the players, least likely to finish first: whoever stops a
// change from doing is found at once.
func (t Turns) weakestFirst(players []Player) []Player {
	type weighed struct {
		Player
		chance float64
	}
	all := make([]weighed, len(players))
	for i, p := range players {
		if all[i] = (weighed{p, 0}); i > 0 && p.alike(players[i-1]) {
			all[i].chance = all[i-1].chance
			continue
		}
		all[i].chance = t.Chance(p)
	}
	slices.SortStableFunc(all, func(a, b weighed) int { return cmp.Compare(a.chance, b.chance) })
	out := make([]Player, len(players))
	for i := range all {
		out[i] = all[i].Player
	}
	return out
}

// alike says whether as much is known of both and they move alike.
func (p Player) alike(o Player) bool {
	return p.Level == o.Level && p.Mover == o.Mover && slices.Equal(p.Beliefs, o.Beliefs)
}

// of is another drill of the same feeds in the same place.
func (t Turns) of(d *Drill) Turns {
	t.d = d
	return t
}

func (t Turns) fewer(players []Player) (Adjustment, bool) {
	d := t.d
	longest := d.LongestStreak()
	for k := min(longest-1, 30); k >= 2; k-- { // one in a row is no streak
		b := *d
		b.Stages = slices.Clone(d.Stages)
		for i, s := range b.Stages {
			if s.Goal.Kind.StartsAgain() {
				b.Stages[i].Goal.Count = min(k, s.Goal.Count)
			}
		}
		if c := t.of(&b).worst(players, Wanted); c >= Wanted {
			return Adjustment{Fewer, b, int(t.minutes), c}, true
		}
	}
	return Adjustment{}, false
}

func (t Turns) longer(players []Player) (Adjustment, bool) {
	lo, hi := int(t.minutes), Longest
	if lo >= hi || t.lasting(Longest).worst(players, Wanted) < Wanted {
		return Adjustment{}, false
	}
	for hi-lo > 1 {
		if mid := (lo + hi) / 2; t.lasting(float64(mid)).worst(players, Wanted) < Wanted {
			lo = mid
		} else {
			hi = mid
		}
	}
	return Adjustment{Longer, *t.d, hi, t.lasting(float64(hi)).worst(players, 0)}, true
}

// most is the largest n up to limit at which the drill made of it still gives
// every student the wanted chance; 0 where not even the first does. The chance
// falls as n grows.
func (t Turns) most(players []Player, limit int, of func(n int) (Drill, bool)) (best Drill, n int) {
	lo, hi := 0, limit+1
	for step := 1; hi-lo > 1; {
		mid := (lo + hi) / 2
		if hi == limit+1 && lo+step < hi { // the answer is mostly near
			mid = lo + step
			step *= 2
		}
		b, ok := of(mid)
		if ok && t.of(&b).worst(players, Wanted) >= Wanted {
			lo, best = mid, b
		} else {
			hi = mid
		}
	}
	return best, lo
}

// counting is the drill with the goals that are by chance of another kind and
// count: those of which is true.
func (d *Drill) counting(kind goal.Kind, count func(Stage) int) (out Drill, any bool) {
	out = *d
	out.Stages = slices.Clone(d.Stages)
	for i, s := range d.Stages {
		if n := count(s); n > 0 && d.ByChance(s) {
			out.Stages[i].Goal, any = goal.Goal{Kind: kind, Count: n}, true
		}
	}
	return out, any
}

// longestOffered is the longest streak a change proposes.
const longestOffered = 15

func (t Turns) streak(players []Player) (Adjustment, bool) {
	was := t.d.LongestStreak()
	b, n := t.most(players, longestOffered, func(n int) (Drill, bool) {
		return t.d.counting(goal.InARow, func(Stage) int { return n })
	})
	if n < 3 || n <= was {
		return Adjustment{}, false
	}
	return Adjustment{Streak, b, int(t.minutes), t.of(&b).worst(players, 0)}, true
}

func (t Turns) moreOf(players []Player) (Adjustment, bool) {
	b, n := t.most(players, 8, func(n int) (Drill, bool) { // by halves of what is asked
		return t.d.counting(goal.Total, func(s Stage) int {
			if s.Goal.Kind != goal.Total {
				return 0
			}
			return min(goal.MaxCount, int(math.Ceil(float64(s.Goal.Count)*(1+float64(n)/2))))
		})
	})
	if n == 0 {
		return Adjustment{}, false
	}
	return Adjustment{MoreOf, b, int(t.minutes), t.of(&b).worst(players, 0)}, true
}

func (t Turns) shorter(players []Player) (Adjustment, bool) {
	lo, hi := max(2, t.d.Minutes.Least)-1, int(t.minutes)
	for hi-lo > 1 {
		if mid := (lo + hi) / 2; t.lasting(float64(mid)).worst(players, Wanted) >= Wanted {
			hi = mid
		} else {
			lo = mid
		}
	}
	if hi >= int(t.minutes) {
		return Adjustment{}, false
	}
	return Adjustment{Shorter, *t.d, hi, t.lasting(float64(hi)).worst(players, 0)}, true
}

func (t Turns) closer(players []Player) (Adjustment, bool) {
	if len(t.d.Targets) == 0 {
		return Adjustment{}, false
	}
	least := t.d.Targets[0].Radial()
	b, n := t.most(players, 14, func(n int) (Drill, bool) { // by twentieths, to three tenths of it
		k := 1 - float64(n)/20
		return t.d.Wider(k), least*k > 0.02
	})
	if n == 0 {
		return Adjustment{}, false
	}
	return Adjustment{Closer, b, int(t.minutes), t.of(&b).worst(players, 0)}, true
}

// widest is how many times wider a target may become.
const widest = 3.0

func (t Turns) wider(players []Player) (Adjustment, bool) {
	d := t.d
	if len(d.Targets) == 0 {
		return Adjustment{}, false
	}
	// A step of the first target is 5 cm, what can be laid out with a tape.
	step := 0.05 / max(0.05, d.Targets[0].Radial())
	var b Drill
	try := func(i int) float64 {
		b = d.Wider(1 + float64(i)*step)
		return t.of(&b).worst(players, Wanted)
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
	try(hi)
	return Adjustment{Wider, b, int(t.minutes), t.of(&b).worst(players, 0)}, true
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
