package lesson

import (
	"fmt"
	"math"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/game"
	"hodometer/core/target"
	"hodometer/core/units"
)

// The band in which a drill is hard enough to learn from and no harder, and its
// middle, which leveling aims at [paper: Guadagnoli & Lee 2004, challenge point;
// memory].
const (
	BandLow  = 0.6
	BandHigh = 0.8
	bandMid  = (BandLow + BandHigh) / 2
)

// tooTight is the time ratio past which a ball is a stretch (package footwork).
const tooTight = 0.85

// Level is an offer to give each student what is hard enough for them, with
// the reason for each.
type Level struct {
	What string   `json:"what"` // "target", "goal", "tempo" or "race"
	Why  []string `json:"why"`  // a line for each student
	Fix  Fix      `json:"fix"`
}

// levels are the offers for a drill block: the target size that gives the
// middle of the band, the counts that will be reached, the tempo that leaves
// time enough. What nobody needs is not offered.
func (b *Block) levels(plan *drill.Plan, parts []part, students []Student, system units.System) []Level {
	out := []Level{}
	if plan == nil || len(students) == 0 {
		return out
	}
	for _, try := range []func(*drill.Plan, []part, []Student, units.System) *Level{b.levelTarget, b.levelGoal, b.levelTempo} {
		if l := try(plan, parts, students, system); l != nil {
			out = append(out, *l)
		}
	}
	return out
}

// levelTarget proposes for each student the target that gives the middle of the
// band at the first goal: r = σ√(−2 ln(1−p)), to 5 cm.
func (b *Block) levelTarget(plan *drill.Plan, parts []part, students []Student, system units.System) *Level {
	if len(b.Drill.Targets) == 0 {
		return nil
	}
	step, size := b.Drill.Steps[0], b.Drill.Radial(b.Drill.Steps[0])
	c, err := b.Drill.Court()
	if err != nil || size <= 0 {
		return nil
	}
	grid := 0.05 * c.HalfLength / (units.Feet(78) / 2) // a table is laid out more finely than a court
	kind := "radius"
	if t := b.Drill.Targets[min(step.Target, len(b.Drill.Targets)-1)]; t.Kind != drill.Circle {
		kind = "size"
	}
	fit, outside := *b, false
	l := Level{What: "target"}
	least, most := 1.0, 0.0
	for i, s := range students {
		rate := plan.Players[i].Steps[0].Rate.Mean
		outside = outside || rate < BandLow-0.005 || rate > BandHigh+0.005
		now := size * b.Scale(s.ID)
		sigma := target.Sigma(now, min(max(rate, 1e-6), 1-1e-9))
		wanted := math.Round(target.Radius(sigma, bandMid)/grid) * grid
		o := b.own(s.ID)
		o.Scale = math.Round(1000*min(mostScale, max(leastScale, wanted/size))) / 1000
		fit = fit.with(o)
		d := fit.DrillFor(s.ID) // what it comes to on the court, lines and all
		gives := d.Turns(parts[i].students, parts[i].minutes).Player(Players(d, students[i:i+1])[0]).Steps[0].Rate.Mean
		least, most = min(least, gives), max(most, gives)
		l.Why = append(
			l.Why,
			fmt.Sprintf(
				"%s: %s at %s of %s, a spread of %s; %s gives %s.",
				firstName(s.Name),
				percent(rate),
				kind,
				units.Length(now, system),
				units.Length(sigma, system),
				units.Length(size*o.Scale, system),
				percent(gives),
			),
		)
	}
	if !outside {
		return nil
	}
	l.Fix = Fix{
		Words:   fmt.Sprintf("Level the target: %.0f%% for each", 100*bandMid),
		Outcome: fmt.Sprintf("everybody between %s and %s", percent(least), percent(most)),
		Blocks:  []Block{fit},
	}
	return &l
}

// levelGoal proposes for each student counts they will reach with the wanted
// chance in their time: all shortened or lengthened together, to no more than
// twice what is asked.
func (b *Block) levelGoal(plan *drill.Plan, parts []part, students []Student, _ units.System) *Level {
	fit, offered := *b, false
	l := Level{What: "goal"}
	for i, s := range students {
		finish := plan.Players[i].Finish.Value
		if finish >= drill.Enough && finish <= 0.98 {
			continue
		}
		d := b.DrillFor(s.ID)
		p := Players(d, students[i:i+1])[0]
		best, counts := 0.0, []int(nil)
		for _, k := range []float64{2, 1.5, 1.25, 1, 0.8, 0.6, 0.5, 0.4, 0.3, 0.2} {
			try, at := d.Clone(), make([]int, len(d.Steps))
			for j := range try.Steps {
				at[j] = max(2, int(math.Round(k*float64(b.Drill.Steps[j].Goal.Count))))
				try.Steps[j].Goal.Count = at[j]
			}
			if c := try.Chance(p, parts[i].students, parts[i].minutes); c >= drill.Wanted {
				best, counts = c, at
				break
			}
		}
		if counts == nil || counts[0] == d.Steps[0].Goal.Count && finish >= drill.Enough {
			continue
		}
		o := b.own(s.ID)
		o.Counts = counts
		fit, offered = fit.with(o), true
		l.Why = append(
			l.Why,
			fmt.Sprintf(
				"%s: %s to finish as it is; %s first and the rest alike gives %s.",
				firstName(s.Name),
				percent(finish),
				plural(counts[0], "ball", "balls"),
				percent(best),
			),
		)
	}
	if !offered {
		return nil
	}
	l.Fix = Fix{
		Words:   "Level the goals: 80% to finish",
		Outcome: fmt.Sprintf("other counts for %d of %d", len(l.Why), len(students)),
		Blocks:  []Block{fit},
	}
	return &l
}

// levelTempo proposes the tempo at which the tightest ball leaves each student
// just enough time, where it is a stretch or worse now. A mover who is given
// more time between balls starts each run from where recovery should end.
func (b *Block) levelTempo(_ *drill.Plan, _ []part, students []Student, _ units.System) *Level {
	fit, offered := *b, false
	l := Level{What: "tempo"}
	type asked struct {
		tempo   float64
		mover   footwork.Mover
		version string
	}
	ratio := map[asked]float64{} // students of a level move alike
	for _, s := range students {
		o := b.own(s.ID)
		now := o.Tempo
		if now == 0 {
			now = 1
		}
		d := b.Drill.Bent(o.Version)
		worst := func(k float64) float64 {
			q := asked{k, movers[s.Level], o.Version}
			if _, ok := ratio[q]; !ok {
				n, _ := d.Pattern.Tempo(k).
					Asks(q.mover)
					// what cannot be fed asks nothing: another notice says so
				ratio[q] = n.Ratio
			}
			return ratio[q]
		}
		was := worst(now)
		if was <= tooTight {
			continue
		}
		for k := math.Ceil(now*10+0.5) / 10; k <= mostTempo; k += 0.1 {
			k = math.Round(10*k) / 10
			if r := worst(k); r <= tooTight {
				o.Tempo = k
				fit, offered = fit.with(o), true
				l.Why = append(
					l.Why,
					fmt.Sprintf(
						"%s: the tightest ball takes %.0f%% of the time there is; %.0f%% slower it takes %.0f%%.",
						firstName(s.Name),
						100*min(9.99, was),
						100*(k/now-1),
						100*r,
					),
				)
				break
			}
		}
	}
	if !offered {
		return nil
	}
	l.Fix = Fix{
		Words:   "Level the tempo",
		Outcome: fmt.Sprintf("slower balls for %d of %d", len(l.Why), len(students)),
		Blocks:  []Block{fit},
	}
	return &l
}

var evenBasis = units.Basis{
	Name:    "Chance of a rally",
	Mark:    units.Trade,
	Source:  "closed form for strokes by turns; that counted skills stand for a rally is common practice",
	Words:   "A rally is strokes by turns; each keeps the ball in with the mean of their rates at what this lesson drills, or their level's where nothing was counted. Whoever misses first loses it; both begin as often.",
	Formula: "½ · (1 + q_A) · (1 − q_B) ÷ (1 − q_A·q_B), q the rate of each",
}

// rallyChance is the chance that A wins a rally of strokes by turns when each
// keeps a ball in with its own rate, in (0, 1), and both begin as often: A wins
// when B is the first to miss, which from A's stroke has the chance
// a(1−b)/(1−ab), and from B's (1−b)/(1−ab).
func rallyChance(a, b float64) float64 { return (1 + a) * (1 - b) / (1 - a*b) / 2 }

// even proposes the race that is fair for two who are not, to no more than the
// game's own target, where one would win clearly more often than the other.
func (b *Block) even(rates []float64, students []Student) (chance float64, l *Level) {
	if len(students) != 2 || b.Match == nil {
		return 0.5, nil
	}
	p := rallyChance(rates[0], rates[1])
	rules := b.Match.Rules
	if rules.Set != nil || rules.OnlyNetScores || len(rules.Marks) > 0 ||
		rules.Cap > 0 { // targets alone do not make these fair
		return 0.5, nil
	}
	if chance = rules.Chance(p); rules.ToB > 0 {
		chance = game.ChanceA(rules.To, rules.ToB, p)
	}
	if math.Abs(chance-0.5) < 0.1 {
		return chance, nil
	}
	h := game.FairWithin(p, max(rules.To, rules.ToB, 11), math.Inf(1))
	if h.A == rules.To && h.B == max(rules.ToB, rules.To) {
		return chance, nil
	}
	fit, m := *b, *b.Match
	m.Rules.To, m.Rules.ToB, m.Rules.WinBy, m.Rules.Cap = h.A, h.B, 1, 0
	if h.A == h.B {
		m.Rules.ToB = 0
	}
	fit.Match = &m
	a, o := firstName(students[0].Name), firstName(students[1].Name)
	return chance, &Level{
		What: "race",
		Why: []string{
			fmt.Sprintf(
				"%s keeps %s of the balls in, %s %s: about %s of the rallies go to %s, and %s of the games as they are.",
				a,
				percent(rates[0]),
				o,
				percent(rates[1]),
				percent(p),
				a,
				percent(chance),
			),
		},
		Fix: Fix{
			Words:   fmt.Sprintf("Make it even: %s to %d, %s to %d", a, h.A, o, h.B),
			Outcome: fmt.Sprintf("%s wins %s", a, percent(h.ChanceA)),
			Blocks:  []Block{fit},
		},
	}
}
