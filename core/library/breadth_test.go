package library_test

import (
	"testing"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/library"
	"hodometer/core/sport"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// juniorStages are the courts that are made for children.
var juniorStages = []string{"tennisRed", "tennisOrange", "tennisGreen"}

// Each sport has enough to choose from, at every level, for several purposes and for both
// sides; and so does each junior stage, whose courts no adult drill is drawn on.
func TestEverySportAndStageHasEnough(t *testing.T) {
	type shelf struct {
		drills   int
		levels   map[units.Level]int
		focuses  map[drill.Focus]int
		backhand int
	}
	count := func(in func(c *court.Court) bool) shelf {
		out := shelf{levels: map[units.Level]int{}, focuses: map[drill.Focus]int{}}
		for _, d := range library.All() {
			c, err := d.Court()
			require.NoError(t, err)
			if !in(c) {
				continue
			}
			out.drills++
			out.levels[d.Level]++
			out.focuses[d.Focus]++
			for _, f := range d.Pattern.Feeds {
				if f.Stroke == "backhand" {
					out.backhand++
					break
				}
			}
		}
		return out
	}
	for _, s := range sport.All() {
		got := count(func(c *court.Court) bool { return c.Sport == s.ID })
		require.GreaterOrEqual(t, got.drills, 14, s.ID)
		require.GreaterOrEqual(t, len(got.focuses), 6, s.ID)
		require.GreaterOrEqual(t, got.backhand, 3, s.ID)
		for _, l := range units.Levels {
			require.GreaterOrEqual(t, got.levels[units.Level(l.ID)], 2, "%s, %s", s.ID, l.ID)
		}
		games := 0
		for _, g := range game.Presets() {
			for _, id := range g.Sports {
				if id == s.ID && len(g.Courts) == 0 {
					games++
				}
			}
		}
		require.GreaterOrEqual(t, games, 5, s.ID)
	}
	for _, id := range juniorStages {
		got := count(func(c *court.Court) bool { return c.ID == id })
		require.GreaterOrEqual(t, got.drills, 10, id)
		require.GreaterOrEqual(t, len(got.focuses), 6, id)
		require.GreaterOrEqual(t, got.backhand, 2, id)
		c, err := court.ByID(id)
		require.NoError(t, err)
		games := 0
		for _, g := range game.Presets() {
			if len(g.Courts) > 0 && g.On(c) {
				games++
				g.Format, g.FormatVersion = game.Format, game.FormatVersion
				require.Empty(t, g.Validate(), g.ID)
			}
		}
		require.GreaterOrEqual(t, games, 3, id)
	}
}
