package progress

import (
	"math"
	"testing"

	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Closed form [rule]: Beta(1,1) with 7 good of 10 is Beta(8,4).
func TestSevenOfTen(t *testing.T) {
	flat := Prior{Mean: 0.5, Balls: 2, Radius: 1}
	e := Judge(flat, []Evidence{{Balls: 10, Good: 7, Radius: 1}}, 1, HalfLife)
	require.InDelta(t, 0.6667, e.Mean(), 0.00005)
	require.InDelta(t, 0.8867, e.AtLeast(0.5), 0.00005)
}

func TestEvidenceFadesByHalf(t *testing.T) {
	flat := Prior{Mean: 0.5, Balls: 2, Radius: 1}
	old := Judge(flat, []Evidence{{DaysAgo: 21, Balls: 20, Good: 12, Radius: 1}}, 1, HalfLife)
	fresh := Judge(flat, []Evidence{{Balls: 10, Good: 6, Radius: 1}}, 1, HalfLife)
	require.InDelta(t, fresh.Alpha, old.Alpha, 1e-12)
	require.InDelta(t, fresh.Beta, old.Beta, 1e-12)
	require.InDelta(t, 10, old.Weight, 1e-12)
}

// A larger circle is never harder, carrying there and back changes nothing,
// the interval holds the mean, and more of the same evidence narrows it.
func TestLaws(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p, r0, r := rapid.Float64Range(0.05, 0.9).
			Draw(t, "p"),
			rapid.Float64Range(0.8, 1.8).
				Draw(t, "r0"),
			rapid.Float64Range(0.8, 1.8).
				Draw(t, "r")
		require.InDelta(t, p, At(At(p, r0, r), r, r0), 1e-6)
		if math.Abs(r-r0) > 1e-6 { // closer than that is rounding
			require.Equal(t, r > r0, At(p, r0, r) > p)
		}
		balls := rapid.IntRange(4, 60).Draw(t, "balls")
		seen := []Evidence{
			{Balls: balls, Good: rapid.IntRange(1, balls-1).Draw(t, "good"), Radius: r0, DaysAgo: 3},
		}
		prior, err := PriorFor(units.Club)
		require.NoError(t, err)
		once := Judge(prior, seen, r0, HalfLife)
		low, high := once.Interval()
		require.Less(t, low, once.Mean())
		require.Greater(t, high, once.Mean())
		for range 9 {
			seen = append(seen, seen[0])
		}
		low10, high10 := Judge(prior, seen, r0, HalfLife).Interval()
		require.Less(t, high10-low10, high-low)
	})
}
