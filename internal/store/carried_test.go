package store

import (
	"encoding/json"
	"testing"

	"hodometer/core/game"

	"github.com/stretchr/testify/require"
)

// The marks of a game come back as they were kept, in the rules' order; of a game from before
// it was kept whose they were, only how often.
func TestMarksOfAGameAreKept(t *testing.T) {
	rules := game.Rules{Marks: []game.Mark{{ID: "b", Words: "Both in"}, {ID: "a", Words: "Marker hit"}}}
	kept, err := json.Marshal(carriedIn(rules, map[string][2]int{
		"a": {2, 1}, "b": {0, 3}, game.SecondServe: {1, 0},
	}))
	require.NoError(t, err)
	got, err := CarriedOf(string(kept))
	require.NoError(t, err)
	require.Equal(t, []Carried{
		{"b", "Both in", []int{0, 3}}, {"a", "Marker hit", []int{2, 1}},
		{game.SecondServe, "second serve", []int{1, 0}},
	}, got)
	require.Equal(t, 3, got[1].Times())

	got, err = CarriedOf(`{"b":4,"a":1}`)
	require.NoError(t, err)
	require.Equal(t, []Carried{{ID: "a", By: []int{1}}, {ID: "b", By: []int{4}}}, got)
	for _, none := range []string{"null", "{}", "[]"} {
		got, err = CarriedOf(none)
		require.NoError(t, err)
		require.NotNil(t, got)
		require.Empty(t, got)
	}
	_, err = CarriedOf("marker")
	require.Error(t, err)
}
