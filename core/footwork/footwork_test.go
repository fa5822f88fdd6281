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
				court.Point{
					X: float64(rapid.IntRange(-40, 40).Draw(t, "x")) / 10,
					Y: -float64(rapid.IntRange(20, 130).Draw(t, "y")) / 10,
				},
				float64(
					rapid.IntRange(5, 30).Draw(t, "time"),
				) / 10,
				float64(rapid.IntRange(2, 10).Draw(t, "weight")) / 10,
			})
		}
		spot, ratio := m.Shifting(replies)
		for range 20 {
			p := court.Point{
				X: spot.X + float64(rapid.IntRange(-100, 100).Draw(t, "dx"))/20,
				Y: spot.Y + float64(rapid.IntRange(-100, 100).Draw(t, "dy"))/20,
			}
			require.GreaterOrEqual(t, m.worst(p, replies), ratio-0.02)
		}
	})
}

func TestBisectorHalvesTheAngle(t *testing.T) {
	straight := Bisector(court.Point{Y: 12}, court.Point{X: -4, Y: -12}, court.Point{X: 4, Y: -12}, -12)
	require.InDelta(t, 0, straight.X, 1e-12)
	corner := Bisector(court.Point{X: 4, Y: 12}, court.Point{X: -4, Y: -12}, court.Point{X: 4, Y: -12}, -12)
	require.InDelta(
		t,
		0,
		corner.X,
		0.2,
		"from a corner to both corners, a little past the middle toward the cross-court",
	)
	shifted := Bisector(court.Point{X: 4, Y: 12}, court.Point{X: -4, Y: -4}, court.Point{X: 4, Y: -12}, -12)
	require.Less(t, shifted.X, corner.X, "a short angle pulls the base across")
}

func TestMetres(t *testing.T) {
	require.InDelta(t, 7, Metres([]court.Point{{X: 0, Y: 0}, {X: 3, Y: 0}, {X: 3, Y: 4}}), 1e-12)
	require.Zero(t, Metres(nil))
}

// The product is named for the metres: a sequence sums them, mirrors, and gets
// harder with less time and with distance.
func TestSequence(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		cm := func(name string, lo, hi int) float64 { return float64(rapid.IntRange(lo, hi).Draw(t, name)) / 100 }
		base := court.Point{Y: -12}
		var balls, mirrored, hurried []Ball
		for range rapid.IntRange(1, 6).Draw(t, "balls") {
			b := Ball{
				court.Point{X: cm("x", -500, 500), Y: cm("y", -1300, -200)},
				cm("available", 50, 300),
				cm("between", 0, 200),
				base,
			}
			balls = append(balls, b)
			b.Contact = b.Contact.Mirror()
			mirrored = append(mirrored, b)
			b = balls[len(balls)-1]
			b.Available *= 0.8
			hurried = append(hurried, b)
		}
		legs, other, fast := Club.Sequence(
			base,
			balls,
		), Club.Sequence(
			base,
			mirrored,
		), Club.Sequence(
			base,
			hurried,
		)
		for i, l := range legs {
			require.InDelta(t, l.Slack, other[i].Slack, 1e-9)
			require.InDelta(t, l.Metres, other[i].Metres, 1e-9)
			require.Less(t, fast[i].Slack, l.Slack)
			require.GreaterOrEqual(t, l.Metres, max(0, l.Distance-Club.Reach)-1e-9)
		}
		require.Equal(t, base, legs[0].Stands)
	})
	// With all the time in the world the student is back at the base each time.
	legs := Club.Sequence(
		court.Point{},
		[]Ball{{court.Point{X: 3}, 9, 9, court.Point{}}, {court.Point{X: -3}, 9, 9, court.Point{}}},
	)
	require.Equal(t, court.Point{}, legs[1].Stands)
	require.InDelta(
		t,
		3-1.2+2*(3-1.2),
		legs[0].Metres+legs[1].Metres,
		1e-9,
		"out, back and out again, less the reach",
	)
}

// Shifting never does worse than the base by its own measure.
func TestSchoolsCompared(t *testing.T) {
	replies := []Reply{
		{court.Point{X: -3.5, Y: -12}, 1.5, 1},
		{court.Point{X: 3.5, Y: -12}, 1.8, 0.6},
		{court.Point{X: 1, Y: -6}, 1.4, 0.5},
	}
	s := Club.Compare(court.Point{Y: -12.2}, replies)
	require.LessOrEqual(t, s.ShiftRatio, s.BaseRatio)
	require.Less(t, s.Shift.X, 0.0, "toward the likelier and quicker reply")
	even := Club.Compare(
		court.Point{Y: -12},
		[]Reply{{court.Point{X: -3, Y: -12}, 1.5, 1}, {court.Point{X: 3, Y: -12}, 1.5, 1}},
	)
	require.InDelta(t, even.BaseSlack, even.ShiftSlack, 1e-3, "the middle is the middle for both schools")
}

func BenchmarkShifting(b *testing.B) {
	replies := []Reply{
		{court.Point{X: -3.5, Y: -12}, 1.5, 1},
		{court.Point{X: 3.5, Y: -12}, 1.8, 0.6},
		{court.Point{X: 1, Y: -6}, 1.4, 0.5},
	}
	for b.Loop() {
		Club.Shifting(replies)
	}
}

// The better spot is as good as any spot of a fine grid over the replies, and
// mirrors; with one reply it is where that ball is met.
func TestShiftingIsTheBestSpotThereIs(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		cm := func(name string, lo, hi int) float64 { return float64(rapid.IntRange(lo, hi).Draw(t, name)) / 100 }
		m := rapid.SampledFrom([]Mover{Junior, Club, Performance}).Draw(t, "mover")
		var replies, mirrored []Reply
		for range rapid.IntRange(1, 6).Draw(t, "replies") {
			r := Reply{
				court.Point{X: cm("x", -500, 500), Y: cm("y", -1400, -100)},
				cm("available", 60, 300),
				cm("weight", 20, 100),
			}
			replies = append(replies, r)
			r.At = r.At.Mirror()
			mirrored = append(mirrored, r)
		}
		spot, ratio := m.Shifting(replies)
		require.InDelta(t, m.worst(spot, replies), ratio, 1e-6)
		for x := -5.0; x <= 5; x += 0.5 {
			for y := -14.0; y <= -1; y += 0.5 {
				require.LessOrEqual(t, ratio, m.worst(court.Point{X: x, Y: y}, replies)+1e-6)
			}
		}
		_, other := m.Shifting(mirrored)
		require.InDelta(t, ratio, other, 1e-6)
	})
	spot, _ := Club.Shifting([]Reply{{court.Point{X: 2, Y: -9}, 1, 1}})
	require.Less(t, spot.Distance(court.Point{X: 2, Y: -9}), Club.Reach+0.01)
}
