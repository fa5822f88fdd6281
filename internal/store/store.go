// Package store keeps one club in one SQLite file: migrations run at start, one
// connection writes, a pool reads. Queries are SQL (queries/) turned into Go by
// sqlc (gen/).
package store

import (
	"context"
	"database/sql"
	"embed"
	"fmt"
	"io/fs"
	"net/url"

	"hodometer/core/lesson"
	"hodometer/internal/store/gen"

	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is an open club file.
type Store struct {
	// read answers queries, several at once.
	read *sql.DB
	// write has one connection, so writers queue instead of colliding.
	write *sql.DB
}

// Open opens the file at path, or makes it, and brings it up to date. Every
// commit is on the disk before it is acknowledged.
func Open(ctx context.Context, path string) (*Store, error) {
	query := url.Values{
		"_pragma": {"busy_timeout(5000)", "journal_mode(wal)", "synchronous(full)", "foreign_keys(on)"},
	}
	dsn := "file:" + (&url.URL{Path: path}).EscapedPath() + "?" + query.Encode()
	s := &Store{}
	var err error
	if s.write, err = sql.Open("sqlite", dsn+"&_txlock=immediate"); err != nil {
		return nil, fmt.Errorf("opening %s: %w", path, err)
	}
	s.write.SetMaxOpenConns(1)
	if err := s.migrate(ctx); err != nil {
		s.write.Close()
		return nil, fmt.Errorf("bringing %s up to date: %w", path, err)
	}
	if s.read, err = sql.Open("sqlite", dsn+"&mode=ro"); err != nil {
		s.write.Close()
		return nil, fmt.Errorf("opening %s: %w", path, err)
	}
	s.read.SetMaxOpenConns(4)
	return s, nil
}

func (s *Store) migrate(ctx context.Context) error {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	ids := goose.NewGoMigration(5, &goose.GoFunc{RunTx: idsInstead}, nil)
	asked := goose.NewGoMigration(7, &goose.GoFunc{RunTx: askedBefore}, nil)
	counted := goose.NewGoMigration(10, &goose.GoFunc{RunTx: countedBefore}, nil)
	p, err := goose.NewProvider(
		goose.DialectSQLite3,
		s.write,
		files,
		goose.WithGoMigrations(ids, asked, counted),
	)
	if err != nil {
		return err
	}
	_, err = p.Up(ctx)
	return err
}

// More is what a lesson has beside its tape, as the table of lessons keeps it.
type More struct {
	Resources  *lesson.Resources `json:"resources,omitempty"`
	MatchOn    string            `json:"matchOn,omitempty"`
	Attendance []lesson.Stay     `json:"attendance,omitempty"`
}

// Write runs work in one transaction: all of it happens, or nothing.
func (s *Store) Write(ctx context.Context, work func(q *gen.Queries) error) error {
	tx, err := s.write.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback() // after a commit there is nothing to roll back
	if err := work(gen.New(tx)); err != nil {
		return err
	}
	return tx.Commit()
}

// Batch runs several pieces of work in one transaction, so that all share one flush to
// the disk. Each happens or does not by itself: what one wrote before it failed is taken
// back. It gives the error of each; where the whole could not be kept, the same for all.
func (s *Store) Batch(ctx context.Context, works []func(q *gen.Queries) error) []error {
	errs := make([]error, len(works))
	all := func(err error) []error {
		for i := range errs {
			errs[i] = err
		}
		return errs
	}
	tx, err := s.write.BeginTx(ctx, nil)
	if err != nil {
		return all(err)
	}
	defer tx.Rollback()  // after a commit there is nothing to roll back
	if len(works) == 1 { // nobody else to take care of
		if errs[0] = works[0](gen.New(tx)); errs[0] == nil {
			errs[0] = tx.Commit()
		}
		return errs
	}
	for i, work := range works {
		if _, err := tx.ExecContext(ctx, "savepoint one"); err != nil {
			return all(err)
		}
		if errs[i] = work(gen.New(tx)); errs[i] != nil {
			if _, err := tx.ExecContext(ctx, "rollback to one"); err != nil {
				return all(err)
			}
		}
		if _, err := tx.ExecContext(ctx, "release one"); err != nil {
			return all(err)
		}
	}
	if err := tx.Commit(); err != nil {
		return all(err)
	}
	return errs
}

// View runs work on one state of the file, however many queries it makes.
func (s *Store) View(ctx context.Context, work func(q *gen.Queries) error) error {
	tx, err := s.read.BeginTx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return err
	}
	defer tx.Rollback() // nothing was written
	return work(gen.New(tx))
}

// Close closes the file.
func (s *Store) Close() error {
	err := s.read.Close()
	if e := s.write.Close(); err == nil {
		err = e
	}
	return err
}
