package ladder

import (
	"slices"
	"testing"
	"time"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/library"
	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// Every ladder that ships is sound, stands in one sport, names drills and stages that
// are there, and where it is one school's it has the other.
func TestShipped(t *testing.T) {
	seen := map[string]bool{}
	for _, l := range All() {
		t.Run(l.ID, func(t *testing.T) {
			require.Empty(t, l.Validate())
			require.False(t, seen[l.ID])
			seen[l.ID] = true
			for i := range l.Rungs {
				r := &l.Rungs[i]
				if r.Drill == "" {
					continue
				}
				d, err := library.ByID(r.Drill)
				require.NoError(t, err)
				stage := r.StageIn(d)
				require.GreaterOrEqual(t, stage, 0, "%s has no stage %q", r.Drill, r.Stage)
				gate := r.GateIn(d, stage)
				require.Empty(t, gate.Validate())
				measured := d.Stages[stage]
				measured.Goal = gate
				require.True(
					t,
					slices.ContainsFunc(
						d.Stages,
						func(s drill.Stage) bool { return d.Series(s) == d.Series(measured) },
					),
					"%s: nothing is counted as its gate %s asks",
					r.ID,
					gate,
				)
			}
			if l.School != Neither {
				other, ok := ByID(l.Other)
				require.True(t, ok)
				require.NotEqual(t, l.School, other.School)
				require.Equal(t, l.ID, other.Other)
			}
		})
	}
	require.GreaterOrEqual(t, len(seen), 15)
}

// A gate is met by what it counts: repetitions by all being done and what was judged being
// held, a clock by its seconds, a count by the count; what was asked smaller is no gate.
func TestReached(t *testing.T) {
	for _, c := range []struct {
		gate goal.Goal
		mark progress.Mark
		met  bool
	}{
		{goal.Goal{Kind: goal.InARow, Count: 10}, progress.Mark{Value: 10, Goal: 10, Met: true}, true},
		{goal.Goal{Kind: goal.InARow, Count: 10}, progress.Mark{Value: 5, Goal: 5, Met: true}, false},
		{goal.Goal{Kind: goal.Repetitions, Count: 6}, progress.Mark{Value: 6, Held: [3]int{0, 0, 1}}, true},
		{goal.Goal{Kind: goal.Repetitions, Count: 6}, progress.Mark{Value: 4, Held: [3]int{0, 0, 4}}, false},
		{goal.Goal{Kind: goal.Repetitions, Count: 6}, progress.Mark{Value: 6, Held: [3]int{2, 1, 3}}, false},
		{goal.Goal{Kind: goal.Repetitions, Count: 3}, progress.Mark{Value: 3, Held: [3]int{0, 1, 2}}, true},
		{goal.Goal{Kind: goal.Clock, Count: 2, Seconds: 12}, progress.Mark{Value: 11.9}, true},
		{goal.Goal{Kind: goal.Clock, Count: 2, Seconds: 12}, progress.Mark{Value: 12.1}, false},
		{goal.Goal{Kind: goal.Clock, Count: 2, Seconds: 12}, progress.Mark{}, false},
		{goal.Goal{Kind: goal.Timed, Seconds: 60}, progress.Mark{Value: 14, Met: true}, true},
	} {
		require.Equal(t, c.met, reached(c.gate, c.mark, UsualLevel), "%v by %+v", c.gate, c.mark)
	}
}

// Who was eased from a rung by chance to one without, and holds it, stays with a reason
// while the chance above is too small; the coach's word leaves the evidence as it was.
func TestEasedFromChanceToRepetitions(t *testing.T) {
	l := &Ladder{Rungs: []Rung{{ID: "held", Days: 1}, {ID: "balls"}}}
	at := func(day int) int64 { return int64(day) * 24 * 3600 * 1000 }
	s := Standing{{Kind: Begin, Rung: "balls"}, {Kind: Ease, Rung: "held", At: at(1), Day: 1}}
	tries := make([]Try, 2, 8)
	tries[0] = Try{At: at(3), Day: 3, Met: true}
	tries[1] = Try{At: at(5), Day: 5, Met: true}
	hard := Evidence{Rate: &progress.Rate{Mean: 0.3}, Above: 0.2}
	a, on := Advise(l, s, Evidence{Tries: tries}, hard, time.Now())
	require.True(t, on)
	require.Equal(t, Stay, a.Verdict)
	require.Contains(t, a.Reason, "expected success rate 30%")
	a, _ = Advise(
		l,
		s,
		Evidence{Tries: tries},
		Evidence{Rate: &progress.Rate{Mean: 0.6}, Above: 0.9},
		time.Now(),
	)
	require.Equal(t, GoUp, a.Verdict)
	a, _ = Advise(
		l,
		append(s, Move{Kind: Word, Rung: "held", At: at(4), Day: 4}),
		Evidence{Tries: tries},
		hard,
		time.Now(),
	)
	require.Equal(t, 3, a.Met)
	require.Equal(t, []int{3, 5}, []int{tries[0].Day, tries[1].Day})
}
