package progress

import (
	"math"
	"math/rand/v2"
	"testing"

	"hodometer/core/court"
	"hodometer/core/target"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat/distuv"
	"pgregory.net/rapid"
)

// circle is the curve of a circle of that radius about the aim, in the middle of
// a tennis court, from 20 m.
func circle(t require.TestingT, level units.Level, radius float64) *target.Curve {
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	l, err := target.LevelOf(level)
	require.NoError(t, err)
	aim := court.Point{Y: 6}
	out := l.Curve(target.Stroke{
		Court: c, Area: court.Singles, Aim: aim, Counts: target.Circle{Centre: aim, Radius: radius},
		Length: 20, Widened: 1,
	})
	return &out
}

// Kept elsewhere [rule: Bayes' rule on a grid]: a club student at a circle of 4.5
// ft from 20 m, before anything is counted and after thirteen of twenty. The ends
// of the intervals there are read off a coarser grid.
func TestEstimate(t *testing.T) {
	c := circle(t, units.Club, 1.3716)
	b := Unknown(0)
	r := b.Rate(c)
	require.InDelta(t, 0.440, r.Mean, 0.0005)
	require.InDelta(t, 0.208, r.Low, 0.004)
	require.InDelta(t, 0.695, r.High, 0.004)
	b = b.Seen(c, 20, 13)
	r = b.Rate(c)
	require.InDelta(t, -0.291, b.Mean(), 0.0005)
	require.InDelta(t, 0.164, b.Deviation(), 0.0005)
	require.InDelta(t, 0.6015, r.Mean, 0.0005)
	require.InDelta(t, 0.476, r.Low, 0.004)
	require.InDelta(t, 0.728, r.High, 0.004)
}

// Drift adds its variance whether it comes in one step or in many, finer than
// the grid or coarser, and moves no mean.
func TestDrift(t *testing.T) {
	b := Unknown(0).Seen(circle(t, units.Club, 1.3716), 200, 120)
	mean, variance := b.Mean(), math.Pow(b.Deviation(), 2)
	once, often := b.After(30), b
	for range 60 {
		often = often.After(0.5)
	}
	for _, later := range []Belief{once, often} {
		require.InDelta(t, mean, later.Mean(), 1e-4)
		require.InDelta(t, variance+0.030, math.Pow(later.Deviation(), 2), 2e-4)
	}
}

// With truth that drifts as the model says, 80 % intervals hold it 75 to 85 % of
// the time; with half or twice the drift still 68 to 92 % (seeded).
func TestIntervalsHoldTheTruth(t *testing.T) {
	c := circle(t, units.Club, 1.3716)
	held := func(drift float64) float64 {
		rng := rand.New(rand.NewPCG(uint64(1000*drift), 7))
		in, asked := 0, 0
		for range 400 {
			truth := FirstDeviation * rng.NormFloat64()
			b := Unknown(0)
			for range 12 {
				days := float64(2 + rng.IntN(12))
				truth += rng.NormFloat64() * math.Sqrt(DriftPerDay*drift*days)
				truth = min(math.Log(target.MostK), max(math.Log(target.LeastK), truth))
				b = b.After(days)
				r := b.Rate(c)
				if p := c.At(truth); p >= r.Low && p <= r.High {
					in++
				}
				asked++
				balls, good := 10+rng.IntN(30), 0
				for range balls {
					if rng.Float64() < c.At(truth) {
						good++
					}
				}
				b = b.Seen(c, balls, good)
			}
		}
		return float64(in) / float64(asked)
	}
	require.InDelta(t, 0.80, held(1), 0.05)
	require.InDelta(t, 0.80, held(0.5), 0.12)
	require.InDelta(t, 0.80, held(2), 0.12)
}

// More good balls never lower the chance; the same shares from more balls narrow
// it; the chance is at least p as surely as the interval says; a beginner is
// never above a club player of whom as little is known; nothing counted changes
// nothing.
func TestLawsOfBelief(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		radius := float64(rapid.IntRange(100, 250).Draw(t, "cm")) / 100
		c := circle(t, units.Club, radius)
		balls := rapid.IntRange(8, 60).Draw(t, "balls")
		good := rapid.IntRange(1+balls/5, balls-1-balls/5).Draw(t, "good")
		b := Unknown(0).Seen(c, balls, good)
		better := Unknown(0).Seen(c, balls, good+1)
		r, up := b.Rate(c), better.Rate(c)
		require.GreaterOrEqual(t, up.Mean, r.Mean)
		require.True(t, r.Low <= r.Mean && r.Mean <= r.High)
		narrow := b.Seen(c, 3*balls, 3*good)
		require.Less(t, narrow.Deviation(), b.Deviation()+1e-9)
		require.InDelta(t, 0.9, b.AtLeast(c, r.Low), 0.03)
		require.InDelta(t, 0.1, b.AtLeast(c, r.High), 0.03)
		require.Equal(t, b, b.Seen(c, 0, 0))
		first := Unknown(0)
		require.Less(t, first.Rate(circle(t, units.Beginner, radius)).Mean, first.Rate(c).Mean)
	})
}

// A skill begins from the student's others, drawn toward their level; sessions
// of one run are one; what was dated ahead counts as new; repetitions teach
// nothing.
func TestHistories(t *testing.T) {
	c := circle(t, units.Club, 1.3716)
	results := []Result{
		{Run: "a", Skill: "one", Day: 1, Balls: 20, Good: 18, Curve: c, Met: true},
		{Run: "a", Skill: "one", Day: 1, Balls: 10, Good: 9, Curve: c},
		{Run: "b", Skill: "reps", Day: 3, Balls: 12, Good: 12},
		{Run: "b", Skill: "none", Day: 3, Curve: c},
		{Run: "c", Skill: "two", Day: 8, Balls: 10, Good: 6, Curve: c, Radius: 1.3},
	}
	h := Histories(results)
	require.Len(t, h, 3)
	require.Len(t, h[0].Sessions, 1)
	require.Equal(t, 30, h[0].Sessions[0].Balls)
	require.False(t, h[0].Sessions[0].Met)
	require.Nil(t, h[1].Track(nil)[0].Chance)
	one := h[0].At(8)
	before := h[2].Before(8)
	require.Less(t, before.Mean(), 0.0, "who is good at one is expected to be at two")
	require.Greater(t, before.Mean(), one.Mean(), "but not as sure of it")
	require.Equal(t, h[0].At(1), h[0].At(-5))
	later := h[0].At(60)
	require.Greater(t, later.Deviation(), one.Deviation(), "what is old fades")
	require.InDelta(t, one.Mean(), later.Mean(), 0.02)
}

// A session's worth: two months of drift and thirty balls.
func BenchmarkSession(b *testing.B) {
	c := circle(b, units.Club, 1.3716)
	belief := Unknown(0)
	for b.Loop() {
		belief = belief.After(7).Seen(c, 30, 20)
	}
}

// Four good of four at a target that everybody hits are no certainty: the range is as wide as
// the balls justify, and narrower for four hundred of four hundred.
func TestARangeIsAsWideAsItsBalls(t *testing.T) {
	wide := circle(t, units.Club, 4)
	few, many := Unknown(0).Seen(wide, 4, 4), Unknown(0).Seen(wide, 400, 400)
	four, all := few.Rate(wide), many.Rate(wide)
	require.Greater(t, four.High-four.Low, 0.05)
	require.Less(t, all.High-all.Low, four.High-four.Low)
	require.True(t, four.Low <= four.Mean && four.Mean <= four.High)
}

// After a long pause what is believed has drifted apart, past the edges of the grid too: the
// chance is that of every grid point's own drift, drawn out as far as it goes.
func TestALongPauseIsNotCutOff(t *testing.T) {
	c := circle(t, units.Performance, 1.3716)
	b := Unknown(0).Seen(c, 60, 57)
	const days = 400
	want, nodes := 0.0, 400
	deviation := math.Sqrt(DriftPerDay * days)
	law := distuv.Normal{Sigma: deviation}
	for i, s := range b.share {
		for n := range nodes {
			at := grid(i) + law.Quantile((float64(n)+0.5)/float64(nodes))
			want += s / float64(nodes) * c.At(max(from, min(to, at)))
		}
	}
	got := b.After(days)
	rate := got.Rate(c)
	require.InDelta(t, want, rate.Mean, 0.002)
}

// Between the borders of its cells a curve is read in straight lines, which is as good as its
// own 0.0001 allows, twice over.
func TestChancesAreTheCurve(t *testing.T) {
	circle := func(k float64) float64 { return 1 - math.Exp(-1/(2*k*k)) } // of one deviation
	c := target.CurveOf(circle)
	chances := ChancesOf(&c)
	for logK := math.Log(target.LeastK); logK < math.Log(target.MostK); logK += 0.001 {
		require.InDelta(t, c.At(logK), chances.At(logK), 0.0002, "at %.3f", logK)
	}
}
