package goal

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat/distuv"
	"pgregory.net/rapid"
)

// Good balls in a time are binomial [rule: gonum's distribution].
func TestGoodBallsInTime(t *testing.T) {
	r := InTime(Total, 0.65, 40)
	b := distuv.Binomial{N: 40, P: 0.65}
	require.InDelta(t, 26, r.Mean, 1e-9)
	require.GreaterOrEqual(t, 1-b.CDF(float64(r.Low)-1), 0.9)
	require.Less(t, 1-b.CDF(float64(r.Low)), 0.9)
	require.GreaterOrEqual(t, 1-b.CDF(float64(r.High)-1), 0.1)
	require.Less(t, 1-b.CDF(float64(r.High)), 0.1)
	require.Equal(t, Range{}, InTime(Total, 0.5, 0))
}

// The best streak of a hundred throws of a coin is about 6 or 7; the mean agrees
// with counting it (seeded) within sampling error.
func TestBestStreakInTime(t *testing.T) {
	r := InTime(InARow, 0.5, 100)
	rng := rand.New(rand.NewPCG(1, 2))
	const runs = 20000
	sum := 0
	for range runs {
		best, now := 0, 0
		for range 100 {
			if rng.Float64() < 0.5 {
				now++
				best = max(best, now)
			} else {
				now = 0
			}
		}
		sum += best
	}
	require.InDelta(t, float64(sum)/runs, r.Mean, 0.05)
	require.LessOrEqual(t, r.Low, r.Median)
	require.LessOrEqual(t, r.Median, r.High)
}

// A team of equals is one player; mixed rates lie between those of its weakest
// and its strongest; the order of the players hardly matters.
func TestTeamTotals(t *testing.T) {
	mean, median, p90, chance := Team{25, []float64{0.6, 0.6}}.Expect(45)
	g := Goal{Kind: Total, Count: 25}
	require.InDelta(t, g.MeanBalls(0.6), mean, 1e-6) // 41.67, 41, 49 [rule: negative binomial]
	require.EqualValues(t, 41, median)
	require.EqualValues(t, 49, p90)
	require.InDelta(t, g.Chance(0.6, 45), chance, 1e-9)
	rapid.Check(t, func(t *rapid.T) {
		lo, hi := float64(
			rapid.IntRange(20, 60).Draw(t, "lo"),
		)/100, float64(
			rapid.IntRange(61, 95).Draw(t, "hi"),
		)/100
		n := rapid.IntRange(1, 60).Draw(t, "count")
		a, _, _, ca := Team{n, []float64{lo, hi}}.Expect(2 * n)
		b, _, _, _ := Team{n, []float64{hi, lo}}.Expect(2 * n)
		require.InDelta(t, a, b, 1)
		require.Less(t, a, Goal{Kind: Total, Count: n}.MeanBalls(lo)+1e-9)
		require.Greater(t, a, Goal{Kind: Total, Count: n}.MeanBalls(hi)-1e-9)
		require.True(t, ca >= 0 && ca <= 1)
	})
	far, _, _, _ := Team{1000, []float64{0.001, 0.002}}.Expect(10)
	require.InDelta(t, 1000/0.0015, far, 1)
}

// However long the time and sure the player, the answer comes at once.
func BenchmarkBestStreakOfADay(b *testing.B) {
	for b.Loop() {
		InTime(InARow, 0.9999, 57600)
	}
}

func TestTempoForAWantedChance(t *testing.T) {
	g := Goal{Kind: InARow, Count: 5}
	s, ok := TempoFor(g, 0.7, 3, 0.9, Tempo{})
	require.True(t, ok)
	require.InDelta(t, 180.0/33, s, 0.01, "33 balls are 90 % sure")
	_, ok = TempoFor(Goal{Kind: InARow, Count: 50}, 0.5, 1, 0.8, Tempo{})
	require.False(t, ok)
	slow, _ := TempoFor(g, 0.7, 3, 0.9, Tempo{Basket: 20, PickUpMinutes: 1})
	require.Less(t, slow, s, "picking up takes from the time, so feeds come quicker")
}

// The chances of a team never fall, start at nothing and end at all; in a row
// the best streak is never longer than the balls, and longer with a better rate.
func TestChancesOnlyGrow(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		rate := func(name string) float64 { return float64(rapid.IntRange(5, 99).Draw(t, name)) / 100 }
		n := rapid.IntRange(1, 40).Draw(t, "count")
		last := 0.0
		for balls, c := range (Team{n, []float64{rate("a"), rate("b"), rate("c")}}).Chances(600) {
			require.GreaterOrEqual(t, c, last-1e-12)
			require.LessOrEqual(t, c, 1.0)
			if balls < n {
				require.Zero(t, c, "not done with fewer balls than are wanted")
			}
			last = c
		}
		p, balls := rate("p"), rapid.IntRange(1, 300).Draw(t, "balls")
		r := InTime(InARow, p, balls)
		require.LessOrEqual(t, r.High, balls)
		require.LessOrEqual(t, r.Mean, float64(balls))
		require.GreaterOrEqual(t, InTime(InARow, min(0.99, p+0.1), balls).Mean, r.Mean-0.05)
	})
}

// Kept elsewhere [rule: Poisson binomial law]: three with rates 0.9, 0.4 and 0.65
// in 3.5 min, a ball every 2.5 s, a basket of 33 and 0.4 min to pick it up: 40 fits
// with 80 %, 42 only with 66 %.
func TestTeamTotalThatFits(t *testing.T) {
	tempo := Tempo{SecondsPerBall: 2.5, Basket: 33, PickUpMinutes: 0.4}
	balls := tempo.Balls(3.5)
	team := Team{Count: 42, Rates: []float64{0.9, 0.4, 0.65}}
	require.Equal(t, 40, team.Fitting(balls, 0.8))
	_, _, _, chance := team.Expect(balls)
	require.InDelta(t, 0.66, chance, 0.005)
	// A team of equals is one player, in minutes too.
	one := Team{25, []float64{0.6, 0.6}}
	require.InDelta(t, tempo.MeanMinutes(Goal{Kind: Total, Count: 25}, 0.6), one.MeanMinutes(tempo), 1e-6)
	require.Equal(t, Fitting(Total, 0.6, 70, 0.8), one.Fitting(70, 0.8))
}
