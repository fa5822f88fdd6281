package access

import (
	"context"
	"errors"
	"net/http"
	"sync"
	"time"

	"hodometer/internal/store/gen"

	"github.com/labstack/echo/v5"
)

type visitorKey struct{}

// From is who asks, as the guard found out; nobody where it did not.
func From(ctx context.Context) Visitor {
	v, ok := ctx.Value(visitorKey{}).(Visitor)
	if !ok {
		v.Role = Nobody
	}
	return v
}

// Sessions loads the session of a request, and writes it when something in it changed.
func (d *Doors) Sessions(next http.Handler) http.Handler {
	if d.Open {
		return next
	}
	return d.sessions.LoadAndSave(next)
}

// Guard lets a request through to the operation it is for where the policy allows it, and
// notes what was done. operation gives the contract's name of a route, "" where there is
// none, and thing the id that it is done to.
func (d *Doors) Guard(
	operation func(*echo.Context) string,
	thing func(*echo.Context) string,
) echo.MiddlewareFunc {
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			ctx := c.Request().Context()
			v, err := d.who(ctx)
			if err != nil {
				return err
			}
			op := operation(c)
			least, ruled := Least(op)
			switch {
			case !ruled && v.Role == Nobody:
				return errNobody
			case !ruled && op != "":
				return errNotYours
			case ruled && !v.Role.May(least) && v.Role == Nobody:
				return errNobody
			case ruled && !v.Role.May(least):
				return errNotYours
			case rules[op].failed != "":
				return d.door(c, next, op)
			}
			ctx, leave := d.listening.with(
				context.WithValue(context.WithValue(ctx, visitorKey{}, v), didKey{}, &did{}),
				v.Device,
			)
			defer leave()
			c.SetRequest(c.Request().WithContext(ctx))
			if err := next(c); err != nil {
				return err
			}
			r, _ := echo.UnwrapResponse(c.Response())
			asked := c.QueryParam("dryRun") == "true" // what would be done was not
			if !asked && r != nil && r.Status < http.StatusBadRequest {
				return d.note(context.WithoutCancel(ctx), v, op, thing(c))
			}
			return nil
		}
	}
}

// door lets a request through to one of the doors, which are held to a pace, each by itself.
func (d *Doors) door(c *echo.Context, next echo.HandlerFunc, op string) error {
	ctx, place := c.Request().Context(), placeOf(c.RealIP())
	from, known := place, d.known(c.Request())
	if known != "" { // whatever others do at the same address
		from = "device " + known
	}
	t := d.limits.let(op, from, d.Now())
	if t == nil {
		c.Response().Header().Set("Retry-After", "10")
		return errTooOften
	}
	if known != "" {
		t.failed = -1
	}
	ctx = context.WithValue(ctx, visitorKey{}, Visitor{Role: Nobody})
	c.SetRequest(c.Request().WithContext(context.WithValue(ctx, tryKey{}, t)))
	if r, _ := echo.UnwrapResponse(c.Response()); r != nil {
		r.Before(func() {
			if t.known != "" {
				http.SetCookie(c.Response(), d.keeps(t.known))
			}
		})
	}
	err := next(c)
	var wrong Wrong
	switch {
	case err == nil:
		t.right()
	case errors.As(err, &wrong):
		d.log.WarnContext(ctx, "refused at the door", "door", op, "from", place)
		// Where it cannot be noted now, the answer is the same.
		_ = d.failed(context.WithoutCancel(ctx), op, place)
	}
	return err
}

// knownLasts is how long a device that came in once is known.
const knownLasts = 365 * 24 * time.Hour

// keeps is what a device that came in keeps, so that it is known the next time. It opens nothing.
func (d *Doors) keeps(known string) *http.Cookie {
	own := d.sessions.Cookie
	return &http.Cookie{
		Name: own.Name + "-known", Value: known, Path: "/", MaxAge: int(knownLasts.Seconds()),
		HttpOnly: true, Secure: own.Secure, SameSite: own.SameSite,
	}
}

// known is the device that asks, where it came in before; "" where it is not known.
func (d *Doors) known(r *http.Request) (id string) {
	said, err := r.Cookie(d.sessions.Cookie.Name + "-known")
	if err != nil || said.Value == "" {
		return ""
	}
	_ = d.store.View(r.Context(), func(q *gen.Queries) (err error) { // else it is like any other
		id, err = q.KnownDevice(r.Context(), digest(said.Value))
		return err
	})
	return id
}

// listening ends what goes on for a device when it is signed out: a stream would else tell
// it on.
type listening struct {
	mu   sync.Mutex
	last int
	all  map[int]goesOn
}

type goesOn struct {
	device string
	end    context.CancelFunc
}

// with gives the context of a request, and how to say that it is over.
func (l *listening) with(ctx context.Context, device string) (context.Context, func()) {
	if device == "" {
		return ctx, func() {}
	}
	ctx, end := context.WithCancel(ctx)
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.all == nil {
		l.all = map[int]goesOn{}
	}
	l.last++
	n := l.last
	l.all[n] = goesOn{device, end}
	return ctx, func() {
		end()
		l.mu.Lock()
		defer l.mu.Unlock()
		delete(l.all, n)
	}
}

// end ends what goes on for a device, but for the one that asks; "": for all devices.
func (l *listening) end(device, asks string) {
	l.mu.Lock()
	defer l.mu.Unlock()
	for _, g := range l.all {
		if g.device != asks && (device == "" || g.device == device) {
			g.end()
		}
	}
}

var (
	errNobody = echo.NewHTTPError(http.StatusUnauthorized, "This device is not signed in. Your changes "+
		"are kept on it and sent when you sign in.")
	errNotYours = echo.NewHTTPError(
		http.StatusForbidden,
		"This device may not do that. Nothing was changed. "+
			"The owner can give it another role, under Devices and backups.",
	)
	errTooOften = echo.NewHTTPError(http.StatusTooManyRequests, "Too many tries. Wait ten seconds.")
)
