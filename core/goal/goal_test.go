package goal

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Closed forms; Feller, vol. 1 [rule]. Mean, median and 90 % point in balls.
func TestPublishedFigures(t *testing.T) {
	for _, c := range []struct {
		kind        Kind
		count       int
		p           float64
		mean        float64
		median, p90 float64
	}{
		{InARow, 5, 0.5, 62, 44, 138},
		{InARow, 5, 0.7, 16.50, 12, 33},
		{InARow, 10, 0.8, 41.57, 31, 86},
		{InARow, 100, 0.99, 173.2, 137, 303},
		{Total, 10, 0.7, 14.29, 14, 18},
		{Total, 25, 0.6, 41.67, 41, 49},
		{Total, 40, 0.65, 61.54, 61, 69},
	} {
		g := Goal{Kind: c.kind, Count: c.count}
		require.InDelta(t, c.mean, g.MeanBalls(c.p), 0.05, "%v at %v", g, c.p)
		require.Equal(t, c.median, g.Quantile(c.p, 0.5), "%v at %v", g, c.p)
		require.Equal(t, c.p90, g.Quantile(c.p, 0.9), "%v at %v", g, c.p)
	}
	require.InDelta(t, 14, Goal{Kind: InARow, Count: 3}.MeanBalls(0.5), 1e-12)
}

// Closed form [rule]: a coin needs 2^(k+1) − 2 tosses for k heads running, and
// the waiting time of one in a row is geometric.
func TestFarTailWithoutWalking(t *testing.T) {
	g := Goal{Kind: InARow, Count: 40}
	require.Equal(t, Beyond, g.MeanBalls(0.5))
	require.Equal(t, Beyond, g.Quantile(0.5, 0.9))
	// Rare events arrive as in a Poisson stream: median = mean · ln 2.
	g.Count = 24
	mean := math.Pow(2, 25) - 2
	require.InEpsilon(t, mean*math.Ln2, g.Quantile(0.5, 0.5), 1e-5)
	require.InEpsilon(t, 1-math.Exp(-1), g.Chance(0.5, int(mean)), 1e-5)
	require.Equal(
		t,
		math.Ceil(math.Log(0.1)/math.Log(0.999)),
		Goal{Kind: InARow, Count: 1}.Quantile(0.001, 0.9),
	)
	require.Equal(t, Beyond, Goal{Kind: InARow, Count: 1000}.Quantile(0.01, 0.5), "hopeless is an answer")
}

func drawGoal(t *rapid.T) (Goal, float64) {
	k := rapid.SampledFrom([]Kind{Total, InARow}).Draw(t, "kind")
	return Goal{
			Kind:  k,
			Count: rapid.IntRange(1, 12).Draw(t, "count"),
		}, rapid.Float64Range(0.2, 1).
			Draw(t, "p")
}

// More certainty never needs fewer balls, more balls never lower the chance, a
// quantile is the least number that gives its certainty, and the mean is the
// sum of the chances of still waiting.
func TestLawsEveryGoalObeys(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		g, p := drawGoal(t)
		q := rapid.Float64Range(0.01, 0.98).Draw(t, "q")
		n := g.Quantile(p, q)
		require.LessOrEqual(t, n, g.Quantile(p, q+0.01))
		if n < 1e5 {
			require.GreaterOrEqual(t, g.Chance(p, int(n)), q-1e-9)
			require.Less(t, g.Chance(p, int(n)-1), q+1e-9)
		}
		b := rapid.IntRange(0, 300).Draw(t, "balls")
		require.GreaterOrEqual(t, g.Chance(p, b+1), g.Chance(p, b)-1e-12)
		require.GreaterOrEqual(
			t,
			Goal{Kind: g.Kind, Count: g.Count}.Chance(p, b),
			Goal{Kind: g.Kind, Count: g.Count + 1}.Chance(p, b)-1e-12,
		)
		fit := Fitting(g.Kind, p, b, 0.8)
		if fit > 0 {
			require.GreaterOrEqual(t, Goal{Kind: g.Kind, Count: fit}.Chance(p, b), 0.8)
		}
		require.Less(t, Goal{Kind: g.Kind, Count: fit + 1}.Chance(p, b), 0.8)
	})
}

func TestMeanIsTheSumOfWaiting(t *testing.T) {
	for _, g := range []Goal{{Kind: InARow, Count: 4}, {Kind: Total, Count: 7}} {
		sum := 0.0
		for n := 0; n < 3000; n++ {
			sum += 1 - g.Chance(0.62, n)
		}
		require.InEpsilon(t, g.MeanBalls(0.62), sum, 1e-9)
	}
}

func TestTempo(t *testing.T) {
	basket := Tempo{SecondsPerBall: 4, Basket: 60, PickUpMinutes: 2}
	require.InDelta(t, 4, basket.Minutes(60), 1e-12, "the first basket needs no pick-up")
	require.InDelta(t, 6+4.0/60, basket.Minutes(61), 1e-12)
	require.Equal(t, 150, basket.Balls(14), "4 + 2 + 4 + 2 + 2 minutes")
	require.Equal(t, 15, Tempo{SecondsPerBall: 4}.Balls(1), "15 balls a minute")
	rapid.Check(t, func(t *rapid.T) {
		tempo := Tempo{
			rapid.Float64Range(0.5, 20).Draw(t, "s"),
			rapid.IntRange(0, 100).Draw(t, "basket"),
			rapid.Float64Range(0, 5).Draw(t, "pickUp"),
		}
		minutes := rapid.Float64Range(0, 90).Draw(t, "minutes")
		n := tempo.Balls(minutes)
		require.LessOrEqual(t, tempo.Minutes(float64(n)), minutes+1e-6)
		require.Greater(t, tempo.Minutes(float64(n+1)), minutes-1e-6)
	})
}

// With pick-ups the mean time is the mean over every number of balls.
func TestMeanMinutesCountsPickUps(t *testing.T) {
	tempo, g, p := Tempo{4, 20, 2}, Goal{Kind: InARow, Count: 5}, 0.7
	sum := 0.0
	for n := 1; n < 1500; n++ {
		sum += (g.Chance(p, n) - g.Chance(p, n-1)) * tempo.Minutes(float64(n))
	}
	require.InEpsilon(t, sum, tempo.MeanMinutes(g, p), 1e-6)
	require.InDelta(t, 16.50*4/60, Tempo{SecondsPerBall: 4}.MeanMinutes(g, p), 0.001)
}

func BenchmarkQuantile100InARow(b *testing.B) {
	for b.Loop() {
		Goal{Kind: InARow, Count: 100}.Quantile(0.99, 0.9)
	}
}

// A kind nobody knows is refused by name, and is never reckoned as another.
func TestAnUnknownKindIsNoOther(t *testing.T) {
	g := Goal{Kind: "mostOfFive", Count: 3}
	require.ErrorContains(t, g.Validate().Err(), "mostOfFive")
	require.Zero(t, g.Chance(0.7, 1000))
	require.EqualValues(t, Beyond, g.MeanBalls(0.7))
	require.EqualValues(t, Beyond, g.Quantile(0.7, 0.5))
	require.False(t, g.Kind.StartsAgain())
	said := map[string]string{
		"total": "3 in all", "inARow": "3 in a row", "timed": "3 in 1 min 30 s", "rally": "a rally of 3",
		"race": "first to 3", "repetitions": "3 repetitions", "clock": "3 times against the clock",
	}
	for _, k := range Kinds() {
		g := Goal{Kind: Kind(k.ID), Count: 3}
		if g.Kind.Timed() {
			require.ErrorContains(t, g.Validate().Err(), "seconds")
			g.Seconds = 90
		}
		require.Empty(t, g.Validate())
		require.Equal(t, said[k.ID], g.String())
	}
}

// Sets count as the good balls they are made of.
func TestSetsOfATimedGoal(t *testing.T) {
	sets := Goal{Kind: Timed, Count: 7, SetOf: 2, Seconds: 60}
	require.Equal(t, 14, sets.Good())
	require.Equal(t, "7 sets of 2 in 1 min", sets.String())
	require.Equal(t, Goal{Kind: Total, Count: 14}.Chance(0.8, 20), sets.Chance(0.8, 20))
}
