package documents

import (
	"context"
	"encoding/json"
	"slices"

	"hodometer/core/game"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
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

func readGame(r gen.Document) (ShelfGame, error) {
	out := ShelfGame{Edition: int(r.Version), Own: true}
	err := json.Unmarshal([]byte(r.Body), &out.Preset)
	out.ID = r.ID
	return out, err
}

// Games are the shelf of games: the club's own, latest first, then those that ship.
func (c *Shelf) Games(ctx context.Context) (out []ShelfGame, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		out, err = All(ctx, q, games, readGame)
		return err
	})
	for _, g := range game.Presets() {
		out = append(out, ShelfGame{Preset: document(g)})
	}
	return out, err
}

// Game is one of the shelf, also one that was taken off it.
func (c *Shelf) Game(ctx context.Context, id string) (out ShelfGame, err error) {
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
	r, err := games.Find(ctx, q, id)
	if err != nil {
		return ShelfGame{}, err
	}
	return readGame(r)
}

// SaveGame makes a game of the club's own (edition 0) or saves a change to the edition
// that was read; of a late save see Put. Those that ship cannot be saved
// over.
func (c *Shelf) SaveGame(
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
	if err := games.ownID(id); err != nil {
		return out, err
	}
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		out, err = c.putGame(ctx, q, id, edition, g)
		return err
	})
	return out, err
}

func (c *Shelf) putGame(
	ctx context.Context,
	q *gen.Queries,
	id string,
	edition int,
	g game.Preset,
) (ShelfGame, error) {
	g.ID = id
	g, edition, err := Put(ctx, c, q, games, id, edition, g, func(g game.Preset) units.Problems {
		return g.Validate()
	})
	return ShelfGame{Preset: g, Edition: edition, Own: true}, err
}

// RemoveGame takes one of the club's own off the shelf; lessons keep theirs, and saving
// it again brings it back.
func (c *Shelf) RemoveGame(ctx context.Context, id string) error {
	return c.Remove(ctx, games, id)
}

// GameVersions are a page of the states a game was saved in, latest first; none for one that
// ships.
func (c *Shelf) GameVersions(
	ctx context.Context,
	id string,
	part answer.Part,
) (out answer.Page[GameVersion], err error) {
	out.Items = []GameVersion{}
	out.Next, err = c.versions(ctx, games, id, part, func(edition int, savedAt int64) any {
		out.Items = append(out.Items, GameVersion{Edition: edition, SavedAt: savedAt})
		return &out.Items[len(out.Items)-1].Game
	})
	return out, err
}

// GamesShelf shows games as the shelf would, without putting them there.
func GamesShelf(some []game.Preset) []ShelfGame {
	out := make([]ShelfGame, len(some))
	for i, g := range some {
		g.ID = "unsaved"
		out[i] = ShelfGame{Preset: document(g), Own: true}
	}
	return out
}

// AddGames puts games on the shelf as the club's own, all or none.
func (c *Shelf) AddGames(ctx context.Context, added []game.Preset) (out []ShelfGame, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		for _, g := range added {
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
