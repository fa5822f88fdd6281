package drill

import (
	"slices"
	"strings"

	"hodometer/core/units"
)

// Unnamed returns the drill without the lines and cues in which one of these names stands;
// a title in which one does becomes that other.
func (d *Drill) Unnamed(names []string, title string) Drill {
	named := func(words string) bool { return units.Names(words, names) }
	out := d.Clone()
	if named(out.Title) {
		out.Title = title
	}
	out.Intent = strings.Join(slices.DeleteFunc(strings.Split(out.Intent, "\n"), named), "\n")
	out.Cues = slices.DeleteFunc(slices.Clone(out.Cues), named)
	for i := range out.Stages {
		if named(out.Stages[i].Cue) {
			out.Stages[i].Cue = ""
		}
	}
	return out
}
