package documents_test

import (
	"context"
	"encoding/json"
	"testing"

	"hodometer/core/game"
	"hodometer/core/ladder"
	"hodometer/core/library"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/documents"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// Of every kind of document two windows read a version and save another. Where both changed
// the same, the first is taken and the second is told what is there and what changed since;
// where each changed something else, both changes are there.
func TestTwoWindowsOfEveryKind(t *testing.T) {
	c, l := clubtest.New(t)
	drill, preset, rungs := library.All()[0].Clone(), game.Presets()[0], ladder.All()[0]
	at, made := clubtest.ID(), clubtest.Weeks(t, c, l.Students)
	rungs.ID = clubtest.ID()
	type now struct {
		title, other string
		version      int
	}
	kinds := map[string]func(version int, title, other string) (now, error){
		"drill": func(version int, title, other string) (now, error) {
			drill.Title, drill.Intent = title, other
			s, err := c.SaveDrill(ctx, at, version, drill)
			return now{s.Drill.Title, s.Drill.Intent, s.Version}, err
		},
		"game": func(version int, title, other string) (now, error) {
			preset.Title, preset.How = title, other
			s, err := c.SaveGame(ctx, at, version, preset)
			return now{s.Title, s.How, s.Edition}, err
		},
		"ladder": func(version int, title, other string) (now, error) {
			rungs.Title, rungs.Intent = title, other
			s, err := c.SaveLadder(ctx, documents.ShelfLadder{Version: version, Ladder: rungs})
			return now{s.Ladder.Title, s.Ladder.Intent, s.Version}, err
		},
		"weekly plan": func(version int, title, other string) (now, error) {
			made.Course.Title, made.Course.Weeks[0].Aim, made.Version = title, other, version
			s, err := c.SaveCourse(ctx, made)
			if err != nil {
				return now{}, err
			}
			return now{s.Course.Title, s.Course.Weeks[0].Aim, s.Version}, nil
		},
	}
	for what, save := range kinds {
		t.Run(what, func(t *testing.T) {
			for _, step := range []struct {
				version      int
				title, other string
				want         now
			}{
				{0, "First", "volley", now{"First", "volley", 1}},
				{1, "From one window", "volley", now{"From one window", "volley", 2}},
				{1, "First", "return", now{"From one window", "return", 3}}, // each changed something else
			} {
				got, err := save(step.version, step.title, step.other)
				require.NoError(t, err)
				require.Equal(t, step.want, got)
			}
			_, err := save(1, "From the other", "volley")
			var stale answer.Stale
			require.ErrorAs(t, err, &stale)
			require.Equal(t, what, stale.What)
			require.Equal(t, 3, stale.Version)
			require.Contains(t, stale.Changes, "Title changed")
			current, err := json.Marshal(stale.Current)
			require.NoError(t, err)
			require.Contains(t, string(current), "From one window")
		})
	}
}
