package lesson

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"hodometer/core/pattern"
	"hodometer/core/progress"
)

// twoLanes is the share of a court's width within which the balls of a drill stay
// that leaves room for a second lane beside it [trade].
const twoLanes = 0.3

// lanesPerCourt is how many can be fed at once on one court.
func (b *Block) lanesPerCourt() int {
	c, err := b.Drill.Court()
	if err != nil {
		return 1
	}
	lo, hi := math.Inf(1), math.Inf(-1)
	for _, f := range b.Drill.Pattern.Feeds {
		lo, hi = min(lo, f.To.X), max(hi, f.To.X)
	}
	if hi-lo <= 2*c.HalfWidth[b.Drill.Pattern.Area]*twoLanes {
		return 2
	}
	return 1
}

// canFeed says whether students can bring the drill's balls: by hand anybody,
// with a racket those past the beginning [trade].
func (b *Block) canFeed(students []Student) bool {
	young := slices.ContainsFunc(students, func(s Student) bool { return s.Level == progress.Beginner })
	return !slices.ContainsFunc(b.Drill.Pattern.Feeds, func(f pattern.Feed) bool {
		return f.How == pattern.ByMachine || f.How == pattern.ByRacket && young
	})
}

// stationIdeas are what a group can do without the coach while others have the
// drill, by sport [trade].
var stationIdeas = map[string][]string{
	"tennis": {
		"serves into the box, collect your own",
		"rally with a partner, service lines",
		"shadow strokes and split steps",
	},
	"tableTennis": {"serves to a target", "forehand to forehand with a partner"},
	"badminton":   {"low serves to the line", "shadow footwork, a partner points"},
	"squash":      {"lengths alone down the other wall", "shadow from the T"},
	"pickleball":  {"soft balls with a partner", "serves deep, collect your own"},
}

// option is one way to arrange a drill block, with what it comes to.
type option struct {
	block   Block
	words   string
	waiting float64 // share of the time
	hitting float64
}

func shareOf(lanes [][]Span, d Doing, minutes float64) (sum float64) {
	for _, lane := range lanes {
		sum += spent(lane, d) / minutes / float64(max(1, len(lanes)))
	}
	return sum
}

// weigh adds an option with what its lanes come to when all are there.
func (l *Lesson) weigh(out []option, b Block, words string, n int) []option {
	lanes, _ := (&Lesson{Have: l.Have}).lanes(&b, n, 0)
	return append(
		out,
		option{
			b,
			words,
			shareOf(lanes, Waiting, float64(b.Minutes)),
			shareOf(lanes, Hitting, float64(b.Minutes)),
		},
	)
}

// options are the ways to arrange a drill for so many: more lines where there
// are courts and somebody to feed them, collectors from the line, pairs who feed
// each other, stations. The one that waits least comes first.
func (l *Lesson) options(b *Block, students []Student) (out []option) {
	n := len(students)
	d := b.Drill
	set := func(hitters, feeders, collectors int) Block {
		fit, own := *b, d.Clone()
		own.Hitters = hitters
		fit.Drill = &own
		fit.Arrange = nil
		if feeders+collectors > 0 {
			fit.Arrange = &Arrangement{Way: Posts, Feeders: feeders, Collectors: collectors}
		}
		return fit
	}
	room := l.Have.courts() * b.lanesPerCourt()
	fed := slices.ContainsFunc(d.Pattern.Feeds, func(f pattern.Feed) bool {
		return f.How == pattern.ByHand || f.How == pattern.ByRacket || f.How == pattern.ByMachine
	})
	switch {
	case !fed: // a rally, one's own toss, shadow: as many as there is room for
		pair := max(1, d.Hitters)
		for h := pair; h <= min(n, pair*l.Have.courts()*2); h += pair {
			out = l.weigh(out, set(h, 0, 0), fmt.Sprintf("%d at once", h), n)
		}
		if n <= pair*l.Have.courts()*2 {
			out = l.weigh(out, set(n, 0, 0), "All at once", n)
		}
	default:
		coached := 1
		if l.Have.machine() {
			coached = 2
		}
		for h := 1; h <= min(n, room*2); h++ {
			f := max(0, h-coached)
			if h+f > n ||
				h > room && f < h { // past the lanes only pairs who feed each other, across half a court
				continue
			}
			if f > 0 && !b.canFeed(students) {
				continue
			}
			words := fmt.Sprintf("%d lines", h)
			if h == 1 {
				words = "Single file"
			}
			if f > 0 {
				words += fmt.Sprintf(", %s among them", plural(f, "feeds", "feed"))
			}
			out = l.weigh(out, set(h, f, 0), words, n)
			if c := min(h, n-h-f); c > 0 && d.Basket > 0 {
				out = l.weigh(
					out,
					set(h, f, c),
					fmt.Sprintf("%s, %s", words, plural(c, "collects", "collect")),
					n,
				)
			}
		}
		if h := n / 2; b.canFeed(students) && n >= 3 && h <= room*2 { // the coach's hands are free
			words := "Pairs who feed each other"
			if n == 3 {
				words = "One hits, one feeds, one collects"
			}
			out = l.weigh(out, set(h, h, n%2), words, n)
		}
	}
	if c, err := d.Court(); err == nil && n >= 4 {
		for k := 1; k <= min(2, n/2-1); k++ {
			fit := set(d.Hitters, 0, 0)
			fit.Arrange = &Arrangement{Way: Stations, Others: stationIdeas[c.Sport][:k]}
			out = l.weigh(
				out,
				fit,
				fmt.Sprintf("%d stations, %.0f min each", k+1, float64(b.Minutes)/float64(k+1)),
				n,
			)
		}
	}
	slices.SortStableFunc(out, func(a, c option) int {
		return cmp.Or(
			cmp.Compare(math.Round(50*a.waiting), math.Round(50*c.waiting)),
			cmp.Compare(c.hitting, a.hitting),
		)
	})
	return out
}

// Offer is one arrangement with what it comes to.
type Offer struct {
	Waiting float64 `json:"waiting"` // share of the time
	Hitting float64 `json:"hitting"`
	Best    bool    `json:"best"` // none waits less
	Fix     Fix     `json:"fix"`
}

// mostOffers are shown.
const mostOffers = 6

// offers are the arrangements a coach can choose for a block, the one that
// waits least first.
func (l *Lesson) offers(b *Block, students []Student) []Offer {
	out := []Offer{}
	if len(students) < 3 {
		return out
	}
	var all []option
	switch {
	case b.Drill != nil:
		all = l.options(b, students)
	case b.Match != nil:
		for _, way := range []Way{Partners, RoundRobin, OnDeck, WinnersStay} {
			if way != RoundRobin && way != WinnersStay && len(students) < 4 {
				continue
			}
			fit := *b
			fit.Arrange = &Arrangement{Way: way}
			words := map[Way]string{Partners: "Changing partners", RoundRobin: "Every pair", OnDeck: "Two on two, others on deck", WinnersStay: "Winners stay"}[way]
			all = l.weigh(all, fit, words, len(students))
		}
		slices.SortStableFunc(all, func(a, c option) int { return cmp.Compare(a.waiting, c.waiting) })
	}
	for i, o := range all {
		if len(out) == mostOffers {
			break
		}
		if slices.ContainsFunc(out, func(f Offer) bool { return f.Fix.Words == o.words }) {
			continue
		}
		out = append(
			out,
			Offer{
				o.waiting,
				o.hitting,
				i == 0,
				Fix{
					Words:   o.words,
					Outcome: fmt.Sprintf("%.0f%% hitting, %.0f%% waiting", 100*o.hitting, 100*o.waiting),
					Blocks:  []Block{o.block},
				},
			},
		)
	}
	return out
}

// least is the block with the arrangement that waits least, for a plan that is
// drafted; as it is where nothing waits less by a tenth.
func (l *Lesson) least(b Block, students []Student) Block {
	if b.Drill == nil || len(students) < 3 {
		return b
	}
	lanes, _ := l.lanes(&b, len(students), 0)
	now := shareOf(lanes, Waiting, float64(b.Minutes))
	if all := l.options(&b, students); len(all) > 0 && all[0].waiting < now-0.1 {
		return all[0].block
	}
	return b
}
