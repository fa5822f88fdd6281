package store

import (
	"errors"
	"io/fs"
	"os"
	"path/filepath"
)

// Named returns the file that a path stands for: what a symbolic link points to. It gives
// Refused where there is none, unless a new club is wanted, and then where there is one; and
// for a file with several names, of which each would have a log and a lock of its own.
func Named(path string, wanted bool) (string, error) {
	at, err := filepath.EvalSymlinks(path)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		if _, link := os.Readlink(path); link == nil {
			return "", refuse("%s points to a file that does not exist. Nothing was made.", path)
		}
		if !wanted {
			return "", refuse(
				"There is no club file at %s. Name the right one with --db, or start a new club there with --new.",
				path,
			)
		}
		return path, nil
	case err != nil:
		return "", refuse("%s cannot be read: %v.", path, err)
	case wanted:
		return "", refuse("%s is there already. Leave out --new to open it.", path)
	}
	info, err := os.Stat(at)
	if err == nil && names(info) > 1 {
		return "", refuse(
			"%s has %d names (hard links). Opened under two of them it would be damaged. Nothing was changed."+
				" Remove the other names, or make a copy and open that.",
			path,
			names(info),
		)
	}
	return at, nil
}
