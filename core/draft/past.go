package draft

import (
	"fmt"
	"math"
	"slices"

	"hodometer/core/lesson"
)

// Outcome is what was counted of one of a student's goals of a block.
type Outcome struct {
	Student string
	Block   string
	Stage   int
	Balls   int
	Met     bool
}

// PastOf are the drills of a lesson that was given so many days ago, with who of
// these students fell short: who tried a goal, with at least a turn's balls, and
// did not meet it. What was not tried is not a failure, nor are repetitions that
// there was no time for.
func PastOf(l *lesson.Lesson, daysAgo float64, students []string, outcomes []Outcome) (out []Past) {
	for i := range l.Blocks {
		b := &l.Blocks[i]
		if b.Drill == nil {
			continue
		}
		p := Past{DaysAgo: daysAgo, Drill: *b.Drill, Size: map[string]float64{}}
		first := slices.IndexFunc(b.Drill.Stages, b.Drill.ByChance)
		for _, s := range l.Students {
			if !slices.Contains(students, s) {
				continue
			}
			d, met, short := b.DrillFor(s), 0, false
			if first >= 0 && len(d.Targets) > 0 {
				p.Size[s] = d.Radial(d.Stages[first])
			}
			for _, o := range outcomes {
				if o.Student != s || o.Block != b.ID || o.Stage >= len(d.Stages) {
					continue
				}
				if o.Met {
					met++
				} else if d.ByChance(d.Stages[o.Stage]) && o.Balls >= min(d.TurnBalls, d.Stages[o.Stage].Goal.Count) {
					short = true
				}
			}
			if short {
				p.Short = append(p.Short, s)
			} else if met == len(d.Stages) {
				p.Met = append(p.Met, s)
			}
		}
		out = append(out, p)
	}
	return out
}

// ago says how long ago something was, in whole days.
func ago(days float64) string {
	switch n := int(math.Round(days)); n {
	case 0:
		return "today"
	case 1:
		return "yesterday"
	default:
		return fmt.Sprintf("%d days ago", n)
	}
}
