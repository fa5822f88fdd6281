package lessons_test

import (
	"testing"
	"time"

	"hodometer/core/library"
	"hodometer/core/run"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/store/gen"

	"github.com/stretchr/testify/require"
)

// The saves of one sitting become one version, weeks later; each sitting has one, the lesson is
// as it was, and a phone that was away all the while runs what its version became.
func TestSavesOfASittingBecomeOneVersion(t *testing.T) {
	c, l := clubtest.New(t)
	day := time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)
	now := day
	c.SetClock(func() time.Time { return now })
	drill, id := library.All()[0].Clone(), clubtest.ID()
	save := func(title string) {
		l.Title = title
		saved, err := c.SaveLesson(ctx, l)
		require.NoError(t, err)
		l = saved
		now = now.Add(time.Minute)
	}
	versions := func() (out []int) {
		all, err := c.LessonVersions(ctx, l.ID)
		require.NoError(t, err)
		for _, v := range all {
			out = append(out, v.Version)
		}
		return out
	}
	for version, title := range []string{"One", "Two", "Three"} {
		save(title)
		drill.Title = title
		_, err := c.SaveDrill(ctx, id, version, drill)
		require.NoError(t, err)
	}
	away := l.Version - 1 // downloaded in the middle of the sitting
	now = now.Add(2 * time.Hour)
	save("Four")
	texts := func() (n int) {
		require.NoError(t, c.Store.View(ctx, func(q *gen.Queries) (err error) {
			count, err := q.CountTexts(ctx)
			n = int(count)
			return err
		}))
		return n
	}
	kept := texts()
	clubtest.Begun(t, c, l.ID)
	require.Equal(t, kept, texts(), "a lesson that is run as it was saved stands there already")
	before := versions()

	gone, err := c.Tidy(ctx)
	require.NoError(t, err)
	require.Zero(t, gone, "a window may still save on top of these")
	require.Equal(t, before, versions())

	now = now.AddDate(0, 0, 20)
	gone, err = c.Tidy(ctx)
	require.NoError(t, err)
	require.EqualValues(t, 2+2, gone, "two of the lesson's and two of the drill's")
	require.Equal(t, []int{l.Version, l.Version - 1}, versions()[:2])
	require.Equal(t, kept-2, texts())
	is, err := c.Lesson(ctx, l.ID)
	require.NoError(t, err)
	require.Equal(t, "Four", is.Title)
	drills, err := c.DrillVersions(ctx, id)
	require.NoError(t, err)
	require.Len(t, drills, 1)
	require.Equal(t, "Three", drills[0].Drill.Title)
	gone, err = c.Tidy(ctx)
	require.NoError(t, err)
	require.Zero(t, gone)

	opened, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	from := opened.From()
	from.Version = away
	_, err = c.AddEvents(ctx, opened.ID, from, []run.Event{
		{ID: clubtest.ID(), At: now.UnixMilli(), Kind: run.Start},
	})
	require.NoError(t, err)
	given, err := c.Run(ctx, opened.ID)
	require.NoError(t, err)
	require.Equal(t, "Three", given.Lesson.Title)
}
