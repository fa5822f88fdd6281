package runs

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"hodometer/core/run"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// noted is an event with its text as it was written.
type noted struct {
	event run.Event
	text  string
}

// notedOf are the events of a run by their ids: those that are packed, and those that are not
// yet, or were added since.
func notedOf(ctx context.Context, q *gen.Queries, id string) ([]noted, error) {
	lines, err := unpacked(ctx, q, id)
	if err != nil {
		return nil, err
	}
	loose, err := q.ListEvents(ctx, id)
	if err != nil {
		return nil, err
	}
	out := make([]noted, 0, len(lines)+len(loose))
	for _, text := range append(lines, loose...) {
		n := noted{text: text}
		if err := json.Unmarshal([]byte(text), &n.event); err != nil {
			return nil, fmt.Errorf("event of run %s: %w", id, err)
		}
		out = append(out, n)
	}
	same := func(a, b noted) bool { return a.event.ID == b.event.ID }
	slices.SortStableFunc(out, func(a, b noted) int { return cmp.Compare(a.event.ID, b.event.ID) })
	return slices.CompactFunc(out, same), nil
}

// unpacked are the texts of the packed events of a run.
func unpacked(ctx context.Context, q *gen.Queries, id string) ([]string, error) {
	body, err := q.GetPacked(ctx, id)
	if errors.Is(err, store.ErrNone) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	text, err := store.Unpack(body)
	if err != nil {
		return nil, fmt.Errorf("packed events of run %s: %w", id, err)
	}
	return strings.Split(string(text), "\n"), nil
}

// pack puts the events of a run together.
func pack(ctx context.Context, q *gen.Queries, id string) error {
	all, err := notedOf(ctx, q, id)
	if err != nil {
		return err
	}
	texts := make([]string, len(all))
	for i, n := range all {
		texts[i] = n.text
	}
	body, err := store.Pack([]byte(strings.Join(texts, "\n")))
	if err != nil {
		return err
	}
	if err := q.PutPacked(
		ctx,
		gen.PutPackedParams{RunID: id, Number: int64(len(all)), Body: body},
	); err != nil {
		return err
	}
	return q.DeleteEvents(ctx, id)
}

// How long after it began a run is packed, how many at once, and how long the writers have
// between them [trade].
const (
	quiet     = 48 * time.Hour
	atOnce    = 5
	packPause = 50 * time.Millisecond
)

// Pack puts together the events of the runs that are over and were begun days ago: an event
// then takes an eighth of the room. It goes on until there are none, a few at a time, so that
// who counts meanwhile does not wait, and returns how many there were.
func (c *Runs) Pack(ctx context.Context) (runs int, err error) {
	before := c.store.Now().Add(-quiet).UnixMilli()
	for ctx.Err() == nil {
		var some []string
		err = c.store.Write(ctx, func(q *gen.Queries) error {
			some, err = q.ListToPack(ctx, gen.ListToPackParams{StartedAt: before, Limit: atOnce})
			for _, id := range some {
				if err := pack(ctx, q, id); err != nil {
					return err
				}
			}
			return err
		})
		if err != nil {
			return runs, err
		}
		if runs += len(some); len(some) < atOnce {
			return runs, nil
		}
		select {
		case <-ctx.Done():
		case <-time.After(packPause):
		}
	}
	return runs, ctx.Err()
}
