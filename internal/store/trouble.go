package store

import (
	"context"
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"time"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// Trouble is what keeps a club file from being written, in a coach's sentence. Nothing
// more is acknowledged while there is one.
type Trouble struct {
	Why string
	// Full says that there is no room: it may pass by itself.
	Full bool
}

func (t Trouble) Error() string { return t.Why }

const kept = " Entries on phones and in open pages are kept there until then."

// Trouble is what keeps the file from being written now; nil: nothing does.
func (s *Store) Trouble() *Trouble { return s.trouble.Load() }

// name of the file, without the folder: who is told of trouble may be anybody.
func (s *Store) name() string { return filepath.Base(s.path) }

// watch looks every so often whether the file is still the one that was opened, and
// whether it can be written again.
func (s *Store) watch() {
	defer close(s.watched)
	const often = 2 * time.Second
	tick := time.NewTicker(often)
	defer tick.Stop()
	for {
		select {
		case <-s.closing:
			return
		case <-tick.C:
		}
		s.same()
		switch t := s.Trouble(); {
		case t != nil && t.Full:
			// The smallest write there is says whether there is room again; its outcome is noted.
			_ = s.writing(context.Background(), func() error {
				_, err := s.write.Exec("update club set base = base")
				return err
			})
		case t == nil && s.written.Load() > 0 && time.Since(s.lastCarried()) > carryAfter:
			_ = s.note(s.carry(context.Background()))
		}
	}
}

func (s *Store) lastCarried() time.Time {
	s.disk.Lock()
	defer s.disk.Unlock()
	return s.carried
}

// same notes it where the file, or the log beside it, is not the one that was opened, or
// was changed by somebody else.
func (s *Store) same() *Trouble {
	s.disk.Lock()
	defer s.disk.Unlock()
	if t := s.Trouble(); s.beside || (t != nil && !t.Full) {
		return t
	}
	mend := " Nothing is being saved. Stop the server, put the right file there, and start it again." + kept
	lost := func(why string) *Trouble {
		t := &Trouble{Why: why + mend}
		s.trouble.Store(t)
		return t
	}
	now, err := os.Stat(s.path)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return lost("The club file " + s.name() + " is missing.")
	case err != nil:
		return lost("The club file " + s.name() + " cannot be reached.")
	case !os.SameFile(now, s.main):
		return lost("Another file was put in the place of the club file " + s.name() + ".")
	case now.Size() == s.main.Size() && now.ModTime().Equal(s.main.ModTime()):
	case s.replicated(): // which carries the log over too, and changes nothing else
		s.main = now
	default:
		return lost("Another program wrote into the club file " + s.name() + ".")
	}
	if log, err := os.Stat(s.path + "-wal"); err != nil || !os.SameFile(log, s.log) {
		return lost("The log of the club file, " + s.name() + "-wal, was taken away.")
	}
	return nil
}

// replicated reports whether Litestream copies the file elsewhere as it is written: it keeps a table of
// its own in it.
func (s *Store) replicated() bool {
	var there int
	err := s.read.QueryRow("select count(*) from sqlite_master where name = '_litestream_seq'").Scan(&there)
	return err == nil && there > 0
}

// writing does a write, and acknowledges it only where the file is still in its place.
func (s *Store) writing(ctx context.Context, work func() error) error {
	if t := s.Trouble(); t != nil && !t.Full {
		return *t
	}
	if err := s.note(work()); err != nil {
		return err
	}
	if t := s.same(); t != nil {
		return *t
	}
	if s.written.Add(1) >= carryWrites && !s.beside {
		// It is on the disk either way: what fails here is not the write that was asked for.
		_ = s.note(s.carry(context.WithoutCancel(ctx)))
	}
	return nil
}

// note takes what a write came to: a disk that would not have it is remembered as trouble,
// one that would ends it.
func (s *Store) note(err error) error {
	var said *sqlite.Error
	if err == nil {
		if t := s.Trouble(); t != nil && t.Full {
			s.trouble.CompareAndSwap(t, nil)
		}
		return nil
	}
	if !errors.As(err, &said) {
		return err
	}
	t := Trouble{}
	switch said.Code() & 0xff {
	case sqlite3.SQLITE_FULL, sqlite3.SQLITE_IOERR, sqlite3.SQLITE_READONLY, sqlite3.SQLITE_CANTOPEN:
		t = Trouble{
			Full: true,
			Why: "The disk with the club file is full or cannot be written. Nothing is being saved. Free some" +
				" space; saving resumes by itself." + kept,
		}
	case sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED: // it passes, and is asked about anew each time
		return Trouble{
			Full: true,
			Why: "Another program is using the club file " + s.name() + ". This was not saved. Close that" +
				" program, then try again." + kept,
		}
	default:
		if t := s.noteDamage(err); t != nil {
			return *t
		}
		return err
	}
	s.trouble.Store(&t)
	return t
}

// noteDamage remembers it where what was read or written came upon damage; nil: it did not.
func (s *Store) noteDamage(err error) *Trouble {
	var said *sqlite.Error
	if !errors.As(err, &said) {
		return nil
	}
	if code := said.Code() & 0xff; code != sqlite3.SQLITE_CORRUPT && code != sqlite3.SQLITE_NOTADB {
		return nil
	}
	t := s.damaged()
	return &t
}

// damaged remembers that the file is.
func (s *Store) damaged() Trouble {
	t := &Trouble{
		Why: "The club file " + s.name() + " is damaged. Nothing is being saved. Stop the server and put" +
			" the last good copy in its place with hodometer restore." + kept,
	}
	s.trouble.Store(t)
	return *t
}
