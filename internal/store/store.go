// Package store keeps one club in one SQLite file: migrations run at start, one
// connection writes, a pool reads. Queries are SQL (queries/) turned into Go by
// sqlc (gen/).
package store

import (
	"cmp"
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"hodometer/core/lesson"
	"hodometer/internal/store/gen"

	"github.com/pressly/goose/v3"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is an open club file.
type Store struct {
	// Clock tells the time; the demo sets it back to build the past.
	Clock func() time.Time
	// place is where the club's days begin and end.
	place atomic.Pointer[time.Location]
	// read answers queries, several at once.
	read *sql.DB
	// write has one connection, so writers queue instead of colliding.
	write *sql.DB
	// What they were asked before.
	reads, writes statements

	path, id string
	// beside says that a server has the file: it watches it, and carries the log over.
	beside bool
	// disk guards what is known of the files: main and log as they were opened, main as it
	// was last carried over.
	disk      sync.Mutex
	main, log os.FileInfo
	carried   time.Time
	written   atomic.Int64 // how often, since then
	trouble   atomic.Pointer[Trouble]
	// erasures is what was erased for good.
	erasures atomic.Pointer[[]Erasure]

	updated          *Updated
	unchecked        bool // not every page was looked at before it was opened
	closing, watched chan struct{}
}

// ErrNone is the error of a query for one row where there is none.
var ErrNone = sql.ErrNoRows

// large is from how many bytes on a file is not read whole before it is opened [trade].
var large int64 = 64 << 20

// Open opens the file at path, or makes it, and brings it up to date. Every commit is on
// the disk before it is acknowledged. A file that is not ours to open is Refused, and is
// as it was. Of a large file that was closed and is up to date not every page was looked
// at: Check does.
func Open(ctx context.Context, path string) (*Store, error) {
	unchecked := false
	var updated *Updated
	if info, err := os.Stat(path); errors.Is(err, fs.ErrNotExist) {
		if err := create(ctx, path); err != nil {
			return nil, err
		}
	} else {
		log, noLog := os.Stat(path + "-wal")
		closed := noLog != nil || log.Size() == 0
		if err == nil && info.Mode().IsRegular() && info.Size() > large && closed {
			held, err := look(ctx, path, briefest)
			unchecked = err == nil && held.Version == Newest()
		}
		if !unchecked {
			held, err := Look(ctx, path, false)
			if err == nil && held.Version < Newest() {
				updated = &Updated{held.Version, Newest(), fmt.Sprintf("%s.version-%d", path, held.Version)}
				err = asItWas(ctx, held)
			}
			if err != nil {
				return nil, err
			}
		}
	}
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return nil, refuse("%s is read-only, so lessons cannot be saved. Nothing was changed. Give this "+
			"user permission to write to it.", path)
	}
	f.Close()
	s, err := open(ctx, path)
	if err != nil {
		return nil, err
	}
	s.unchecked, s.updated = unchecked, updated
	if updated != nil {
		_ = thinUpdates(path) // one more than wanted is in nobody's way
	}
	go s.watch()
	return s, nil
}

// Updated says that a file was brought up to date as it was opened: from which version of its
// tables to which, and where the file is kept as it was.
type Updated struct {
	From, To int64
	Kept     string
}

// Updated returns how the file was brought up to date; nil where it was.
func (s *Store) Updated() *Updated { return s.updated }

// keepUpdates files of before an update are kept, the latest [trade].
const keepUpdates = 3

// thinUpdates lets go of older ones.
func thinUpdates(path string) error {
	type old struct {
		name    string
		version int64
	}
	found, err := filepath.Glob(path + ".version-*")
	if err != nil {
		return err
	}
	var all []old
	for _, f := range found {
		if n, err := strconv.ParseInt(strings.TrimPrefix(f, path+".version-"), 10, 64); err == nil {
			all = append(all, old{f, n})
		}
	}
	slices.SortFunc(all, func(a, b old) int { return cmp.Compare(b.version, a.version) })
	for _, o := range all[min(len(all), keepUpdates):] {
		if err := gone(o.name); err != nil {
			return err
		}
	}
	return nil
}

// asItWas keeps a copy of a file beside it before its tables are brought up to date.
func asItWas(ctx context.Context, held Holds) error {
	keep := fmt.Sprintf("%s.version-%d", held.Path, held.Version)
	if _, err := os.Stat(keep); err == nil {
		return nil // a start before this one kept it
	}
	if _, err := Backup(ctx, held.Path, keep); err != nil {
		return refuse(
			"%s is from an older Hodometer, and no copy of it could be kept before it is brought up"+
				" to date: %v. Nothing was changed.",
			held.Path,
			err,
		)
	}
	return nil
}

// Check looks at every page of a large file, which Open did not, while it is open. Damage
// becomes the store's Trouble, and nothing more is written. It reports whether it looked.
func (s *Store) Check(ctx context.Context) (looked bool, err error) {
	if !s.unchecked {
		return false, nil
	}
	var found string
	if err := s.read.QueryRowContext(ctx, "pragma quick_check(1)").Scan(&found); err != nil {
		if t := s.noteDamage(err); t != nil {
			return true, *t
		}
		return true, err
	}
	if found != "ok" {
		return true, s.damaged()
	}
	return true, nil
}

// create makes a new club file, which is there whole or not at all.
func create(ctx context.Context, path string) error {
	half := path + ".new"
	if err := gone(half); err != nil {
		return err
	}
	s, err := open(ctx, half)
	if err != nil {
		return err
	}
	close(s.watched) // nobody watches
	if err := s.Close(); err != nil {
		return err
	}
	return settle(half, path)
}

// Beside opens a club file that a server may have open, to change a little of it. The
// server's part of the work, bringing it up to date and carrying the log over, is not done.
func Beside(ctx context.Context, path string) (*Store, error) {
	db, err := sql.Open("sqlite", dsn(path)+"&_txlock=immediate")
	if err != nil {
		return nil, err
	}
	db.SetMaxOpenConns(1)
	var version int64
	err = db.QueryRowContext(ctx, "select max(version_id) from goose_db_version").Scan(&version)
	if err == nil && version != Newest() {
		err = refuse("%s is open in another version of Hodometer. Stop that server first.", path)
	}
	if err != nil {
		db.Close()
		return nil, err
	}
	s := &Store{Clock: time.Now, path: path, beside: true, read: db, write: db}
	s.closing, s.watched = make(chan struct{}), make(chan struct{})
	close(s.watched) // the server watches
	return s, s.stay(ctx)
}

// stand notes what a file is like.
func (s *Store) stand(into *os.FileInfo, end string) (err error) {
	*into, err = os.Stat(s.path + end)
	return err
}

func dsn(path string) string {
	query := url.Values{
		"_pragma": {"busy_timeout(5000)", "journal_mode(wal)", "synchronous(full)", "foreign_keys(on)",
			"wal_autocheckpoint(0)"},
	}
	return "file:" + (&url.URL{Path: path}).EscapedPath() + "?" + query.Encode()
}

func open(ctx context.Context, path string) (*Store, error) {
	s := &Store{Clock: time.Now, path: path, closing: make(chan struct{}), watched: make(chan struct{})}
	var err error
	if s.write, err = sql.Open("sqlite", dsn(path)+"&_txlock=immediate"); err != nil {
		return nil, fmt.Errorf("opening %s: %w", path, err)
	}
	s.write.SetMaxOpenConns(1)
	if err := s.begin(ctx); err != nil {
		s.write.Close()
		var said *sqlite.Error
		if errors.As(err, &said) && said.Code()&0xff == sqlite3.SQLITE_CANTOPEN {
			return nil, refuse("%s cannot be made there: the folder is missing, or may not be written.", path)
		}
		return nil, fmt.Errorf("bringing %s up to date: %w", path, err)
	}
	if s.read, err = sql.Open("sqlite", dsn(path)+"&mode=ro"); err != nil {
		s.write.Close()
		return nil, fmt.Errorf("opening %s: %w", path, err)
	}
	s.read.SetMaxOpenConns(4)
	if err := errors.Join(s.stay(ctx), s.readErasures(ctx)); err != nil {
		s.read.Close()
		s.write.Close()
		return nil, fmt.Errorf("opening %s: %w", path, err)
	}
	return s, nil
}

// begin brings the tables up to date and makes the main file whole, so that it stands
// still until the log is next carried over.
func (s *Store) begin(ctx context.Context) error {
	if err := s.migrate(ctx); err != nil {
		return err
	}
	var is int64
	if err := s.write.QueryRowContext(ctx, "pragma application_id").Scan(&is); err != nil {
		return err
	}
	if is != ours {
		if _, err := s.write.ExecContext(ctx, fmt.Sprintf("pragma application_id = %d", ours)); err != nil {
			return err
		}
	}
	err := s.carry(ctx)
	if said := s.Trouble(); err != nil {
		if err = s.note(err); s.Trouble() == said || !s.Trouble().Full {
			return err
		}
		// The disk is full: what is there can be read, and saving goes on when there is room.
		if err := s.stand(&s.main, ""); err != nil {
			return err
		}
	}
	return s.stand(&s.log, "-wal")
}

func (s *Store) migrate(ctx context.Context) error {
	p, err := steps(s.write)
	if err != nil {
		return err
	}
	// A table that others refer to is made anew by a migration: meanwhile they refer to nothing.
	// The pool has one connection.
	if _, err := s.write.ExecContext(ctx, "pragma foreign_keys = off"); err != nil {
		return err
	}
	if _, err = p.Up(ctx); err != nil {
		return err
	}
	_, err = s.write.ExecContext(ctx, "pragma foreign_keys = on")
	return err
}

// steps are the migrations of a file.
func steps(db *sql.DB) (*goose.Provider, error) {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	ids := goose.NewGoMigration(5, &goose.GoFunc{RunTx: idsInstead}, nil)
	asked := goose.NewGoMigration(7, &goose.GoFunc{RunTx: askedBefore}, nil)
	counted := goose.NewGoMigration(10, &goose.GoFunc{RunTx: countedBefore}, nil)
	texts := goose.NewGoMigration(21, &goose.GoFunc{RunTx: textsOnce}, nil)
	return goose.NewProvider(
		goose.DialectSQLite3,
		db,
		files,
		goose.WithGoMigrations(ids, asked, counted, texts),
	)
}

// More is what a lesson has beside its tape, as the table of lessons keeps it.
type More struct {
	Resources  *lesson.Resources `json:"resources,omitempty"`
	MatchOn    string            `json:"matchOn,omitempty"`
	Attendance []lesson.Stay     `json:"attendance,omitempty"`
}

// Write runs work in one transaction: all of it happens, or nothing.
func (s *Store) Write(ctx context.Context, work func(q *gen.Queries) error) error {
	return s.writing(ctx, func() error {
		tx, err := s.write.BeginTx(ctx, nil)
		if err != nil {
			return err
		}
		asked := s.writes.in(tx)
		defer asked.keep(ctx, s.write)
		defer tx.Rollback() // after a commit there is nothing to roll back
		if err := work(gen.New(asked)); err != nil {
			return err
		}
		return tx.Commit()
	})
}

// Batch runs several pieces of work in one transaction, so that all share one flush to
// the disk. Each happens or does not by itself: what one wrote before it failed is taken
// back. It gives the error of each; where the whole could not be kept, the same for all.
func (s *Store) Batch(ctx context.Context, works []func(q *gen.Queries) error) []error {
	errs := make([]error, len(works))
	if err := s.writing(ctx, func() error { return s.batch(ctx, works, errs) }); err != nil {
		for i := range errs {
			errs[i] = err
		}
	}
	return errs
}

// batch writes into errs what became of each; its own error is of the whole.
func (s *Store) batch(ctx context.Context, works []func(q *gen.Queries) error, errs []error) error {
	tx, err := s.write.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	asked := s.writes.in(tx)
	defer asked.keep(ctx, s.write)
	defer tx.Rollback()  // after a commit there is nothing to roll back
	if len(works) == 1 { // nobody else to take care of
		if err := works[0](gen.New(asked)); err != nil {
			return err
		}
		return tx.Commit()
	}
	for i, work := range works {
		if _, err := tx.ExecContext(ctx, "savepoint one"); err != nil {
			return err
		}
		if errs[i] = s.note(work(gen.New(asked))); errs[i] != nil {
			if _, err := tx.ExecContext(ctx, "rollback to one"); err != nil {
				return err
			}
		}
		if _, err := tx.ExecContext(ctx, "release one"); err != nil {
			return err
		}
	}
	return tx.Commit()
}

// View runs work on one state of the file, however many queries it makes.
func (s *Store) View(ctx context.Context, work func(q *gen.Queries) error) error {
	tx, err := s.read.BeginTx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return err
	}
	asked := s.reads.in(tx)
	defer asked.keep(ctx, s.read)
	defer tx.Rollback() // nothing was written
	err = work(gen.New(asked))
	s.noteDamage(err)
	return err
}

// Close closes the file.
func (s *Store) Close() error {
	close(s.closing)
	<-s.watched
	err := s.read.Close()
	if e := s.write.Close(); err == nil {
		err = e
	}
	return err
}
