// Package club is what a coach can do: keep students, save lessons, reckon
// them, run them and read the log. It joins the rules of the core to the store,
// and is the one way in for the API and the demo alike.
package club

import (
	"database/sql"
	"errors"
	"time"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/internal/store"
)

// Club is one open file with its rules.
type Club struct {
	store *store.Store
	// Now tells the time; the demo sets it back to build the past.
	Now func() time.Time
	// planner remembers the blocks of lessons that are being edited, people what
	// is known of their students.
	planner plan.Planner
	people  people
	// following are the runs that go on.
	following following
}

// New is the club in that file.
func New(s *store.Store) *Club { return &Club{store: s, Now: time.Now} }

// Missing says that something asked for is not there.
type Missing struct{ What string }

func (m Missing) Error() string { return "this " + m.What + " does not exist" }

// Stale says that a save came too late: what is there now, and what changed
// since the version that was edited. Nothing was saved.
type Stale struct {
	What    string
	Current *lesson.Lesson // when What is a lesson
	Drill   *ShelfDrill    // when What is a drill
	Changes []string
}

func (s Stale) Error() string {
	return "this " + s.What + " was changed by someone else in the meantime"
}

func orMissing(err error, what string) error {
	if errors.Is(err, sql.ErrNoRows) {
		return Missing{what}
	}
	return err
}

// Skill is a student's way at one skill, oldest session first. The estimates
// are for a target of Radius metres, the last one played to; Within is the metres
// around its aim that hold half of the balls, 0 where fewer come over the net.
type Skill struct {
	ID     drill.Skill        `json:"skill"`
	Label  string             `json:"label"`
	Short  string             `json:"short"` // its stroke alone
	Radius float64            `json:"radius"`
	Within float64            `json:"within,omitempty"`
	Track  []progress.Counted `json:"track"`
}
