// Package clubtest makes clubs for tests: open files, with a lesson, with runs that were played.
package clubtest

import (
	"context"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"hodometer/core/course"
	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club"
	"hodometer/internal/club/drafts"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/students"
	"hodometer/internal/club/weeks"
	"hodometer/internal/store"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// ID returns an id that nothing has yet.
func ID() string { return uuid.Must(uuid.NewV7()).String() }

// Club is a club with the file it is in.
type Club struct {
	*club.Club
	Store *store.Store
}

// Empty returns the file of a club with nobody in it, made once: a copy is ready sooner than a new
// one. It panics where it cannot be made.
var Empty = sync.OnceValue(func() []byte {
	dir, err := os.MkdirTemp("", "club")
	if err != nil {
		panic(err)
	}
	defer os.RemoveAll(dir)
	path := filepath.Join(dir, "club.db")
	s, err := store.Open(ctx, path)
	if err == nil {
		err = s.Close()
	}
	if err != nil {
		panic(err)
	}
	file, err := os.ReadFile(path)
	if err != nil {
		panic(err)
	}
	return file
})

// Open opens the club file at path, of an empty club where there is none; a second opening is
// another process.
func Open(t testing.TB, path string) *Club {
	if _, err := os.Stat(path); err != nil {
		require.NoError(t, os.WriteFile(path, Empty(), 0o600))
	}
	s, err := store.Open(ctx, path)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return &Club{club.New(s), s}
}

// New is a club with one student and one saved lesson.
func New(t testing.TB) (*Club, *lesson.Lesson) {
	c := Open(t, filepath.Join(t.TempDir(), "club.db"))
	s, err := c.SaveStudent(
		ctx,
		students.Student{ID: ID(), Name: "Wren", Hand: court.RightHand, Level: "club"},
	)
	require.NoError(t, err)
	own, err := court.ByID("tennis")
	require.NoError(t, err)
	l := &lesson.Lesson{
		ID:          ID(),
		Title:       "Short balls",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tennis",
		Students:    []string{s.ID},
	}
	for _, b := range draft.Templates(own) {
		b.ID = ID()
		l.Blocks = append(l.Blocks, b)
	}
	l, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	return c, l
}

// Begun opens a run of the lesson and starts it.
func Begun(t testing.TB, c *Club, of string) string {
	opened, err := c.OpenRun(ctx, ID(), of)
	require.NoError(t, err)
	_, err = c.AddEvents(ctx, opened.ID, opened.From(), []run.Event{
		{ID: ID(), At: c.Now().UnixMilli(), Kind: run.Start},
	})
	require.NoError(t, err)
	return opened.ID
}

// Finish ends a run.
func Finish(t testing.TB, c *Club, of string) {
	_, err := c.AddEvents(
		ctx,
		of,
		nil,
		[]run.Event{{ID: ID(), At: c.Now().UnixMilli() + 1, Kind: run.Finish}},
	)
	require.NoError(t, err)
}

// On is another lesson of the same, that day.
func On(t testing.TB, c *Club, l *lesson.Lesson, date, title string) *lesson.Lesson {
	other := *l
	other.ID, other.Version, other.Date, other.Title = ID(), 0, date, title
	other.Blocks = append([]lesson.Block{}, l.Blocks...)
	for i := range other.Blocks {
		other.Blocks[i].ID = ID()
	}
	saved, err := c.SaveLesson(ctx, &other)
	require.NoError(t, err)
	return saved
}

// Round gives a lesson with that drill: events are a second apart, ended by finish.
func Round(
	t *testing.T,
	c *Club,
	student string,
	d drill.Drill,
	events ...run.Event,
) (runs.Run, *lesson.Lesson) {
	b := lesson.ForDrill(&d)
	b.ID = ID()
	l, err := c.SaveLesson(ctx, &lesson.Lesson{
		ID: ID(), Title: "Round", Date: c.Now().Format(time.DateOnly), Start: "10:00", SlotMinutes: 60,
		Court: "tennis", Students: []string{student}, Blocks: []lesson.Block{b},
	})
	require.NoError(t, err)
	r, err := c.OpenRun(ctx, ID(), l.ID)
	require.NoError(t, err)
	at := c.Now().UnixMilli()
	for i := range events {
		events[i].ID, events[i].At = ID(), at+int64(1000*i)
		events[i].Block, events[i].Student = b.ID, student
	}
	events = append(events, run.Event{ID: ID(), At: at + int64(1000*len(events)), Kind: run.Finish})
	_, err = c.AddEvents(ctx, r.ID, r.From(), events)
	require.NoError(t, err)
	return r, l
}

// Weeks are two weeks of lessons of these students, laid but not saved.
func Weeks(t testing.TB, c *Club, students []string) weeks.Course {
	out, err := c.PlanCourse(course.Course{
		Format: course.Format, Version: 1,
		ID: ID(), Title: "Weeks", Students: students, Court: "tennis", From: "2026-06-01",
		Weeks: []course.Week{{}, {}}, Days: []int{1}, Start: "17:00", Minutes: 60,
	}, course.StepByStep)
	require.NoError(t, err)
	return out
}

// OfShelf is a drill that ships.
func OfShelf(t *testing.T, id string) drill.Drill {
	d, err := library.ByID(id)
	require.NoError(t, err)
	return d.Clone()
}

// Many events of a kind.
func Many(kind run.Kind, stage, n int) []run.Event {
	out := make([]run.Event, n)
	for i := range out {
		out[i] = run.Event{Kind: kind, Stage: stage}
	}
	return out
}

// Brief is an hour's lesson of that student on the day that it is.
func Brief(c *Club, student string) drafts.Brief {
	return drafts.Brief{
		Students: []string{student}, Court: "tennis", Date: c.Now().Format(time.DateOnly), Start: "17:00",
		Minutes: 60, System: units.Metric,
	}
}

// Over is a run of some days ago that is over, with so many balls counted.
func Over(t testing.TB, c *Club, of string, days, balls int) string {
	was := c.Store.Clock
	defer c.SetClock(was)
	c.SetClock(func() time.Time { return was().AddDate(0, 0, -days) })
	at := c.Now().UnixMilli()
	opened, err := c.OpenRun(ctx, ID(), of)
	require.NoError(t, err)
	events := []run.Event{{ID: ID(), At: at, Kind: run.Start}}
	for i := range balls {
		events = append(events, run.Event{
			ID: ID(), At: at + int64(4000*i), Kind: run.Good, Block: opened.Lesson.Blocks[1].ID,
			Student: opened.Lesson.Students[0],
		})
	}
	events = append(events, run.Event{ID: ID(), At: at + 3_600_000, Kind: run.Finish})
	_, err = c.AddEvents(ctx, opened.ID, opened.From(), events)
	require.NoError(t, err)
	return opened.ID
}

// Give runs a saved lesson of ten minutes of the drill a week before now: three
// good balls of ten, said to be so hard.
func Give(t *testing.T, c *Club, l *lesson.Lesson, effort int) {
	at := c.Now()
	began, err := c.OpenRun(ctx, ID(), l.ID)
	require.NoError(t, err)
	var events []run.Event
	add := func(e run.Event) {
		e.ID, e.At = ID(), at.UnixMilli()
		events = append(events, e)
	}
	drill := l.Blocks[1].ID
	add(run.Event{Kind: run.Start})
	add(run.Event{Kind: run.GoTo, Block: drill})
	for i := range 10 {
		kind := run.Miss
		if i < 3 {
			kind = run.Good
		}
		add(run.Event{Kind: kind, Block: drill, Student: l.Students[0]})
	}
	at = at.Add(10 * time.Minute)
	add(run.Event{Kind: run.Finish})
	add(run.Event{Kind: run.Effort, Student: l.Students[0], Value: effort})
	_, err = c.AddEvents(ctx, began.ID, began.From(), events)
	require.NoError(t, err)
}
