package drill

import (
	"strings"

	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Skill is what a student's results are kept under: a stroke sent in a
// direction off a situation, as the ids of the three: forehand.crossCourt.shortBall.
type Skill string

// SkillOf makes a skill's id.
func SkillOf(s pattern.Stroke, d Direction, situation string) Skill {
	return Skill(string(s) + "." + string(d) + "." + situation)
}

// Skill is what a step's results are kept under.
func (d *Drill) Skill(s Stage) Skill { return SkillOf(s.Stroke, s.Direction, d.Situation) }

// Parts of the skill: stroke, direction and situation.
func (k Skill) Parts() (pattern.Stroke, Direction, string) {
	stroke, rest, _ := strings.Cut(string(k), ".")
	direction, situation, _ := strings.Cut(rest, ".")
	return pattern.Stroke(stroke), Direction(direction), situation
}

// Label names the skill as a coach calls it: "Forehand cross-court, short ball".
// own are the words of situations that coaches named, by id.
func (k Skill) Label(own map[string]string) string {
	stroke, direction, situation := k.Parts()
	words, ok := own[situation]
	if !ok {
		words = units.LabelOf(Situations, situation)
	}
	return Stage{Stroke: stroke, Direction: direction}.Label() + ", " + words
}

// Short names only the stroke of the skill: "Forehand cross-court".
func (k Skill) Short() string {
	stroke, direction, _ := k.Parts()
	return Stage{Stroke: stroke, Direction: direction}.Label()
}
