package game

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Closed forms [rule]; the tennis game at 0.6 is well known.
func TestPublishedFigures(t *testing.T) {
	require.InDelta(t, 0.0898, ChanceA(10, 5, 0.5), 0.00005)
	require.InDelta(t, 0.4755, ChanceA(10, 5, 2.0/3), 0.00005)
	require.InDelta(t, 0.5, ChanceA(10, 5, 0.6742), 0.0005)
	require.InDelta(t, 0.7334, ChanceA(5, 5, 0.6), 0.00005)
	require.InDelta(t, 7.354, MeanPoints(5, 5, 0.6), 0.0005)
	require.InDelta(t, 0.6868, Rules{To: 11, WinBy: 2}.Chance(0.55), 0.00005)
	require.InDelta(t, 0.7357, Rules{To: 4, WinBy: 2}.Chance(0.6), 0.00005)
}

// Any run of points agrees with the rules: the feed changes every n points, a
// game ends at the first lead that counts, and swapping sides swaps the score.
func TestPlayIsFairToBothSides(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := Rules{
			To:               rapid.IntRange(1, 15).Draw(t, "to"),
			WinBy:            rapid.IntRange(1, 2).Draw(t, "winBy"),
			FeedChangesEvery: rapid.IntRange(0, 5).Draw(t, "every"),
		}
		s, m := r.Start(), r.Start()
		played := 0
		for range rapid.IntRange(0, 60).Draw(t, "points") {
			w := Side(rapid.IntRange(0, 1).Draw(t, "winner"))
			if s.Over {
				break
			}
			s, m = r.Point(s, w), r.Point(m, 1-w)
			played++
			require.Equal(t, played, s.Points[A]+s.Points[B])
			require.Equal(t, s.Points[A], m.Points[B])
			require.Equal(t, s.Over, m.Over)
			if r.FeedChangesEvery > 0 {
				require.Equal(t, Side(played/r.FeedChangesEvery%2), s.Feeder)
			}
			high, low := max(s.Points[A], s.Points[B]), min(s.Points[A], s.Points[B])
			require.Equal(t, high >= r.To && high-low >= r.WinBy, s.Over)
		}
	})
}

func TestNextGameStartsWithTheOtherFeeder(t *testing.T) {
	r := Rules{To: 2, WinBy: 1, FeedChangesEvery: 4}
	s := r.Start()
	for _, w := range []Side{A, A, B} {
		s = r.Point(s, w)
	}
	require.Equal(t, Score{Points: [2]int{0, 1}, Games: [2]int{1, 0}, Feeder: B, FeedsLeft: 3}, s)
}

// By two, the mean must equal the sum over all games by counting points.
func TestMeanPointsByTwo(t *testing.T) {
	r, p := Rules{To: 5, WinBy: 2}, 0.55
	type state struct{ a, b int }
	now, mean := map[state]float64{{0, 0}: 1}, 0.0
	for range 400 {
		next := map[state]float64{}
		for s, c := range now {
			mean += c
			for _, to := range []struct {
				s state
				c float64
			}{{state{s.a + 1, s.b}, c * p}, {state{s.a, s.b + 1}, c * (1 - p)}} {
				if max(to.s.a, to.s.b) < r.To || max(to.s.a, to.s.b)-min(to.s.a, to.s.b) < 2 {
					next[to.s] += to.c
				}
			}
		}
		now = next
	}
	require.InDelta(t, mean, r.MeanPoints(p), 1e-9)
}

// The fair race is the closest there is; swapping the players swaps it; even
// players get an even race of full length.
func TestFairHandicap(t *testing.T) {
	even := Fair(0.5, 11)
	require.Equal(t, Handicap{11, 11, even.ChanceA}, even)
	require.InDelta(t, 0.5, even.ChanceA, 1e-9)
	rapid.Check(t, func(t *rapid.T) {
		p := float64(rapid.IntRange(5, 95).Draw(t, "percent")) / 100
		h := Fair(p, 11)
		for a := 1; a <= 11; a++ {
			for b := 1; b <= 11; b++ {
				require.LessOrEqual(t, math.Abs(h.ChanceA-0.5), math.Abs(ChanceA(a, b, p)-0.5)+1e-9)
			}
		}
		m := Fair(1-p, 11)
		require.InDelta(t, math.Abs(h.ChanceA-0.5), math.Abs(m.ChanceA-0.5), 1e-9)
	})
}
