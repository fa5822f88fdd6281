package footwork

import (
	"testing"

	"hodometer/core/court"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Furusawa, Hill & Parkinson 1927 [paper]: closed form of the sprint.
func TestSprint(t *testing.T) {
	m := Mover{MaxSpeed: 6, TimeConstant: 0.9}
	require.InDelta(t, 2.3776, m.Covered(1), 0.00005)
	require.InDelta(t, 1.1489, m.Run(3), 0.00005)
}

// The published 10 m splits of the 2009 100 m world-record race, reaction
// 0.146 s [memory], are met to 70 m within half a per cent.
func TestWorldRecordSplits(t *testing.T) {
	m := Mover{MaxSpeed: 12.1, TimeConstant: 1.2, Reaction: 0.146}
	for i, split := range []float64{1.89, 2.88, 3.78, 4.64, 5.47, 6.31, 7.10} {
		require.InEpsilon(t, split, m.Needed(float64(10*(i+1))), 0.005, "%d m", 10*(i+1))
	}
}

// Farther takes longer, a faster student is earlier, the run inverts the
// distance, and the efforts follow the ratio.
func TestLaws(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := float64(rapid.IntRange(0, 3000).Draw(t, "cm")) / 100
		levels := []Mover{Junior, Club, Performance}
		i := rapid.IntRange(0, 1).Draw(t, "level")
		m, faster := levels[i], levels[i+1]
		require.InDelta(t, d, m.Covered(m.Run(d)), 1e-9)
		require.Less(t, m.Run(d), m.Run(d+0.01))
		require.Less(t, faster.Needed(d), m.Needed(d))
		a := m.Meet(d, 1.2)
		require.InDelta(t, 1.2, a.Needed+a.Slack, 1e-9)
		require.Equal(t, a.Slack < 0, a.Effort == Unreachable)
	})
}

// Two equal replies are awaited halfway; the likelier draws the student nearer;
// mirror in, mirror out; and no spot nearby is better.
func TestWhereToRecover(t *testing.T) {
	m := Club
	left, right := court.Point{X: -4, Y: -12}, court.Point{X: 4, Y: -12}
	even, _ := m.Shifting([]Reply{{left, 1.2, 1}, {right, 1.2, 1}})
	require.InDelta(t, 0, even.X, 0.01)
	leaning, _ := m.Shifting([]Reply{{left, 1.2, 1}, {right, 1.2, 0.7}})
	require.Less(t, leaning.X, -0.2)
	mirrored, _ := m.Shifting([]Reply{{right, 1.2, 1}, {left, 1.2, 0.7}})
	require.InDelta(t, -leaning.X, mirrored.X, 0.01)
	rapid.Check(t, func(t *rapid.T) {
		var replies []Reply
		for range rapid.IntRange(1, 4).Draw(t, "n") {
			replies = append(replies, Reply{
				court.Point{X: float64(rapid.IntRange(-40, 40).Draw(t, "x")) / 10, Y: -float64(rapid.IntRange(20, 130).Draw(t, "y")) / 10},
				float64(rapid.IntRange(5, 30).Draw(t, "time")) / 10, float64(rapid.IntRange(2, 10).Draw(t, "weight")) / 10})
		}
		spot, ratio := m.Shifting(replies)
		for range 20 {
			p := court.Point{X: spot.X + float64(rapid.IntRange(-100, 100).Draw(t, "dx"))/20, Y: spot.Y + float64(rapid.IntRange(-100, 100).Draw(t, "dy"))/20}
			require.GreaterOrEqual(t, m.worst(p, replies), ratio-0.02)
		}
	})
}

func TestBisectorHalvesTheAngle(t *testing.T) {
	straight := Bisector(court.Point{Y: 12}, court.Point{X: -4, Y: -12}, court.Point{X: 4, Y: -12}, -12)
	require.InDelta(t, 0, straight.X, 1e-12)
	corner := Bisector(court.Point{X: 4, Y: 12}, court.Point{X: -4, Y: -12}, court.Point{X: 4, Y: -12}, -12)
	require.InDelta(t, 0, corner.X, 0.2, "from a corner to both corners, a little past the middle toward the cross-court")
	shifted := Bisector(court.Point{X: 4, Y: 12}, court.Point{X: -4, Y: -4}, court.Point{X: 4, Y: -12}, -12)
	require.Less(t, shifted.X, corner.X, "a short angle pulls the base across")
}

func TestMetres(t *testing.T) {
	require.InDelta(t, 7, Metres([]court.Point{{X: 0, Y: 0}, {X: 3, Y: 0}, {X: 3, Y: 4}}), 1e-12)
	require.Zero(t, Metres(nil))
}
