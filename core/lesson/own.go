package lesson

import (
	"fmt"
	"math"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/target"
	"hodometer/core/units"
)

// Own is what one student has for themselves in a drill block: targets so many
// times as large as the others', and a cue.
type Own struct {
	Student string  `json:"student"`
	Scale   float64 `json:"scale"`
	Cue     string  `json:"cue,omitempty"`
}

// Bounds of a scale: past them it is another drill.
const (
	leastScale = 0.25
	mostScale  = 3.0
)

// Scale is how many times as large a student's targets are in the block.
func (b *Block) Scale(student string) float64 {
	for _, o := range b.Own {
		if o.Student == student {
			return o.Scale
		}
	}
	return 1
}

// drillFor is the block's drill as that student plays it.
func (b *Block) drillFor(student string) *drill.Drill {
	k := b.Scale(student)
	if k == 1 || len(b.Drill.Targets) == 0 {
		return b.Drill
	}
	own := b.Drill.Wider(k)
	return &own
}

// The band in which a drill is hard enough to learn from and no harder, and its
// middle, which leveling aims at [paper: Guadagnoli & Lee 2004, challenge point;
// memory].
const (
	BandLow  = 0.6
	BandHigh = 0.8
	bandMid  = (BandLow + BandHigh) / 2
)

// level proposes for each student the target that gives them the middle of the
// band at the block's first goal: r = σ√(−2 ln(1−p)), to 5 cm. It is offered
// where somebody is outside the band now; nil otherwise.
func (b *Block) level(plan *drill.Plan, students []Student, system units.System) *Fix {
	if plan == nil || len(b.Drill.Targets) == 0 || len(students) == 0 {
		return nil
	}
	step, size := b.Drill.Steps[0], b.Drill.Radial(b.Drill.Steps[0])
	fit, outside := *b, false
	fit.Own = nil
	var said []string
	for i, s := range students {
		rate := plan.Players[i].Steps[0].Rate.Mean
		outside = outside || rate < BandLow-0.005 || rate > BandHigh+0.005
		own := size * b.Scale(s.ID)
		sigma := target.Sigma(own, min(max(rate, 1e-6), 1-1e-9))
		wanted := math.Round(20*target.Radius(sigma, bandMid)) / 20
		k := min(mostScale, max(leastScale, wanted/size))
		cue := ""
		for _, o := range b.Own {
			if o.Student == s.ID {
				cue = o.Cue
			}
		}
		fit.Own = append(fit.Own, Own{s.ID, math.Round(1000*k) / 1000, cue})
		said = append(said, fmt.Sprintf("%s %s", firstName(s.Name), units.Length(size*k, system)))
	}
	if !outside {
		return nil
	}
	kind := "radius"
	if t := b.Drill.Targets[min(step.Target, len(b.Drill.Targets)-1)]; t.Kind != drill.Circle {
		kind = "size"
	}
	return &Fix{fmt.Sprintf("Level it: %.0f%% for each", 100*bandMid), kind + " " + strings.Join(said, ", "), []Block{fit}}
}

func firstName(name string) string {
	first, _, _ := strings.Cut(name, " ")
	return first
}
