package reports_test

import (
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/reports"
	"hodometer/internal/club/students"
	"hodometer/internal/exchange"

	"github.com/stretchr/testify/require"
)

// Where balls went and how much of what was chosen was right is in the report, as it was the
// first time and the last of the period; in its table too.
func TestReportHasMissesAndChoices(t *testing.T) {
	c, l := clubtest.New(t)
	who, d := l.Students[0], l.Blocks[1].Drill.Clone()
	d.Stages = []drill.Stage{
		{
			Stroke:    "forehand",
			Direction: drill.CrossCourt,
			Goal:      goal.Goal{Kind: goal.Total, Count: 4},
			Choices: []drill.Choice{
				{ID: "air", Words: "In the air", Right: true},
				{ID: "down", Words: "After a bounce"},
			},
		},
	}
	day := c.Now().AddDate(0, 0, -21)
	for _, right := range []int{1, 2, 4} {
		c.SetClock(func() time.Time { return day })
		day = day.AddDate(0, 0, 7)
		events := []run.Event{{Kind: run.Miss, Where: run.InNet}, {Kind: run.Miss, Where: run.Long},
			{Kind: run.Miss, Where: run.InNet}}
		for i := range 5 {
			value := 1
			if i < right {
				value = 0
			}
			events = append(events, run.Event{Kind: run.Good}, run.Event{Kind: run.Choice, Value: value})
		}
		clubtest.Round(t, c, who, d, events...)
	}
	r, err := c.Report(ctx, who, "", "")
	require.NoError(t, err)
	require.Equal(t, []reports.ReportMiss{{Where: "net", N: 6}, {Where: "long", N: 3}}, r.Misses)
	require.Len(t, r.Choices, 1)
	require.Equal(t, [2]string{"1 of 1", "4 of 4"}, [2]string{r.Choices[0].First, r.Choices[0].Last})
	require.Equal(t, "in the air 7, after a bounce 8", r.Choices[0].Said)
	file, err := exchange.WriteReport(r, time.UTC)
	require.NoError(t, err)
	require.Contains(t, string(file), "missed,net,6,")
	require.Contains(t, string(file), "4 of 4,1 of 1")
}

// A marker hit is the student's who won the rally, in the report of that student alone.
func TestReportSaysWhoseMarkItWas(t *testing.T) {
	c, l := clubtest.New(t)
	otto, err := c.SaveStudent(ctx, students.Student{
		ID: clubtest.ID(), Name: "Otto", Hand: court.RightHand, Level: "club",
	})
	require.NoError(t, err)
	l.Students = append(l.Students, otto.ID)
	b := lesson.Block{
		ID: clubtest.ID(), Kind: "game", Title: "Markers", Minutes: 20,
		Match: &lesson.Match{Game: "markers", Rules: game.Rules{To: 11, WinBy: 1, SecondsPerPoint: 10,
			Marks: []game.Mark{{ID: "marker", Words: "Marker hit", Worth: 3}}}},
	}
	l.Blocks = append(l.Blocks, b)
	l, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	opened, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	at := c.Now().UnixMilli()
	events := []run.Event{
		{Kind: run.Start}, {Kind: run.GoTo, Block: b.ID},
		{Kind: run.Point, Block: b.ID, Value: 0, Marks: []string{"marker"}},
		{Kind: run.Point, Block: b.ID, Value: 1, Marks: []string{"marker"}},
		{Kind: run.Point, Block: b.ID, Value: 1, Marks: []string{"marker"}},
		{Kind: run.Finish},
	}
	for i := range events {
		events[i].ID, events[i].At = clubtest.ID(), at+int64(i)
	}
	_, err = c.AddEvents(ctx, opened.ID, opened.From(), events)
	require.NoError(t, err)
	for i, said := range []string{"Marker hit 1", "Marker hit 2"} {
		r, err := c.Report(ctx, l.Students[i], "", "")
		require.NoError(t, err)
		require.Len(t, r.Games, 1)
		require.Equal(t, []string{said}, r.Games[0].Marks)
	}
}
