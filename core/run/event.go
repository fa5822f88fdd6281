package run

import (
	"fmt"
	"regexp"
	"unicode/utf8"

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
	PickStep   Kind = "pickStep"   // Student works on goal Step of Block
	Good       Kind = "good"       // Student made a ball toward Step of Block
	Miss       Kind = "miss"       // Student missed one
	Point      Kind = "point"      // side Value (0 or 1) won a point of Block
	PickUp     Kind = "pickUp"     // the basket of Block is full again
	Undo       Kind = "undo"       // the event Undoes did not happen
	Finish     Kind = "finish"     // the lesson is over
	Engagement Kind = "engagement" // Student was engaged Value of 10
	Effort     Kind = "effort"     // Student found it Value of 10 hard
	Note       Kind = "note"       // Text is the line of notes
)

// Event is one thing that happened on court. Only the fields its kind needs
// are set.
type Event struct {
	ID      string `json:"id"`
	At      int64  `json:"at"` // milliseconds since 1970 by the device's clock
	Kind    Kind   `json:"kind"`
	Block   string `json:"block,omitempty"`
	Student string `json:"student,omitempty"`
	Step    int    `json:"step,omitempty"`
	Value   int    `json:"value,omitempty"`
	Text    string `json:"text,omitempty"`
	Undoes  string `json:"undoes,omitempty"`
}

// MaxNote is the longest line of notes, in characters.
const MaxNote = 500

var v7Shape = regexp.MustCompile(`^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$`)

// Validate lists what is wrong with an event of a run of that lesson.
func (e Event) Validate(l *lesson.Lesson) (p units.Problems) {
	if !v7Shape.MatchString(e.ID) {
		p.Add("id", "an event's id is a UUIDv7 in lower case")
	}
	if e.At <= 0 || e.At > 1<<45 {
		p.Add("at", "the time is in milliseconds since 1970")
	}
	switch e.Kind {
	case Start, Pause, Finish:
	case GoTo:
		e.block(l, &p)
	case Focus:
		e.student(l, &p)
	case PickStep, Good, Miss:
		e.student(l, &p)
		if b := e.block(l, &p); b != nil {
			if b.Drill == nil {
				p.Add("block", "this block is not a drill")
			} else if e.Step < 0 || e.Step >= len(b.Drill.Steps) {
				p.Add("step", fmt.Sprintf("the drill has goals 0 to %d", len(b.Drill.Steps)-1))
			}
		}
	case Point:
		if b := e.block(l, &p); b != nil && b.Match == nil {
			p.Add("block", "this block is not a game")
		}
		if e.Value != 0 && e.Value != 1 {
			p.Add("value", "a point goes to side 0 or 1")
		}
	case PickUp:
		if b := e.block(l, &p); b != nil && (b.Drill == nil || b.Drill.Basket == 0) {
			p.Add("block", "this block has no basket")
		}
	case Undo:
		if !v7Shape.MatchString(e.Undoes) || e.Undoes >= e.ID {
			p.Add("undoes", "undo names an earlier event")
		}
	case Engagement, Effort:
		e.student(l, &p)
		if e.Value < 1 || e.Value > 10 {
			p.Add("value", string(e.Kind)+" goes from 1 to 10")
		}
	case Note:
		if utf8.RuneCountInString(e.Text) > MaxNote {
			p.Add("text", fmt.Sprintf("notes are at most %d characters", MaxNote))
		}
	default:
		p.Add("kind", fmt.Sprintf("%q is not a kind of event", e.Kind))
	}
	return p
}

func (e Event) block(l *lesson.Lesson, p *units.Problems) *lesson.Block {
	b := l.Block(e.Block)
	if b == nil {
		p.Add("block", "the lesson has no such block")
	}
	return b
}

func (e Event) student(l *lesson.Lesson, p *units.Problems) {
	for _, id := range l.Students {
		if id == e.Student {
			return
		}
	}
	p.Add("student", "this student is not in the lesson")
}
