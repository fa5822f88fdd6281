package rotation

import (
	"testing"

	"hodometer/core/court"

	"github.com/stretchr/testify/require"
)

// In the picture of a rotation nobody stands on anybody, on a court with a net and on one with
// walls; those who wait between walls stand inside them.
func TestPlacesAreApart(t *testing.T) {
	for _, id := range []string{"tennis", "squash", "tableTennis"} {
		c, err := court.ByID(id)
		require.NoError(t, err)
		for _, a := range []Ask{
			{Pattern: Line, Players: 4}, {Pattern: TwoLines, Players: 5},
			{Pattern: Roles, Players: 5, Places: 3}, {Pattern: OnDeck, Players: 8},
			{Pattern: WinnersStay, Players: 6}, {Pattern: Stations, Players: 6, Places: 6},
		} {
			a.Balls, a.Seconds = 3, 4
			sheet := Lay(a)
			at := sheet.Stand(a.Pattern, c)
			require.Len(t, at, len(sheet.Places))
			for i, p := range at {
				for _, o := range at[:i] {
					require.Greater(t, p.Distance(o), 0.03*c.HalfLength, "%s: %s", id, a.Pattern)
				}
				if c.Walls != nil && (a.Pattern == Line || a.Pattern == TwoLines) {
					require.Greater(t, p.Y, -c.HalfLength, a.Pattern)
				}
			}
		}
	}
}
