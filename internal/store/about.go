package store

import (
	"context"
	"database/sql"
	"encoding/json"
)

// About is all that the file has about one student alone: rows by table, each a row's values by
// column, and the events that name the student, as they are kept.
type About struct {
	Rows   map[string][]map[string]any `json:"rows"`
	Events []json.RawMessage           `json:"events"`
}

// About reads all that stands in the file about a student, and whoever was merged into them.
func (s *Store) About(ctx context.Context, student string) (out About, err error) {
	tx, err := s.read.BeginTx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return out, err
	}
	defer tx.Rollback() // nothing was written
	e := erasing{ctx: ctx, tx: tx}
	if err := e.who(student); err != nil {
		return out, err
	}
	out.Rows, out.Events = map[string][]map[string]any{}, []json.RawMessage{}
	for _, t := range own {
		if t.table == "card_links" {
			continue // a link is a secret, not something about the student
		}
		query := "select * from " + t.table + " where student_id in " + e.marks()
		if out.Rows[t.table], err = rowsOf(ctx, tx, query, e.ids); err != nil {
			return out, err
		}
	}
	return out, e.events(&out)
}

// events are those that name the student.
func (e *erasing) events(out *About) error {
	about := func(text string) (string, error) {
		var event struct {
			Student string
		}
		if err := json.Unmarshal([]byte(text), &event); err != nil {
			return "", err
		}
		for _, id := range e.ids {
			if event.Student == id {
				out.Events = append(out.Events, json.RawMessage(text))
			}
		}
		return text, nil
	}
	const runs = "run_id in (select r.id from runs r, json_each(r.students) s where s.value in "
	if err := e.packed(runs+e.marks()+")", e.ids, about); err != nil {
		return err
	}
	return e.rewrite("events", []string{"run_id", "id"}, "body", runs+e.marks()+")", e.ids, about)
}

func rowsOf(ctx context.Context, tx *sql.Tx, query string, args []any) ([]map[string]any, error) {
	rows, err := tx.QueryContext(ctx, query, args...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	names, err := rows.Columns()
	if err != nil {
		return nil, err
	}
	out := []map[string]any{}
	for rows.Next() {
		values, into, row := make([]any, len(names)), make([]any, len(names)), map[string]any{}
		for i := range values {
			into[i] = &values[i]
		}
		if err := rows.Scan(into...); err != nil {
			return nil, err
		}
		for i, n := range names {
			row[n] = values[i]
		}
		out = append(out, row)
	}
	return out, rows.Err()
}
