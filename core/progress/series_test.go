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
	require.EqualValues(t, 3, sets.Best().At, "the last time it was done")
	reps := series(Tempo, 6, 6, 6)
	for i, held := range []int{2, 5, 4} {
		reps.Marks[i].Held = [3]int{6 - held, 0, held}
	}
	require.EqualValues(t, 1, reps.Best().At, "of as many, those of which most were held")
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

// Two blocks of a drill in one lesson are one session: all balls and all good ones, all misses
// and choices, and neither mark is changed by it.
func TestTwoBlocksOfALessonAreOneSession(t *testing.T) {
	a := Mark{
		Run: "r", Value: 5, Balls: 10, Good: 5, Misses: Misses{"net": 3},
		Choices: []Choice{{ID: "air", Words: "In the air", Right: true, N: 2}},
	}
	b := Mark{
		Run: "r", Value: 7, Balls: 8, Good: 7, Misses: Misses{"net": 1, "long": 2},
		Choices: []Choice{{ID: "air", Words: "In the air", Right: true, N: 3},
			{ID: "wall", Words: "After the wall", Wrong: true, N: 1}},
	}
	s := Series{Key: Key{Measure: Good}}
	s.Add(a)
	s.Add(b)
	require.Len(t, s.Marks, 1)
	m := s.Last()
	require.Equal(t, [2]int{18, 12}, [2]int{m.Balls, m.Good})
	require.Equal(t, "4 net, 2 long", m.Misses.String())
	require.Equal(t, "in the air 5, after the wall 1", m.SayChoices())
	right, of := m.Read()
	require.Equal(t, [2]int{5, 6}, [2]int{right, of})
	require.Equal(t, "3 net", a.Misses.String())
	require.Equal(t, 2, a.Choices[0].N)
}
