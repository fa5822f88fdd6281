package formation

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"sync"

	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/sport"
	"hodometer/core/units"
)

// Group is who is to be arranged: how many, and whether there are beginners
// among them.
type Group struct {
	Size      int
	Beginners bool
}

// twoLanes is the share of a court's width within which the balls of a drill stay, to the
// student and back, that leaves room for a second lane beside it [trade].
const twoLanes = 0.4

// lanesPerCourt is how many lanes a court has for the drill: one hitting line to a lane, and
// none whose balls cross another's.
func lanesPerCourt(b *lesson.Block) int {
	c, err := b.Drill.Court()
	if err != nil {
		return 1
	}
	lo, hi := math.Inf(1), math.Inf(-1)
	for _, f := range b.Drill.Pattern.Feeds {
		lo, hi = min(lo, f.To.X), max(hi, f.To.X)
		if f.Aim != nil {
			lo, hi = min(lo, f.Aim.X), max(hi, f.Aim.X)
		}
	}
	if hi-lo <= 2*c.HalfWidth[b.Drill.Pattern.Area]*twoLanes {
		return 2
	}
	return 1
}

// canFeed says whether the group's students can bring the drill's balls: by hand
// anybody, with a racket those past the beginning [trade].
func (g Group) canFeed(b *lesson.Block) bool {
	return !slices.ContainsFunc(b.Drill.Pattern.Feeds, func(f pattern.Feed) bool {
		return f.How == pattern.ByMachine || f.How == pattern.ByRacket && g.Beginners
	})
}

// stationIdeas are what a group can do without the coach while others have the
// drill, by sport [trade].
var stationIdeas = sync.OnceValue(func() map[string][]string {
	out := map[string][]string{}
	for _, s := range sport.All() {
		var document struct {
			Stations []string `json:"stations"`
		}
		s.Read("lesson", &document)
		out[s.ID] = document.Stations
	}
	return out
})

// option is one way to arrange a block, with what it comes to.
type option struct {
	block   lesson.Block
	label   string
	waiting float64 // share of the time
	hitting float64
}

// options collects the ways to arrange one block of a lesson for a group.
type options struct {
	group  Group
	lesson *lesson.Lesson
	block  *lesson.Block
	found  []option
}

// add weighs one more way: by what its lanes come to when all are there.
func (o *options) add(b lesson.Block, label string) {
	lanes, _ := Lanes(&lesson.Lesson{Resources: o.lesson.Resources}, &b, o.group.Size, 0)
	minutes := float64(b.Minutes)
	o.found = append(
		o.found,
		option{b, label, ShareOf(lanes, Waiting, minutes), ShareOf(lanes, Hitting, minutes)},
	)
}

// at is the drill with so many who hit at once, feed and collect.
func (o *options) at(hitters, feeders, collectors int) lesson.Block {
	fit, own := *o.block, o.block.Drill.Clone()
	own.Hitters = hitters
	fit.Drill, fit.Arrangement = &own, nil
	if feeders+collectors > 0 {
		fit.Arrangement = &lesson.Arrangement{Manner: lesson.Posts, Feeders: feeders, Collectors: collectors}
	}
	return fit
}

// together are a rally, one's own toss or shadow work for as many at once as
// there is room for.
func (o *options) together() {
	n, pair := o.group.Size, max(1, o.block.Drill.Hitters)
	room := pair * o.lesson.Resources.CourtCount() * 2 // a toss or a shadow needs no lane across the net
	if o.block.Drill.Rallied() {
		room = pair * o.lesson.Resources.CourtCount() * lanesPerCourt(o.block)
	}
	for h := pair; h <= min(n, room); h += pair {
		o.add(o.at(h, 0, 0), fmt.Sprintf("%d at the same time", h))
	}
	if n <= room {
		o.add(o.at(n, 0, 0), "Everyone at the same time")
	}
}

// lines are fed: one for the coach, one for a machine, and where students can
// feed more lines, with collectors from the line, and pairs who feed each other.
func (o *options) lines() {
	n, coached := o.group.Size, 1
	if o.lesson.Resources.Has("machine") {
		coached = 2
	}
	room := o.lesson.Resources.CourtCount() * lanesPerCourt(o.block)
	for h := 1; h <= min(n, room); h++ {
		f := max(0, h-coached)
		if h+f > n || f > 0 && !o.group.canFeed(o.block) {
			continue
		}
		label := fmt.Sprintf("%d lines", h)
		if h == 1 {
			label = "Single line"
		}
		if f > 0 {
			label += fmt.Sprintf(", %s", units.Plural(f, "feeds", "feed"))
		}
		o.add(o.at(h, f, 0), label)
		if c := min(h, n-h-f); c > 0 && o.block.Drill.Basket > 0 {
			o.add(o.at(h, f, c), fmt.Sprintf("%s, %s", label, units.Plural(c, "collects", "collect")))
		}
	}
	if h := n / 2; o.group.canFeed(o.block) && n >= 3 && h <= room { // the coach's hands are free
		label := "Pairs who feed each other"
		if n == 3 {
			label = "One hits, one feeds, one collects"
		}
		o.add(o.at(h, h, n%2), label)
	}
}

// stations have the drill at the first, and something to do alone at the others.
func (o *options) stations() {
	c, err := o.block.Drill.Court()
	if err != nil || o.group.Size < 4 {
		return
	}
	ideas := stationIdeas()[c.Sport]
	for k := 1; k <= min(len(ideas), 2, o.group.Size/2-1); k++ {
		fit := o.at(o.block.Drill.Hitters, 0, 0)
		fit.Arrangement = &lesson.Arrangement{Manner: lesson.Stations, Others: ideas[:k]}
		o.add(fit, fmt.Sprintf("%d stations, %.0f min each", k+1, float64(o.block.Minutes)/float64(k+1)))
	}
}

// ofDrill are the ways to arrange a drill, the one that waits least first.
func (g Group) ofDrill(l *lesson.Lesson, b *lesson.Block) []option {
	o := options{group: g, lesson: l, block: b}
	fed := slices.ContainsFunc(b.Drill.Pattern.Feeds, func(f pattern.Feed) bool {
		return f.How == pattern.ByHand || f.How == pattern.ByRacket || f.How == pattern.ByMachine
	})
	if fed {
		o.lines()
	} else {
		o.together()
	}
	o.stations()
	slices.SortStableFunc(o.found, func(a, c option) int {
		return cmp.Or(
			cmp.Compare(math.Round(50*a.waiting), math.Round(50*c.waiting)),
			cmp.Compare(c.hitting, a.hitting),
		)
	})
	return o.found
}

// leastPlayers each manner of a game takes.
var leastPlayers = []struct {
	manner lesson.Manner
	n      int
}{{lesson.Partners, 4}, {lesson.RoundRobin, 3}, {lesson.OnDeck, 4}, {lesson.WinnersStay, 3}}

// ofGame are the ways to arrange a game, the one that waits least first.
func (g Group) ofGame(l *lesson.Lesson, b *lesson.Block) []option {
	o := options{group: g, lesson: l, block: b}
	for _, m := range leastPlayers {
		if g.Size < m.n {
			continue
		}
		fit := *b
		fit.Arrangement = &lesson.Arrangement{Manner: m.manner}
		o.add(fit, units.LabelOf(lesson.Manners, string(m.manner)))
	}
	slices.SortStableFunc(o.found, func(a, c option) int { return cmp.Compare(a.waiting, c.waiting) })
	return o.found
}

// Offer is one arrangement with what it comes to.
type Offer struct {
	Waiting float64    `json:"waiting"` // share of the time
	Hitting float64    `json:"hitting"`
	Best    bool       `json:"best"` // none waits less
	Fix     lesson.Fix `json:"fix"`
}

// mostOffers are shown.
const mostOffers = 6

// Offers are the arrangements a coach can choose for a block, the one that
// waits least first; none for fewer than three.
func (g Group) Offers(l *lesson.Lesson, b *lesson.Block) []Offer {
	out := []Offer{}
	var all []option
	switch {
	case g.Size < 3:
	case b.Drill != nil:
		all = g.ofDrill(l, b)
	case b.Match != nil:
		all = g.ofGame(l, b)
	}
	for i, o := range all {
		if len(out) == mostOffers {
			break
		}
		if slices.ContainsFunc(out, func(f Offer) bool { return f.Fix.Label == o.label }) {
			continue
		}
		out = append(out, Offer{o.waiting, o.hitting, i == 0, lesson.Fix{
			Label:   o.label,
			Outcome: fmt.Sprintf("%.0f%% hitting, %.0f%% waiting", 100*o.hitting, 100*o.waiting),
			Blocks:  []lesson.Block{o.block},
		}})
	}
	return out
}

// better is what an arrangement must save to be offered unasked, as a share of
// the time.
const better = 0.1

// WaitLess are up to most arrangements of a drill in which the group waits a
// tenth of the time less than that share of it.
func (g Group) WaitLess(l *lesson.Lesson, b *lesson.Block, waiting float64, most int) (out []Offer) {
	if b.Drill == nil || g.Size < 3 {
		return nil
	}
	for i, o := range g.ofDrill(l, b) {
		if len(out) == most || o.waiting > waiting-better {
			break
		}
		out = append(out, Offer{o.waiting, o.hitting, i == 0, lesson.Fix{
			Label:   o.label,
			Outcome: fmt.Sprintf("%.0f%% waiting", 100*o.waiting),
			Blocks:  []lesson.Block{o.block},
		}})
	}
	return out
}

// Busiest is the block with the arrangement that waits least; as it is where
// nothing waits less by a tenth.
func (g Group) Busiest(l *lesson.Lesson, b lesson.Block) lesson.Block {
	lanes, _ := Lanes(l, &b, g.Size, 0)
	waiting := ShareOf(lanes, Waiting, float64(b.Minutes))
	if less := g.WaitLess(l, &b, waiting, 1); len(less) > 0 {
		return less[0].Fix.Blocks[0]
	}
	return b
}
