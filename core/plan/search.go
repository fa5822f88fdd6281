package plan

import (
	"fmt"
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/rehearse"
	"hodometer/core/units"
)

// searched is a block whose drill asks too much, or too little, and the changes of it that
// are tried: each is rehearsed with the same dice, so that what is offered is what comes of it.
type searched struct {
	*question
	b       *lesson.Block
	outlook *drill.Outlook
	at      float64
}

// does reports whether everybody probably finishes the block changed so.
func (s searched) does(fit lesson.Block) bool { return s.likely(fit, drill.Wanted) }

// likely reports whether everybody finishes the block changed so, with a chance at least.
func (s searched) likely(fit lesson.Block, chance float64) bool {
	return s.staged(&fit, s.at).Likely(s.ctx, 2*rehearse.Few, chance)
}

// lasting is the block with other minutes.
func (s searched) lasting(minutes int) lesson.Block {
	fit := *s.b
	fit.Minutes = minutes
	return fit
}

// wanted are the whole minutes by which everybody has finished with the wanted chance; false
// where somebody has not in four times the block. The plays tell it.
func (s searched) wanted() (minutes int, ok bool) {
	for _, p := range s.outlook.Players {
		if p.Wanted == nil {
			return 0, false
		}
		minutes = max(minutes, int(math.Ceil(*p.Wanted)))
	}
	return minutes, true
}

// longest is the longest that a change makes a block, minutes: up to half of the lesson, or
// what no other block takes [trade].
func (q *question) longest(b *lesson.Block) int {
	free := q.lesson.SlotMinutes + b.Minutes
	for _, other := range q.lesson.Blocks {
		free -= other.Minutes
	}
	return max(b.Minutes, free, q.lesson.SlotMinutes/2)
}

// wantedInLongest are the same minutes told by plays of the longest block.
func (s searched) wantedInLongest() (minutes int, ok bool) {
	fit := s.lasting(s.longest(s.b))
	until, ok := s.staged(&fit, s.at).By(s.ctx, rehearse.Few/2, drill.Wanted)
	return int(math.Ceil(until)), ok && until > 0
}

// with is the block with another drill.
func (s searched) with(d drill.Drill) lesson.Block {
	fit := *s.b
	fit.Drill = &d
	return fit
}

// offer is a change with what comes of it; nil where that is not enough after all.
func (s searched) offer(fit lesson.Block, label string) *lesson.Fix {
	chance := slices.Min(s.chancesIn(&fit, s.at, 2*rehearse.Few))
	if chance < drill.Enough {
		return nil
	}
	out := change(label, roughly(chance)+" to finish", fit)
	return &out
}

// roughly says a chance to a twentieth, which is what an offer's plays tell.
func roughly(chance float64) string {
	if chance > 0.975 {
		return "almost certain"
	}
	return fmt.Sprintf("about %.0f%%", 5*math.Round(20*chance))
}

// most is the largest n from lo to hi that does, where smaller ones do too; lo − 1 where none
// does.
func most(lo, hi int, does func(n int) bool) int {
	lo--
	for hi++; hi-lo > 1; {
		if mid := (lo + hi) / 2; does(mid) {
			lo = mid
		} else {
			hi = mid
		}
	}
	return lo
}

// least is the smallest n from lo to hi that does, where larger ones do too; hi + 1 where
// none does.
func least(lo, hi int, does func(n int) bool) int {
	return most(lo, hi, func(n int) bool { return !does(n) }) + 1
}

// fitting are the smallest changes of each sort that let everybody probably finish: fewer in
// a row, more minutes, a larger target. A sort that cannot do it is left out.
func (s searched) fitting() []lesson.Fix {
	return offered(s.fewerInARow(), s.longer(), s.wider())
}

// stretching are changes that make a goal hard enough which is nearly sure: in a row, a
// smaller target, more in all, each as hard as everybody probably finishes all the same; or
// fewer minutes for it.
func (s searched) stretching() []lesson.Fix {
	return offered(s.inARow(), s.closer(), s.moreInAll(), s.shorter())
}

func offered(fixes ...*lesson.Fix) (out []lesson.Fix) {
	for _, f := range fixes {
		if f != nil {
			out = append(out, *f)
		}
	}
	return out
}

func (s searched) fewerInARow() *lesson.Fix {
	d := s.b.Drill
	at := func(n int) lesson.Block {
		own := *d
		own.Stages = slices.Clone(d.Stages)
		for i := range own.Stages {
			if g := &own.Stages[i].Goal; g.Kind.StartsAgain() {
				g.Count = min(n, g.Count)
			}
		}
		return s.with(own)
	}
	// One in a row is no streak.
	longest := d.LongestStreak()
	if longest <= 2 || !s.likely(at(2), drill.Enough) {
		return nil
	}
	n := max(2, most(3, longest-1, func(n int) bool { return s.does(at(n)) }))
	return s.offer(at(n), fmt.Sprintf("Set the goal to %d in a row", n))
}

func (s searched) longer() *lesson.Fix {
	n, ok := s.wanted()
	never := slices.ContainsFunc(s.outlook.Players, func(p drill.PlayerOutlook) bool { return p.Never })
	if !ok && !never {
		n, ok = s.wantedInLongest()
	}
	if n = max(n, s.b.Minutes+1); !ok || n > s.longest(s.b) {
		return nil
	}
	label := fmt.Sprintf("Give it %d minutes", n)
	if s.b.Moves() == lesson.Stations { // its turns grow too
		return s.offer(s.lasting(n), label)
	}
	out := change(label, roughly(drill.Wanted)+" to finish", s.lasting(n))
	return &out
}

// sized is the block with targets so many times as large, and how that is said.
func (s searched) sized(verb string, k float64) (lesson.Block, string) {
	d := s.b.Drill.Wider(k)
	if len(d.Targets) == 1 && d.Targets[0].Kind == drill.Circle {
		return s.with(d), verb + " the target to " + units.Length(d.Targets[0].Radius, s.system)
	}
	return s.with(d), verb + " the targets"
}

// tape is the step in which a target is made larger, m: what can be laid out with a tape.
const tape = 0.05

// widest is how many times wider a target may become [trade].
const widest = 3.0

func (s searched) wider() *lesson.Fix {
	d := s.b.Drill
	c, err := d.Court()
	if err != nil || len(d.Targets) == 0 {
		return nil
	}
	size := max(tape, d.Targets[0].Radial())
	at := func(n int) float64 { return 1 + float64(n)*tape/size }
	largest := min(widest*size, c.Half(d.Pattern.Area)/2)
	hi := int((largest-size)/tape + 1e-9)
	if hi < 1 {
		return nil
	}
	try := func(n int) bool {
		fit, _ := s.sized("", at(n))
		return s.does(fit)
	}
	if fit, _ := s.sized("", at(hi)); !s.likely(fit, drill.Enough) {
		return nil
	}
	return s.offer(s.sized("Widen", at(min(hi, least(1, hi-1, try)))))
}

// closer is a smaller target, by twentieths to three tenths of it.
func (s searched) closer() *lesson.Fix {
	if len(s.b.Drill.Targets) == 0 {
		return nil
	}
	at := func(n int) float64 { return 1 - float64(n)/20 }
	n := most(1, 14, func(n int) bool {
		fit, _ := s.sized("", at(n))
		return s.b.Drill.Targets[0].Radial()*at(n) > 0.02 && s.does(fit)
	})
	if n < 1 {
		return nil
	}
	return s.offer(s.sized("Narrow", at(n)))
}

// longestOffered is the longest streak a change proposes.
const longestOffered = 15

func (s searched) inARow() *lesson.Fix {
	at := func(n int) lesson.Block {
		return s.with(s.b.Drill.Counting(goal.InARow, func(drill.Stage) int { return n }))
	}
	n := most(3, longestOffered, func(n int) bool { return s.does(at(n)) })
	if n < 3 || n <= s.b.Drill.LongestStreak() {
		return nil
	}
	return s.offer(at(n), fmt.Sprintf("Make it %d in a row", n))
}

// moreInAll asks for more, by halves of what is asked.
func (s searched) moreInAll() *lesson.Fix {
	d := s.b.Drill
	if !slices.ContainsFunc(
		d.Stages,
		func(t drill.Stage) bool { return t.Goal.Kind == goal.Total && d.ByChance(t) },
	) {
		return nil
	}
	at := func(n int) lesson.Block {
		return s.with(d.Counting(goal.Total, func(t drill.Stage) int {
			if t.Goal.Kind != goal.Total {
				return 0
			}
			return min(goal.MaxCount, int(math.Ceil(float64(t.Goal.Count)*(1+float64(n)/2))))
		}))
	}
	n := most(1, 8, func(n int) bool { return s.does(at(n)) })
	if n < 1 {
		return nil
	}
	fit := at(n)
	return s.offer(fit, "Set the goal to "+fit.Drill.Goals())
}

// sure is the chance to finish above which fewer minutes change nothing [trade].
const sure = 0.97

func (s searched) shorter() *lesson.Fix {
	n, ok := s.wanted()
	if n = max(n, 2, s.b.Drill.Minutes.Least); !ok || n >= s.b.Minutes {
		return nil
	}
	fit := s.lasting(n)
	if s.likely(fit, sure) {
		return nil
	}
	return s.offer(fit, fmt.Sprintf("Shorten it to %d minutes", n))
}

// hopeless reports whether no play comes to an end in a hundred times the minutes.
func (s searched) hopeless() bool {
	if slices.ContainsFunc(s.outlook.Players, func(p drill.PlayerOutlook) bool { return !p.Never }) {
		return false
	}
	fit := s.lasting(min(hopelessTimes*s.b.Minutes, hopelessMinutes))
	return slices.Max(s.chancesIn(&fit, s.at, hopelessPlays)) == 0
}

// What is looked at before a goal is called out of reach: as many times the minutes, no longer
// than a week of them, in so many plays.
const (
	hopelessTimes   = 100
	hopelessMinutes = 7 * 24 * 60
	hopelessPlays   = 4
)
