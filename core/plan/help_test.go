package plan_test

import (
	"context"

	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// reckon plans a lesson with nothing remembered.
func reckon(t require.TestingT, l *lesson.Lesson, students []plan.Student) plan.Plan {
	return by(t, new(plan.Planner), l, students)
}

func by(t require.TestingT, p *plan.Planner, l *lesson.Lesson, students []plan.Student) plan.Plan {
	out, err := p.Plan(context.Background(), l, students, units.Metric)
	require.NoError(t, err)
	return out
}

// detail is what is shown of the i-th block.
func detail(t require.TestingT, l *lesson.Lesson, i int, students []plan.Student) *plan.Detail {
	p := new(plan.Planner)
	planned := by(t, p, l, students)
	return p.Detail(context.Background(), l, &planned, l.Blocks[i].ID, students, units.Metric)
}

func spent(lane []formation.Span, d formation.Doing) (sum float64) {
	for _, s := range lane {
		sum += s.Minutes(d)
	}
	return sum
}
