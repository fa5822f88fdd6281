package drill

import (
	"slices"
	"strings"
	"unicode"
)

// sides are words of one side and of the other.
var sides = func() map[string]string {
	out := map[string]string{}
	for _, p := range [][2]string{
		{"forehand", "backhand"}, {"forehands", "backhands"}, {"left", "right"}, {"deuce", "ad"},
	} {
		out[p[0]], out[p[1]] = p[1], p[0]
	}
	return out
}()

// noSide are words after which, and before which, left and right name no side: "right away",
// "what is left of it", "all right".
var noSide = struct{ after, before []string }{
	[]string{
		"away",
		"after",
		"before",
		"now",
		"in",
		"time",
		"moment",
		"of",
		"over",
		"behind",
		"answer",
		"wrong",
	},
	[]string{"all", "is", "are", "was", "be", "has", "just"},
}

// otherSide is a sentence about the other side: forehands become backhands, and left becomes
// right. Said twice it is itself.
func otherSide(text string) string {
	words := strings.FieldsFunc(text, func(r rune) bool { return !unicode.IsLetter(r) })
	var out strings.Builder
	rest := text
	for i, w := range words {
		at := strings.Index(rest, w)
		out.WriteString(rest[:at])
		rest = rest[at+len(w):]
		out.WriteString(swap(words, i))
	}
	return out.String() + rest
}

// swap is the i-th word as it is on the other side, with its capital.
func swap(words []string, i int) string {
	w := words[i]
	to, ok := sides[strings.ToLower(w)]
	if !ok {
		return w
	}
	if lower := strings.ToLower(w); lower == "left" || lower == "right" {
		paired := i > 0 && words[i-1] == "or" // "left or right before it bounces"
		if !paired && i+1 < len(words) && slices.Contains(noSide.after, strings.ToLower(words[i+1])) ||
			i > 0 && slices.Contains(noSide.before, strings.ToLower(words[i-1])) {
			return w
		}
	}
	switch {
	case w == strings.ToUpper(w) && len(w) > 1:
		return strings.ToUpper(to)
	case unicode.IsUpper([]rune(w)[0]):
		return strings.ToUpper(to[:1]) + to[1:]
	}
	return to
}

// inWords carries what is said of a drill over to the other side: its title, purpose, cues and
// cautions, and the names and cues of its stages and targets. The choices of a stage stay, for
// "right" is said of a choice as such.
func (d *Drill) inWords() {
	d.Title, d.Intent = otherSide(d.Title), otherSide(d.Intent)
	d.SituationName = otherSide(d.SituationName)
	switch d.Situation {
	case "fedForehand":
		d.Situation = "ballToTheBackhand"
	case "ballToTheBackhand":
		d.Situation = "fedForehand"
	}
	for _, lines := range [][]string{d.Cues, d.Cautions} {
		for i := range lines {
			lines[i] = otherSide(lines[i])
		}
	}
	for i := range d.Stages {
		d.Stages[i].Name, d.Stages[i].Cue = otherSide(d.Stages[i].Name), otherSide(d.Stages[i].Cue)
	}
	for i := range d.Targets {
		d.Targets[i].Name = otherSide(d.Targets[i].Name)
	}
}
