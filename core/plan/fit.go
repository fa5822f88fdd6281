package plan

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"hodometer/core/fit"
	"hodometer/core/lesson"
)

// fitToSlot offers the blocks fitted to the slot, what goes on between them left
// free; nil where they are as they would be.
func fitToSlot(l *lesson.Lesson, students int) *lesson.Fix {
	f := fit.Into(l, l.SlotMinutes, students)
	if f.Over > 0 ||
		slices.EqualFunc(f.Blocks, l.Blocks, func(a, b lesson.Block) bool { return a.Minutes == b.Minutes }) {
		return nil
	}
	words := "each block at its ideal length"
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
