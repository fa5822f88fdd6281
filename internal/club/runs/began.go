package runs

import (
	"context"
	"time"

	"hodometer/internal/store/gen"
)

// clockOff is how far the clock of a device may be from the server's and still be believed: a
// wrong time zone and some hours [trade].
const clockOff = 36 * time.Hour

// began is when a run began, in milliseconds since 1970: as its events say, however late they
// arrive. The clock of a device that says tomorrow, or a day before there was the lesson and
// not that of the lesson, is wrong: then the lesson's own time counts, where that has come, else
// when the run arrived.
func (c *Runs) began(ctx context.Context, q *gen.Queries, f *followed) (int64, error) {
	if f.first == f.startedAt {
		return f.first, nil
	}
	now := c.store.Now()
	planned, err := time.ParseInLocation("2006-01-02 15:04", f.lesson.Date+" "+f.lesson.Start, now.Location())
	about := err == nil && time.UnixMilli(f.first).Sub(planned).Abs() <= clockOff
	first, err := q.FirstSaved(ctx, f.lesson.ID)
	if err != nil {
		return 0, err
	}
	switch {
	case f.first <= now.Add(clockOff).UnixMilli() && (about || f.first >= first-clockOff.Milliseconds()):
		return f.first, nil
	case !planned.IsZero() && planned.Before(now):
		return planned.UnixMilli(), nil
	}
	return min(f.startedAt, now.UnixMilli()), nil
}
