package club_test

import (
	"path/filepath"
	"testing"
	"time"

	"hodometer/core/run"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// What is counted late in the evening is of the club's day, wherever the server stands: in the
// log and its filter, in the results and in what is due today. The zone is kept in the file;
// one that is none is refused, and changes nothing.
func TestDaysAreThoseOfTheClub(t *testing.T) {
	c, l := clubtest.New(t)
	require.Empty(t, c.Zone())
	require.ErrorContains(t, c.SetZone(ctx, "Atlantis/Harbour"), "not a time zone")
	require.ErrorContains(t, c.SetZone(ctx, "Local"), "not a time zone")
	require.Empty(t, c.Zone())
	require.NoError(t, c.SetZone(ctx, "Pacific/Auckland"))
	at := time.Date(2026, 5, 15, 20, 0, 0, 0, time.UTC) // eight in the morning of the 16th there
	c.SetClock(func() time.Time { return at.Add(time.Hour) })
	require.Equal(t, "2026-05-16", c.Now().Format(time.DateOnly))
	l.Date, l.Start = "2026-05-16", "08:00"
	l, err := c.SaveLesson(ctx, l)
	require.NoError(t, err)
	opened, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	_, err = c.AddEvents(ctx, opened.ID, opened.From(), []run.Event{
		{ID: clubtest.ID(), At: at.UnixMilli(), Kind: run.Start},
		{
			ID: clubtest.ID(), At: at.UnixMilli() + 1, Kind: run.Good,
			Block: l.Blocks[1].ID, Student: l.Students[0],
		},
		{ID: clubtest.ID(), At: at.Add(time.Hour).UnixMilli(), Kind: run.Finish},
	})
	require.NoError(t, err)
	for day, lessons := range map[string]int{"2026-05-15": 0, "2026-05-16": 1, "2026-05-17": 0} {
		results, err := c.Results(ctx, "", day, day)
		require.NoError(t, err)
		require.Len(t, results.Results, lessons, day)
		next, err := time.Parse(time.DateOnly, day)
		require.NoError(t, err)
		log, err := c.Log(ctx, answer.Part{
			Since: day, Until: next.AddDate(0, 0, 1).Format(time.DateOnly), Limit: 9,
		}, false)
		require.NoError(t, err)
		require.Len(t, log.Items, lessons, day)
		if lessons > 0 {
			require.Equal(t, day, results.Results[0].Day)
			require.Equal(t, day, log.Items[0].Day.Format(time.DateOnly))
		}
	}
}

// The zone is in the file, for whoever opens it next.
func TestTheZoneIsKept(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	s, err := store.Open(ctx, path)
	require.NoError(t, err)
	require.NoError(t, s.SetZone(ctx, "Europe/Oslo"))
	require.NoError(t, s.Close())
	require.Equal(t, "Europe/Oslo", clubtest.Open(t, path).Zone())
}
