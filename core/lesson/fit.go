package lesson

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/units"
)

// Room is the least, best and most minutes of a block: its own when it says so,
// otherwise its drill's, otherwise what is usual for its kind [trade]. A fixed
// block has none to give.
func (b *Block) Room() drill.Span {
	switch n := b.Minutes; {
	case b.Fixed:
		return drill.Span{Least: n, Best: n, Most: n}
	case b.Span != nil:
		return *b.Span
	case b.Kind == WarmUp && len(b.Script) > 0: // a role is a minute
		return drill.Span{Least: len(b.Script), Best: len(b.Script), Most: len(b.Script)}
	case b.Drill != nil:
		return b.Drill.Minutes
	case b.Kind == Break:
		return drill.Span{Least: 2, Best: 3, Most: 10}
	case b.Kind == Talk:
		return drill.Span{Least: 3, Best: 5, Most: 8}
	case b.Kind == Game:
		return drill.Span{Least: 8, Best: 15, Most: 25}
	}
	return drill.Span{Least: 4, Best: 6, Most: 12}
}

// Fitted is a lesson's blocks fitted to so many minutes. Where even the least
// of all does not fit, Over says by how much and Drop which blocks would make
// room; then the blocks stand at their least.
type Fitted struct {
	Blocks []Block
	Share  float64 // of its own room that each block gives (negative) or takes
	Over   int
	Drop   []string // titles
}

// Fit moves every flexible block from its best length by the same share of its
// own room, down toward its least or up toward its most, until the blocks fill
// the minutes; whole minutes go to those whose share they hurt least. The
// largest share that any block gives is the least it can be.
func (l *Lesson) Fit(minutes int) Fitted {
	rooms := make([]drill.Span, len(l.Blocks))
	least, best, most := 0, 0, 0
	for i := range l.Blocks {
		rooms[i] = l.Blocks[i].Room()
		least, best, most = least+rooms[i].Least, best+rooms[i].Best, most+rooms[i].Most
	}
	out := Fitted{Blocks: slices.Clone(l.Blocks)}
	exact := make([]float64, len(rooms))
	goal := min(max(minutes, least), most)
	for i, r := range rooms {
		exact[i] = float64(r.Best)
		switch {
		case goal < best:
			out.Share = -float64(best-goal) / float64(best-least)
			exact[i] += out.Share * float64(r.Best-r.Least)
		case goal > best:
			out.Share = float64(goal-best) / float64(most-best)
			exact[i] += out.Share * float64(r.Most-r.Best)
		}
	}
	for i, m := range whole(exact, goal) {
		out.Blocks[i].Minutes = m
	}
	if out.Over = max(0, least-minutes); out.Over > 0 {
		out.Drop = l.drop(rooms, out.Over)
	}
	return out
}

// whole rounds to whole minutes that sum to total: down, and one more for those
// with the largest remainders.
func whole(exact []float64, total int) []int {
	out, order := make([]int, len(exact)), make([]int, len(exact))
	for i, v := range exact {
		order[i] = i
		out[i] = int(math.Floor(v + 1e-9))
		total -= out[i]
	}
	slices.SortStableFunc(order, func(a, b int) int {
		return cmp.Compare(exact[b]-float64(out[b]), exact[a]-float64(out[a]))
	})
	for i := 0; total > 0 && i < len(order); i++ {
		out[order[i]]++
		total--
	}
	return out
}

// drop names the fewest blocks whose least makes room for so many minutes: of
// one that is enough the shortest, else the longest first. Warm-ups stay.
func (l *Lesson) drop(rooms []drill.Span, over int) (titles []string) {
	var can []int
	for i, b := range l.Blocks {
		if b.Kind != WarmUp && !b.Fixed {
			can = append(can, i)
		}
	}
	slices.SortStableFunc(can, func(a, b int) int { return cmp.Compare(rooms[b].Least, rooms[a].Least) })
	for len(can) > 0 && over > 0 {
		pick := 0
		for i, c := range can { // sorted from long to short: the last that is enough
			if rooms[c].Least >= over {
				pick = i
			}
		}
		titles = append(titles, l.Blocks[can[pick]].Title)
		over -= rooms[can[pick]].Least
		can = slices.Delete(can, pick, pick+1)
	}
	return titles
}

// What goes on between blocks [trade].
const (
	ballsPickedPerMinute = 20.0 // by one person
	minutesPerPiece      = 0.25 // to set out a cone, marker or the like
	minutesToMove        = 0.5  // to the next thing, and to be told it
)

var betweenBasis = units.Basis{
	Name:    "Between blocks",
	Mark:    units.Trade,
	Source:  "common practice",
	Words:   "Half a minute to move and be told what is next; a quarter of a minute for each thing that is not out yet; and the balls of the last basket picked up by everybody and the coach, twenty a minute each.",
	Formula: "Σ ½ + ¼ × new things + balls out ÷ (20 × (students + 1))",
}

// between is the minutes that go on after block b, before the next.
func between(b, next *Block, students int) float64 {
	out := minutesToMove
	if b.Drill != nil && b.Drill.Basket > 0 {
		fed := float64(b.Drill.Tempo().Balls(float64(b.Minutes)))
		out += min(
			fed,
			float64(b.Drill.Basket),
		) / 2 / (ballsPickedPerMinute * float64(students+1)) // on average half of it lies about
	}
	if next.Drill != nil {
		out += minutesPerPiece * float64(newPieces(b, next))
	}
	if next.Kind == Break || next.Kind == Talk {
		out -= minutesToMove
	}
	return max(0, out)
}

// newPieces is how many things the next drill has that do not stand out already.
func newPieces(b, next *Block) (n int) {
	for i, o := range next.Drill.Pattern.Objects {
		kind := 0 // how many of its kind come no later in the next drill
		for _, q := range next.Drill.Pattern.Objects[:i+1] {
			if q.Kind == o.Kind {
				kind++
			}
		}
		if b.Drill != nil {
			for _, q := range b.Drill.Pattern.Objects {
				if q.Kind == o.Kind {
					kind--
				}
			}
		}
		if kind > 0 {
			n++
		}
	}
	return n
}

// fitting offers the blocks fitted to the slot, what goes on between them left
// free; nil where they are as they would be.
func (l *Lesson) fitting(between float64) *Fix {
	free := l.SlotMinutes - int(math.Ceil(between-0.25))
	f := l.Fit(free)
	if f.Over > 0 ||
		slices.EqualFunc(f.Blocks, l.Blocks, func(a, b Block) bool { return a.Minutes == b.Minutes }) {
		return nil
	}
	words := "each block at its best length"
	switch percent := math.Round(100 * math.Abs(f.Share)); {
	case f.Share < 0:
		words = fmt.Sprintf("each gives up %.0f%% of what it can", percent)
	case f.Share > 0:
		words = fmt.Sprintf("each takes %.0f%% of what it can use", percent)
	}
	var moved []string
	for i, b := range f.Blocks {
		if was := l.Blocks[i].Minutes; was != b.Minutes {
			moved = append(moved, fmt.Sprintf("%s %d→%d", b.Title, was, b.Minutes))
		}
	}
	if len(moved) > 4 {
		moved = append(moved[:3], fmt.Sprintf("%d more", len(moved)-3))
	}
	return &Fix{Words: "Fit to the slot", Outcome: words + ": " + strings.Join(moved, ", "), Blocks: f.Blocks}
}
