package draft

import (
	"fmt"
	"math"
	"slices"

	"hodometer/core/lesson"
)

// Outcome is whether a student met one of the goals of a block.
type Outcome struct {
	Student string
	Block   string
	Met     bool
}

// PastOf are the drills of a lesson that was given so many days ago, with who
// of these students fell short: who did not meet every goal.
func PastOf(l *lesson.Lesson, daysAgo float64, students []string, outcomes []Outcome) (out []Past) {
	for _, b := range l.Blocks {
		if b.Drill == nil {
			continue
		}
		p := Past{DaysAgo: daysAgo, Drill: *b.Drill}
		for _, s := range l.Students {
			met := 0
			for _, o := range outcomes {
				if o.Student == s && o.Block == b.ID && o.Met {
					met++
				}
			}
			if met < len(b.Drill.Steps) && slices.Contains(students, s) {
				p.Short = append(p.Short, s)
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
