package game

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// A marker is hit by who wins the rally, who stepped back lost it, and only the feeder's side
// earns a bonus, whoever wins.
func TestWhoseAMarkIs(t *testing.T) {
	r := Rules{Marks: []Mark{{ID: "marker", Worth: 3}, {ID: "both", Bonus: 1}, {ID: "back", Ends: true}}}
	for _, winner := range []Side{A, B} {
		for _, feeder := range []Side{A, B} {
			require.Equal(t, winner, r.Whose("marker", winner, feeder))
			require.Equal(t, 1-winner, r.Whose("back", winner, feeder))
			require.Equal(t, feeder, r.Whose("both", winner, feeder))
			require.Equal(t, feeder, r.Whose(SecondServe, winner, feeder))
		}
	}
}

// What was counted moves what the coach said, from there to the counted share as rallies come;
// with none counted it stands. Three of eight against 40 in 100: (10 x 0.4 + 3) / 18.
func TestCountedMarksMoveWhatWasSaid(t *testing.T) {
	said := Rules{Marks: []Mark{{ID: "marker", Worth: 3, Usual: 0.4}, {ID: "new", Worth: 2}}}
	require.Equal(t, said, said.Seen(nil, 0))
	few := said.Seen(map[string]int{"marker": 3}, 8)
	require.InDelta(t, 7.0/18, few.Marks[0].Usual, 1e-9)
	require.Zero(t, few.Marks[1].Usual)
	many := said.Seen(map[string]int{"marker": 75, "new": 200}, 1000)
	require.InDelta(t, 0.075, many.Marks[0].Usual, 0.004)
	require.InDelta(t, 0.2, many.Marks[1].Usual, 0.004)
	require.Equal(t, 0.4, said.Marks[0].Usual, "what was said stays as it was said")
}
