package access

import (
	"context"
	"errors"
	"strings"
	"time"

	"hodometer/core/units"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// CoachOfClub is somebody who signs in by their own name, and gives lessons.
type CoachOfClub struct {
	ID       string `json:"id"`
	Name     string `json:"name"`
	Since    int64  `json:"since"`
	Disabled bool   `json:"disabled,omitempty"`
	Ahead    int    `json:"ahead"` // lessons from today on
}

// HasCoaches reports whether anybody can sign in by name.
func (d *Doors) HasCoaches(ctx context.Context) (some bool, err error) {
	all, err := d.Coaches(ctx)
	for _, c := range all {
		some = some || !c.Disabled
	}
	return some, err
}

// Coaches of the club, those who may come in first.
func (d *Doors) Coaches(ctx context.Context) ([]CoachOfClub, error) {
	out := []CoachOfClub{}
	err := d.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListCoaches(ctx, d.today())
		for _, r := range rows {
			out = append(out, CoachOfClub{r.ID, r.Name, r.Since, r.Ended > 0, int(r.Ahead)})
		}
		return err
	})
	return out, err
}

var (
	errNoCoach = units.Problems{{Field: "coach", Detail: "this coach is not in the list"}}
	errTaken   = units.Problems{
		{Field: "name", Detail: "another coach has this name; add an initial"},
	}
)

// coachNamed is the coach of a name who may come in; spaces and capitals do not matter.
func coachNamed(ctx context.Context, q *gen.Queries, name string) (id string, err error) {
	rows, err := q.ListCoaches(ctx, "")
	for _, r := range rows {
		if r.Ended == 0 && alike(r.Name, name) {
			return r.ID, nil
		}
	}
	return "", err
}

func alike(a, b string) bool {
	plain := func(s string) string { return strings.Join(strings.Fields(s), " ") }
	return strings.EqualFold(plain(a), plain(b))
}

// AddCoach lets somebody sign in by that name with those words, which they change themselves.
func (d *Doors) AddCoach(ctx context.Context, name, words string) error {
	if err := named(name); err != nil {
		return err
	}
	if err := checkPassphrase(words); err != nil {
		return err
	}
	kept, err := d.hashedInTurn(ctx, words)
	if err != nil {
		return err
	}
	return d.store.Write(ctx, func(q *gen.Queries) error {
		switch id, err := coachNamed(ctx, q, name); {
		case err != nil:
			return err
		case id != "":
			return errTaken
		}
		return q.InsertCoach(ctx, gen.InsertCoachParams{
			ID:   uuid.Must(uuid.NewV7()).String(),
			Name: strings.TrimSpace(name), Passphrase: kept, Since: d.Now().UnixMilli(),
		})
	})
}

func named(name string) error {
	var p units.Problems
	p.Named("name", name, "a coach needs a name")
	return p.Err()
}

// CoachChange is what an owner changes of a coach; what is nil stays.
type CoachChange struct {
	Name, Passphrase *string
	Disabled         *bool
}

// ChangeCoach renames a coach, sets new words, or disables one or lets one in again. With new
// words who came in with the ones before is signed out, and who is disabled altogether.
func (d *Doors) ChangeCoach(ctx context.Context, id string, c CoachChange, asks string) error {
	kept := ""
	if c.Passphrase != nil {
		if err := checkPassphrase(*c.Passphrase); err != nil {
			return err
		}
		var err error
		if kept, err = d.hashedInTurn(ctx, *c.Passphrase); err != nil {
			return err
		}
	}
	if c.Name != nil {
		if err := named(*c.Name); err != nil {
			return err
		}
	}
	var out []string
	err := d.store.Write(ctx, func(q *gen.Queries) (err error) {
		was, err := q.GetCoach(ctx, id)
		if err != nil {
			return none(err)
		}
		if c.Name != nil {
			was.Name = strings.TrimSpace(*c.Name)
		}
		if c.Disabled != nil && *c.Disabled != (was.Ended > 0) {
			if was.Ended = 0; *c.Disabled {
				was.Ended = d.Now().UnixMilli()
			}
		}
		other, err := coachNamed(ctx, q, was.Name)
		switch {
		case err != nil:
			return err
		case was.Ended == 0 && other != "" && other != id:
			return errTaken
		}
		if kept != "" {
			was.Passphrase = kept
		}
		if _, err := q.ChangeCoach(ctx, gen.ChangeCoachParams{
			Name: was.Name, Passphrase: was.Passphrase, Ended: was.Ended, ID: id,
		}); err != nil {
			return err
		}
		if was.Ended > 0 || kept != "" {
			out, err = d.signOutCoach(ctx, q, id, was.Ended > 0, asks)
		}
		return err
	})
	for _, device := range out {
		d.listening.end(device, asks)
	}
	return err
}

// signOutCoach signs out the devices of a coach, all or those that came in with the passphrase, but
// for the one that asks, and gives which they were.
func (d *Doors) signOutCoach(
	ctx context.Context,
	q *gen.Queries,
	id string,
	all bool,
	asks string,
) (out []string, err error) {
	now := d.Now().UnixMilli()
	if out, err = q.ListDevicesOfCoach(ctx, id); err != nil {
		return nil, err
	}
	if all {
		return out, q.EndDevicesOfCoach(ctx, gen.EndDevicesOfCoachParams{Ended: now, Coach: id, ID: asks})
	}
	return out, q.EndDevicesOfCoachByWay(ctx, gen.EndDevicesOfCoachByWayParams{
		Ended: now, Coach: id, Way: byPassphrase, ID: asks,
	})
}

// HandOver gives the lessons of one coach from today on to another who may come in.
func (d *Doors) HandOver(ctx context.Context, from, to string) error {
	return d.store.Write(ctx, func(q *gen.Queries) error {
		if from == to {
			return units.Problems{{Field: "to", Detail: "choose another coach"}}
		}
		for _, id := range []string{from, to} {
			c, err := q.GetCoach(ctx, id)
			if err != nil {
				return none(err)
			}
			if id == to && c.Ended > 0 {
				return units.Problems{{Field: "to", Detail: c.Name + " is disabled"}}
			}
		}
		return q.HandOver(ctx, gen.HandOverParams{To: to, One: from, Since: d.today()})
	})
}

// Gives sets who gives a lesson that is there; "": nobody in particular.
func (d *Doors) Gives(ctx context.Context, lesson, coach string) error {
	return d.store.Write(ctx, func(q *gen.Queries) error {
		if coach != "" {
			if _, err := q.GetCoach(ctx, coach); err != nil {
				return none(err)
			}
		}
		return q.GiveLesson(ctx, gen.GiveLessonParams{Coach: coach, ID: lesson})
	})
}

// today is the day that it is, where the club is.
func (d *Doors) today() string { return d.store.At(d.Now().UnixMilli()).Format(time.DateOnly) }

// none says that a coach is not there.
func none(err error) error {
	if errors.Is(err, store.ErrNone) {
		return errNoCoach
	}
	return err
}

// hashedInTurn is a passphrase as it is kept, reckoned when nobody else's is.
func (d *Doors) hashedInTurn(ctx context.Context, words string) (string, error) {
	if err := d.hashing.enter(ctx, -1); err != nil {
		return "", err
	}
	defer d.hashing.leave()
	return hashed(words, d.cost), nil
}
