package plan

import (
	"fmt"
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/formation"
	"hodometer/core/lesson"
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

// Levelling is an offer to give each student what is hard enough for them, with
// the reason for each.
type Levelling struct {
	What string     `json:"what"` // "target", "shot", "goal", "turn", "tempo" or "race"
	Why  []string   `json:"why"`  // a line for each student
	Fix  lesson.Fix `json:"fix"`
}

// levelling are the offers for a drill block: the target size that gives the middle of the
// band, a shorter shot, the counts that will be reached, turns long enough for them, and the
// tempo that leaves time enough. What nobody needs is not offered.
func (q *question) levelling(
	b *lesson.Block,
	outlook *drill.Outlook,
	parts []formation.Sharing,
	at float64,
) []Levelling {
	out := []Levelling{}
	if outlook == nil || len(q.students) == 0 {
		return out
	}
	for _, l := range []*Levelling{
		q.levelTarget(b, outlook, parts), q.levelShot(b, outlook, parts, anyone), q.levelGoal(b, outlook, at, inOffers),
		q.levelTurn(b, outlook, at), q.levelTempo(b),
	} {
		if l != nil {
			out = append(out, *l)
		}
	}
	return out
}

// levelTarget proposes for each student the target that gives the middle of the
// band at the first goal that is by chance, to 5 cm.
func (q *question) levelTarget(
	b *lesson.Block,
	outlook *drill.Outlook,
	parts []formation.Sharing,
) *Levelling {
	first := slices.IndexFunc(b.Drill.Stages, b.Drill.ByChance)
	if len(b.Drill.Targets) == 0 || first < 0 {
		return nil
	}
	step := b.Drill.Stages[first]
	size := b.Drill.Radial(step)
	c, err := b.Drill.Court()
	if err != nil || size <= 0 {
		return nil
	}
	grid := 0.05 * c.HalfLength / (units.Feet(78) / 2) // a table is laid out more finely than a court
	largest := c.Half(b.Drill.Pattern.Area) / 2        // half as wide as the court
	kind := "radius"
	if t := b.Drill.Targets[min(step.Target, len(b.Drill.Targets)-1)]; t.Kind != drill.Circle {
		kind = "size"
	}
	fit, outside := *b, false
	l := Levelling{What: "target"}
	least, most := 1.0, 0.0
	for i := range q.students {
		s := &q.students[i]
		rate := outlook.Players[i].Stages[first].Rate.Mean
		v := b.Variant(s.ID)
		now := v.Scale
		if v.Rung != "" { // the target is the gate's
			least, most = min(least, rate), max(most, rate)
			continue
		}
		gives := func(scale float64) float64 { // what it comes to on the court, lines and all
			v := v
			v.Scale = scale
			alone := fit.With(v)
			d := alone.DrillFor(s.ID)
			return q.turns(d, parts[i]).Rates(s.PlayerOf(d))[first].Mean
		}
		if v.Scale = scaleFor(size, grid, max(now, largest/size), gives); v.Scale > now && q.hasMet(s.ID) {
			v.Scale = now
		}
		if q.last.Size[s.ID] > 0 {
			v.Scale = min(
				max(v.Scale, math.Ceil(1000*now*(1-targetStep))/1000),
				math.Floor(1000*now*(1+targetStep))/1000,
			)
		}
		got := gives(v.Scale)
		if v.Scale != now && math.Abs(got-bandMid) > math.Abs(rate-bandMid)-0.005 {
			v.Scale, got = now, rate // another size does not help: the ball itself is too hard, or too easy
		}
		outside = outside || v.Scale != now && (rate < BandLow-0.005 || rate > BandHigh+0.005)
		fit = fit.With(v)
		least, most = min(least, got), max(most, got)
		l.Why = append(l.Why, fmt.Sprintf("%s: success rate %s with a target %s of %s; with %s it is %s.",
			s.FirstName(), percent(rate), kind, units.Length(size*now, q.system),
			units.Length(size*v.Scale, q.system), percent(got)))
	}
	if !outside {
		return nil
	}
	l.Fix = change(fmt.Sprintf("Make it even by target size: %.0f%% each", 100*bandMid),
		fmt.Sprintf("everyone between %s and %s", percent(least), percent(most)), fit)
	return &l
}

// scaleFor is how many times as large a target must be, in steps of the grid and at the most
// so many times, for the middle of the band; gives is the chance at a scale.
func scaleFor(size, grid, most float64, gives func(scale float64) float64) float64 {
	most = min(lesson.MostScale, most)
	scaleOf := func(n int) float64 {
		return math.Round(1000*min(most, max(lesson.LeastScale, float64(n)*grid/size))) / 1000
	}
	lo, hi := int(math.Ceil(lesson.LeastScale*size/grid)), int(most*size/grid+1e-9)
	for lo < hi {
		if mid := (lo + hi) / 2; gives(scaleOf(mid)) < bandMid {
			lo = mid + 1
		} else {
			hi = mid
		}
	}
	return scaleOf(lo)
}

func anyone(*Student) bool { return true }

// levelShot proposes a shorter shot for each of those students who makes the first goal's ball
// too seldom, where that brings it nearer to the band.
func (q *question) levelShot(
	b *lesson.Block,
	outlook *drill.Outlook,
	parts []formation.Sharing,
	who func(*Student) bool,
) *Levelling {
	first := slices.IndexFunc(b.Drill.Stages, b.Drill.ByChance)
	if first < 0 {
		return nil
	}
	fit := *b
	l := Levelling{What: "shot"}
	for i := range q.students {
		s, v := &q.students[i], b.Variant(q.students[i].ID)
		rate := outlook.Players[i].Stages[first].Rate.Mean
		if rate >= BandLow-0.005 || v.Bend != "" || v.Rung != "" || q.hasMet(s.ID) || !who(s) {
			continue
		}
		v.Bend = "nearer"
		try := fit.With(v)
		d := try.DrillFor(s.ID)
		if d.Validate().Err() != nil {
			continue
		}
		if _, ok := q.Flights.Asks(d.Pattern, s.mover(), d.TurnBalls); !ok {
			continue
		}
		got := q.turns(d, parts[i]).Rates(s.PlayerOf(d))[first].Mean
		if got < rate+0.03 || got > BandHigh+0.05 {
			continue
		}
		fit = try
		l.Why = append(l.Why, fmt.Sprintf("%s: success rate %s now. From nearer to the net it is %s.",
			s.FirstName(), percent(rate), percent(got)))
	}
	if len(l.Why) == 0 {
		return nil
	}
	l.Fix = change("Make it even by a shorter shot",
		fmt.Sprintf("a fifth nearer to the net for %d of %d students", len(l.Why), len(q.students)), fit)
	return &l
}

// levelTurn proposes that a turn ends as its goal is met, so that the balls go to those who
// still need them, where somebody will probably not be done and the one with the least chance
// gains by it.
func (q *question) levelTurn(b *lesson.Block, outlook *drill.Outlook, at float64) *Levelling {
	d := b.Drill
	if d.Turn != nil || len(q.students) <= d.Hitters || b.Moves() == lesson.Stations {
		return nil
	}
	least := 1.0
	for _, o := range outlook.Players {
		if o.Finish == nil {
			return nil
		}
		least = min(least, o.Finish.Value)
	}
	if least >= drill.Enough {
		return nil
	}
	own := d.Clone()
	own.Turn = &drill.Turn{Ends: []drill.End{{By: drill.ByMet}, {By: drill.ByBalls, Count: d.TurnBalls}}}
	if own.Validate().Err() != nil {
		return nil
	}
	fit := *b
	fit.Drill = &own
	is := q.chances(&fit, at)
	if slices.Min(is) < least+leastGain {
		return nil
	}
	l := &Levelling{What: "turn"}
	for i, chance := range is {
		l.Why = append(l.Why, fmt.Sprintf("%s: chance to finish %s now, %s then.",
			q.students[i].FirstName(), percent(outlook.Players[i].Finish.Value), percent(chance)))
	}
	l.Fix = change("End a turn as soon as its goal is met",
		fmt.Sprintf("the balls go to those who need them: at least %s each", percent(slices.Min(is))), fit)
	return l
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
	for i := range q.students {
		s := &q.students[i]
		v := b.Variant(s.ID)
		now := v.Tempo
		if v.Rung != "" { // the pace is the gate's
			continue
		}
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
					d.TurnBalls,
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
						"%s: the hardest ball to reach uses %.0f%% of the time available; "+
							"fed %.0f%% slower it uses %.0f%%.",
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
		"Make it even by tempo",
		fmt.Sprintf("slower feeds for %d of %d students", len(l.Why), len(q.students)),
		fit,
	)
	return &l
}
