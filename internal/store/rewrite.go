package store

import (
	"crypto/sha256"
	"database/sql"
	"errors"
	"fmt"
	"strings"
)

// rewrite reads a column of some rows and writes back what differs.
func (e *erasing) rewrite(
	table string, key []string, name, where string, args []any, of func(text string) (string, error),
) error {
	rows, err := e.tx.QueryContext(e.ctx,
		fmt.Sprintf("select %s, %s from %s where %s", strings.Join(key, ", "), name, table, where), args...)
	if err != nil {
		return err
	}
	defer rows.Close()
	var changed [][]any
	for rows.Next() {
		row, into := make([]any, len(key)+1), make([]any, len(key)+1)
		for i := range row {
			into[i] = &row[i]
		}
		if err := rows.Scan(into...); err != nil {
			return err
		}
		text, _ := row[len(key)].(string)
		now, err := of(text)
		if err != nil {
			return fmt.Errorf("%s %v: %w", table, row[:len(key)], err)
		}
		if now != text {
			changed = append(changed, append([]any{now}, row[:len(key)]...))
		}
	}
	if err := errors.Join(rows.Err(), rows.Close()); err != nil {
		return err
	}
	put := fmt.Sprintf(
		"update or replace %s set %s = ? where %s = ?",
		table,
		name,
		strings.Join(key, " = ? and "),
	)
	for _, row := range changed {
		if _, err := e.tx.ExecContext(e.ctx, put, row...); err != nil {
			return err
		}
	}
	return nil
}

// blobs reads packed bodies of some rows, and gives those that differ, by the number of their row.
func (e *erasing) blobs(
	table, where string, args []any, of func(text string) (string, error),
) (changed map[int64]string, err error) {
	rows, err := e.tx.QueryContext(
		e.ctx,
		fmt.Sprintf("select rowid, body from %s where %s", table, where),
		args...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	changed = map[int64]string{}
	for rows.Next() {
		var id int64
		var body []byte
		if err := rows.Scan(&id, &body); err != nil {
			return nil, err
		}
		text, err := Unpack(body)
		if err != nil {
			return nil, fmt.Errorf("%s %d: %w", table, id, err)
		}
		now, err := of(string(text))
		if err != nil {
			return nil, err
		}
		if now != string(text) {
			changed[id] = now
		}
	}
	return changed, rows.Err()
}

// packed rewrites the events of runs that are packed, line by line.
func (e *erasing) packed(where string, args []any, of func(line string) (string, error)) error {
	changed, err := e.blobs("packed_events", where, args, func(text string) (string, error) {
		lines := strings.Split(text, "\n")
		for i, l := range lines {
			var err error
			if lines[i], err = of(l); err != nil {
				return "", err
			}
		}
		return strings.Join(lines, "\n"), nil
	})
	if err != nil {
		return err
	}
	for id, text := range changed {
		body, err := Pack([]byte(text))
		if err != nil {
			return err
		}
		if _, err := e.tx.ExecContext(
			e.ctx,
			"update packed_events set body = ? where rowid = ?",
			body,
			id,
		); err != nil {
			return err
		}
	}
	return nil
}

// texts rewrites lessons that are kept once each, by what they hold: two that become alike are
// one from then on.
func (e *erasing) texts(where string, args []any, of func(text string) (string, error)) error {
	changed, err := e.blobs("texts", where, args, of)
	if err != nil {
		return err
	}
	for id, text := range changed {
		hash := sha256.Sum256([]byte(text))
		body, err := Pack([]byte(text))
		if err != nil {
			return err
		}
		var same int64
		switch err := e.tx.QueryRowContext(e.ctx, "select id from texts where hash = ?", hash[:]).Scan(&same); {
		case errors.Is(err, sql.ErrNoRows):
			_, err = e.tx.ExecContext(
				e.ctx,
				"update texts set hash = ?, body = ? where id = ?",
				hash[:],
				body,
				id,
			)
			if err != nil {
				return err
			}
			continue
		case err != nil:
			return err
		}
		for _, query := range []string{
			"update lesson_versions set text = ?1 where text = ?2", "update runs set text = ?1 where text = ?2",
			"delete from texts where id = ?2 and ?1 <> ?2",
		} {
			if _, err := e.tx.ExecContext(e.ctx, query, same, id); err != nil {
				return err
			}
		}
	}
	return nil
}
