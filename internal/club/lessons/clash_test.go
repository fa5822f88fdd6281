package lessons_test

import (
	"slices"
	"testing"
	"time"

	"hodometer/core/plan"
	"hodometer/core/units"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/weeks"

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
	c.SetClock(func() time.Time { return day })
	require.True(t, asked())
	run := clubtest.Begun(t, c, other.ID)
	require.True(t, asked())
	clubtest.Finish(t, c, run)
	require.False(t, asked(), "it was given already")
}

// A lesson that was rained off does not keep its students from another.
func TestALessonCalledOffClashesWithNothing(t *testing.T) {
	c, l := clubtest.New(t)
	c.SetClock(func() time.Time { return time.Date(2026, 5, 20, 9, 0, 0, 0, time.Local) })
	w, err := c.SaveCourse(ctx, clubtest.Weeks(t, c, l.Students))
	require.NoError(t, err)
	slot := w.Course.Lessons[0]
	drafted, err := c.DraftSlot(ctx, w.Course.ID, slot.ID)
	require.NoError(t, err)
	other := clubtest.On(t, c, l, drafted.Date, "Serves")
	other.Version, other.Start = 1, drafted.Start
	other, err = c.SaveLesson(ctx, other)
	require.NoError(t, err)
	asked := func() bool {
		p, err := c.Reckon(ctx, other, units.Metric, "")
		require.NoError(t, err)
		return slices.ContainsFunc(p.Notices, func(n plan.Notice) bool { return n.Kind == "elsewhere" })
	}
	require.True(t, asked())
	_, err = c.ChangeCourse(ctx, w.Course.ID, weeks.SlotChange{Lesson: slot.ID, Do: "rain"})
	require.NoError(t, err)
	require.False(t, asked())
}
