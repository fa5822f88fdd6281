package students

import (
	"context"

	"hodometer/internal/club/answer"
	"hodometer/internal/store"
)

// About is all that stands in the file about a student alone.
func (c *Roll) About(ctx context.Context, id string) (store.About, error) {
	out, err := c.store.About(ctx, id)
	return out, answer.OrMissing(err, "student")
}
