package lesson

import (
	"fmt"
	"reflect"
	"strings"
)

// Diff says in words what changed from one state of a lesson to another, for a
// coach whose save came too late.
func Diff(was, now *Lesson) []string {
	var out []string
	field := func(name, a, b string) {
		if a != b {
			out = append(out, fmt.Sprintf("%s: %s → %s", name, a, b))
		}
	}
	field("Title", was.Title, now.Title)
	field("Aim", was.Aim, now.Aim)
	field("Date", was.Date, now.Date)
	field("Start", was.Start, now.Start)
	field("Court", was.Court, now.Court)
	field("Slot", fmt.Sprintf("%d min", was.SlotMinutes), fmt.Sprintf("%d min", now.SlotMinutes))
	field("Next match", was.MatchOn, now.MatchOn)
	for _, part := range []struct {
		words string
		a, b  any
	}{
		{"The students changed", was.Students, now.Students},
		{"What is at hand changed", was.Resources, now.Resources},
		{"Who comes late or leaves early changed", was.Attendance, now.Attendance},
	} {
		if !reflect.DeepEqual(part.a, part.b) {
			out = append(out, part.words)
		}
	}
	for i := range was.Blocks {
		if a := &was.Blocks[i]; now.Block(a.ID) == nil {
			out = append(out, fmt.Sprintf("%s was removed", a.Title))
		}
	}
	for i := range now.Blocks {
		b := &now.Blocks[i]
		switch a := was.Block(b.ID); {
		case a == nil:
			out = append(out, fmt.Sprintf("%s was added", b.Title))
		case !reflect.DeepEqual(a, b):
			out = append(out, b.changes(a))
		}
	}
	if order(was, now) != order(now, was) {
		out = append(out, "The blocks were put in another order")
	}
	return out
}

// changes names what differs within a block.
func (b *Block) changes(a *Block) string {
	var parts []string
	if a.Title != b.Title {
		parts = append(parts, "is now called "+b.Title)
	}
	if a.Minutes != b.Minutes {
		parts = append(parts, fmt.Sprintf("%d → %d min", a.Minutes, b.Minutes))
	}
	for _, part := range []struct {
		what string
		a, b any
	}{
		{"kind", a.Kind, b.Kind},
		{"notes", a.Notes, b.Notes},
		{"script", a.Script, b.Script},
		{"drill", a.Drill, b.Drill},
		{"game", a.Match, b.Match},
		{"prompts", a.Prompts, b.Prompts},
		{"room", [2]any{a.Fixed, a.Span}, [2]any{b.Fixed, b.Span}},
		{"what is each one’s own", a.Variants, b.Variants},
		{"who is where", a.Arrangement, b.Arrangement},
		{"what those who wait do", a.Waiting, b.Waiting},
		{"cautions seen", a.Seen, b.Seen},
	} {
		if !reflect.DeepEqual(part.a, part.b) {
			parts = append(parts, part.what+" changed")
		}
	}
	return a.Title + ": " + strings.Join(parts, ", ")
}

// order lists the blocks of l that other has too.
func order(l, other *Lesson) string {
	var ids []string
	for _, b := range l.Blocks {
		if other.Block(b.ID) != nil {
			ids = append(ids, b.ID)
		}
	}
	return strings.Join(ids, " ")
}
