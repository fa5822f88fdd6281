package club

import (
	"context"
	"encoding/json"
	"fmt"

	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/store/gen"
)

// ShelfLadder is a ladder that ships or one of the club's own.
type ShelfLadder struct {
	Version int           `json:"version"` // 0: it ships
	Ladder  ladder.Ladder `json:"ladder"`
}

const ladders = "ladder" // the kind of document

// Ladders lists those that ship, and the club's own after them.
func (c *Club) Ladders(ctx context.Context) (out []ShelfLadder, err error) {
	for _, l := range ladder.All() {
		out = append(out, ShelfLadder{Ladder: l})
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListDocuments(ctx, ladders)
		for _, r := range rows {
			s := ShelfLadder{Version: int(r.Version)}
			if err := json.Unmarshal([]byte(r.Body), &s.Ladder); err != nil {
				return fmt.Errorf("ladder %s: %w", r.ID, err)
			}
			out = append(out, s)
		}
		return err
	})
	return out, err
}

// findLadder finds one that ships or is the club's own, taken away or not: whoever stands
// on it goes on standing.
func findLadder(ctx context.Context, q *gen.Queries, id string) (*ladder.Ladder, error) {
	if l, ok := ladder.ByID(id); ok {
		return l, nil
	}
	row, err := q.GetDocument(ctx, gen.GetDocumentParams{Kind: ladders, ID: id})
	if err != nil {
		return nil, orMissing(err, "ladder")
	}
	var l ladder.Ladder
	return &l, json.Unmarshal([]byte(row.Body), &l)
}

// SaveLadder makes a ladder of the club's own (version 0) or changes one.
func (c *Club) SaveLadder(ctx context.Context, s ShelfLadder) (ShelfLadder, error) {
	if !lesson.IsID(s.Ladder.ID) {
		return s, units.Problems{
			{
				Field: "id",
				Detail: "a ladder that comes with Hodometer cannot be changed; save a copy with its own id, " +
					"a UUID in lower case",
			},
		}
	}
	var under units.Problems
	under.Under("ladder", s.Ladder.Validate())
	if err := under.Err(); err != nil {
		return s, err
	}
	version, err := c.putDocument(ctx, ladders, s.Ladder.ID, s.Version, s.Ladder)
	s.Version = version
	return s, err
}

// RemoveLadder takes a ladder of the club's own away; who stands on it stays.
func (c *Club) RemoveLadder(ctx context.Context, id string) error {
	return c.removeDocument(ctx, ladders, id)
}
