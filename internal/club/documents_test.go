package club

import (
	"context"
	"fmt"
	"sync/atomic"
	"testing"

	"hodometer/core/course"
	"hodometer/core/game"
	"hodometer/core/ladder"
	"hodometer/core/library"

	"github.com/stretchr/testify/require"
)

// Of every kind of document two windows read a version and save another: the first is taken,
// the second is told what changed since, and nothing of the first is lost.
func TestTwoWindowsOfEveryKind(t *testing.T) {
	c, l := withLesson(t)
	drill, preset, rungs := library.All()[0].Clone(), game.Presets()[0], ladder.All()[0]
	at, made := id(), weeksOf(t, c, l.Students)
	rungs.ID = id()
	kinds := map[string]func(version int, title string) (int, error){
		"drill": func(version int, title string) (int, error) {
			drill.Title = title
			s, err := c.SaveDrill(ctx, at, version, drill)
			return s.Version, err
		},
		"game": func(version int, title string) (int, error) {
			preset.Title = title
			s, err := c.SaveGame(ctx, at, version, preset)
			return s.Edition, err
		},
		"ladder": func(version int, title string) (int, error) {
			rungs.Title = title
			s, err := c.SaveLadder(ctx, ShelfLadder{version, rungs})
			return s.Version, err
		},
		"weekly plan": func(version int, title string) (int, error) {
			made.Course.Title, made.Version = title, version
			s, err := c.SaveCourse(ctx, made)
			return s.Version, err
		},
	}
	for what, save := range kinds {
		version, err := save(0, "First")
		require.NoError(t, err, what)
		require.Equal(t, 1, version, what)
		version, err = save(1, "From one window")
		require.NoError(t, err, what)
		require.Equal(t, 2, version, what)
		_, err = save(1, "From the other")
		var stale Stale
		require.ErrorAs(t, err, &stale, what)
		require.Equal(t, what, stale.What)
		require.Contains(t, stale.Changes, "Title changed", what)
	}
	own, err := c.Drills(ctx)
	require.NoError(t, err)
	require.Equal(t, "From one window", own[0].Drill.Title)
	shelf, err := c.Games(ctx)
	require.NoError(t, err)
	require.Equal(t, "From one window", shelf[0].Title)
}

// weeksOf are two weeks of lessons of these students, laid but not saved.
func weeksOf(t testing.TB, c *Club, students []string) Course {
	out, err := c.PlanCourse(course.Course{
		Format: course.Format, Version: 1,
		ID: id(), Title: "Weeks", Students: students, Court: "tennis", From: "2026-06-01",
		Weeks: []course.Week{{}, {}}, Days: []int{1}, Start: "17:00", Minutes: 60,
	}, course.StepByStep)
	require.NoError(t, err)
	return out
}

// cutOff is a context that ends after it was looked at so many times: between any two
// statements, once all numbers were tried.
type cutOff struct {
	context.Context
	left *atomic.Int64
	end  context.CancelFunc
}

func (c cutOff) Done() <-chan struct{} {
	if c.left.Add(-1) <= 0 {
		c.end()
	}
	return c.Context.Done()
}

// Saving weeks moves their lessons too. Wherever it is broken off, both are as they were, or
// both as they are to be.
func TestSavingWeeksIsAllOrNothing(t *testing.T) {
	c, l := withLesson(t)
	made, err := c.SaveCourse(ctx, weeksOf(t, c, l.Students))
	require.NoError(t, err)
	for i := range made.Course.Lessons {
		other := *l
		s := made.Course.Lessons[i]
		other.ID, other.Version, other.Date, other.Start = s.ID, 0, s.Date, s.Start
		_, err := c.SaveLesson(ctx, &other)
		require.NoError(t, err)
	}
	broken := 0
	for n := int64(1); ; n++ {
		require.Less(t, n, int64(5000))
		was, err := c.Course(ctx, made.Course.ID)
		require.NoError(t, err)
		to := was
		to.Course.Lessons = append([]course.Slot{}, was.Course.Lessons...)
		for i := range to.Course.Lessons {
			to.Course.Lessons[i].Start = fmt.Sprintf("%02d:30", 8+n%10)
		}
		ending, end := context.WithCancel(ctx)
		left := &atomic.Int64{}
		left.Store(n)
		_, err = c.SaveCourse(cutOff{ending, left, end}, to)
		end()
		is, e := c.Course(ctx, made.Course.ID)
		require.NoError(t, e)
		want := was
		if is.Version > was.Version {
			want = to
		}
		for i, s := range want.Course.Lessons {
			require.Equal(t, s.Start, is.Course.Lessons[i].Start)
			own, err := c.Lesson(ctx, s.ID)
			require.NoError(t, err)
			require.Equal(t, s.Start, own.Start, "the lesson moves with its weeks")
		}
		if err == nil {
			break
		}
		broken++
	}
	require.Greater(t, broken, 20)
}
