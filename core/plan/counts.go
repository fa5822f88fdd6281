package plan

import (
	"fmt"
	"math"
	"math/bits"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/units"
)

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
