package club

import (
	"context"
	"errors"
	"fmt"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/store"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

func id() string { return uuid.Must(uuid.NewV7()).String() }

// open opens the club file at path; a second opening is another process.
func open(t testing.TB, path string) *Club {
	s, err := store.Open(ctx, path)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return New(s)
}

// withLesson is a club with one student and one saved lesson.
func withLesson(t testing.TB) (*Club, *lesson.Lesson) {
	c := open(t, filepath.Join(t.TempDir(), "club.db"))
	s, err := c.SaveStudent(ctx, Student{ID: id(), Name: "Wren", Hand: court.RightHand, Level: "club"})
	require.NoError(t, err)
	own, err := court.ByID("tennis")
	require.NoError(t, err)
	l := &lesson.Lesson{
		ID:          id(),
		Title:       "Short balls",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tennis",
		Students:    []string{s.ID},
	}
	for _, b := range draft.Templates(own) {
		b.ID = id()
		l.Blocks = append(l.Blocks, b)
	}
	l, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	return c, l
}

// What was saved is what is read, block by block.
func TestLessonIsReadAsSaved(t *testing.T) {
	c, l := withLesson(t)
	l.Blocks[1].Notes = "From the basket"
	l.Blocks[1].Seen = []string{l.Blocks[1].Drill.AllCautions()[0].ID}
	l.Blocks[0], l.Blocks[4] = l.Blocks[4], l.Blocks[0]
	saved, err := c.SaveLesson(ctx, l)
	require.NoError(t, err)
	read, err := c.Lesson(ctx, l.ID)
	require.NoError(t, err)
	require.Equal(t, saved, read)
}

// Of many saves that change the same thing exactly one wins; the others are told.
func TestOneOfManySavesWins(t *testing.T) {
	c, l := withLesson(t)
	var wins, stales int
	var mu sync.Mutex
	var all sync.WaitGroup
	for i := range 8 {
		all.Go(func() {
			mine := *l
			mine.Title = fmt.Sprintf("Mine %d", i)
			_, err := c.SaveLesson(ctx, &mine)
			mu.Lock()
			defer mu.Unlock()
			var stale Stale
			if errors.As(err, &stale) {
				stales++
				return
			}
			require.NoError(t, err)
			wins++
		})
	}
	all.Wait()
	require.Equal(t, 1, wins)
	require.Equal(t, 7, stales)
}

// Devices that tap at once, with repeats, lose nothing and count nothing twice.
func TestTapsFromManyDevices(t *testing.T) {
	c, l := withLesson(t)
	r, err := c.OpenRun(ctx, id(), l.ID)
	require.NoError(t, err)
	var all sync.WaitGroup
	for range 4 {
		all.Go(func() {
			for range 10 {
				e := run.Event{
					ID:      id(),
					At:      time.Now().UnixMilli(),
					Kind:    run.Good,
					Block:   l.Blocks[1].ID,
					Student: l.Students[0],
				}
				for range 2 {
					_, err := c.AddEvents(ctx, r.ID, r.From(), []run.Event{e})
					require.NoError(t, err)
				}
			}
		})
	}
	all.Wait()
	r, err = c.Run(ctx, r.ID)
	require.NoError(t, err)
	require.Equal(t, 40, r.State.Blocks[1].Balls)
	require.Equal(t, 40, r.State.Events)
}

// Many courts share one flush to the disk, and none pays for another: what is refused of
// one leaves nothing behind, what the others add is there after the file is read anew.
func TestManyCourtsAtOnce(t *testing.T) {
	c, l := withLesson(t)
	const courts, taps = 12, 15
	runs := make([]string, courts)
	var all sync.WaitGroup
	for i := range runs {
		runs[i] = id()
		all.Go(func() {
			of := &Origin{l.ID, l.Version}
			for n := range taps {
				e := run.Event{
					ID: id(), At: time.Now().UnixMilli(), Kind: run.Good,
					Block: l.Blocks[1].ID, Student: l.Students[0],
				}
				wrong := e
				wrong.ID, wrong.Student = id(), id()
				if i%3 == 0 || n%4 == 0 { // refused, with a good one beside it: neither is taken
					_, err := c.AddEvents(ctx, runs[i], of, []run.Event{e, wrong})
					require.ErrorAs(t, err, &units.Problems{})
				}
				if i%3 != 0 {
					state, err := c.AddEvents(ctx, runs[i], of, []run.Event{e})
					require.NoError(t, err)
					require.Equal(t, n+1, state.Events)
				}
			}
		})
	}
	all.Wait()
	for i, one := range runs {
		r, err := New(c.store).Run(ctx, one)
		if i%3 == 0 {
			require.ErrorAs(t, err, &Missing{}, "nothing was begun")
			continue
		}
		require.NoError(t, err)
		require.Equal(t, taps, r.State.Events)
	}
}

// Editing a lesson after it was begun does not rewrite what is being run.
func TestRunKeepsItsLesson(t *testing.T) {
	c, l := withLesson(t)
	r, err := c.OpenRun(ctx, id(), l.ID)
	require.NoError(t, err)
	l.Blocks = l.Blocks[:1]
	_, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	// Only now does it begin: what was opened is what is run.
	_, err = c.AddEvents(ctx, r.ID, r.From(), []run.Event{{ID: id(), At: 1, Kind: run.Start}})
	require.NoError(t, err)
	r, err = c.Run(ctx, r.ID)
	require.NoError(t, err)
	require.Len(t, r.Lesson.Blocks, 5)
}

func TestWhatCannotBegin(t *testing.T) {
	c, l := withLesson(t)
	_, err := c.OpenRun(ctx, id(), id())
	require.ErrorAs(t, err, &Missing{})
	first, err := c.OpenRun(ctx, id(), l.ID)
	require.NoError(t, err)
	log, err := c.Log(ctx, Part{}, false)
	require.NoError(t, err)
	require.Empty(t, log.Items, "opening it and leaving again leaves no row")
	_, err = c.AddEvents(ctx, first.ID, first.From(), []run.Event{{ID: id(), At: 1, Kind: run.Start}})
	require.NoError(t, err)
	other := *l
	other.ID, other.Version = id(), 0
	_, err = c.SaveLesson(ctx, &other)
	require.NoError(t, err)
	var p units.Problems
	_, err = c.OpenRun(ctx, first.ID, other.ID)
	require.ErrorAs(t, err, &p)
	other.Blocks, other.Version = nil, 1
	_, err = c.SaveLesson(ctx, &other)
	require.NoError(t, err)
	_, err = c.OpenRun(ctx, id(), other.ID)
	require.ErrorAs(t, err, &p, "a lesson without blocks cannot be run")
	_, err = c.AddEvents(ctx, id(), nil, []run.Event{{ID: id(), At: 1, Kind: run.Start}})
	require.ErrorAs(t, err, &Missing{})
}

func TestStudentsAreVersioned(t *testing.T) {
	c, l := withLesson(t)
	r, err := c.Record(ctx, l.Students[0])
	require.NoError(t, err)
	s := r.Student
	s.Hand = court.LeftHand
	saved, err := c.SaveStudent(ctx, s)
	require.NoError(t, err)
	require.Equal(t, 2, saved.Version)
	var stale Stale
	_, err = c.SaveStudent(ctx, s)
	require.ErrorAs(t, err, &stale)
	require.Contains(t, stale.Changes[0], "left-handed")
	_, err = c.SaveStudent(ctx, Student{ID: "me", Hand: "foot", Level: "god"})
	var p units.Problems
	require.ErrorAs(t, err, &p)
	require.Len(t, p, 4)
}

// Another process sees a committed save, and none of one that failed.
func TestEachSaveIsWholeOrNothing(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	a := open(t, path)
	beside, err := store.Beside(ctx, path)
	require.NoError(t, err)
	defer beside.Close()
	b := New(beside)
	s, err := a.SaveStudent(ctx, Student{ID: id(), Name: "Wren", Hand: court.RightHand, Level: "club"})
	require.NoError(t, err)
	l := &lesson.Lesson{
		ID:          id(),
		Title:       "One",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tennis",
		Students:    []string{s.ID},
		Blocks:      []lesson.Block{{ID: id(), Kind: lesson.Break, Title: "Water", Minutes: 3}},
	}
	l, err = a.SaveLesson(ctx, l)
	require.NoError(t, err)
	spoilt := *l
	spoilt.Title, spoilt.Students = "Two", []string{s.ID, id()}
	_, err = b.SaveLesson(ctx, &spoilt)
	require.Error(t, err)
	read, err := b.Lesson(ctx, l.ID)
	require.NoError(t, err)
	require.Equal(t, l, read)
}

// At the level it is pitched at, no drill that ships has anything to notice for
// a student of whom nothing was counted yet.
func TestShippedDrillsHoldForTheirStudents(t *testing.T) {
	c := open(t, filepath.Join(t.TempDir(), "club.db"))
	shelf, err := c.Drills(context.Background())
	require.NoError(t, err)
	for _, s := range shelf {
		check, err := c.CheckDrill(context.Background(), &s.Drill, Asked{})
		require.NoError(t, err, s.ID)
		for _, n := range check.Notices {
			t.Errorf("%s: %s", s.ID, n.Text)
		}
	}
}
