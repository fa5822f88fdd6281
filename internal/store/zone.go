package store

import (
	"context"
	"fmt"
	"strings"
	"time"

	"hodometer/core/units"
	"hodometer/internal/store/gen"
)

// Now returns the time at which things are saved now, by the club's own clock: its date is
// the club's day.
func (s *Store) Now() time.Time { return s.Clock().In(s.place.Load()) }

// At returns a moment in milliseconds since 1970 by the club's own clock.
func (s *Store) At(ms int64) time.Time { return time.UnixMilli(ms).In(s.place.Load()) }

// Zone returns the name of the club's time zone; "" where nobody said it yet, and the club's
// clock is that of the server.
func (s *Store) Zone() string {
	if where := s.place.Load(); where != time.Local {
		return where.String()
	}
	return ""
}

// SetZone keeps the club's time zone, by its name in the time zone database [IANA]: from now
// on every day is one of that place, those of earlier lessons too.
func (s *Store) SetZone(ctx context.Context, name string) error {
	where, err := time.LoadLocation(name)
	if err != nil || !strings.Contains(name, "/") && name != "UTC" {
		return units.Problems{{Field: "zone", Detail: fmt.Sprintf("%q is not a time zone; "+
			"write one such as Europe/Oslo", name)}}
	}
	if err := s.Write(ctx, func(q *gen.Queries) error { return q.SetZone(ctx, name) }); err != nil {
		return err
	}
	s.place.Store(where)
	return nil
}

// ID returns which club's file it is and, after a point, which copy of it: one that is put back
// is another copy of the same club.
func (s *Store) ID() string { return s.id }

// stay finds which copy this is, and the place in whose days the club counts. A zone that this machine does not know
// any more is left as it is written, and the server's clock serves.
func (s *Store) stay(ctx context.Context) error {
	s.place.Store(time.Local)
	return s.View(ctx, func(q *gen.Queries) error {
		club, err := q.GetClub(ctx)
		s.id = club.ID + "." + club.Copy
		if where, e := time.LoadLocation(club.Zone); err == nil && club.Zone != "" && e == nil {
			s.place.Store(where)
		}
		return err
	})
}
