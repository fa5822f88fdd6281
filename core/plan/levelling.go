package plan

import (
	"context"
	"fmt"
	"math"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/target"
	"hodometer/core/units"
)

// The band in which a drill is hard enough to learn from and no harder, and its
// middle, which levelling aims at [paper: Guadagnoli & Lee 2004, challenge
// point; memory].
const (
	BandLow  = 0.6
	BandHigh = 0.8
	bandMid  = (BandLow + BandHigh) / 2
)

// tooTight is the time ratio past which a ball is a stretch (package footwork).
const tooTight = 0.85

// nearlySure is the chance to finish from which a goal is worth lengthening.
const nearlySure = 0.98

// Levelling is an offer to give each student what is hard enough for them, with
// the reason for each.
type Levelling struct {
	What string     `json:"what"` // "target", "goal", "tempo" or "race"
	Why  []string   `json:"why"`  // a line for each student
	Fix  lesson.Fix `json:"fix"`
}

// levelling are the offers for a drill block: the target size that gives the
// middle of the band, the counts that will be reached, the tempo that leaves
// time enough. What nobody needs is not offered.
func (q *question) levelling(b *lesson.Block, outlook *drill.Outlook, parts []formation.Sharing) []Levelling {
	out := []Levelling{}
	if outlook == nil || len(q.students) == 0 {
		return out
	}
	for _, l := range []*Levelling{q.levelTarget(b, outlook, parts), q.levelGoal(b, outlook, parts),
		q.levelTempo(b)} {
		if l != nil {
			out = append(out, *l)
		}
	}
	return out
}

// Level gives each student of a drill block the target that is hard enough, and
// goals they will probably meet. The block stands by itself: when in the lesson
// it comes, and who is late, is not looked at.
func (p *Planner) Level(
	ctx context.Context,
	l *lesson.Lesson,
	b lesson.Block,
	students []Student,
) lesson.Block {
	if b.Drill == nil || len(students) == 0 {
		return b
	}
	q := p.ask(ctx, l, students, units.Metric)
	parts := formation.Sharings(l, &b, 0, len(students))
	outlook := q.outlook(&b, parts)
	if v := q.levelTarget(&b, &outlook, parts); v != nil {
		b = v.Fix.Blocks[0]
		outlook = q.outlook(&b, parts)
	}
	if outlook.Worst() < drill.Enough {
		if v := q.levelGoal(&b, &outlook, parts); v != nil {
			b = v.Fix.Blocks[0]
		}
	}
	return b
}

// levelTarget proposes for each student the target that gives the middle of the
// band at the first goal: r = σ√(−2 ln(1−p)), to 5 cm.
func (q *question) levelTarget(
	b *lesson.Block,
	outlook *drill.Outlook,
	parts []formation.Sharing,
) *Levelling {
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
	l := Levelling{What: "target"}
	least, most := 1.0, 0.0
	for i, s := range q.students {
		rate := outlook.Players[i].Steps[0].Rate.Mean
		outside = outside || rate < BandLow-0.005 || rate > BandHigh+0.005
		v := b.Variant(s.ID)
		now := size * v.Scale
		sigma := target.Sigma(now, min(max(rate, 1e-6), 1-1e-9))
		wanted := math.Round(target.Radius(sigma, bandMid)/grid) * grid
		v.Scale = math.Round(1000*min(lesson.MostScale, max(lesson.LeastScale, wanted/size))) / 1000
		fit = fit.With(v)
		d := fit.DrillFor(s.ID) // what it comes to on the court, lines and all
		gives := q.turns(d, parts[i]).Player(Players(d, q.students[i:i+1])[0]).Steps[0].Rate.Mean
		least, most = min(least, gives), max(most, gives)
		l.Why = append(l.Why, fmt.Sprintf("%s: %s at %s of %s, a spread of %s; %s gives %s.",
			s.FirstName(), percent(rate), kind, units.Length(now, q.system), units.Length(sigma, q.system),
			units.Length(size*v.Scale, q.system), percent(gives)))
	}
	if !outside {
		return nil
	}
	l.Fix = change(fmt.Sprintf("Level the target: %.0f%% for each", 100*bandMid),
		fmt.Sprintf("everybody between %s and %s", percent(least), percent(most)), fit)
	return &l
}

// lengths that goals are tried at, as shares of what the drill asks for.
var lengths = []float64{2, 1.5, 1.25, 1, 0.8, 0.6, 0.5, 0.4, 0.3, 0.2}

// levelGoal proposes for each student counts they will reach with the wanted
// chance in their time: all shortened or lengthened together, to no more than
// twice what is asked.
func (q *question) levelGoal(b *lesson.Block, outlook *drill.Outlook, parts []formation.Sharing) *Levelling {
	fit, offered := *b, false
	l := Levelling{What: "goal"}
	for i, s := range q.students {
		finish := outlook.Players[i].Finish.Value
		if finish >= drill.Enough && finish <= nearlySure {
			continue
		}
		d := b.DrillFor(s.ID)
		p := Players(d, q.students[i:i+1])[0]
		best, counts := 0.0, []int(nil)
		for _, k := range lengths {
			try, at := d.Clone(), make([]int, len(d.Steps))
			for j := range try.Steps {
				at[j] = max(2, int(math.Round(k*float64(b.Drill.Steps[j].Goal.Count))))
				try.Steps[j].Goal.Count = at[j]
			}
			if c := q.turns(&try, parts[i]).Chance(p); c >= drill.Wanted {
				best, counts = c, at
				break
			}
		}
		if counts == nil || counts[0] == d.Steps[0].Goal.Count && finish >= drill.Enough {
			continue
		}
		v := b.Variant(s.ID)
		v.Counts = counts
		fit, offered = fit.With(v), true
		l.Why = append(l.Why, fmt.Sprintf("%s: %s to finish as it is; %s first and the rest alike gives %s.",
			s.FirstName(), percent(finish), units.Plural(counts[0], "ball", "balls"), percent(best)))
	}
	if !offered {
		return nil
	}
	l.Fix = change("Level the goals: 80% to finish",
		fmt.Sprintf("other counts for %d of %d", len(l.Why), len(q.students)), fit)
	return &l
}

// levelTempo proposes the tempo at which the tightest ball leaves each student
// just enough time, where it is a stretch or worse now. A mover who is given
// more time between balls starts each run from where recovery should end.
func (q *question) levelTempo(b *lesson.Block) *Levelling {
	fit, offered := *b, false
	l := Levelling{What: "tempo"}
	type asked struct {
		tempo float64
		mover footwork.Mover
		bend  string
	}
	ratio := map[asked]float64{} // students of a level move alike
	for _, s := range q.students {
		v := b.Variant(s.ID)
		now := v.Tempo
		if now == 0 {
			now = 1
		}
		d, mover := b.Drill.Bent(v.Bend), s.mover()
		worst := func(k float64) float64 {
			a := asked{k, mover, v.Bend}
			if _, ok := ratio[a]; !ok {
				n, _ := q.Flights.Asks(
					d.Pattern.Tempo(k),
					mover,
				) // what cannot be fed asks nothing: another notice says so
				ratio[a] = n.Ratio
			}
			return ratio[a]
		}
		was := worst(now)
		if was <= tooTight {
			continue
		}
		for k := math.Ceil(now*10+0.5) / 10; k <= lesson.MostTempo; k += 0.1 {
			k = math.Round(10*k) / 10
			if r := worst(k); r <= tooTight {
				v.Tempo = k
				fit, offered = fit.With(v), true
				l.Why = append(
					l.Why,
					fmt.Sprintf(
						"%s: the tightest ball takes %.0f%% of the time there is; %.0f%% slower it takes %.0f%%.",
						s.FirstName(),
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
	l.Fix = change(
		"Level the tempo",
		fmt.Sprintf("slower balls for %d of %d", len(l.Why), len(q.students)),
		fit,
	)
	return &l
}
