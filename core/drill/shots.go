package drill

import (
	"fmt"
	"slices"

	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Shot is one of the shots that take turns in a stage.
type Shot struct {
	Stroke    pattern.Stroke `json:"stroke"`
	Direction Direction      `json:"direction"`
	Shape     pattern.Shape  `json:"shape,omitempty"`
	Target    int            `json:"target"`
}

// Choice is a result that a ball can have besides good or missed: "taken in the air".
// Right and Wrong are both false where it is neither.
type Choice struct {
	ID    string `json:"id"` // what its history is kept under
	Words string `json:"words"`
	Right bool   `json:"right,omitempty"`
	Wrong bool   `json:"wrong,omitempty"`
}

// Most of what a stage can have.
const (
	MaxShots   = 6
	MaxChoices = 4
	mostWords  = 40
)

// Shot is the i-th shot of the stage, going round from the first: its own where no
// shots take turns.
func (s Stage) Shot(i int) Shot {
	if len(s.Shots) == 0 {
		return Shot{s.Stroke, s.Direction, s.Shape, s.Target}
	}
	return s.Shots[i%len(s.Shots)]
}

// As is the stage with that shot alone.
func (s Stage) As(shot Shot) Stage {
	s.Stroke, s.Direction, s.Shape, s.Target = shot.Stroke, shot.Direction, shot.Shape, shot.Target
	s.Name, s.Shots = "", nil
	return s
}

// With is the drill with one of the shots that take turns in its i-th stage, alone.
func (d *Drill) With(i int, shot Shot) *Drill {
	out := *d
	out.Stages = slices.Clone(d.Stages)
	out.Stages[i] = d.Stages[i].As(shot)
	return &out
}

func (s Shot) validate(targets int) (out units.Problems) {
	out.OneOf("stroke", string(s.Stroke), pattern.Strokes)
	out.OneOf("direction", string(s.Direction), Directions)
	if s.Shape != "" {
		out.OneOf("shape", string(s.Shape), pattern.Shapes)
	}
	if s.Target < 0 || s.Target >= max(1, targets) {
		out.Add("target", fmt.Sprintf("there is no target %d", s.Target))
	}
	return out
}
