package ladder

import (
	"testing"
	"time"

	"hodometer/core/goal"
	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// Nothing is advised from a ball or two: to move up takes eight balls besides the days of the
// gate, match play twelve on two days and a last lesson that bears it out. Both numbers can be
// set on the ladder.
func TestLeastEvidence(t *testing.T) {
	l := &Ladder{Rungs: []Rung{{ID: "a", Gate: &goal.Goal{Kind: goal.Total, Count: 1}}, {ID: "b"}}}
	stand := Standing{{Kind: Begin, Rung: "a"}}
	now := time.Date(2026, 5, 30, 12, 0, 0, 0, time.UTC)
	high := progress.Rate{Mean: 0.88, Low: 0.7, High: 0.95}
	of := func(days ...[2]int) Evidence {
		e := Evidence{Rate: &high, Sure: 0.9, Above: 0.97}
		for i, d := range days {
			at := now.AddDate(0, 0, i-len(days))
			e.Tries = append(e.Tries, Try{
				At: at.UnixMilli(), Day: i, Met: true, Balls: d[1], Good: d[0],
			})
		}
		return e
	}
	for _, c := range []struct {
		what       string
		least      [2]int // up, play
		days       [][2]int
		up, played bool
	}{
		{"1 of 1 twice", [2]int{}, [][2]int{{1, 1}, {1, 1}}, false, false},
		{"8 on two days", [2]int{}, [][2]int{{4, 4}, {3, 4}}, true, false},
		{"12 on two days", [2]int{}, [][2]int{{5, 6}, {6, 6}}, true, true},
		{"20 on one day", [2]int{}, [][2]int{{18, 20}}, false, false},
		{"a narrower target today", [2]int{}, [][2]int{{18, 20}, {19, 60}}, true, false},
		{"less, as this ladder says", [2]int{2, 2}, [][2]int{{1, 1}, {1, 1}}, true, true},
		{"more, as this ladder says", [2]int{20, 30}, [][2]int{{5, 6}, {6, 6}}, false, false},
	} {
		t.Run(c.what, func(t *testing.T) {
			l.LeastBalls, l.LeastPlay = c.least[0], c.least[1]
			e := of(c.days...)
			a, on := Advise(l, stand, e, e, now)
			require.True(t, on)
			require.Equal(t, c.up, a.Verdict == GoUp, a.Reason)
			if !c.up && len(c.days) == UsualDays {
				require.Regexp(t, "but only [0-9]+ balls counted: [0-9]+ are needed", a.Reason)
			}
			said := e.Holds(&l.Rungs[0], l.Least().Play, now)
			require.Equal(t, c.played, said != "", said)
		})
	}
	e := of([2]int{5, 6}, [2]int{6, 6})
	require.Equal(t, "11 of 12 good on 2 days, last 6 of 6 on Fri 29 May",
		e.Holds(&l.Rungs[0], UsualPlay, now))
	// Two misses are no reason to move down.
	low := progress.Rate{Mean: 0.2, Low: 0.1, High: 0.3}
	a, _ := Advise(&Ladder{Rungs: []Rung{{ID: "z"}, {ID: "a"}, {ID: "b"}}}, stand, Evidence{
		Rate: &low, Above: 0.1, Tries: []Try{{At: 1, Balls: 2}},
	}, Evidence{}, now)
	require.Equal(t, Stay, a.Verdict, a.Reason)
}

// What is eased because it was not met says the floor that it was judged by, not the level.
func TestEasedByTheFloor(t *testing.T) {
	l := &Ladder{Rungs: []Rung{{ID: "z"}, {ID: "a"}, {ID: "b"}}}
	rate := progress.Rate{Mean: 0.35, Low: 0.25, High: 0.45}
	a, _ := Advise(l, Standing{{Kind: Begin, Rung: "a"}}, Evidence{
		Rate: &rate, Sure: 0.01, Above: 0.3, Tries: []Try{
			{
				At:    1,
				Day:   1,
				Balls: 20,
				Good:  7,
				Short: true,
			},
			{At: 2, Day: 8, Balls: 20, Good: 7, Short: true},
		},
	}, Evidence{}, time.Now())
	require.Equal(t, GoEase, a.Verdict)
	require.Contains(t, a.Reason, "at least 40%")
	require.NotContains(t, a.Reason, "60%")
}

// Tried and not met, it is said with what was counted; of a few balls nothing is judged.
func TestTriedButNotMet(t *testing.T) {
	l := &Ladder{Rungs: []Rung{{ID: "a", Gate: &goal.Goal{Kind: goal.Total, Count: 90}}, {ID: "b"}}}
	now := time.Date(2026, 5, 30, 12, 0, 0, 0, time.UTC)
	half := progress.Rate{Mean: 0.5, Low: 0.4, High: 0.6}
	said := func(good, balls int) string {
		a, on := Advise(l, Standing{{Kind: Begin, Rung: "a"}}, Evidence{
			Rate: &half, Sure: 0.1, Above: 0.9, Tries: []Try{{At: now.UnixMilli(), Balls: balls, Good: good}},
		}, Evidence{}, now)
		require.True(t, on)
		require.Equal(t, Stay, a.Verdict)
		return a.Reason
	}
	require.Equal(t, "Tried but not met yet: 100 of 200 good.", said(100, 200))
	require.Equal(t, "Tried but not met yet: too few balls to judge.", said(2, 4))
}
