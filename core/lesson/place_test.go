package lesson

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// One more drill stands after the drills, or else after the warm-up, and never
// after the game, whatever else there is.
func TestWhereADrillGoes(t *testing.T) {
	for _, c := range []struct {
		kinds []Kind
		at    int
	}{
		{nil, 0},
		{[]Kind{WarmUp, Game, Talk}, 1},
		{[]Kind{Physical, WarmUp, Break, Game}, 2},
		{[]Kind{WarmUp, Drill, Break, Drill, Game}, 4},
		{[]Kind{Game, Talk}, 0},
	} {
		var l Lesson
		for _, k := range c.kinds {
			l.Blocks = append(l.Blocks, Block{Kind: k})
		}
		require.Equal(t, c.at, l.PlaceForDrill(), c.kinds)
	}
}
