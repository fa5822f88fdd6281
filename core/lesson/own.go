package lesson

import (
	"fmt"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/units"
)

// Own is what one student has for themselves in a drill block: targets so many
// times as large as the others', another tempo, other counts to reach, another
// version of the feeds, and a cue.
type Own struct {
	Student string  `json:"student"`
	Scale   float64 `json:"scale"`
	// Tempo is how many times as long the balls come apart; 0: as the others'.
	Tempo float64 `json:"tempo,omitempty"`
	// Counts are what the goals ask for, in the drill's order; 0 and past the
	// end: as the others.
	Counts []int `json:"counts,omitempty"`
	// Version is a bend of the feeds, one of Versions; "": as the others'.
	Version string `json:"version,omitempty"`
	Cue     string `json:"cue,omitempty"`
}

// Versions are the bends of a feeding pattern that one student can have while
// the others keep the drill as it is.
var Versions = []string{
	"mirror",
	"otherHand",
	"reverse",
	"swapDepths",
	"onePlace",
	"oneSide",
	"shuffled",
	"fewer",
}

// Bounds of a scale and of a tempo: past them it is another drill.
const (
	leastScale = 0.25
	mostScale  = 3.0
	leastTempo = 0.5
	mostTempo  = 3.0
)

func (o Own) validate() (p units.Problems) {
	if !(o.Scale >= leastScale && o.Scale <= mostScale) {
		p.Add(
			"scale",
			fmt.Sprintf(
				"one's own target is %g to %g times the others', not %g",
				leastScale,
				mostScale,
				o.Scale,
			),
		)
	}
	if o.Tempo != 0 && !(o.Tempo >= leastTempo && o.Tempo <= mostTempo) {
		p.Add(
			"tempo",
			fmt.Sprintf(
				"one's own balls come %g to %g times as far apart, not %g",
				leastTempo,
				mostTempo,
				o.Tempo,
			),
		)
	}
	if o.Version != "" && !slices.Contains(Versions, o.Version) {
		p.Add("version", fmt.Sprintf("%q is not a version of the feeds", o.Version))
	}
	if len(o.Counts) > drill.MaxSteps ||
		slices.ContainsFunc(o.Counts, func(c int) bool { return c < 0 || c > 1000 }) {
		p.Add("counts", "one's own goals ask for 1 to 1000; 0 is as the others")
	}
	return p
}

// plain says whether nothing but the cue is the student's own.
func (o Own) plain() bool {
	return o.Scale == 1 && (o.Tempo == 0 || o.Tempo == 1) && o.Version == "" &&
		!slices.ContainsFunc(o.Counts, func(c int) bool { return c > 0 })
}

// own is what that student has in the block; as the others where nothing is set.
func (b *Block) own(student string) Own {
	for _, o := range b.Own {
		if o.Student == student {
			return o
		}
	}
	return Own{Student: student, Scale: 1}
}

// Scale is how many times as large a student's targets are in the block.
func (b *Block) Scale(student string) float64 { return b.own(student).Scale }

// DrillFor is the block's drill as that student plays it.
func (b *Block) DrillFor(student string) *drill.Drill {
	o := b.own(student)
	if o.plain() {
		return b.Drill
	}
	out := b.Drill.Clone()
	if o.Scale != 1 && len(out.Targets) > 0 {
		out = out.Wider(o.Scale)
	}
	if o.Version != "" {
		out = out.Bent(o.Version)
	}
	if o.Tempo != 0 && o.Tempo != 1 {
		out.Pattern = out.Pattern.Tempo(o.Tempo)
	}
	for i, c := range o.Counts {
		if i < len(out.Steps) && c > 0 {
			out.Steps[i].Goal.Count = c
		}
	}
	return &out
}

// with is the block with that for a student.
func (b *Block) with(o Own) Block {
	out := *b
	out.Own = slices.DeleteFunc(slices.Clone(b.Own), func(p Own) bool { return p.Student == o.Student })
	out.Own = append(out.Own, o)
	return out
}

func firstName(name string) string {
	first, _, _ := strings.Cut(name, " ")
	return first
}
