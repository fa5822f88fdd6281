package progress

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"
)

// Misses are how often a ball went where, of those that a coach marked: net, long, wide, short.
type Misses map[string]int

// Add counts others to these, which may be nil.
func (m *Misses) Add(others Misses) {
	for where, n := range others {
		if *m == nil {
			*m = Misses{}
		}
		(*m)[where] += n
	}
}

// Marked returns how many there are.
func (m Misses) Marked() (sum int) {
	for _, n := range m {
		sum += n
	}
	return sum
}

// Places returns where balls went, the place hit most first.
func (m Misses) Places() []string {
	return slices.SortedFunc(maps.Keys(m), func(a, b string) int {
		return cmp.Or(cmp.Compare(m[b], m[a]), cmp.Compare(a, b))
	})
}

// String says them as a coach does: "7 net, 2 long".
func (m Misses) String() string {
	var said []string
	for _, where := range m.Places() {
		if m[where] > 0 {
			said = append(said, fmt.Sprintf("%d %s", m[where], where))
		}
	}
	return strings.Join(said, ", ")
}

// Most returns where most of them went, and how many; "" where there are none.
func (m Misses) Most() (where string, n int) {
	if all := m.Places(); len(all) > 0 {
		return all[0], m[all[0]]
	}
	return "", 0
}

// lately is how many sessions back misses are looked at together [trade].
const lately = 3

// Missed returns where the balls of the last sessions went, and since how many of them; of the
// sessions in which a miss was marked.
func (s *Series) Missed() (out Misses, sessions int) {
	for _, m := range slices.Backward(s.Marks) {
		if m.Misses.Marked() == 0 {
			continue
		}
		out.Add(m.Misses)
		if sessions++; sessions == lately {
			break
		}
	}
	return out, sessions
}
