package access

import (
	"context"
	"errors"
	"fmt"
	"time"

	"hodometer/core/units"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// LongestLink is how many days a link to a card may last.
const LongestLink = 60

// CardLink shows one student's card to who has it, until it expires or is taken back.
type CardLink struct {
	ID      string `json:"id"`
	Secret  string `json:"secret,omitempty"` // told once, when it is made; only a digest is kept
	Made    int64  `json:"made"`
	Expires int64  `json:"expires"`
	Opened  int64  `json:"opened,omitempty"` // when it was last looked at
}

// MakeCardLink makes a link to a student's card, which is there.
func (d *Doors) MakeCardLink(ctx context.Context, student string, days int) (CardLink, error) {
	if days < 1 || days > LongestLink {
		return CardLink{}, units.Problems{{Field: "days", Detail: fmt.Sprintf("1 to %d", LongestLink)}}
	}
	now := d.Now()
	l := CardLink{
		ID: uuid.Must(uuid.NewV7()).String(), Secret: secret(),
		Made: now.UnixMilli(), Expires: now.Add(time.Duration(days) * 24 * time.Hour).UnixMilli(),
	}
	return l, d.store.Write(ctx, func(q *gen.Queries) error {
		return q.InsertCardLink(ctx, gen.InsertCardLinkParams{
			ID: l.ID, StudentID: student, Secret: digest(l.Secret), Made: l.Made, Expires: l.Expires,
		})
	})
}

// CardLinks of a student that still open.
func (d *Doors) CardLinks(ctx context.Context, student string) ([]CardLink, error) {
	out := []CardLink{}
	err := d.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListCardLinks(
			ctx,
			gen.ListCardLinksParams{StudentID: student, Expires: d.Now().UnixMilli()},
		)
		for _, r := range rows {
			out = append(out, CardLink{ID: r.ID, Made: r.Made, Expires: r.Expires, Opened: r.Opened})
		}
		return err
	})
	return out, err
}

// EndCardLink takes a link back.
func (d *Doors) EndCardLink(ctx context.Context, student, id string) error {
	return d.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.EndCardLink(
			ctx,
			gen.EndCardLinkParams{Ended: d.Now().UnixMilli(), ID: id, StudentID: student},
		)
		if err == nil && n == 0 {
			return units.Problems{{Field: "link", Detail: "this link was already revoked"}}
		}
		return err
	})
}

// OpenCard gives the student whose card a link shows, and until when.
func (d *Doors) OpenCard(ctx context.Context, said string) (student string, expires int64, err error) {
	now := d.Now().UnixMilli()
	err = d.store.Write(ctx, func(q *gen.Queries) error {
		row, err := q.OpenCardLink(
			ctx,
			gen.OpenCardLinkParams{Opened: now, Secret: digest(said), Expires: now},
		)
		student, expires = row.StudentID, row.Expires
		return err
	})
	if errors.Is(err, store.ErrNone) {
		return "", 0, Wrong{
			"This link is not valid: it has expired or was revoked. Ask the coach for a new one.",
		}
	}
	return student, expires, err
}
