package run

import (
	"fmt"
	"slices"
	"strings"

	"hodometer/core/lesson"
	"hodometer/core/units"
)

// Kind is what happened.
type Kind string

// The kinds of event.
const (
	Start      Kind = "start"      // the clock runs
	Pause      Kind = "pause"      // the clock stops
	GoTo       Kind = "goTo"       // Block becomes the one in progress
	Focus      Kind = "focus"      // Student is the one being counted
	PickStep   Kind = "pickStep"   // Student works on goal Stage of Block
	Good       Kind = "good"       // Student made a ball toward Stage of Block
	Miss       Kind = "miss"       // Student missed one
	Point      Kind = "point"      // side Value (0 or 1) won a point of Block
	PickUp     Kind = "pickUp"     // the basket of Block is full again
	Undo       Kind = "undo"       // the event Undoes did not happen
	Finish     Kind = "finish"     // the lesson is over
	Engagement Kind = "engagement" // Student was engaged Value of 10
	Effort     Kind = "effort"     // Student found it Value of 10 hard
	Note       Kind = "note"       // Text is the line of notes
	Lasted     Kind = "lasted"     // Block took Value milliseconds, whatever the clock said
)

// Event is one thing that happened on court. Only the fields its kind needs
// are set.
type Event struct {
	ID      string `json:"id"`
	At      int64  `json:"at"` // milliseconds since 1970 by the device's clock
	Kind    Kind   `json:"kind"`
	Block   string `json:"block,omitempty"`
	Student string `json:"student,omitempty"`
	Stage   int    `json:"step,omitempty"`
	Value   int    `json:"value,omitempty"`
	Text    string `json:"text,omitempty"`
	Undoes  string `json:"undoes,omitempty"`
}

// MaxNote is the longest line of notes, in characters.
const MaxNote = 500

// isV7 says whether s is a UUIDv7 in lower case.
func isV7(s string) bool {
	return lesson.IsID(s) && s[14] == '7' && strings.IndexByte("89ab", s[19]) >= 0
}

// Validate lists what is wrong with an event of a run of that lesson.
func (e Event) Validate(l *lesson.Lesson) (p units.Problems) {
	if !isV7(e.ID) {
		p.Add("id", "an event's id is a UUIDv7 in lower case")
	}
	if e.At <= 0 || e.At > 1<<45 {
		p.Add("at", "the time is in milliseconds since 1970")
	}
	k := kindOf(e.Kind)
	if k == nil {
		p.Add("kind", fmt.Sprintf("%q is not a kind of event", e.Kind))
		return p
	}
	for _, needs := range k.needs {
		needs(e, l, &p)
	}
	return p
}

// need is a check of one of an event's fields.
type need func(e Event, l *lesson.Lesson, p *units.Problems)

func aBlock(e Event, l *lesson.Lesson, p *units.Problems) {
	if l.Block(e.Block) == nil {
		p.Add("block", "the lesson has no such block")
	}
}

func aStudent(e Event, l *lesson.Lesson, p *units.Problems) {
	if !slices.Contains(l.Students, e.Student) {
		p.Add("student", "this student is not in the lesson")
	}
}

func aStep(e Event, l *lesson.Lesson, p *units.Problems) {
	switch b := l.Block(e.Block); {
	case b == nil:
		aBlock(e, l, p)
	case b.Drill == nil:
		p.Add("block", "this block is not a drill")
	case e.Stage < 0 || e.Stage >= len(b.Drill.Stages):
		p.Add("step", fmt.Sprintf("the drill has goals 0 to %d", len(b.Drill.Stages)-1))
	}
}

func aMatch(e Event, l *lesson.Lesson, p *units.Problems) {
	if b := l.Block(e.Block); b == nil {
		aBlock(e, l, p)
	} else if b.Match == nil {
		p.Add("block", "this block is not a game")
	}
}

func aBasket(e Event, l *lesson.Lesson, p *units.Problems) {
	if b := l.Block(e.Block); b == nil {
		aBlock(e, l, p)
	} else if b.Drill == nil || b.Drill.Basket == 0 {
		p.Add("block", "this block has no basket")
	}
}

func aSide(e Event, _ *lesson.Lesson, p *units.Problems) {
	if e.Value != 0 && e.Value != 1 {
		p.Add("value", "a point goes to side 0 or 1")
	}
}

func oneToTen(e Event, _ *lesson.Lesson, p *units.Problems) {
	if e.Value < 1 || e.Value > 10 {
		p.Add("value", string(e.Kind)+" goes from 1 to 10")
	}
}

// longest a block may be said to have taken, in milliseconds.
const longest = 8 * 60 * 60 * 1000

func aLength(e Event, _ *lesson.Lesson, p *units.Problems) {
	if e.Value < 0 || e.Value > longest {
		p.Add("value", "a block takes up to eight hours, in milliseconds")
	}
}

func aLine(e Event, _ *lesson.Lesson, p *units.Problems) {
	if len([]rune(e.Text)) > MaxNote {
		p.Add("text", fmt.Sprintf("notes are at most %d characters", MaxNote))
	}
}

func anEarlierEvent(e Event, _ *lesson.Lesson, p *units.Problems) {
	if !isV7(e.Undoes) || e.Undoes >= e.ID {
		p.Add("undoes", "undo names an earlier event")
	}
}
