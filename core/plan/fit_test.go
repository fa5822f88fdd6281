package plan_test

import (
	"testing"

	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/formation"
	"hodometer/core/goal"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
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

// Fitted to the slot, minutes go to the drill that needs them, not to the one whose goals are met
// early, although both have the same room; once more changes nothing.
func TestFitGivesMinutesWhereTheyAreNeeded(t *testing.T) {
	l, students := sample.Line(t, "short-ball-corners", 2, 10)
	room := drill.Span{Least: 6, Best: 10, Most: 20}
	early := l.Blocks[0].Drill.Clone()
	early.Minutes, early.Stages = room, early.Stages[:1]
	early.Stages[0].Goal = goal.Goal{Kind: goal.Total, Count: 4}
	late := early.Clone()
	late.Stages[0].Goal.Count = 22
	l.Blocks = []lesson.Block{lesson.ForDrill(&early), lesson.ForDrill(&late)}
	l = sample.Named(*l)
	l.SlotMinutes = 23
	require.Empty(t, l.Validate())
	f := reckon(t, l, students).Fit
	require.NotNil(t, f)
	require.Less(t, f.Blocks[0].Minutes, room.Best, f.Outcome)
	require.Greater(t, f.Blocks[1].Minutes, room.Best, f.Outcome)
	require.Nil(t, f.Blocks[1].Span, "the room that was asked for stays with the question")
	l = changed(t, l, *f)
	after := reckon(t, l, students)
	require.Nil(t, after.Fit)
	require.LessOrEqual(t, float64(after.Over)+after.Between.Value, 0.0)

	l.Blocks[0].Minutes, l.Blocks[0].Fixed = 14, true
	require.Equal(t, 14, reckon(t, l, students).Fit.Blocks[0].Minutes, "typed minutes stay")
}

// What was fitted is not offered to be fitted again, whatever drills there are.
func TestFittedOnceIsFitted(t *testing.T) {
	sample.Checks(t, 40)
	all := library.All()
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 6).Draw(t, "students")
		students, ids := sample.Group(n, rapid.IntRange(0, n).Draw(t, "beginners"))
		l := sample.Named(lesson.Lesson{
			Title: "Any", Date: "2026-05-17", Start: "17:00", Court: "tennis", Students: ids,
			SlotMinutes: rapid.IntRange(30, 90).Draw(t, "slot"),
		})
		for range rapid.IntRange(1, 4).Draw(t, "drills") {
			if d := &all[rapid.IntRange(0, len(all)-1).Draw(t, "drill")]; d.Pattern.Court == l.Court {
				l.Blocks = append(l.Blocks, lesson.ForDrill(d))
			}
		}
		l.Blocks = append(l.Blocks, lesson.Standard(lesson.Talk))
		l = sample.Named(*l)
		require.Empty(t, l.Validate())
		f := reckon(t, l, students).Fit
		if f == nil {
			return
		}
		l.Blocks = f.Blocks
		again := reckon(t, l, students).Fit
		require.Nil(t, again)
	})
}
