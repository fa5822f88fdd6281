package lessons_test

import (
	"slices"
	"testing"
	"time"

	"hodometer/core/plan"
	"hodometer/core/units"
	"hodometer/internal/club/clubtest"

	"github.com/stretchr/testify/require"
)

// A lesson that is planned says who is in another one at the same time; one that is past does not.
func TestAPlanKnowsTheOtherLessonsOfItsDay(t *testing.T) {
	c, l := clubtest.New(t)
	other := clubtest.On(t, c, l, l.Date, "Serves")
	asked := func() bool {
		p, err := c.Reckon(ctx, l, units.Metric, "")
		require.NoError(t, err)
		return slices.ContainsFunc(p.Notices, func(n plan.Notice) bool { return n.Kind == "elsewhere" })
	}
	day, err := time.Parse(time.DateOnly, l.Date)
	require.NoError(t, err)
	c.SetClock(func() time.Time { return day })
	require.True(t, asked())
	other.Start = "18:30"
	_, err = c.SaveLesson(ctx, other)
	require.NoError(t, err)
	require.False(t, asked())
	other.Version, other.Start = 2, l.Start
	_, err = c.SaveLesson(ctx, other)
	require.NoError(t, err)
	require.True(t, asked())
	c.SetClock(func() time.Time { return day.AddDate(0, 0, 1) })
	require.False(t, asked())
}
