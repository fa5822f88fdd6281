package draft

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/units"
)

// mostWeeks without the drill of a rung count for it [trade].
const mostWeeks = 3

// onLadders are the drills that students have to do, those of most students first, and of those
// that were not done for long.
func (w *maker) onLadders() (out []found) {
	type one struct {
		found
		students int
	}
	var all []one
	for i := range w.Work {
		work := &w.Work[i]
		d, why := w.workOn(work)
		if why != "" {
			continue
		}
		n := len(work.Students)
		if n == 0 {
			n = len(w.Students)
		}
		at := slices.IndexFunc(all, func(o one) bool { return alike(&o.drill, &d) })
		if at < 0 {
			at = len(all)
			f := found{drill: d, rung: true}
			for k := range w.Past {
				if alike(&w.Past[k].Drill, &d) {
					f.past = &w.Past[k]
					break
				}
			}
			all = append(all, one{found: f})
		}
		all[at].students += n
	}
	urgent := func(o *one) float64 { // a week without it is as another student
		if o.past == nil {
			return float64(o.students) + mostWeeks
		}
		return float64(o.students) + min(mostWeeks, o.past.DaysAgo/7)
	}
	slices.SortStableFunc(all, func(a, b one) int { return cmp.Compare(urgent(&b), urgent(&a)) })
	for _, o := range all[:min(len(all), w.wanted())] {
		out = append(out, o.found)
	}
	return out
}

// workOn is the drill of a rung on the lesson's court, or why it cannot be drafted and what to do.
func (w *maker) workOn(work *Work) (d drill.Drill, why string) {
	d, ok := w.on(&work.Drill)
	if !ok {
		return d, "it is not for this court; use the court of its drill, or choose another ladder"
	}
	if lacks := w.Resources.Lacking(&d); len(lacks) > 0 {
		return d, fmt.Sprintf(
			"it asks for what is not here (%s); bring it, or judge the rung yourself",
			lacks[0],
		)
	}
	if n := len(w.Students); n > 1 && n < d.Players.Least || n == 1 && d.Players.Least > 2 {
		return d, fmt.Sprintf(
			"it takes %d students; practise it in a larger group, or judge the rung yourself",
			d.Players.Least,
		)
	}
	return d, ""
}

// holds reports whether the drill is in the lesson.
func holds(l *lesson.Lesson, d *drill.Drill) bool {
	return slices.ContainsFunc(l.Blocks, func(b lesson.Block) bool {
		return b.Kind == lesson.Drill && b.Drill != nil && alike(b.Drill, d)
	})
}

// sayUndrafted says of the rungs that cannot be drafted why, and what to do.
func (w *maker) sayUndrafted(l *lesson.Lesson) string {
	type rung struct{ title, why string }
	var rungs []rung
	who := map[rung][]string{}
	for i := range w.Work {
		work := &w.Work[i]
		_, why := w.workOn(work)
		if why == "" && w.hopeless[work.Drill.Root()] && !holds(l, &work.Drill) {
			why = "somebody in this group has hardly a chance in it yet; teach it apart, or choose a rung below"
		}
		if why == "" || work.Rung == "" {
			continue
		}
		r := rung{work.Rung, why}
		if who[r] == nil {
			rungs = append(rungs, r)
		}
		who[r] = append(who[r], work.Students...)
	}
	var said []string
	for _, r := range rungs[:min(len(rungs), mostSaid)] {
		said = append(
			said,
			fmt.Sprintf("“%s” (%s) is not in these drafts: %s.", r.title, w.names(who[r]), r.why),
		)
	}
	return strings.Join(said, " ")
}

// sayRungs names the rungs that are worked on in a lesson, with the students.
func (w *maker) sayRungs(l *lesson.Lesson) string {
	var whys []string
	who := map[string][]string{}
	for i := range w.Work {
		work := &w.Work[i]
		if !holds(l, &work.Drill) {
			continue
		}
		for _, id := range work.Students {
			why := work.Why
			if w.between[id+work.Rung] {
				why += ", whose goal is out of reach for now, so this is a step toward it"
			}
			if who[why] == nil {
				whys = append(whys, why)
			}
			who[why] = append(who[why], id)
		}
		if len(work.Students) == 0 {
			whys = append(whys, work.Why)
		}
	}
	for i := range w.play {
		work := &w.play[i]
		if slices.ContainsFunc(l.Blocks, func(b lesson.Block) bool {
			return b.Match != nil && b.Match.From != nil && alike(b.Match.From, &work.Drill)
		}) {
			why := fmt.Sprintf("“%s” has been climbed and is played as the game", work.Drill.Title)
			whys, who[why] = append(whys, why), append(who[why], work.Students...)
		}
	}
	var said []string
	whys = slices.Compact(whys)
	for _, why := range whys[:min(len(whys), mostSaid)] {
		said = append(said, fmt.Sprintf("%s: %s", w.names(who[why]), why))
	}
	if len(said) == 0 {
		return ""
	}
	return strings.Join(said, "; ") + "."
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

// talk is the word at the end, with what the rungs that these drills are for leave to talk about.
func (w *maker) talk(drills []found) lesson.Block {
	out := lesson.Standard(lesson.Talk)
	if w.Minutes < veryLong {
		out.Minutes = shortTalk
	}
	for i := range w.Work {
		work := &w.Work[i]
		if len(out.Prompts) < mostTalked && work.Rung != "" &&
			slices.ContainsFunc(drills, func(f found) bool { return alike(&f.drill, &work.Drill) }) {
			out.Prompts = append(
				out.Prompts,
				fmt.Sprintf("%s: what made “%s” work, or not?", w.names(work.Students), work.Rung),
			)
		}
	}
	return out
}

// mostTalked rungs are asked about in one talk. In an hour the talk and the water take so many
// minutes [trade].
const (
	mostTalked = 2
	shortTalk  = 3
	shortWater = 2
)

// begin sets each student to the stage that their ladder has them at, and binds it to what its
// gate asks for: the target, the pace and the count of the shelf. It reports whether anybody's
// rung is worked on there.
func (w *maker) begin(b lesson.Block) (out lesson.Block, on bool) {
	if b.Drill == nil || b.Kind != lesson.Drill {
		return b, false
	}
	for i := range w.Work {
		work := &w.Work[i]
		if !alike(&work.Drill, b.Drill) || work.Stage >= len(b.Drill.Stages) {
			continue
		}
		for _, id := range work.Students {
			v := lesson.Variant{Student: id, Scale: 1, Begin: work.Stage, Cue: b.Variant(id).Cue}
			if work.Rung != "" && !work.Between {
				v.Rung = work.Rung
			}
			if stage := b.Drill.Stages[work.Stage]; v.Rung != "" && work.Count > 0 &&
				work.Count != stage.Goal.Count && !stage.Shared() {
				v.Counts = make([]int, work.Stage+1)
				v.Counts[work.Stage] = work.Count
			}
			b, on = b.With(v), on || work.Rung != ""
		}
	}
	return b, on
}

// farReach is a little over what is out of reach, since it is judged by few plays.
const farReach = plan.OutOfReach + 0.06

// setTo is a block set to its students. A drill that was so in another try of the lesson, for as
// long, is so again.
func (w *maker) setTo(l *lesson.Lesson, b lesson.Block) plan.Levelled {
	if b.Drill == nil || b.Kind != lesson.Drill {
		return w.levelled(l, b)
	}
	key := fmt.Sprintf("%s %d", b.Drill.ID, b.Minutes)
	v, known := w.set[key]
	if !known {
		v = w.levelled(l, b)
		w.set[key] = v
	}
	return v
}

// levelled is a block levelled for its students. A gate that is out of a student's reach is let go:
// the drill is set to that student as a step between.
func (w *maker) levelled(l *lesson.Lesson, b lesson.Block) plan.Levelled {
	last := w.last(b.Drill)
	b, on := w.begin(b)
	if on { // what is asked there is for the rung to say, not what was met before
		last.Met = nil
	}
	v := w.planner.Level(w.ctx, l, b, w.Students, last, units.Metric)
	far := false
	for i, chance := range v.Chances {
		if own := v.Block.Variant(w.Students[i].ID); own.Rung != "" && chance < farReach {
			w.between[w.Students[i].ID+own.Rung] = true
			own.Rung, own.Counts, far = "", nil, true
			b = b.With(own)
		}
	}
	if far {
		v = w.planner.Level(w.ctx, l, b, w.Students, last, units.Metric)
	}
	return v
}
