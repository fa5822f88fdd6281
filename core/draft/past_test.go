package draft

import (
	"testing"

	"hodometer/core/lesson"
	"hodometer/core/library"

	"github.com/stretchr/testify/require"
)

// Fell short is who tried a goal, with a turn's balls or as many as it asks, and
// did not meet it. A drill that was never begun, or a goal with a ball or two, is
// no failure; only who met every goal met the drill.
func TestFellShortOnlyWhereItWasTried(t *testing.T) {
	d, err := library.ByID("short-ball-corners")
	require.NoError(t, err)
	l := &lesson.Lesson{Students: []string{"a", "b", "c", "e"}}
	l.Blocks = []lesson.Block{{ID: "1", Kind: lesson.Drill, Drill: d}}
	var outcomes []Outcome
	for i, s := range d.Stages {
		outcomes = append(outcomes, Outcome{Student: "a", Block: "1", Stage: i, Balls: 12, Met: true})
		outcomes = append(outcomes, Outcome{Student: "b", Block: "1", Stage: i, Balls: 2})
		outcomes = append(
			outcomes,
			Outcome{Student: "e", Block: "1", Stage: i, Balls: s.Goal.Count, Met: i > 0},
		)
	}
	p := PastOf(l, 3, l.Students, outcomes)[0]
	require.Equal(t, []string{"a"}, p.Met)
	require.Equal(t, []string{"e"}, p.Short)
	require.Empty(t, PastOf(l, 3, []string{"c"}, outcomes)[0].Short, "never begun")
}
