package court

import (
	"fmt"
	"slices"
	"sync"

	"hodometer/core/sport"
)

// all are the courts of every sport, read from the sports' folders.
var all = sync.OnceValue(func() []Court {
	var out []Court
	for _, s := range sport.All() {
		var plans []plan
		s.Read("courts", &plans)
		for _, p := range plans {
			out = append(out, p.court(s))
		}
	}
	return out
})

// Usual returns the court that is meant where none is named.
func Usual() *Court { return &all()[0] }

// SportOf returns the sport of a court; "" where there is no such court.
func SportOf(id string) string {
	c, err := ByID(id)
	if err != nil {
		return ""
	}
	return c.Sport
}

// ByID finds a court, or says which there are.
func ByID(id string) (*Court, error) {
	courts := all()
	for i := range courts {
		if courts[i].ID == id {
			return &courts[i], nil
		}
	}
	var names []string
	for i := range courts {
		names = append(names, courts[i].ID)
	}
	return nil, fmt.Errorf("no court called %q; there are %v", id, names)
}

// All lists the courts in the order a coach would look for them. The list is
// the caller's own.
func All() []Court { return slices.Clone(all()) }

// BySport are the courts and stages of a sport, in order.
func BySport(id string) []Court {
	return slices.DeleteFunc(All(), func(c Court) bool { return c.Sport != id })
}
