package plan_test

import (
	"slices"
	"strings"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/plan"

	"github.com/stretchr/testify/require"
)

// fixesOf are the changes that a notice of that kind offers for the first block; false where
// there is none.
func fixesOf(t testing.TB, l *lesson.Lesson, students []plan.Student, kind string) (plan.Notice, bool) {
	all := reckon(t, l, students).Blocks[0].Notices
	i := slices.IndexFunc(all, func(n plan.Notice) bool { return n.Kind == kind })
	if i < 0 {
		return plan.Notice{}, false
	}
	return all[i], true
}

// worst is the least chance of a student to finish the first block.
func worst(t testing.TB, l *lesson.Lesson, students []plan.Student) float64 {
	out := 1.0
	for _, p := range reckon(t, l, students).Blocks[0].Drill.Players {
		out = min(out, p.Finish.Value)
	}
	return out
}

// changed is the lesson with a fix taken.
func changed(t testing.TB, l *lesson.Lesson, f lesson.Fix) *lesson.Lesson {
	out := *l
	out.Blocks = slices.Clone(f.Blocks)
	require.Empty(t, out.Validate(), f.Label)
	return &out
}

// Every change that is offered does what it says, for a group and for a goal in a time too;
// and it is the smallest of its sort: a minute less is not enough.
func TestChangesDoWhatTheySay(t *testing.T) {
	for _, g := range []goal.Goal{
		{Kind: goal.Total, Count: 20}, {Kind: goal.InARow, Count: 5}, {Kind: goal.Timed, Count: 5, Seconds: 30},
	} {
		l, students := sample.Line(t, "short-ball-corners", 4, 6)
		d := l.Blocks[0].Drill
		d.Stages = d.Stages[:1]
		d.Stages[0].Goal = g
		require.Empty(t, l.Validate())
		require.Less(t, worst(t, l, students), drill.Enough, g)
		n, ok := fixesOf(t, l, students, "willNotFit")
		require.True(t, ok, g)
		require.NotEmpty(t, n.Fixes, g)
		for _, f := range n.Fixes {
			fit := changed(t, l, f)
			chance := worst(t, fit, students)
			keepsItsWord(t, f, chance)
			require.Greater(t, chance, drill.Wanted-0.07, "%s: %s", g, f.Label)
			if strings.HasPrefix(f.Label, "Give it") {
				fit.Blocks[0].Minutes -= 2
				require.Less(t, worst(t, fit, students), drill.Wanted+0.07, "%s: %s", g, f.Label)
			}
			if strings.HasPrefix(f.Label, "Widen") {
				require.Zero(t, fit.Blocks[0].Drill.Overhang(), "the larger circle is moved into court")
			}
		}
	}
}

// What is nearly sure is made harder until it is not, and no further.
func TestWhatIsNearlySureIsStretched(t *testing.T) {
	l, students := sample.Line(t, "short-ball-corners", 2, 15)
	d := l.Blocks[0].Drill
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.Total, Count: 3}
	before := worst(t, l, students)
	n, ok := fixesOf(t, l, students, "nearlySure")
	require.True(t, ok)
	require.GreaterOrEqual(t, len(n.Fixes), 3)
	for _, f := range n.Fixes {
		chance := worst(t, changed(t, l, f), students)
		require.Greater(t, chance, drill.Wanted-0.07, f.Label)
		require.LessOrEqual(t, chance, before, f.Label)
	}
}

// A goal that nobody can meet is called so at once: twenty good balls in ten seconds, when one
// comes every four.
func TestWhatNobodyCanMeetIsSaid(t *testing.T) {
	l, students := sample.Line(t, "short-ball-corners", 2, 8)
	d := l.Blocks[0].Drill
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.Timed, Count: 20, Seconds: 10}
	require.Empty(t, l.Validate())
	n, ok := fixesOf(t, l, students, "willNotFit")
	require.True(t, ok)
	require.Contains(
		t,
		n.Text,
		"In 4 rehearsals a hundred times as long as this block, nobody met these goals.",
	)
	require.Empty(t, n.Fixes)
}
