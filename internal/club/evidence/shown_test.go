package evidence_test

import (
	"strings"
	"testing"

	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/evidence"

	"github.com/stretchr/testify/require"
)

// A video or a sheet of paper stands with the student's day, can be changed and taken away, and
// goes along with a student who is merged. Only a web address is a link.
func TestVideoAndPaperAreEvidence(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	show := func(id, day, words, place string) evidence.Shown {
		s, err := c.Show(ctx, who, evidence.Shown{ID: id, Day: day, Words: words, Place: place})
		require.NoError(t, err)
		return s
	}
	of := func(student string) []evidence.Shown {
		record, err := c.Record(ctx, student)
		require.NoError(t, err)
		return record.Shown
	}
	require.Empty(t, of(who))
	require.NotNil(t, of(who))
	film := show(clubtest.ID(), "2026-05-18", " Late to the short ball ", "https://films.example/1?t=20")
	require.True(t, film.Link)
	require.Equal(t, "Late to the short ball", film.Words)
	for _, place := range []string{"red folder", "serve.mov", "javascript:alert(1)", "https:", "file:///etc/x"} {
		require.False(t, show(clubtest.ID(), "2026-05-01", "Sheet", place).Link, place)
	}
	require.Len(t, of(who), 6)
	require.Equal(t, film, of(who)[0], "the latest day first")
	film = show(film.ID, "2026-04-18", "Earlier than that", film.Place)
	require.Equal(t, film, of(who)[5])

	for words, s := range map[string]evidence.Shown{
		"in a line":   {ID: clubtest.ID(), Day: "2026-05-18", Words: "  "},
		"not a date":  {ID: clubtest.ID(), Day: "Monday", Words: "x"},
		"UUID":        {ID: "1", Day: "2026-05-18", Words: "x"},
		"500 charact": {ID: clubtest.ID(), Day: "2026-05-18", Words: "x", Place: strings.Repeat("y", 501)},
	} {
		_, err := c.Show(ctx, who, s)
		require.ErrorContains(t, err, words)
	}
	_, err := c.Show(ctx, clubtest.ID(), evidence.Shown{ID: clubtest.ID(), Day: "2026-05-18", Words: "x"})
	require.ErrorAs(t, err, &answer.Missing{})

	require.NoError(t, c.Unshow(ctx, who, film.ID))
	require.ErrorAs(t, c.Unshow(ctx, who, film.ID), &answer.Missing{})
	require.Len(t, of(who), 5)
}
