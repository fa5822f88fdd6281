package lesson

import (
	"slices"
	"sync"

	"hodometer/core/drill"
	"hodometer/core/library"
	"hodometer/core/pattern"
	"hodometer/core/progress"
)

// Practice is something to do alone until next time.
type Practice struct {
	Title  string `json:"title"`
	Do     string `json:"do"`
	Cue    string `json:"cue"`
	Often  string `json:"often"`
	Source string `json:"source"` // the drill that ships it is made from; "" for the wall
}

// mostHome practices on a card; two or three times a week is what gets done
// [trade].
const (
	mostHome = 3
	often    = "two or three times a week, ten minutes"
)

// alone are the drills that ship which need nobody else, by sport: one's own
// toss, serve or no ball at all.
func alone(sport string) []library.Entry { return aloneBySport()[sport] }

var aloneBySport = sync.OnceValue(func() map[string][]library.Entry {
	out := map[string][]library.Entry{}
	for _, e := range library.All() {
		c, err := e.Drill.Court()
		by := slices.ContainsFunc(
			e.Drill.Pattern.Feeds,
			func(f pattern.Feed) bool { return f.How != pattern.Self && f.How != pattern.Shadow },
		)
		if err == nil && !by &&
			!slices.ContainsFunc(
				e.Drill.Pattern.People,
				func(p pattern.Person) bool { return p.Role == "partner" },
			) {
			out[c.Sport] = append(out[c.Sport], e)
		}
	}
	return out
})

// practices are the drills that can be done alone, those of the lesson's
// purposes first.
func (l *Lesson) practices(sport string) []library.Entry {
	focuses := []drill.Focus{}
	for _, b := range l.Blocks {
		if b.Drill != nil && !slices.Contains(focuses, b.Drill.Focus) {
			focuses = append(focuses, b.Drill.Focus)
		}
	}
	found := slices.Clone(alone(sport))
	near := func(e library.Entry) int {
		if i := slices.Index(focuses, e.Drill.Focus); i >= 0 {
			return i
		}
		return len(focuses)
	}
	slices.SortStableFunc(found, func(a, b library.Entry) int { return near(a) - near(b) })
	return found
}

// walls are what the wall gives back, by sport [trade].
var walls = map[string]Practice{
	"tennis": {
		"Against a wall",
		"Stand three big steps away; let it bounce twice, then once: best rally out of five tries, forehand, backhand, both.",
		"Small steps before every hit",
		often,
		"",
	},
	"squash": {
		"Down the wall",
		"Straight along the side wall from behind the service box: ten in a row above the line, each side.",
		"Racket up before the ball comes back",
		often,
		"",
	},
	"badminton": {
		"Up and up",
		"Keep a shuttle in the air, forehand and backhand face by turns, then from one spot without moving the feet.",
		"Quiet wrist, quick fingers",
		often,
		"",
	},
	"tableTennis": {
		"Half a table up",
		"Fold the table or use a wall: twenty in a row, then on the rise.",
		"Small swing, same spot",
		often,
		"",
	},
	"pickleball": {
		"Soft on the wall",
		"A line at net height, from seven feet: thirty soft ones in a row just above it.",
		"Lift from the shoulder",
		often,
		"",
	},
}

// home proposes practices for one student out of those: at their level or
// below; and the wall, which gives back what it is given.
func home(found []library.Entry, s Student, sport string) []Practice {
	out := make([]Practice, 0, mostHome)
	for _, e := range found {
		if len(out) == mostHome-1 {
			break
		}
		if s.Level == progress.Beginner && e.Drill.Level != "beginner" {
			continue
		}
		out = append(out, Practice{e.Drill.Title, e.Drill.Intent + ".", e.Drill.Cues[0], often, e.ID})
	}
	if w, ok := walls[sport]; ok {
		out = append(out, w)
	}
	return out
}

// Carried is a thing to bring and who carries it out.
type Carried struct {
	What string `json:"what"`
	Who  string `json:"who"`
}

// carry shares the kit out, one thing after the other.
func carry(kit []string, students []Student) []Carried {
	out := []Carried{}
	for i, k := range kit {
		c := Carried{What: k, Who: "coach"}
		if len(students) > 0 {
			c.Who = firstName(students[i%len(students)].Name)
		}
		out = append(out, c)
	}
	return out
}
