package plan

import (
	"testing"

	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// One clear result moves what is believed of two students of a level, the more the longer it
// was; a narrow one hardly does, and what is believed of the other is the same turned round.
func TestOneClearResultShows(t *testing.T) {
	after := func(won, lost float64) float64 {
		students := []Student{{ID: "a", Level: units.Club}, {ID: "b", Level: units.Club}}
		Stand(students, nil, []Meeting{{A: []int{0}, B: []int{1}, WonA: won, WonB: lost}})
		a, low, high := students[0].AgainstLevel()
		b, _, _ := students[1].AgainstLevel()
		require.InDelta(t, 1, a+b, 1e-9)
		require.Less(t, low, a)
		require.Less(t, a, high)
		return a
	}
	require.Greater(t, after(11, 3), 0.57)
	require.Less(t, after(3, 11), 0.43)
	require.InDelta(t, 0.5, after(11, 9), 0.03)
	require.Greater(t, after(33, 9), after(11, 3)+0.02, "three such games say more than one")
}
