package drill_test

import (
	"testing"

	"hodometer/core/drill"
	"hodometer/core/library"

	"github.com/stretchr/testify/require"
)

// What the shelf says of a turn is of the whole turn: its balls, and what is run for them. Twice
// the balls of one place are twice the metres, less the way to the first.
func TestTheSummaryIsOfAWholeTurn(t *testing.T) {
	for _, d := range library.All() {
		require.Equal(t, d.TurnBalls, d.Summary(nil).Balls, d.ID)
	}
	d, err := library.ByID("squash-length-and-t")
	require.NoError(t, err)
	require.Len(t, d.Pattern.Feeds, 1)
	own := d.Clone()
	sum := func(balls int) drill.Summary {
		own.TurnBalls = balls
		return own.Summary(nil)
	}
	four, eight := sum(4), sum(8)
	require.Equal(t, 8, eight.Balls)
	require.InDelta(t, 2*four.Metres, eight.Metres, 0.2*four.Metres)
}
