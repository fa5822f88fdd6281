package runs_test

import (
	"testing"

	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
)

// A file that was put back may be older than a lesson that is being given, or than those who
// are in it: the device brings both, and its counts are there once.
func TestALessonIsBrought(t *testing.T) {
	given, l := clubtest.New(t)
	opened, err := given.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	good := run.Event{
		ID: clubtest.ID(), At: 1000, Kind: run.Good, Block: l.Blocks[1].ID, Student: l.Students[0],
	}

	older, _ := clubtest.New(t)
	_, err = older.AddEvents(ctx, opened.ID, opened.From(), []run.Event{good})
	require.ErrorAs(t, err, &answer.Missing{}, "it does not know the lesson")
	of := &runs.Origin{ID: l.ID, Version: l.Version, Whole: opened.Lesson, Students: opened.Students}
	for range 2 {
		state, err := older.AddEvents(ctx, opened.ID, of, []run.Event{good})
		require.NoError(t, err)
		require.Equal(t, 1, state.Events)
	}
	kept, err := older.Lesson(ctx, l.ID)
	require.NoError(t, err)
	require.Equal(t, l.Title, kept.Title)
	again, err := older.Run(ctx, opened.ID)
	require.NoError(t, err)
	require.Equal(t, opened.Students[0].Name, again.Students[0].Name)
}

// What a device brings does not change what is there.
func TestWhatIsBroughtChangesNothingThatIsThere(t *testing.T) {
	c, l := clubtest.New(t)
	opened, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	whole, who := *opened.Lesson, opened.Students[0]
	whole.Title, who.Name = "Another title", "Another name"
	event := []run.Event{{ID: clubtest.ID(), At: 1000, Kind: run.Start}}
	of := &runs.Origin{ID: l.ID, Version: l.Version + 7, Whole: &whole, Students: []students.Student{who}}
	_, err = c.AddEvents(ctx, opened.ID, of, event)
	require.NoError(t, err)
	kept, err := c.Lesson(ctx, l.ID)
	require.NoError(t, err)
	require.Equal(t, l.Title, kept.Title)
	require.Equal(t, l.Version, kept.Version)
	all, err := c.Students(ctx)
	require.NoError(t, err)
	require.Equal(t, "Wren", all[0].Name)
	r, err := c.Run(ctx, opened.ID)
	require.NoError(t, err)
	require.Equal(t, "Another title", r.Lesson.Title, "what was opened there is what was run")
}

// What cannot be a lesson is not taken in with counts either, and nothing of it stays.
func TestWhatIsBroughtIsLookedAt(t *testing.T) {
	given, l := clubtest.New(t)
	opened, err := given.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	older, _ := clubtest.New(t)
	event := []run.Event{{ID: clubtest.ID(), At: 1000, Kind: run.Start}}
	for what, spoil := range map[string]func(l *lesson.Lesson, s *students.Student){
		"another lesson":  func(l *lesson.Lesson, _ *students.Student) { l.ID = clubtest.ID() },
		"no such court":   func(l *lesson.Lesson, _ *students.Student) { l.Court = "moon" },
		"a nameless one":  func(_ *lesson.Lesson, s *students.Student) { s.Name = " " },
		"a stranger more": func(l *lesson.Lesson, _ *students.Student) { l.Students = []string{clubtest.ID()} },
	} {
		whole, who := *opened.Lesson, opened.Students[0]
		spoil(&whole, &who)
		of := &runs.Origin{ID: l.ID, Version: 1, Whole: &whole, Students: []students.Student{who}}
		_, err = older.AddEvents(ctx, opened.ID, of, event)
		require.ErrorAs(t, err, &units.Problems{}, what)
		all, err := older.Students(ctx)
		require.NoError(t, err)
		require.Len(t, all, 1, what)
	}
}
