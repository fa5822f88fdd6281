package club

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"hodometer/internal/store/gen"
)

// putDocument saves a document of the club's own: new (version 0) or the version read.
func (c *Club) putDocument(ctx context.Context, kind, id string, version int, doc any) (int, error) {
	body, err := json.Marshal(doc)
	if err != nil {
		return version, err
	}
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		now := c.Now().UnixMilli()
		row, err := q.GetDocument(ctx, gen.GetDocumentParams{Kind: kind, ID: id})
		switch {
		case errors.Is(err, sql.ErrNoRows) && version == 0:
			err = q.InsertDocument(
				ctx,
				gen.InsertDocumentParams{Kind: kind, ID: id, SavedAt: now, Body: string(body)},
			)
		case err != nil:
			return orMissing(err, called(kind))
		case int(row.Version) != version:
			return Stale{
				What:    called(kind),
				Changes: []string{fmt.Sprintf("saved %d times since", int(row.Version)-version)},
			}
		default:
			err = q.UpdateDocument(
				ctx,
				gen.UpdateDocumentParams{SavedAt: now, Body: string(body), Kind: kind, ID: id},
			)
		}
		if err != nil {
			return err
		}
		version++
		return q.InsertDocumentVersion(ctx, gen.InsertDocumentVersionParams{
			Kind: kind, ID: id, Version: int64(version), SavedAt: now, Body: string(body),
		})
	})
	return version, err
}

func (c *Club) removeDocument(ctx context.Context, kind, id string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.RemoveDocument(ctx, gen.RemoveDocumentParams{Kind: kind, ID: id})
		if err == nil && n == 0 {
			return Missing{called(kind)}
		}
		return err
	})
}

// called is what a coach calls a document of that kind.
func called(kind string) string {
	if kind == courses {
		return "weekly plan"
	}
	return kind
}
