package lesson

import (
	"fmt"
	"math"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/library"
	"hodometer/core/progress"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/optimize/convex/lp"
	"pgregory.net/rapid"
)

// anyLesson has blocks with rooms of their own; some are fixed.
func anyLesson(t *rapid.T) *Lesson {
	l := &Lesson{}
	for i := range rapid.IntRange(1, 12).Draw(t, "blocks") {
		least := rapid.IntRange(1, 20).Draw(t, "least")
		best := least + rapid.IntRange(0, 15).Draw(t, "up")
		b := Block{
			ID:      id(i),
			Kind:    Talk,
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
		f := l.Fit(slot)
		sum, least, best, most := 0, 0, 0, 0
		for i, b := range f.Blocks {
			r := l.Blocks[i].Room()
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
			for _, title := range f.Drop {
				for i := range l.Blocks {
					if l.Blocks[i].Title == title {
						freed += l.Blocks[i].Room().Least
					}
				}
			}
			if freed < f.Over { // then nothing more can go
				for i := range l.Blocks {
					require.True(t, l.Blocks[i].Fixed || contains(f.Drop, l.Blocks[i].Title))
				}
			}
		}
		if slot >= best || slot <= least {
			return
		}
		require.InDelta(t, leastShare(t, l, float64(best-slot)), -f.Share, 1e-6)
		for i, b := range f.Blocks { // and whole minutes are never more than one off it
			r := l.Blocks[i].Room()
			require.InDelta(t, float64(r.Best)+f.Share*float64(r.Best-r.Least), b.Minutes, 1)
		}
	})
}

func contains(all []string, s string) bool {
	for _, a := range all {
		if a == s {
			return true
		}
	}
	return false
}

// leastShare solves the program by the simplex method. Variables: s, then for
// each block xᵢ, its slack to s·roomᵢ and its slack to roomᵢ.
func leastShare(t *rapid.T, l *Lesson, give float64) float64 {
	var rooms []float64
	for i := range l.Blocks {
		if r := l.Blocks[i].Room(); r.Best > r.Least {
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

// eight students, twelve blocks, two hundred feeds.
func bigLesson(t require.TestingT) (*Lesson, []Student) {
	l := &Lesson{
		ID:          id(1),
		Title:       "Big",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 90,
		Court:       "tennis",
	}
	var students []Student
	for i := range 8 {
		l.Students = append(l.Students, id(100+i))
		students = append(
			students,
			Student{
				ID:    id(100 + i),
				Name:  fmt.Sprintf("Student %d", i),
				Hand:  "right",
				Level: progress.Club,
				Seen:  map[string][]progress.Evidence{},
			},
		)
	}
	feeds := 0
	for i := range 12 {
		e, err := library.ByID(
			[]string{"line-deep-short-deep", "four-stations-volley", "line-workout", "through-the-zones"}[i%4],
		)
		require.NoError(t, err)
		d := e.Drill.Clone()
		for j := 0; len(d.Pattern.Feeds) < 17; j++ {
			f := d.Pattern.Feeds[j]
			f.To.X += 0.01 * float64(i+j) // no two alike
			d.Pattern.Feeds = append(d.Pattern.Feeds, f)
		}
		d.TurnBalls = len(d.Pattern.Feeds)
		feeds += len(d.Pattern.Feeds)
		l.Blocks = append(l.Blocks, Block{ID: id(10 + i), Kind: Drill, Title: d.Title, Minutes: 7, Drill: &d})
	}
	require.GreaterOrEqual(t, feeds, 200)
	require.Empty(t, l.Validate())
	return l, students
}

// move shifts every ball of a block a hair, so that none was flown before.
func move(b *Block) {
	for j := range b.Drill.Pattern.Feeds {
		b.Drill.Pattern.Feeds[j].To.X += 1e-7
	}
}

// The whole lesson with every ball new, and with those of one block new, as
// when that block is edited.
func BenchmarkReckonBig(b *testing.B) {
	for name, blocks := range map[string]int{"allNew": 12, "oneBlockNew": 1} {
		b.Run(name, func(b *testing.B) {
			l, students := bigLesson(b)
			var r Reckoner
			r.Reckon(l, students, units.Metric)
			b.ReportAllocs()
			for b.Loop() {
				for i := range blocks {
					move(&l.Blocks[i])
				}
				r.Reckon(l, students, units.Metric)
			}
		})
	}
}

// What is remembered is what would be reckoned anew, whatever is edited.
func TestRememberingChangesNothing(t *testing.T) {
	var r Reckoner
	rapid.Check(t, func(t *rapid.T) {
		l, students := bigLesson(t)
		l.Blocks = l.Blocks[:3]
		for range 4 {
			b := &l.Blocks[rapid.IntRange(0, 2).Draw(t, "block")]
			switch rapid.IntRange(0, 4).Draw(t, "edit") {
			case 0:
				b.Minutes = rapid.IntRange(3, 20).Draw(t, "minutes")
			case 1:
				b.Drill.Basket = rapid.IntRange(0, 90).Draw(t, "basket")
			case 2:
				students[0].Seen = map[string][]progress.Evidence{
					b.Drill.Skill(b.Drill.Steps[0]): {
						{DaysAgo: 2, Balls: 20, Good: rapid.IntRange(0, 20).Draw(t, "good"), Radius: 1},
					},
				}
			case 3:
				l.Have = &Means{Balls: rapid.IntRange(0, 60).Draw(t, "balls"), Kit: []string{}}
			case 4:
				l.There = []Stay{{Student: students[2].ID, From: rapid.IntRange(0, 20).Draw(t, "late")}}
			}
			require.Equal(t, Reckon(l, students, units.Metric), r.Reckon(l, students, units.Metric))
		}
	})
}

// Leveled, every student is within the band at the first goal, and what is
// counted at an own target is kept under its size.
func TestLevelingBringsEverybodyIntoTheBand(t *testing.T) {
	l, students := today(t)
	l.Blocks[1].Drill.Targets[0].Radius = 0.9
	hand := func() *Hand {
		plan := Reckon(l, students, units.Metric)
		return InHand(l, &plan, l.Blocks[1].ID, students, units.Metric)
	}
	levels := map[string]Level{}
	for _, v := range hand().Levels {
		levels[v.What] = v
	}
	require.Contains(t, levels["target"].Why[0], "Wren")
	l.Blocks[1] = levels["target"].Fix.Blocks[0]
	require.Empty(t, l.Validate())
	after := Reckon(l, students, units.Metric)
	for i, p := range after.Blocks[1].Drill.Players { // the reason says what comes of it, not what was aimed at
		require.Contains(t, levels["target"].Why[i], "gives "+percent(p.Steps[0].Rate.Mean))
	}
	for i, p := range after.Blocks[1].Drill.Players {
		rate := p.Steps[0].Rate.Mean
		require.True(t, rate > BandLow && rate < BandHigh, "%s %.2f", students[i].Name, rate)
	}
	for _, v := range hand().Levels {
		require.NotEqual(t, "target", v.What, "nothing left to level")
	}
	require.NotEqual(t, l.Blocks[1].Scale(students[0].ID), l.Blocks[1].Scale(students[1].ID))

	// The goals are leveled on top: everybody will probably finish.
	for _, v := range hand().Levels {
		if v.What == "goal" {
			l.Blocks[1] = v.Fix.Blocks[0]
		}
	}
	require.Empty(t, l.Validate())
	for i, p := range Reckon(l, students, units.Metric).Blocks[1].Drill.Players {
		require.GreaterOrEqual(t, p.Finish.Value, drill.Enough, students[i].Name)
	}
}

// The lesson's totals are the sums over its students and blocks, and the
// coach's lane covers every minute once.
func TestTotalsAreSums(t *testing.T) {
	l, students := bigLesson(t)
	plan := Reckon(l, students, units.Metric)
	contacts, between := 0.0, 0.0
	for _, b := range plan.Blocks {
		contacts += b.Drill.Players[0].Contacts.Value
		between += b.Between
	}
	require.InDelta(t, contacts, plan.Students[0].Contacts.Value, 1e-9)
	require.InDelta(t, between, plan.Between.Value, 1e-9)
	at := 0.0
	for _, s := range plan.Coach {
		require.InDelta(t, at, s.From, 1e-9)
		at = s.To
	}
	require.InDelta(t, 84, at, 1e-6)
	for _, s := range plan.Students {
		require.Greater(t, s.Metres.Value, 100.0)
		require.False(t, math.IsNaN(s.Overhead.Value))
	}
}

// What a coach would say of a lesson is said, and each fix mends it.
func TestAdvice(t *testing.T) {
	l, students := bigLesson(t)
	l.Blocks = l.Blocks[:1]
	l.Blocks[0].Minutes, l.SlotMinutes = 50, 60
	short, err := library.ByID("short-ball-corners")
	require.NoError(t, err)
	l.Blocks[0].Drill = &short.Drill
	kinds := func(p Plan) (out []string) {
		for _, n := range append(p.Notices, p.Blocks[0].Notices...) {
			out = append(out, n.Kind)
		}
		return out
	}
	plan := Reckon(l, students, units.Metric)
	for _, want := range []string{"noMatchPlay", "onePlace", "idle", "noWarmUp"} {
		require.Contains(t, kinds(plan), want)
	}
	for _, n := range append(plan.Notices, plan.Blocks[0].Notices...) {
		if n.Kind != "idle" && n.Kind != "noMatchPlay" {
			continue
		}
		last := n.Fixes[len(n.Fixes)-1]
		changed := *l
		changed.Blocks = append([]Block{}, l.Blocks...)
		for _, b := range last.Blocks {
			if last.Whole {
				break
			}
			*changed.Block(b.ID) = b
		}
		if last.Whole {
			changed.Blocks = append([]Block{}, last.Blocks...)
			for i := range changed.Blocks {
				if changed.Blocks[i].ID == "" {
					changed.Blocks[i].ID = id(77)
				}
			}
		}
		require.Empty(t, changed.Validate(), last.Words)
		require.NotContains(t, kinds(Reckon(&changed, students, units.Metric)), n.Kind, last.Words)
	}
}
