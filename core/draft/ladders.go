package draft

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"hodometer/core/course"
	"hodometer/core/drill"
	"hodometer/core/lesson"
)

// onLadders are the drills that students have to do, those of most students first, and
// why, in a line.
func (w *maker) onLadders() (out []found, why string) {
	type one struct {
		found
		students int
	}
	var all []one
	for i := range w.Work {
		work := &w.Work[i]
		d, ok := w.on(&work.Drill)
		if !ok || w.Resources.Lacking(&d) != nil {
			continue
		}
		n := len(work.Students)
		if n == 0 {
			n = len(w.Students)
		}
		at := slices.IndexFunc(all, func(o one) bool { return alike(&o.drill, &d) })
		if at < 0 {
			at = len(all)
			all = append(all, one{found: found{drill: d, asked: true}})
		}
		all[at].students += n
	}
	slices.SortStableFunc(all, func(a, b one) int { return cmp.Compare(b.students, a.students) })
	var whys []string
	who := map[string][]string{}
	for _, o := range all[:min(len(all), w.wanted())] {
		out = append(out, o.found)
		for _, work := range w.Work {
			if !alike(&work.Drill, &o.drill) {
				continue
			}
			if who[work.Why] == nil {
				whys = append(whys, work.Why)
			}
			who[work.Why] = append(who[work.Why], work.Students...)
		}
	}
	var said []string
	for _, why := range whys[:min(len(whys), mostSaid)] {
		said = append(said, fmt.Sprintf("%s: %s", w.names(who[why]), why))
	}
	if len(said) == 0 {
		return nil, ""
	}
	return out, strings.Join(said, "; ") + "."
}

// mostSaid things are named in the line that says why.
const mostSaid = 4

// working is how many students have something to do.
func (w *maker) working() (n int) {
	for _, s := range w.Students {
		if slices.ContainsFunc(w.Work, func(k Work) bool {
			return len(k.Students) == 0 || slices.Contains(k.Students, s.ID)
		}) {
			n++
		}
	}
	return n
}

// talk is the word at the end, with what the ladders leave to talk about.
func (w *maker) talk() lesson.Block {
	out := lesson.Standard(lesson.Talk)
	for _, work := range w.Work[:min(len(w.Work), mostTalked)] {
		if work.Rung != "" {
			out.Prompts = append(
				out.Prompts,
				fmt.Sprintf("%s: what made “%s” work, or not?", w.names(work.Students), work.Rung),
			)
		}
	}
	return out
}

// mostTalked rungs are asked about in one talk [trade].
const mostTalked = 2

// begin sets each student to the stage that their ladder has them at, and to what its
// gate asks for.
func (w *maker) begin(b *lesson.Block) {
	if b.Drill == nil {
		return
	}
	for _, work := range w.Work {
		if !alike(&work.Drill, b.Drill) || work.Stage >= len(b.Drill.Stages) {
			continue
		}
		for _, id := range work.Students {
			v := b.Variant(id)
			v.Begin = work.Stage
			if stage := b.Drill.Stages[work.Stage]; work.Count > 0 && work.Count != stage.Goal.Count &&
				!stage.Shared() {
				v.Counts = slices.Clone(v.Counts)
				for len(v.Counts) <= work.Stage {
					v.Counts = append(v.Counts, 0)
				}
				v.Counts[work.Stage] = work.Count
			}
			*b = b.With(v)
		}
	}
}

// themed is how much better a drill suits the theme of the week [trade].
func (w *maker) themed(d *drill.Drill, before bool) float64 {
	feeds := len(d.Pattern.Feeds)
	gap := d.Tempo().SecondsPerBall
	yes := false
	switch w.Theme {
	case course.Basics:
		yes = feeds == 1 || d.Focus == drill.Technique
	case course.Combined:
		yes = feeds > 1 && d.Focus != "pressure"
	case course.AtSpeed:
		yes = gap <= quick || d.Focus == "early" || d.Focus == "rhythm"
	case course.MatchDay:
		yes = d.Focus == "pressure" || d.Focus == "serveReturn" || d.Focus == "anticipation"
	case course.Easing:
		yes = before
	case course.Open, course.Mix:
	}
	if yes {
		return themeWeighs
	}
	return 0
}

// A drill of the week's theme is worth as much as a purpose asked for, nearly; balls that
// come this many seconds apart are quick [trade].
const (
	themeWeighs = 1.5
	quick       = 2.5
)
