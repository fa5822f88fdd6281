package reports_test

import (
	"context"
	"testing"

	"hodometer/core/run"
	"hodometer/internal/club/clubtest"

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
