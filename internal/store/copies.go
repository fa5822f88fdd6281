package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"time"
)

// Copies are the daily copies of a club file, in a folder beside it.
type Copies struct {
	Dir string
	// Now tells the time.
	Now func() time.Time

	path string
}

// Copy is one of them.
type Copy struct {
	Name  string    `json:"name"`
	At    time.Time `json:"at"`
	Bytes int64     `json:"bytes"`
}

// CopiesOf the file, in dir; "": in the folder that has its name and ".copies".
func CopiesOf(path, dir string) *Copies {
	if dir == "" {
		dir = path + ".copies"
	}
	return &Copies{dir, time.Now, path}
}

// stamp is the name of a copy, after the hour it was made.
const stamp = "hodometer-2006-01-02-150405.db"

// How many are kept: the last of each of so many days, weeks and months that have one
// [common practice].
const (
	keepDays   = 7
	keepWeeks  = 8
	keepMonths = 12
)

// Keep says which of the copies made at those times are kept: of each of the last seven
// days, eight weeks and twelve months with a copy, the last.
func Keep(made []time.Time) []time.Time {
	sorted := slices.Clone(made)
	slices.SortFunc(sorted, func(a, b time.Time) int { return b.Compare(a) })
	var kept []time.Time
	for _, span := range []struct {
		most int
		name func(time.Time) string
	}{
		{keepDays, func(t time.Time) string { return t.Format(time.DateOnly) }},
		{keepWeeks, func(t time.Time) string { y, w := t.ISOWeek(); return fmt.Sprint(y, w) }},
		{keepMonths, func(t time.Time) string { return t.Format("2006-01") }},
	} {
		seen := map[string]bool{}
		for _, t := range sorted { // latest first
			name := span.name(t)
			if seen[name] || len(seen) == span.most {
				continue
			}
			seen[name] = true
			if !slices.ContainsFunc(kept, t.Equal) {
				kept = append(kept, t)
			}
		}
	}
	return kept
}

// List gives the copies there are, latest first.
func (c *Copies) List() ([]Copy, error) {
	files, err := os.ReadDir(c.Dir)
	if errors.Is(err, fs.ErrNotExist) {
		return []Copy{}, nil
	}
	out := []Copy{}
	for _, f := range files {
		at, e := time.ParseInLocation(stamp, f.Name(), time.Local)
		info, e2 := f.Info()
		if e == nil && e2 == nil {
			out = append(out, Copy{f.Name(), at, info.Size()})
		}
	}
	slices.SortFunc(out, func(a, b Copy) int { return b.At.Compare(a.At) })
	return out, err
}

// Take makes a copy now, and lets go of those that need not be kept any more.
func (c *Copies) Take(ctx context.Context) (Copy, error) {
	if err := os.MkdirAll(c.Dir, 0o700); err != nil {
		return Copy{}, refuse("The folder for copies cannot be made: %v.", err)
	}
	at := c.Now().Truncate(time.Second)
	out := Copy{Name: at.Format(stamp), At: at}
	held, err := Backup(ctx, c.path, filepath.Join(c.Dir, out.Name))
	if err != nil {
		return Copy{}, err
	}
	out.Bytes = held.Bytes
	return out, c.prune()
}

func (c *Copies) prune() error {
	all, err := c.List()
	if err != nil {
		return err
	}
	made := make([]time.Time, len(all))
	for i, one := range all {
		made[i] = one.At
	}
	kept := Keep(made)
	for _, one := range all {
		if !slices.ContainsFunc(kept, one.At.Equal) {
			if err := os.Remove(
				filepath.Join(c.Dir, one.Name),
			); err != nil &&
				!errors.Is(err, fs.ErrNotExist) {
				return err
			}
		}
	}
	return nil
}

// File is where a copy of that name is; false where there is none.
func (c *Copies) File(name string) (string, bool) {
	all, err := c.List()
	if err != nil || !slices.ContainsFunc(all, func(o Copy) bool { return o.Name == name }) {
		return "", false
	}
	return filepath.Join(c.Dir, name), true
}

// Since says whether anything was written into the club since the last copy, and when
// that copy was made; the zero time: there is none.
func (c *Copies) Since() (last time.Time, changed bool) {
	if all, err := c.List(); err == nil && len(all) > 0 {
		last = all[0].At
	}
	for _, end := range []string{"", "-wal"} {
		if info, err := os.Stat(c.path + end); err == nil && info.ModTime().After(last.Add(time.Minute)) {
			changed = true
		}
	}
	return last, changed
}

// Daily takes a copy a day, where anything was written, until ctx ends; what went wrong
// is told, and tried again.
func (c *Copies) Daily(ctx context.Context, tell func(Copy, error)) {
	const (
		look = 10 * time.Minute
		day  = 20 * time.Hour // so that the hour may move a little from day to day
	)
	tick := time.NewTicker(look)
	defer tick.Stop()
	for {
		if last, changed := c.Since(); changed && c.Now().Sub(last) > day {
			if one, err := c.Take(ctx); ctx.Err() == nil {
				tell(one, err)
			}
		}
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
	}
}
