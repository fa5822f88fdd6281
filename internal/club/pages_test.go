package club_test

import (
	"fmt"
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
)

// Whoever pages to the end meets every lesson and every run once, in order, while others write.
func TestPagesHoldEverythingOnce(t *testing.T) {
	c, l := clubtest.New(t)
	lessons, runs := map[string]bool{l.ID: true}, map[string]bool{}
	for i := range 25 {
		day := time.Date(2026, 1, 1+i/3, 0, 0, 0, 0, time.Local) // several begin at once
		c.SetClock(func() time.Time { return day })
		other := clubtest.On(t, c, l, day.Format(time.DateOnly), "Lesson")
		lessons[other.ID] = true
		runs[clubtest.Begun(t, c, other.ID)] = true
	}
	for _, earliest := range []bool{false, true} {
		met, last, part := map[string]bool{}, "", answer.Part{Limit: 4}
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
			clubtest.On(t, c, l, "2026-03-01", "Written meanwhile")
			clubtest.On(t, c, l, "2025-03-01", "Written meanwhile")
			if part.After = page.Next; part.After == "" || len(met) == len(lessons) {
				break
			}
		}
		require.Equal(t, lessons, met)
	}
	met, part := map[string]bool{}, answer.Part{Limit: 4}
	for {
		page, err := c.Log(ctx, part, false)
		require.NoError(t, err)
		for _, e := range page.Items {
			require.False(t, met[e.ID])
			if met[e.ID] = runs[e.ID]; !met[e.ID] {
				delete(met, e.ID)
			}
		}
		clubtest.Begun(t, c, l.ID)
		if part.After = page.Next; part.After == "" {
			break
		}
	}
	require.Equal(t, runs, met)
}

// A part of a list is what its days, its student and its words leave of it.
func TestAPartOfAList(t *testing.T) {
	c, l := clubtest.New(t)
	tove, err := c.SaveStudent(
		ctx,
		students.Student{ID: clubtest.ID(), Name: "Tove Marlin", Hand: court.RightHand, Level: "club"},
	)
	require.NoError(t, err)
	both := *l
	both.Students = append([]string{tove.ID}, l.Students...)
	pair := clubtest.On(t, c, &both, "2026-06-03", "Pairs in the evening")
	off := clubtest.On(t, c, l, "2026-07-01", "100% serves")
	c.SetClock(func() time.Time { return time.Date(2026, 6, 3, 18, 0, 0, 0, time.Local) })
	of := clubtest.Begun(t, c, pair.ID)
	list := func(p answer.Part) (ids []string) {
		page, err := c.Lessons(ctx, p, false)
		require.NoError(t, err)
		require.Empty(t, page.Next)
		for _, s := range page.Items {
			ids = append(ids, s.ID)
		}
		return ids
	}
	require.Equal(t, []string{off.ID, pair.ID, l.ID}, list(answer.Part{}))
	require.Equal(t, []string{pair.ID}, list(answer.Part{Since: "2026-06-01", Until: "2026-07-01"}))
	require.Equal(t, []string{pair.ID}, list(answer.Part{Student: tove.ID}))
	require.Equal(t, []string{pair.ID}, list(answer.Part{Words: "marlin EVENING"}))
	require.Equal(t, []string{off.ID}, list(answer.Part{Words: "100%"}))
	require.Empty(t, list(answer.Part{Words: "marlin serves"}))
	for _, p := range []answer.Part{
		{}, {Student: tove.ID}, {Words: "pairs tove"}, {Since: "2026-06-03", Until: "2026-06-04"},
	} {
		page, err := c.Log(ctx, p, false)
		require.NoError(t, err)
		require.Len(t, page.Items, 1, p)
		require.Equal(t, of, page.Items[0].ID)
	}
	for _, p := range []answer.Part{{Until: "2026-06-03"}, {Words: "serves"}} {
		page, err := c.Log(ctx, p, false)
		require.NoError(t, err)
		require.Empty(t, page.Items, p)
	}
	_, err = c.Lessons(ctx, answer.Part{After: "nowhere"}, false)
	require.ErrorContains(t, err, "this page does not exist")
	_, err = c.Log(ctx, answer.Part{Since: "2026-02-31"}, false)
	require.ErrorContains(t, err, "write a day")

	last, err := c.LastLesson(ctx, []string{tove.ID})
	require.NoError(t, err)
	require.Equal(t, pair.ID, last.ID, "of her alone there is none")
	last, err = c.LastLesson(ctx, l.Students)
	require.NoError(t, err)
	require.Equal(t, off.ID, last.ID)
	_, err = c.LastLesson(ctx, []string{clubtest.ID()})
	require.ErrorAs(t, err, &answer.Missing{})
}

// No list of lessons or runs ends early however many there are: a calendar has them all, and
// a course knows of each lesson what it became.
func TestNothingIsCutSilently(t *testing.T) {
	c, l := clubtest.New(t)
	const many = 210
	for i := range many {
		clubtest.On(
			t,
			c,
			l,
			time.Date(2020, 1, 1+i, 0, 0, 0, 0, time.Local).Format(time.DateOnly),
			fmt.Sprint(i),
		)
	}
	all, err := c.Calendar(ctx, "", "")
	require.NoError(t, err)
	require.Len(t, all, many+1)
}
