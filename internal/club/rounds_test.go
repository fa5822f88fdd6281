package club_test

import (
	"testing"
	"time"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/progress"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"

	"github.com/stretchr/testify/require"
)

// Every kind of goal that is counted is in the log, on the student's page, in the table
// to take away, and in the plan of the next lesson with that drill.
func TestEveryKindOfGoalGoesRound(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	good, miss := run.Event{Kind: run.Good}, run.Event{Kind: run.Miss}
	for _, k := range []struct {
		goal    goal.Goal
		events  []run.Event
		said    string
		measure progress.Measure
	}{
		{goal.Goal{Kind: goal.Total, Count: 5}, []run.Event{good, good, miss}, "2 of 3, goal 5", progress.Good},
		{goal.Goal{Kind: goal.InARow, Count: 5}, []run.Event{good, good, miss, good}, "2 in a row", progress.Streak},
		{
			goal.Goal{Kind: goal.Timed, Seconds: 60, SetOf: 2},
			[]run.Event{{Kind: run.Go}, {Kind: run.Many, Value: 12}, {Kind: run.Go}, {Kind: run.Many, Value: 14}},
			"14 sets of 2 in 1 min", progress.Tempo,
		},
		{
			goal.Goal{Kind: goal.Rally, Count: 10}, []run.Event{good, good, miss, {Kind: run.Many, Value: 12}},
			"a rally of 12", progress.Rally,
		},
		{goal.Goal{Kind: goal.Race, Count: 3}, []run.Event{good, miss, good}, "2 of 3, goal 3", progress.Good},
		{
			goal.Goal{Kind: goal.Repetitions, Count: 12},
			[]run.Event{{Kind: run.Reps, Value: 11}, good, {Kind: run.Held, Value: 2}, {Kind: run.Held}},
			"12 repetitions, got it 1 of 2", progress.Repetitions,
		},
		{
			goal.Goal{Kind: goal.Clock, Count: 2},
			[]run.Event{{Kind: run.Time, Value: 12_400}, {Kind: run.Time, Value: 11_900}},
			"11.9 s", progress.Seconds,
		},
	} {
		d := l.Block(l.Blocks[1].ID).Drill.Clone()
		d.ID = "round-" + string(k.goal.Kind)
		d.Stages = []drill.Stage{
			{Name: "As it is", Stroke: "either", Direction: drill.Anywhere, Goal: k.goal},
		}
		given, _ := clubtest.Round(t, c, who, d, k.events...)
		log, err := c.Log(ctx, answer.Part{}, false)
		require.NoError(t, err)
		require.Equal(t, given.ID, log.Items[0].ID)
		if k.measure != progress.Good && k.measure != progress.Streak {
			require.Equal(t, []string{"As it is: " + k.said}, log.Items[0].Students[0].Marks)
		}
		record, err := c.Record(ctx, who)
		require.NoError(t, err)
		require.Equal(t, k.measure, record.Series[0].Measure)
		require.Equal(t, k.said, record.Series[0].Said)
		all, err := c.Results(ctx, who, c.Now().Format(time.DateOnly), "")
		require.NoError(t, err)
		last := all.Results[len(all.Results)-1]
		require.Equal(
			t,
			[]string{string(k.goal.Kind), "As it is", d.Edition()},
			[]string{last.Kind, last.Stage, last.Edition},
		)

		next := lesson.ForDrill(&d)
		next.ID = clubtest.ID()
		plan, err := c.Reckon(ctx, &lesson.Lesson{
			ID:          clubtest.ID(),
			Title:       "Next",
			Date:        c.Now().Format(time.DateOnly),
			Start:       "11:00",
			SlotMinutes: 60,
			Court:       "tennis",
			Students:    []string{who},
			Blocks:      []lesson.Block{next},
		}, units.Metric, next.ID)
		require.NoError(t, err)
		require.Len(t, plan.Detail.LastTime, 1, k.goal.Kind)
		require.Equal(t, k.said, plan.Detail.LastTime[0].Said)
	}
}

// A gate met opens the next stage from the first ball, next time; whoever did not meet
// it begins where they were.
func TestAGateMetOpensNextTime(t *testing.T) {
	c, l := clubtest.New(t)
	d := l.Block(l.Blocks[1].ID).Drill.Clone()
	d.ID = "gated"
	one := drill.Stage{Name: "Half pace", Stroke: "either", Direction: drill.Anywhere, Pace: 0.5,
		Goal: goal.Goal{Kind: goal.InARow, Count: 2}, Gate: drill.GateEach}
	two := one
	two.Name, two.Pace, two.Gate = "Full pace", 0, drill.NoGate
	d.Stages = []drill.Stage{one, two}
	offered := func() []lesson.Fix {
		b := lesson.ForDrill(&d)
		b.ID = clubtest.ID()
		plan, err := c.Reckon(ctx, &lesson.Lesson{
			ID:          clubtest.ID(),
			Title:       "Next",
			Date:        c.Now().Format(time.DateOnly),
			Start:       "11:00",
			SlotMinutes: 60,
			Court:       "tennis",
			Students:    l.Students[:1],
			Blocks:      []lesson.Block{b},
		}, units.Metric, "")
		require.NoError(t, err)
		for _, n := range plan.Blocks[0].Notices {
			if n.Kind == "gateMet" {
				return n.Fixes
			}
		}
		return nil
	}
	clubtest.Round(t, c, l.Students[0], d, run.Event{Kind: run.Good}, run.Event{Kind: run.Miss})
	require.Empty(t, offered())
	clubtest.Round(t, c, l.Students[0], d, run.Event{Kind: run.Good}, run.Event{Kind: run.Good})
	fix := offered()
	require.Len(t, fix, 1)
	require.Equal(t, 1, fix[0].Blocks[0].Variant(l.Students[0]).Begin)
}
