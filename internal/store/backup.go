package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"syscall"
	"time"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// Backup writes one state of the club file at path, which may be in use, to a new file at
// to. SQLite makes it in one reading, it is read through before it takes its name, and it
// is there whole or not at all.
func Backup(ctx context.Context, path, to string) (Holds, error) {
	if _, err := os.Stat(to); !errors.Is(err, fs.ErrNotExist) {
		return Holds{}, refuse("%s is there already. Name another file, so that no copy is lost.", to)
	}
	// Who writes holds the file now and then for a moment; what is copied is looked at, not this.
	if err := isSQLite(path); err != nil {
		return Holds{}, err
	}
	half := to + ".half"
	if err := gone(half); err != nil {
		return Holds{}, err
	}
	defer gone(half) //nolint:errcheck // it has been renamed, or is in nobody's way
	if err := copyOut(ctx, path, half); err != nil {
		return Holds{}, full(err, fmt.Errorf("the copy %s could not be made: %w", to, err))
	}
	held, err := Look(ctx, half, true)
	if err != nil {
		return Holds{}, err
	}
	held.Path = to
	return held, settle(half, to)
}

// full names the disk where there is no room on it, and else says what otherwise was wrong.
func full(err, otherwise error) error {
	var said *sqlite.Error
	if errors.As(err, &said) && slices.Contains(noRoom, said.Code()&0xff) || errors.Is(err, syscall.ENOSPC) {
		return refuse("The disk is full or cannot be written. Nothing was changed. Free some space and" +
			" try again.")
	}
	return otherwise
}

// noRoom are what SQLite says of a disk that takes nothing more.
var noRoom = []int{
	sqlite3.SQLITE_FULL, sqlite3.SQLITE_IOERR, sqlite3.SQLITE_READONLY, sqlite3.SQLITE_CANTOPEN,
}

// readOnly is how a file is opened to be read. One that nobody has open, and that has no
// log, is taken as it is: SQLite would leave files beside it.
func readOnly(path string) string {
	dsn := "file:" + (&url.URL{Path: path}).EscapedPath() + "?mode=ro&_pragma=busy_timeout(10000)"
	if _, err := os.Stat(path + "-wal"); errors.Is(err, fs.ErrNotExist) {
		dsn += "&immutable=1"
	}
	return dsn
}

// copyOut writes the state that the file at path is in to a new file. A log beside a file
// that nobody has open is read with it.
func copyOut(ctx context.Context, path, to string) error {
	from, err := sql.Open("sqlite", readOnly(path))
	if err != nil {
		return err
	}
	defer from.Close()
	if _, err := from.ExecContext(ctx, "vacuum into ?", to); err != nil {
		return err
	}
	copied, err := sql.Open("sqlite", "file:"+(&url.URL{Path: to}).EscapedPath())
	if err != nil {
		return err
	}
	defer copied.Close()
	copied.SetMaxOpenConns(1)
	var has int
	if err := copied.QueryRowContext(ctx, "select count(*) from sqlite_master where name = 'club'").
		Scan(&has); err != nil || has == 0 {
		return err // a file from before it said what it is
	}
	return another(ctx, copied)
}

// Restore puts a copy in the place of the club file at path and gives the name under which
// what was there, with its log, is kept. Everybody is signed out, and what was revoked since the copy
// was made stays so; where that cannot be told, agrees is asked before anything is changed. The caller
// holds the file.
func Restore(
	ctx context.Context,
	copied, path string,
	now time.Time,
	agrees func(Again) error,
) (keptAs string, held Holds, err error) {
	same := false
	if a, err := os.Stat(copied); err == nil {
		if b, err := os.Stat(path); err == nil {
			same = os.SameFile(a, b)
		}
	}
	half := path + ".restoring"
	if err := gone(half); err != nil {
		return "", Holds{}, err
	}
	defer gone(half) //nolint:errcheck // it has been renamed, or is in nobody's way
	source := copied
	if same {
		// The copy was put in place by hand already: only it is read, not the log left beside it.
		dir, err := os.MkdirTemp("", "hodometer")
		if err != nil {
			return "", Holds{}, err
		}
		defer os.RemoveAll(dir)
		source = filepath.Join(dir, "club.db")
		if err := copyFile(copied, source); err != nil {
			return "", Holds{}, err
		}
	}
	if _, err := Look(ctx, source, true); err != nil {
		return "", Holds{}, err
	}
	if err := copyOut(ctx, source, half); err != nil {
		return "", Holds{}, full(err, fmt.Errorf("%s could not be read: %w", copied, err))
	}
	if err := signOutAll(ctx, half); err != nil {
		return "", Holds{}, err
	}
	replaced := path
	if same {
		replaced = path + ".nothing" // what is there is the copy itself
	}
	again, err := keepRevoked(ctx, half, replaced, now)
	if err != nil {
		return "", Holds{}, err
	}
	if len(again.What) > 0 {
		if err := agrees(again); err != nil {
			return "", Holds{}, err
		}
	}
	if err := eraseAgain(ctx, half, copied, path); err != nil {
		return "", Holds{}, err
	}
	if held, err = Look(ctx, half, true); err != nil {
		return "", Holds{}, err
	}
	if keptAs, err = aside(path, "before-restore", now); err != nil {
		return "", Holds{}, err
	}
	held.Path = path
	return keptAs, held, settle(half, path)
}

// eraseAgain takes out of a file that is restored what was erased since it was made, as the file that
// it replaces and the lists beside the two say.
func eraseAgain(ctx context.Context, restored, copied, path string) error {
	list, err := readLists(append(
		listsBeside(path, CopiesOf(path, "").Dir),
		listsBeside(copied, filepath.Dir(copied))...,
	))
	if err != nil {
		return err
	}
	if db, err := sql.Open("sqlite", readOnly(path)); err == nil {
		there, e := erasuresIn(ctx, db) // an older file has no list, and a damaged one cannot be read
		if e == nil {
			list = append(list, there...)
		}
		db.Close()
	}
	if len(list) == 0 {
		return nil
	}
	return eraseIn(ctx, restored, nil, list)
}

func signOutAll(ctx context.Context, path string) error {
	db, err := sql.Open("sqlite", "file:"+(&url.URL{Path: path}).EscapedPath())
	if err != nil {
		return err
	}
	defer db.Close()
	db.SetMaxOpenConns(1)
	var has int
	if err := db.QueryRowContext(ctx, "select count(*) from sqlite_master where name = 'sessions'").
		Scan(&has); err != nil || has == 0 {
		return err
	}
	_, err = db.ExecContext(ctx, "delete from sessions")
	return err
}

// aside gives the file at path, with the log beside it, another name; "" where there is none.
func aside(path, why string, now time.Time) (string, error) {
	name := fmt.Sprintf("%s.%s-%s", path, why, now.Format("20060102-150405"))
	if _, err := os.Stat(path); errors.Is(err, fs.ErrNotExist) {
		name = ""
	}
	for _, end := range []string{"-wal", "-shm", ""} { // the log first: it means nothing alone
		to := name + end
		if name == "" {
			to = fmt.Sprintf("%s.%s-%s%s", path, why, now.Format("20060102-150405"), end)
		}
		if err := os.Rename(path+end, to); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return "", err
		}
	}
	return name, nil
}

// Aside keeps the file at path under another name beside it, which it gives.
func Aside(path, why string, now time.Time) (string, error) { return aside(path, why, now) }

// gone removes a file and what SQLite put beside it.
func gone(path string) error {
	for _, end := range []string{"", "-wal", "-shm", "-journal"} {
		if err := os.Remove(path + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	return nil
}

// settle gives a finished file its name, so that it is on the disk under it.
func settle(half, to string) error {
	for _, act := range []func() error{
		func() error { return os.Chmod(half, 0o600) }, // names of children are in it
		func() error { return flush(half) },
		func() error { return os.Rename(half, to) },
		func() error { return flush(filepath.Dir(to)) },
	} {
		if err := act(); err != nil {
			return err
		}
	}
	return nil
}

func flush(path string) error {
	f, err := os.Open(path)
	if err != nil {
		return err
	}
	defer f.Close()
	return f.Sync()
}

// notTheCoachs are tables that say who came in, not what was done.
var notTheCoachs = []string{
	"club", "coaches", "devices", "sessions", "deeds", "goose_db_version", "sqlite_sequence", "sqlite_stat1",
}

// MarkDemo says that this is the invented club, as it is now.
func (s *Store) MarkDemo(ctx context.Context) error {
	sum, err := Digest(ctx, s.path)
	if err != nil {
		return err
	}
	return s.writing(ctx, func() error {
		_, err := s.write.ExecContext(ctx, "update club set demo = ?", sum)
		return err
	})
}

// Digest is a digest of all that a coach put into the club file at path: two files with
// the same hold the same.
func Digest(ctx context.Context, path string) (string, error) {
	db, err := sql.Open("sqlite", readOnly(path))
	if err != nil {
		return "", err
	}
	defer db.Close()
	tx, err := db.BeginTx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return "", err
	}
	defer tx.Rollback() // nothing was written
	tables, err := column(ctx, tx, "select name from sqlite_master where type = 'table' order by name")
	if err != nil {
		return "", err
	}
	sum := sha256.New()
	for _, t := range tables {
		if slices.Contains(notTheCoachs, t) {
			continue
		}
		rows, err := tx.QueryContext(ctx, "select * from "+t)
		if err != nil {
			return "", err
		}
		names, err := rows.Columns()
		if err != nil {
			return "", err
		}
		values, at := make([]any, len(names)), make([]any, len(names))
		for i := range values {
			at[i] = &values[i]
		}
		fmt.Fprintln(sum, t, names)
		for rows.Next() {
			if err := rows.Scan(at...); err != nil {
				return "", err
			}
			fmt.Fprintf(sum, "%q\n", values)
		}
		if err := errors.Join(rows.Err(), rows.Close()); err != nil {
			return "", err
		}
	}
	return hex.EncodeToString(sum.Sum(nil)), nil
}

// queried is an open file, or a transaction in one.
type queried interface {
	QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error)
}

func column(ctx context.Context, tx queried, query string) (out []string, err error) {
	rows, err := tx.QueryContext(ctx, query)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var one string
		if err := rows.Scan(&one); err != nil {
			return nil, err
		}
		out = append(out, one)
	}
	return out, rows.Err()
}
