package access

import (
	"context"
	"fmt"
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
	noted map[[3]string]noted
	hour  time.Time // of the failures that are counted
	fails int
}

type noted struct {
	at time.Time
	n  int64 // of the deed
}

// last gives the deed of the same sitting; false where there is none.
func (r *recent) last(device, what, thing string, now time.Time) (n int64, ok bool) {
	r.mu.Lock()
	defer r.mu.Unlock()
	was, ok := r.noted[[3]string{device, what, thing}]
	return was.n, ok && now.Sub(was.at) < sitting
}

// remember a deed from now on.
func (r *recent) remember(device, what, thing string, now time.Time, n int64) {
	r.mu.Lock()
	defer r.mu.Unlock()
	const most = 5000
	if r.noted == nil || len(r.noted) > most {
		r.noted = map[[3]string]noted{}
	}
	r.noted[[3]string{device, what, thing}] = noted{now, n}
}

// mostFailures of an hour are noted for the owner; all are in the log.
const mostFailures = 60

// many reports whether so many failed in this hour that no more are noted.
func (r *recent) many(now time.Time) bool {
	r.mu.Lock()
	defer r.mu.Unlock()
	if hour := now.Truncate(time.Hour); !hour.Equal(r.hour) {
		r.hour, r.fails = hour, 0
	}
	r.fails++
	return r.fails > mostFailures
}

type didKey struct{}

// did is what a request did, where its operation alone does not say it.
type did struct {
	told  bool
	parts []part
}

type part struct {
	what   string
	number int
}

// Did says what a request did, in place of its operation, and with how many entries: a part that
// policy.go has words for.
func Did(ctx context.Context, what string, number int) {
	d, ok := ctx.Value(didKey{}).(*did)
	if !ok {
		return
	}
	d.told = true
	for i := range d.parts {
		if d.parts[i].what == what {
			d.parts[i].number += number
			return
		}
	}
	d.parts = append(d.parts, part{what, number})
}

// DidNothing says that a request did nothing but what Did says of it.
func DidNothing(ctx context.Context) {
	if d, ok := ctx.Value(didKey{}).(*did); ok {
		d.told = true
	}
}

// note keeps who did what, where it changed something. On the machine itself, with no
// doors, there is one person, and nothing is noted; that somebody came in is noted with
// the device.
func (d *Doors) note(ctx context.Context, v Visitor, operation, thing string) error {
	if d.Open || v.Role == Nobody || rules[operation].did == "" {
		return nil
	}
	done := []part{{operation, 0}}
	if said, ok := ctx.Value(didKey{}).(*did); ok && said.told {
		done = said.parts
	}
	now := d.Now()
	for _, one := range done {
		if n, again := d.deeds.last(v.Device, one.what, thing, now); again {
			if one.number == 0 {
				continue
			}
			if err := d.store.Write(ctx, func(q *gen.Queries) error {
				return q.AddToDeed(ctx, gen.AddToDeedParams{Number: int64(one.number), N: n})
			}); err != nil {
				return err
			}
			continue
		}
		if err := d.keep(ctx, v.Device, gen.InsertDeedParams{
			At: now.UnixMilli(), Device: v.Device, Who: v.says(), Role: string(v.Role),
			What: one.what, Thing: thing, Number: int64(one.number),
		}); err != nil {
			return err
		}
	}
	return nil
}

// keep a deed, of who is told apart by that.
func (d *Doors) keep(ctx context.Context, by string, deed gen.InsertDeedParams) error {
	return d.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.InsertDeed(ctx, deed)
		if err == nil {
			d.deeds.remember(by, deed.What, deed.Thing, time.UnixMilli(deed.At), n)
		}
		return err
	})
}

// failed notes that somebody failed at a door, and from where: what a place does at one door in a
// sitting is one deed, so that who tries for long does not fill the club's file.
func (d *Doors) failed(ctx context.Context, operation, place string) error {
	now, what := d.Now(), operation+failedAt
	if _, again := d.deeds.last(place, what, "", now); again || d.deeds.many(now) {
		return nil
	}
	return d.keep(ctx, place, gen.InsertDeedParams{
		At: now.UnixMilli(), Who: place, Role: string(Nobody), What: what,
	})
}

// failedAt marks a deed that did not come about.
const failedAt = ":failed"

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
			out = append(
				out,
				Deed{r.N, r.At, r.Who, Role(r.Role), Said(r.What, int(r.Number), r.Named), r.Thing},
			)
		}
		return err
	})
	return out, err
}

// entries are words for so many.
func entries(number int) string {
	if number == 1 {
		return "one entry"
	}
	return fmt.Sprintf("%d entries", number)
}
