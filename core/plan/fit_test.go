package plan_test

import (
	"testing"

	"hodometer/core/draft"
	"hodometer/core/fit"
	"hodometer/core/formation"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

// Common practice [trade]: ten minutes of games, a ten-minute break, ten more.
func TestGamesBreakGames(t *testing.T) {
	c := sample.Court(t, "tennis")
	game := draft.Templates(c)[2]
	game.Minutes, game.Fixed = 10, true
	rest := lesson.Standard(lesson.Break)
	rest.Minutes = 10
	again := game
	l := sample.Named(lesson.Lesson{
		Title:       "Games",
		Date:        "2026-05-17",
		Start:       "18:00",
		SlotMinutes: 31,
		Court:       "tennis",
		Students:    []string{sample.ID(100), sample.ID(101)},
		Blocks:      []lesson.Block{game, rest, again},
	},
	)
	require.Empty(t, l.Validate())
	students, _ := sample.Group(2, 0)
	got := reckon(t, l, students)
	require.Equal(t, "18:31", got.End, "half a minute goes to each change")
	require.InDelta(t, 20, got.Students[0].Part.Hitting, 1e-9)
	require.InDelta(t, 10, spent(got.Coach, formation.Resting), 1e-9)
	f := fit.To(l, 25)
	require.Equal(
		t,
		[]int{10, 5, 10},
		[]int{f.Blocks[0].Minutes, f.Blocks[1].Minutes, f.Blocks[2].Minutes},
		"the break gives way, the games stand",
	)
}
