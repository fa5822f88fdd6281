// Package club joins the parts of a club in one file: it makes each from those it stands
// on, and has no rule of its own. It is the one way in for the API and the demo alike.
package club

import (
	"context"
	"time"

	"hodometer/core/plan"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/drafts"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/ladders"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/reports"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/shares"
	"hodometer/internal/club/students"
	"hodometer/internal/club/weeks"
	"hodometer/internal/store"
)

// Club is one open file with all that can be done with it.
type Club struct {
	store *store.Store
	*documents.Shelf
	*students.Roll
	*evidence.Ledger
	*lessons.Diary
	*runs.Runs
	*ladders.Guide
	*drafts.Drafter
	*weeks.Weeks
	*reports.Reports
	*shares.Shares
}

// New returns the club in that file.
func New(s *store.Store) *Club {
	planner := &plan.Planner{}
	c := &Club{store: s, Shelf: documents.New(s), Roll: students.New(s), Ledger: evidence.New(s, planner)}
	c.Diary = lessons.New(s, planner, c.Roll, c.Ledger)
	c.Runs = runs.New(s, planner, c.Diary, c.Ledger)
	c.Guide = ladders.New(s, planner, c.Ledger)
	c.Drafter = drafts.New(s, planner, c.Ledger, c.Diary, c.Guide)
	c.Weeks = weeks.New(s, c.Shelf, c.Roll, c.Diary, c.Drafter)
	c.Reports = reports.New(s, planner, c.Ledger, c.Diary, c.Guide)
	c.Shares = shares.New(c.Shelf, c.Roll, c.Diary, c.Runs, c.Weeks)
	return c
}

// Erase takes a student out of the club for good, see students.Roll, and has runs that go on
// read anew.
func (c *Club) Erase(ctx context.Context, id, copies string, try bool) (store.Erased, error) {
	out, err := c.Roll.Erase(ctx, id, copies, try)
	if !try {
		c.Forget()
	}
	return out, err
}

// Trouble returns what keeps the club file from being written; nil where nothing does.
func (c *Club) Trouble() *store.Trouble { return c.store.Trouble() }

// Tidy keeps of each old sitting with a lesson or a document the last version alone, and
// returns how many went.
func (c *Club) Tidy(ctx context.Context) (gone int64, err error) {
	if gone, err = c.ThinLessons(ctx); err != nil {
		return gone, err
	}
	also, err := c.Thin(ctx)
	return gone + also, err
}

// File returns which club the file is of and, after a point, which copy of it.
func (c *Club) File() string { return c.store.ID() }

// Zone returns the time zone in whose days the club counts; "" where nobody said it yet.
func (c *Club) Zone() string { return c.store.Zone() }

// SetZone keeps the time zone in whose days the club counts.
func (c *Club) SetZone(ctx context.Context, name string) error { return c.store.SetZone(ctx, name) }

// Now returns the time at which what is saved now is saved, by the club's clock.
func (c *Club) Now() time.Time { return c.store.Now() }

// SetClock has the club told another time, to build a past.
func (c *Club) SetClock(now func() time.Time) { c.store.Clock = now }
