package store

import (
	"compress/gzip"
	"context"
	"database/sql"
	"fmt"
	"io"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"

	"hodometer/internal/store/gen"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

type failing interface {
	require.TestingT
	Helper()
}

// put writes somebody of that name; the name is the id too.
func put(t failing, s *Store, name string) {
	t.Helper()
	require.NoError(t, tryPut(s, name))
}

func tryPut(s *Store, name string) error {
	return s.Write(context.Background(), func(q *gen.Queries) error {
		return q.InsertStudent(context.Background(), gen.InsertStudentParams{
			ID: name, Name: name, Hand: "right", Level: "club", More: "{}",
		})
	})
}

func openAt(t failing, path string) *Store {
	t.Helper()
	s, err := Open(context.Background(), path)
	require.NoError(t, err)
	return s
}

// someClub is a closed file with so many students in it.
func someClub(t *testing.T, students int) string {
	path := filepath.Join(t.TempDir(), "club.db")
	s := openAt(t, path)
	for i := range students {
		put(t, s, fmt.Sprintf("Student %03d", i))
	}
	require.NoError(t, s.Close())
	return path
}

func digest(t failing, path string) string {
	t.Helper()
	d, err := Digest(context.Background(), path)
	require.NoError(t, err)
	return d
}

func bytesOf(t *testing.T, path string) []byte {
	b, err := os.ReadFile(path)
	require.NoError(t, err)
	return b
}

// onFile does something to a file behind our back.
func onFile(t *testing.T, path, statement string) {
	db, err := sql.Open("sqlite", path)
	require.NoError(t, err)
	_, err = db.ExecContext(context.Background(), statement)
	require.NoError(t, err)
	require.NoError(t, db.Close())
}

// What is not a club file that this version can open is refused in a sentence, and is the
// same afterwards.
func TestWhatIsNotOursIsRefused(t *testing.T) {
	good := bytesOf(t, someClub(t, 40))
	for why, make := range map[string]func(path string){
		"is empty": func(path string) { require.NoError(t, os.WriteFile(path, nil, 0o600)) },
		"not a club file": func(path string) {
			require.NoError(t, os.WriteFile(path, []byte("Dear all,"), 0o600))
		},
		"is a folder": func(path string) { require.NoError(t, os.Mkdir(path, 0o700)) },
		"is damaged": func(path string) {
			require.NoError(t, os.WriteFile(path, good[:len(good)/2], 0o600))
		},
		"belongs to another program": func(path string) { onFile(t, path, "create table stamps (id integer)") },
		"written by a newer Hodometer": func(path string) {
			require.NoError(t, os.WriteFile(path, good, 0o600))
			onFile(t, path, "insert into goose_db_version (version_id, is_applied) values (99, 1)")
			onFile(t, path, "pragma wal_checkpoint(truncate)")
		},
	} {
		path := filepath.Join(t.TempDir(), "club.db")
		make(path)
		before := ""
		if info, err := os.Stat(path); err == nil && !info.IsDir() {
			before = string(bytesOf(t, path))
		}
		_, err := Open(t.Context(), path)
		require.ErrorAs(t, err, &Refused{}, why)
		require.ErrorContains(t, err, why)
		if before != "" {
			require.Equal(t, before, string(bytesOf(t, path)), why)
		}
	}
}

// A file damaged anywhere is refused and left alone, or all of it can be read.
func TestDamagedInFortyPlaces(t *testing.T) {
	good := bytesOf(t, someClub(t, 200))
	const sector = 4096 // what a disk loses at a time
	dice := rand.New(rand.NewPCG(1, 2))
	refused := 0
	for i := range 40 {
		bad := append([]byte{}, good...)
		from := i * (len(good) - sector) / 39
		for j := from; j < from+sector; j++ {
			bad[j] = byte(dice.Uint32())
		}
		path := filepath.Join(t.TempDir(), "club.db")
		require.NoError(t, os.WriteFile(path, bad, 0o600))
		_, err := Look(t.Context(), path, true)
		if err != nil {
			require.ErrorAs(t, err, &Refused{}, "at %d", from)
			refused++
		} else {
			_, err = Digest(t.Context(), path)
			require.NoError(t, err, "at %d: what is not refused can be read", from)
		}
		require.Equal(t, bad, bytesOf(t, path))
	}
	t.Logf("%d of 40 refused; the others hit what holds nothing", refused)
	require.Greater(t, refused, 20)
}

// longNote writes a note that fills a page of its own.
func longNote(t failing, s *Store, of, n int) {
	t.Helper()
	require.NoError(t, s.writing(context.Background(), func() error {
		_, err := s.write.Exec("update students set more = ? where id = ?",
			strings.Repeat(fmt.Sprintf("%08d", n), 400), fmt.Sprint("Student ", of))
		return err
	}))
}

// Whatever was written and carried over, and whenever somebody copied the main file by
// hand: beside the log that is left over at the end, each copy is refused, or reads as the
// club does.
func TestALogIsToldFromAnothers(t *testing.T) {
	empty := someClub(t, 0)
	rapid.Check(t, func(r *rapid.T) {
		dir, err := os.MkdirTemp("", "edition")
		require.NoError(r, err)
		defer os.RemoveAll(dir)
		path, n := filepath.Join(dir, "club.db"), 0
		require.NoError(r, copyFile(empty, path))
		s := openAt(r, path)
		defer s.Close()
		for i := range 4 {
			put(r, s, fmt.Sprint("Student ", i))
			longNote(r, s, i, 0)
		}
		var copies []string
		acts := rapid.SampledFrom([]string{"write", "write", "carry", "copy", "backup"})
		for _, act := range rapid.SliceOfN(acts, 1, 14).Draw(r, "acts") {
			to := fmt.Sprintf("%s.%d", path, len(copies))
			switch act {
			case "write":
				n++
				longNote(r, s, rapid.IntRange(0, 3).Draw(r, "who"), n)
			case "carry":
				require.NoError(r, s.carry(context.Background()))
			case "copy":
				require.NoError(r, copyFile(path, to))
				copies = append(copies, to)
			case "backup":
				_, err := Backup(context.Background(), path, to)
				require.NoError(r, err)
				copies = append(copies, to)
			}
		}
		longNote(r, s, 0, n+1)
		truth := digest(r, path)
		require.NoError(r, copyFile(path, path+".end"))
		for _, c := range append(copies, path+".end") {
			alone := filepath.Join(dir, "alone.db")
			require.NoError(r, gone(alone))
			require.NoError(r, copyFile(c, alone))
			require.NoError(r, copyFile(path+"-wal", alone+"-wal"))
			_, err := Look(context.Background(), alone, false)
			if err != nil {
				require.ErrorContains(r, err, "does not belong")
				require.NotEqual(r, path+".end", c, "its own log is")
				continue
			}
			require.Equal(r, truth, digest(r, alone))
		}
	})
}

// A club's twenty backups each come back as the club was then, and what was there is kept.
func TestRestoreAfterEachOfTwenty(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	s := openAt(t, path)
	var then []string
	for i := range 20 {
		put(t, s, fmt.Sprint("Student ", i))
		_, err := Backup(t.Context(), path, fmt.Sprintf("%s.copy%d", path, i))
		require.NoError(t, err)
		then = append(then, digest(t, path))
	}
	require.NoError(t, s.Close())
	copies, club := map[string]bool{}, ""
	for i, want := range then {
		before := digest(t, path)
		kept, held, err := Restore(t.Context(), fmt.Sprintf("%s.copy%d", path, i), path,
			time.Date(2026, 5, 17, 12, 0, i, 0, time.Local), never)
		require.NoError(t, err)
		require.EqualValues(t, i+1, held.Students)
		require.Equal(t, want, digest(t, path))
		require.Equal(t, before, digest(t, kept))
		s := openAt(t, path)
		id, copied, _ := strings.Cut(s.ID(), ".")
		require.Len(t, copied, 16)
		require.True(t, club == "" || club == id, "it is the same club")
		require.False(t, copies[copied], "each copy has a name of its own")
		club, copies[copied] = id, true
		require.NoError(t, s.Close())
	}
}

// A copy that was put in place by hand, with an old log left beside it, is gone on from.
func TestRestoreTellsAStaleLog(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	s := openAt(t, path)
	put(t, s, "Wren")
	_, err := Backup(t.Context(), path, path+".good")
	require.NoError(t, err)
	good := digest(t, path)
	put(t, s, "Tove")
	put(t, s, "Juno")
	log := bytesOf(t, path+"-wal") // as a killed server leaves it
	require.NoError(t, s.Close())
	require.NoError(t, gone(path))
	require.NoError(t, copyFile(path+".good", path))
	require.NoError(t, os.WriteFile(path+"-wal", log, 0o600))

	_, err = Open(t.Context(), path)
	require.ErrorContains(t, err, "does not belong to the file beside it")
	require.Equal(t, log, bytesOf(t, path+"-wal"), "nothing was touched")
	kept, held, err := Restore(t.Context(), path, path, time.Now(), never)
	require.NoError(t, err)
	require.EqualValues(t, 1, held.Students)
	require.Equal(t, log, bytesOf(t, kept+"-wal"))
	require.Equal(t, good, digest(t, path))
	s = openAt(t, path)
	put(t, s, "Moss")
	require.NoError(t, s.Close())
}

// What happens to the file while it is served is noticed before the next write is
// acknowledged.
func TestTheFileUnderTheServer(t *testing.T) {
	other := someClub(t, 3)
	for why, act := range map[string]func(path string) error{
		"is missing":           os.Remove,
		"Another file was put": func(path string) error { return os.Rename(other, path) },
		"Another program wrote": func(path string) error {
			return os.WriteFile(path, bytesOf(t, path), 0o600) // as cp does: into the same file
		},
		"was taken away": func(path string) error { return os.Remove(path + "-wal") },
	} {
		path := filepath.Join(t.TempDir(), "club.db")
		s := openAt(t, path)
		put(t, s, "Wren")
		require.NoError(t, s.carry(t.Context()))
		require.NoError(t, tryPut(s, "Tove"))
		require.Nil(t, s.Trouble())
		require.NoError(t, act(path), why)
		err := tryPut(s, "Juno")
		require.ErrorAs(t, err, &Trouble{}, why)
		require.ErrorContains(t, err, why)
		require.ErrorContains(t, tryPut(s, "Moss"), why, "and nothing afterwards")
		_ = s.Close() // there may be nothing to close into
	}
}

// A full disk is said, and ends by itself when there is room.
func TestAFullDisk(t *testing.T) {
	path := someClub(t, 1)
	s := openAt(t, path)
	defer s.Close()
	_, err := s.write.ExecContext(t.Context(), "pragma max_page_count = 1") // as many as there are
	require.NoError(t, err)
	written := 0
	for err = nil; err == nil && written < 500; written++ {
		err = tryPut(s, fmt.Sprintf("Student %d", written))
	}
	require.ErrorAs(t, err, &Trouble{})
	require.True(t, s.Trouble().Full)
	held := 0
	require.NoError(t, s.read.QueryRowContext(t.Context(), "select count(*) from students").Scan(&held))
	require.Equal(t, written, held, "one there was before, and the last was not acknowledged")
	_, err = s.write.ExecContext(t.Context(), "pragma max_page_count = 1000000")
	require.NoError(t, err)
	require.NoError(t, tryPut(s, "Juno"))
	require.Nil(t, s.Trouble())
}

// Copies of any days: the newest always stays, never more than the rule has room for, and
// what was let go of is not missed by copies that come later.
func TestWhichCopiesAreKept(t *testing.T) {
	start := time.Date(2026, 1, 1, 4, 0, 0, 0, time.UTC)
	kept := []time.Time{}
	for day := range 800 { // as it goes: one a day, pruned each time
		kept = Keep(append(kept, start.AddDate(0, 0, day)))
		require.LessOrEqual(t, len(kept), keepDays+keepWeeks+keepMonths)
	}
	last := start.AddDate(0, 0, 799)
	within := func(days int) (n int) {
		for _, k := range kept {
			if last.Sub(k) < time.Duration(days)*24*time.Hour {
				n++
			}
		}
		return n
	}
	require.Equal(t, keepDays, within(keepDays))
	require.GreaterOrEqual(t, within(8*7), 7+6)
	require.GreaterOrEqual(t, within(365), 7+6+9)
	require.Less(t, last.Sub(kept[len(kept)-1]), 13*31*24*time.Hour)
	rapid.Check(t, func(r *rapid.T) {
		var made []time.Time
		for _, h := range rapid.SliceOfN(rapid.IntRange(0, 30_000), 1, 60).Draw(r, "hours") {
			made = append(made, start.Add(time.Duration(h)*time.Hour))
		}
		kept := Keep(made)
		require.Equal(r, kept, Keep(kept), "twice is once")
		newest := made[0]
		for _, m := range made {
			if m.After(newest) {
				newest = m
			}
		}
		require.True(r, kept[0].Equal(newest))
	})
}

// One server at a time, and it says where.
func TestTheSecondServerIsTold(t *testing.T) {
	path := someClub(t, 1)
	l, err := Hold(path, "http://127.0.0.1:8080")
	require.NoError(t, err)
	_, err = Hold(path, "http://127.0.0.1:9090")
	require.ErrorContains(t, err, "is open already: http://127.0.0.1:8080")
	require.NoError(t, l.Release())
	l, err = Hold(path, "")
	require.NoError(t, err)
	require.NoError(t, l.Release())
}

// The log of one club beside the file of another is told apart, whatever their editions.
func TestAnotherClubsLog(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	s := openAt(t, path)
	put(t, s, "Wren")
	log := bytesOf(t, path+"-wal")
	require.NoError(t, s.Close())
	other := filepath.Join(t.TempDir(), "other.db")
	o := openAt(t, other)
	put(t, o, "Tove")
	require.NoError(t, o.Close())
	require.NoError(t, os.WriteFile(other+"-wal", log, 0o600))
	_, err := Open(t.Context(), other)
	require.ErrorContains(t, err, "does not belong to the file beside it")
}

// Damage that is come upon while reading stops what is written from then on.
func TestDamageWhileServing(t *testing.T) {
	path := someClub(t, 400)
	s := openAt(t, path)
	for i := range s.pages(t) - 1 { // all but the first, behind its back
		f, err := os.OpenFile(path, os.O_WRONLY, 0)
		require.NoError(t, err)
		_, err = f.WriteAt(make([]byte, 4096), int64(i+1)*4096)
		require.NoError(t, err)
		require.NoError(t, f.Close())
	}
	err := s.View(t.Context(), func(q *gen.Queries) error {
		_, err := q.ListStudents(t.Context())
		return err
	})
	require.Error(t, err)
	require.Contains(t, s.Trouble().Why, "is damaged")
	require.ErrorAs(t, tryPut(s, "Juno"), &Trouble{})
	_ = s.Close() // into a damaged file
}

func (s *Store) pages(t *testing.T) (n int) {
	require.NoError(t, s.read.QueryRowContext(t.Context(), "pragma page_count").Scan(&n))
	return n
}

// A copy is made on the first day that something was written, and not twice on one day.
func TestOneCopyADay(t *testing.T) {
	path := someClub(t, 3)
	c := CopiesOf(path, "")
	now := time.Now()
	c.Now = func() time.Time { return now }
	day := func() (made int) {
		ctx, stop := context.WithCancel(t.Context())
		done := make(chan struct{})
		looked := make(chan struct{}, 1)
		go func() {
			defer close(done)
			c.Daily(ctx, func(_ Copy, err error) {
				require.NoError(t, err)
				made++
				looked <- struct{}{}
			})
		}()
		if last, changed := c.Since(); changed && now.Sub(last) > 20*time.Hour {
			<-looked
		}
		stop()
		<-done
		return made
	}
	require.Equal(t, 1, day())
	require.Zero(t, day(), "there is one of today")
	now = now.Add(24 * time.Hour)
	require.Zero(t, day(), "nothing was written since")
	later := now.Add(-time.Hour)
	require.NoError(t, os.Chtimes(path, later, later))
	require.Equal(t, 1, day())
	all, err := c.List()
	require.NoError(t, err)
	require.Len(t, all, 2)
	for _, one := range all {
		file, ok := c.File(one.Name)
		require.True(t, ok)
		held, err := Look(t.Context(), file, true)
		require.NoError(t, err)
		require.EqualValues(t, 3, held.Students)
		info, err := os.Stat(file)
		require.NoError(t, err)
		require.EqualValues(t, 0o600, info.Mode().Perm(), "names of children are in it")
	}
	_, ok := c.File("../club.db")
	require.False(t, ok)
}

// The disk gets full half way through carrying the log over: that is said for what it is,
// and not taken for another program that wrote.
func TestAFullDiskWhileCarryingOver(t *testing.T) {
	path := someClub(t, 1)
	s := openAt(t, path)
	defer s.Close()
	// The limit below holds for the log of the tests too, which is half as large: so the file is larger.
	_, err := s.write.Exec("insert into situations (id, words) values ('long', printf('%.*c', 4000000, 'x'))")
	require.NoError(t, err)
	_, err = s.write.Exec("vacuum") // no page is free
	require.NoError(t, err)
	require.NoError(t, s.carry(t.Context()))
	for i := range 8 {
		put(t, s, fmt.Sprint("Student ", i))
		longNote(t, s, i, i)
	}
	var before syscall.Rlimit
	require.NoError(t, syscall.Getrlimit(syscall.RLIMIT_FSIZE, &before))
	info, err := os.Stat(path)
	require.NoError(t, err)
	less := before
	less.Cur = uint64(info.Size()) + 4096 // no file may grow past it: one page more than there is
	require.NoError(t, syscall.Setrlimit(syscall.RLIMIT_FSIZE, &less))
	err = s.note(s.carry(t.Context()))
	require.NoError(t, syscall.Setrlimit(syscall.RLIMIT_FSIZE, &before))
	require.ErrorAs(t, err, &Trouble{})
	after, err := os.Stat(path)
	require.NoError(t, err)
	require.NotEqual(t, info.ModTime(), after.ModTime(), "some of it was carried")
	require.NoError(t, tryPut(s, "Juno"))
	require.Nil(t, s.Trouble())
	require.NoError(t, s.carry(t.Context()))
	require.NoError(t, tryPut(s, "Moss"))
}

// A large file is opened before all of it was read: what is damaged in it is found while it is
// served, and nothing more is written. One that is to be brought up to date is read whole first.
func TestALargeFileIsCheckedWhileItIsServed(t *testing.T) {
	was := large
	large = 0
	t.Cleanup(func() { large = was })
	path := someClub(t, 400)
	s := openAt(t, path)
	looked, err := s.Check(t.Context())
	require.True(t, looked)
	require.NoError(t, err)
	require.Nil(t, s.Trouble())
	pages := s.pages(t)
	require.NoError(t, s.Close())

	bad := bytesOf(t, path)
	for i := range 4096 { // the last page, which is one of the students'
		bad[(pages-1)*4096+i] = 0xa5
	}
	require.NoError(t, os.WriteFile(path, bad, 0o600))
	s = openAt(t, path)
	looked, err = s.Check(t.Context())
	require.True(t, looked)
	require.ErrorAs(t, err, &Trouble{})
	require.Contains(t, s.Trouble().Why, "is damaged")
	require.ErrorAs(t, tryPut(s, "Juno"), &Trouble{})
	_ = s.Close() // into a damaged file

	large = was
	_, err = Open(t.Context(), path)
	require.ErrorAs(t, err, &Refused{}, "a small one is read at once")

	// Where a log was left beside it, all of it is read at once.
	large = 0
	left := someClub(t, 10)
	s = openAt(t, left)
	put(t, s, "Juno")
	one, log := bytesOf(t, left), bytesOf(t, left+"-wal")
	require.NoError(t, s.Close())
	require.NoError(t, os.WriteFile(left, one, 0o600))
	require.NoError(t, os.WriteFile(left+"-wal", log, 0o600))
	s = openAt(t, left)
	looked, err = s.Check(t.Context())
	require.False(t, looked)
	require.NoError(t, err)
	require.NoError(t, s.Close())
}

// A file of an earlier version is kept as it was before it is brought up to date, once.
func TestAFileIsKeptBeforeItIsBroughtUpToDate(t *testing.T) {
	packed, err := os.Open("testdata/version3.db.gz")
	require.NoError(t, err)
	defer packed.Close()
	plain, err := gzip.NewReader(packed)
	require.NoError(t, err)
	old, err := io.ReadAll(plain)
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), "club.db")
	require.NoError(t, os.WriteFile(path, old, 0o600))
	was, err := Look(t.Context(), path, true)
	require.NoError(t, err)
	for _, v := range []int{1, 2, 30} { // of updates before; one is of a number not made yet
		require.NoError(t, os.WriteFile(fmt.Sprintf("%s.version-%d", path, v), old, 0o600))
	}
	for i := range 2 {
		s := openAt(t, path)
		if i == 0 {
			require.Equal(t, &Updated{was.Version, Newest(), path + ".version-3"}, s.Updated())
		} else {
			require.Nil(t, s.Updated(), "it is said once")
		}
		require.NoError(t, s.Close())
		require.NoFileExists(t, path+".version-1", "the latest three are kept")
		require.FileExists(t, path+".version-2")
		kept, err := Look(t.Context(), fmt.Sprintf("%s.version-%d", path, was.Version), true)
		require.NoError(t, err)
		require.Equal(t, was.Version, kept.Version)
		require.Equal(t, was.Events, kept.Events)
		is, err := Look(t.Context(), path, true)
		require.NoError(t, err)
		require.Equal(t, Newest(), is.Version)
		require.Equal(t, was.Events, is.Events)
	}
	beside, err := filepath.Glob(path + "*")
	require.NoError(t, err)
	require.Len(t, beside, 4, "and those of before")
}
