package rehearse_test

import (
	"slices"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/rehearse"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Whoever comes late or leaves, and however they are arranged, a drill of the shelf is played
// to its end: who is not there hits nothing, and nobody hits more than is brought.
func TestAnyDrillIsPlayedToItsEnd(t *testing.T) {
	sample.Checks(t, 200)
	all := library.All()
	rapid.Check(t, func(t *rapid.T) {
		d := &all[rapid.IntRange(0, len(all)-1).Draw(t, "drill")]
		minutes := rapid.IntRange(2, 30).Draw(t, "minutes")
		b := block(t, d, rapid.IntRange(1, 8).Draw(t, "students"), minutes)
		b.From = float64(rapid.IntRange(0, 40).Draw(t, "minute"))
		b.Lesson.Attendance, b.Block.Arrangement = sample.Stays(t, b.Lesson.Students), sample.Arranged(t)
		got := b.Rehearse(ctx, rehearse.Few)
		sum := 0.0
		for i, id := range b.Lesson.Students {
			own := got.Students[i]
			sum += own.Balls
			if from, to := b.Lesson.Stay(id); from >= b.From+float64(minutes) || to <= b.From {
				require.Zero(t, own.Balls, "not there")
			}
		}
		if !slices.ContainsFunc(d.Stages, func(s drill.Stage) bool { return !d.ByChance(s) }) {
			require.LessOrEqual(t, sum, got.Hit+1e-6, "contacts never exceed balls")
		}
	})
}

// So is every game of the shelf.
func TestAnyGameIsPlayedToItsEnd(t *testing.T) {
	sample.Checks(t, 200)
	rapid.Check(t, func(t *rapid.T) {
		m := lesson.MatchOf(rapid.SampledFrom(game.Presets()).Draw(t, "game"))
		minutes := rapid.IntRange(2, 60).Draw(t, "minutes")
		b := lesson.Block{
			ID: sample.ID(
				12,
			),
			Kind:        lesson.Game,
			Title:       "Game",
			Minutes:     minutes,
			Match:       &m,
			Arrangement: sample.Arranged(t),
		}
		l := &lesson.Lesson{Court: "tennis", Blocks: []lesson.Block{b}}
		for i := range rapid.IntRange(2, 9).Draw(t, "students") {
			l.Students = append(l.Students, sample.ID(101+i))
		}
		l.Attendance = sample.Stays(t, l.Students)
		g := rehearse.Game{Lesson: l, Block: &l.Blocks[0], Rally: rehearse.Even(m.Rules)}
		got := g.Rehearse(ctx, 32)
		require.GreaterOrEqual(t, got.Ends, 0.0)
		require.LessOrEqual(t, got.Ends, 1.0)
		rallies := float64(minutes) * 60 / m.Rules.SecondsPerPoint * float64(len(l.Students))
		require.LessOrEqual(t, got.Games, rallies+1, "a game has a rally")
	})
}
