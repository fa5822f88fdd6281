package play

import (
	"slices"
	"testing"

	"hodometer/core/library"
	"hodometer/core/rotation"

	"github.com/stretchr/testify/require"
)

// On every court of the shelf, however many hit, feed, collect and wait, nobody stands on
// anybody.
func TestNobodyStandsOnAnybody(t *testing.T) {
	seen := map[string]bool{}
	for _, d := range library.All() {
		c, err := d.Court()
		require.NoError(t, err)
		if seen[c.ID] {
			continue
		}
		seen[c.ID] = true
		for _, n := range [][4]int{{1, 0, 0, 7}, {4, 4, 0, 0}, {2, 1, 1, 4}, {3, 3, 1, 1}, {1, 1, 0, 12}} {
			var places []rotation.Place
			for i, p := range []rotation.Place{
				rotation.HitterPlace, rotation.FeederPlace, rotation.CollectorPlace, rotation.WaitingPlace,
			} {
				places = append(places, slices.Repeat([]rotation.Place{p}, n[i])...)
			}
			at := Stand(&d, places)
			require.Len(t, at, len(places))
			for i, p := range at {
				for j, o := range at[:i] {
					require.Greater(t, p.Distance(o), 0.04*c.HalfLength, "%s, %v: %d and %d", c.ID, n, j, i)
				}
			}
		}
	}
	require.Greater(t, len(seen), 5)
}
