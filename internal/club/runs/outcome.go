package runs

import (
	"context"
	"maps"
	"slices"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// writeOutcome writes what the log and the estimates read: the run's status and, once
// it is finished, what it keeps.
func (c *Runs) writeOutcome(
	ctx context.Context,
	q *gen.Queries,
	id string,
	f *followed,
	state run.State,
) error {
	minutes, was := 0.0, f.status
	started, err := c.began(ctx, q, f)
	if err != nil {
		return err
	}
	for _, b := range state.Blocks {
		minutes += float64(b.ElapsedMs) / 60000
	}
	row := gen.UpdateRunParams{
		StartedAt: started, Status: string(state.Status), Minutes: minutes, Note: state.Note, ID: id,
	}
	if row != f.row { // most taps change none of it
		if err := q.UpdateRun(ctx, row); err != nil {
			return err
		}
		f.row = row
	}
	f.startedAt, f.status = started, string(state.Status)
	if state.Status != run.Finished && was != string(run.Finished) {
		return nil
	}
	if err := q.EvidenceChanged(ctx); err != nil {
		return err
	}
	for _, forget := range []func(context.Context, string) error{
		q.DeleteResults, q.DeleteGamePlayers, q.DeleteGames, q.DeleteTags, q.DeleteAttended,
	} {
		if err := forget(ctx, id); err != nil {
			return err
		}
	}
	if state.Status != run.Finished { // its end was undone, or it was given up or taken away
		return nil
	}
	w := writing{q, id, started, f.lesson, &state}
	for _, keep := range []func(context.Context) error{
		func(ctx context.Context) error { return c.writeResults(ctx, w) }, w.games, w.people,
	} {
		if err := keep(ctx); err != nil {
			return err
		}
	}
	return nil
}

// writing is one finished run whose outcome is written.
type writing struct {
	q     *gen.Queries
	run   string
	at    int64
	l     *lesson.Lesson
	state *run.State
}

// writeResults keeps what was counted of each stage, and what its balls were asked
// for.
func (c *Runs) writeResults(ctx context.Context, w writing) error {
	level := map[string]units.Level{}
	for _, k := range w.state.Results(w.l) {
		if level[k.Student] == "" {
			s, err := w.q.GetStudent(ctx, k.Student)
			if err != nil {
				return err
			}
			who := students.Of(s)
			level[k.Student] = who.In(court.SportOf(w.l.Court))
		}
		d := w.l.Block(k.Block).DrillFor(k.Student)
		whole := d
		if shots := d.Stages[k.Stage].Shots; len(shots) > 0 {
			d = d.With(k.Stage, shots[k.Shot])
		}
		asked, err := store.AskedOf(&c.planner.Flights, d, k.Stage, level[k.Student], d.TurnBalls)
		if err != nil {
			return err
		}
		ask, more, err := store.KeepAsk(ctx, w.q, gen.InsertAskParams{
			Kind:    string(k.State.Goal.Kind),
			Drill:   whole.Root(),
			Edition: whole.Edition(),
			Stage:   whole.Stages[k.Stage].Key(),
			Body:    asked,
		}, store.MoreOf(k, d))
		if err != nil {
			return err
		}
		met := int64(0)
		if k.State.Met {
			met = 1
		}
		if err := w.q.InsertResult(ctx, gen.InsertResultParams{
			RunID:     w.run,
			StudentID: k.Student,
			BlockID:   k.Block,
			Step:      int64(k.Stage),
			Skill:     string(k.Skill),
			At:        w.at,
			Balls:     int64(k.Balls),
			Good:      int64(k.Good),
			Best:      int64(k.State.Best),
			Met:       met,
			Radius:    k.Radius,
			Ask:       ask,
			Shot:      int64(k.Shot),
			More:      more,
		}); err != nil {
			return err
		}
	}
	return nil
}

// games keeps the games, with who was on which side.
func (w writing) games(ctx context.Context) error {
	played := w.state.Games()
	rows, err := store.GamesOf(w.run, w.at, w.l, played)
	if err != nil {
		return err
	}
	for i, row := range rows {
		if err := w.q.InsertGame(ctx, row); err != nil {
			return err
		}
		for side, who := range played[i].Sides {
			for _, s := range who {
				if err := w.q.InsertGamePlayer(ctx, gen.InsertGamePlayerParams{
					StudentID: s, RunID: w.run, BlockID: row.BlockID, N: row.N, Side: int64(side),
				}); err != nil {
					return err
				}
			}
		}
	}
	return nil
}

// errorsSeen is the word under which the errors of a warm-up are kept.
const errorsSeen = "errors in the warm-up"

// people keeps who was there, with what was noted of each.
func (w writing) people(ctx context.Context) error {
	for _, s := range w.l.Students {
		if slices.Contains(w.state.Absent, s) {
			continue
		}
		if err := w.q.InsertAttended(ctx, gen.InsertAttendedParams{
			RunID: w.run, StudentID: s, Note: w.state.Notes[s],
			Engagement: int64(w.state.Engagement[s]), Effort: int64(w.state.Effort[s]),
			Confidence: int64(w.state.Confidence[s]),
		}); err != nil {
			return err
		}
		seen := maps.Clone(w.state.Tags[s])
		for _, b := range w.state.Blocks { // counted where no ball is: told as what was seen
			if n := b.Errors[s]; n > 0 {
				if seen == nil {
					seen = map[string]int{}
				}
				seen[errorsSeen] += n
			}
		}
		for word, times := range seen {
			if err := w.q.InsertTag(ctx, gen.InsertTagParams{
				RunID: w.run, StudentID: s, Word: word, Times: int64(times),
			}); err != nil {
				return err
			}
		}
	}
	return nil
}
