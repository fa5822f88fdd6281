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
	field("Focus", was.Aim, now.Aim)
	field("Date", was.Date, now.Date)
	field("Start", was.Start, now.Start)
	field("Court", was.Court, now.Court)
	field("Lesson length", fmt.Sprintf("%d min", was.SlotMinutes), fmt.Sprintf("%d min", now.SlotMinutes))
	field("Next match", was.MatchOn, now.MatchOn)
	for _, part := range []struct {
		words string
		a, b  any
	}{
		{"The students changed", was.Students, now.Students},
		{"Courts and equipment changed", was.Resources, now.Resources},
		{"Late arrivals or early departures changed", was.Attendance, now.Attendance},
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
		out = append(out, "The order of the blocks changed")
	}
	return out
}

// changes names what differs within a block.
func (b *Block) changes(a *Block) string {
	var parts []string
	if a.Title != b.Title {
		parts = append(parts, "renamed to "+b.Title)
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
		{"allowed length", [2]any{a.Fixed, a.Span}, [2]any{b.Fixed, b.Span}},
		{"individual settings", a.Variants, b.Variants},
		{"arrangement", a.Arrangement, b.Arrangement},
		{"task while waiting", a.Waiting, b.Waiting},
		{"counting", a.AtEnd, b.AtEnd},
		{"ball machine", a.Machine, b.Machine},
		{"acknowledged cautions", a.Seen, b.Seen},
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
