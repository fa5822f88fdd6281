package lesson

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/units"
)

// Kind is what a block is for.
type Kind string

// The kinds of block.
const (
	WarmUp Kind = "warmUp"
	Drill  Kind = "drill"
	Game   Kind = "game"
	Talk   Kind = "talk"
	Break  Kind = "break"
	// Physical warm-up and stretch, with what to do as prompts.
	Physical Kind = "physical"
	Stretch  Kind = "stretch"
)

// Role is what one student does in a minute of the warm-up. Who is the place
// in the lesson's list of students, so that a script fits any pair.
type Role struct {
	Who  int    `json:"who"`
	Does string `json:"does"`
}

// Minute is one minute of a warm-up script: who does what, and its cue.
type Minute struct {
	Title string `json:"title"`
	Roles []Role `json:"roles"`
	Cue   string `json:"cue"`
}

// Match is a game as a block holds it.
type Match struct {
	Rules game.Rules `json:"rules"`
	Start string     `json:"start"` // how a point begins: "short feed"
	Cue   string     `json:"cue"`
}

// Block is a stretch of the tape. Only the part that its kind asks for is set.
type Block struct {
	ID      string       `json:"id"`
	Kind    Kind         `json:"kind"`
	Title   string       `json:"title"`
	Minutes int          `json:"minutes"`
	Notes   string       `json:"notes,omitempty"`
	Script  []Minute     `json:"script,omitempty"`
	Drill   *drill.Drill `json:"drill,omitempty"`
	Match   *Match       `json:"match,omitempty"`
	Prompts []string     `json:"prompts,omitempty"`
	// Fixed keeps its length when the lesson is fitted; Span is what it may
	// stretch between, when not what is usual.
	Fixed bool        `json:"fixed,omitempty"`
	Span  *drill.Span `json:"span,omitempty"`
	// Own is what single students have for themselves in a drill.
	Own []Own `json:"own,omitempty"`
	// Seen lists the cautions a coach has acknowledged on this block.
	Seen []string `json:"seen,omitempty"`
}

// Lesson is a slot of court time with its students and blocks.
type Lesson struct {
	ID          string   `json:"id"`
	Version     int      `json:"version"`
	Title       string   `json:"title"`
	Aim         string   `json:"aim"`
	Date        string   `json:"date"`  // 2006-01-02, local
	Start       string   `json:"start"` // 15:04, local
	SlotMinutes int      `json:"slotMinutes"`
	Court       string   `json:"court"`
	Students    []string `json:"students"`
	Blocks      []Block  `json:"blocks"`
}

// Block finds a block by its id, or nil.
func (l *Lesson) Block(id string) *Block {
	for i := range l.Blocks {
		if l.Blocks[i].ID == id {
			return &l.Blocks[i]
		}
	}
	return nil
}

// Limits of a lesson.
const (
	MaxMinutes  = 480
	MaxBlocks   = 40
	MaxStudents = 16
)

var uuidShape = regexp.MustCompile(`^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$`)

// IsID says whether s has the shape of an id made by us: a UUID in lower case.
func IsID(s string) bool { return uuidShape.MatchString(s) }

// Validate lists what is wrong with the lesson.
func (l *Lesson) Validate() (p units.Problems) {
	if !IsID(l.ID) {
		p.Add("id", "a lesson's id is a UUID in lower case")
	}
	if strings.TrimSpace(l.Title) == "" {
		p.Add("title", "a lesson needs a title")
	}
	if _, err := time.Parse(time.DateOnly, l.Date); err != nil {
		p.Add("date", fmt.Sprintf("%q is not a date; write it as 2026-05-17", l.Date))
	}
	if _, err := time.Parse("15:04", l.Start); err != nil {
		p.Add("start", fmt.Sprintf("%q is not a time of day; write it as 17:30", l.Start))
	}
	if l.SlotMinutes < 1 || l.SlotMinutes > MaxMinutes {
		p.Add("slotMinutes", fmt.Sprintf("a lesson lasts 1 to %d minutes, not %d", MaxMinutes, l.SlotMinutes))
	}
	if _, err := court.ByID(l.Court); err != nil {
		p.Add("court", err.Error())
	}
	if len(l.Students) > MaxStudents {
		p.Add("students", fmt.Sprintf("a lesson has up to %d students, not %d", MaxStudents, len(l.Students)))
	}
	for i, id := range l.Students {
		if slices.Contains(l.Students[:i], id) {
			p.Add(fmt.Sprintf("students[%d]", i), "this student is in the lesson twice")
		}
	}
	if len(l.Blocks) > MaxBlocks {
		p.Add("blocks", fmt.Sprintf("a lesson has up to %d blocks, not %d", MaxBlocks, len(l.Blocks)))
	}
	for i := range l.Blocks {
		b := &l.Blocks[i]
		p.Under(fmt.Sprintf("blocks[%d]", i), b.validate())
		if slices.ContainsFunc(l.Blocks[:i], func(o Block) bool { return o.ID == b.ID }) {
			p.Add(fmt.Sprintf("blocks[%d].id", i), "two blocks have this id")
		}
	}
	return p
}

func (b *Block) validate() (p units.Problems) {
	if !IsID(b.ID) {
		p.Add("id", "a block's id is a UUID in lower case")
	}
	if strings.TrimSpace(b.Title) == "" {
		p.Add("title", "a block needs a title")
	}
	if b.Minutes < 1 || b.Minutes > MaxMinutes {
		p.Add("minutes", fmt.Sprintf("a block lasts 1 to %d minutes, not %d", MaxMinutes, b.Minutes))
	}
	if s := b.Span; s != nil && (s.Least < 1 || s.Least > s.Best || s.Best > s.Most || s.Most > MaxMinutes) {
		p.Add("span", fmt.Sprintf("a block's minutes go up from least to best to most; these are %d, %d, %d", s.Least, s.Best, s.Most))
	}
	for i, o := range b.Own {
		if !(o.Scale >= leastScale && o.Scale <= mostScale) {
			p.Add(fmt.Sprintf("own[%d].scale", i), fmt.Sprintf("one's own target is %g to %g times the others', not %g", leastScale, mostScale, o.Scale))
		}
	}
	switch b.Kind {
	case WarmUp:
		for i, m := range b.Script {
			for j, r := range m.Roles {
				if r.Who < 0 || r.Who >= MaxStudents {
					p.Add(fmt.Sprintf("script[%d].roles[%d].who", i, j), fmt.Sprintf("there is no student %d", r.Who))
				}
			}
		}
	case Drill:
		if b.Drill == nil {
			p.Add("drill", "a drill block needs its drill")
		} else {
			p.Under("drill", b.Drill.Validate())
		}
	case Game:
		if b.Match == nil {
			p.Add("match", "a game block needs its rules")
		} else {
			p.Under("match.rules", b.Match.Rules.Validate())
		}
	case Talk, Break, Physical, Stretch:
	default:
		p.Add("kind", fmt.Sprintf("%q is not a kind of block; use physical, warmUp, drill, game, talk, break or stretch", b.Kind))
	}
	return p
}
