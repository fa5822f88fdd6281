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

// mostRunning is how many lessons running may have the same drills [trade].
const mostRunning = 2

// refreshed is the lesson with one of its drills changed where the last lessons all had the same
// ones, the pool without it, and a sentence that says so: another of the same purpose takes the
// place of the last that no ladder asks for, or else one of any purpose.
func (w *maker) refreshed(drills, pool []found) (now, left []found, said string) {
	if len(drills) < 2 {
		return drills, pool, ""
	}
	var lessons []map[string]bool
	day := math.Inf(-1)
	for i := range w.Past { // the latest first, a lesson's together
		if p := &w.Past[i]; math.Abs(p.DaysAgo-day) > 0.5 {
			if len(lessons) == mostRunning {
				break
			}
			day = p.DaysAgo
			lessons = append(lessons, map[string]bool{})
		}
		lessons[len(lessons)-1][w.Past[i].Drill.Root()] = true
	}
	if len(lessons) < mostRunning {
		return drills, pool, ""
	}
	at := len(drills) - 1
	for i, f := range drills {
		for _, had := range lessons {
			if !had[f.drill.Root()] {
				return drills, pool, ""
			}
		}
		if !f.asked {
			at = i
		}
	}
	for _, same := range []bool{true, false} {
		for _, f := range pool {
			if (f.drill.Focus == drills[at].drill.Focus) != same || lessons[0][f.drill.Root()] ||
				slices.ContainsFunc(drills, func(d found) bool { return alike(&d.drill, &f.drill) }) {
				continue
			}
			out := slices.Clone(drills)
			out[at] = f
			return out, without(
					pool,
					drills[at:at+1],
				), fmt.Sprintf(
					"“%s” was in the last %d lessons: “%s” takes its place.",
					drills[at].drill.Title,
					mostRunning,
					f.drill.Title,
				)
		}
	}
	return drills, pool, ""
}
