package ladder

import (
	"sync"

	"hodometer/core/library"
	"hodometer/core/sport"
)

// All are the ladders that ship, sport by sport. The slice is shared: copy a ladder
// before changing it.
var All = sync.OnceValue(func() (out []Ladder) {
	for _, s := range sport.All() {
		var of []Ladder
		library.Ladders(s.ID, &of)
		out = append(out, of...)
	}
	return out
})

// ByID finds a ladder that ships.
func ByID(id string) (*Ladder, bool) {
	all := All()
	for i := range all {
		if all[i].ID == id {
			return &all[i], true
		}
	}
	return nil, false
}
