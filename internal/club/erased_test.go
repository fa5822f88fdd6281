package club_test

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/internal/club"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/students"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// pairGiven is a lesson of two with a name, given once with a note.
func pairGiven(
	t *testing.T,
	c *clubtest.Club,
	name, title, note string,
) (students.Student, *lesson.Lesson, runs.Run) {
	other, who := student(t, c, "Wren Ashdown"), student(t, c, name)
	_, l := clubtest.New(t)
	l.ID, l.Version, l.Students, l.Title = clubtest.ID(), 0, []string{other.ID, who.ID}, title
	l, err := c.SaveLesson(ctx, l)
	require.NoError(t, err)
	r, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	now := time.Now().UnixMilli()
	_, err = c.AddEvents(ctx, r.ID, r.From(), []run.Event{
		{ID: clubtest.ID(), At: now, Kind: run.Good, Block: l.Blocks[1].ID, Student: who.ID},
		{ID: clubtest.ID(), At: now + 1, Kind: run.Good, Block: l.Blocks[1].ID, Student: other.ID},
		{ID: clubtest.ID(), At: now + 2, Kind: run.Note, Text: note},
		{ID: clubtest.ID(), At: now + 3, Kind: run.Finish},
	})
	require.NoError(t, err)
	return who, l, r
}

// Names that are words of our own documents, or of every sentence, cost nobody a count, an id or a
// setting: the others' lesson, its state and its plan come to the same as before.
func TestANameMayBeAWordOfOurs(t *testing.T) {
	for _, name := range []string{
		"good", "id", "Kind", "miss", "start", "blocks", "student", "Title", "true", "null", "drill", "tennis",
		"forehand Short", "right", "level", "club", "run", "at", "x", "version",
	} {
		c, _ := clubtest.New(t)
		who, l, r := pairGiven(t, c, name, "Title of the block", "good start")
		before, err := c.Run(ctx, r.ID)
		require.NoError(t, err)
		_, err = c.Erase(ctx, store.Subject{Kind: store.AStudent, ID: who.ID, Called: name}, "", false)
		require.NoError(t, err, name)
		after, err := c.Run(ctx, r.ID)
		require.NoError(t, err, name)
		require.Equal(t, before.State.Blocks, after.State.Blocks, name)
		require.Len(t, after.Events, len(before.Events), name)
		for i, e := range after.Events {
			e.Text = before.Events[i].Text // which people write
			require.Equal(t, before.Events[i], e, name)
		}
		now, err := c.Lesson(ctx, l.ID)
		require.NoError(t, err, name)
		require.Equal(t, l.Blocks[1].Drill.Stages, now.Blocks[1].Drill.Stages, name)
	}
}

// A part of a name elsewhere is shown, sentence by sentence, and goes where the coach says so; without
// a word it goes where the student was part of it. A former name goes as the present one does.
func TestEachSentenceIsDecided(t *testing.T) {
	c, _ := clubtest.New(t)
	who, _, r := pairGiven(t, c, "Quillon Brandt", "Brandt and Wren", "Quillon was fast")
	who.Name = "Quilla Brandt"
	who, err := c.SaveStudent(ctx, who)
	require.NoError(t, err)
	other := student(t, c, "Moss Tarrow")
	other.Notes, other.Aims = "hit with Quillon", "as Quillon Brandt does"
	other, err = c.SaveStudent(ctx, other)
	require.NoError(t, err)
	group := students.Group{ID: clubtest.ID(), Name: "Brandt court", Students: []string{other.ID}}
	_, err = c.SaveGroup(ctx, group)
	require.NoError(t, err)

	subject := store.Subject{Kind: store.AStudent, ID: who.ID, Called: who.Name}
	try, err := c.Erase(ctx, subject, "", true)
	require.NoError(t, err)
	changes := map[string]bool{}
	for _, s := range try.Sentences {
		changes[s.Before] = s.Changes
	}
	require.Equal(t, map[string]bool{
		"Brandt and Wren": true, "Quillon was fast": true, // their lesson
		"as Quillon Brandt does": true, // a full name, though a former one
		"hit with Quillon":       false, "Brandt court": false,
	}, changes)
	subject.Change = []string{"hit with Quillon", "Quillon was fast"}
	_, err = c.Erase(ctx, subject, "", false)
	require.NoError(t, err)
	all, err := c.Students(ctx)
	require.NoError(t, err)
	for _, s := range all {
		if s.ID == other.ID {
			require.Equal(t, "hit with a student", s.Notes)
			require.Equal(t, "as a student does", s.Aims)
		}
	}
	now, err := c.Group(ctx, group.ID)
	require.NoError(t, err)
	require.Equal(t, "Brandt court", now.Name, "the coach kept it")
	given, err := c.Run(ctx, r.ID)
	require.NoError(t, err)
	require.Equal(t, "Brandt and Wren", given.Lesson.Title)
	require.Equal(t, "a student was fast", given.State.Note)
}

// What was opened, exported or noted down before somebody was erased does not bring them back: a page
// that saves late, a note that comes late, a table of students with their id.
func TestNothingLateBringsSomebodyBack(t *testing.T) {
	c, _ := clubtest.New(t)
	who, l, r := pairGiven(t, c, "Quillon Brandt", "Quillon and Wren", "a note")
	ahead := *l
	ahead.ID, ahead.Version = clubtest.ID(), 0
	opened, err := c.SaveLesson(ctx, &ahead)
	require.NoError(t, err)
	_, err = c.Erase(ctx, store.Subject{Kind: store.AStudent, ID: who.ID, Called: who.Name}, "", false)
	require.NoError(t, err)

	opened.Aim = "With Quillon Brandt’s serve"
	late, err := c.SaveLesson(ctx, opened)
	require.NoError(t, err)
	require.Equal(t, "With a student’s serve", late.Aim)
	require.Equal(t, "a student and Wren", late.Title)
	require.Equal(t, l.Students[:1], late.Students)
	now := time.Now().UnixMilli()
	_, err = c.AddEvents(ctx, r.ID, r.From(), []run.Event{
		{ID: clubtest.ID(), At: now + 9, Kind: run.Note, Text: "Quillon served well"},
	})
	require.NoError(t, err)
	given, err := c.Run(ctx, r.ID)
	require.NoError(t, err)
	require.Equal(t, "a student served well", given.State.Note)
	who.Version++
	_, err = c.SaveStudent(ctx, who)
	require.ErrorAs(t, err, &answer.Gone{})
	table, err := c.ImportStudents(ctx, []students.StudentRow{{
		Line: 2, Student: who, Known: map[string]bool{"name": true},
	}}, false)
	require.NoError(t, err)
	require.Equal(t, 1, table.Refused)

	// Somebody else of that name is somebody else.
	again := student(t, c, "Quillon Brandt")
	late.Students, late.Aim = []string{again.ID}, "With Quillon Brandt"
	late, err = c.SaveLesson(ctx, late)
	require.NoError(t, err)
	require.Equal(t, "With Quillon Brandt", late.Aim)
}

// Where the program is killed after the file was written and before its copies were, the next start
// does the rest; a backup of before is restored without whom was erased since; and what was half
// written goes.
func TestErasingIsFinished(t *testing.T) {
	dir := t.TempDir()
	path, copies := filepath.Join(dir, "club.db"), filepath.Join(dir, "copies")
	s, err := store.Open(ctx, path)
	require.NoError(t, err)
	c := &clubtest.Club{Club: club.New(s), Store: s}
	who, _, _ := pairGiven(t, c, "Quillon Brandt", "Quillon and Wren", "Brandt served")
	copied, err := store.CopiesOf(path, copies).Take(ctx)
	require.NoError(t, err)
	before := filepath.Join(dir, "elsewhere.db") // on a stick, say
	_, err = store.Backup(ctx, path, before)
	require.NoError(t, err)
	subject := store.Subject{Kind: store.AStudent, ID: who.ID, Called: who.Name}
	_, err = s.Erase(ctx, subject, false) // and here it is killed
	require.NoError(t, err)
	require.NoError(t, s.Close())
	for _, half := range []string{path + ".half", filepath.Join(copies, copied.Name+".half")} {
		require.NoError(t, os.WriteFile(half, []byte("Quillon"), 0o600))
	}
	reopen := func() int {
		s, err := store.Open(ctx, path)
		require.NoError(t, err)
		defer s.Close()
		n, err := s.KeepErased(ctx, copies)
		require.NoError(t, err)
		return n
	}
	require.Equal(t, 1, reopen())
	require.Equal(t, []string{before, before + " (packed)"}, told(t, dir))
	require.Zero(t, reopen(), "nothing is left to do")

	_, _, err = store.Restore(ctx, before, path, time.Now(), func(store.Again) error { return nil })
	require.NoError(t, err)
	require.Equal(
		t,
		[]string{before, before + " (packed)"},
		told(t, dir),
		"the list in the file that was replaced says who",
	)
	// Where all that is left is the list beside the file, that will do.
	text, err := os.ReadFile(before)
	require.NoError(t, err)
	require.NoError(t, os.Remove(path))
	require.NoError(t, os.WriteFile(path, text, 0o600))
	require.Equal(t, 1, reopen())
	require.Equal(t, []string{before, before + " (packed)"}, told(t, dir))
}
