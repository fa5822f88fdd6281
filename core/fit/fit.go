package fit

import (
	"cmp"
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/lesson"
)

// Room is the least, best and most minutes of a block: its own when it says so,
// otherwise its drill's, otherwise what is usual for its kind [trade]. A fixed
// block has none to give.
func Room(b *lesson.Block) drill.Span {
	switch n := b.Minutes; {
	case b.Fixed:
		return drill.Span{Least: n, Best: n, Most: n}
	case b.Span != nil:
		return *b.Span
	case b.Kind == lesson.WarmUp && len(b.Script) > 0: // a role is a minute
		return drill.Span{Least: len(b.Script), Best: len(b.Script), Most: len(b.Script)}
	case b.Drill != nil:
		room := b.Drill.Minutes
		if !b.Drill.AnyChance() { // repetitions are done when they are done
			room.Most = room.Best
		}
		return room
	}
	kind, _ := lesson.Describe(b.Kind)
	if kind.Still && b.Minutes > 0 { // water and talk are never lengthened to fill time
		return drill.Span{Least: min(kind.Room.Least, b.Minutes), Best: b.Minutes, Most: b.Minutes}
	}
	return kind.Room
}

// keeps reports whether a block keeps its minutes as long as the others can make room.
func keeps(b *lesson.Block) bool {
	kind, _ := lesson.Describe(b.Kind)
	return kind.Still && b.Span == nil
}

// Fitted is a lesson's blocks fitted to so many minutes. Where even the least
// of all does not fit, Over says by how much and Drop which blocks would make
// room; then the blocks stand at their least.
type Fitted struct {
	Blocks []lesson.Block
	Share  float64 // of its own room that each block gives (negative) or takes
	Over   int
	Drop   []string // ids
}

// To moves every flexible block from its best length by the same share of its
// own room, down toward its least or up toward its most, until the blocks fill
// the minutes; whole minutes go to those whose share they hurt least. The
// largest share that any block gives is the least it can be. Water and talk keep
// their minutes, unless the others do not fit without theirs.
func To(l *lesson.Lesson, minutes int) Fitted {
	rooms := make([]drill.Span, len(l.Blocks))
	least, best, most := 0, 0, 0
	gives := 0 // what water and talk can give
	for i := range l.Blocks {
		rooms[i] = Room(&l.Blocks[i])
		if r := &rooms[i]; keeps(&l.Blocks[i]) {
			gives, r.Least = gives+r.Best-r.Least, r.Best
		}
		least, best, most = least+rooms[i].Least, best+rooms[i].Best, most+rooms[i].Most
	}
	if least > minutes && gives > 0 {
		for i := range l.Blocks {
			rooms[i] = Room(&l.Blocks[i])
		}
		least -= gives
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
		out.Drop = drop(l, rooms, out.Over)
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

// drop names the fewest blocks whose least makes room for so many minutes, by
// their ids: of one that is enough the shortest, else the longest first.
// Warm-ups stay.
func drop(l *lesson.Lesson, rooms []drill.Span, over int) (ids []string) {
	var can []int
	for i := range l.Blocks {
		if MayGo(&l.Blocks[i]) {
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
		ids = append(ids, l.Blocks[can[pick]].ID)
		over -= rooms[can[pick]].Least
		can = slices.Delete(can, pick, pick+1)
	}
	return ids
}

// MayGo says whether a block may be left out when time is short.
func MayGo(b *lesson.Block) bool {
	kind, _ := lesson.Describe(b.Kind)
	return !kind.Stays && !b.Fixed
}
