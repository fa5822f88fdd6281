package ladders

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/ladder"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/students"
	"hodometer/internal/store/gen"
)

// Step is what a coach does with a student on a ladder.
type Step struct {
	Ladder string
	Kind   ladder.Kind
	Rung   string
	Reason string
}

// Move puts a student on a ladder, up, down or off it. Setting somebody elsewhere than
// advised takes a reason.
func (c *Guide) Move(ctx context.Context, student string, s Step) (out StudentLadders, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := q.GetStudent(ctx, student); err != nil {
			return answer.OrMissing(err, "student")
		}
		l, err := documents.FindLadder(ctx, q, s.Ladder)
		if err != nil {
			return err
		}
		var p units.Problems
		if s.Kind != ladder.Off && l.At(s.Rung) < 0 {
			p.Add("rung", "this ladder does not have this rung")
		}
		if s.Kind == ladder.Set && strings.TrimSpace(s.Reason) == "" {
			p.Add("reason", "a reason is needed: a few words to read later")
		}
		if len([]rune(s.Reason)) > students.MostWords {
			p.Add("reason", fmt.Sprintf("at most %d characters", students.MostWords))
		}
		if !slices.Contains(
			[]ladder.Kind{ladder.Begin, ladder.Up, ladder.Ease, ladder.Set, ladder.Word, ladder.Off},
			s.Kind,
		) {
			p.Add("kind", fmt.Sprintf("%q is none of begin, up, ease, set, word, off", s.Kind))
		}
		if err := p.Err(); err != nil {
			return err
		}
		n, err := q.LastMove(ctx, gen.LastMoveParams{StudentID: student, Ladder: s.Ladder})
		if err != nil {
			return err
		}
		return q.InsertMove(ctx, gen.InsertMoveParams{
			StudentID: student,
			Ladder:    s.Ladder,
			N:         n + 1,
			At:        c.store.Now().UnixMilli(),
			Kind:      string(s.Kind),
			Rung:      s.Rung,
			Reason:    strings.TrimSpace(s.Reason),
		})
	})
	if err != nil {
		return out, err
	}
	return c.LaddersOf(ctx, student)
}

// TakeBack undoes a student's last move on a ladder.
func (c *Guide) TakeBack(ctx context.Context, student, ladderID string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.LastMove(ctx, gen.LastMoveParams{StudentID: student, Ladder: ladderID})
		if err != nil {
			return err
		}
		gone, err := q.DeleteMove(ctx, gen.DeleteMoveParams{StudentID: student, Ladder: ladderID, N: n})
		if err == nil && gone == 0 {
			return answer.Missing{What: "move to undo"}
		}
		return err
	})
}

// Decline remembers that advice was declined, or (not) that it is wanted again. What was
// declined comes back when something new was counted.
func (c *Guide) Decline(
	ctx context.Context,
	student, advice string,
	no bool,
) (out StudentLadders, err error) {
	if out, err = c.LaddersOf(ctx, student); err != nil {
		return out, err
	}
	sessions, known := 0, false
	for _, climb := range out.Ladders {
		if adviceKey(climb.Ladder.ID, climb.Advice) == advice {
			i := climb.Ladder.At(climb.Rung)
			sessions, known = len(climb.Rungs[i].Tries), true
		}
	}
	for _, m := range out.More {
		if m.ID == advice {
			sessions, known = m.Sessions, true
		}
	}
	if !known {
		return out, answer.Missing{What: "advice"}
	}
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		if !no {
			return q.DropDeclined(ctx, gen.DropDeclinedParams{StudentID: student, Advice: advice})
		}
		return q.Decline(ctx, gen.DeclineParams{
			StudentID: student, Advice: advice, At: c.store.Now().UnixMilli(), Sessions: int64(sessions),
		})
	})
	if err != nil {
		return out, err
	}
	return c.LaddersOf(ctx, student)
}

// Work is what the ladders of these students give a lesson on that court to do.
func (c *Guide) Work(
	ctx context.Context,
	q *gen.Queries,
	students []string,
	courtID string,
) (out []draft.Work, err error) {
	for _, id := range students {
		w, err := c.climber(ctx, q, id, units.DayNumber(c.store.Now()))
		if err != nil {
			return nil, err
		}
		climbs, err := w.climbs(ctx)
		if err != nil {
			return nil, err
		}
		for _, climb := range climbs {
			r := &climb.Ladder.Rungs[climb.Ladder.At(cmp.Or(climb.Advice.Toward, climb.Next.Rung))]
			top := climb.Advice.Verdict == ladder.Top
			if top && !climb.fresh(w.day) { // it has been climbed and played, and asks for nothing more
				continue
			}
			d := w.drill(ctx, r.Drill)
			if climb.Ladder.Sport != court.SportOf(courtID) || d == nil {
				continue
			}
			at := r.StageIn(d)
			if at < 0 {
				continue
			}
			why := r.Title
			if climb.Advice.To != "" && !climb.Declined {
				why = fmt.Sprintf("%s (%s)", r.Title, map[ladder.Verdict]string{
					ladder.GoUp: "up a rung", ladder.GoEase: "back a rung",
				}[climb.Advice.Verdict])
			} else if climb.Advice.Toward != "" {
				why = r.Title + " (a step toward it)"
			}
			out = append(out, draft.Work{
				Students: []string{
					id,
				},
				Drill:   *d,
				Stage:   at,
				Count:   r.GateIn(d, at).Count,
				Why:     why,
				Rung:    r.Title,
				Between: climb.Advice.Toward != "",
				Play:    top,
			})
		}
	}
	return out, nil
}

// playedFor is how many days after the end of a ladder it is brought into match play [trade].
const playedFor = 14

// fresh reports whether the rung was met in the last two weeks.
func (c *Climb) fresh(day int) bool {
	tries := c.Rungs[c.Ladder.At(c.Rung)].Tries
	return len(tries) > 0 && day-tries[len(tries)-1].Day <= playedFor
}
