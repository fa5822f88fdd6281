package lessons_test

import (
	"fmt"
	"testing"
	"time"

	"hodometer/core/library"
	"hodometer/core/run"
	"hodometer/internal/club/answer"
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
		all, err := c.LessonVersions(ctx, l.ID, answer.Part{})
		require.NoError(t, err)
		for _, v := range all.Items {
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
	drills, err := c.DrillVersions(ctx, id, answer.Part{})
	require.NoError(t, err)
	require.Len(t, drills.Items, 1)
	require.Equal(t, "Three", drills.Items[0].Drill.Title)
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

// However often something was saved, its pages hold every version once, and each says what it changed.
func TestEveryVersionIsInThePages(t *testing.T) {
	ctx := t.Context()
	c, l := clubtest.New(t)
	drill, id := library.All()[0].Clone(), clubtest.ID()
	first := l.Version
	const saves = 120
	for i := range saves {
		l.Title, drill.Title = fmt.Sprint("Title ", i), fmt.Sprint("Title ", i)
		saved, err := c.SaveLesson(ctx, l)
		require.NoError(t, err)
		l = saved
		_, err = c.SaveDrill(ctx, id, i, drill)
		require.NoError(t, err)
	}
	part := answer.Part{Limit: 50}
	for want := l.Version; ; {
		page, err := c.LessonVersions(ctx, l.ID, part)
		require.NoError(t, err)
		for _, v := range page.Items {
			require.Equal(t, want, v.Version)
			require.Equal(t, want > first, len(v.Changes) == 1, "%d: %v", want, v.Changes)
			want--
		}
		if part.After = page.Next; part.After == "" {
			require.Equal(t, first-1, want)
			break
		}
	}
	seen := saves
	for part.After = ""; ; {
		page, err := c.DrillVersions(ctx, id, part)
		require.NoError(t, err)
		for _, v := range page.Items {
			require.Equal(t, seen, v.Version)
			seen--
		}
		if part.After = page.Next; part.After == "" {
			require.Zero(t, seen)
			break
		}
	}
	part.After = "nonsense"
	_, err := c.LessonVersions(ctx, l.ID, part)
	require.ErrorContains(t, err, "this page does not exist")
}
