package store

import (
	"context"
	"encoding/json"
	"strings"

	"hodometer/internal/store/gen"
)

// Retention returns for how many months what was written about students is kept; 0: for good.
func (s *Store) Retention(ctx context.Context) (months int, err error) {
	err = s.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetRetention(ctx)
		months = int(row.KeepMonths)
		return err
	})
	return months, err
}

// SetRetention keeps the rule; what it lets go of goes with the next Retain.
func (s *Store) SetRetention(ctx context.Context, months int) error {
	return s.Write(ctx, func(q *gen.Queries) error { return q.SetRetention(ctx, int64(months)) })
}

// Retain lets go of the notes and observations of lessons given before as many months ago as the
// owner says, for good, and returns how many lessons that were. What was counted stays.
func (s *Store) Retain(ctx context.Context) (lessons int64, err error) {
	err = s.writing(ctx, func() error {
		tx, err := s.write.BeginTx(ctx, nil)
		if err != nil {
			return err
		}
		defer tx.Rollback() // after a commit there is nothing to roll back
		row, err := gen.New(tx).GetRetention(ctx)
		if err != nil || row.KeepMonths == 0 {
			return err
		}
		before := s.Now().AddDate(0, -int(row.KeepMonths), 0).UnixMilli()
		e := erasing{ctx: ctx, tx: tx, ids: []any{row.Thinned, before}}
		// Also what came late into a lesson that was gone through before.
		const runs = `(select id from runs r where (started_at >= ? or note <> ''
			or exists (select 1 from attended a where a.run_id = r.id and a.note <> '')
			or exists (select 1 from tags t where t.run_id = r.id)) and started_at < ?)`
		if lessons, err = e.number("select count(*) from " + runs); err != nil {
			return err
		}
		if err := e.packed("run_id in "+runs, e.ids, e.unsaid); err != nil {
			return err
		}
		if err := e.rewrite(
			"events",
			[]string{"run_id", "id"},
			"body",
			"run_id in "+runs,
			e.ids,
			e.unsaid,
		); err != nil {
			return err
		}
		const old = "(select id from runs where started_at < ?)"
		for _, query := range []string{
			"delete from shared_notes where run_id in " + runs,
			"update attended set note = '' where run_id in " + old,
			"delete from tags where run_id in " + old,
			"update runs set note = '' where id in " + old,
		} {
			args := e.ids
			if strings.HasSuffix(query, old) {
				args = e.ids[1:]
			}
			if _, err := tx.ExecContext(ctx, query, args...); err != nil {
				return err
			}
		}
		if _, err := tx.ExecContext(ctx, "update club set thinned = max(thinned, ?)", before); err != nil {
			return err
		}
		return tx.Commit()
	})
	if err == nil && lessons > 0 {
		err = s.Shred(ctx)
	}
	return lessons, err
}

// unsaid is an event without what somebody wrote in it.
func (e *erasing) unsaid(text string) (string, error) {
	var event map[string]json.RawMessage
	if err := json.Unmarshal([]byte(text), &event); err != nil {
		return "", err
	}
	if _, says := event["text"]; !says {
		return text, nil
	}
	var kind string
	_ = json.Unmarshal(event["kind"], &kind) // absent: none
	return e.silent(kind, event)
}
