package runs

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Aside are counts of a lesson that the file does not have, from a device that may only count. Who may
// plan decides about them: the lesson, its date and its students are as that device says.
type Aside struct {
	Run    string `json:"run"`
	Device string `json:"device"` // by name
	At     int64  `json:"at"`     // when the last of them came, in milliseconds since 1970
	Title  string `json:"title"`
	Date   string `json:"date"`
	// Students are the names that the device gave.
	Students []string `json:"students"`
	Events   int      `json:"events"`
}

// heldAside is the stored form of an Aside.
type heldAside struct {
	Origin Origin      `json:"origin"`
	Events []run.Event `json:"events"`
}

// The most runs, and events of one run, that are kept aside [trade].
const (
	mostAside       = 50
	mostAsideEvents = 20_000
)

// keepAside keeps counts for somebody who may plan to look at. What is there already changes nothing.
func (c *Runs) keepAside(ctx context.Context, q *gen.Queries, a *adding) error {
	l := a.of.Whole
	if err := errors.Join(l.Validate().Err(), begins(l)); err != nil {
		return err
	}
	var p units.Problems
	for i, e := range a.added {
		p.Under(fmt.Sprintf("events[%d]", i), e.Validate(l))
	}
	if err := p.Err(); err != nil {
		return err
	}
	held := heldAside{Origin: *a.of}
	row, err := q.GetAside(ctx, a.run)
	switch {
	case errors.Is(err, store.ErrNone):
		if n, err := q.CountAside(ctx); err != nil || n >= mostAside {
			return errors.Join(
				err,
				units.Problems{{Field: "lesson", Detail: "too many counts wait for the owner" +
					" to look at them, under Devices and backups; these stay on this device"}},
			)
		}
	case err != nil:
		return err
	case row.Device != a.by.Device:
		return units.Problems{{Field: "run", Detail: "these counts came from another device"}}
	default:
		if err := json.Unmarshal([]byte(row.Body), &held); err != nil {
			return err
		}
	}
	for _, e := range a.added {
		if !slices.ContainsFunc(held.Events, func(o run.Event) bool { return o.ID == e.ID }) {
			held.Events = append(held.Events, e)
		}
	}
	if len(held.Events) > mostAsideEvents {
		return units.Problems{{Field: "events", Detail: fmt.Sprintf("at most %d entries wait for the owner",
			mostAsideEvents)}}
	}
	body, err := json.Marshal(held)
	if err != nil {
		return err
	}
	a.state = run.Fold(held.Origin.Whole, held.Events)
	return q.PutAside(ctx, gen.PutAsideParams{
		RunID: a.run, Device: a.by.Device, At: c.store.Now().UnixMilli(), Body: string(body),
	})
}

// KeptAside lists the counts that wait, those that came last first.
func (c *Runs) KeptAside(ctx context.Context) ([]Aside, error) {
	out := []Aside{}
	err := c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListAside(ctx)
		for _, r := range rows {
			var held heldAside
			if err := json.Unmarshal([]byte(r.Body), &held); err != nil {
				return err
			}
			l := held.Origin.Whole
			one := Aside{
				Run:      r.RunID,
				Device:   r.DeviceName,
				At:       r.At,
				Title:    l.Title,
				Date:     l.Date,
				Students: []string{},
				Events:   len(held.Events),
			}
			for _, s := range held.Origin.Students {
				one.Students = append(one.Students, s.Name)
			}
			out = append(out, one)
		}
		return err
	})
	return out, err
}

// DecideAside takes counts that wait into the log, with their lesson and its students, or discards them.
func (c *Runs) DecideAside(ctx context.Context, id string, take bool) error {
	var held heldAside
	var device string
	if err := c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetAside(ctx, id)
		if err != nil {
			return answer.OrMissing(err, "count")
		}
		device = row.Device
		return json.Unmarshal([]byte(row.Body), &held)
	}); err != nil {
		return err
	}
	if take {
		if _, err := c.AddEventsBy(ctx, By{Device: device}, id, &held.Origin, held.Events); err != nil {
			return err
		}
	}
	return c.store.Write(ctx, func(q *gen.Queries) error {
		_, err := q.DropAside(ctx, id)
		return err
	})
}
