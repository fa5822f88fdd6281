package club

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// ShelfGame is a game as it stands on the shelf. Edition counts the saves of one of the
// club's own; 0 for one that ships.
type ShelfGame struct {
	game.Preset
	Edition int  `json:"edition"`
	Own     bool `json:"own"`
}

// GameVersion is a state a game was saved in.
type GameVersion struct {
	Edition int         `json:"edition"`
	SavedAt int64       `json:"savedAt"` // ms since 1970
	Game    game.Preset `json:"game"`
}

// document is a game marked as one.
func document(g game.Preset) game.Preset {
	g.Format, g.FormatVersion = game.Format, game.FormatVersion
	return g
}

func readGame(r gen.GameShelf) (ShelfGame, error) {
	out := ShelfGame{Edition: int(r.Version), Own: true}
	if err := json.Unmarshal([]byte(r.Body), &out.Preset); err != nil {
		return out, fmt.Errorf("game %s: %w", r.ID, err)
	}
	out.ID = r.ID
	return out, nil
}

// Games are the shelf of games: the club's own, latest first, then those that ship.
func (c *Club) Games(ctx context.Context) (out []ShelfGame, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListShelfGames(ctx)
		for _, r := range rows {
			g, err := readGame(r)
			if err != nil {
				return err
			}
			out = append(out, g)
		}
		return err
	})
	for _, g := range game.Presets() {
		out = append(out, ShelfGame{Preset: document(g)})
	}
	return out, err
}

// Game is one of the shelf, also one that was taken off it.
func (c *Club) Game(ctx context.Context, id string) (out ShelfGame, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		out, err = findGame(ctx, q, id)
		return err
	})
	return out, err
}

func findGame(ctx context.Context, q *gen.Queries, id string) (ShelfGame, error) {
	if i := slices.IndexFunc(game.Presets(), func(g game.Preset) bool { return g.ID == id }); i >= 0 {
		return ShelfGame{Preset: document(game.Presets()[i])}, nil
	}
	r, err := q.GetShelfGame(ctx, id)
	if err != nil {
		return ShelfGame{}, orMissing(err, "game")
	}
	return readGame(r)
}

// SaveGame makes a game of the club's own (edition 0) or saves a change to the edition
// that was read; a late save is refused with Stale. Those that ship cannot be saved
// over.
func (c *Club) SaveGame(
	ctx context.Context,
	id string,
	edition int,
	g game.Preset,
) (out ShelfGame, err error) {
	g = document(g)
	if p := g.Validate(); len(p) > 0 {
		var under units.Problems
		under.Under("game", p)
		return out, under
	}
	if !lesson.IsID(id) {
		return out, units.Problems{
			{
				Field: "id",
				Detail: "a game that comes with Hodometer cannot be changed; save a copy with its own id, a UUID in " +
					"lower case",
			},
		}
	}
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		out, err = c.putGame(ctx, q, id, edition, g)
		return err
	})
	return out, err
}

func (c *Club) putGame(
	ctx context.Context,
	q *gen.Queries,
	id string,
	edition int,
	g game.Preset,
) (ShelfGame, error) {
	g.ID = id
	body, err := json.Marshal(g)
	if err != nil {
		return ShelfGame{}, err
	}
	now := c.Now().UnixMilli()
	current, err := findGame(ctx, q, id)
	switch isNew := errors.As(err, &Missing{}) && edition == 0; {
	case isNew:
		err = q.InsertShelfGame(ctx, gen.InsertShelfGameParams{ID: id, SavedAt: now, Body: string(body)})
	case err != nil:
		return ShelfGame{}, err
	case current.Edition != edition:
		return ShelfGame{}, Stale{What: "game", Changes: []string{"“" + current.Title + "” as it is now"}}
	default:
		err = q.UpdateShelfGame(ctx, gen.UpdateShelfGameParams{SavedAt: now, Body: string(body), ID: id})
	}
	if err == nil {
		err = q.InsertGameVersion(ctx, gen.InsertGameVersionParams{
			GameID: id, Version: int64(edition + 1), SavedAt: now, Body: string(body),
		})
	}
	return ShelfGame{Preset: g, Edition: edition + 1, Own: true}, err
}

// RemoveGame takes one of the club's own off the shelf; lessons keep theirs, and saving
// it again brings it back.
func (c *Club) RemoveGame(ctx context.Context, id string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.RemoveShelfGame(ctx, id)
		if err == nil && n == 0 {
			return Missing{"game in my games"}
		}
		return err
	})
}

// GameVersions are the states a game was saved in, latest first; none for one that
// ships.
func (c *Club) GameVersions(ctx context.Context, id string) (out []GameVersion, err error) {
	out = []GameVersion{}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListGameVersions(ctx, id)
		for _, r := range rows {
			v := GameVersion{Edition: int(r.Version), SavedAt: r.SavedAt}
			if err := json.Unmarshal([]byte(r.Body), &v.Game); err != nil {
				return err
			}
			out = append(out, v)
		}
		return err
	})
	return out, err
}

// AddGames puts games on the shelf as the club's own, all or none.
func (c *Club) AddGames(ctx context.Context, games []game.Preset) (out []ShelfGame, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		for _, g := range games {
			id, err := uuid.NewV7()
			if err != nil {
				return err
			}
			s, err := c.putGame(ctx, q, id.String(), 0, document(g))
			if err != nil {
				return err
			}
			out = append(out, s)
		}
		return nil
	})
	return out, err
}
