// Package club is what a coach can do: keep students, save lessons, reckon
// them, run them and read the log. It joins the rules of the core to the store,
// and is the one way in for the API and the demo alike.
package club

import (
	"hodometer/core/plan"
	"hodometer/internal/store"
)

// Club is one open file with all that can be done with it.
type Club struct {
	store *store.Store
	*Shelf
	*Roll
	*Ledger
	*Diary
	*Runs
	*Guide
	*Drafter
	*Weeks
	*Reports
}

// New is the club in that file.
func New(s *store.Store) *Club {
	planner := &plan.Planner{}
	shelf := &Shelf{s}
	roll := &Roll{s}
	ledger := &Ledger{store: s, planner: planner}
	diary := &Diary{s, planner, roll, ledger}
	runs := &Runs{store: s, planner: planner, evidence: ledger}
	guide := &Guide{s, planner, ledger}
	drafter := &Drafter{s, planner, ledger, diary, guide}
	weeks := &Weeks{s, shelf, roll, diary, drafter}
	return &Club{
		s, shelf, roll, ledger, diary, runs, guide, drafter, weeks,
		&Reports{s, planner, ledger, diary, guide},
	}
}

// Trouble is what keeps the club file from being written; nil: nothing does.
func (c *Club) Trouble() *store.Trouble { return c.store.Trouble() }
