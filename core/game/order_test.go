package game

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
)

// Groups of six whose strengths are drawn as the prior says play short round robins to
// seven: who is said to be above a neighbour is so as often as was said, and more rounds
// make an order enough.
func TestOrderIsAsSureAsItSays(t *testing.T) {
	const groups, n = 150, 6
	said, right, asked, enough := 0.0, 0, 0, 0
	for seed := range uint64(groups) {
		rng := rand.New(rand.NewPCG(seed, 5))
		truth := make([]float64, n)
		for i := range truth {
			truth[i] = rng.NormFloat64() / math.Sqrt(levelsWeigh/2)
		}
		var meetings []Meeting
		for range 4 {
			for i := range n {
				for j := i + 1; j < n; j++ {
					m := Meeting{A: []int{i}, B: []int{j}}
					for m.WonA < 7 && m.WonB < 7 {
						if rng.Float64() < 1/(1+math.Exp(truth[j]-truth[i])) {
							m.WonA++
						} else {
							m.WonB++
						}
					}
					meetings = append(meetings, m)
				}
			}
			o := OrderOf(Levels(make([]float64, n), meetings), n, 11)
			for k := range n - 1 {
				said += o.Places[k].Above
				asked++
				if truth[o.Places[k].Player] > truth[o.Places[k+1].Player] {
					right++
				}
			}
		}
		if OrderOf(Levels(make([]float64, n), times(meetings, 40)), n, 11).Enough {
			enough++
		}
	}
	require.InDelta(t, said/float64(asked), float64(right)/float64(asked), 0.03)
	require.Greater(t, enough, groups*9/10)
}

// times is as if every meeting had been played so often.
func times(all []Meeting, n float64) []Meeting {
	out := make([]Meeting, len(all))
	for i, m := range all {
		out[i] = m
		out[i].WonA, out[i].WonB = n*m.WonA, n*m.WonB
	}
	return out
}

// Before any game nobody is above anybody, and that is not enough; an odd one out plays
// with a pair; uneven targets favour the weak.
func TestOrderOfStrangers(t *testing.T) {
	o := OrderOf(Levels([]float64{0, 0, 0, 0, 0}, nil), 5, 11)
	require.False(t, o.Enough)
	require.InDelta(t, 0.5, o.Places[0].Above, 1e-9)
	require.Len(t, o.Pairs, 2)
	require.Len(t, o.Pairs[1], 3)
	require.Empty(t, o.Uneven)
	o = OrderOf(Levels([]float64{1, 0, -1}, nil), 3, 11)
	require.Equal(t, 0, o.Uneven[0].Strong)
	require.Greater(t, o.Uneven[0].Targets[0], o.Uneven[0].Targets[1])
}
