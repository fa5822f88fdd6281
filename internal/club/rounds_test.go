package club

import (
	"encoding/json"
	"testing"
	"time"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/progress"
	"hodometer/core/run"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// round gives a lesson with that drill: events are a second apart, ended by finish.
func round(t *testing.T, c *Club, student string, d drill.Drill, events ...run.Event) (Run, *lesson.Lesson) {
	b := lesson.ForDrill(&d)
	b.ID = id()
	l, err := c.SaveLesson(ctx, &lesson.Lesson{
		ID: id(), Title: "Round", Date: c.Now().Format(time.DateOnly), Start: "10:00", SlotMinutes: 60,
		Court: "tennis", Students: []string{student}, Blocks: []lesson.Block{b},
	})
	require.NoError(t, err)
	r, err := c.OpenRun(ctx, id(), l.ID)
	require.NoError(t, err)
	at := c.Now().UnixMilli()
	for i := range events {
		events[i].ID, events[i].At = id(), at+int64(1000*i)
		events[i].Block, events[i].Student = b.ID, student
	}
	events = append(events, run.Event{ID: id(), At: at + int64(1000*len(events)), Kind: run.Finish})
	_, err = c.AddEvents(ctx, r.ID, r.From(), events)
	require.NoError(t, err)
	return r, l
}

// Every kind of goal that is counted is in the log, on the student's page, in the table
// to take away, and in the plan of the next lesson with that drill.
func TestEveryKindOfGoalGoesRound(t *testing.T) {
	c, l := withLesson(t)
	who := l.Students[0]
	good, miss := run.Event{Kind: run.Good}, run.Event{Kind: run.Miss}
	for _, k := range []struct {
		goal    goal.Goal
		events  []run.Event
		said    string
		measure progress.Measure
	}{
		{goal.Goal{Kind: goal.Total, Count: 5}, []run.Event{good, good, miss}, "2 of 5", progress.Good},
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
		{goal.Goal{Kind: goal.Race, Count: 3}, []run.Event{good, miss, good}, "2 of 3", progress.Good},
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
		given, _ := round(t, c, who, d, k.events...)
		log, err := c.Log(ctx, Part{}, false)
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
		next.ID = id()
		plan, err := c.Reckon(ctx, &lesson.Lesson{
			ID: id(), Title: "Next", Date: c.Now().Format(time.DateOnly), Start: "11:00", SlotMinutes: 60,
			Court: "tennis", Students: []string{who}, Blocks: []lesson.Block{next},
		}, units.Metric, next.ID)
		require.NoError(t, err)
		require.Len(t, plan.Detail.LastTime, 1, k.goal.Kind)
		require.Equal(t, k.said, plan.Detail.LastTime[0].Said)
	}
}

// A gate met opens the next stage from the first ball, next time; whoever did not meet
// it begins where they were.
func TestAGateMetOpensNextTime(t *testing.T) {
	c, l := withLesson(t)
	d := l.Block(l.Blocks[1].ID).Drill.Clone()
	d.ID = "gated"
	one := drill.Stage{Name: "Half pace", Stroke: "either", Direction: drill.Anywhere, Pace: 0.5,
		Goal: goal.Goal{Kind: goal.InARow, Count: 2}, Gate: drill.GateEach}
	two := one
	two.Name, two.Pace, two.Gate = "Full pace", 0, drill.NoGate
	d.Stages = []drill.Stage{one, two}
	offered := func() []lesson.Fix {
		b := lesson.ForDrill(&d)
		b.ID = id()
		plan, err := c.Reckon(ctx, &lesson.Lesson{
			ID: id(), Title: "Next", Date: c.Now().Format(time.DateOnly), Start: "11:00", SlotMinutes: 60,
			Court: "tennis", Students: l.Students[:1], Blocks: []lesson.Block{b},
		}, units.Metric, "")
		require.NoError(t, err)
		for _, n := range plan.Blocks[0].Notices {
			if n.Kind == "gateMet" {
				return n.Fixes
			}
		}
		return nil
	}
	round(t, c, l.Students[0], d, run.Event{Kind: run.Good}, run.Event{Kind: run.Miss})
	require.Empty(t, offered())
	round(t, c, l.Students[0], d, run.Event{Kind: run.Good}, run.Event{Kind: run.Good})
	fix := offered()
	require.Len(t, fix, 1)
	require.Equal(t, 1, fix[0].Blocks[0].Variant(l.Students[0]).Begin)
}

// Taking a run away, and bringing it back, changes what is believed and changes it back.
func TestTakenAwayAndBroughtBack(t *testing.T) {
	c, l := withLesson(t)
	d := l.Block(l.Blocks[1].ID).Drill.Clone()
	d.ID = "taken"
	r, _ := round(
		t,
		c,
		l.Students[0],
		d,
		run.Event{Kind: run.Good},
		run.Event{Kind: run.Good},
		run.Event{Kind: run.Miss},
	)
	record := func() string {
		out, err := c.Record(ctx, l.Students[0])
		require.NoError(t, err)
		text, err := json.Marshal(out)
		require.NoError(t, err)
		return string(text)
	}
	was := record()
	remove := run.Event{ID: id(), At: c.Now().UnixMilli(), Kind: run.Remove}
	_, err := c.AddEvents(ctx, r.ID, nil, []run.Event{remove})
	require.NoError(t, err)
	require.NotContains(t, record(), r.ID)
	_, err = c.AddEvents(
		ctx,
		r.ID,
		nil,
		[]run.Event{{ID: id(), At: c.Now().UnixMilli(), Kind: run.Undo, Undoes: remove.ID}},
	)
	require.NoError(t, err)
	require.Equal(t, was, record())
	again, err := c.Run(ctx, r.ID)
	require.NoError(t, err)
	require.True(t, again.Trace[0].Undone, "the trace stays")
	nothing := run.Event{ID: id(), At: 1, Kind: run.Amend, Amends: r.ID}
	_, err = c.AddEvents(ctx, r.ID, nil, []run.Event{nothing})
	var p units.Problems
	require.ErrorAs(t, err, &p, "what never happened is not amended")
}

// Shots that take turns are a skill each, with their own balls; what a ball was besides
// good or missed is in the log, on the student's page, and said with the time before.
func TestShotsAndChoicesAreKept(t *testing.T) {
	c, l := withLesson(t)
	who := l.Students[0]
	d := l.Block(l.Blocks[1].ID).Drill.Clone()
	d.ID = "shots"
	d.Stages = []drill.Stage{{
		Name: "In turn", Stroke: "forehand", Direction: drill.CrossCourt,
		Goal: goal.Goal{Kind: goal.Total, Count: 9},
		Shots: []drill.Shot{
			{Stroke: "forehand", Direction: drill.CrossCourt},
			{Stroke: "backhand", Direction: drill.Straight, Shape: "slice"},
		},
		Choices: []drill.Choice{
			{ID: "air", Words: "In the air", Right: true}, {ID: "late", Words: "Too late", Wrong: true},
		},
	}}
	require.Empty(t, d.Validate())
	good, miss := run.Event{Kind: run.Good}, run.Event{Kind: run.Miss}
	air, late := run.Event{Kind: run.Choice}, run.Event{Kind: run.Choice, Value: 1}
	round(t, c, who, d, good, air, miss, late, good, air)
	_, given := round(t, c, who, d, good, air, good, air)

	record, err := c.Record(ctx, who)
	require.NoError(t, err)
	balls := map[string][2]int{}
	for _, s := range record.Skills {
		for _, mark := range s.Track {
			balls[string(s.ID)] = [2]int{
				balls[string(s.ID)][0] + mark.Balls,
				balls[string(s.ID)][1] + mark.Good,
			}
		}
	}
	require.Equal(t, [2]int{3, 3}, balls["forehand.crossCourt."+d.Situation])
	require.Equal(t, [2]int{2, 1}, balls["backhand.straight."+d.Situation+".slice"])
	said := ""
	for _, s := range record.Series {
		if s.Drill == "shots" {
			said = s.Said
		}
	}
	require.Contains(t, said, "in the air 2 (2 of 2 right, 2 of 3 the time before)")
	entries, err := c.Log(ctx, Part{}, false)
	require.NoError(t, err)
	require.Contains(t, entries.Items[0].Students[0].Marks, "In turn: in the air 2")
	require.Equal(t, 2, entries.Items[0].Students[0].Good)
	require.Equal(t, 1, entries.Items[0].Students[0].Goals, "one goal, whichever shots it has")
	_ = given
}
