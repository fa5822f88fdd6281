package rehearse_test

import (
	"testing"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/rehearse"

	"github.com/stretchr/testify/require"
)

// A block goes on until its turn is over: with turns of eight balls, one every four seconds,
// for half a minute at the most, and on average for half of that.
func TestABlockEndsWithItsTurn(t *testing.T) {
	d := corner(t, "", goal.Goal{Kind: goal.Total, Count: 500})
	d.Basket = 1000
	got := block(t, d, 2, 8).Rehearse(ctx, rehearse.Many)
	require.NotEmpty(t, got.Over)
	for _, over := range got.Over {
		require.GreaterOrEqual(t, over, 0.0)
		require.LessOrEqual(t, over, 8*4.0/60)
	}
	for _, basket := range []int{8, 30, 60, 90} { // a pick-up at the end is part of the changeover
		d.Basket, d.PickUp = basket, 3
		for _, over := range block(t, d, 2, 8).Rehearse(ctx, rehearse.Few).Over {
			require.LessOrEqual(t, over, 8*4.0/60, "a basket of %d", basket)
		}
	}
	d.Basket = 1000
	d.Turn = &drill.Turn{Ends: []drill.End{{By: drill.ByMiss}}, MostBalls: 8}
	sum := 0.0
	missed := block(t, d, 2, 8).Rehearse(ctx, rehearse.Many).Over
	for _, over := range missed {
		sum += over
	}
	require.Positive(t, sum)
	require.Less(t, sum/float64(len(missed)), 8*4.0/60/2, "most turns that end at a miss are short")
}

// The clock falls behind only by what goes on, and changeovers even out.
func TestEndsOfALesson(t *testing.T) {
	var e rehearse.Ends
	require.Zero(t, e.Block(nil), "what ends by the clock ends in time")
	require.Equal(t, rehearse.Range{Early: 0.5, Late: 0.5}, e.Block([]float64{0.5}))
	e.Between("a", 2)
	r := e.Block(nil)
	require.Less(t, r.Early, 0.5)
	require.Greater(t, r.Late, 0.5)
	require.Greater(t, r.Early, -0.5)
	require.Less(t, r.Late, 1.5)
	late := e.Loose("talk", 10)
	require.Greater(t, late.Late-late.Early, r.Late-r.Early, "a talk is over when it is over")
}

// The likely score of a game between equals is close, of unequal ones it is not; and where
// there is no time for it, it is how the game stands.
func TestLikelyScores(t *testing.T) {
	l := &lesson.Lesson{Court: "tennis", Students: []string{sample.ID(101), sample.ID(102)}}
	m := &lesson.Match{Rules: game.Rules{To: 11, WinBy: 1, SecondsPerPoint: 20}}
	b := lesson.Block{ID: sample.ID(12), Kind: lesson.Game, Title: "Game", Minutes: 60, Match: m}
	l.Blocks = []lesson.Block{b}
	score := func(chance float64, minutes int) rehearse.GamePlayed {
		l.Blocks[0].Minutes = minutes
		g := rehearse.Game{Lesson: l, Block: &l.Blocks[0], Rally: func(a, _ []int) float64 {
			if a[0] == 0 {
				return chance
			}
			return 1 - chance
		}}
		return g.Rehearse(ctx, rehearse.Few)
	}
	even, uneven, short := score(0.5, 60), score(0.8, 60), score(0.5, 3)
	require.Equal(t, 11, even.Score[0])
	require.InDelta(
		t,
		8,
		even.Score[1],
		1,
		"the loser's points of a race to 11 between equals are 7.6 in the mean",
	)
	require.Less(t, uneven.Score[1], 5)
	require.Less(t, short.Ends, 0.5)
	require.InDelta(t, 9, short.Score[0]+short.Score[1], 1, "nine rallies in three minutes")
}

// Of a timed goal there is a try a turn, and the best of the tries is no worse than one of
// them is on average.
func TestTriesAtATimedGoal(t *testing.T) {
	d := corner(t, "", goal.Goal{Kind: goal.Timed, Count: 8, Seconds: 30})
	g := block(t, d, 2, 8).Rehearse(ctx, rehearse.Few).Students[0].Goals[0]
	require.InDelta(t, 6, g.Tries, 1.5, "eight minutes less a pick-up, in turns of half a minute")
	require.Greater(t, g.Best, 2.0)
	require.LessOrEqual(t, g.Best, 8.0)
}
