package lesson

import (
	"cmp"
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/library"
)

// level of the group: its lowest, so that nobody is lost.
func (w Wish) level() int {
	least := len(drill.Levels) - 1
	for _, s := range w.Students {
		least = min(least, slices.Index(drill.Levels, drill.Level(s.Level)))
	}
	if len(w.Students) == 0 {
		return 1
	}
	return max(0, least)
}

// on brings a drill to the court of the lesson; false where it cannot be.
func on(d drill.Drill, c *court.Court) (drill.Drill, bool) {
	own, err := d.Court()
	if err != nil || own.Sport != c.Sport {
		return d, false
	}
	out := d.Clone()
	if d.Pattern.Court != c.ID {
		if out, err = d.On(c.ID); err != nil {
			return d, false
		}
	}
	plan, err := out.Pattern.Fly(false)
	if err != nil || out.Validate().Err() != nil {
		return d, false
	}
	for _, b := range plan {
		if !b.Feasible {
			return d, false
		}
	}
	return out, true
}

// pool are the drills that ship which suit the wish, the best first.
func (w Wish) pool(c *court.Court) (out []found) {
	n, level := len(w.Students), w.level()
	days, match := w.toMatch()
	for _, e := range library.All() {
		if e.Drill.Focus == "warmUp" || w.Have.Lacking(&e.Drill) != nil {
			continue
		}
		above := slices.Index(drill.Levels, e.Drill.Level) - level
		d, ok := on(e.Drill, c)
		if !ok || above > levelsAbove || level == 0 && above >= 1 && d.Focus == "pressure" {
			continue
		}
		if n > 1 && n < d.Players.Least ||
			n == 1 && d.Players.Least > 2 { // with one, the coach is the partner
			continue
		}
		f := found{drill: d, score: -0.8 * math.Abs(float64(above))}
		if w.Aim != "" && d.Focus == w.Aim {
			f.score += 3
		}
		if !d.Pattern.Flown() && d.Focus != w.Aim { // nothing comes: a part of a lesson, not its heart
			f.score -= 2
		}
		f.score -= 0.15 * math.Abs(float64(n-d.Players.Best))
		if n > d.Players.Most*w.Have.courts() {
			f.score -= 1
		}
		if e.Drill.Pattern.Court == c.ID {
			f.score += 0.3
		}
		if n >= 3 {
			b := Block{Kind: Drill, Title: d.Title, Minutes: d.Minutes.Best, Drill: &d}
			l := Lesson{Have: w.Have}
			b = l.least(b, w.Students)
			lanes, _ := l.lanes(&b, n, 0)
			f.score -= waitWeighs * shareOf(lanes, Waiting, float64(b.Minutes))
		}
		for i := range w.Past {
			if w.Past[i].Drill.Title == d.Title {
				f.past = &w.Past[i]
				break
			}
		}
		switch {
		case match && days <= nearMatch && f.past == nil:
			f.score -= 2
		case f.past != nil && f.past.DaysAgo < dueAfter:
			f.score -= 0.5
		}
		out = append(out, f)
	}
	slices.SortStableFunc(out, func(a, b found) int { return cmp.Compare(b.score, a.score) })
	return out
}
