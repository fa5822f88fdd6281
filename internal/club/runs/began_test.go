package runs_test

import (
	"slices"
	"testing"
	"time"

	"hodometer/core/progress"
	"hodometer/core/run"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/evidence"

	"github.com/stretchr/testify/require"
)

// A run is of the day on which it was played, whenever it is sent: after a weekend without a
// signal the log, the filter and the days of ladders have the day of the lesson. The clock of a
// device that is plainly wrong is not believed.
func TestALateRunIsOfItsDay(t *testing.T) {
	c, l := clubtest.New(t)
	friday := time.Date(2026, 5, 15, 17, 0, 0, 0, time.Local)
	monday := friday.AddDate(0, 0, 3)
	c.SetClock(func() time.Time { return friday.AddDate(0, 0, -2) })
	l.Date, l.Start = friday.Format(time.DateOnly), "17:00"
	l, err := c.SaveLesson(ctx, l)
	require.NoError(t, err)
	c.SetClock(func() time.Time { return monday })
	for what, times := range map[string][2]time.Time{
		"sent on Monday":             {friday.Add(3 * time.Minute), friday.Add(3 * time.Minute)},
		"played a day later":         {friday.AddDate(0, 0, 1), friday.AddDate(0, 0, 1)},
		"a clock years ahead":        {friday.AddDate(5, 0, 0), friday},
		"a clock that began in 1970": {time.UnixMilli(5000), friday},
	} {
		t.Run(what, func(t *testing.T) {
			opened, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
			require.NoError(t, err)
			at := times[0].UnixMilli()
			_, err = c.AddEvents(ctx, opened.ID, opened.From(), []run.Event{
				{ID: clubtest.ID(), At: at, Kind: run.Start},
				{
					ID:      clubtest.ID(),
					At:      at + 1000,
					Kind:    run.Good,
					Block:   l.Blocks[1].ID,
					Student: l.Students[0],
				},
				{ID: clubtest.ID(), At: at + 3_600_000, Kind: run.Finish},
			})
			require.NoError(t, err)
			log, err := c.Log(ctx, answer.Part{}, false)
			require.NoError(t, err)
			at = times[1].UnixMilli()
			require.True(t, slices.ContainsFunc(log.Items, func(e evidence.Entry) bool {
				return e.ID == opened.ID && e.Day.UnixMilli() == at
			}), "in the log")
			record, err := c.Record(ctx, l.Students[0])
			require.NoError(t, err)
			require.True(t, slices.ContainsFunc(record.Skills[0].Track, func(s progress.Counted) bool {
				return s.Run == opened.ID && s.At == at
			}), "on the student's page")
		})
	}
	// A lesson that is written down today, of a day last week, with its times.
	paper := clubtest.On(t, c, l, friday.AddDate(0, 0, -7).Format(time.DateOnly), "On paper")
	opened, err := c.OpenRun(ctx, clubtest.ID(), paper.ID)
	require.NoError(t, err)
	at := friday.AddDate(0, 0, -7).UnixMilli()
	_, err = c.AddEvents(ctx, opened.ID, opened.From(), []run.Event{
		{ID: clubtest.ID(), At: at, Kind: run.Start}, {ID: clubtest.ID(), At: at + 60_000, Kind: run.Finish},
	})
	require.NoError(t, err)
	log, err := c.Log(ctx, answer.Part{Words: "paper"}, false)
	require.NoError(t, err)
	require.Equal(t, at, log.Items[0].Day.UnixMilli())
}
