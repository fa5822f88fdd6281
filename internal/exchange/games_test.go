package exchange

import (
	"strings"
	"testing"

	"hodometer/core/game"

	"github.com/stretchr/testify/require"
)

func shippedGames() (out []game.Preset) {
	for _, g := range game.Presets() {
		g.Format, g.FormatVersion = game.Format, game.FormatVersion
		out = append(out, g)
	}
	return out
}

// Every game that ships survives export and import unchanged, by itself and all in one
// file.
func TestGamesSurviveTheFile(t *testing.T) {
	for _, g := range shippedGames() {
		file, err := WriteGames([]game.Preset{g})
		require.NoError(t, err)
		back, err := ReadGames(file)
		require.NoError(t, err, g.ID)
		require.Equal(t, []game.Preset{g}, back)
	}
	file, err := WriteGames(shippedGames())
	require.NoError(t, err)
	back, err := ReadGames(file)
	require.NoError(t, err)
	require.Equal(t, shippedGames(), back)
}

func TestBrokenGamesNameTheLine(t *testing.T) {
	file, err := WriteGames(shippedGames()[:1])
	require.NoError(t, err)
	for spoiled, said := range map[string]string{
		`"to": 11`: "to", `"winBy": 1`: "winBy", `"hodometer.game"`: "format",
	} {
		broken := strings.Replace(
			string(file),
			spoiled,
			strings.NewReplacer("11", "0", "1", "7", "game", "x").Replace(spoiled),
			1,
		)
		require.NotEqual(t, string(file), broken)
		got, err := ReadGames([]byte(broken))
		require.ErrorContains(t, err, said)
		require.Empty(t, got)
	}
	_, err = ReadGames([]byte(`{"format":"hodometer.drill"}`))
	require.ErrorContains(t, err, "not a game file")
}

// Whatever is in a file, it is taken whole and holds, or refused; what holds can be
// played to its end or as far as one likes.
func FuzzReadGames(f *testing.F) {
	for _, g := range shippedGames()[:4] {
		file, err := WriteGames([]game.Preset{g})
		require.NoError(f, err)
		f.Add(file)
	}
	f.Fuzz(func(t *testing.T, file []byte) {
		games, err := ReadGames(file)
		if err != nil {
			return
		}
		for _, g := range games {
			require.Empty(t, g.Validate())
			s := g.Rules.Start()
			for n := range 60 {
				y := game.Rally{Winner: game.Side(n % 3 % 2)}
				if len(g.Rules.Marks) > 0 {
					y.Marks = []string{g.Rules.Marks[n%len(g.Rules.Marks)].ID}
				}
				s = g.Rules.Rally(s, y)
			}
		}
		again, err := WriteGames(games)
		require.NoError(t, err)
		back, err := ReadGames(again)
		require.NoError(t, err)
		require.Equal(t, games, back)
	})
}
