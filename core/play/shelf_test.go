package play_test

import (
	"testing"

	"hodometer/core/drill"
	"hodometer/core/formation"
	"hodometer/core/library"
	"hodometer/core/play"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// On every drill of the shelf, for as many students as it is for: everybody is somewhere
// in every turn and nobody twice, over a round all have held the same places equally
// often, and somebody hits in every turn.
func TestEveryShelfDrillIsLaidOutForAll(t *testing.T) {
	for _, d := range library.All() {
		for n := max(1, d.Players.Least); n <= d.Players.Most; n++ {
			l, b := on(t, d.ID, n)
			y := play.RoundOf(l, b, everybody(n))
			held := make([]map[string]int, n)
			for who := range held {
				held[who] = map[string]int{}
			}
			for _, turn := range y.Turns {
				seen, hits := map[int]bool{}, 0
				for p, at := range turn {
					for _, who := range at {
						require.False(t, seen[who], "%s for %d", d.ID, n)
						seen[who] = true
						held[who][y.Places[p].Name]++
						if y.Places[p].Doing == "hitting" {
							hits++
						}
					}
				}
				require.Len(t, seen, n, d.ID)
				require.Positive(t, hits, d.ID)
			}
			for who := range held {
				require.Equal(t, held[0], held[who], "%s for %d", d.ID, n)
			}
		}
	}
}

// Whatever ends the turns of a drill, they end: tapped ball by ball, good or missed as the
// dice have it, everybody who is to hit comes to hit within a bounded number of balls.
func TestEveryTurnEnds(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := rapid.SampledFrom(library.All()).Draw(t, "drill")
		n := rapid.IntRange(max(1, d.Players.Least), d.Players.Most).Draw(t, "students")
		s, st := begun(t, d.ID, n)
		if s.Round == nil {
			return // nothing changes
		}
		turns, clock := st.Turn.N, int64(0)
		for range 2 * 24 * n {
			clock += 4000
			o := play.Outcome{Student: play.Nobody, Stage: play.Nobody, Where: play.Nobody, Clock: clock}
			o.Did = play.Good
			due := s.Due(&st, play.Nobody)
			if due.Student == play.Nobody {
				break
			}
			switch g := s.Goal(due.Student, due.Stage); {
			case g.Kind.Timed():
				o.Did, o.Value = play.Many, 1
			case g.Kind == "clock":
				o.Did, o.Value = play.Timed, 14_000
			case s.Repeats(due.Stage):
				o.Did, o.Value = play.Reps, 1
			case rapid.IntRange(0, 4).Draw(t, "miss") == 0:
				o.Did = play.Miss
			}
			s.Play(&st, o)
		}
		if d.Turn != nil && d.Turn.OneBall || st.Turn.By == play.ByTime {
			return // a station may be met by whoever never misses; time is the coach's
		}
		require.Greater(t, st.Turn.N, turns, "%s for %d: %+v", d.ID, n, st.Turn)
	})
}

// Lanes are what the layout of the same block says: in the middle of the first turn
// everybody does in their lane what their place asks.
func TestLanesAreReadOffTheSameLayout(t *testing.T) {
	for _, id := range []string{"lines-two-net-partner", "deep-serve-return", "line-collect", "shuttle-two-straight"} {
		d, err := library.ByID(id)
		require.NoError(t, err)
		n := d.Players.Most
		l, b := on(t, id, n)
		y := play.RoundOf(l, b, everybody(n))
		lanes, _ := formation.Lanes(l, b, n, 0)
		for p, held := range y.Turns[0] {
			for _, who := range held {
				first := lanes[who][0]
				doing := first.Doing
				if doing == formation.Turns {
					doing = first.Cycle[0].Doing
				}
				require.Equal(t, y.Places[p].Doing, doing, "%s, student %d", id, who)
			}
		}
	}
}

// Each way to end a turn ends it, and none before its time.
func TestWhatEndsATurn(t *testing.T) {
	for name, k := range map[string]struct {
		turn drill.Turn
		taps string // good, miss
		full int    // after how many taps it is over; 0: it is not
	}{
		"balls":            {drill.Turn{Ends: []drill.End{{By: drill.ByBalls, Count: 4}}}, "gmgmg", 4},
		"a miss":           {drill.Turn{Ends: []drill.End{{By: drill.ByMiss}}, MostBalls: 9}, "gggm", 4},
		"a bound":          {drill.Turn{Ends: []drill.End{{By: drill.ByMiss}}, MostBalls: 3}, "ggg", 3},
		"three in a row":   {drill.Turn{Ends: []drill.End{{By: drill.ByRow, Count: 3}}}, "ggmggg", 6},
		"the coach alone":  {drill.Turn{Ends: []drill.End{{By: drill.ByPress}}}, "ggggggggggmm", 0},
		"the stage is met": {drill.Turn{Ends: []drill.End{{By: drill.ByMet}}}, "ggggmgggggggg", 9},
		"whichever is first": {
			drill.Turn{Ends: []drill.End{{By: drill.ByRow, Count: 2}, {By: drill.ByBalls, Count: 5}}}, "gmgg", 4,
		},
	} {
		l, b := on(t, "line-all-deep", 3)
		b.Drill.Turn, b.Drill.Stages[0].Goal.Count = &k.turn, 8
		require.Empty(t, l.Validate(), name)
		s := play.Compile(l, b, everybody(3))
		st := s.Begin()
		s.Enter(&st, 0)
		for i, c := range k.taps {
			require.Equal(t, k.full > 0 && i >= k.full, st.Turn.Full, "%s, before ball %d", name, i+1)
			did := play.Good
			if c == 'm' {
				did = play.Miss
			}
			if st.Turn.Full {
				break
			}
			tap(s, &st, did, 0)
		}
		require.Equal(t, k.full > 0, st.Turn.Full, name)
		require.Equal(t, 0, st.Turn.N, "it stays until the next is called")
		s.Hold(&st, true, 0)
		require.False(t, st.Turn.Full, "held, nothing is called")
	}
}

// Seconds end a turn without a tap, and the tap after them is the next student's.
func TestSecondsEndATurn(t *testing.T) {
	l, b := on(t, "line-all-deep", 3)
	b.Drill.Turn = &drill.Turn{Ends: []drill.End{{By: drill.BySeconds, Seconds: 20}}}
	require.Empty(t, l.Validate())
	s := play.Compile(l, b, everybody(3))
	st := s.Begin()
	s.Enter(&st, 0)
	for i := range int64(4) {
		require.Equal(t, 0, tap(s, &st, play.Good, 4000*(i+1)).Student)
	}
	require.False(t, st.Turn.Full)
	require.Equal(t, 1, s.Time(&st, 20_000))
	require.True(t, st.Turn.Full)
	e := tap(s, &st, play.Good, 21_000)
	require.Equal(t, []int{1, 1}, []int{e.Student, st.Turn.N})
	require.False(t, st.Turn.Full)
	s.Play(&st, play.Outcome{Did: play.Good, Student: 2, Where: play.Nobody, Clock: 42_000})
	require.Equal(t, 2, st.Turn.N, "the count of who comes is the change")
}
