package library

import (
	"fmt"
	"sync"

	"hodometer/core/drill"
)

// Entry is a drill that ships, under a name that stays.
type Entry struct {
	ID    string
	Drill drill.Drill
}

// All are the drills that ship, in the order of the shelf. The slice is shared:
// clone a drill before changing it.
var All = sync.OnceValue(func() []Entry {
	var out []Entry
	for _, part := range [][]Entry{shortBalls(), lines(), rallies(), volleys(), transitions(), serves(), netGames(), techniques(), tables(), shuttles(), walls(), kitchens()} {
		out = append(out, part...)
	}
	return out
})

// ByID finds a drill that ships.
func ByID(id string) (Entry, error) {
	for _, e := range All() {
		if e.ID == id {
			return e, nil
		}
	}
	return Entry{}, fmt.Errorf("no drill called %q ships", id)
}
