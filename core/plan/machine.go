package plan

import (
	"fmt"
	"math"
	"strings"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/lesson"
	"hodometer/core/machine"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Machine is the ball machine of a block: how it is set when the block begins, and what
// that and each easier and harder setting ask of the students.
type Machine struct {
	Kind      machine.Kind      `json:"kind"`
	Programme machine.Programme `json:"programme"`
	PerMinute float64           `json:"perMinute"`
	// Step is the place among the steps of how it is set.
	Step   int           `json:"step"`
	Steps  []MachineStep `json:"steps"`
	Cannot []string      `json:"cannot"` // what of it the machine cannot do
	// Refills are how often the hopper is empty before the block is over.
	Refills int `json:"refills"`
}

// MachineStep is one setting, from the easiest to the hardest.
type MachineStep struct {
	Setting machine.Setting `json:"setting"`
	Label   string          `json:"label"`
	// Isolated: the student knows which ball comes and where.
	Isolated bool         `json:"isolated,omitempty"`
	Asks     []MachineAsk `json:"asks"`
}

// MachineAsk is what a setting asks of one student.
type MachineAsk struct {
	Student string `json:"student"`
	// Slack is the time in s that is left at the tightest ball, below 0 where it is out of
	// reach; Rest the time between meeting a ball and the next one's release.
	Slack float64 `json:"slack"`
	Rest  float64 `json:"rest"`
	// Metres are run in a minute.
	Metres float64 `json:"metres"`
	Reach  bool    `json:"reach"` // every ball can be reached
}

// setting of the machine of a block when it begins.
func settingOf(b *lesson.Block) machine.Setting {
	if b.Machine == nil {
		return machine.Setting{Shuffled: b.Drill.Pattern.Drawn}
	}
	return *b.Machine
}

// MachineOf is the machine of a drill set like that, without what it asks of anybody; nil
// where none feeds it.
func (p *Planner) MachineOf(d *drill.Drill, now machine.Setting, system units.System) *Machine {
	n := machine.Fed(d.Pattern)
	kind, ok := machine.Of(d.Pattern.Court)
	if n == 0 || !ok {
		return nil
	}
	programme, err := machine.Make(&p.Flights, d.Pattern, now)
	if err != nil {
		return nil
	}
	out := &Machine{
		Kind:      kind,
		Programme: programme,
		PerMinute: programme.PerMinute(),
		Step:      now.Step(n),
		Cannot:    kind.Cannot(programme, system),
	}
	for _, s := range now.Steps(n, halfWidth(d.Pattern)) {
		what := s
		what.PerMinute = 0 // the rate stands beside it
		out.Steps = append(out.Steps, MachineStep{
			Setting: s, Label: what.Say(n), Isolated: s.Isolated(n), Asks: []MachineAsk{},
		})
	}
	return out
}

// machine reckons the machine of a drill block; nil where none feeds it.
func (q *question) machine(b *lesson.Block, outlook *drill.Outlook) *Machine {
	out := q.MachineOf(b.Drill, settingOf(b), q.system)
	if out == nil {
		return nil
	}
	if outlook != nil && outlook.Balls.Value > 0 {
		out.Refills = int(math.Ceil(outlook.Balls.Value/float64(out.Kind.Hopper))) - 1
	}
	fed, _ := machine.Only(b.Drill.Pattern)
	fed.Drawn = false // a step says itself whether it is shuffled
	for i := range out.Steps {
		step := &out.Steps[i]
		for j := range q.students {
			if ask, ok := q.asks(step.Setting.Pattern(fed), &q.students[j], step.Setting.Anywhere); ok {
				step.Asks = append(step.Asks, ask)
			}
		}
	}
	return out
}

// mostAsked is how long a stretch of balls is looked at.
const mostAsked = 24

// asks is what balls that come over and over ask of a student. A ball that may come
// anywhere near its place is as much farther away at worst.
func (q *question) asks(p pattern.Pattern, s *Student, anywhere float64) (out MachineAsk, ok bool) {
	mover := s.mover()
	turn, err := q.Flights.Play(p, mover, mostAsked, false)
	if err != nil || len(turn.Balls) == 0 {
		return out, false
	}
	out = MachineAsk{Student: s.ID, Slack: turn.LeastSlack, Reach: true, Rest: math.Inf(1)}
	for i, b := range turn.Balls {
		met := b.Contact - b.Release
		out.Rest = min(out.Rest, p.Feeds[i].Gap-met)
		out.Reach = out.Reach && b.Leg.Effort != footwork.Unreachable
	}
	if anywhere > 0 {
		out.Slack -= mover.Run(anywhere)
		out.Reach = out.Reach && out.Slack >= 0
	}
	if turn.Seconds > 0 {
		out.Metres = 60 * turn.Metres / turn.Seconds
	}
	return out, true
}

// halfWidth of the court of a pattern, m.
func halfWidth(p pattern.Pattern) float64 {
	c, err := court.ByID(p.Court)
	if err != nil {
		return 0
	}
	return c.HalfWidth[p.Area]
}

// manyInOnePlace are so many balls of one place that something is to be added [trade].
const manyInOnePlace = 40

// ofMachine says what a block's machine cannot do, and where too much of it is one ball
// in one place.
func (q *question) ofMachine(b *lesson.Block) (out []Notice) {
	m := q.MachineOf(b.Drill, settingOf(b), q.system)
	if m == nil {
		return nil
	}
	if len(m.Cannot) > 0 {
		out = append(
			out,
			notice("machineCannot", "The ball machine cannot feed this: "+strings.Join(m.Cannot, " ")),
		)
	}
	if balls := float64(b.Minutes) * m.PerMinute; m.Steps[m.Step].Isolated && balls > manyInOnePlace {
		// All of them shuffled, or one ball anywhere near its place.
		harder := m.Steps[max(1, len(m.Steps)-2)]
		fit := *b
		fit.Machine = &harder.Setting
		out = append(out, notice(
			"machineOnePlace",
			fmt.Sprintf(
				"All of about %.0f balls come to one place. Once the stroke holds, let them come to others.",
				balls,
			),
			change("Begin with "+harder.Label, "the student has to read each ball", fit),
		))
	}
	return out
}
