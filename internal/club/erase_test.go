package club_test

import (
	"bytes"
	"database/sql"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/students"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// The one who is erased, and words that only notes about them have.
const (
	erasedName = "Quillon O’Brandt & Vale"
	aboutThem  = "sprained ankle"
)

// Nothing in any file of the club, plain, packed or left over on a page that is free, says who
// was erased, whatever was written down before; the others keep all that is theirs.
func TestWhoIsErasedStandsInNoFile(t *testing.T) {
	dir := t.TempDir()
	path, copies := filepath.Join(dir, "club.db"), filepath.Join(dir, "copies")
	c := clubtest.Open(t, path)
	other, who := student(t, c, "Wren Ashdown"), student(t, c, erasedName)
	who.Notes, who.Cautions = aboutThem, []string{aboutThem}
	who, err := c.SaveStudent(ctx, who)
	require.NoError(t, err)
	_, l := clubtest.New(t)
	l.ID, l.Version, l.Students = clubtest.ID(), 0, []string{other.ID, who.ID}
	l.Blocks[1].Variants = []lesson.Variant{{Student: who.ID, Scale: 1, Cue: aboutThem}}
	l.Title, l.Aim = "Quillon and Wren", erasedName+" swings freely"
	l, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	l.Aim = "With " + erasedName + " and the others" // an older version says something else
	l, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	ahead := *l
	ahead.ID, ahead.Version, ahead.Title = clubtest.ID(), 0, "Quillon next week"
	_, err = c.SaveLesson(ctx, &ahead)
	require.NoError(t, err)
	_, err = c.SaveGroup(ctx, students.Group{ID: clubtest.ID(), Name: "Quillon’s", Students: l.Students})
	require.NoError(t, err)
	given := func(day int) {
		at := time.Now().AddDate(0, 0, day)
		c.SetClock(func() time.Time { return at })
		opened, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
		require.NoError(t, err)
		n := at.UnixMilli()
		event := func(e run.Event) run.Event {
			n++
			e.ID, e.At = clubtest.ID(), n
			return e
		}
		_, err = c.AddEvents(ctx, opened.ID, opened.From(), []run.Event{
			event(run.Event{Kind: run.Start}),
			event(run.Event{Kind: run.Good, Block: l.Blocks[1].ID, Student: other.ID}),
			event(run.Event{Kind: run.Good, Block: l.Blocks[1].ID, Student: who.ID}),
			event(run.Event{Kind: run.Note, Student: who.ID, Text: aboutThem}),
			event(run.Event{Kind: run.Note, Text: "Quillon helped Wren"}),
			event(run.Event{Kind: run.Tag, Student: who.ID, Text: aboutThem}),
			event(run.Event{Kind: run.Effort, Student: who.ID, Value: 7}),
			event(run.Event{Kind: run.Finish}),
		})
		require.NoError(t, err)
	}
	given(-20)
	_, err = c.Pack(ctx)
	require.NoError(t, err)
	given(0)
	daily := store.CopiesOf(path, copies)
	_, err = daily.Take(ctx)
	require.NoError(t, err)
	_, err = store.Backup(ctx, path, path+".before-restore-20260101-101010")
	require.NoError(t, err)
	_, err = store.Backup(ctx, path, path+".version-21")
	require.NoError(t, err)
	require.NotEmpty(t, told(t, dir), "before, files say who it is")
	foreign := filepath.Join(copies, "accounts.db") // somebody else's, in the folder of copies
	require.NoError(t, os.WriteFile(foreign, []byte("not ours"), 0o600))

	before, err := os.ReadFile(path)
	require.NoError(t, err)
	subject := store.Subject{Kind: store.AStudent, ID: who.ID, Called: strings.ToLower(erasedName)}
	try, err := c.Erase(ctx, subject, copies, true)
	require.NoError(t, err)
	after, err := os.ReadFile(path)
	require.NoError(t, err)
	require.True(t, bytes.Equal(before, after), "a preview changes nothing")

	done, err := c.Erase(ctx, subject, copies, false)
	require.NoError(t, err)
	require.Equal(t, try, done, "it comes to what the preview said")
	require.Len(t, done.Files, 3)
	require.Empty(t, told(t, dir))
	require.NoFileExists(t, path+".version-21")
	require.FileExists(t, foreign)
	for _, f := range []string{path, path + ".before-restore-20260101-101010"} {
		held, err := store.Look(ctx, f, true)
		require.NoError(t, err, "it is whole")
		require.EqualValues(t, 2, held.Runs)
		require.EqualValues(t, 16, held.Events)
	}

	all, err := c.Students(ctx)
	require.NoError(t, err)
	require.Len(t, all, 2)
	log, err := c.Log(ctx, answer.Part{}, false)
	require.NoError(t, err)
	require.Len(t, log.Items, 2)
	again, err := c.Run(ctx, log.Items[0].ID)
	require.NoError(t, err)
	require.Equal(t, store.Former, again.Students[1].Name)
	require.Equal(t, "a student helped Wren", again.State.Note)
	require.Equal(t, 2, again.State.Blocks[1].Balls, "what was played stays")
	next, err := c.Lesson(ctx, ahead.ID)
	require.NoError(t, err)
	require.Equal(t, "a student next week", next.Title)
	require.Equal(t, []string{other.ID}, next.Students)
	record, err := c.Record(ctx, other.ID)
	require.NoError(t, err)
	require.NotEmpty(t, record.Skills)

	_, err = c.Erase(ctx, subject, copies, false)
	require.ErrorContains(t, err, "repeat the name", "another name erases nothing")
	subject.Called = store.Former
	_, err = c.Erase(ctx, subject, copies, false)
	require.NoError(t, err, "it may be done again")
	_, err = c.Erase(ctx, store.Subject{Kind: store.AStudent, ID: clubtest.ID()}, copies, false)
	require.ErrorAs(t, err, &answer.Missing{})
	student(t, c, "Moss Tarrow") // the file is written as before
}

// A lesson that was given is erased and its plan stays, or the lesson with all that was given of
// it; a device that still holds one does not bring it back.
func TestALessonIsErased(t *testing.T) {
	c, l := clubtest.New(t)
	var opened []runs.Run
	for range 2 {
		r, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
		require.NoError(t, err)
		_, err = c.AddEvents(ctx, r.ID, r.From(), []run.Event{
			{ID: clubtest.ID(), At: 1000, Kind: run.Good, Block: l.Blocks[1].ID, Student: l.Students[0]},
			{ID: clubtest.ID(), At: 2000, Kind: run.Finish},
		})
		require.NoError(t, err)
		opened = append(opened, r)
	}
	brings := func(r runs.Run) error {
		of := &runs.Origin{ID: l.ID, Version: l.Version, Whole: r.Lesson, Students: r.Students}
		_, err := c.AddEvents(ctx, r.ID, of, []run.Event{{ID: clubtest.ID(), At: 3000, Kind: run.Start}})
		return err
	}
	first := store.Subject{Kind: store.ARun, ID: opened[0].ID, Called: l.Title}
	try, err := c.Erase(ctx, first, "", true)
	require.NoError(t, err)
	done, err := c.Erase(ctx, first, "", false)
	require.NoError(t, err)
	require.Equal(t, try, done)
	require.Contains(t, done.Goes, store.Amount{Number: 2, What: "entries made while counting"})
	require.ErrorAs(t, brings(opened[0]), &answer.Gone{})
	log, err := c.Log(ctx, answer.Part{}, false)
	require.NoError(t, err)
	require.Len(t, log.Items, 1, "the other stays")
	_, err = c.Lesson(ctx, l.ID)
	require.NoError(t, err, "and the plan")

	_, err = c.Erase(ctx, store.Subject{Kind: store.ALesson, ID: l.ID, Called: l.Title}, "", false)
	require.NoError(t, err)
	_, err = c.Lesson(ctx, l.ID)
	require.ErrorAs(t, err, &answer.Missing{})
	for _, r := range opened {
		require.ErrorAs(t, brings(r), &answer.Gone{})
		_, err = c.OpenRun(ctx, r.ID, l.ID)
		require.ErrorAs(t, err, &answer.Gone{})
	}
	log, err = c.Log(ctx, answer.Part{}, false)
	require.NoError(t, err)
	require.Empty(t, log.Items)
	_, err = c.Erase(ctx, first, "", false)
	require.ErrorAs(t, err, &answer.Missing{})
}

// Notes and observations older than the owner says go for good, packed or not, and leave the
// counts; with no rule nothing goes, and younger ones never do.
func TestOldNotesGo(t *testing.T) {
	dir := t.TempDir()
	c := clubtest.Open(t, filepath.Join(dir, "club.db"))
	who := student(t, c, "Wren Ashdown")
	_, l := clubtest.New(t)
	l.ID, l.Version, l.Students = clubtest.ID(), 0, []string{who.ID}
	now := time.Date(2026, 6, 1, 12, 0, 0, 0, time.Local)
	give := func(months int, note string) string {
		at := now.AddDate(0, -months, 0)
		c.SetClock(func() time.Time { return at })
		own := *l
		own.ID, own.Date = clubtest.ID(), at.Format(time.DateOnly)
		saved, err := c.SaveLesson(ctx, &own)
		require.NoError(t, err)
		opened, err := c.OpenRun(ctx, clubtest.ID(), saved.ID)
		require.NoError(t, err)
		n := at.UnixMilli()
		_, err = c.AddEvents(ctx, opened.ID, opened.From(), []run.Event{
			{ID: clubtest.ID(), At: n, Kind: run.Start},
			{ID: clubtest.ID(), At: n + 1, Kind: run.Good, Block: saved.Blocks[1].ID, Student: who.ID},
			{ID: clubtest.ID(), At: n + 2, Kind: run.Note, Text: note},
			{ID: clubtest.ID(), At: n + 3, Kind: run.Note, Student: who.ID, Text: note},
			{ID: clubtest.ID(), At: n + 4, Kind: run.Tag, Student: who.ID, Text: note},
			{ID: clubtest.ID(), At: n + 5, Kind: run.Finish},
		})
		require.NoError(t, err)
		return opened.ID
	}
	packed := give(14, aboutThem)
	_, err := c.Pack(ctx)
	require.NoError(t, err)
	loose, young := give(13, aboutThem), give(2, "a younger line")
	c.SetClock(func() time.Time { return now })
	gone, err := c.Retain(ctx)
	require.NoError(t, err)
	require.Zero(t, gone, "no rule is set")
	require.NoError(t, c.SetRetention(ctx, 12))
	for _, want := range []int64{2, 0} {
		gone, err = c.Retain(ctx)
		require.NoError(t, err)
		require.Equal(t, want, gone)
	}
	require.Empty(t, told(t, dir))
	late := now.AddDate(0, -13, 0).UnixMilli() + 10 // a phone sends what it noted then only today
	r, err := c.Run(ctx, loose)
	require.NoError(t, err)
	_, err = c.AddEvents(ctx, loose, r.From(), []run.Event{
		{ID: clubtest.ID(), At: late, Kind: run.Note, Text: aboutThem},
	})
	require.NoError(t, err)
	for _, want := range []int64{1, 0} {
		gone, err = c.Retain(ctx)
		require.NoError(t, err)
		require.Equal(t, want, gone, "it goes too")
	}
	require.Empty(t, told(t, dir))
	for id, note := range map[string]string{packed: "", loose: "", young: "a younger line"} {
		r, err := c.Run(ctx, id)
		require.NoError(t, err)
		require.Equal(t, note, r.State.Note)
		require.Equal(t, 1, r.State.Blocks[1].Balls, "what was counted stays")
	}
}

func student(t *testing.T, c *clubtest.Club, name string) students.Student {
	s, err := c.SaveStudent(ctx, students.Student{
		ID: clubtest.ID(), Name: name, Hand: court.RightHand, Level: "club",
	})
	require.NoError(t, err)
	return s
}

// told are the files under a folder that say who is erased, in their bytes or in what they hold
// packed.
func told(t *testing.T, dir string) (out []string) {
	says := func(text []byte) bool {
		low := strings.ToLower(string(text))
		return strings.Contains(low, "quillon") || strings.Contains(low, "brandt") ||
			strings.Contains(low, aboutThem)
	}
	require.NoError(t, filepath.WalkDir(dir, func(path string, d os.DirEntry, err error) error {
		require.NoError(t, err)
		if d.IsDir() {
			return nil
		}
		text, err := os.ReadFile(path)
		require.NoError(t, err)
		if says(text) {
			out = append(out, path)
		}
		if !bytes.HasPrefix(text, []byte("SQLite format 3")) {
			return nil
		}
		db, err := sql.Open("sqlite", "file:"+path+"?mode=ro")
		require.NoError(t, err)
		defer db.Close()
		rows, err := db.QueryContext(ctx, "select body from texts union all select body from packed_events")
		require.NoError(t, err)
		defer rows.Close()
		for rows.Next() {
			var body []byte
			require.NoError(t, rows.Scan(&body))
			plain, err := store.Unpack(body)
			require.NoError(t, err)
			if says(plain) {
				out = append(out, path+" (packed)")
			}
		}
		require.NoError(t, rows.Err())
		return nil
	}))
	return out
}
