package weeks_test

import (
	"context"
	"fmt"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"hodometer/core/course"
	"hodometer/core/lesson"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/students"
	"hodometer/internal/club/weeks"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

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
	c, l := clubtest.New(t)
	made, err := c.SaveCourse(ctx, clubtest.Weeks(t, c, l.Students))
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

// A course's lessons have ids from the first; one that is drafted is the lesson of that
// id; rained off, its drills are in the next one's draft; the calendar keeps every id.
func TestWeeksCarryTheirWork(t *testing.T) {
	c, l := clubtest.New(t)
	day := time.Date(2026, 5, 4, 10, 0, 0, 0, time.Local) // a Monday
	c.SetClock(func() time.Time { return day })
	planned, err := c.PlanCourse(course.Course{
		Format:   course.Format,
		Version:  course.Version,
		ID:       clubtest.ID(),
		Title:    "Spring",
		Students: l.Students,
		Court:    "tennis",
		Start:    "17:00",
		Minutes:  60,
		Days:     []int{2, 4},
		From:     "2026-05-05",
		Weeks:    make([]course.Week, 3),
		Event:    "2026-05-22",
	}, course.ToEvent)
	require.NoError(t, err)
	w, err := c.SaveCourse(ctx, planned)
	require.NoError(t, err)
	require.Len(t, w.Course.Lessons, 6)
	first, second := w.Course.Lessons[0].ID, w.Course.Lessons[1].ID
	before, err := c.Calendar(ctx, l.Students[0], "")
	require.NoError(t, err)

	made, err := c.DraftSlot(ctx, w.Course.ID, first)
	require.NoError(t, err)
	require.Equal(t, first, made.ID)
	require.Equal(t, "2026-05-05", made.Date)
	var roots []string
	for _, b := range made.Blocks {
		if b.Drill != nil && b.Kind == lesson.Drill {
			roots = append(roots, b.Drill.Root())
		}
	}
	w, err = c.ChangeCourse(ctx, w.Course.ID, weeks.SlotChange{Lesson: first, Do: "rain"})
	require.NoError(t, err)
	require.Equal(t, []string{first}, w.Course.Lessons[1].Carries)
	next, err := c.DraftSlot(ctx, w.Course.ID, second)
	require.NoError(t, err)
	carried := false
	for _, b := range next.Blocks {
		carried = carried || b.Drill != nil && strings.Contains(strings.Join(roots, " "), b.Drill.Root())
	}
	require.True(t, carried)

	// Moved, the lesson that is there moves too, and the calendar has the same ids.
	w, err = c.ChangeCourse(
		ctx,
		w.Course.ID,
		weeks.SlotChange{Lesson: second, Do: "move", Date: "2026-05-08"},
	)
	require.NoError(t, err)
	moved, err := c.Lesson(ctx, second)
	require.NoError(t, err)
	require.Equal(t, "2026-05-08", moved.Date)
	after, err := c.Calendar(ctx, l.Students[0], "")
	require.NoError(t, err)
	ids := func(all []weeks.Appointment) (out []string) {
		for _, a := range all {
			out = append(out, a.ID)
		}
		return out
	}
	require.ElementsMatch(t, ids(before), ids(after))
	// Changed on its own page, it stays there whatever is changed in the weeks, which show it.
	moved.Date = "2026-05-09"
	_, err = c.SaveLesson(ctx, moved)
	require.NoError(t, err)
	w.Course.Weeks[2].Theme = course.Mix
	w, err = c.SaveCourse(ctx, w)
	require.NoError(t, err)
	moved, err = c.Lesson(ctx, second)
	require.NoError(t, err)
	require.Equal(t, "2026-05-09", moved.Date)
	require.Equal(t, "2026-05-09", w.Course.Lesson(second).Date)
	_, err = c.ChangeCourse(ctx, w.Course.ID, weeks.SlotChange{Lesson: second, Do: "move", Date: "tomorrow"})
	require.ErrorContains(t, err, "is not a date")
}

// A lesson's number in a calendar never goes back: not when it is drafted, saved or moved.
func TestACalendarOnlyGoesForward(t *testing.T) {
	c, l := clubtest.New(t)
	now := time.Date(2026, 5, 20, 9, 0, 0, 0, time.Local)
	c.SetClock(func() time.Time { return now })
	w, err := c.SaveCourse(ctx, clubtest.Weeks(t, c, l.Students))
	require.NoError(t, err)
	slot := w.Course.Lessons[0].ID
	last := int64(0)
	goesOn := func(what string) {
		all, err := c.Calendar(ctx, "", slot)
		require.NoError(t, err)
		require.Len(t, all, 1)
		require.Greater(t, all[0].Changed, last, what)
		last = all[0].Changed
		now = now.Add(time.Minute)
	}
	goesOn("planned")
	drafted, err := c.DraftSlot(ctx, w.Course.ID, slot)
	require.NoError(t, err)
	goesOn("drafted")
	drafted.Title = "Another title"
	_, err = c.SaveLesson(ctx, drafted)
	require.NoError(t, err)
	goesOn("saved")
	_, err = c.ChangeCourse(ctx, w.Course.ID, weeks.SlotChange{Lesson: slot, Do: "move", Date: "2026-06-03"})
	require.NoError(t, err)
	goesOn("moved")
	_, err = c.ChangeCourse(ctx, w.Course.ID, weeks.SlotChange{Lesson: slot, Do: "rain"})
	require.NoError(t, err)
	goesOn("rained off")
}

// A weekly plan says what is there; where it does not, and no lesson came before, nothing is taken
// for granted but markers: the first draft asks for no machine.
func TestWeeksSayWhatIsThere(t *testing.T) {
	c, _ := clubtest.New(t)
	s, err := c.SaveStudent(ctx, students.Student{
		ID: clubtest.ID(), Name: "Tove", Hand: "right", Level: "club",
	})
	require.NoError(t, err)
	first := func(have *lesson.Resources) *lesson.Resources {
		w := clubtest.Weeks(t, c, []string{s.ID})
		w.Course.Resources = have
		w, err := c.SaveCourse(ctx, w)
		require.NoError(t, err)
		require.Equal(t, have, w.Course.Resources)
		l, err := c.DraftSlot(ctx, w.Course.ID, w.Course.Lessons[0].ID)
		require.NoError(t, err)
		for i := range l.Blocks {
			if d := l.Blocks[i].Drill; d != nil {
				require.Empty(t, l.Resources.Lacking(d), d.Title)
			}
		}
		return l.Resources
	}
	require.Equal(t, []string{"markers"}, first(nil).Equipment)
	require.Equal(t, []string{"markers", "machine"},
		first(&lesson.Resources{Balls: 40, Equipment: []string{"markers", "machine"}}).Equipment)

	w := clubtest.Weeks(t, c, []string{s.ID})
	w.Course.Resources = &lesson.Resources{Equipment: []string{"cannon"}}
	_, err = c.SaveCourse(ctx, w)
	require.ErrorContains(t, err, "cannon")
}
