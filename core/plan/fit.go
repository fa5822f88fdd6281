package plan

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/lesson"
)

// fitToSlot offers the blocks fitted to the slot, what goes on between them left free, and each
// drill given what its plays say that it needs; nil where they are as they would be.
func fitToSlot(l *lesson.Lesson, blocks []Block, students int) *lesson.Fix {
	asked := *l
	asked.Blocks = slices.Clone(l.Blocks)
	for i := range asked.Blocks {
		asked.Blocks[i].Span = needs(&l.Blocks[i], blocks[i].Drill)
	}
	f := fit.Into(&asked, l.SlotMinutes, students)
	for i := range f.Blocks {
		f.Blocks[i].Span = l.Blocks[i].Span
	}
	if f.Over > 0 || fitted(l, f.Blocks, students) {
		return nil
	}
	words := "each block gets the minutes it needs"
	switch percent := math.Round(100 * math.Abs(f.Share)); {
	case f.Share < 0:
		words = fmt.Sprintf("each block gives up %.0f%% of its spare time", percent)
	case f.Share > 0:
		words = fmt.Sprintf("each block uses %.0f%% of its possible extra time", percent)
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
	return &lesson.Fix{
		Label:   "Fit to lesson length",
		Outcome: words + ": " + strings.Join(moved, ", "),
		Blocks:  f.Blocks,
	}
}

// fitted reports whether the blocks of a lesson are as good as these: they end in the slot and
// leave no more of it over, and none is more than two minutes longer or shorter, as what a block
// needs is told by plays, a little differently for another length.
func fitted(l *lesson.Lesson, as []lesson.Block, students int) bool {
	left := float64(l.SlotMinutes) - fit.Between(l.Blocks, students)
	over := float64(l.SlotMinutes) - fit.Between(as, students)
	for i := range l.Blocks {
		if by := l.Blocks[i].Minutes - as[i].Minutes; by < -nearFit || by > nearFit {
			return false
		}
		left, over = left-float64(l.Blocks[i].Minutes), over-float64(as[i].Minutes)
	}
	return left >= -1e-9 && left <= over+1
}

// nearFit is how many minutes make no difference to a block.
const nearFit = 2

// needs is the room of a block whose best length is what the last of its students needs to meet
// everything with the wanted chance, as far as the drill's own room goes; where that is never,
// all the room. A length that a coach has set, and what is not by chance, stay as they are.
func needs(b *lesson.Block, o *drill.Outlook) *drill.Span {
	if b.Fixed || b.Span != nil || b.Drill == nil || o == nil || !b.Drill.AnyChance() {
		return b.Span
	}
	room, minutes := fit.Room(b), 0
	for i := range o.Players {
		p := &o.Players[i]
		switch {
		case !p.ByChance:
		case p.Wanted == nil:
			minutes = room.Most
		default:
			minutes = max(minutes, int(math.Ceil(*p.Wanted)))
		}
	}
	if minutes == 0 {
		return b.Span
	}
	room.Best = min(room.Most, max(room.Least, minutes))
	return &room
}
