package draft

import (
	"fmt"
	"slices"
	"time"

	"hodometer/core/drill"
)

func inDays(n int) string {
	switch n {
	case 0:
		return "today"
	case 1:
		return "tomorrow"
	}
	return fmt.Sprintf("in %d days", n)
}

// toMatch is the days from the lesson to the match.
func (w *maker) toMatch() (int, bool) {
	a, err := time.Parse(time.DateOnly, w.Date)
	b, err2 := time.Parse(time.DateOnly, w.MatchOn)
	if err != nil || err2 != nil || b.Before(a) {
		return 0, false
	}
	return int(b.Sub(a).Hours()/24 + 0.5), true
}

// forMatch are serve and return, and what is played under pressure.
func (w *maker) forMatch(pool []found) (out []found) {
	for _, focus := range []drill.Focus{"serveReturn", "pressure", "direction"} {
		for _, f := range pool {
			if f.drill.Focus == focus {
				out = append(out, f)
				break
			}
		}
	}
	return out[:min(len(out), w.wanted())]
}

// known reports whether the students have done the drill.
func (f found) known() bool { return f.past != nil }

// calm is a lesson of those drills with nothing new in the last days before a match, where what
// the students have done takes the place of the rest, and one new drill where they have done
// none; and on other days with nothing new in its beginning, where a drill that they know comes
// first, if there is one.
func (w *maker) calm(drills, pool []found) []found {
	if !w.isCalm() {
		if len(drills) > 2 && !drills[0].known() && !drills[1].known() {
			if i := slices.IndexFunc(drills, found.known); i > 0 {
				out := slices.Clone(drills)
				return slices.Insert(slices.Delete(out, i, i+1), 0, drills[i])
			}
		}
		return drills
	}
	var out []found
	for _, f := range append(slices.Clone(drills), pool...) {
		if len(out) < len(drills) && f.known() &&
			!slices.ContainsFunc(out, func(o found) bool { return alike(&o.drill, &f.drill) }) {
			out = append(out, f)
		}
	}
	if len(out) == 0 && len(drills) > 0 { // one that leads into a game, if there is one
		i := max(0, slices.IndexFunc(drills, func(f found) bool { return f.drill.Playable() }))
		return drills[i : i+1]
	}
	return out
}

// isCalm reports whether the lesson is in the last days before a match.
func (w *maker) isCalm() bool {
	days, match := w.toMatch()
	return match && days <= lastDays
}

// lastDays before a match nothing is new [trade].
const lastDays = 3

// sayNew says how much of it is new to the students.
func sayNew(drills []found) string {
	i := slices.IndexFunc(drills, func(f found) bool { return !f.known() })
	if i < 0 {
		return "nothing new"
	}
	return fmt.Sprintf("only “%s” is new to them", drills[i].drill.Title)
}
