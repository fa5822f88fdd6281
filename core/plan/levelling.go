package plan

import (
	"context"
	"fmt"
	"math"
	"math/bits"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/formation"
	"hodometer/core/goal"
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

// Levelled is a drill block set to its students: what was changed for whom, and their chances
// to finish it; nil where nothing is by chance.
type Levelled struct {
	Block   lesson.Block
	Changed []string
	Chances []float64
}

// Least is the least chance that a student has to finish the block: 1 where nothing is by chance.
func (v *Levelled) Least() float64 {
	if len(v.Chances) == 0 {
		return 1
	}
	return slices.Min(v.Chances)
}

// Last is how a drill went when it was last done: who met all of its goals, and how large each
// student's target was, in metres as the radius of a circle; 0 or absent: not known.
type Last struct {
	Met  []string
	Size map[string]float64
	// Minutes that the block had then, and the students that were in it; 0: not known.
	Minutes, Students int
}

// targetStep is how much a target grows or shrinks from one lesson to the next [trade].
const targetStep = 0.2

// asLast is the block with the targets that the students had last.
func (q *question) asLast(b lesson.Block) lesson.Block {
	first := slices.IndexFunc(b.Drill.Stages, b.Drill.ByChance)
	if len(b.Drill.Targets) == 0 || first < 0 {
		return b
	}
	size := b.Drill.Radial(b.Drill.Stages[first])
	for _, s := range q.students {
		v := b.Variant(s.ID)
		if was := q.last.Size[s.ID]; was > 0 && size > 0 && v.Rung == "" {
			v.Scale = math.Round(1000*min(lesson.MostScale, max(lesson.LeastScale, was/size))) / 1000
			b = b.With(v)
		}
	}
	return b
}

// Level sets a drill block to its students, so that each has goals worth trying: first the
// target, then the length of the shot, the counts, the end of a turn and the pace. The block
// stands by itself: when in the lesson it comes, and who is late, is not looked at.
//
// Those who have met everything get nothing easier than they had, and a target moves by no more
// than a fifth from the one before: last says how the drill went.
func (p *Planner) Level(
	ctx context.Context,
	l *lesson.Lesson,
	b lesson.Block,
	students []Student,
	last Last,
	system units.System,
) Levelled {
	if b.Drill == nil || len(students) == 0 || !b.Drill.AnyChance() {
		return Levelled{Block: b}
	}
	q := p.ask(ctx, l, students, system)
	q.last, q.quick = last, true
	b = q.asLast(b)
	parts := formation.Sharings(l, &b, 0, len(students))
	outlook := q.outlook(&b, parts, 0)
	out := Levelled{}
	beginner := func(s *Student) bool { return s.Level == units.Beginner }
	if v := q.levelShot(&b, &outlook, parts, beginner); v != nil { // before a target as large as half a court
		b = v.Fix.Blocks[0]
		outlook = q.outlook(&b, parts, 0)
		out.Changed = append(out.Changed, v.Why...)
	}
	if v := q.levelTarget(&b, &outlook, parts); v != nil {
		was := b
		b = v.Fix.Blocks[0]
		outlook = q.outlook(&b, parts, 0)
		for i, o := range outlook.Players { // counts do not give way for those who have met everything
			id := students[i].ID
			if q.hasMet(id) && o.Finish != nil && o.Finish.Value < drill.Enough {
				b = b.With(was.Variant(id))
			}
		}
		outlook = q.outlook(&b, parts, 0)
		out.Changed = append(out.Changed, v.Why...)
	}
	if v := q.levelShot(&b, &outlook, parts, anyone); v != nil { // no target is large enough
		b = v.Fix.Blocks[0]
		outlook = q.outlook(&b, parts, 0)
		out.Changed = append(out.Changed, v.Why...)
	}
	if v := q.levelGoal(&b, &outlook, 0, inDrafts); v != nil {
		b = v.Fix.Blocks[0]
		out.Changed = append(out.Changed, v.Why...)
	}
	b = q.levelShared(b, &outlook, inDrafts)
	outlook = q.outlook(&b, parts, 0)
	if v := q.levelTurn(&b, &outlook, 0); v != nil {
		b = v.Fix.Blocks[0]
		out.Changed = append(out.Changed, v.Fix.Label+": "+v.Fix.Outcome+".")
	}
	out.Chances = q.few(&b, 0)
	if v := q.levelTempo(&b); v != nil { // slower feeds are fewer, which must not cost the goals
		slower := v.Fix.Blocks[0]
		if chances := q.few(&slower, 0); slices.Min(chances) >= min(draftLow, slices.Min(out.Chances)) {
			b, out.Chances = slower, chances
			out.Changed = append(out.Changed, v.Why...)
		}
	}
	out.Block = b
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

// leastGain is by how much a change must raise the least chance to be offered [trade].
const leastGain = 0.03

// OutOfReach is the chance below which counts give way also for who has met everything: with
// more students or fewer minutes than then, the same counts are not the same goal. The gate of
// a rung is hard, as it should be, down to the same chance [trade].
const OutOfReach = 0.25

// hasMet says whether the student has met everything and so gets nothing easier.
func (q *question) hasMet(id string) bool { return slices.Contains(q.last.Met, id) }

// tighter reports whether the block has fewer minutes or more students than when the drill was
// last done: then fewer balls are not an easier goal.
func (q *question) tighter(b *lesson.Block) bool {
	return b.Minutes < q.last.Minutes || q.last.Students > 0 && len(q.students) > q.last.Students
}

// lengths that goals are tried at, as shares of what the drill asks for.
var lengths = []float64{
	0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1.15, 1.3, 1.5, 1.75, 2, 2.25, 2.5, 2.75, 3, 3.5, 4, 5,
}

// aims are the chances that counts are levelled to: whose goals are too easy or too hard, and
// the chance that the new counts keep.
type aims struct {
	easy   func(o *drill.PlayerOutlook) bool
	hard   float64 // below this chance
	wanted float64
	near   bool // where no count keeps the wanted chance, the least count is taken
}

// inOffers are the aims of what a coach is offered for a block that is there: only what is met
// in half of the time is lengthened. inDrafts are those of a block that is still to be chosen:
// what is nearly sure is too.
var (
	inOffers = aims{
		func(o *drill.PlayerOutlook) bool { return o.Half >= drill.NearlySure },
		drill.Enough,
		drill.Wanted,
		false,
	}
	inDrafts = aims{
		func(o *drill.PlayerOutlook) bool { return o.Finish.Value > nearlyAlways },
		draftLow,
		draftWanted,
		true,
	}
)

// Of drafts [trade]: a goal that is met so nearly always is lengthened, one that is met so
// seldom shortened, and the new one keeps at least the wanted chance.
const (
	nearlyAlways = 0.88
	draftLow     = 0.67
	draftWanted  = 0.72
)

// levelGoal proposes counts with the wanted chance for each student who will probably not meet
// the goals in their time, or too surely: all shortened or lengthened together, to the longest
// that keeps it. The lengths are halved for all students at once, as they share the balls.
func (q *question) levelGoal(b *lesson.Block, outlook *drill.Outlook, at float64, to aims) *Levelling {
	as := make([]float64, 0, len(lengths)+1) // with what it is now
	now := slices.IndexFunc(lengths, func(k float64) bool { return k > 1 })
	as = append(append(append(as, lengths[:now]...), 1), lengths[now:]...)
	type search struct{ lo, hi int } // lo keeps the chance, as far as is known; hi does not
	searches := make([]*search, len(outlook.Players))
	any := false
	for i := range outlook.Players {
		switch o := &outlook.Players[i]; {
		case o.Finish == nil:
		case to.easy(o):
			searches[i] = &search{now, len(as)}
		case o.Finish.Value < to.hard &&
			(!q.hasMet(q.students[i].ID) || o.Finish.Value < OutOfReach || q.tighter(b)):
			searches[i] = &search{-1, now}
		}
		any = any || searches[i] != nil
	}
	if !any {
		return nil
	}
	with := func(b lesson.Block, i, k int) lesson.Block {
		v := b.Variant(q.students[i].ID)
		counts := countsOf(b.Drill, as[k])
		if v.Rung != "" && v.Begin < len(counts) { // what the gate asks stays
			counts[v.Begin] = b.DrillFor(v.Student).Stages[v.Begin].Goal.Count
		}
		v.Counts = counts
		return b.With(v)
	}
	fit := *b
	for range bits.Len(uint(len(as))) {
		try, left := *b, false
		for i, s := range searches {
			if s == nil {
				continue
			}
			k := max(0, s.lo)
			if s.hi-s.lo > 1 {
				k, left = (s.lo+s.hi)/2, true
			}
			try = with(try, i, k)
		}
		if !left {
			break
		}
		chances := q.few(&try, at)
		for i, s := range searches {
			if s == nil || s.hi-s.lo < 2 {
				continue
			}
			if k := (s.lo + s.hi) / 2; chances[i] >= to.wanted {
				s.lo = k
			} else {
				s.hi = k
			}
		}
	}
	for i, s := range searches {
		if s != nil && (s.lo >= 0 || to.near) && s.lo != now {
			fit = with(fit, i, max(0, s.lo))
		}
	}
	return q.goalsLevelled(b, fit, outlook, at)
}

// levelShared sets the counts that are a pair's or the whole group's so that those who play for
// them keep the wanted chance; the block as it is where that is not in reach.
func (q *question) levelShared(b lesson.Block, outlook *drill.Outlook, to aims) lesson.Block {
	if !slices.ContainsFunc(b.Drill.Stages, drill.Stage.Shared) {
		return b
	}
	easy, hard := 0, 0
	for i := range outlook.Players {
		if o := &outlook.Players[i]; o.Finish != nil && to.easy(o) {
			easy++
		} else if o.Finish != nil && o.Finish.Value < to.hard {
			hard++
		}
	}
	if 2*max(easy, hard) <= len(outlook.Players) {
		return b
	}
	best := b
	for lo, hi := 0, len(lengths); lo < hi; {
		mid := (lo + hi) / 2
		own := b.Drill.Clone()
		counts := countsOf(b.Drill, lengths[mid])
		for j := range own.Stages {
			if own.Stages[j].Shared() && own.Stages[j].Goal.Kind != goal.Race {
				own.Stages[j].Goal.Count = counts[j]
			}
		}
		try := b
		try.Drill = &own
		sum := 0.0
		for _, c := range q.few(&try, 0) {
			sum += c
		}
		if sum/float64(len(q.students)) >= to.wanted {
			best, lo = try, mid+1
		} else {
			hi = mid
		}
	}
	return best
}

// goalsLevelled says what changed from a block to one with other counts; nil where nothing
// did.
func (q *question) goalsLevelled(
	b *lesson.Block,
	fit lesson.Block,
	outlook *drill.Outlook,
	at float64,
) *Levelling {
	l := Levelling{What: "goal"}
	var chances []float64
	for i := range q.students {
		s, o := &q.students[i], &outlook.Players[i]
		counts := fit.Variant(s.ID).Counts
		same := func(n int, step drill.Stage) bool { return n == step.Goal.Count }
		if counts == nil || slices.EqualFunc(counts, b.DrillFor(s.ID).Stages, same) {
			continue
		}
		if chances == nil {
			chances = q.chances(&fit, at)
		}
		l.Why = append(l.Why, fmt.Sprintf(
			"%s: chance to finish %s now. Start at %s and keep the rest: %s.",
			s.FirstName(),
			percent(o.Finish.Value),
			units.Plural(counts[0], "ball", "balls"),
			percent(chances[i]),
		))
	}
	if len(l.Why) == 0 {
		return nil
	}
	l.Fix = change("Make it even by goals: 80% chance to finish each",
		fmt.Sprintf("changed counts for %d of %d students", len(l.Why), len(q.students)), fit)
	return &l
}

// countsOf are the drill's counts at so many times their length.
func countsOf(d *drill.Drill, k float64) []int {
	out := make([]int, len(d.Stages))
	for j, s := range d.Stages {
		least := min(2, s.Goal.Count) // one in a row is no streak
		out[j] = min(goal.MaxCount, max(least, int(math.Round(k*float64(s.Goal.Count)))))
	}
	return out
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
