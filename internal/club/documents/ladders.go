package documents

import (
	"cmp"
	"context"
	"encoding/json"
	"slices"

	"hodometer/core/ladder"
	"hodometer/core/units"
	"hodometer/internal/store/gen"
)

// ShelfLadder is a ladder that ships or one of the club's own.
type ShelfLadder struct {
	Version int           `json:"version"` // 0: it ships
	Ladder  ladder.Ladder `json:"ladder"`
}

// Ladders lists those that ship, and the club's own after them.
func (c *Shelf) Ladders(ctx context.Context) (out []ShelfLadder, err error) {
	for _, l := range ladder.All() {
		out = append(out, ShelfLadder{Ladder: l})
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		own, err := All(ctx, q, ladders, func(r gen.Document) (s ShelfLadder, err error) {
			s.Version = int(r.Version)
			return s, json.Unmarshal([]byte(r.Body), &s.Ladder)
		})
		slices.SortFunc(own, func(a, b ShelfLadder) int { return cmp.Compare(a.Ladder.ID, b.Ladder.ID) })
		out = append(out, own...)
		return err
	})
	return out, err
}

// Ladder is one that ships, or one of the club's own.
func (c *Shelf) Ladder(ctx context.Context, id string) (out ShelfLadder, err error) {
	if l, ok := ladder.ByID(id); ok {
		return ShelfLadder{Ladder: *l}, nil
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := ladders.Find(ctx, q, id)
		if err != nil {
			return err
		}
		out.Version = int(row.Version)
		return json.Unmarshal([]byte(row.Body), &out.Ladder)
	})
	return out, err
}

// FindLadder finds one that ships or is the club's own, taken away or not: whoever stands
// on it goes on standing.
func FindLadder(ctx context.Context, q *gen.Queries, id string) (*ladder.Ladder, error) {
	if l, ok := ladder.ByID(id); ok {
		return l, nil
	}
	row, err := ladders.Find(ctx, q, id)
	if err != nil {
		return nil, err
	}
	var l ladder.Ladder
	return &l, json.Unmarshal([]byte(row.Body), &l)
}

// SaveLadder makes a ladder of the club's own (version 0) or changes one.
func (c *Shelf) SaveLadder(ctx context.Context, s ShelfLadder) (ShelfLadder, error) {
	if err := ladders.ownID(s.Ladder.ID); err != nil {
		return s, err
	}
	var under units.Problems
	under.Under("ladder", s.Ladder.Validate())
	if err := under.Err(); err != nil {
		return s, err
	}
	err := c.store.Write(ctx, func(q *gen.Queries) (err error) {
		s.Ladder, s.Version, err = Put(ctx, c, q, ladders, s.Ladder.ID, s.Version, s.Ladder,
			func(l ladder.Ladder) units.Problems { return l.Validate() })
		return err
	})
	return s, err
}

// RemoveLadder takes a ladder of the club's own away; who stands on it stays.
func (c *Shelf) RemoveLadder(ctx context.Context, id string) error {
	return c.Remove(ctx, ladders, id)
}
