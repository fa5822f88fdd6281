package exchange

import (
	"testing"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/library"

	"github.com/stretchr/testify/require"
)

// A title of before that nobody can see all of is refused where it is read; what is written out
// is read again.
func TestOldTitlesAreWrittenWithoutWhatNobodySees(t *testing.T) {
	const hidden, seen = " Short\u200b balls\u202e", "Short balls"
	d := library.All()[0].Clone()
	d.Title = hidden
	require.NotEmpty(t, d.Validate())
	file, err := WriteDrills([]drill.Drill{d})
	require.NoError(t, err)
	back, err := ReadDrills(file)
	require.NoError(t, err)
	require.Equal(t, seen, back[0].Title)
	require.Equal(t, hidden, d.Title, "what is kept is as it was")

	g := game.Presets()[0]
	g.Format, g.FormatVersion, g.Title = game.Format, game.FormatVersion, hidden
	file, err = WriteGames([]game.Preset{g})
	require.NoError(t, err)
	games, err := ReadGames(file)
	require.NoError(t, err)
	require.Equal(t, seen, games[0].Title)
}
