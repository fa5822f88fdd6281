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
	"hodometer/core/run"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
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
	l.Title, l.Aim = "Quillon and Wren", erasedName+" swings freely"
	l, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	l.Aim = "With " + erasedName + " and the others" // an older version says something else
	l, err = c.SaveLesson(ctx, l)
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

	before, err := os.ReadFile(path)
	require.NoError(t, err)
	try, err := c.Erase(ctx, who.ID, copies, true)
	require.NoError(t, err)
	after, err := os.ReadFile(path)
	require.NoError(t, err)
	require.True(t, bytes.Equal(before, after), "a preview changes nothing")

	done, err := c.Erase(ctx, who.ID, copies, false)
	require.NoError(t, err)
	require.Equal(t, try, done, "it comes to what the preview said")
	require.Len(t, done.Files, 3)
	require.Empty(t, told(t, dir))
	require.NoFileExists(t, path+".version-21")
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
	record, err := c.Record(ctx, other.ID)
	require.NoError(t, err)
	require.NotEmpty(t, record.Skills)

	_, err = c.Erase(ctx, who.ID, copies, false)
	require.NoError(t, err, "it may be done again")
	_, err = c.Erase(ctx, clubtest.ID(), copies, false)
	require.ErrorAs(t, err, &answer.Missing{})
	student(t, c, "Moss Tarrow") // the file is written as before
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
