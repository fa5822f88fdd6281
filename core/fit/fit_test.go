package fit_test

import (
	"fmt"
	"slices"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/optimize/convex/lp"
	"pgregory.net/rapid"
)

// anyLesson has blocks with rooms of their own; some are fixed.
func anyLesson(t *rapid.T) *lesson.Lesson {
	l := &lesson.Lesson{}
	for i := range rapid.IntRange(1, 12).Draw(t, "blocks") {
		least := rapid.IntRange(1, 20).Draw(t, "least")
		best := least + rapid.IntRange(0, 15).Draw(t, "up")
		b := lesson.Block{
			ID:      sample.ID(i),
			Kind:    lesson.Talk,
			Title:   fmt.Sprint("block ", i),
			Minutes: best,
			Span: &drill.Span{
				Least: least,
				Best:  best,
				Most:  best + rapid.IntRange(0, 15).Draw(t, "more"),
			},
		}
		b.Fixed = rapid.IntRange(0, 4).Draw(t, "fixed") == 0
		l.Blocks = append(l.Blocks, b)
	}
	return l
}

// Fitted blocks fill the slot to the minute when they can, stay within their
// room, and fixed ones stay as they are. The share taken of the rooms is the
// least worst share there can be, by a linear program:
// minimise s with Σxᵢ = what must go, xᵢ ≤ s·roomᵢ, 0 ≤ xᵢ ≤ roomᵢ.
func TestFitIsTheLeastWorstShare(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := anyLesson(t)
		slot := rapid.IntRange(1, 260).Draw(t, "slot")
		f := fit.To(l, slot)
		sum, least, best, most := 0, 0, 0, 0
		for i, b := range f.Blocks {
			r := fit.Room(&l.Blocks[i])
			require.True(t, b.Minutes >= r.Least && b.Minutes <= r.Most, "%d in %v", b.Minutes, r)
			if l.Blocks[i].Fixed {
				require.Equal(t, l.Blocks[i].Minutes, b.Minutes)
			}
			sum, least, best, most = sum+b.Minutes, least+r.Least, best+r.Best, most+r.Most
		}
		require.Equal(t, max(0, least-slot), f.Over)
		require.Equal(t, min(max(slot, least), most), sum)
		if f.Over > 0 {
			freed := 0
			for _, id := range f.Drop {
				for i := range l.Blocks {
					if l.Blocks[i].ID == id {
						freed += fit.Room(&l.Blocks[i]).Least
					}
				}
			}
			if freed < f.Over { // then nothing more can go
				for i := range l.Blocks {
					require.True(t, l.Blocks[i].Fixed || slices.Contains(f.Drop, l.Blocks[i].ID))
				}
			}
		}
		if slot >= best || slot <= least {
			return
		}
		require.InDelta(t, leastShare(t, l, float64(best-slot)), -f.Share, 1e-6)
		for i, b := range f.Blocks { // and whole minutes are never more than one off it
			r := fit.Room(&l.Blocks[i])
			require.InDelta(t, float64(r.Best)+f.Share*float64(r.Best-r.Least), b.Minutes, 1)
		}
	})
}

// leastShare solves the program by the simplex method. Variables: s, then for
// each block xᵢ, its slack to s·roomᵢ and its slack to roomᵢ.
func leastShare(t *rapid.T, l *lesson.Lesson, give float64) float64 {
	var rooms []float64
	for i := range l.Blocks {
		if r := fit.Room(&l.Blocks[i]); r.Best > r.Least {
			rooms = append(rooms, float64(r.Best-r.Least))
		}
	}
	n := len(rooms)
	c := make([]float64, 1+3*n)
	c[0] = 1
	a := mat.NewDense(1+2*n, 1+3*n, nil)
	b := make([]float64, 1+2*n)
	b[0] = give
	for i, room := range rooms {
		x, toShare, toRoom := 1+3*i, 2+3*i, 3+3*i
		a.Set(0, x, 1)
		a.Set(1+2*i, x, 1)
		a.Set(1+2*i, toShare, 1)
		a.Set(1+2*i, 0, -room)
		a.Set(2+2*i, x, 1)
		a.Set(2+2*i, toRoom, 1)
		b[2+2*i] = room
	}
	share, _, err := lp.Simplex(c, a, b, 1e-10, nil)
	require.NoError(t, err)
	return share
}

// Fitted into a slot with what goes on between, nothing ends past it, and where every block
// could be a minute longer, no minute is left that would hold one.
func TestFittedBlocksEndInTheirTime(t *testing.T) {
	all := library.All()
	rapid.Check(t, func(t *rapid.T) {
		l := anyLesson(t)
		for i := range l.Blocks {
			if rapid.Bool().Draw(t, "a drill") {
				d := &all[rapid.IntRange(0, len(all)-1).Draw(t, "drill")]
				l.Blocks[i].Kind, l.Blocks[i].Drill = lesson.Drill, d
			}
		}
		slot, students := rapid.IntRange(1, 260).Draw(t, "slot"), rapid.IntRange(1, 8).Draw(t, "students")
		f := fit.Into(l, slot, students)
		sum, room := fit.Between(f.Blocks, students), false
		for i := range f.Blocks {
			sum += float64(f.Blocks[i].Minutes)
			room = room || f.Blocks[i].Minutes < fit.Room(&l.Blocks[i]).Most
		}
		if f.Over > 0 {
			return
		}
		require.LessOrEqual(t, sum, float64(slot)+1e-9)
		if room {
			require.Greater(t, sum, float64(slot)-2.5, "a changeover may be longer for a minute more")
		}
	})
}

// Water and talk are never lengthened to fill time, and give of theirs only where the work cannot
// make room; a break that was set to ten minutes keeps them.
func TestWaterAndTalkKeepTheirMinutes(t *testing.T) {
	work := lesson.Block{
		ID: sample.ID(1), Kind: lesson.Game, Minutes: 20, Span: &drill.Span{Least: 10, Best: 20, Most: 30},
	}
	l := &lesson.Lesson{Blocks: []lesson.Block{
		work,
		{ID: sample.ID(2), Kind: lesson.Break, Minutes: 10},
		{ID: sample.ID(3), Kind: lesson.Talk, Minutes: 5},
	}}
	minutes := func(slot int) (out [3]int, over int) {
		f := fit.To(l, slot)
		for i, b := range f.Blocks {
			out[i] = b.Minutes
		}
		return out, f.Over
	}
	for slot, want := range map[int][3]int{
		90: {30, 10, 5}, 45: {30, 10, 5}, 35: {20, 10, 5}, 27: {12, 10, 5}, 25: {10, 10, 5},
	} {
		got, over := minutes(slot)
		require.Equal(t, want, got, slot)
		require.Zero(t, over)
	}
	got, over := minutes(18)
	require.Zero(t, over)
	require.Equal(t, 18, got[0]+got[1]+got[2])
	require.Less(t, got[1], 10)
	_, over = minutes(14)
	require.Equal(t, 1, over)
}
