package store

import (
	"context"
	"database/sql"
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"
)

// ErasedFile is another file of the club, and what becomes of it: rewritten or removed.
type ErasedFile struct {
	Name string `json:"name"`
	Does string `json:"does"`
}

// What becomes of a file that held somebody who is erased.
const (
	Rewritten = "rewritten"
	Removed   = "removed"
)

// Shred has the file written anew and the log emptied, so that what was deleted stands in
// neither any more. Whoever reads is waited for.
func (s *Store) Shred(ctx context.Context) error {
	if err := s.writing(ctx, func() error {
		_, err := s.write.ExecContext(ctx, "vacuum")
		return err
	}); err != nil {
		return err
	}
	const patience = 50 // of these
	for try := 0; ; try++ {
		err := s.carryOver(ctx, true)
		if !errors.Is(err, errRead) || try == patience {
			return s.note(err)
		}
		time.Sleep(100 * time.Millisecond)
	}
}

// others are the files of the club next to it: its copies, what a restore replaced, what it was
// before it was brought up to date, a demo that was kept.
func (s *Store) others(copies string) (out []string, err error) {
	patterns := []string{s.path + ".before-restore-*", s.path + ".version-*", s.path + ".kept-*"}
	for _, p := range patterns {
		found, err := filepath.Glob(p)
		if err != nil {
			return nil, err
		}
		out = append(out, found...)
	}
	out = slices.DeleteFunc(out, func(f string) bool {
		return strings.HasSuffix(f, "-wal") || strings.HasSuffix(f, "-shm")
	})
	if copies == "" {
		return out, nil
	}
	ours, err := CopiesOf(s.path, copies).List() // the folder may hold files of others
	for _, c := range ours {
		out = append(out, filepath.Join(copies, c.Name))
	}
	return out, err
}

// EraseElsewhere takes a subject out of the other files of the club, those in the folder of
// copies among them: a file is rewritten without it, or removed where that cannot be done, as
// with one that is kept for an older Hodometer. On try it is only said.
func (s *Store) EraseElsewhere(
	ctx context.Context, of Subject, copies string, try bool,
) ([]ErasedFile, error) {
	files, err := s.others(copies)
	if err != nil {
		return nil, err
	}
	out := []ErasedFile{}
	for _, f := range files {
		here, known := holds(ctx, f, of)
		if known && !here {
			continue
		}
		done := ErasedFile{filepath.Base(f), Rewritten}
		if !known || strings.Contains(f, ".version-") {
			done.Does = Removed
		}
		if !try && done.Does == Rewritten && s.rewriteWithout(ctx, f, of) != nil {
			done.Does = Removed
		}
		if !try && done.Does == Removed {
			if err := gone(f); err != nil {
				return out, err
			}
		}
		out = append(out, done)
	}
	return out, nil
}

// holds says whether a file has the subject, and whether that could be found out.
func holds(ctx context.Context, path string, of Subject) (here, known bool) {
	db, err := sql.Open("sqlite", readOnly(path))
	if err != nil {
		return false, false
	}
	defer db.Close()
	err = db.QueryRowContext(ctx, "select exists (select 1 from "+string(of.Kind)+" where id = ?)", of.ID).
		Scan(&here)
	return here, err == nil
}

// rewriteWithout puts the file as it is without the subject in its place.
func (s *Store) rewriteWithout(ctx context.Context, path string, of Subject) error {
	half := path + ".half"
	if err := gone(half); err != nil {
		return err
	}
	defer gone(half) //nolint:errcheck // it has been renamed, or is in nobody's way
	if err := copyOut(ctx, path, half); err != nil {
		return err
	}
	if err := eraseIn(ctx, half, []Subject{of}, s.Erasures()); err != nil {
		return err
	}
	info, err := os.Stat(path)
	if err != nil {
		return err
	}
	for _, end := range []string{"-wal", "-shm"} { // what was in them is in the new one
		if err := os.Remove(path + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	if err := settle(half, path); err != nil {
		return err
	}
	return os.Chtimes(path, info.ModTime(), info.ModTime())
}

// eraseIn takes subjects, and what a list says was erased, out of a file that nobody has open. The list
// is kept in it.
func eraseIn(ctx context.Context, path string, subjects []Subject, list []Erasure) error {
	s, err := open(ctx, path)
	if err != nil {
		return err
	}
	close(s.watched) // nobody watches
	for _, of := range subjects {
		of.Known = true
		if _, e := s.Erase(ctx, of, false); err == nil && !errors.Is(e, ErrNone) {
			err = e
		}
	}
	if err == nil {
		_, err = s.erasedAgain(ctx, list)
	}
	if err == nil {
		_, err = s.write.ExecContext(ctx, "update erased set done = 1")
	}
	if err == nil {
		err = s.Shred(ctx)
	}
	return errors.Join(err, s.Close())
}
