package progress

import (
	"testing"

	"github.com/stretchr/testify/require"
)

func series(m Measure, values ...float64) *Series {
	s := &Series{Key: Key{Measure: m}}
	for i, v := range values {
		s.Add(Mark{Run: string(rune('a' + i)), At: int64(i), Value: v})
	}
	return s
}

func TestBestLastAndTrend(t *testing.T) {
	sets := series(Tempo, 11, 14, 13, 14)
	require.Equal(t, 14.0, sets.Best().Value)
	require.EqualValues(t, 1, sets.Best().At, "the first time it was done")
	require.Equal(t, 1, sets.Trend())
	run := series(Seconds, 14.2, 13.8, 13.1)
	require.Equal(t, 13.1, run.Best().Value)
	require.Equal(t, 1, run.Trend(), "less is better")
	require.Equal(t, -1, series(Seconds, 12, 12.6, 13.3).Trend())
	require.Zero(t, series(Tempo, 14, 14, 14).Trend())
	require.Zero(t, series(Tempo, 11, 14).Trend(), "two sessions are no trend")
	// Only the last six speak.
	require.Equal(t, 1, series(Tempo, 40, 39, 38, 10, 11, 12, 13, 14, 15).Trend())
}

func TestARunHasOneMark(t *testing.T) {
	s := &Series{Key: Key{Measure: Seconds}}
	s.Add(Mark{Run: "a", Value: 13.2, Held: [3]int{1, 0, 0}})
	s.Add(Mark{Run: "a", Value: 12.9, Met: true, Held: [3]int{0, 0, 2}})
	require.Len(t, s.Marks, 1)
	require.Equal(t, Mark{Run: "a", Value: 12.9, Met: true, Held: [3]int{1, 0, 2}}, s.Marks[0])
}
