package lesson

import (
	"fmt"
	"slices"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/machine"
	"hodometer/core/units"
)

// Format and FormatVersion mark a lesson document. Earlier versions are read
// too (old.go); Version beside them counts the edits of one lesson.
const (
	Format        = "hodometer.lesson"
	FormatVersion = 2
)

// Role is what one of a pair does in a minute of a script. Partner is 0 or 1,
// the one or the other: students pair up in the lesson's order (Pairs), so that
// a script fits any group.
type Role struct {
	Partner int    `json:"partner"`
	Does    string `json:"does"`
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
	// Sizes are how many play on each side, where the sides are not of one size.
	Sizes []int `json:"sizes,omitempty"`
	// Game is the game of the shelf that it was, Sides what each side is or does.
	Game  string   `json:"game,omitempty"`
	Sides []string `json:"sides,omitempty"`
	// From is the drill it was made from, to draw.
	From *drill.Drill `json:"from,omitempty"`
	// WholeRounds plays each round of a round robin to its end before the next, as runs were
	// laid out that began before they took the fewest turns; who met whom in them stays.
	WholeRounds bool `json:"wholeRounds,omitempty"`
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
	// Variants are what single students have for themselves in a drill.
	Variants []Variant `json:"variants,omitempty"`
	// Arrangement is how a group moves through it; nil: single file at the
	// drill's places, or whatever game leaves the fewest waiting.
	Arrangement *Arrangement `json:"arrangement,omitempty"`
	// AtEnd has a drill's balls counted when the turn is over, not ball by ball.
	AtEnd bool `json:"atEnd,omitempty"`
	// Machine is how a ball machine is set when the block begins; nil: as the drill is drawn.
	Machine *machine.Setting `json:"machine,omitempty"`
	// Waiting is what those do whose turn it is not: "shadow the stroke".
	Waiting string `json:"waiting,omitempty"`
	// Seen lists the cautions a coach has acknowledged on this block, by id.
	Seen []string `json:"seen,omitempty"`
}

// Lesson is a slot of court time with its students and blocks.
type Lesson struct {
	Format        string   `json:"format,omitempty"`
	FormatVersion int      `json:"formatVersion,omitempty"`
	ID            string   `json:"id"`
	Version       int      `json:"version"`
	Title         string   `json:"title"`
	Aim           string   `json:"aim"`
	Date          string   `json:"date"`  // 2006-01-02, local
	Start         string   `json:"start"` // 15:04, local
	SlotMinutes   int      `json:"slotMinutes"`
	Court         string   `json:"court"`
	Students      []string `json:"students"`
	Blocks        []Block  `json:"blocks"`
	// Resources are what is at hand, where the coach has said so.
	Resources *Resources `json:"resources,omitempty"`
	// MatchOn is the day of the next match, 2006-01-02; "": none known.
	MatchOn string `json:"matchOn,omitempty"`
	// Attendance names those who come late or leave early.
	Attendance []Stay `json:"attendance,omitempty"`
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

// DrawnDrill is the drill that a block shows: its own, or the one its match was
// made from; nil for none.
func (b *Block) DrawnDrill() *drill.Drill {
	if b.Drill == nil && b.Match != nil {
		return b.Match.From
	}
	return b.Drill
}

// Limits of a lesson.
const (
	MaxMinutes  = 480
	MaxBlocks   = 40
	MaxStudents = 16
	MaxCourts   = 6
	MaxWaiting  = 60
)

// IsID says whether s has the shape of an id made by us: a UUID in lower case.
func IsID(s string) bool {
	if len(s) != 36 {
		return false
	}
	for i := range len(s) {
		switch c := s[i]; i {
		case 8, 13, 18, 23:
			if c != '-' {
				return false
			}
		default:
			if (c < '0' || c > '9') && (c < 'a' || c > 'f') {
				return false
			}
		}
	}
	return true
}

// Validate lists what is wrong with the lesson.
func (l *Lesson) Validate() (p units.Problems) {
	if l.Format != "" && (l.Format != Format || l.FormatVersion != FormatVersion) {
		p.Add("format", fmt.Sprintf("this is not a %s document of version %d", Format, FormatVersion))
	}
	if !IsID(l.ID) {
		p.Add("id", "a lesson's id is a UUID in lower case")
	}
	p.Named("title", l.Title, "a lesson needs a title")
	if _, err := time.Parse(time.DateOnly, l.Date); err != nil {
		p.Add("date", fmt.Sprintf("%q is not a date; write it as 2026-05-17", l.Date))
	}
	if _, err := time.Parse("15:04", l.Start); err != nil {
		p.Add("start", fmt.Sprintf("%q is not a time of day; write it as 17:30", l.Start))
	}
	if l.SlotMinutes < 1 || l.SlotMinutes > MaxMinutes {
		p.Add("slotMinutes", fmt.Sprintf("a lesson lasts 1 to %d minutes, got %d", MaxMinutes, l.SlotMinutes))
	}
	if _, err := court.ByID(l.Court); err != nil {
		p.Add("court", err.Error())
	}
	if len(l.Students) > MaxStudents {
		p.Add(
			"students",
			fmt.Sprintf("a lesson has at most %d students, got %d", MaxStudents, len(l.Students)),
		)
	}
	for i, id := range l.Students {
		if slices.Contains(l.Students[:i], id) {
			p.Add(fmt.Sprintf("students[%d]", i), "this student is in the lesson twice")
		}
	}
	if len(l.Blocks) > MaxBlocks {
		p.Add("blocks", fmt.Sprintf("a lesson has at most %d blocks, got %d", MaxBlocks, len(l.Blocks)))
	}
	if l.Resources != nil {
		p.Under("resources", l.Resources.Validate())
	}
	if _, err := time.Parse(time.DateOnly, l.MatchOn); l.MatchOn != "" && err != nil {
		p.Add("matchOn", fmt.Sprintf("%q is not a date; write it as 2026-05-17", l.MatchOn))
	}
	for i, s := range l.Attendance {
		if s.From < 0 || s.From > MaxMinutes || s.To != 0 && (s.To <= s.From || s.To > MaxMinutes) {
			p.Add(fmt.Sprintf("attendance[%d]", i),
				"the leaving minute must be later than the arriving minute")
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
	p.Named("title", b.Title, "a block needs a title")
	if b.Minutes < 1 || b.Minutes > MaxMinutes {
		p.Add("minutes", fmt.Sprintf("a block lasts 1 to %d minutes, got %d", MaxMinutes, b.Minutes))
	}
	if s := b.Span; s != nil && (s.Least < 1 || s.Least > s.Best || s.Best > s.Most || s.Most > MaxMinutes) {
		p.Add("span", fmt.Sprintf("allowed length: shortest, ideal and longest must increase; got %d, %d, %d",
			s.Least, s.Best, s.Most))
	}
	if n := len([]rune(b.Waiting)); n > MaxWaiting {
		p.Add(
			"waiting",
			fmt.Sprintf("task while waiting: at most %d characters, got %d", MaxWaiting, n),
		)
	}
	if b.AtEnd && b.Drill == nil {
		p.Add("atEnd", "only a drill can be counted at the end of a turn")
	}
	if b.Machine != nil {
		if b.Drill == nil {
			p.Add("machine", "only a drill is fed by a ball machine")
		}
		p.Under("machine", b.Machine.Validate())
	}
	for i, v := range b.Variants {
		p.Under(fmt.Sprintf("variants[%d]", i), v.validate())
	}
	if b.Arrangement != nil {
		p.Under("arrangement", b.Arrangement.validate())
	}
	d, ok := Describe(b.Kind)
	if !ok {
		p.OneOf("kind", string(b.Kind), terms())
	}
	p = append(p, b.validatePart(d.Holds)...)
	return p
}

// validatePart lists what is wrong with the part the block's kind asks for.
func (b *Block) validatePart(holds Part) (p units.Problems) {
	switch holds {
	case HoldsScript:
		for i, m := range b.Script {
			for j, r := range m.Roles {
				if r.Partner != 0 && r.Partner != 1 {
					p.Add(fmt.Sprintf("script[%d].roles[%d].partner", i, j),
						fmt.Sprintf("partner of a role: 0 or 1, got %d", r.Partner))
				}
			}
		}
	case HoldsDrill:
		if b.Drill == nil {
			p.Add("drill", "a drill block needs its drill")
		} else {
			p.Under("drill", b.Drill.Validate())
		}
	case HoldsMatch:
		if b.Match == nil {
			p.Add("match", "a game block needs its rules")
		} else {
			p.Under("match.rules", b.Match.Rules.Validate())
			if z := b.Match.Sizes; len(z) != 0 &&
				(len(z) != 2 || z[0] < 1 || z[1] < 1 || z[0]+z[1] > MaxStudents) {
				p.Add(
					"match.sizes",
					fmt.Sprintf("two sides play, with 1 to %d students together", MaxStudents),
				)
			}
		}
	case HoldsPrompts, HoldsNothing:
	}
	return p
}
