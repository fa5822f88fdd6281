package draft

import (
	"cmp"
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// level of the group: its lowest, so that nobody is lost; club with nobody.
func (w *maker) level() int {
	if len(w.Students) == 0 {
		return units.Club.Rank()
	}
	least := len(units.Levels) - 1
	for _, s := range w.Students {
		least = min(least, s.Level.Rank())
	}
	return max(0, least)
}

// on brings a drill to the court of the lesson; false where it cannot be.
func (w *maker) on(d *drill.Drill) (out drill.Drill, ok bool) {
	c := w.court
	own, err := d.Court()
	if err != nil || own.Sport != c.Sport {
		return out, false
	}
	if d.Pattern.Court == c.ID {
		out = d.Clone()
	} else if out, err = d.On(&w.planner.Flights, c.ID); err != nil {
		return out, false
	}
	if out.Validate().Err() != nil {
		return out, false
	}
	balls, err := w.planner.Flights.Fly(out.Pattern, false)
	return out, err == nil && !slices.ContainsFunc(balls, func(b pattern.Ball) bool { return !b.Feasible })
}

// outOfReach says whether students of that level cannot get to a ball of a turn.
func (w *maker) outOfReach(d *drill.Drill, level units.Level) bool {
	m, err := footwork.For(level)
	if err != nil {
		return true
	}
	turn, err := w.planner.Flights.Play(d.Pattern, m, d.TurnBalls, false)
	return err != nil || turn.Efforts[footwork.Unreachable] > 0
}

// pool are the drills, those that ship and the club’s own, which suit the brief,
// the best first.
func (w *maker) pool() (out []found) {
	for s, shelf := range [][]drill.Drill{w.Own, library.All()} {
		for i := range shelf {
			if f, ok := w.weigh(&shelf[i]); ok && w.ctx.Err() == nil {
				if f.own = s == 0; f.own {
					f.score += ownWeighs
				}
				out = append(out, f)
			}
		}
	}
	slices.SortStableFunc(out, func(a, b found) int { return cmp.Compare(b.score, a.score) })
	ofTheme := func(f *found) bool { return w.themed() && Suits(w.Theme, &f.drill, f.known()) }
	out = rather(out, func(f found) bool { return f.native })
	return rather(out, func(f found) bool { return f.drill.Level.Rank() >= w.level() || ofTheme(&f) })
}

// ownWeighs is what a drill of the club's own is worth more: it was drawn for these students
// [trade].
const ownWeighs = 1.0

// enough is how many drills three drafts choose from [trade].
const enough = 8

// rather leaves what is second best out of the pool, the club's own excepted, where there is
// enough without it: a drill of another court, or of a lower level.
func rather(pool []found, first func(found) bool) []found {
	best := slices.DeleteFunc(slices.Clone(pool), func(f found) bool { return !f.own && !first(f) })
	if len(best) < enough {
		return pool
	}
	return best
}

// repeatWeighs is what a drill is worth less for each of the last lessons that it was in [trade].
const repeatWeighs = 0.6

// lightWeighs is what a drill that is known is worth more after weeks away, and one with hard runs
// less [trade].
const lightWeighs = 2.0

// thin is the share of a drill's time below which a student hits too little of it [trade].
const thin = 0.2

// weigh says how well a drill suits the brief; false where it does not.
func (w *maker) weigh(e *drill.Drill) (f found, ok bool) {
	if e.Focus == drill.WarmUp || w.Resources.Lacking(e) != nil {
		return f, false
	}
	n, level := len(w.Students), w.level()
	days, match := w.toMatch()
	above := e.Level.Rank() - level
	d, ok := w.on(e)
	if !ok || above > levelsAbove || level == 0 && above >= 1 && d.Focus == "pressure" {
		return f, false
	}
	if n > 1 && n < d.Players.Least ||
		n == 1 && d.Players.Least > 2 { // with one, the coach is the partner
		return f, false
	}
	f = found{drill: d, native: e.Pattern.Court == w.court.ID, score: -0.8 * math.Abs(float64(above))}
	if w.Aim != "" && d.Focus == w.Aim {
		f.score += 3
	}
	if !(d.Playable() || d.Focus == w.Aim) { // no ball to play out: a part of a lesson, not its heart
		f.score -= 2
	}
	if w.outOfReach(&d, units.Level(units.Levels[level].ID)) {
		return f, false
	}
	f.score -= 0.15 * math.Abs(float64(n-d.Players.Best))
	if n > d.Players.Most*w.Resources.CourtCount() {
		f.score -= 2
	}
	if f.native {
		f.score += 0.3
	}
	if n >= 3 {
		l := &lesson.Lesson{Resources: w.Resources}
		b := w.group.Busiest(l, lesson.ForDrill(&d))
		lanes, _ := formation.Lanes(l, &b, n, 0)
		f.score -= waitWeighs * formation.ShareOf(lanes, formation.Waiting, float64(b.Minutes))
		hits := formation.ShareOf(lanes, formation.Hitting, float64(b.Minutes))
		f.score -= waitWeighs * max(0, 1-hits/thin)
	}
	for i := range w.Past {
		if alike(&w.Past[i].Drill, &d) {
			f.past = &w.Past[i]
			break
		}
	}
	if w.themed() && Suits(w.Theme, &d, f.past != nil) {
		f.score += themeWeighs
	}
	f.score -= repeatWeighs * float64(w.recent[d.Root()])
	if len(w.away) > 0 { // back after weeks: what is known, and nothing hard
		if f.past != nil {
			f.score += lightWeighs
		}
		if s := d.Summary(&w.planner.Flights); s.Effort != footwork.Easy && s.Effort != footwork.Working {
			f.score -= lightWeighs
		}
	}
	switch {
	case match && days <= nearMatch && f.past == nil:
		f.score -= 2
	}
	return f, true
}
