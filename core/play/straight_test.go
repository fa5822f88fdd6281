package play

import (
	"testing"

	"hodometer/core/goal"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Balls that are counted many at once count as they do one by one, up to the one that meets
// the goal.
func TestManyBallsCountAsOneByOne(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		g := aimOf(goal.Goal{
			Kind:  rapid.SampledFrom([]goal.Kind{goal.Total, goal.InARow}).Draw(t, "kind"),
			Count: rapid.IntRange(1, 70).Draw(t, "count"),
		})
		good := rapid.Uint64().Draw(t, "good")
		if rapid.Bool().Draw(t, "nearly all") {
			good |= rapid.Uint64().Draw(t, "more") | rapid.Uint64().Draw(t, "and more")
		}
		before := Tally{Streak: rapid.IntRange(0, g.Count-1).Draw(t, "streak")}
		before.Best = before.Streak + rapid.IntRange(0, 3).Draw(t, "best")
		before.good = min(g.Count-1, before.Best+rapid.IntRange(0, 20).Draw(t, "before"))
		many, single := before, before
		most := rapid.IntRange(1, straightest).Draw(t, "balls")

		hit := many.plain(&g, most, good)
		met := many.judge(&g, 0)

		balls, by := 0, false
		for balls < most && !by {
			is := int(good >> balls & 1)
			by = single.add(&g, is, is == 0, 0)
			balls++
		}
		require.Equal(t, balls, hit)
		require.Equal(t, by, met)
		require.Equal(t, single, many)
	})
}
