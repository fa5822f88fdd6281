package club

import (
	"context"
	"strings"
	"time"

	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Trouble is what keeps the club file from being written; nil: nothing does.
func (c *Club) Trouble() *store.Trouble { return c.store.Trouble() }

// FirstName of a student, for who may know no more.
func (c *Club) FirstName(ctx context.Context, student string) (name string, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetStudent(ctx, student)
		name = row.Name
		return orMissing(err, "student")
	})
	if words := strings.Fields(name); len(words) > 0 {
		name = words[0]
	}
	return name, err
}

// Since is when the first lesson was saved; the zero time: none was.
func (c *Club) Since(ctx context.Context) (at time.Time, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		ms, err := q.FirstWork(ctx)
		if ms > 0 {
			at = time.UnixMilli(ms)
		}
		return err
	})
	return at, err
}
