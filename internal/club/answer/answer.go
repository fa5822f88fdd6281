package answer

import (
	"errors"

	"hodometer/internal/store"
)

// Missing says that something asked for is not there.
type Missing struct{ What string }

func (m Missing) Error() string { return "this " + m.What + " does not exist" }

// Stale says that a save came too late: what is there now, and what changed
// since the version that was edited. Nothing was saved.
type Stale struct {
	What    string
	Version int
	Current any // the lesson or document as it is there now
	Changes []string
}

func (s Stale) Error() string {
	return "this " + s.What + " was changed by someone else in the meantime"
}

// OrMissing returns Missing where a query found no row, and other errors as they are.
func OrMissing(err error, what string) error {
	if errors.Is(err, store.ErrNone) {
		return Missing{what}
	}
	return err
}
