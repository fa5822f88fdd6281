package main

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"time"

	"hodometer/internal/club"
	"hodometer/internal/store"
)

// buildDemo makes the demo file beside the wanted name and moves it there when it is
// whole, so a half-built one is never served. A file that is not a demo is neither opened
// nor overwritten; what a coach did in the demo is kept beside it. What is in it is what
// fill puts there.
func buildDemo(
	ctx context.Context,
	path string,
	fresh bool,
	fill func(context.Context, *club.Club) error,
) error {
	l, err := store.Hold(path, "hodometer demo")
	if err != nil {
		return err
	}
	defer l.Release() //nolint:errcheck // it ends with the process at the latest
	if _, err := os.Stat(path); err == nil {
		held, err := store.Look(ctx, path, false)
		if err != nil {
			return err
		}
		isDemo := held.Demo != ""
		if _, err := os.Stat(path + ".demo"); err == nil {
			isDemo = true // from before the file said so itself
		}
		if !isDemo {
			return fmt.Errorf(
				"%s was not built by demo, so it was not changed. Serve it with hodometer serve --db,"+
					" or name another file for the demo",
				path,
			)
		}
		if !fresh {
			return nil
		}
		if err := setAside(ctx, path, held); err != nil {
			return err
		}
	}
	building := path + ".building"
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Remove(building + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	s, err := store.Open(ctx, building)
	if err != nil {
		return err
	}
	if err := fill(ctx, club.New(s)); err != nil {
		s.Close()
		return err
	}
	if err := s.MarkDemo(ctx); err != nil {
		s.Close()
		return err
	}
	if err := s.Close(); err != nil {
		return err
	}
	return os.Rename(building, path)
}

// setAside takes a demo file out of the way of a new one: kept, where somebody did
// something in it, else removed. The caller holds it.
func setAside(ctx context.Context, path string, held store.Holds) error {
	now, err := store.Digest(ctx, path)
	if err != nil {
		return err
	}
	kept, err := store.Aside(path, "kept", time.Now())
	if err != nil {
		return err
	}
	if now != held.Demo {
		fmt.Printf("The old demo file is kept as %s\n", kept)
		return nil
	}
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Remove(kept + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	return nil
}
