package draft

import (
	"slices"
	"strings"

	"hodometer/core/course"
	"hodometer/core/drill"
	"hodometer/core/units"
)

// Suits reports whether a drill is what a week of that theme is for; before says that the
// students have done it. All suit a week that is open, or an even mix [trade].
func Suits(theme course.Theme, d *drill.Drill, before bool) bool {
	feeds := len(d.Pattern.Feeds)
	switch theme {
	case course.Basics:
		return feeds == 1 || d.Focus == drill.Technique
	case course.Combined:
		return feeds > 1 && d.Focus != "pressure"
	case course.AtSpeed:
		return d.Tempo().SecondsPerBall <= quick || d.Focus == "early" || d.Focus == "rhythm"
	case course.MatchDay:
		return d.Focus == "pressure" || d.Focus == "serveReturn" || d.Focus == "anticipation"
	case course.Easing:
		return before
	case course.Open, course.Mix:
	}
	return true
}

// themed reports whether the week is for something that not every drill is for.
func (w *maker) themed() bool { return w.Theme != course.Open && w.Theme != course.Mix }

// themeName is the theme in a word or two.
func (w *maker) themeName() string {
	name, _, _ := strings.Cut(units.LabelOf(course.Themes, string(w.Theme)), ":")
	return name
}

// ofTheme are drills for the week's theme: those of ladders first, then those that were not met,
// then the rest; work on ladders that is not for the theme comes after, and takes half at most.
func (w *maker) ofTheme(pool []found) (out []found) {
	suits := func(f *found) bool { return Suits(w.Theme, &f.drill, f.known()) }
	failed, _ := w.failed()
	rungs := w.onLadders()
	add := func(from []found, most int, is func(*found) bool) {
		for i := range from {
			if len(out) < most && is(&from[i]) &&
				!slices.ContainsFunc(out, func(o found) bool { return alike(&o.drill, &from[i].drill) }) {
				out = append(out, from[i])
			}
		}
	}
	half := (w.wanted() + 1) / 2
	add(rungs, w.wanted(), suits)
	add(failed, half, suits)
	add(pool, half, suits)
	if len(out) == 0 {
		return nil
	}
	add(rungs, w.wanted(), func(*found) bool { return true })
	add(pool, w.wanted(), suits)
	add(pool, w.wanted(), func(*found) bool { return true })
	return out
}

// A drill of the week's theme is worth as much as a purpose asked for, nearly; balls that
// come this many seconds apart are quick [trade].
const (
	themeWeighs = 1.5
	quick       = 2.5
)
