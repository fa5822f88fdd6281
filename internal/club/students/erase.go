package students

import (
	"context"

	"hodometer/internal/club/answer"
	"hodometer/internal/store"
)

// Erase takes a student out of the club for good: out of its file, where what others did with
// them stays with nobody's name, and out of the other files beside it and in the folder of
// copies. On try it only says what goes, what stays, and which files those are. It may be done
// again, after a crash for instance: what is left of the student then goes.
func (c *Roll) Erase(ctx context.Context, id, copies string, try bool) (out store.Erased, err error) {
	ctx = context.WithoutCancel(ctx) // half of it helps nobody
	out, err = c.store.Erase(ctx, id, try)
	if err != nil {
		return out, answer.OrMissing(err, "student")
	}
	if !try {
		if err := c.store.Shred(ctx); err != nil {
			return out, err
		}
	}
	out.Files, err = c.store.EraseElsewhere(ctx, id, copies, try)
	return out, err
}

// About is all that stands in the file about a student alone.
func (c *Roll) About(ctx context.Context, id string) (store.About, error) {
	out, err := c.store.About(ctx, id)
	return out, answer.OrMissing(err, "student")
}
