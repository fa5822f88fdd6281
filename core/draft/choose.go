package draft

import (
	"cmp"
	"slices"

	"hodometer/core/drill"
)

// withBall sees to it that one of the drills can be played out, where there is
// one: a lesson of shadow strokes alone leads into no game.
func (w *maker) withBall(drills, pool []found) []found {
	if len(drills) == 0 || matchDrill(drills) != nil {
		return drills
	}
	i := slices.IndexFunc(pool, func(f found) bool { return f.drill.Playable() })
	if i < 0 {
		return drills
	}
	return append(slices.Clone(drills[:min(len(drills), max(0, w.wanted()-1))]), pool[i])
}

// demoted is the pool with those drills behind.
func demoted(pool, used []found) []found {
	out := slices.Clone(pool)
	for i := range out {
		if slices.ContainsFunc(used, func(u found) bool { return u.drill.ID == out[i].drill.ID }) {
			out[i].score -= usedWeighs
		}
	}
	slices.SortStableFunc(out, func(a, b found) int { return cmp.Compare(b.score, a.score) })
	return out
}

// What counts beside how well a drill suits [trade]: that it was used in another draft counts
// against it, that it is for the week's theme or for what the lesson is for in its favour.
const (
	usedWeighs  = 100.0
	focusWeighs = 1.5
)

// next is the drill of the pool that goes best with those that a lesson has; false where there is
// none.
func (w *maker) next(have, pool []found) (best found, ok bool) {
	most := 0.0
	for _, f := range pool {
		if slices.ContainsFunc(have, func(h found) bool { return alike(&h.drill, &f.drill) }) ||
			w.isCalm() && !f.known() {
			continue
		}
		score := f.score
		if f.drill.Focus == have[0].drill.Focus {
			score += focusWeighs
		}
		if w.themed() && Suits(w.Theme, &f.drill, f.known()) {
			score += usedWeighs
		}
		if !ok || score > most {
			best, most, ok = f, score, true
		}
	}
	return best, ok
}

// wanted is how many drills a lesson of that length holds [trade]: two in 45
// minutes with many adjustments.
func (w *maker) wanted() int {
	switch {
	case w.Minutes < shortLesson:
		return 1
	case w.Minutes < 100:
		return 2
	}
	return 3
}

// fill adds the drills that go best with them, up to as many as are wanted.
func (w *maker) fill(have, pool []found, most int) []found {
	have = have[:min(len(have), w.wanted(), most)]
	for len(have) < min(w.wanted(), most) {
		f, ok := w.next(have, pool)
		if !ok {
			break
		}
		have = append(have, f)
	}
	return have
}

// steps are drills of one purpose from few balls in one place to more.
func (w *maker) steps(aim drill.Focus, pool []found) []found {
	var out []found
	for _, f := range pool {
		if f.drill.Focus == aim && len(out) < w.wanted() {
			out = append(out, f)
		}
	}
	if len(out) == 0 && len(pool) > 0 {
		out = append(out, pool[0])
	}
	if len(out) > 0 {
		out = w.fill(out, pool, w.wanted())
	}
	slices.SortStableFunc(out, func(a, b found) int {
		return cmp.Compare(
			len(a.drill.Pattern.Feeds)*100+int(10*a.drill.Reach()),
			len(b.drill.Pattern.Feeds)*100+int(10*b.drill.Reach()),
		)
	})
	return out
}

// variety is the best drill for the aim with the best of another purpose.
func (w *maker) variety(aim drill.Focus, pool []found) (out []found) {
	for _, f := range pool {
		if f.drill.Focus == aim {
			out = append(out, f)
			break
		}
	}
	for _, f := range pool {
		if f.drill.Focus != aim && len(out) < w.wanted() &&
			(len(out) == 0 || f.drill.Focus != out[0].drill.Focus) {
			out = append(out, f)
			break
		}
	}
	return out
}
