// Package club joins the parts of a club in one file: it makes each from those it stands
// on, and has no rule of its own. It is the one way in for the API and the demo alike.
package club

import (
	"context"
	"time"

	"hodometer/core/plan"
	"hodometer/internal/club/answer"
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

// Erase takes a student, a lesson or a run out of the club for good: out of its file, where what
// others did with a student stays with nobody's name, and out of the other files beside it and in
// the folder of copies. On try it only says what goes, what stays, and which files those are. What
// an interruption leaves of it goes at the next start.
func (c *Club) Erase(ctx context.Context, of store.Subject, copies string, try bool) (store.Erased, error) {
	ctx = context.WithoutCancel(ctx) // half of it helps nobody
	out, err := c.store.Erase(ctx, of, try)
	if err != nil {
		what := map[store.Kind]string{store.AStudent: "student", store.ALesson: "lesson", store.ARun: "run"}
		return out, answer.OrMissing(err, what[of.Kind])
	}
	if try {
		out.Files, err = c.store.EraseElsewhere(ctx, of, copies, true)
		return out, err
	}
	c.Forget() // runs that go on are read anew
	if err := c.store.Shred(ctx); err != nil {
		return out, err
	}
	of.Keep = []string{}
	for _, s := range out.Sentences {
		if s.Changes {
			of.Change = append(of.Change, s.Before)
		} else {
			of.Keep = append(of.Keep, s.Before)
		}
	}
	out.Files, err = c.store.FinishErasing(ctx, of, copies)
	return out, err
}

// KeepErased brings the club’s files to the list of what was erased, and returns how much of it was
// there again or still.
func (c *Club) KeepErased(ctx context.Context, copies string) (int, error) {
	n, err := c.store.KeepErased(ctx, copies)
	c.Forget()
	return n, err
}

// Trouble returns what keeps the club file from being written; nil where nothing does.
func (c *Club) Trouble() *store.Trouble { return c.store.Trouble() }

// Retention returns for how many months what was written about students is kept; 0: for good.
func (c *Club) Retention(ctx context.Context) (months int, err error) { return c.store.Retention(ctx) }

// SetRetention keeps for how many months it is.
func (c *Club) SetRetention(ctx context.Context, months int) error {
	return c.store.SetRetention(ctx, months)
}

// Retain lets go of what is older, and returns of how many lessons.
func (c *Club) Retain(ctx context.Context) (lessons int64, err error) {
	if lessons, err = c.store.Retain(ctx); lessons > 0 {
		c.Forget()
	}
	return lessons, err
}

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
