package access

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"strings"
	"sync"
	"time"
	"unicode/utf8"

	"hodometer/core/units"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"

	"github.com/alexedwards/scs/v2"
	"github.com/google/uuid"
)

// How long a device is let in: at most, and without being seen.
const (
	sessionLasts = 180 * 24 * time.Hour
	unseenLasts  = 45 * 24 * time.Hour
	// It is noted that a device was seen every so often, so that looking does not write.
	seenEvery = 10 * time.Minute
)

// Doors of a club.
type Doors struct {
	// Open says that the server is bound to loopback alone: there are no doors.
	Open bool
	// Now tells the time.
	Now func() time.Time

	log      *slog.Logger
	store    *store.Store
	sessions *scs.SessionManager
	codes    codes
	limits   limits
	deeds    recent
	cost     Cost
	// nobodys is a passphrase that nobody knows, as it is kept.
	nobodys func() string
	// listening are the requests that go on.
	listening listening
	// hashing holds one passphrase at a time to its argon2id.
	hashing turnstile
}

// Options of doors.
type Options struct {
	Open   bool // bound to loopback alone
	Secure bool // reached over TLS, ours or a proxy's
	// Log is told who failed at a door, and from where; nil: slog's default.
	Log *slog.Logger
	// Cost is of new passphrases.
	Cost Cost
}

// New are the doors of the club in that file.
func New(s *store.Store, o Options) *Doors {
	d := &Doors{Open: o.Open, Now: time.Now, store: s, sessions: scs.New(), log: o.Log, cost: o.Cost}
	d.nobodys = sync.OnceValue(func() string { return hashed(secret(), o.Cost) })
	if d.log == nil {
		d.log = slog.Default()
	}
	d.sessions.Store = kept{d}
	d.sessions.Lifetime = sessionLasts
	d.sessions.HashTokenInStore = true
	d.sessions.Cookie.Name = "hodometer"
	d.sessions.Cookie.SameSite = http.SameSiteStrictMode
	if o.Secure {
		d.sessions.Cookie.Name = "__Host-hodometer"
		d.sessions.Cookie.Secure = true
	}
	d.sessions.ErrorFunc = func(w http.ResponseWriter, _ *http.Request, err error) {
		http.Error(w, fmt.Sprintf("The session could not be read: %v", err), http.StatusServiceUnavailable)
	}
	return d
}

// Visitor is who asks for something.
type Visitor struct {
	Role   Role
	Device string // its id; "" on the machine itself, or nobody
	Name   string
	Coach  string // the id of whose device it is; "" where it is nobody's in particular
	Called string // and the name
	Since  int64  // when it was connected, in milliseconds since 1970; 0: it always was
}

// says is who did something: the coach, where it is known whose device it is.
func (v Visitor) says() string {
	if v.Called != "" {
		return v.Called
	}
	return v.Name
}

// who finds out who asks; the session has been loaded.
func (d *Doors) who(ctx context.Context) (Visitor, error) {
	if d.Open {
		return Visitor{Role: Owner, Name: "this computer"}, nil
	}
	id := d.sessions.GetString(ctx, "device")
	if id == "" {
		return Visitor{Role: Nobody}, nil
	}
	var row gen.GetDeviceRow
	err := d.store.View(ctx, func(q *gen.Queries) (err error) {
		row, err = q.GetDevice(ctx, id)
		return err
	})
	now := d.Now()
	switch {
	case errors.Is(err, store.ErrNone): // signed out
		return Visitor{Role: Nobody}, nil
	case err != nil:
		return Visitor{}, err
	case now.Sub(time.UnixMilli(row.Seen)) > unseenLasts:
		return Visitor{Role: Nobody}, nil
	case now.Sub(time.UnixMilli(row.Seen)) > seenEvery:
		// Where it cannot be noted now, who asks comes in all the same.
		_ = d.store.Write(ctx, func(q *gen.Queries) error {
			return q.SeeDevice(ctx, gen.SeeDeviceParams{Seen: now.UnixMilli(), ID: id})
		})
	}
	return Visitor{Role(row.Role), row.ID, row.Name, row.Coach, row.CoachName, row.Since}, nil
}

// Wrong says that what was said at a door does not open it.
type Wrong struct{ Why string }

func (w Wrong) Error() string { return w.Why }

// HasPassphrase says whether the owner has set one.
func (d *Doors) HasPassphrase(ctx context.Context) (bool, error) {
	kept, err := d.passphrase(ctx)
	return kept != "", err
}

func (d *Doors) passphrase(ctx context.Context) (kept string, err error) {
	err = d.store.View(ctx, func(q *gen.Queries) (err error) {
		kept, err = q.GetPassphrase(ctx)
		return err
	})
	return kept, err
}

// ChangePassphrase sets new words for who asks, who has to say the present ones: a coach's own, and
// else the owner's. Whoever sits at a device that is signed in cannot shut its owner out.
func (d *Doors) ChangePassphrase(ctx context.Context, v Visitor, present, words string) error {
	if err := checkPassphrase(words); err != nil {
		return err
	}
	if v.Coach == "" && !v.Role.May(Owner) {
		return errNotYours
	}
	kept, err := d.passphraseOf(ctx, v.Coach)
	if err != nil {
		return err
	}
	if kept != "" {
		t := d.limits.let(
			"setPassphrase",
			v.Device,
			d.Now(),
		) // who found a device that is signed in may guess
		if t == nil {
			return errTooOften
		}
		right, err := d.fitsInTurn(ctx, present, kept)
		if err != nil {
			return err
		}
		if !right {
			return Wrong{"The present passphrase is wrong. Nothing was changed."}
		}
		t.right()
	}
	if v.Coach == "" {
		return d.SetPassphrase(ctx, words, v.Device)
	}
	return d.ChangeCoach(ctx, v.Coach, CoachChange{Passphrase: &words}, v.Device)
}

// passphraseOf a coach, or of the owner, as it is kept; "" where none is set.
func (d *Doors) passphraseOf(ctx context.Context, coach string) (kept string, err error) {
	if coach == "" {
		return d.passphrase(ctx)
	}
	err = d.store.View(ctx, func(q *gen.Queries) error {
		c, err := q.GetCoach(ctx, coach)
		kept = c.Passphrase
		return none(err)
	})
	return kept, err
}

// fitsInTurn reports whether words are the passphrase that is kept so, looked at when nobody else's
// is.
func (d *Doors) fitsInTurn(ctx context.Context, words, kept string) (bool, error) {
	if utf8.RuneCountInString(words) > longestPassphrase {
		return false, nil
	}
	if err := d.hashing.enter(ctx, tryOf(ctx).failed); err != nil {
		return false, err
	}
	defer d.hashing.leave()
	return fits(words, kept), nil
}

// SetPassphrase sets the owner's passphrase, and signs out who came in with the one
// before, but for the device that asks.
func (d *Doors) SetPassphrase(ctx context.Context, words, asks string) error {
	if err := checkPassphrase(words); err != nil {
		return err
	}
	keep, err := d.hashedInTurn(ctx, words)
	if err != nil {
		return err
	}
	defer d.listening.end("", asks) // who stays in listens again
	return d.store.Write(ctx, func(q *gen.Queries) error {
		return errors.Join(q.SetPassphrase(ctx, keep), q.EndDevicesByWay(ctx, gen.EndDevicesByWayParams{
			Ended: d.Now().UnixMilli(), Way: byPassphrase, ID: asks,
		}))
	})
}

// SignIn lets in who knows the words: a coach by name, and the owner with no name. A name that is
// nobody's takes as long, so that names cannot be tried out.
func (d *Doors) SignIn(ctx context.Context, coach, words, device string) (Visitor, error) {
	if coach = strings.TrimSpace(coach); coach == "" {
		kept, err := d.passphrase(ctx)
		if err != nil {
			return Visitor{}, err
		}
		right, err := d.fitsInTurn(ctx, words, kept)
		if err == nil && !right {
			err = Wrong{"Wrong passphrase. A new one can be set on the club’s computer: hodometer owner."}
		}
		if err != nil {
			return Visitor{}, err
		}
		return d.enter(ctx, pass{Owner, "", byPassphrase}, device)
	}
	var found gen.Coach
	if err := d.store.View(ctx, func(q *gen.Queries) error {
		id, err := coachNamed(ctx, q, coach)
		if err != nil || id == "" {
			return err
		}
		found, err = q.GetCoach(ctx, id)
		return err
	}); err != nil {
		return Visitor{}, err
	}
	kept := found.Passphrase
	if kept == "" {
		kept = d.nobodys()
	}
	right, err := d.fitsInTurn(ctx, words, kept)
	if err == nil && (!right || found.ID == "") {
		err = Wrong{"Wrong name or passphrase. The owner can set a new one under Devices and backups."}
	}
	if err != nil {
		return Visitor{}, err
	}
	return d.enter(ctx, pass{Coach, found.ID, byPassphrase}, device)
}

// How a device came in.
const (
	byPassphrase = "passphrase"
	byCode       = "code"
)

// pass is with what right a device comes in: in which role, as whose, and how.
type pass struct {
	role  Role
	coach string
	way   string
}

// MakeCode makes a code that lets one device in with that role, as the device of a coach where one
// is named.
func (d *Doors) MakeCode(ctx context.Context, role Role, coach string) (Code, error) {
	if !role.May(Assistant) {
		return Code{}, units.Problems{{Field: "role", Detail: "choose assistant, coach or owner"}}
	}
	if coach != "" {
		if err := d.store.View(ctx, func(q *gen.Queries) error {
			c, err := q.GetCoach(ctx, coach)
			if err == nil && c.Ended > 0 {
				return units.Problems{{Field: "coach", Detail: c.Name + " is disabled"}}
			}
			return none(err)
		}); err != nil {
			return Code{}, err
		}
	}
	return d.codes.make(role, coach, d.Now()), nil
}

// Pair lets in who has a code that waits, or its secret.
func (d *Doors) Pair(ctx context.Context, said, name string) (Visitor, error) {
	said = strings.Join(strings.Fields(said), "")
	code, ok := d.codes.take(said, d.Now())
	if !ok {
		return Visitor{}, Wrong{
			"This code is not valid. A code lasts five minutes, five tries, and for one" +
				" device. Ask for a new one.",
		}
	}
	return d.enter(ctx, pass{code.Role, code.Coach, byCode}, name)
}

// enter makes a device of who came in; the session begins anew under another token.
func (d *Doors) enter(ctx context.Context, by pass, name string) (Visitor, error) {
	if name = units.Seen(name); name == "" {
		name = "a device without a name"
	}
	const most = 60
	if r := []rune(name); len(r) > most {
		name = string(r[:most])
	}
	id, now := uuid.Must(uuid.NewV7()).String(), d.Now().UnixMilli()
	what := map[string]string{byPassphrase: "signIn", byCode: "pairDevice"}[by.way]
	keeps := secret()
	v := Visitor{Role: by.role, Device: id, Name: name, Coach: by.coach}
	if err := d.store.Write(ctx, func(q *gen.Queries) error {
		if by.coach != "" {
			c, err := q.GetCoach(ctx, by.coach)
			if err == nil && c.Ended > 0 { // disabled just now
				err = Wrong{c.Name + " is disabled. The owner can let them in again."}
			}
			if err != nil {
				return none(err)
			}
			v.Called = c.Name
		}
		_, err := q.InsertDeed(ctx, gen.InsertDeedParams{
			At: now, Device: id, Who: v.says(), Role: string(by.role), What: what,
		})
		return errors.Join(
			err,
			q.DropSessionsBefore(ctx, now),
			q.InsertDevice(ctx, gen.InsertDeviceParams{
				ID: id, Name: name, Role: string(by.role), Way: by.way, Since: now, Seen: now,
				Coach: by.coach, Known: digest(keeps),
			}),
		)
	}); err != nil {
		return Visitor{}, err
	}
	tryOf(ctx).known = keeps
	if err := d.sessions.RenewToken(ctx); err != nil {
		return Visitor{}, err
	}
	d.sessions.Put(ctx, "device", id)
	return v, nil
}

// SignOut ends the device that asks.
func (d *Doors) SignOut(ctx context.Context) error {
	if d.Open {
		return nil
	}
	if id := d.sessions.GetString(ctx, "device"); id != "" {
		if err := d.End(ctx, id); err != nil {
			return err
		}
	}
	return d.sessions.Destroy(ctx)
}

// Device is one that may come in.
type Device struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	Role  Role   `json:"role"`
	Way   string `json:"way"` // passphrase or code
	Since int64  `json:"since"`
	Seen  int64  `json:"seen"`
	Here  bool   `json:"here"`            // the one that asks
	Coach string `json:"coach,omitempty"` // whose it is, by name
}

// Devices are all that may come in, those last seen first.
func (d *Doors) Devices(ctx context.Context, asks string) ([]Device, error) {
	out := []Device{}
	err := d.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListDevices(ctx)
		for _, r := range rows {
			out = append(out, Device{
				r.ID, r.Name, Role(r.Role), r.Way, r.Since, r.Seen, r.ID == asks, r.CoachName,
			})
		}
		return err
	})
	return out, err
}

// errNoDevice is about an id that is none.
var errNoDevice = units.Problems{{Field: "device", Detail: "this device is already signed out"}}

// Change renames a device or gives it another role.
func (d *Doors) Change(ctx context.Context, id, name string, role Role) error {
	const needs = "a device needs a name and a role: assistant, coach or owner"
	var p units.Problems
	if p.Named("name", name, needs); !role.May(Assistant) {
		p.Add("role", needs)
	}
	if err := p.Err(); err != nil {
		return err
	}
	return d.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.ChangeDevice(
			ctx,
			gen.ChangeDeviceParams{Name: strings.TrimSpace(name), Role: string(role), ID: id},
		)
		if err == nil && n == 0 {
			return errNoDevice
		}
		return err
	})
}

// End signs a device out, at once.
func (d *Doors) End(ctx context.Context, id string) error {
	err := d.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.EndDevice(ctx, gen.EndDeviceParams{Ended: d.Now().UnixMilli(), ID: id})
		if err == nil && n == 0 {
			return errNoDevice
		}
		return err
	})
	if err == nil && From(ctx).Device != id { // one that signs itself out is answered first
		d.listening.end(id, "")
	}
	return err
}

// kept keeps sessions in the club file.
type kept struct{ d *Doors }

func (k kept) Find(token string) ([]byte, bool, error) { return k.FindCtx(context.Background(), token) }
func (k kept) Commit(token string, b []byte, expiry time.Time) error {
	return k.CommitCtx(context.Background(), token, b, expiry)
}
func (k kept) Delete(token string) error { return k.DeleteCtx(context.Background(), token) }

// FindCtx gives what a session holds.
func (k kept) FindCtx(ctx context.Context, token string) (b []byte, found bool, err error) {
	err = k.d.store.View(ctx, func(q *gen.Queries) (err error) {
		b, err = q.GetSession(ctx, gen.GetSessionParams{Token: token, Expiry: k.d.Now().UnixMilli()})
		return err
	})
	if errors.Is(err, store.ErrNone) {
		return nil, false, nil
	}
	return b, err == nil, err
}

// CommitCtx keeps what a session holds.
func (k kept) CommitCtx(ctx context.Context, token string, b []byte, expiry time.Time) error {
	return k.d.store.Write(ctx, func(q *gen.Queries) error {
		return q.PutSession(ctx, gen.PutSessionParams{Token: token, Data: b, Expiry: expiry.UnixMilli()})
	})
}

// DeleteCtx ends a session.
func (k kept) DeleteCtx(ctx context.Context, token string) error {
	return k.d.store.Write(ctx, func(q *gen.Queries) error { return q.DropSession(ctx, token) })
}
