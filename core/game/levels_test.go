package game

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// With many rallies the prior counts for nothing, and what is found is Hunter's
// iteration, reached another way.
func TestLevelsAgreeWithStrengthsOnManyRallies(t *testing.T) {
	results := []Result{{0, 1, 6000, 4000}, {1, 2, 5500, 4500}, {0, 2, 6400, 3600}}
	meetings := make([]Meeting, len(results))
	for i, r := range results {
		meetings[i] = Meeting{A: []int{r.A}, B: []int{r.B}, WonA: float64(r.WonA), WonB: float64(r.WonB)}
	}
	s, l := Strengths(3, results), Levels([]float64{0, 0, 0}, meetings)
	require.InDelta(t, s[0].Against(s[1]), 1/(1+math.Exp(l.Mean[1]-l.Mean[0])), 0.002)
	require.InDelta(t, s[1].Against(s[2]), 1/(1+math.Exp(l.Mean[2]-l.Mean[1])), 0.002)
}

// Nothing played leaves the levels, with ten even rallies' worth of certainty:
// the binomial deviation of their log odds, 2/√30.
func TestLevelsBeforeAnyGame(t *testing.T) {
	l := Levels([]float64{math.Log(2), math.Log(1)}, nil)
	p, low, high := l.Rally(Meeting{A: []int{0}, B: []int{1}})
	require.InDelta(t, 2.0/3, p, 1e-12)
	wide := math.Log(high/(1-high)) - math.Log(low/(1-low))
	require.InDelta(t, 2*1.2815515655446004*2/math.Sqrt(levelsWeigh), wide, 1e-9)
}

func TestLevelsLearn(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := float64(rapid.IntRange(1, 200).Draw(t, "rallies"))
		won := math.Round(n * rapid.Float64Range(0, 1).Draw(t, "won"))
		singles := Meeting{A: []int{0}, B: []int{1}, WonA: won, WonB: n - won}
		p, low, high := Levels([]float64{0, 0}, []Meeting{singles}).Rally(singles)
		require.True(t, low < p && p < high)
		share := won / n
		require.True(
			t,
			math.Min(0.5, share)-1e-9 <= p && p <= math.Max(0.5, share)+1e-9,
			"between level and share",
		)
		// Whoever is side A, it is the same.
		other := Meeting{A: []int{1}, B: []int{0}, WonA: n - won, WonB: won}
		q, _, _ := Levels([]float64{0, 0}, []Meeting{other}).Rally(other)
		require.InDelta(t, 1-p, q, 1e-9)
		// What the rules favour is not the players' doing.
		singles.Favours = 0.7
		r := Levels([]float64{0, 0}, []Meeting{singles})
		plain, _, _ := r.Rally(Meeting{A: []int{0}, B: []int{1}})
		require.Less(t, plain, p+1e-9)
		// Partners share what they win: two against two, alike both.
		pair := Meeting{A: []int{0, 1}, B: []int{2, 3}, WonA: won, WonB: n - won}
		l := Levels([]float64{0, 0, 0, 0}, []Meeting{pair})
		require.InDelta(t, l.Mean[0], l.Mean[1], 1e-9)
		require.InDelta(t, l.Mean[0], -l.Mean[2], 1e-9)
	})
}

// Practice rounds of a set move all on and change the net, and leave the score.
func TestPracticeRounds(t *testing.T) {
	r := Rules{
		To: 3, WinBy: 1, SecondsPerPoint: 10, WarmUp: 2, Net: "set",
		Set: &Set{Rallies: 5, Points: 1}, OwnScores: true,
	}
	require.Empty(t, r.Validate())
	s := r.Start()
	me := 1
	for n := range 10 {
		require.Equal(t, 10-n, s.WarmUpLeft)
		s = r.Rally(s, Rally{Winner: B, Player: &me})
	}
	require.Equal(t, 2, s.Moves)
	require.Equal(t, B, *s.Net)
	require.Empty(t, s.Own, "what is practised is nobody's score")
	for range 5 {
		s = r.Rally(s, Rally{Winner: A, Player: &me})
	}
	require.Equal(t, [2]int{1, 0}, s.Points)
	require.Equal(t, []int{0, 5}, s.Own)
	require.Equal(t, 3, s.Moves)
	require.Zero(t, r.Practise(r.Start(), 0).WarmUpLeft, "the number can be set to none")
}

// A bonus with the first serve only is not had with the second.
func TestFirstServeOnly(t *testing.T) {
	r := Rules{To: 15, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: 20,
		Marks: []Mark{{ID: "both", Words: "Serve and volley in", Bonus: 1, FirstServe: true}}}
	require.Empty(t, r.Validate())
	require.True(t, r.Knows(SecondServe))
	first := r.Rally(r.Start(), Rally{Winner: B, Marks: []string{"both"}})
	require.Equal(t, [2]int{1, 1}, first.Points, "the bonus is the server's, whoever wins")
	second := r.Rally(r.Start(), Rally{Winner: B, Marks: []string{"both", SecondServe}})
	require.Equal(t, [2]int{0, 1}, second.Points)
}
