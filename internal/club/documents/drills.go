package documents

import (
	"context"
	"encoding/json"
	"errors"
	"slices"
	"sync"

	"hodometer/core/drill"
	"hodometer/core/library"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// ShelfDrill is a drill as it stands on the shelf: the document, and what a
// turn of it asks at its own level.
type ShelfDrill struct {
	ID        string `json:"id"`
	Version   int    `json:"version"` // 0 for one that ships
	Own       bool   `json:"own"`
	Favourite bool   `json:"favourite"`
	// Edited says what differs from the drill that this one was copied from.
	Edited string      `json:"edited,omitempty"`
	Drill  drill.Drill `json:"drill"`
	drill.Summary
}

// DrillVersion is a state a drill was saved in.
type DrillVersion struct {
	Version int         `json:"version"`
	SavedAt int64       `json:"savedAt"` // ms since 1970
	Drill   drill.Drill `json:"drill"`
}

func shelved(version int, own bool, d drill.Drill) ShelfDrill {
	out := ShelfDrill{ID: d.ID, Version: version, Own: own, Drill: d, Summary: d.Summary(nil)}
	if d.Kin == nil || !own { // one that ships has a name that says it all
		return out
	}
	out.Edited = d.Kin.Bend
	if from, err := library.ByID(d.Kin.ID); err == nil {
		out.Edited = d.Edited(from)
	}
	return out
}

// shipped is the part of the shelf that never changes.
var shipped = sync.OnceValue(func() (out []ShelfDrill) {
	for _, d := range library.All() {
		out = append(out, shelved(0, false, d))
	}
	return out
})

// ReadDrill returns the drill of a row, as the shelf shows it.
func ReadDrill(r gen.Document) (ShelfDrill, error) {
	var d drill.Drill
	err := json.Unmarshal([]byte(r.Body), &d)
	d.ID = r.ID
	return shelved(int(r.Version), true, d), err
}

// Drills is the shelf: the club's own, latest first, then those that ship.
func (c *Shelf) Drills(ctx context.Context) (out []ShelfDrill, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		own, err := All(ctx, q, Drills, ReadDrill)
		if err != nil {
			return err
		}
		out = append(own, shipped()...)
		favourites, err := q.ListFavourites(ctx)
		for i := range out {
			out[i].Favourite = slices.Contains(favourites, out[i].ID)
		}
		return err
	})
	return out, err
}

// Drill is one of the shelf, also one that was taken off it.
func (c *Shelf) Drill(ctx context.Context, id string) (out ShelfDrill, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		if out, err = FindDrill(ctx, q, id); err != nil {
			return err
		}
		favourites, err := q.ListFavourites(ctx)
		out.Favourite = slices.Contains(favourites, id)
		return err
	})
	return out, err
}

// FindDrill returns a drill of the shelf, also one that was taken off it.
func FindDrill(ctx context.Context, q *gen.Queries, id string) (ShelfDrill, error) {
	if i := slices.IndexFunc(shipped(), func(s ShelfDrill) bool { return s.ID == id }); i >= 0 {
		return shipped()[i], nil
	}
	r, err := Drills.Find(ctx, q, id)
	if err != nil {
		return ShelfDrill{}, err
	}
	return ReadDrill(r)
}

// SaveDrill makes a drill of the club's own (version 0) or saves a change to
// the version that was read; of a late save see Put. Those that ship
// cannot be saved over: a copy is made under an id of its own.
func (c *Shelf) SaveDrill(
	ctx context.Context,
	id string,
	version int,
	d drill.Drill,
) (out ShelfDrill, err error) {
	if p := d.Validate(); len(p) > 0 {
		var under units.Problems
		under.Under("drill", p)
		return out, under
	}
	if err := Drills.ownID(id); err != nil {
		return out, err
	}
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		out, err = c.putDrill(ctx, q, id, version, d)
		return err
	})
	return out, err
}

func (c *Shelf) putDrill(
	ctx context.Context,
	q *gen.Queries,
	id string,
	version int,
	d drill.Drill,
) (ShelfDrill, error) {
	d = d.Clone() // the caller's stays as it is
	d.ID = id
	current, err := FindDrill(ctx, q, id)
	if err == nil {
		d.Follow(&current.Drill)
	} else if !errors.As(err, &answer.Missing{}) {
		return ShelfDrill{}, err
	}
	d, version, err = Put(ctx, c, q, Drills, id, version, d, func(d drill.Drill) units.Problems {
		return d.Validate()
	})
	if err == nil {
		err = NameSituation(ctx, q, &d)
	}
	return shelved(version, true, d), err
}

// RemoveDrill takes one of the club's own off the shelf.
func (c *Shelf) RemoveDrill(ctx context.Context, id string) error {
	return c.Remove(ctx, Drills, id)
}

// SetFavourite marks a drill, or takes the mark away.
func (c *Shelf) SetFavourite(ctx context.Context, id string, yes bool) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := FindDrill(ctx, q, id); err != nil {
			return err
		}
		if yes {
			return q.AddFavourite(ctx, id)
		}
		return q.DropFavourite(ctx, id)
	})
}

// DrillVersions are a page of the states a drill was saved in, latest first; none for
// one that ships.
func (c *Shelf) DrillVersions(
	ctx context.Context,
	id string,
	part answer.Part,
) (out answer.Page[DrillVersion], err error) {
	out.Items = []DrillVersion{}
	out.Next, err = c.versions(ctx, Drills, id, part, func(version int, savedAt int64) any {
		out.Items = append(out.Items, DrillVersion{Version: version, SavedAt: savedAt})
		return &out.Items[len(out.Items)-1].Drill
	})
	return out, err
}

// AddDrills puts drills on the shelf as the club's own, all or none.
func (c *Shelf) AddDrills(ctx context.Context, added []drill.Drill) (out []ShelfDrill, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		for _, d := range added {
			id, err := uuid.NewV7()
			if err != nil {
				return err
			}
			s, err := c.putDrill(ctx, q, id.String(), 0, d)
			if err != nil {
				return err
			}
			out = append(out, s)
		}
		return nil
	})
	return out, err
}

// Summed sums drills up as the shelf would, without putting them there.
func Summed(some []drill.Drill) []ShelfDrill {
	out := make([]ShelfDrill, len(some))
	for i, d := range some {
		d.ID = "unsaved"
		out[i] = shelved(0, true, d)
	}
	return out
}

// NameSituation keeps the words of a situation that a coach named, so that
// results can be shown under them.
func NameSituation(ctx context.Context, q *gen.Queries, d *drill.Drill) error {
	if d.SituationName == "" {
		return nil
	}
	return q.PutSituation(ctx, gen.PutSituationParams{ID: d.Situation, Words: d.SituationName})
}
