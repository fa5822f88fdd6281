package lesson

import (
	"fmt"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/units"
)

// Variant is what one student has for themselves in a drill block: targets so
// many times as large as the others', another tempo, other counts to reach, the
// feeds bent, and a cue.
type Variant struct {
	Student string  `json:"student"`
	Scale   float64 `json:"scale"`
	// Tempo is how many times as long the balls come apart; 0: as the others'.
	Tempo float64 `json:"tempo,omitempty"`
	// Counts are what the goals ask for, in the drill's order; 0 and past the
	// end: as the others.
	Counts []int `json:"counts,omitempty"`
	// Begin is the stage to begin with, from 0: those before were met another day.
	Begin int `json:"begin,omitempty"`
	// Bend is one of drill.Bends; "": the feeds as the others have them.
	Bend string `json:"bend,omitempty"`
	Cue  string `json:"cue,omitempty"`
	// Rung is the rung of the student's ladder whose gate stage Begin asks for, exactly as the
	// drill has it on the shelf: levelling leaves that stage alone. "": none.
	Rung string `json:"rung,omitempty"`
}

// Bounds of a scale and of a tempo: past them it is another drill.
const (
	LeastScale = 0.25
	MostScale  = 3.0
	leastTempo = 0.5
	MostTempo  = 3.0
	mostRung   = 120
)

func (v Variant) validate() (p units.Problems) {
	if !(v.Scale >= LeastScale && v.Scale <= MostScale) {
		p.Add(
			"scale",
			fmt.Sprintf(
				"a student's target is %g to %g times the drill's, got %g",
				LeastScale,
				MostScale,
				v.Scale,
			),
		)
	}
	if v.Tempo != 0 && !(v.Tempo >= leastTempo && v.Tempo <= MostTempo) {
		p.Add(
			"tempo",
			fmt.Sprintf(
				"a student's time between feeds is %g to %g times the drill's, got %g",
				leastTempo,
				MostTempo,
				v.Tempo,
			),
		)
	}
	if v.Bend != "" {
		p.OneOf("bend", v.Bend, drill.Bends())
	}
	if v.Begin < 0 || v.Begin >= drill.MaxStages {
		p.Add(
			"begin",
			fmt.Sprintf("starting stage: one of the first %d stages", drill.MaxStages),
		)
	}
	if len([]rune(v.Rung)) > mostRung {
		p.Add("rung", fmt.Sprintf("the name of a rung has at most %d characters", mostRung))
	}
	if len(v.Counts) > drill.MaxStages ||
		slices.ContainsFunc(v.Counts, func(c int) bool { return c < 0 || c > 1000 }) {
		p.Add("counts", "individual goals: 1 to 1000 (0: same as the drill)")
	}
	return p
}

// plain says whether nothing but the cue is the student's own.
func (v Variant) plain() bool {
	return v.Scale == 1 && (v.Tempo == 0 || v.Tempo == 1) && v.Bend == "" &&
		!slices.ContainsFunc(v.Counts, func(c int) bool { return c > 0 })
}

// Say is what the variant changes of a drill, a phrase each, the cue last.
func (v Variant) Say(d *drill.Drill, system units.System) []string {
	out := []string{}
	if v.Scale != 1 && len(d.Targets) > 0 {
		said := fmt.Sprintf("target at %.0f%% of its size", 100*v.Scale)
		for _, t := range d.Targets {
			if t.Kind == drill.Circle {
				said = "target radius " + units.Length(t.Radius*v.Scale, system)
				break
			}
		}
		out = append(out, said)
	}
	if v.Tempo != 0 && v.Tempo != 1 {
		out = append(out, fmt.Sprintf("time between feeds × %g", v.Tempo))
	}
	for i, n := range v.Counts {
		if i >= len(d.Stages) || n == 0 {
			continue
		}
		g := d.Stages[i].Goal
		g.Count = n
		if said := g.String(); !slices.Contains(out, said) {
			out = append(out, said)
		}
	}
	if v.Begin > 0 && v.Begin < len(d.Stages) {
		out = append(out, "starts at stage "+d.Stages[v.Begin].Label())
	}
	if v.Bend != "" {
		out = append(out, units.LabelOf(drill.Bends(), v.Bend))
	}
	if v.Rung != "" {
		out = append(out, "on the ladder: "+v.Rung)
	}
	if v.Cue != "" {
		out = append(out, "“"+v.Cue+"”")
	}
	return out
}

// Variant is what that student has in the block; as the others where nothing is
// set.
func (b *Block) Variant(student string) Variant {
	for _, v := range b.Variants {
		if v.Student == student {
			return v
		}
	}
	return Variant{Student: student, Scale: 1}
}

// DrillFor is the block's drill as that student plays it.
func (b *Block) DrillFor(student string) *drill.Drill {
	v := b.Variant(student)
	if v.plain() {
		return b.Drill
	}
	out := b.Drill.Clone()
	if v.Scale != 1 && len(out.Targets) > 0 {
		out = out.Wider(v.Scale)
	}
	if v.Bend != "" {
		out = out.Bent(v.Bend)
	}
	if v.Tempo != 0 && v.Tempo != 1 {
		out.Pattern = out.Pattern.Tempo(v.Tempo)
	}
	for i, c := range v.Counts {
		if i < len(out.Stages) && c > 0 {
			out.Stages[i].Goal.Count = c
		}
	}
	return &out
}

// With is the block with that variant for its student.
func (b *Block) With(v Variant) Block {
	out := *b
	out.Variants = slices.DeleteFunc(
		slices.Clone(b.Variants),
		func(o Variant) bool { return o.Student == v.Student },
	)
	out.Variants = append(out.Variants, v)
	return out
}

// Pairs are the students of a script's partners 0 and 1, by their place in the
// lesson: they pair up in its order. One alone has the coach for a partner.
func Pairs(students int) [2][]int {
	out := [2][]int{{}, {}}
	for i := range students {
		out[i%2] = append(out[i%2], i)
	}
	return out
}
