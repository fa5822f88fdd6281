package ladder

import (
	"testing"

	"hodometer/core/goal"

	"github.com/stretchr/testify/require"
)

// The chart of forms credits what somebody judged: of repetitions that nobody rated it says that
// they were done. Spin is trained by balls that were to have some, whatever their drill is for.
func TestChartsCreditWhatWasJudged(t *testing.T) {
	charts := Charts([]Counted{
		{Skill: "forehand.anywhere.shadow", Kind: goal.Repetitions, Balls: 20},
		{Skill: "forehand.anywhere.shadow", Kind: goal.Repetitions, Balls: 10, Judged: 10, Good: 6},
		{
			Skill:  "forehand.crossCourt.fedBall.topspin",
			Focus:  "direction",
			Kind:   goal.Total,
			Balls:  12,
			Judged: 12,
			Good:   9,
		},
		{
			Skill:  "forehand.crossCourt.fedBall",
			Focus:  "direction",
			Kind:   goal.Total,
			Balls:  8,
			Judged: 8,
			Good:   2,
		},
	})
	require.Len(t, charts, 1)
	require.Equal(t, []Cell{
		{Dimension: "consistency", Form: "shadow", Balls: 30, Judged: 10, Good: 6},
		{Dimension: "direction", Form: "fed", Balls: 8, Judged: 8, Good: 2},
		{Dimension: "spin", Form: "fed", Balls: 12, Judged: 12, Good: 9},
	}, charts[0].Cells)
}
