package rotation

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// On any number of courts every pair meets once, nobody is in two games at a time, no round
// has more games than courts, and there are as few rounds as there can be: six on two courts
// need eight.
func TestFewestRounds(t *testing.T) {
	require.Len(t, Fewest(6, 2), 8)
	for n := 3; n <= 16; n++ {
		for courts := 1; courts <= n/2; courts++ {
			rounds, met, turns := Fewest(n, courts), map[[2]int]int{}, 0
			for _, r := range rounds {
				busy := map[int]bool{}
				for _, g := range r.Games {
					a, b := min(g.A[0], g.B[0]), max(g.A[0], g.B[0])
					met[[2]int{a, b}]++
					require.False(t, busy[a] || busy[b], "%d on %d: in two games at a time", n, courts)
					busy[a], busy[b] = true, true
				}
				for _, p := range r.Sitting {
					require.False(t, busy[p])
					busy[p] = true
				}
				require.Len(t, busy, n, "everybody plays or sits")
				turns += (len(r.Games) + courts - 1) / courts
			}
			require.Len(t, met, n*(n-1)/2, "%d on %d", n, courts)
			for pair, times := range met {
				require.Equal(t, 1, times, "%v", pair)
			}
			least := max(n-1+n%2, (n*(n-1)/2+courts-1)/courts)
			require.Equal(t, least, turns, "%d on %d courts", n, courts)
		}
	}
}
