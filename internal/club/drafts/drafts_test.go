package drafts_test

import (
	"context"
	"testing"
	"time"

	"hodometer/core/units"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/drafts"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// What was given, counted and said to be hard comes back: in the load, in what
// fell short, and in what is due when weeks have gone by.
func TestTheNextLessonKnowsTheLast(t *testing.T) {
	c, l := clubtest.New(t)
	now := time.Date(2026, 5, 17, 17, 0, 0, 0, time.Local)
	c.SetClock(func() time.Time { return now.AddDate(0, 0, -6) })
	clubtest.Give(t, c, l, 8)
	c.SetClock(func() time.Time { return now })

	itself, err := c.Reckon(ctx, l, units.Metric, "")
	require.NoError(t, err)
	require.InDelta(t, 10*8, itself.Students[0].Load.Value, 0.1, "given, it is not planned any more")
	next := *l
	next.ID = clubtest.ID()
	made, err := c.Reckon(ctx, &next, units.Metric, "")
	require.NoError(t, err)
	planned := made.Minutes.Value * 5 // nobody has rated it yet
	require.InDelta(t, planned+10*8, made.Students[0].Load.Value, 0.1)

	w := drafts.Brief{Students: l.Students, Court: "tennis", Date: "2026-05-17", Start: "17:00", Minutes: 60}
	drafts, err := c.Drafts(ctx, w)
	require.NoError(t, err)
	require.Contains(t, drafts[0].Why, "Wren did not meet the goal of “Short ball to the corners” 6 days ago")
	for _, d := range drafts { // each can be saved as it is
		_, err := c.SaveLesson(ctx, &d.Lesson)
		require.NoError(t, err)
	}

	// The seven days end with the lesson: moved a day on, what was given six days
	// before is out, and the lesson planned for today, once saved, is in.
	moved := *l
	moved.ID, moved.Date = clubtest.ID(), now.AddDate(0, 0, 1).Format(time.DateOnly)
	later, err := c.Reckon(ctx, &moved, units.Metric, "")
	require.NoError(t, err)
	soon := 0.0
	for _, d := range drafts {
		soon += float64(d.Lesson.SlotMinutes) * 5
	}
	require.InDelta(t, planned+soon, later.Students[0].Load.Value, 0.1)

	c.SetClock(func() time.Time { return now.AddDate(0, 0, 40) })
	w.Date = c.Now().Format(time.DateOnly)
	drafts, err = c.Drafts(ctx, w)
	require.NoError(t, err)
	require.Contains(t, drafts[0].Why, "was last done 46 days ago")
	c.SetClock(func() time.Time { return now.AddDate(1, 0, 0) })
	w.Date = c.Now().Format(time.DateOnly)
	drafts, err = c.Drafts(ctx, w)
	require.NoError(t, err)
	require.NotContains(t, drafts[0].Why, "last done", "after a year nothing of it is left")
}
