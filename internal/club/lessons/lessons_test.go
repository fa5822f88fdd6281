package lessons_test

import (
	"context"
	"errors"
	"fmt"
	"path/filepath"
	"sync"
	"testing"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/club"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/students"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// What was saved is what is read, block by block.
func TestLessonIsReadAsSaved(t *testing.T) {
	c, l := clubtest.New(t)
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
	c, l := clubtest.New(t)
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
			var stale answer.Stale
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

// Another process sees a committed save, and none of one that failed.
func TestEachSaveIsWholeOrNothing(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	a := clubtest.Open(t, path)
	beside, err := store.Beside(ctx, path)
	require.NoError(t, err)
	defer beside.Close()
	b := club.New(beside)
	s, err := a.SaveStudent(
		ctx,
		students.Student{ID: clubtest.ID(), Name: "Wren", Hand: court.RightHand, Level: "club"},
	)
	require.NoError(t, err)
	l := &lesson.Lesson{
		ID:          clubtest.ID(),
		Title:       "One",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tennis",
		Students:    []string{s.ID},
		Blocks:      []lesson.Block{{ID: clubtest.ID(), Kind: lesson.Break, Title: "Water", Minutes: 3}},
	}
	l, err = a.SaveLesson(ctx, l)
	require.NoError(t, err)
	spoilt := *l
	spoilt.Title, spoilt.Students = "Two", []string{s.ID, clubtest.ID()}
	_, err = b.SaveLesson(ctx, &spoilt)
	require.Error(t, err)
	read, err := b.Lesson(ctx, l.ID)
	require.NoError(t, err)
	require.Equal(t, l, read)
}

// At the level it is pitched at, no drill that ships has anything to notice for
// a student of whom nothing was counted yet.
func TestShippedDrillsHoldForTheirStudents(t *testing.T) {
	c := clubtest.Open(t, filepath.Join(t.TempDir(), "club.db"))
	shelf, err := c.Drills(context.Background())
	require.NoError(t, err)
	for _, s := range shelf {
		check, err := c.CheckDrill(context.Background(), &s.Drill, lessons.Asked{})
		require.NoError(t, err, s.ID)
		for _, n := range check.Notices {
			t.Errorf("%s: %s", s.ID, n.Text)
		}
	}
}

// What is to be done at home is chosen, asked for once, and shown with the evidence.
func TestHomeIsAskedOnce(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	proposed, err := c.HomeOf(ctx, who)
	require.NoError(t, err)
	require.False(t, proposed.Chosen)
	require.NotEmpty(t, proposed.Practices)
	require.Empty(t, proposed.Ask, "what was only proposed is not asked for")
	own := draft.Practice{ID: clubtest.ID(), Title: "Shadow", With: "alone", Times: 3}
	card, err := c.SaveHome(ctx, who, []draft.Practice{proposed.Shelf[0], own})
	require.NoError(t, err)
	require.Len(t, card.Ask, 2)
	sheet, err := c.Sheet(ctx, l.ID, units.Metric)
	require.NoError(t, err)
	require.Equal(t, card.Practices, sheet.Home[0], "the card after a lesson is the coach's")
	card, err = c.DidAtHome(ctx, who, own.ID, 2)
	require.NoError(t, err)
	require.Len(t, card.Ask, 1)
	require.Equal(t, 2, card.Done[0].Times)
	require.Equal(t, "Shadow", card.Done[0].Title)
	_, err = c.SaveHome(ctx, who, []draft.Practice{own, own, own, own})
	require.ErrorContains(t, err, "at most 3")
}
