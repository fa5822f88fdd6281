package access

import (
	"context"
	"sync"
	"time"

	"hodometer/internal/store/gen"
)

// sitting is how long what one device does to one thing is one deed: a lesson that is
// edited is saved many times, and one that is run is counted in many times.
const sitting = 10 * time.Minute

// recent remembers which deeds were noted a moment ago.
type recent struct {
	mu    sync.Mutex
	noted map[[3]string]time.Time
}

// is says whether a deed was noted a moment ago, and remembers it from now on.
func (r *recent) is(device, what, thing string, now time.Time) bool {
	r.mu.Lock()
	defer r.mu.Unlock()
	const most = 5000
	if r.noted == nil || len(r.noted) > most {
		r.noted = map[[3]string]time.Time{}
	}
	key := [3]string{device, what, thing}
	if at, ok := r.noted[key]; ok && now.Sub(at) < sitting {
		return true
	}
	r.noted[key] = now
	return false
}

// note keeps who did what, where it changed something. On the machine itself, with no
// doors, there is one person, and nothing is noted; that somebody came in is noted with
// the device.
func (d *Doors) note(ctx context.Context, v Visitor, operation, thing string) error {
	now := d.Now()
	if d.Open || v.Role == Nobody || rules[operation].did == "" ||
		d.deeds.is(v.Device, operation, thing, now) {
		return nil
	}
	return d.store.Write(ctx, func(q *gen.Queries) error {
		return q.InsertDeed(ctx, gen.InsertDeedParams{
			At:     now.UnixMilli(),
			Device: v.Device,
			Who:    v.Name,
			Role:   string(v.Role),
			What:   operation,
			Thing:  thing,
		})
	})
}

// Deed is what somebody did, and from when on.
type Deed struct {
	N     int64  `json:"n"`
	At    int64  `json:"at"`
	Who   string `json:"who"`
	Role  Role   `json:"role"`
	Did   string `json:"did"` // goes on after who: "counted in Short balls"
	Thing string `json:"thing,omitempty"`
}

// Deeds before one, latest first; before 0: the latest.
func (d *Doors) Deeds(ctx context.Context, before int64) ([]Deed, error) {
	if before <= 0 {
		before = 1 << 62
	}
	out := []Deed{}
	err := d.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListDeeds(ctx, before)
		for _, r := range rows {
			out = append(out, Deed{r.N, r.At, r.Who, Role(r.Role), Said(r.What, r.Named), r.Thing})
		}
		return err
	})
	return out, err
}
