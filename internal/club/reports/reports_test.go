package reports_test

import (
	"context"
	"testing"
	"time"

	"hodometer/core/run"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/reports"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// A report counts what the log counts, and gives away no note that is not shared.
func TestReport(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	given, _ := clubtest.Round(
		t,
		c,
		who,
		*l.Blocks[1].Drill,
		append(clubtest.Many(run.Good, 0, 10), clubtest.Many(run.Miss, 1, 5)...)...)
	require.NoError(t, c.ShareNote(ctx, who, given.ID, true))
	r, err := c.Report(ctx, who, "", "")
	require.NoError(t, err)
	require.Equal(t, [3]int{1, 15, 10}, [3]int{r.Attended, r.Balls, r.Good})
	require.Positive(t, r.Metres)
	before, err := c.Report(ctx, who, "", "2020-01-01")
	require.NoError(t, err)
	require.Zero(t, before.Attended+before.Balls)
	_, err = c.Report(ctx, who, "yesterday", "")
	require.ErrorContains(t, err, "is not a date")
}

// Whatever targets a student played to, a report sets both rates beside each other at the target
// of the shelf's own drill; and the first period has what came of the first lesson to begin with.
func TestAReportIsAtOneTarget(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	day := time.Date(2026, 4, 7, 12, 0, 0, 0, time.UTC)
	c.SetClock(func() time.Time { return day })
	d := clubtest.OfShelf(t, "short-ball-corners")
	of := func() reports.ReportSkill {
		r, err := c.Report(ctx, who, "2026-04-01", "2026-04-30")
		require.NoError(t, err)
		require.Len(t, r.Skills, 1)
		return r.Skills[0]
	}
	give := func(scale float64, good, missed int) {
		clubtest.Round(t, c, who, d.Wider(scale),
			append(clubtest.Many(run.Good, 0, good), clubtest.Many(run.Miss, 0, missed)...)...)
		day = day.AddDate(0, 0, 3)
	}
	give(1.5, 6, 14)
	shelf := d.Radial(d.Stages[0])
	one := of()
	require.InDelta(t, shelf, one.Target, 1e-9)
	require.Nil(t, one.Was, "one lesson is nothing to set beside")
	give(1, 8, 12)
	give(0.7, 10, 10)
	s := of()
	require.InDelta(t, shelf, s.Target, 1e-9)
	require.InDelta(t, 0.7*shelf, s.Used, 0.001)
	require.True(t, s.First)
	require.InDelta(t, one.Is.Mean, s.Was.Mean, 1e-9, "what was believed after the first lesson stands")
	require.Greater(t, s.Is.Mean, s.Was.Mean+0.03, "a smaller target made as often is progress")
}
