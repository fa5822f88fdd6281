package plan_test

import (
	"slices"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/plan"

	"github.com/stretchr/testify/require"
)

// gameOf is a lesson of one game to 11, at 20 s a point.
func gameOf(t testing.TB, students, minutes int, a *lesson.Arrangement) (*lesson.Lesson, []plan.Student) {
	l, who := sample.Line(t, "short-ball-corners", students, minutes)
	l.Blocks[0].Kind, l.Blocks[0].Drill, l.Blocks[0].Arrangement = lesson.Game, nil, a
	l.Blocks[0].Match = &lesson.Match{
		Rules: game.Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: 20},
		Start: "a serve", Cue: "Watch the ball",
	}
	require.Empty(t, l.Validate())
	return l, who
}

// A game to 11 at 20 s a point takes 6 minutes: in three it is over for nobody. What is
// offered lets most of the games end.
func TestGamesThatCannotEndAreSaid(t *testing.T) {
	l, students := gameOf(t, 2, 3, nil)
	got := reckon(t, l, students).Blocks[0]
	require.Zero(t, got.Match.Ends.Value)
	i := slices.IndexFunc(got.Notices, func(n plan.Notice) bool { return n.Kind == "willNotEnd" })
	require.GreaterOrEqual(t, i, 0)
	require.Equal(
		t,
		"Most games will not be over when their time is up: under 1% of them are.",
		got.Notices[i].Text,
	)
	require.Len(t, got.Notices[i].Fixes, 2)
	for _, f := range got.Notices[i].Fixes {
		l.Blocks = f.Blocks
		after := reckon(t, l, students).Blocks[0]
		require.GreaterOrEqual(t, after.Match.Ends.Value, drill.Wanted, f.Label)
		for _, n := range after.Notices {
			require.NotEqual(t, "willNotEnd", n.Kind, f.Label)
		}
	}
	enough, both := gameOf(t, 2, 12, nil)
	require.Greater(t, reckon(t, enough, both).Blocks[0].Match.Ends.Value, 0.99)
}

// A new result of the same students changes what their game comes to, remembered or not.
func TestANewResultIsNotForgotten(t *testing.T) {
	l, students := gameOf(t, 2, 6, nil)
	var p plan.Planner
	before := by(t, &p, l, students).Blocks[0].Match
	plan.Stand(students, nil, []plan.Meeting{{A: []int{0}, B: []int{1}, WonA: 60, WonB: 5}})
	after := by(t, &p, l, students).Blocks[0].Match
	require.Greater(t, after.ChanceA.Value, before.ChanceA.Value+0.1)
	require.Greater(t, after.Ends.Value, before.Ends.Value, "an uneven game is over sooner")
}
