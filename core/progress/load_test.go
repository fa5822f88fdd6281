package progress

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
)

// Foster et al. 2001 [memory], as anyone can follow on paper: 60 min at 6 today,
// 90 min at 5 two days ago, 45 unrated four days ago.
func TestLoadOfAWeek(t *testing.T) {
	w := Loads(
		[]Worked{
			{DaysBefore: 2, Minutes: 90, Rating: 5},
			{DaysBefore: 4, Minutes: 45},
			{DaysBefore: 9, Minutes: 60, Rating: 6},
			{DaysBefore: 30, Minutes: 60, Rating: 4},
			{DaysBefore: 40, Minutes: 600, Rating: 9},
		},
		360,
	)
	require.InDelta(t, 360+450+225, w.Total, 1e-9)
	require.InDelta(t, (360+240)/2.0, w.Usual, 1e-9, "of the two weeks that they were here")
	require.Equal(t, 2, w.Weeks)
	require.InDelta(t, 360, w.Last, 1e-9)
	require.InDelta(t, 240, w.Earlier, 1e-9)
	mean := 1035.0 / 7
	sd := math.Sqrt(((360-mean)*(360-mean) + (450-mean)*(450-mean) + (225-mean)*(225-mean) + 4*mean*mean) / 7)
	require.InDelta(t, mean/sd, w.Monotony, 1e-12)
	require.InDelta(t, 1035*mean/sd, w.Strain, 1e-9)
	require.Zero(t, Loads(nil, 0).Monotony)
	// The seven days end with the lesson: what is six days before it is in, what is
	// a week before is of the week before.
	require.InDelta(t, 300, Loads([]Worked{{DaysBefore: 6, Minutes: 60, Rating: 5}}, 0).Total, 1e-9)
	require.Zero(t, Loads([]Worked{{DaysBefore: 7, Minutes: 60, Rating: 5}}, 0).Total)
	require.Zero(t, Loads([]Worked{{DaysBefore: -1, Minutes: 60, Rating: 5}}, 0).Total)
}

// A regular week after three weeks is a usual one, and weeks away do not lower what is usual.
func TestUsualIsOfTheWeeksHere(t *testing.T) {
	var weekly []Worked
	for _, days := range []int{7, 14, 21} {
		weekly = append(weekly, Worked{DaysBefore: days, Minutes: 60, Rating: 5})
	}
	require.InDelta(t, 300, Loads(weekly, 300).Usual, 1e-9)
	require.InDelta(t, 300, Loads(weekly[2:], 300).Usual, 1e-9, "after two weeks away")
	require.Equal(t, 1, Loads(weekly[2:], 300).Weeks)
}
