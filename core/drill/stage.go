package drill

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"hodometer/core/court"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Direction is where a ball is sent.
type Direction string

// The directions. Anywhere and Middle are the same for both hands.
const (
	CrossCourt Direction = "crossCourt"
	Straight   Direction = "straight"
	Middle     Direction = "middle"
	Anywhere   Direction = "anywhere"
)

// Holder is who a stage's goal belongs to.
type Holder string

// The holders of a goal.
const (
	Each Holder = ""     // every student by themselves
	Pair Holder = "pair" // the two who play together, in the lesson's order
	Team Holder = "team" // all together
)

// GateFor is for whom a gate opens the next stage.
type GateFor string

// The gates.
const (
	NoGate   GateFor = ""
	GateEach GateFor = "each" // who has met this one goes on
	GateAll  GateFor = "all"  // when the last has met it, all go on
)

// Stage is one of the goals that a drill is gone through by: a stroke, a direction,
// the target it is counted at (from 0; ignored where there are no targets: in
// court counts), what is to be done; and what is its own where it differs from
// the drill.
type Stage struct {
	// ID is what its history is kept under once it was renamed: what it was called
	// first. "": its name is, or the words its stroke and direction once had (Key).
	ID string `json:"id,omitempty"`
	// Name is what the coach calls it: "half pace". "": its stroke and direction.
	Name      string         `json:"name,omitempty"`
	Stroke    pattern.Stroke `json:"stroke"`
	Direction Direction      `json:"direction"`
	Target    int            `json:"target"`
	Goal      goal.Goal      `json:"goal"`
	Holder    Holder         `json:"holder,omitempty"`
	Gate      GateFor        `json:"gate,omitempty"`
	// Pace is how fast the balls are and come, of the drill's; 0: as fast.
	Pace float64 `json:"pace,omitempty"`
	// Feeds are the balls of the pattern that are played, from 0; none: all.
	Feeds []int `json:"feeds,omitempty"`
	// Place is where the first ball is met; nil: where the drill has it.
	Place *court.Point `json:"place,omitempty"`
	Cue   string       `json:"cue,omitempty"`
	// Beside: its goal runs at the same time as the one before it, for other balls of the
	// same turn. Its Feeds are the balls that count for it.
	Beside bool `json:"beside,omitempty"`
	// Counts are those of its balls that are counted, from 0 in the pattern; none: all.
	Counts []int `json:"counts,omitempty"`
	// Shape is the shot that is asked for, one of pattern.Shapes; "": any.
	Shape pattern.Shape `json:"shape,omitempty"`
	// Shots take turns, one a ball, each with a target of its own; none: the stage's own.
	Shots []Shot `json:"shots,omitempty"`
	// Choices are what a ball can be besides good or missed.
	Choices []Choice `json:"choices,omitempty"`
}

// Groups are the stages that are played one after the other, each as the places of the
// goals that run side by side in it.
func (d *Drill) Groups() (out [][]int) {
	for i, s := range d.Stages {
		if i > 0 && s.Beside {
			out[len(out)-1] = append(out[len(out)-1], i)
			continue
		}
		out = append(out, []int{i})
	}
	return out
}

// GroupOf are the places of the goals that run side by side with the i-th, itself among
// them.
func (d *Drill) GroupOf(i int) (from, to int) {
	for from = i; from > 0 && d.Stages[from].Beside; from-- {
	}
	for to = i + 1; to < len(d.Stages) && d.Stages[to].Beside; to++ {
	}
	return from, to
}

// firstOf are so many balls of a pattern, in order.
func firstOf(balls int) []int {
	if balls <= len(every) {
		return every[:balls]
	}
	out := make([]int, balls) // it is not valid, and will be told so
	for f := range out {
		out[f] = f
	}
	return out
}

var every = func() (out [pattern.MostFeeds]int) {
	for f := range out {
		out[f] = f
	}
	return out
}()

// FeedsAt are the balls of the pattern that are played at the i-th stage and at those
// beside it, in order. They are only to be read.
func (d *Drill) FeedsAt(i int) (out []int) {
	from, to := d.GroupOf(i)
	if own := d.Stages[i].Feeds; to-from == 1 && len(own) > 0 {
		return own
	}
	for j := from; j < to; j++ {
		if len(d.Stages[j].Feeds) == 0 {
			out = out[:0]
			break
		}
		for _, f := range d.Stages[j].Feeds {
			if !slices.Contains(out, f) {
				out = append(out, f)
			}
		}
	}
	if len(out) == 0 {
		return firstOf(len(d.Pattern.Feeds))
	} else if to-from > 1 {
		slices.Sort(out)
	}
	return out
}

// Bounds of a stage's pace, of the drill's.
const (
	leastPace = 0.3
	mostPace  = 1.5
)

func (s Stage) validate(targets int, p *pattern.Pattern) (out units.Problems) {
	out.OneOf("stroke", string(s.Stroke), pattern.Strokes)
	out.OneOf("direction", string(s.Direction), Directions)
	out.OneOf("holder", string(s.Holder), Holders)
	out.OneOf("gate", string(s.Gate), Gates)
	if s.Target < 0 || s.Target >= max(1, targets) {
		out.Add("target", fmt.Sprintf("there is no target %d", s.Target))
	}
	if s.Pace != 0 && !(s.Pace >= leastPace && s.Pace <= mostPace) {
		out.Add(
			"pace",
			fmt.Sprintf("a stage's pace is %g to %g of the drill's, got %g", leastPace, mostPace, s.Pace),
		)
	}
	for field, balls := range map[string][]int{"feeds": s.Feeds, "counts": s.Counts} {
		for i, f := range balls {
			if f < 0 || f >= len(p.Feeds) || slices.Contains(balls[:i], f) {
				out.Add(
					fmt.Sprintf("%s[%d]", field, i),
					fmt.Sprintf("balls are numbered 0 to %d, each at most once", len(p.Feeds)-1),
				)
			}
		}
	}
	if s.Shape != "" {
		out.OneOf("shape", string(s.Shape), pattern.Shapes)
	}
	if len(s.Shots) > MaxShots {
		out.Add("shots", fmt.Sprintf("at most %d shots take turns, got %d", MaxShots, len(s.Shots)))
	}
	for i, shot := range s.Shots {
		out.Under(fmt.Sprintf("shots[%d]", i), shot.validate(targets))
	}
	if len(s.Choices) > MaxChoices {
		out.Add("choices", fmt.Sprintf("a ball has at most %d choices, got %d", MaxChoices, len(s.Choices)))
	}
	for i, c := range s.Choices {
		field := fmt.Sprintf("choices[%d].", i)
		needs := fmt.Sprintf("a choice needs a name of at most %d characters", mostWords)
		if out.Named(field+"words", c.Words, needs); len([]rune(c.Words)) > mostWords {
			out.Add(field+"words", needs)
		}
		if c.ID == "" || slices.ContainsFunc(s.Choices[:i], func(o Choice) bool { return o.ID == c.ID }) {
			out.Add(field+"id", "each choice needs its own id")
		}
		if c.Right && c.Wrong {
			out.Add(field+"right", "a choice is right or wrong, or neither; not both")
		}
	}
	if s.Place != nil && !(math.Abs(s.Place.X) <= farOut && math.Abs(s.Place.Y) <= farOut) {
		out.Add("place", "a stage is played within thirty metres of the net")
	}
	if (s.Goal.Kind == goal.Race) && s.Holder != Each {
		out.Add("holder", "a race belongs to each student")
	}
	out.Under("goal", s.Goal.Validate())
	return out
}

// farOut is how far from the middle a place may be, in metres.
const farOut = 30.0

// Label names a stage as a coach calls it: "Half pace", "Forehand cross-court".
func (s Stage) Label() string {
	if s.Name != "" {
		return s.Name
	}
	stroke := units.LabelOf(pattern.Strokes, string(s.Stroke))
	if s.Shape != "" {
		stroke += " " + units.LabelOf(pattern.Shapes, string(s.Shape))
	}
	label := strings.ToUpper(stroke[:1]) + stroke[1:]
	if s.Direction != Anywhere {
		label += " " + units.LabelOf(Directions, string(s.Direction))
	}
	return label
}

// Key is what the stage's history is kept under, whatever it is called by now.
func (s Stage) Key() string {
	switch {
	case s.ID != "":
		return s.ID
	case s.Name != "":
		return s.Name
	}
	key := keptWords(s.Stroke, s.Direction)
	if s.Shape != "" {
		key += "." + string(s.Shape)
	}
	return key
}

// Follow keeps the histories of a drill's stages through an edit: what was renamed
// goes on under its old key. Stages are told apart by their labels first, then by
// their places.
func (d *Drill) Follow(was *Drill) {
	named := func(label string) int {
		return slices.IndexFunc(was.Stages, func(o Stage) bool { return o.Label() == label })
	}
	for i := range d.Stages {
		s := &d.Stages[i]
		if s.ID != "" {
			continue
		}
		if j := named(s.Label()); j >= 0 {
			s.ID = was.Stages[j].ID
			continue
		}
		if len(was.Stages) != len(d.Stages) {
			continue
		}
		old := was.Stages[i]
		gone := !slices.ContainsFunc(d.Stages, func(n Stage) bool { return n.Label() == old.Label() })
		if gone && old.Stroke == s.Stroke && old.Direction == s.Direction {
			s.ID = old.Key()
		}
	}
}

// Shared says whether the stage is over for several at once.
func (s Stage) Shared() bool { return s.Holder != Each || s.Goal.Kind == goal.Race }

// HeldBy is who holds a stage's goal together with the i-th of so many students, by
// their places: pairs in the lesson's order, of an odd number the last three as one.
func HeldBy(s Stage, students, i int) (out []int) {
	from, to := 0, students
	switch {
	case !s.Shared():
		from, to = i, i+1
	case s.Holder == Pair:
		from, to = i-i%2, i-i%2+2
		if last := students - students%2; students%2 == 1 && students > 1 && i >= last-2 {
			from, to = last-2, students
		}
	}
	for j := from; j < min(to, students); j++ {
		out = append(out, j)
	}
	return out
}

// Paced is the pace of the stage's balls as a share of the drill's.
func (s Stage) Paced() float64 {
	if s.Pace == 0 {
		return 1
	}
	return s.Pace
}

// elsewhere reports whether the balls of the i-th stage are not the drill's own.
func (d *Drill) elsewhere(i int) bool {
	s := d.Stages[i]
	return s.Paced() != 1 || s.Place != nil || len(d.FeedsAt(i)) != len(d.Pattern.Feeds) ||
		d.counted(i) != nil
}

// At is the drill as its i-th stage is played: some of its balls, from another
// place, slower or faster. The stages stay.
func (d *Drill) At(k *pattern.Flights, i int) *Drill {
	s := d.Stages[i]
	if !d.elsewhere(i) {
		return d
	}
	out := *d
	p := d.Pattern
	if played := d.FeedsAt(i); len(played) != len(p.Feeds) {
		feeds := make([]pattern.Feed, len(played))
		for k, f := range played {
			feeds[k] = p.Feeds[f]
		}
		stations := slices.ContainsFunc(p.Feeds, func(f pattern.Feed) bool { return f.Go != nil })
		if p.Feeds = feeds; len(feeds) == 1 && stations { // one of several: it stays there
			p.Feeds[0].Go = nil
			p.Start, p.Base = feeds[0].To, feeds[0].To
		}
	}
	if s.Place != nil {
		p = p.Moved(court.Point{X: s.Place.X - p.Feeds[0].To.X, Y: s.Place.Y - p.Feeds[0].To.Y})
	}
	out.Pattern = k.Paced(p, s.Paced())
	out.countedBalls = d.counted(i)
	return &out
}

// counted says of each ball that is played at the i-th stage whether it counts for it;
// nil where all do.
func (d *Drill) counted(i int) []bool {
	s := d.Stages[i]
	counts := s.Counts
	if len(counts) == 0 {
		counts = s.Feeds
	}
	played := d.FeedsAt(i)
	if len(counts) == 0 || len(counts) == len(played) {
		return nil
	}
	out := make([]bool, len(played))
	for k, f := range played {
		out[k] = slices.Contains(counts, f)
	}
	return out
}

// GoalLabel says a step's goal as a coach does. What has no chance is counted in
// repetitions, whatever the goal was called.
func (d *Drill) GoalLabel(s Stage) string {
	said := s.Goal.String()
	if s.Goal.Kind == goal.Total && !d.ByChance(s) {
		said = goal.Goal{Kind: goal.Repetitions, Count: s.Goal.Count}.String()
	}
	switch s.Holder {
	case Pair:
		said += " for the pair"
	case Team:
		said += " together"
	}
	return said
}

// Goals are what the drill asks, on a line: "5 in a row: forehand, backhand".
// Goals alike are named once, with the strokes they are for.
func (d *Drill) Goals() string {
	var (
		order   []string
		strokes = map[string][]string{}
	)
	for _, s := range d.Stages {
		said := d.GoalLabel(s)
		if _, known := strokes[said]; !known {
			order = append(order, said)
			strokes[said] = nil
		}
		if s.Name != "" || s.Stroke != pattern.Either || s.Direction != Anywhere {
			strokes[said] = append(strokes[said], strings.ToLower(s.Label()))
		}
	}
	for i, said := range order {
		if of := strokes[said]; len(of) > 0 {
			order[i] = said + ": " + strings.Join(of, ", ")
		}
	}
	return strings.Join(order, "; ")
}
