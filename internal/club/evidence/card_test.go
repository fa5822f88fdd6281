package evidence_test

import (
	"testing"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/run"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/evidence"

	"github.com/stretchr/testify/require"
)

// The log has of each student which goals were met and which were tried, what was said of the
// lesson beside what was counted, and the coach's line; the student's page too. A lesson is
// found by its drill and by what was seen.
func TestTheLogSaysWhoMetWhat(t *testing.T) {
	c, l := clubtest.New(t)
	who, d := l.Students[0], l.Blocks[1].Drill.Clone()
	stage := func(title string, g goal.Goal) drill.Stage {
		return drill.Stage{Name: title, Stroke: "forehand", Direction: drill.CrossCourt, Goal: g}
	}
	d.Stages = []drill.Stage{
		stage("Half pace", goal.Goal{Kind: goal.Total, Count: 4}),
		stage("Full pace", goal.Goal{Kind: goal.InARow, Count: 5}),
		stage("Left out", goal.Goal{Kind: goal.Total, Count: 4}),
	}
	d.Title = "Corridor of cones"
	events := append(clubtest.Many(run.Good, 0, 4), clubtest.Many(run.Good, 1, 3)...)
	events = append(events, clubtest.Many(run.Miss, 1, 3)...)
	for kind, value := range map[run.Kind]int{run.Engagement: 8, run.Effort: 6, run.Confidence: 4} {
		events = append(events, run.Event{Kind: kind, Value: value})
	}
	events = append(events, run.Event{Kind: run.Tag, Text: "head still"},
		run.Event{Kind: run.Note, Text: "Sore after school"})
	_, given := clubtest.Round(t, c, who, d, events...)
	block := given.Blocks[0].ID
	find := func(words string) []evidence.Entry {
		log, err := c.Log(ctx, answer.Part{Words: words, Limit: 9}, false)
		require.NoError(t, err)
		return log.Items
	}
	for _, words := range []string{"corridor", "cones wren", "head still", "sore"} {
		require.Len(t, find(words), 1, words)
	}
	require.Empty(t, find("volley"))
	s := find("")[0].Students[0]
	require.Equal(t, []evidence.Tried{
		{Block: block, Title: d.Title, Name: "Half pace", Asks: "4 in all", Met: true, Said: "4 of 4"},
		{Block: block, Stage: 1, Title: d.Title, Name: "Full pace", Asks: "5 in a row", Said: "3 in a row"},
	}, s.Tried)
	felt := evidence.Felt{Engaged: 8, Effort: 6, Confident: 4}
	require.Equal(t, felt, s.Felt)
	require.Equal(t, "Sore after school", s.Note)
	record, err := c.Record(ctx, who)
	require.NoError(t, err)
	require.Equal(t, [2]int{10, 7}, [2]int{record.Lessons[0].Balls, record.Lessons[0].Good})
	require.Equal(t, felt, record.Lessons[0].Felt)
	report, err := c.Report(ctx, who, "", "")
	require.NoError(t, err)
	require.Equal(t, [3]float64{8, 6, 4}, [3]float64{report.Engaged, report.Effort, report.Confident})
}
