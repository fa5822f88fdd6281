package game

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Where a closed form exists, following every score gives the same [rule].
func TestOddsAgreeWithClosedForms(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := float64(rapid.IntRange(15, 85).Draw(t, "percent")) / 100
		a, b := rapid.IntRange(1, 15).Draw(t, "a"), rapid.IntRange(1, 15).Draw(t, "b")
		o := Rules{To: a, ToB: b, WinBy: 1}.Odds(Chances{Point: p})
		require.InDelta(t, ChanceA(a, b, p), o.ChanceA, 1e-8)
		require.InDelta(t, MeanPoints(a, b, p), o.MeanPoints, 1e-6)
		two := Rules{To: a, WinBy: 2}
		require.InDelta(t, two.Chance(p), two.Odds(Chances{Point: p}).ChanceA, 1e-8)
		require.InDelta(t, two.MeanPoints(p), two.Odds(Chances{Point: p}).MeanPoints, 1e-5)
	})
	// One three-part point: two of three win it; a set is as good as one rally of
	// that chance when a sweep is worth no more.
	three := Rules{To: 7, WinBy: 1, Set: &Set{Rallies: 3, Points: 1}}
	p := 0.6
	set := p*p*p + 3*p*p*(1-p)
	require.InDelta(t, ChanceA(7, 7, set), three.Odds(Chances{Point: p}).ChanceA, 1e-8)
	require.InDelta(t, 3*MeanPoints(7, 7, set), three.Odds(Chances{Point: p}).MeanPoints, 1e-5)
	// Marks that double every point halve the race.
	double := Rules{To: 10, WinBy: 1, Marks: []Mark{{ID: "both", Times: 2}}}
	require.InDelta(
		t,
		ChanceA(5, 5, p),
		double.Odds(Chances{Point: p, Marks: map[string]float64{"both": 1}}).ChanceA,
		1e-8,
	)
	// An edge that helps each feeder in turn helps nobody over even turns.
	feed := Rules{To: 11, WinBy: 2, FeedChangesEvery: 1}
	require.InDelta(t, 0.5, feed.Odds(Chances{Point: 0.5, Edge: 0.1}).ChanceA, 0.02)
}

// A game played by chance (seeded) ends as often and as soon as reckoned, for
// every preset, within sampling error.
func TestPresetsPlayedAndReckonedAgree(t *testing.T) {
	rng := rand.New(rand.NewPCG(5, 6))
	for _, g := range Presets() {
		require.Empty(t, g.Rules.Validate(), g.ID)
		require.NotEmpty(t, g.How)
		c := Chances{Point: 0.55, Edge: 0.05, Marks: map[string]float64{}}
		for _, m := range g.Rules.Marks {
			if c.Marks[m.ID] = m.Usual; m.Usual == 0 {
				c.Marks[m.ID] = 0.3
			}
		}
		want := g.Rules.Odds(c)
		const games = 4000
		won, rallies := 0, 0
		for range games {
			s := g.Rules.Start()
			for !s.Over {
				p := c.Point + c.Edge
				if s.Feeder == B {
					p = c.Point - c.Edge
				}
				y := Rally{Winner: B}
				if rng.Float64() < p {
					y.Winner = A
				}
				for _, m := range g.Rules.Marks {
					if rng.Float64() < c.Marks[m.ID] {
						y.Marks = append(y.Marks, m.ID)
					}
				}
				s = g.Rules.Rally(s, y)
				rallies++
			}
			if s.Winner == A {
				won++
			}
		}
		require.InDelta(t, want.ChanceA, float64(won)/games, 0.03, g.ID)
		require.InDelta(t, want.MeanPoints, float64(rallies)/games, 0.03*want.MeanPoints, g.ID)
		require.GreaterOrEqual(t, float64(want.P90Points), want.MeanPoints, g.ID)
	}
}

// The special rules, each by its own small story.
func TestSpecialRules(t *testing.T) {
	play := func(r Rules, rallies ...Rally) Score {
		s := r.Start()
		for _, y := range rallies {
			s = r.Rally(s, y)
		}
		return s
	}
	a, b := Rally{Winner: A}, Rally{Winner: B}
	three := Rules{To: 7, WinBy: 1, Set: &Set{Rallies: 3, Points: 1, Sweep: 2}}
	require.Equal(t, [2]int{1, 0}, play(three, a, b, a).Points, "two of three win one point")
	require.Equal(t, [2]int{0, 2}, play(three, b, b, b).Points, "a sweep wins two")
	require.Equal(t, [2]int{0, 0}, play(three, a, a).Points, "all three are played")

	marker := Rules{To: 11, WinBy: 1, Marks: []Mark{{ID: "marker", Worth: 3}}}
	require.Equal(t, [2]int{3, 0}, play(marker, Rally{Winner: A, Marks: []string{"marker"}}).Points)

	bonus := Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, Marks: []Mark{{ID: "two", Bonus: 1}}}
	require.Equal(
		t,
		[2]int{1, 1},
		play(bonus, Rally{Winner: B, Marks: []string{"two"}}).Points,
		"the server's bonus, though the rally is lost",
	)

	net := Rules{To: 5, WinBy: 1, Set: &Set{Rallies: 5, Points: 1}, Net: "set"}
	s := play(net, b, b, a, b, a)
	require.Equal(t, B, *s.Net, "who won more of five takes the net")
	require.Equal(t, 1, s.Moves, "and all move one place")

	hold := Rules{To: 11, WinBy: 2, Net: "winner", OnlyNetScores: true}
	require.Equal(t, [2]int{0, 1}, play(hold, b, b).Points, "the first rally takes it, the second scores")

	warm := Rules{To: 11, WinBy: 1, WarmUp: 2, FeedChangesEvery: 4}
	s = play(warm, a, a, b)
	require.Equal(t, [2]int{0, 1}, s.Points, "warm-up rallies do not count")
	require.Equal(t, 3, s.FeedsLeft)

	uneven := Rules{To: 10, ToB: 2, WinBy: 1}
	require.True(t, play(uneven, b, b).Over)
	capped := Rules{To: 3, WinBy: 2, Cap: 4}
	require.True(t, play(capped, a, b, a, b, a, b, a).Over, "a lead of one is enough at the cap")

	one, zero := 1, 0
	own := Rules{To: 15, WinBy: 1, OwnScores: true}
	require.Equal(
		t,
		[]int{1, 2},
		play(
			own,
			Rally{Winner: A, Player: &one},
			Rally{Winner: B, Player: &one},
			Rally{Winner: A, Player: &zero},
		).Own,
	)
}

// Fuzzed rules and rallies: whatever is tapped, the fold neither panics nor
// loses a point, the end stays the end of the score that earned it, and rules
// that do not hold are refused before.
func FuzzGameFold(f *testing.F) {
	f.Add(
		[]byte(`{"to":11,"winBy":2,"secondsPerPoint":10,"net":"winner","onlyNetScores":true}`),
		[]byte("abAB"),
	)
	f.Add(
		[]byte(
			`{"to":7,"winBy":1,"secondsPerPoint":10,"set":{"rallies":3,"points":1,"sweep":2},`+
				`"marks":[{"id":"m","bonus":2}]}`,
		),
		[]byte("aaabbm"),
	)
	f.Fuzz(func(t *testing.T, rules, taps []byte) {
		var r Rules
		if json.Unmarshal(rules, &r) != nil || len(r.Validate()) > 0 {
			return
		}
		s := r.Start()
		for _, tap := range taps {
			y := Rally{Winner: Side(tap & 1)}
			for i, m := range r.Marks {
				if tap>>(i+1)&1 == 1 {
					y.Marks = append(y.Marks, m.ID)
				}
			}
			if player := int(tap>>4) - 1; r.OwnScores {
				y.Player = &player
			}
			before := s
			s = r.Rally(s, y)
			if !before.Over {
				require.GreaterOrEqual(t, s.Points[A], before.Points[A])
				require.GreaterOrEqual(t, s.Points[B], before.Points[B])
				require.Equal(t, before.Games, s.Games)
			} else {
				require.Equal(t, before.Games[A]+before.Games[B]+1, s.Games[A]+s.Games[B])
			}
			if s.Over {
				require.True(
					t,
					s.Points[s.Winner] >= r.target(s.Winner) || r.Cap > 0 && s.Points[s.Winner] >= r.Cap,
				)
			}
			require.LessOrEqual(t, s.SetLeft, 15)
		}
	})
}

// Bradley–Terry: two players' levels are the log odds of what they won; the
// order of results is nothing; more games narrow the interval; who never lost
// is strong, not infinitely so.
func TestLevels(t *testing.T) {
	l := Strengths(2, []Result{{0, 1, 600, 400}})
	require.InDelta(t, 0.6, l[0].Against(l[1]), 0.002) // closed form for two [rule]
	few := Strengths(2, []Result{{0, 1, 6, 4}})
	require.Greater(t, few[0].High-few[0].Low, 5*(l[0].High-l[0].Low))
	all := Strengths(3, []Result{{0, 1, 9, 0}, {1, 2, 5, 4}, {0, 2, 7, 2}})
	again := Strengths(3, []Result{{2, 0, 2, 7}, {1, 0, 0, 9}, {1, 2, 5, 4}})
	for i := range all {
		require.InDelta(t, all[i].Value, again[i].Value, 1e-6)
	}
	require.False(t, math.IsInf(all[0].Value, 0))
	require.Greater(t, all[0].Value, all[1].Value)
	sum := all[0].Value + all[1].Value + all[2].Value
	require.InDelta(t, 0, sum, 1e-9)
	apart := Strengths(4, []Result{{0, 1, 5, 5}, {2, 3, 5, 5}})
	require.Greater(t, apart[0].High, 0.5, "groups that never met are not compared")
}

func BenchmarkOdds(b *testing.B) {
	for _, g := range Presets() {
		c := Chances{Point: 0.52, Edge: 0.05, Marks: map[string]float64{}}
		for _, m := range g.Rules.Marks {
			c.Marks[m.ID] = 0.3
		}
		b.Run(g.ID, func(b *testing.B) {
			for b.Loop() {
				g.Rules.Odds(c)
			}
		})
	}
}

// worst are the most tangled rules that are allowed.
func worst() (Rules, Chances) {
	return Rules{
			To:               100,
			WinBy:            2,
			FeedChangesEvery: 50,
			SecondsPerPoint:  10,
			Set:              &Set{Rallies: 15, Points: 1},
			Net:              "winner",
			OnlyNetScores:    true,
			Marks: []Mark{
				{ID: "a", Worth: 10},
				{ID: "b", Worth: 2},
				{ID: "c", Times: 2},
				{ID: "d", Bonus: 1},
				{ID: "e", Times: 3},
				{ID: "f", Bonus: 2},
			},
		},
		Chances{
			Point: 0.5,
			Edge:  0.1,
			Marks: map[string]float64{"a": 0.1, "b": 0.1, "c": 0.1, "d": 0.1, "e": 0.1, "f": 0.1},
		}
}

// Too tangled to follow, a game is played many times instead, and says so.
func TestTangledRulesAreSampled(t *testing.T) {
	r, c := worst()
	require.Empty(t, r.Validate())
	o := r.Odds(c)
	require.True(t, o.Sampled)
	better := c
	better.Point = 0.7
	require.Greater(t, r.Odds(better).ChanceA, o.ChanceA)
	require.Equal(t, o, r.Odds(c), "the same question has the same answer")
	plain := Rules{To: 11, WinBy: 2}
	exact, sampled := plain.Odds(Chances{Point: 0.55}), plain.sample(Chances{Point: 0.55})
	require.False(t, exact.Sampled)
	require.InDelta(t, exact.ChanceA, sampled.ChanceA, 0.06)
	require.InDelta(t, exact.MeanPoints, sampled.MeanPoints, 0.05*exact.MeanPoints)
	require.InDelta(t, exact.P90Points, sampled.P90Points, 3)
}

func BenchmarkOddsWorst(b *testing.B) {
	r, c := worst()
	for b.Loop() {
		r.Odds(c)
	}
}

// However marks combine, their chances are one in all, and each mark comes as
// often as it was said to.
func TestMarksCombine(t *testing.T) {
	r := Rules{
		To:    5,
		WinBy: 1,
		Marks: []Mark{
			{ID: "a", Worth: 2},
			{ID: "b", Times: 2},
			{ID: "ends", Ends: true},
			{ID: "c", Bonus: 1},
		},
	}
	chances := map[string]float64{"a": 0.2, "b": 0.5, "c": 0.9, "ends": 0.4}
	all, with := 0.0, map[string]float64{}
	for _, k := range r.combos(chances) {
		all += k.chance
		for _, m := range k.marks {
			with[m] += k.chance
		}
	}
	require.InDelta(t, 1, all, 1e-12)
	for _, id := range []string{"a", "b", "c"} {
		require.InDelta(t, chances[id], with[id], 1e-12, id)
	}
	require.NotContains(t, with, "ends", "a mark that only names why a rally ended changes no score")
}

// An uneven race is about even at its own setting: the side that its role favours
// has farther to go. 10 to 5 at 0.67 [trade].
func TestUnevenRacesAreEvenAtTheirSetting(t *testing.T) {
	n := 0
	for _, g := range Presets() {
		if p := g.Rules.Favours; p > 0 {
			n++
			require.InDelta(t, 0.5, g.Rules.Chance(p), 0.1, g.ID)
		}
	}
	require.NotZero(t, n)
}

// The longest fair game lies within 0.03 of even where there is one, no longer one
// does, and it says when there is none.
func TestTheLongestFairGame(t *testing.T) {
	for _, p := range []float64{0.5, 0.55, 0.62, 0.67, 0.75, 0.85} {
		h, ok := LongestFair(p, 21, math.Inf(1))
		require.True(t, ok, p)
		require.InDelta(t, 0.5, h.ChanceA, Even+1e-9)
		races(p, 21, math.Inf(1), func(o Handicap) {
			if o.A+o.B > h.A+h.B {
				require.Greater(t, math.Abs(o.ChanceA-0.5), Even)
			}
		})
		short, ok := LongestFair(p, 21, 12)
		require.LessOrEqual(t, MeanPoints(short.A, short.B, p), 12.0)
		if ok {
			require.InDelta(t, 0.5, short.ChanceA, Even+1e-9)
		}
	}
	_, ok := LongestFair(0.9, 3, math.Inf(1))
	require.False(t, ok)
}
