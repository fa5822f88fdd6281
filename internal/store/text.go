package store

import (
	"bytes"
	"compress/zlib"
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"sync"

	"hodometer/internal/store/gen"
)

// Pack returns a text in a fraction of its room, by zlib (RFC 1950).
func Pack(text []byte) ([]byte, error) {
	var out bytes.Buffer
	w := zlib.NewWriter(&out)
	if _, err := w.Write(text); err != nil {
		return nil, err
	}
	err := w.Close()
	return out.Bytes(), err
}

// Unpack returns what Pack was given; a body that was damaged is an error, since its end holds
// a sum of all that was packed.
func Unpack(body []byte) ([]byte, error) {
	r, _ := unpackers.Get().(io.ReadCloser)
	from := bytes.NewReader(body)
	if r == nil {
		var err error
		if r, err = zlib.NewReader(from); err != nil {
			return nil, err
		}
	} else if err := r.(zlib.Resetter).Reset(from, nil); err != nil {
		return nil, err
	}
	defer unpackers.Put(r)
	return io.ReadAll(r)
}

// unpackers are readers that may be used again: each has 40 kB of its own.
var unpackers sync.Pool

// List is what a query about several takes: their ids, as JSON. So it is one text, however many.
func List(ids ...string) string {
	text, _ := json.Marshal(ids) // strings can be written
	return string(text)
}

// ReadText reads the document of a packed text.
func ReadText(body []byte, into any) error {
	text, err := Unpack(body)
	if err != nil {
		return err
	}
	return json.Unmarshal(text, into)
}

// KeepText keeps a text once, however often it is kept, and returns what refers to it. A
// lesson that was run as it was saved, or saved as it was, takes no room of its own.
func KeepText(ctx context.Context, q *gen.Queries, text []byte) (kept sql.NullInt64, err error) {
	hash := sha256.Sum256(text)
	id, err := q.FindText(ctx, hash[:])
	if errors.Is(err, ErrNone) {
		var body []byte
		if body, err = Pack(text); err != nil {
			return kept, err
		}
		id, err = q.InsertText(ctx, gen.InsertTextParams{Hash: hash[:], Body: body})
	}
	return sql.NullInt64{Int64: id, Valid: err == nil}, err
}

// textsOnce keeps the lessons of versions and runs in the table of texts. It is the twenty-first
// migration, in Go, since texts are packed.
func textsOnce(ctx context.Context, tx *sql.Tx) error {
	for _, t := range []struct{ table, column string }{{"lesson_versions", "body"}, {"runs", "lesson"}} {
		if err := keepAll(ctx, tx, t.table, t.column); err != nil {
			return fmt.Errorf("%s: %w", t.table, err)
		}
	}
	return nil
}

// keepAll keeps the texts of a column, some at a time.
func keepAll(ctx context.Context, tx *sql.Tx, table, column string) error {
	type row struct {
		id   int64
		text []byte
	}
	some := func(after int64) (out []row, err error) {
		rows, err := tx.QueryContext(ctx, "select rowid, "+column+" from "+table+
			" where rowid > ? order by rowid limit 200", after)
		if err != nil {
			return nil, err
		}
		defer rows.Close()
		for rows.Next() {
			var r row
			if err := rows.Scan(&r.id, &r.text); err != nil {
				return nil, err
			}
			out = append(out, r)
		}
		return out, rows.Err()
	}
	for after := int64(-1); ; {
		rows, err := some(after)
		if err != nil || len(rows) == 0 {
			return err
		}
		for _, r := range rows {
			hash := sha256.Sum256(r.text)
			body, err := Pack(r.text)
			if err != nil {
				return err
			}
			if _, err := tx.ExecContext(
				ctx,
				`insert into texts (hash, body) values (?, ?) on conflict do nothing`,
				hash[:],
				body,
			); err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, "update "+table+
				" set text = (select id from texts where hash = ?) where rowid = ?", hash[:], r.id); err != nil {
				return err
			}
			after = r.id
		}
	}
}
