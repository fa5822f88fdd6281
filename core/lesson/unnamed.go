package lesson

import (
	"slices"
	"strings"

	"hodometer/core/units"
)

// Unnamed returns the lesson as it is handed to another coach: its drills, games and set-up
// without the students, what was set for one of them, and every line of words in which one of
// these names stands.
func (l *Lesson) Unnamed(names []string) Lesson {
	named := func(words string) bool { return units.Names(words, names) }
	clean := func(words string) string {
		return strings.Join(slices.DeleteFunc(strings.Split(words, "\n"), named), "\n")
	}
	out := *l
	out.Students, out.Attendance, out.MatchOn, out.Version = []string{}, nil, "", 0
	if out.Aim = clean(l.Aim); named(l.Title) {
		out.Title = "Lesson"
	}
	out.Blocks = slices.Clone(l.Blocks)
	for i := range out.Blocks {
		b := &out.Blocks[i]
		b.Variants, b.Seen = nil, nil
		b.Notes, b.Waiting = clean(b.Notes), clean(b.Waiting)
		b.Prompts = slices.DeleteFunc(slices.Clone(b.Prompts), named)
		kind, _ := Describe(b.Kind)
		if named(b.Title) {
			b.Title = kind.Label
		}
		if b.Drill != nil {
			d := b.Drill.Unnamed(names, kind.Label)
			b.Drill = &d
		}
		if b.Match != nil {
			m := *b.Match
			if m.Cue, m.Start = clean(m.Cue), clean(m.Start); slices.ContainsFunc(m.Sides, named) {
				m.Sides = nil
			}
			b.Match = &m
		}
	}
	return out
}
