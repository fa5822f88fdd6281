package formation

import (
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/play"
	"hodometer/core/rotation"
)

// Doing is what somebody is at: at a place of a rotation, or in a block without
// turns.
type Doing = rotation.Doing

// What one can be at. Waiting is the one to keep short.
const (
	Hitting    = rotation.Hitting
	Feeding    = rotation.Feeding
	Collecting = rotation.Collecting
	Waiting    = rotation.Waiting
	Listening  = Doing(lesson.Listening)
	Resting    = Doing(lesson.Resting)
	Moving     = Doing(lesson.Moving) // without a ball
	Watching   = Doing("watching")    // the coach, with free hands
	Away       = Doing("away")        // not come yet, or gone
	Turns      = Doing("turns")       // the beats of a cycle, round and round
)

// Beat is one part of a cycle.
type Beat struct {
	Doing   Doing   `json:"doing"`
	Minutes float64 `json:"minutes"`
}

// Span is a stretch of a lane, in minutes after the lesson's start. Turns are
// many and short, so they are not listed: the span holds one Cycle of them,
// which goes round from Phase minutes into it.
type Span struct {
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Doing Doing   `json:"doing"`
	Cycle []Beat  `json:"cycle,omitempty"`
	Phase float64 `json:"phase,omitempty"`
}

// Minutes of the span that are spent at that.
func (s Span) Minutes(d Doing) float64 {
	if s.Doing != Turns {
		if s.Doing == d {
			return s.To - s.From
		}
		return 0
	}
	round, at := 0.0, 0.0
	for _, b := range s.Cycle {
		round += b.Minutes
		if b.Doing == d {
			at += b.Minutes
		}
	}
	upTo := func(t float64) float64 { // from the start of the cycle
		whole := math.Floor(t / round)
		sum, left := whole*at, t-whole*round
		for _, b := range s.Cycle {
			if b.Doing == d {
				sum += min(left, b.Minutes)
			}
			if left -= b.Minutes; left <= 0 {
				break
			}
		}
		return sum
	}
	return upTo(s.Phase+s.To-s.From) - upTo(s.Phase)
}

// Append puts a span at the end of a lane, joined to the last where both are the
// same.
func Append(lane []Span, s Span) []Span {
	if s.To-s.From < 1e-9 {
		return lane
	}
	if len(s.Cycle) > 0 &&
		!slices.ContainsFunc(s.Cycle, func(b Beat) bool { return b.Doing != s.Cycle[0].Doing }) {
		s = Span{From: s.From, To: s.To, Doing: s.Cycle[0].Doing}
	}
	if last := len(lane) - 1; last >= 0 && s.Doing != Turns && lane[last].Doing == s.Doing {
		lane[last].To = s.To
		return lane
	}
	return append(lane, s)
}

// Lanes are what each of n students and the coach does in the block, which
// starts at minute at. Each lane covers every minute of the block once. The
// group takes turns anew whenever somebody comes or goes.
func Lanes(l *lesson.Lesson, b *lesson.Block, n int, at float64) (students [][]Span, coach []Span) {
	students = make([][]Span, n)
	end, courts := at+float64(b.Minutes), l.Resources.CourtCount()
	if len(l.Attendance) == 0 {
		everybody := make([]int, n)
		for i := range everybody {
			everybody[i] = i
		}
		fill(b, students, everybody, at, end, courts)
		return students, coachLane(b, n, at, end)
	}
	for from := at; from < end-1e-9; {
		to := end
		var here []int
		for i := range n {
			comes, goes := l.Stay(l.Students[i])
			for _, cut := range []float64{comes, goes} {
				if cut > from+1e-9 && cut < to {
					to = cut
				}
			}
			if comes <= from+1e-9 && goes > from+1e-9 {
				here = append(here, i)
			}
		}
		for i := range n {
			if !slices.Contains(here, i) {
				students[i] = Append(students[i], Span{From: from, To: to, Doing: Away})
			}
		}
		fill(b, students, here, from, to, courts)
		for _, s := range coachLane(b, len(here), from, to) {
			coach = Append(coach, s)
		}
		from = to
	}
	return students, coach
}

// fill adds what those who are there do between two minutes.
func fill(b *lesson.Block, lanes [][]Span, here []int, from, to float64, courts int) {
	all := func(d Doing) {
		for _, p := range here {
			lanes[p] = Append(lanes[p], Span{From: from, To: to, Doing: d})
		}
	}
	kind, _ := lesson.Describe(b.Kind)
	switch {
	case len(here) == 0:
	case b.Drill != nil && b.Moves() == lesson.Stations:
		stations(b, lanes, here, from, to)
	case b.Drill != nil:
		inTurn(b, lanes, here, from, to)
	case b.Match != nil:
		y, ok := play.Games(b, len(here), courts, to-from)
		if !ok {
			all(Hitting)
			return
		}
		for i, p := range here {
			lanes[p] = Append(lanes[p], Span{From: from, To: to, Doing: Turns, Cycle: beats(y, i)})
		}
	default:
		all(Doing(kind.Everyone))
	}
}

// stations lets the groups change when an even share of the time is up. At the
// first the drill is done in turn; at the others everybody is busy.
func stations(b *lesson.Block, lanes [][]Span, here []int, from, to float64) {
	k := 1 + len(b.Arrangement.Others)
	each := (to - from) / float64(k)
	for t := range k {
		at := from + float64(t)*each
		var group []int
		for i, p := range here {
			if (i+t)%k == 0 {
				group = append(group, p)
			} else {
				lanes[p] = Append(lanes[p], Span{From: at, To: at + each, Doing: Hitting})
			}
		}
		if len(group) > 0 {
			inTurn(b, lanes, group, at, at+each)
		}
	}
}

// inTurn walks a drill: whose turn it is hits, the others feed, collect or wait,
// and everybody collects when the basket is empty.
func inTurn(b *lesson.Block, lanes [][]Span, here []int, from, to float64) {
	y := play.Posts(b, len(here))
	round := y.Each * float64(len(y.Turns))
	for i, p := range here {
		cycle := beats(y, i)
		baskets(b.Drill, len(here), from, to, func(at, end, fed float64, collecting bool) {
			s := Span{From: at, To: end, Doing: Collecting}
			if !collecting {
				s.Doing, s.Cycle, s.Phase = Turns, cycle, math.Mod(fed, round)
			}
			lanes[p] = Append(lanes[p], s)
		})
	}
}

// baskets cuts a stretch of a drill into feeding and picking up; fed is the
// minutes of feeding before, and hands how many students pick up.
func baskets(
	d *drill.Drill,
	hands int,
	from, to float64,
	visit func(at, end, fed float64, collecting bool),
) {
	t := d.TempoFor(float64(hands))
	full := float64(t.Basket) * t.SecondsPerBall / 60
	if t.Basket == 0 || t.PickUpMinutes == 0 {
		visit(from, to, 0, false)
		return
	}
	for at, fed := from, 0.0; at < to-1e-9; {
		end := min(at+full, to)
		visit(at, end, fed, false)
		fed += full
		if at = end; at < to-1e-9 {
			end = min(at+t.PickUpMinutes, to)
			visit(at, end, fed, true)
			at = end
		}
	}
}

// coachLane is what the coach does with so many there: feeds where balls are
// fed, collects with them, watches otherwise.
func coachLane(b *lesson.Block, n int, from, to float64) (out []Span) {
	kind, _ := lesson.Describe(b.Kind)
	switch {
	case kind.CoachToo:
		return []Span{{From: from, To: to, Doing: Doing(kind.Everyone)}}
	case n == 0 || b.Drill == nil || !coachFeeds(b):
		return []Span{{From: from, To: to, Doing: Watching}}
	}
	baskets(b.Drill, n, from, to, func(at, end, _ float64, collecting bool) {
		doing := Feeding
		if collecting {
			doing = Collecting
		}
		out = Append(out, Span{From: at, To: end, Doing: doing})
	})
	return out
}

// beats are what a player does over one round of the turns.
func beats(y play.Layout, who int) []Beat {
	var out []Beat
	for _, turn := range y.Turns {
		for i, held := range turn {
			if !slices.Contains(held, who) {
				continue
			}
			d := Doing(y.Places[i].Doing)
			if last := len(out) - 1; last >= 0 && out[last].Doing == d {
				out[last].Minutes += y.Each
			} else {
				out = append(out, Beat{d, y.Each})
			}
		}
	}
	return out
}

// coachFeeds says whether the coach brings the balls of the block.
func coachFeeds(b *lesson.Block) bool {
	if b.Drill == nil {
		return false
	}
	fed := slices.ContainsFunc(
		b.Drill.Pattern.Feeds,
		func(f pattern.Feed) bool { return f.How == pattern.ByHand || f.How == pattern.ByRacket },
	)
	return fed && (b.Arrangement == nil || b.Arrangement.Feeders < b.Drill.Hitters)
}
