package game

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// play scores a game given as who wins each rally, "a" or "b".
func play(r Rules, rallies string) Score {
	s := r.Start()
	for _, c := range rallies {
		s = r.Rally(s, Rally{Winner: Side(c - 'a')})
	}
	return s
}

// A game of tennis is four points by two [rule: ITF Rules of Tennis, rule 5; memory]; at
// 0.6 a point it is won with chance 0.7357 (well known).
func TestATennisGame(t *testing.T) {
	r := Rules{To: 4, WinBy: 2, SecondsPerPoint: 20}
	require.InDelta(t, 0.7357, r.Chance(0.6), 5e-5)
	require.True(t, play(r, "aaaa").Over)
	require.False(t, play(r, "aaabbb").Over, "deuce")
	require.False(t, play(r, "aaabbba").Over, "advantage")
	require.True(t, play(r, "aaabbbaa").Over)
}

// A tie-break is seven by two; the first server serves once, then each two [rule: ITF
// Rules of Tennis, rule 5; memory].
func TestATieBreak(t *testing.T) {
	g, err := PresetByID("tieBreak")
	require.NoError(t, err)
	served := []Side{}
	s := g.Rules.Start()
	for range 7 {
		served = append(served, s.Feeder)
		s = g.Rules.Rally(s, Rally{Winner: A})
	}
	require.Equal(t, []Side{A, B, B, A, A, B, B}, served)
	require.True(t, s.Over)
	require.False(t, play(g.Rules, "abababababaab").Over, "seven to six is not by two")
	require.True(t, play(g.Rules, "abababababaa").Over, "seven to five is")
	long := play(g.Rules, "abababababab"+"abababaa")
	require.Equal(t, [2]int{11, 9}, long.Points)
	require.True(t, long.Over)
}

// Table tennis and squash: eleven by two [rule: ITTF Laws 2.11; WSF Rules of Squash, rule
// 2; memory]. At 0.55 a rally 0.6868.
func TestElevenByTwo(t *testing.T) {
	g, err := PresetByID("thirdBall")
	require.NoError(t, err)
	require.InDelta(t, 0.6868, g.Rules.Chance(0.55), 5e-5)
	require.False(t, play(g.Rules, "abababababababababab"+"a").Over, "eleven to ten")
	require.True(t, play(g.Rules, "abababababababababab"+"aa").Over)
}

// Badminton: every rally scores, to twenty-one by two, at twenty-nine all the next wins,
// and the winner serves [rule: BWF Laws of Badminton, law 7; memory].
func TestRallyScoringTo21(t *testing.T) {
	g, err := PresetByID("rallyTo21")
	require.NoError(t, err)
	level := ""
	for range 20 {
		level += "ab"
	}
	require.False(t, play(g.Rules, level+"a").Over, "twenty-one to twenty")
	require.True(t, play(g.Rules, level+"aa").Over)
	for range 9 {
		level += "ab"
	}
	all := play(g.Rules, level)
	require.Equal(t, [2]int{29, 29}, all.Points)
	last := play(g.Rules, level+"b")
	require.True(t, last.Over)
	require.Equal(t, B, last.Winner)
	require.Equal(t, B, play(g.Rules, "ab").Feeder)
}
