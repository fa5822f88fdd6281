package club

import (
	"fmt"
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/run"

	"github.com/stretchr/testify/require"
)

// begun opens a run of the lesson and starts it.
func begun(t testing.TB, c *Club, of string) string {
	opened, err := c.OpenRun(ctx, id(), of)
	require.NoError(t, err)
	_, err = c.AddEvents(ctx, opened.ID, opened.From(), []run.Event{
		{ID: id(), At: c.Now().UnixMilli(), Kind: run.Start},
	})
	require.NoError(t, err)
	return opened.ID
}

// on is another lesson of the same, that day.
func on(t testing.TB, c *Club, l *lesson.Lesson, date, title string) *lesson.Lesson {
	other := *l
	other.ID, other.Version, other.Date, other.Title = id(), 0, date, title
	other.Blocks = append([]lesson.Block{}, l.Blocks...)
	for i := range other.Blocks {
		other.Blocks[i].ID = id()
	}
	saved, err := c.SaveLesson(ctx, &other)
	require.NoError(t, err)
	return saved
}

// Whoever pages to the end meets every lesson and every run once, in order, while others write.
func TestPagesHoldEverythingOnce(t *testing.T) {
	c, l := withLesson(t)
	lessons, runs := map[string]bool{l.ID: true}, map[string]bool{}
	for i := range 25 {
		day := time.Date(2026, 1, 1+i/3, 0, 0, 0, 0, time.Local) // several begin at once
		c.SetClock(func() time.Time { return day })
		other := on(t, c, l, day.Format(time.DateOnly), "Lesson")
		lessons[other.ID] = true
		runs[begun(t, c, other.ID)] = true
	}
	for _, earliest := range []bool{false, true} {
		met, last, part := map[string]bool{}, "", Part{Limit: 4}
		for {
			page, err := c.Lessons(ctx, part, earliest)
			require.NoError(t, err)
			for _, s := range page.Items {
				if !lessons[s.ID] {
					continue
				}
				require.False(t, met[s.ID])
				met[s.ID] = true
				require.True(t, last == "" || earliest == (s.Date >= last) || s.Date == last)
				last = s.Date
				require.Equal(t, []string{"Wren"}, s.Students)
				require.Len(t, s.Blocks, len(l.Blocks))
			}
			on(t, c, l, "2026-03-01", "Written meanwhile")
			on(t, c, l, "2025-03-01", "Written meanwhile")
			if part.After = page.Next; part.After == "" || len(met) == len(lessons) {
				break
			}
		}
		require.Equal(t, lessons, met)
	}
	met, part := map[string]bool{}, Part{Limit: 4}
	for {
		page, err := c.Log(ctx, part, false)
		require.NoError(t, err)
		for _, e := range page.Items {
			require.False(t, met[e.ID])
			if met[e.ID] = runs[e.ID]; !met[e.ID] {
				delete(met, e.ID)
			}
		}
		begun(t, c, l.ID)
		if part.After = page.Next; part.After == "" {
			break
		}
	}
	require.Equal(t, runs, met)
}

// A part of a list is what its days, its student and its words leave of it.
func TestAPartOfAList(t *testing.T) {
	c, l := withLesson(t)
	tove, err := c.SaveStudent(
		ctx,
		Student{ID: id(), Name: "Tove Marlin", Hand: court.RightHand, Level: "club"},
	)
	require.NoError(t, err)
	both := *l
	both.Students = append([]string{tove.ID}, l.Students...)
	pair := on(t, c, &both, "2026-06-03", "Pairs in the evening")
	off := on(t, c, l, "2026-07-01", "100% serves")
	c.SetClock(func() time.Time { return time.Date(2026, 6, 3, 18, 0, 0, 0, time.Local) })
	of := begun(t, c, pair.ID)
	list := func(p Part) (ids []string) {
		page, err := c.Lessons(ctx, p, false)
		require.NoError(t, err)
		require.Empty(t, page.Next)
		for _, s := range page.Items {
			ids = append(ids, s.ID)
		}
		return ids
	}
	require.Equal(t, []string{off.ID, pair.ID, l.ID}, list(Part{}))
	require.Equal(t, []string{pair.ID}, list(Part{Since: "2026-06-01", Until: "2026-07-01"}))
	require.Equal(t, []string{pair.ID}, list(Part{Student: tove.ID}))
	require.Equal(t, []string{pair.ID}, list(Part{Words: "marlin EVENING"}))
	require.Equal(t, []string{off.ID}, list(Part{Words: "100%"}))
	require.Empty(t, list(Part{Words: "marlin serves"}))
	for _, p := range []Part{
		{}, {Student: tove.ID}, {Words: "pairs tove"}, {Since: "2026-06-03", Until: "2026-06-04"},
	} {
		page, err := c.Log(ctx, p, false)
		require.NoError(t, err)
		require.Len(t, page.Items, 1, p)
		require.Equal(t, of, page.Items[0].ID)
	}
	for _, p := range []Part{{Until: "2026-06-03"}, {Words: "serves"}} {
		page, err := c.Log(ctx, p, false)
		require.NoError(t, err)
		require.Empty(t, page.Items, p)
	}
	_, err = c.Lessons(ctx, Part{After: "nowhere"}, false)
	require.ErrorContains(t, err, "this page does not exist")
	_, err = c.Log(ctx, Part{Since: "2026-02-31"}, false)
	require.ErrorContains(t, err, "write a day")

	last, err := c.LastLesson(ctx, []string{tove.ID})
	require.NoError(t, err)
	require.Equal(t, pair.ID, last.ID, "of her alone there is none")
	last, err = c.LastLesson(ctx, l.Students)
	require.NoError(t, err)
	require.Equal(t, off.ID, last.ID)
	_, err = c.LastLesson(ctx, []string{id()})
	require.ErrorAs(t, err, &Missing{})
}

// No list of lessons or runs ends early however many there are: a calendar has them all, and
// a course knows of each lesson what it became.
func TestNothingIsCutSilently(t *testing.T) {
	c, l := withLesson(t)
	const many = 210
	for i := range many {
		on(t, c, l, time.Date(2020, 1, 1+i, 0, 0, 0, 0, time.Local).Format(time.DateOnly), fmt.Sprint(i))
	}
	all, err := c.Calendar(ctx, "", "")
	require.NoError(t, err)
	require.Len(t, all, many+1)
}
