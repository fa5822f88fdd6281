package exchange

import (
	"bytes"
	"strings"
	"testing"
	"time"

	"hodometer/internal/club/weeks"

	other "github.com/emersion/go-ical"
	"github.com/stretchr/testify/require"
)

// A parser that is not ours reads what was written: every lesson once, by its own id, at
// its local time, called off where it is; whatever is in a title, and lines no longer than
// RFC 5545 allows.
func TestCalendarIsReadElsewhere(t *testing.T) {
	now := time.Date(2026, 5, 4, 9, 30, 0, 0, time.UTC)
	all := []weeks.Appointment{
		{
			ID:      "a",
			Title:   `Depth; spin, "pace" \ and more`,
			About:   "Wren\nTove",
			Date:    "2026-05-05",
			Start:   "17:00",
			Minutes: 60,
		},
		{
			ID:      "b",
			Title:   strings.Repeat("très long ", 20),
			Date:    "2026-05-31",
			Start:   "23:30",
			Minutes: 90,
			Off:     true,
			Changed: 1780000000,
		},
	}
	file, err := WriteCalendar(all, now)
	require.NoError(t, err)
	for line := range strings.SplitSeq(string(file), "\r\n") {
		require.LessOrEqual(t, len(line), 75, line)
	}
	cal, err := other.NewDecoder(bytes.NewReader(file)).Decode()
	require.NoError(t, err)
	events := cal.Events()
	require.Len(t, events, 2)
	for i, e := range events {
		uid, err := e.Props.Text(other.PropUID)
		require.NoError(t, err)
		require.Equal(t, all[i].ID+"@hodometer", uid)
		title, err := e.Props.Text(other.PropSummary)
		require.NoError(t, err)
		require.Equal(t, strings.TrimSpace(all[i].Title), strings.TrimSpace(title))
		from, err := e.DateTimeStart(time.UTC)
		require.NoError(t, err)
		require.Equal(t, all[i].Date+" "+all[i].Start, from.Format("2006-01-02 15:04"))
		to, err := e.DateTimeEnd(time.UTC)
		require.NoError(t, err)
		require.Equal(t, time.Duration(all[i].Minutes)*time.Minute, to.Sub(from))
		status, err := e.Status()
		require.NoError(t, err)
		require.Equal(t, all[i].Off, status == other.EventCancelled)
	}
	about, err := events[0].Props.Text(other.PropDescription)
	require.NoError(t, err)
	require.Equal(t, all[0].About, about)
	again, err := WriteCalendar(all, now)
	require.NoError(t, err)
	require.Equal(t, file, again)
}

// With the club's zone a lesson is at the same moment for every reader, also over the change
// of the clocks: 17:00 in Oslo is 16:00 UTC in winter and 15:00 in summer.
func TestCalendarHasTheClubsZone(t *testing.T) {
	oslo, err := time.LoadLocation("Europe/Oslo")
	require.NoError(t, err)
	file, err := WriteCalendar([]weeks.Appointment{
		{ID: "a", Date: "2026-01-05", Start: "17:00", Minutes: 60},
		{ID: "b", Date: "2026-07-06", Start: "17:00", Minutes: 60},
	}, time.Date(2026, 1, 1, 9, 0, 0, 0, oslo))
	require.NoError(t, err)
	cal, err := other.NewDecoder(bytes.NewReader(file)).Decode()
	require.NoError(t, err)
	for i, hour := range []int{16, 15} {
		from, err := cal.Events()[i].DateTimeStart(nil)
		require.NoError(t, err)
		require.Equal(t, hour, from.UTC().Hour())
		to, err := cal.Events()[i].DateTimeEnd(nil)
		require.NoError(t, err)
		require.Equal(t, hour+1, to.UTC().Hour())
	}
}
