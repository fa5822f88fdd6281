package lesson

import (
	"slices"

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

// alone are the drills that ship which need nobody else: one's own toss, serve
// or no ball at all.
func alone(sport string) (out []library.Entry) {
	for _, e := range library.All() {
		c, err := e.Drill.Court()
		by := slices.ContainsFunc(e.Drill.Pattern.Feeds, func(f pattern.Feed) bool { return f.How != pattern.Self && f.How != pattern.Shadow })
		if err == nil && c.Sport == sport && !by && !slices.ContainsFunc(e.Drill.Pattern.People, func(p pattern.Person) bool { return p.Role == "partner" }) {
			out = append(out, e)
		}
	}
	return out
}

// home proposes practices for one student: of the lesson's purposes first, at
// their level or below; and the wall, which gives back what it is given.
func (l *Lesson) home(s Student, sport string) []Practice {
	focuses := []drill.Focus{}
	for _, b := range l.Blocks {
		if b.Drill != nil && !slices.Contains(focuses, b.Drill.Focus) {
			focuses = append(focuses, b.Drill.Focus)
		}
	}
	found := alone(sport)
	near := func(e library.Entry) int {
		if i := slices.Index(focuses, e.Drill.Focus); i >= 0 {
			return i
		}
		return len(focuses)
	}
	slices.SortStableFunc(found, func(a, b library.Entry) int { return near(a) - near(b) })
	out := []Practice{}
	for _, e := range found {
		if len(out) == mostHome-1 {
			break
		}
		if s.Level == progress.Beginner && e.Drill.Level != "beginner" {
			continue
		}
		out = append(out, Practice{e.Drill.Title, e.Drill.Intent + ".", e.Drill.Cues[0], often, e.ID})
	}
	walls := map[string]Practice{
		"tennis":      {"Against a wall", "Stand three big steps away; let it bounce twice, then once: best rally out of five tries, forehand, backhand, both.", "Small steps before every hit", often, ""},
		"squash":      {"Down the wall", "Straight along the side wall from behind the service box: ten in a row above the line, each side.", "Racket up before the ball comes back", often, ""},
		"badminton":   {"Up and up", "Keep a shuttle in the air, forehand and backhand face by turns, then from one spot without moving the feet.", "Quiet wrist, quick fingers", often, ""},
		"tableTennis": {"Half a table up", "Fold the table or use a wall: twenty in a row, then on the rise.", "Small swing, same spot", often, ""},
		"pickleball":  {"Soft on the wall", "A line at net height, from seven feet: thirty soft ones in a row just above it.", "Lift from the shoulder", often, ""},
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
