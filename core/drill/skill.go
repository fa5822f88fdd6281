package drill

import (
	"strings"

	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/progress"
	"hodometer/core/units"
)

// Skill is what a student's results are kept under: a stroke sent in a direction off a
// situation, as the ids of the three, and the shape of the shot where one is asked for:
// forehand.crossCourt.shortBall, backhand.straight.return.slice.
type Skill string

// SkillOf makes a skill's id.
func SkillOf(s pattern.Stroke, d Direction, situation string) Skill {
	return Skill(string(s) + "." + string(d) + "." + situation)
}

// Skill is what a step's results are kept under.
func (d *Drill) Skill(s Stage) Skill {
	k := SkillOf(s.Stroke, s.Direction, d.Situation)
	if s.Shape != "" {
		k += Skill("." + string(s.Shape))
	}
	return k
}

// Parts of the skill: stroke, direction and situation.
func (k Skill) Parts() (pattern.Stroke, Direction, string) {
	stroke, rest, _ := strings.Cut(string(k), ".")
	direction, rest, _ := strings.Cut(rest, ".")
	situation, _, _ := strings.Cut(rest, ".")
	return pattern.Stroke(stroke), Direction(direction), situation
}

// Shape of the shot; "" where none is asked for.
func (k Skill) Shape() pattern.Shape {
	parts := strings.SplitN(string(k), ".", 4)
	if len(parts) < 4 {
		return ""
	}
	return pattern.Shape(parts[3])
}

// Label names the skill as a coach calls it: "Forehand cross-court, short ball".
// own are the words of situations that coaches named, by id.
func (k Skill) Label(own map[string]string) string {
	stroke, direction, situation := k.Parts()
	words, ok := own[situation]
	if !ok {
		words = units.LabelOf(Situations, situation)
	}
	return Stage{Stroke: stroke, Direction: direction, Shape: k.Shape()}.Label() + ", " + words
}

// Short names only the stroke of the skill: "Forehand cross-court".
func (k Skill) Short() string {
	stroke, direction, _ := k.Parts()
	return Stage{Stroke: stroke, Direction: direction, Shape: k.Shape()}.Label()
}

// measures are what a goal of a kind leaves besides chance.
var measures = map[goal.Kind]progress.Measure{
	goal.Total: progress.Good, goal.InARow: progress.Streak, goal.Timed: progress.Tempo,
	goal.Rally: progress.Rally, goal.Race: progress.Good, goal.Repetitions: progress.Repetitions,
	goal.Clock: progress.Seconds,
}

// SeriesOf is where a goal's other evidence is kept: as long as the drill it came from,
// the stage (by its key) and what is counted stay the same, one time follows the other.
func SeriesOf(root, stage string, g goal.Goal) progress.Key {
	out := progress.Key{Drill: root, Stage: stage, Measure: measures[g.Kind]}
	if g.Kind.Timed() {
		out.Seconds, out.SetOf = g.Seconds, g.SetOf
	}
	return out
}

// Series is where a stage's other evidence is kept.
func (d *Drill) Series(s Stage) progress.Key { return SeriesOf(d.Root(), s.Key(), s.Goal) }
