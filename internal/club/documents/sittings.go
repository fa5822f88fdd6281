package documents

import (
	"context"
	"time"

	"hodometer/internal/store/gen"
)

// A sitting is a stretch of work without so long a pause. Its saves stay apart for a while: a
// window that was left open may still save on top of one [trade].
const (
	Sitting = 30 * time.Minute
	Apart   = 14 * 24 * time.Hour
)

// Thin keeps of each old sitting the last version alone, and returns how many went.
func (c *Shelf) Thin(ctx context.Context) (gone int64, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		gone, err = q.ThinDocumentVersions(ctx, gen.ThinDocumentVersionsParams{
			Until: c.store.Now().Add(-Apart).UnixMilli(), Sitting: Sitting.Milliseconds(),
		})
		return err
	})
	return gone, err
}
