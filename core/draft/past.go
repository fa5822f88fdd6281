package draft

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"hodometer/core/drill"
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
		p := Past{
			DaysAgo: daysAgo, Drill: *b.Drill, Size: map[string]float64{},
			Minutes: b.Minutes, Students: len(l.Students),
		}
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
	lessons := w.lessons(mostRunning)
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
		if !f.rung {
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

// lessons are the drills of the last so many lessons, by their roots, the latest first.
func (w *maker) lessons(most int) []map[string]bool { return lessons(w.Past, most) }

func lessons(past []Past, most int) (out []map[string]bool) {
	day := math.Inf(-1)
	for i := range past { // the latest first, a lesson's together
		if p := &past[i]; math.Abs(p.DaysAgo-day) > 0.5 {
			if len(out) == most {
				break
			}
			day = p.DaysAgo
			out = append(out, map[string]bool{})
		}
		out[len(out)-1][past[i].Drill.Root()] = true
	}
	return out
}

// running is in how many lessons running up to the last a drill was.
func (w *maker) running(root string) (n int) {
	for _, had := range w.lessons(math.MaxInt) {
		if !had[root] {
			break
		}
		n++
	}
	return n
}

// sayTired names what somebody fell short of in the last lessons, and which is left out now.
func (w *maker) sayTired(l *lesson.Lesson) string {
	for i := range w.Past {
		p := &w.Past[i]
		if p.DaysAgo > w.Past[0].DaysAgo+0.5 {
			break
		}
		if len(p.Short) > 0 && w.running(p.Drill.Root()) >= mostRunning &&
			!holds(l, &p.Drill) {
			return fmt.Sprintf("“%s” was in the last %d lessons: something else takes its place.",
				p.Drill.Title, mostRunning)
		}
	}
	return ""
}

// lately is how many lessons drafts look back at for what they had [trade].
const lately = 5

// recent is in how many of the last lessons each drill was, by its root.
func recent(past []Past) map[string]int {
	out := map[string]int{}
	for _, had := range lessons(past, lately) {
		for root := range had {
			out[root]++
		}
	}
	return out
}

// failed are the drills of the last lesson that somebody fell short in.
func (w *maker) failed() (out []found, why string) {
	for i, p := range w.Past {
		if len(p.Short) == 0 || p.DaysAgo > w.Past[0].DaysAgo+0.5 || p.DaysAgo > mostFailing ||
			w.running(p.Drill.Root()) >= mostRunning {
			continue
		}
		d, ok := w.on(&p.Drill)
		if !ok || w.Resources.Lacking(&d) != nil || len(out) == 2 ||
			slices.ContainsFunc(out, func(f found) bool { return alike(&f.drill, &d) }) {
			continue
		}
		out = append(out, found{drill: d, past: &w.Past[i]})
		if why == "" {
			who := w.names(p.Short) + " did not meet"
			if len(p.Short) == len(w.Students) && len(p.Short) > 1 {
				who = "Nobody met"
			}
			why = fmt.Sprintf(
				"%s the goal of “%s” %s. It is repeated with a target that suits each student",
				who,
				p.Drill.Title,
				ago(p.DaysAgo),
			)
			if len(w.Students) > 1 && d.Playable() {
				why += ", then as match play"
			}
			why += "."
		}
	}
	return out, why
}

// alike says whether two drills are one: the same, or bent from the same.
func alike(a, b *drill.Drill) bool { return a.Root() == b.Root() }

// due are drills done before and not for a while, the longest ago first.
func (w *maker) due() (out []found, why string) {
	seen := map[string]bool{}
	var old []*Past
	for i := range w.Past { // latest first: the first of a drill is its last time
		p := &w.Past[i]
		if !seen[p.Drill.Root()] && p.DaysAgo >= dueAfter {
			old = append(old, p)
		}
		seen[p.Drill.Root()] = true
	}
	slices.SortStableFunc(old, func(a, b *Past) int { return cmp.Compare(b.DaysAgo, a.DaysAgo) })
	for _, p := range old {
		d, ok := w.on(&p.Drill)
		if !ok || w.Resources.Lacking(&d) != nil || len(out) == 2 {
			continue
		}
		out = append(out, found{drill: d, past: p})
		if why == "" {
			why = fmt.Sprintf(
				"“%s” was last done %s. Its results are getting old.",
				p.Drill.Title,
				ago(p.DaysAgo),
			)
		}
	}
	return out, why
}
