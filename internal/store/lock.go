package store

import (
	"os"
	"strings"

	"github.com/gofrs/flock"
)

// Lock holds a club file for one server.
type Lock struct{ f *flock.Flock }

// Hold takes the file at path for who serves it; the system lets go of it by itself when
// the process ends. It gives Refused, saying where, when another has it.
func Hold(path, where string) (*Lock, error) {
	f := flock.New(path + ".lock")
	got, err := f.TryLock()
	if err != nil {
		return nil, refuse("%s cannot be opened here: %v. Nothing was changed.", path, err)
	}
	if !got {
		at, _ := os.ReadFile(path + ".lock") // an unnamed one holds it just as well
		if len(at) == 0 {
			at = []byte("another process")
		}
		return nil, refuse("%s is open already: %s. Nothing was changed. Use that one, or stop it first.",
			path, strings.TrimSpace(string(at)))
	}
	l := &Lock{f}
	return l, l.Say(where)
}

// Say writes where the club is served, for who comes second.
func (l *Lock) Say(where string) error { return os.WriteFile(l.f.Path(), []byte(where+"\n"), 0o600) }

// Release lets the next one in. The lock file stays: taking it away would let two in.
func (l *Lock) Release() error { return l.f.Unlock() }
