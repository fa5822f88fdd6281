package drill

import (
	"math"
	"slices"
	"strings"

	"hodometer/core/pattern"
	"hodometer/core/units"
)

// mostEdits is how many changes a name has room for.
const mostEdits = 3

// Edited returns in a few words what a coach changed to come to d from the drill it was copied
// from, for its name: "other side, larger target, 5 in a row". What is only worded otherwise
// comes last; "" where nothing differs.
func (d *Drill) Edited(from *Drill) string {
	var out []string
	say := func(differs bool, words string) {
		if differs && words != "" && len(out) < mostEdits {
			out = append(out, words)
		}
	}
	was := from
	if a, b := side(d), side(from); a*b < 0 {
		say(true, "other side")
		mirrored := from.Mirror()
		was = &mirrored
	}
	if c, err := d.Court(); err == nil {
		say(d.Pattern.Court != from.Pattern.Court, c.Short)
	}
	balls, had := len(d.Pattern.Feeds), len(was.Pattern.Feeds)
	switch {
	case balls == 1 && had > 1:
		say(true, "one ball")
	case balls < had:
		say(true, "fewer balls")
	case balls > had:
		say(true, "more balls")
	default:
		say(!slices.EqualFunc(d.Pattern.Feeds, was.Pattern.Feeds, sameBall), "balls moved")
	}
	say(d.sized() > was.sized()+sizeTells, "larger target")
	say(d.sized() < was.sized()-sizeTells, "smaller target")
	say(d.Tempo().SecondsPerBall > was.Tempo().SecondsPerBall*1.02, "slower")
	say(d.Tempo().SecondsPerBall < was.Tempo().SecondsPerBall*0.98, "faster")
	say(!slices.EqualFunc(d.Stages, was.Stages, sameGoal), d.goals())
	say(d.Level != from.Level, strings.ToLower(units.LabelOf(units.Levels, string(d.Level))))
	if len(out) == 0 {
		say(d.Edition() != from.Edition(), "changed")
		say(!slices.Equal(d.Cues, from.Cues) || d.Intent != from.Intent, "other words")
	}
	return strings.Join(out, ", ")
}

// sizeTells is how much the size of the targets must differ to be said, metres.
const sizeTells = 0.02

// side is on which side of the court the balls come, positive on the right.
func side(d *Drill) (x float64) {
	for _, f := range d.Pattern.Feeds {
		x += f.To.X
	}
	if math.Abs(x) < 0.05 {
		return 0
	}
	return x
}

// sized is the mean size of the targets, as the radius of a circle.
func (d *Drill) sized() (sum float64) {
	for _, t := range d.Targets {
		sum += t.Radial()
	}
	return sum / float64(max(1, len(d.Targets)))
}

// goals are what the stages ask for, each kind said once.
func (d *Drill) goals() string {
	var out []string
	for _, s := range d.Stages {
		if said := s.Goal.String(); !slices.Contains(out, said) {
			out = append(out, said)
		}
	}
	if len(out) > 2 {
		return "other goals"
	}
	return strings.Join(out, " and ")
}

// sameBall reports whether two balls come and are met alike, within sizeTells.
func sameBall(a, b pattern.Feed) bool {
	near := func(v, w float64) bool { return math.Abs(v-w) < sizeTells }
	return a.How == b.How && a.Stroke == b.Stroke && a.Meet == b.Meet &&
		near(a.To.X, b.To.X) && near(a.To.Y, b.To.Y) &&
		near(a.From.X, b.From.X) && near(a.From.Y, b.From.Y)
}

func sameGoal(a, b Stage) bool { return a.Goal == b.Goal }
