package caller

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Whatever the seed: no place twice in a row, none called more than two times oftener
// than another at any moment, the same seed the same calls, and gaps that only shorten.
func TestCallsAreKeptApart(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := Kinds[rapid.IntRange(1, len(Kinds)-1).Draw(t, "kind")]
		a := Ask{
			Kind:    k.ID,
			Seconds: rapid.Float64Range(0.5, 6).Draw(t, "seconds"),
			Quicken: rapid.Float64Range(0, 0.5).Draw(t, "quicken"),
			Least:   0.4,
			Minutes: rapid.Float64Range(0.1, 5).Draw(t, "minutes"),
			Seed:    rapid.Uint64().Draw(t, "seed"),
		}
		require.Empty(t, a.Validate())
		calls := a.Calls()
		require.NotEmpty(t, calls)
		require.Equal(t, calls, a.Calls())
		count := make([]int, len(k.Places))
		for i, c := range calls {
			count[c.Place]++
			least, most := count[0], count[0]
			for _, n := range count {
				least, most = min(least, n), max(most, n)
			}
			require.LessOrEqual(t, most-least, apart)
			require.Less(t, c.At, 60*a.Minutes)
			if i > 0 {
				require.NotEqual(t, calls[i-1].Place, c.Place)
				gap := c.At - calls[i-1].At
				require.True(t, gap >= 0.4-1e-9 && gap <= a.Seconds+1e-9, "%g", gap)
			}
			if i > 1 {
				require.LessOrEqual(t, c.At-calls[i-1].At, calls[i-1].At-calls[i-2].At+1e-9)
			}
		}
		if n := len(calls); n > 100*len(k.Places) { // and none is predictable: every pair comes
			after := map[[2]int]bool{}
			for i := 1; i < n; i++ {
				after[[2]int{calls[i-1].Place, calls[i].Place}] = true
			}
			require.Len(t, after, len(k.Places)*(len(k.Places)-1))
		}
	})
}

// Common practice: sets of two counted at 28 balls a minute are a beat every 2.14 s; a
// minute has 28 of them, two minutes twice as many, and the last is where it should be.
func TestABeatDoesNotDrift(t *testing.T) {
	a := Ask{Kind: "beat", Seconds: 60.0 / 28, Minutes: 1}
	require.Len(t, a.Calls(), 28)
	a.Minutes = 2
	calls := a.Calls()
	require.Len(t, calls, 56)
	require.InDelta(t, 55*60.0/28, calls[55].At, 1e-9)
}

// A script is called as it is written.
func TestAScriptIsCalledInItsOrder(t *testing.T) {
	a := Ask{Kind: "ways", Script: []string{"left", "back", "left"}, Seconds: 2, Minutes: 0.2}
	require.Empty(t, a.Validate())
	var got []int
	for _, c := range a.Calls() {
		got = append(got, c.Place)
	}
	require.Equal(t, []int{3, 2, 3, 3, 2, 3}, got)
	a.Script = []string{"up"}
	require.NotEmpty(t, a.Validate())
}
