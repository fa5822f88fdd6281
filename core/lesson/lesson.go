package lesson

import (
	"fmt"
	"math"
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
	Serve  Kind = "serve" // serve practice, with its drill
	Game   Kind = "game"  // or a drill turned into match play
	Talk   Kind = "talk"
	Break  Kind = "break"
	// Physical warm-up and stretch, with what to do as prompts.
	Physical Kind = "physical"
	Stretch  Kind = "stretch"
)

// Role is what one student does in a minute of the warm-up. Who is 0 or 1, the
// one or the other of a pair: students pair up in the lesson's order, so that a
// script fits any group.
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
	// Side is how many play on a side; 0: as the number of students has it.
	Side int `json:"side,omitempty"`
	// From is the drill it was made from, to draw.
	From *drill.Drill `json:"from,omitempty"`
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
	// Arrange is how a group moves through it; nil: single file at the drill's
	// places, or whatever game leaves the fewest waiting.
	Arrange *Arrangement `json:"arrange,omitempty"`
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
	// Have is what is at hand, where the coach has said so.
	Have *Means `json:"have,omitempty"`
	// MatchOn is the day of the next match, 2006-01-02; "": none known.
	MatchOn string `json:"matchOn,omitempty"`
	// There are those who come late or leave early.
	There []Stay `json:"there,omitempty"`
}

// Means is what a coach has for a lesson.
type Means struct {
	Balls  int `json:"balls,omitempty"`  // 0: plenty
	Courts int `json:"courts,omitempty"` // side by side; 0: one
	// Kit lists what is there of Kits; what every court has is not asked for.
	Kit []string `json:"kit"`
}

// Kits are the things that not every coach has, and the words by which a
// drill's kit asks for them.
var Kits = []struct{ ID, Words string }{
	{
		"machine",
		"machine",
	},
	{"markers", "marker"},
	{"obstacles", "obstacle"},
	{"bands", "band"},
	{"medicineBall", "medicine ball"},
}

// Lacking is what a drill asks for that is not there, in its own words.
func (m *Means) Lacking(d *drill.Drill) (out []string) {
	for _, k := range Kits {
		if m == nil || slices.Contains(m.Kit, k.ID) {
			continue
		}
		for _, asked := range d.Kit {
			if strings.Contains(strings.ToLower(asked), k.Words) {
				out = append(out, asked)
			}
		}
	}
	return out
}

func (m *Means) courts() int {
	if m == nil {
		return 1
	}
	return max(1, m.Courts)
}

func (m *Means) machine() bool { return m != nil && slices.Contains(m.Kit, "machine") }

// Stay is when a student is there, in minutes after the lesson's start; To 0 is
// to the end.
type Stay struct {
	Student string `json:"student"`
	From    int    `json:"from"`
	To      int    `json:"to"`
}

// stay is when that student is there, with the lesson's end for an open one.
func (l *Lesson) stay(student string) (from, to float64) {
	for _, s := range l.There {
		if s.Student == student {
			if s.To == 0 {
				return float64(s.From), math.Inf(1)
			}
			return float64(s.From), float64(s.To)
		}
	}
	return 0, math.Inf(1)
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
	MaxCourts   = 6
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
	if h := l.Have; h != nil && (h.Balls < 0 || h.Balls > 2000) {
		p.Add("have.balls", fmt.Sprintf("0 to 2000 balls, not %d", h.Balls))
	}
	if h := l.Have; h != nil && (h.Courts < 0 || h.Courts > MaxCourts) {
		p.Add("have.courts", fmt.Sprintf("1 to %d courts, not %d", MaxCourts, h.Courts))
	}
	if _, err := time.Parse(time.DateOnly, l.MatchOn); l.MatchOn != "" && err != nil {
		p.Add("matchOn", fmt.Sprintf("%q is not a date; write it as 2026-05-17", l.MatchOn))
	}
	for i, s := range l.There {
		if s.From < 0 || s.From > MaxMinutes || s.To != 0 && (s.To <= s.From || s.To > MaxMinutes) {
			p.Add(
				fmt.Sprintf("there[%d]", i),
				"somebody who comes late or leaves early is there from one minute to a later one",
			)
		}
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
		p.Add(
			"span",
			fmt.Sprintf(
				"a block's minutes go up from least to best to most; these are %d, %d, %d",
				s.Least,
				s.Best,
				s.Most,
			),
		)
	}
	for i, o := range b.Own {
		p.Under(fmt.Sprintf("own[%d]", i), o.validate())
	}
	if b.Arrange != nil {
		p.Under("arrange", b.Arrange.validate())
	}
	switch b.Kind {
	case WarmUp:
		for i, m := range b.Script {
			for j, r := range m.Roles {
				if r.Who < 0 || r.Who >= MaxStudents {
					p.Add(
						fmt.Sprintf("script[%d].roles[%d].who", i, j),
						fmt.Sprintf("there is no student %d", r.Who),
					)
				}
			}
		}
	case Drill, Serve:
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
		p.Add(
			"kind",
			fmt.Sprintf(
				"%q is not a kind of block; use physical, warmUp, drill, serve, game, talk, break or stretch",
				b.Kind,
			),
		)
	}
	return p
}
