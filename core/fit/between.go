package fit

import (
	"math"

	"hodometer/core/drill"
	"hodometer/core/lesson"
)

// What goes on between blocks [trade].
const (
	minutesPerPiece = 0.25 // to set out a cone, marker or the like
	minutesToMove   = 0.5  // to the next thing, and to be told it
)

// After is the minutes that go on after block b, before the next.
func After(b, next *lesson.Block, students int) float64 {
	out := minutesToMove
	if b.Drill != nil && b.Drill.Basket > 0 {
		fed := float64(b.Drill.Tempo().Balls(float64(b.Minutes)))
		out += min(
			fed,
			float64(b.Drill.Basket),
		) / 2 / (drill.BallsPicked * float64(students+1)) // on average half of it lies about
	}
	if next.Drill != nil {
		out += minutesPerPiece * float64(newPieces(b, next))
	}
	if kind, _ := lesson.Describe(next.Kind); kind.Still {
		out -= minutesToMove
	}
	return max(0, out)
}

// newPieces is how many things the next drill has that do not stand out already.
func newPieces(b, next *lesson.Block) (n int) {
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

// Between is the minutes that go on between the blocks of a lesson, in all.
func Between(blocks []lesson.Block, students int) (sum float64) {
	for i := 0; i+1 < len(blocks); i++ {
		sum += After(&blocks[i], &blocks[i+1], students)
	}
	return sum
}

// Into fits the blocks into so many minutes together with what goes on between them for so
// many students, which is less where blocks are shorter: nothing is left over past the end.
func Into(l *lesson.Lesson, minutes, students int) Fitted {
	free := minutes - ceil(Between(l.Blocks, students))
	f := To(l, free)
	for range 4 {
		sum := Between(f.Blocks, students)
		for i := range f.Blocks {
			sum += float64(f.Blocks[i].Minutes)
		}
		over := ceil(sum - float64(minutes))
		if over <= 0 || f.Over > 0 {
			break
		}
		free -= over
		f = To(l, free)
	}
	for f.Over == 0 { // what rounding has left over
		free++
		longer := To(l, free)
		sum := Between(longer.Blocks, students)
		for i := range longer.Blocks {
			sum += float64(longer.Blocks[i].Minutes)
		}
		if sum > float64(minutes) || free > minutes {
			break
		}
		f = longer
	}
	return f
}

// ceil is minutes rounded up.
func ceil(minutes float64) int { return int(math.Ceil(minutes - 1e-9)) }
