package plan

import (
	"fmt"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/progress"
)

// Misses are worth a word from so many marked balls on, of which so large a share went to one
// place [trade].
const (
	missesMarked = 5
	missesShare  = 0.6
)

// corrections are the cues against misses to one place, common practice [trade].
var corrections = map[string]string{
	"net":   "Higher over the %s",
	"long":  "More margin before the %s",
	"wide":  "Aim well inside the %s",
	"short": "Hit through it, deeper",
}

// misses says where the students miss at the drill's stages, and offers the cue against it to
// each.
func (q *question) misses(b *lesson.Block) (out []Notice) {
	c, err := b.Drill.Court()
	if err != nil {
		return nil
	}
	line := map[string]string{"net": c.Words.Barrier, "long": c.Words.End, "wide": c.Words.Side}
	for i := range q.students {
		s := &q.students[i]
		where, n, of := missedMost(s, b.DrillFor(s.ID))
		if n < missesMarked || float64(n) < missesShare*float64(of) {
			continue
		}
		cue := corrections[where]
		if l := line[where]; l != "" {
			cue = fmt.Sprintf(cue, l)
		}
		went := "went " + where
		switch where {
		case "net":
			went = "went into the " + c.Words.Barrier
		case "short":
			went = "fell short"
		}
		said := fmt.Sprintf("%s: %d of %d marked misses %s.", s.FirstName(), n, of, went)
		v := b.Variant(s.ID)
		if v.Cue == cue {
			continue // it is said already
		}
		v.Cue = cue
		fit := b.With(v)
		out = append(out, notice("misses", said, change(
			fmt.Sprintf(
				"Cue for %s: “%s”",
				s.FirstName(),
				cue,
			),
			"read out courtside when it is their turn",
			fit,
		)))
	}
	return out
}

// missedMost returns where most of a student's balls went at the stages of a drill, over the
// last lessons, and of how many that were marked.
func missedMost(s *Student, d *drill.Drill) (where string, n, of int) {
	var all progress.Misses
	for _, st := range d.Stages {
		if k := s.Series[d.Series(st)]; k != nil {
			missed, _ := k.Missed()
			all.Add(missed)
		}
	}
	where, n = all.Most()
	return where, n, all.Marked()
}
