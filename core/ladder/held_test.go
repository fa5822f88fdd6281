package ladder

import (
	"testing"
	"time"

	"hodometer/core/goal"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// Repetitions are judged as balls are, by what is likely of the share that is held. Two of three
// in two lessons, of a student who holds three in four, is no reason to go back; it goes on until
// it is sure, and who holds one in five goes back.
func TestRepetitionsAreJudgedByWhatIsLikely(t *testing.T) {
	d, err := library.ByID("ball-ladder")
	require.NoError(t, err)
	l, ok := ByID("stroke-control-first")
	require.True(t, ok)
	i := l.At("across")
	r := &l.Rungs[i]
	stage := d.Stages[r.StageIn(d)]
	stage.Goal = r.GateIn(d, r.StageIn(d))
	require.Equal(t, goal.Repetitions, stage.Goal.Kind)
	now := time.Date(2026, 5, 30, 12, 0, 0, 0, time.UTC)
	stand := Standing{{Kind: Begin, Rung: r.ID}}
	advise := func(held ...int) Advice {
		s := plan.Student{ID: "s", Level: units.Club, Series: map[progress.Key]*progress.Series{}}
		known := &progress.Series{}
		for k, h := range held {
			known.Marks = append(known.Marks, progress.Mark{
				Day: k, At: now.AddDate(0, 0, k-len(held)).UnixMilli(), Value: float64(stage.Goal.Count),
				Held: [3]int{0, 3 - h, h},
			})
		}
		s.Series[d.Series(stage)] = known
		a, on := Advise(l, stand, EvidenceOf(new(plan.Planner), &s, r, d), Evidence{}, now)
		require.True(t, on)
		return a
	}
	a := advise(2, 2)
	require.Equal(t, Stay, a.Verdict, a.Reason)
	require.Contains(t, a.Reason, "held about 6", a.Reason)
	require.Equal(t, GoUp, advise(2, 3, 3).Verdict)
	require.Equal(t, GoUp, advise(3, 3).Verdict)
	a = advise(1, 0, 0, 1)
	require.Equal(t, GoEase, a.Verdict, a.Reason)
	require.NotContains(t, a.Reason, "target", "there is none")
}

// Where the gate is out of reach, as ten in a row is for who makes half of the balls, the advice
// says so and what to do instead; where it is not, nothing is said.
func TestAGateOutOfReachIsSaid(t *testing.T) {
	d, err := library.ByID("short-ball-own-toss")
	require.NoError(t, err)
	l := &Ladder{Rungs: []Rung{
		{ID: "all", Title: "Some", Drill: d.ID, Gate: &goal.Goal{Kind: goal.Total, Count: 3}},
		{ID: "row", Title: "Many", Drill: d.ID, Gate: &goal.Goal{Kind: goal.InARow, Count: 30}},
	}}
	s := plan.Student{ID: "s", Level: units.Club, Series: map[progress.Key]*progress.Series{}}
	for i := range l.Rungs {
		r := &l.Rungs[i]
		stage := d.Stages[0]
		stage.Goal = *r.Gate
		s.Series[d.Series(stage)] = &progress.Series{
			Marks: []progress.Mark{{Day: 1, At: 1, Balls: 20, Good: 12, Value: 2}},
		}
		e := EvidenceOf(new(plan.Planner), &s, r, d)
		a, _ := Advise(l, Standing{{Kind: Begin, Rung: r.ID}}, e, Evidence{}, time.Now())
		require.Equal(t, Stay, a.Verdict)
		if i == 0 {
			require.NotContains(t, a.Reason, "out of reach")
			require.Empty(t, a.Toward)
			continue
		}
		require.Contains(t, a.Reason, "out of reach for now")
		require.Contains(t, a.Reason, "go back to “Some”")
		require.Equal(t, r.ID, a.Toward)
	}
}
