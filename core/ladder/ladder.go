package ladder

import (
	"cmp"
	"fmt"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/progress"
	"hodometer/core/sport"
	"hodometer/core/units"
)

// Format and Version mark a ladder document.
const (
	Format  = "hodometer.ladder"
	Version = 1
)

// School is which comes first where coaches disagree.
type School string

// The schools of order.
const (
	Neither      School = ""
	ControlFirst School = "controlFirst"
	SpeedFirst   School = "speedFirst"
)

// Schools there are, each with what it gives up.
var Schools = []units.Term{
	{ID: string(Neither), Label: "coaches agree on the order"},
	{ID: string(ControlFirst), Label: "control first: long streaks at low pace, full pace last"},
	{ID: string(SpeedFirst), Label: "match speed first: few balls at full pace, long streaks last"},
}

// Ladder is the document. Its rungs go from the first to the last.
type Ladder struct {
	Format  string `json:"format"`
	Version int    `json:"version"`
	ID      string `json:"id"`
	Title   string `json:"title"`
	Sport   string `json:"sport"`
	Intent  string `json:"intent"` // a sentence
	School  School `json:"school,omitempty"`
	// Other is the ladder that goes to the same in the other order.
	Other string `json:"other,omitempty"`
	// LeastBalls are counted on a rung before moving up is advised, LeastPlay before match play
	// is; 0: as is usual. Neither counts where nothing is a matter of chance.
	LeastBalls int    `json:"leastBalls,omitempty"`
	LeastPlay  int    `json:"leastPlay,omitempty"`
	Rungs      []Rung `json:"rungs"`
}

// Least is how many balls are counted before moving up is advised, and before match play is.
type Least struct {
	Up   int `json:"up"`
	Play int `json:"play"`
}

// Least returns the ladder's own numbers, or the usual ones.
func (l *Ladder) Least() Least {
	return Least{cmp.Or(l.LeastBalls, progress.LeastBalls), cmp.Or(l.LeastPlay, UsualPlay)}
}

// Rung is one step. With no drill it is met by the coach's word alone.
type Rung struct {
	ID    string `json:"id"`
	Title string `json:"title"`
	// Drill is the root of the drill it is counted in, Stage the key of its stage
	// there; "": the first.
	Drill string `json:"drill,omitempty"`
	Stage string `json:"stage,omitempty"`
	// Gate is the goal to meet; nil: the stage's own.
	Gate *goal.Goal `json:"gate,omitempty"`
	// Days on which it is to be met; 0: UsualDays.
	Days int `json:"days,omitempty"`
	// Level is the chance of a good ball to be sure of, Floor the one below which it
	// is too hard; 0: as is usual. Neither counts where nothing is a matter of chance.
	Level float64 `json:"level,omitempty"`
	Floor float64 `json:"floor,omitempty"`
	// Back is the rung to go back to; "": the one before.
	Back      string    `json:"back,omitempty"`
	Dimension Dimension `json:"dimension,omitempty"`
	Form      Form      `json:"form,omitempty"`
	Cue       string    `json:"cue,omitempty"`
}

// What is usual [trade]: a gate is met on two days; from three balls in five good it
// holds, under two in five it is too hard.
const (
	UsualDays  = 2
	UsualLevel = 0.60
	UsualFloor = 0.40
	// UsualPlay balls on UsualDays days come before match play.
	UsualPlay = 12
)

// Limits of a ladder.
const (
	MaxRungs  = 40
	mostDays  = 10
	mostText  = 120
	mostLeast = 200
)

func (r *Rung) days() int {
	if r.Days == 0 {
		return UsualDays
	}
	return r.Days
}

// Band is the chance to be sure of, and the one below which it is too hard.
func (r *Rung) Band() (level, floor float64) {
	level, floor = r.Level, r.Floor
	if level == 0 {
		level = UsualLevel
	}
	if floor == 0 {
		floor = min(UsualFloor, level*UsualFloor/UsualLevel)
	}
	return level, floor
}

// At is the place of a rung; −1 where there is none of that id.
func (l *Ladder) At(rung string) int {
	return slices.IndexFunc(l.Rungs, func(r Rung) bool { return r.ID == rung })
}

// Back is the place of the rung to go back to from the i-th; −1 from the first.
func (l *Ladder) Back(i int) int {
	if to := l.At(l.Rungs[i].Back); to >= 0 && to < i {
		return to
	}
	return i - 1
}

// Validate lists what is wrong with the ladder.
func (l *Ladder) Validate() (p units.Problems) {
	if l.Format != Format || l.Version != Version {
		p.Add("format", fmt.Sprintf("this is not a %s document of version %d", Format, Version))
	}
	text := func(field, what, said string) {
		has := fmt.Sprintf("%s has 1 to %d characters", what, mostText)
		if p.Named(field, said, has); len([]rune(said)) > mostText {
			p.Add(field, has)
		}
	}
	text("title", "a title", l.Title)
	if _, err := sport.ByID(l.Sport); err != nil {
		p.Add("sport", err.Error())
	}
	p.OneOf("school", string(l.School), Schools)
	for field, n := range map[string]int{"leastBalls": l.LeastBalls, "leastPlay": l.LeastPlay} {
		if n < 0 || n > mostLeast {
			p.Add(field, fmt.Sprintf("1 to %d balls, or 0 for the usual number", mostLeast))
		}
	}
	if len(l.Rungs) == 0 || len(l.Rungs) > MaxRungs {
		p.Add("rungs", fmt.Sprintf("a ladder has 1 to %d rungs, got %d", MaxRungs, len(l.Rungs)))
	}
	for i := range l.Rungs {
		r := &l.Rungs[i]
		field := fmt.Sprintf("rungs[%d]", i)
		text(field+".title", "a rung’s title", r.Title)
		if r.ID == "" || l.At(r.ID) != i {
			p.Add(field+".id", "every rung needs its own id")
		}
		if to := l.At(r.Back); r.Back != "" && (to < 0 || to >= i) {
			p.Add(field+".back", "the rung to move down to must be below this one")
		}
		p.Under(field, r.validate())
	}
	return p
}

func (r *Rung) validate() (p units.Problems) {
	if r.Days < 0 || r.Days > mostDays {
		p.Add("days", fmt.Sprintf("days needed for a gate: 1 to %d, got %d", mostDays, r.Days))
	}
	if r.Gate != nil {
		p.Under("gate", r.Gate.Validate())
	}
	if level, floor := r.Band(); !(level > 0 && level < 1) || !(floor >= 0 && floor < level) {
		p.Add("level", "the success rate needed must be between 0 and 1, and above the floor")
	}
	if r.Dimension != "" {
		p.OneOf("dimension", string(r.Dimension), Dimensions)
	}
	if r.Form != "" {
		p.OneOf("form", string(r.Form), Forms)
	}
	return p
}

// StageIn is the place of the rung's stage in its drill, of several of that key the one
// that is counted as the gate asks; −1 where the drill has it no more.
func (r *Rung) StageIn(d *drill.Drill) int {
	is := func(s drill.Stage) bool { return r.Stage == "" || s.Key() == r.Stage }
	if r.Gate != nil {
		i := slices.IndexFunc(
			d.Stages,
			func(s drill.Stage) bool { return is(s) && s.Goal.Kind == r.Gate.Kind },
		)
		if i >= 0 {
			return i
		}
	}
	return slices.IndexFunc(d.Stages, is)
}

// GateIn is what is to be met, the rung's own or the stage's.
func (r *Rung) GateIn(d *drill.Drill, stage int) goal.Goal {
	if r.Gate != nil {
		return *r.Gate
	}
	return d.Stages[stage].Goal
}
