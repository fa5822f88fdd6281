package plan_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/machine"
	"hodometer/core/plan"
)

// fedLesson is a lesson of table tennis with blocks of drills that a machine feeds.
func fedLesson(t *testing.T, minutes int, drills ...string) (*lesson.Lesson, []plan.Student) {
	t.Helper()
	l := &lesson.Lesson{Date: "2026-05-17", Start: "17:00", SlotMinutes: 45}
	students := []plan.Student{
		{ID: "a", Name: "Wren", Hand: court.RightHand, Level: "club"},
		{ID: "b", Name: "Tove", Hand: court.RightHand, Level: "beginner"},
	}
	for _, s := range students {
		l.Students = append(l.Students, s.ID)
	}
	for i, id := range drills {
		d, err := library.ByID(id)
		require.NoError(t, err)
		l.Court = d.Pattern.Court
		l.Blocks = append(l.Blocks, lesson.Block{
			ID: fmt.Sprint("block ", i), Kind: lesson.Drill, Title: d.Title, Minutes: minutes, Drill: d,
		})
	}
	return l, students
}

// A step that asks more leaves no more time, and the plan says beforehand what each asks of whom.
func TestAMachineSaysWhatEachStepAsks(t *testing.T) {
	l, students := fedLesson(t, 15, "table-machine-push-open")
	m := detail(t, l, 0, students).Machine
	require.NotNil(t, m)
	assert.Empty(t, m.Cannot)
	assert.Equal(t, 2, m.Step, "all three in order, as it is drawn")
	for i, s := range m.Steps {
		require.Len(t, s.Asks, len(students))
		assert.Equal(t, i == 0, s.Isolated)
		for j, a := range s.Asks {
			if i > 0 {
				assert.LessOrEqual(t, a.Slack, m.Steps[i-1].Asks[j].Slack+1e-9, s.Label)
			}
			assert.True(t, a.Reach, s.Label)
		}
	}
	// At twice the rate there is less time, and the plan says so before it happens.
	quick := *l.Blocks[0].Drill
	quick.Pattern = quick.Pattern.Tempo(0.35)
	l.Blocks[0].Drill = &quick
	faster := detail(t, l, 0, students).Machine
	assert.InEpsilon(t, m.PerMinute/0.35, faster.PerMinute, 0.02)
	for j, a := range faster.Steps[2].Asks {
		assert.Less(t, a.Slack, m.Steps[2].Asks[j].Slack)
		assert.Less(t, a.Rest, m.Steps[2].Asks[j].Rest)
	}
}

func TestTooMuchOfOneBallInOnePlace(t *testing.T) {
	l, students := fedLesson(t, 15, "table-machine-push-open")
	told := func() (out []plan.Notice) {
		for _, n := range reckon(t, l, students).Blocks[0].Notices {
			if n.Kind == "machineOnePlace" || n.Kind == "machineCannot" {
				out = append(out, n)
			}
		}
		return out
	}
	assert.Empty(t, told(), "three balls")
	l.Blocks[0].Machine = &machine.Setting{Balls: 1}
	n := told()
	require.Len(t, n, 1)
	assert.Contains(t, n[0].Text, "come to one place")
	require.Len(t, n[0].Fixes, 1)
	l.Blocks = n[0].Fixes[0].Blocks
	require.NotNil(t, l.Blocks[0].Machine)
	assert.False(t, l.Blocks[0].Machine.Isolated(3))
	assert.Empty(t, told(), "the fix mends it")

	far := *l.Blocks[0].Drill
	far.Pattern = far.Pattern.Clone()
	far.Pattern.Feeds[0].TopRPM = -8000
	l.Blocks[0].Drill, l.Blocks[0].Machine = &far, nil
	n = told()
	require.Len(t, n, 1)
	assert.Contains(t, n[0].Text, "this machine gives up to 5000 rpm of backspin")
}

// Two drills with their adjustments fill 45 minutes: fitted, they end when the lesson does.
func TestTwoMachineDrillsFillALesson(t *testing.T) {
	l, students := fedLesson(t, 12, "table-machine-push-open", "table-slow-then-fast")
	fit := reckon(t, l, students).Fit
	require.NotNil(t, fit)
	l.Blocks = fit.Blocks
	p := reckon(t, l, students)
	assert.LessOrEqual(t, p.Over, 0)
	for i, b := range l.Blocks {
		m := detail(t, l, i, students).Machine
		require.NotNil(t, m, b.Title)
		assert.GreaterOrEqual(t, len(m.Steps), 3, "there is something to adjust in %s", b.Title)
	}
	assert.False(t, slices.ContainsFunc(p.Notices, func(n plan.Notice) bool { return n.Kind == "overSlot" }))
}
