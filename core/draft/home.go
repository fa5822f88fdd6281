package draft

import (
	"slices"
	"sync"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Practice is something to do alone until next time.
type Practice struct {
	ID     string `json:"id"`              // of the drill that ships, "wall", or the coach's own
	With   string `json:"with,omitempty"`  // one of Withs
	Times  int    `json:"times,omitempty"` // a week
	Title  string `json:"title"`
	Do     string `json:"do"`
	Cue    string `json:"cue"`
	Often  string `json:"often"`
	Source string `json:"source"` // the drill that ships it is made from; "" for the wall
}

// Withs are what a practice needs besides the student.
var Withs = []units.Term{
	{ID: "alone", Label: "alone"},
	{ID: "wall", Label: "against a wall"},
	{ID: "pair", Label: "with a partner"},
}

// mostHome practices on a card; two or three times a week is what gets done
// [trade].
const (
	mostHome = 3
	usually  = 2
	often    = "two or three times a week, ten minutes"
)

// alone are the drills that ship which need nobody else, by sport: one's own
// toss, serve or no ball at all.
var alone = sync.OnceValue(func() map[string][]drill.Drill {
	out := map[string][]drill.Drill{}
	for _, d := range library.All() {
		c, err := d.Court()
		partner := slices.ContainsFunc(
			d.Pattern.People,
			func(p pattern.Person) bool { return p.Role == pattern.Partner },
		)
		if err == nil && !d.Pattern.Flown() && !partner {
			out[c.Sport] = append(out[c.Sport], d)
		}
	}
	return out
})

// Home proposes practices for a student of that level after a lesson: drills that
// can be done alone, those of the lesson's purposes first, at the level or below;
// and the wall, which gives back what it is given.
func Home(l *lesson.Lesson, level units.Level) []Practice {
	out := []Practice{}
	c, err := court.ByID(l.Court)
	if err != nil {
		return out
	}
	var focuses []drill.Focus
	for _, b := range l.Blocks {
		if b.Drill != nil && !slices.Contains(focuses, b.Drill.Focus) {
			focuses = append(focuses, b.Drill.Focus)
		}
	}
	near := func(d drill.Drill) int {
		if i := slices.Index(focuses, d.Focus); i >= 0 {
			return i
		}
		return len(focuses)
	}
	return proposals(c.Sport, level, near, mostHome)
}

// Shelf are all the practices there are for a student of that level in a sport.
func Shelf(sportID string, level units.Level) []Practice {
	return proposals(sportID, level, func(drill.Drill) int { return 0 }, 1000)
}

func proposals(sportID string, level units.Level, near func(drill.Drill) int, most int) []Practice {
	out := []Practice{}
	found := slices.Clone(alone()[sportID])
	slices.SortStableFunc(found, func(a, b drill.Drill) int { return near(a) - near(b) })
	for _, d := range found {
		if len(out) == most-1 {
			break
		}
		if level == units.Beginner && d.Level != units.Beginner {
			continue
		}
		out = append(out, Practice{
			ID: d.ID, With: "alone", Times: usually,
			Title: d.Title, Do: d.Intent + ".", Cue: d.Cues[0], Often: often, Source: d.ID,
		})
	}
	wall := documents()[sportID].Wall
	wall.ID, wall.With, wall.Times, wall.Often = "wall", "wall", usually, often
	return append(out, wall)
}
