package goal

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// What a new goal of each kind has is a goal, and a kind says no more of itself than its goals
// can be.
func TestDescriptionsHold(t *testing.T) {
	require.Len(t, Descriptions(), len(Kinds()))
	for _, d := range Descriptions() {
		require.Empty(t, d.Start.Validate(), d.ID)
		require.Equal(t, d.ID, string(d.Start.Kind))
		open, timed := d.Start, d.Start
		open.Count = 0
		require.Equal(t, d.Open, len(open.Validate()) == 0, "%s: open", d.ID)
		timed.Seconds = 60
		require.Equal(t, d.Time != noTime, len(timed.Validate()) == 0, "%s: seconds", d.ID)
		timed.Seconds = 0
		require.Equal(t, d.Time != always, len(timed.Validate()) == 0, "%s: no seconds", d.ID)
		require.Equal(t, Kind(d.ID).Repeats(), d.Counter == Done || d.Counter == Times, d.ID)
		require.Equal(t, d.Streaks, Kind(d.ID).StartsAgain(), d.ID)
		require.False(t, d.Misses && Kind(d.ID).Repeats(), "%s: what is done cannot be missed", d.ID)
	}
}
