package rehearse_test

import (
	"context"
	"math"
	"runtime"
	"sync"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/progress"
	"hodometer/core/rehearse"
	"hodometer/core/target"
	"hodometer/core/units"

	"hodometer/core/court"
	"hodometer/core/footwork"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat/distuv"
	"pgregory.net/rapid"
)

var ctx = context.Background()

// club is a student of the level of whom nothing was counted.
func club(t require.TestingT, d *drill.Drill) drill.Player {
	level, err := target.LevelOf(units.Club)
	require.NoError(t, err)
	out := drill.Player{Hand: court.RightHand, Level: level, Mover: footwork.Club}
	for range d.Stages {
		out.Beliefs = append(out.Beliefs, new(progress.Unknown(0)))
	}
	return out
}

// block of a drill for so many students, rehearsed.
func block(t require.TestingT, d *drill.Drill, students, minutes int) rehearse.Block {
	b := lesson.ForDrill(d)
	b.ID, b.Minutes = sample.ID(11), minutes
	l := &lesson.Lesson{
		ID: sample.ID(1), Title: "Lesson", Date: "2026-11-29", Start: "17:00", SlotMinutes: 90,
		Court: d.Pattern.Court, Blocks: []lesson.Block{b},
	}
	turns := d.Turns(nil, nil, float64(students), float64(minutes))
	out := rehearse.Block{Lesson: l, Block: &l.Blocks[0], Sources: d.Sources()}
	for i := range students {
		l.Students = append(l.Students, sample.ID(101+i))
		p := club(t, d)
		out.Players = append(out.Players, rehearse.Player{Beliefs: p.Beliefs, Curves: turns.Curves(p)})
	}
	require.Empty(t, l.Validate())
	return out
}

// corner is the shelf drill with one forehand cross-court stage and that goal, turns of
// eight balls, a basket of 60 and a minute to pick it up.
func corner(t testing.TB, holder drill.Holder, g goal.Goal) *drill.Drill {
	d, err := library.ByID("short-ball-corners")
	require.NoError(t, err)
	c := d.Clone()
	c.Stages = c.Stages[:1]
	c.Stages[0].Goal, c.Stages[0].Holder = g, holder
	c.TurnBalls, c.Basket, c.PickUp, c.Hitters = 8, 60, 1, 1
	c.Players.Best = 2
	return &c
}

func chances(b rehearse.Block) (out []float64) {
	for _, s := range b.Rehearse(ctx, rehearse.Many).Students {
		out = append(out, s.All.Value)
	}
	return out
}

// The values of an independent simulation of 20 000 plays: club students, 8 minutes, a
// ball every 4 s, a basket of 60 and a minute to pick it up. The tolerance is 0.05, for
// pick-ups fall a few balls earlier or later.
func TestTheValuesOfAnotherSimulation(t *testing.T) {
	for _, v := range []struct {
		what     string
		holder   drill.Holder
		goal     goal.Goal
		students int
		each     float64
	}{
		{"4 good in 30 s, two", drill.Each, goal.Goal{Kind: goal.Timed, Count: 4, Seconds: 30}, 2, 0.82},
		{"4 good in 30 s, four", drill.Each, goal.Goal{Kind: goal.Timed, Count: 4, Seconds: 30}, 4, 0.74},
		{"25 of a pair", drill.Pair, goal.Goal{Kind: goal.Total, Count: 25}, 2, 0.93},
		{"40 of a team", drill.Team, goal.Goal{Kind: goal.Total, Count: 40}, 4, 0.74},
		{"4 in a row of a pair", drill.Pair, goal.Goal{Kind: goal.InARow, Count: 4}, 2, 0.80},
	} {
		// Of thirteen turns the first of four students has four, the others three.
		mean := 0.0
		for i, got := range chances(block(t, corner(t, v.holder, v.goal), v.students, 8)) {
			require.InDelta(t, v.each, got, 0.06, "%s, student %d", v.what, i+1)
			mean += got / float64(v.students)
		}
		require.InDelta(t, v.each, mean, 0.05, v.what)
	}
	alternating := corner(t, drill.Pair, goal.Goal{Kind: goal.InARow, Count: 4})
	alternating.TurnBalls = 1
	require.InDelta(t, 0.71, chances(block(t, alternating, 2, 8))[0], 0.05)
}

// Who is first in a race to six: those who hit first have more turns before the others.
func TestWhoIsFirstInARace(t *testing.T) {
	race := corner(t, drill.Each, goal.Goal{Kind: goal.Race, Count: 6})
	for n, want := range map[int][]float64{2: {0.64, 0.36}, 4: {0.44, 0.26, 0.17, 0.12}} {
		sum := 0.0
		for i, s := range block(t, race, n, 8).Rehearse(ctx, rehearse.Many).Students {
			require.InDelta(t, want[i], s.Goals[0].Met.Value, 0.05, "%d of %d", i+1, n)
			sum += s.Goals[0].Met.Value
		}
		require.LessOrEqual(t, sum, 1.0, "one is first, and no other after")
	}
}

// Several strokes of one student: between strokes that have nothing to do with each
// other, 0.55, and those of one scatter, 0.62.
func TestStrokesOfOneStudentVaryTogether(t *testing.T) {
	d := corner(t, drill.Each, goal.Goal{Kind: goal.Total, Count: 8})
	stage := func(way drill.Direction, kind goal.Kind, count int) drill.Stage {
		s := d.Stages[0]
		s.Direction, s.Goal = way, goal.Goal{Kind: kind, Count: count}
		return s
	}
	d.Stages = []drill.Stage{
		stage(drill.CrossCourt, goal.Total, 8), stage(drill.Straight, goal.Total, 8),
		stage(drill.CrossCourt, goal.InARow, 3), stage(drill.Straight, goal.InARow, 3),
	}
	for i, got := range chances(block(t, d, 2, 15)) {
		require.InDelta(t, 0.6, got, 0.05, i)
	}
	flagship, err := library.ByID("short-ball-corners")
	require.NoError(t, err)
	got := chances(block(t, flagship, 2, 25))[0]
	require.Greater(t, got, 0.016*5, "were the four strokes independent")
	require.Less(t, got, 0.17, "were they one")
}

// For one student with one skill the exact law is known: that of the goal, a mixture over what
// is believed. The plays lie within three standard errors of it [rule].
func TestOneStudentAgreesWithTheExactLaw(t *testing.T) {
	for _, g := range []goal.Goal{
		{Kind: goal.Total, Count: 10},
		{Kind: goal.Total, Count: 25},
		{Kind: goal.Total, Count: 45},
		{Kind: goal.InARow, Count: 3},
		{Kind: goal.InARow, Count: 5},
		{Kind: goal.InARow, Count: 8},
	} {
		for _, minutes := range []int{3, 5, 8} {
			d := corner(t, drill.Each, g)
			b := block(t, d, 1, minutes)
			p, exact := club(t, d), 0.0
			curve := d.Turns(nil, nil, 1, float64(minutes)).Curves(p)[0]
			worlds := make([]float64, 2000)
			p.Beliefs[0].Worlds(worlds)
			for _, k := range worlds {
				exact += g.Chance(curve.At(k), d.TempoFor(1).Balls(float64(minutes))) / 2000
			}
			got := b.Rehearse(ctx, rehearse.Many).Students[0].All
			deviation := math.Sqrt(exact * (1 - exact) / rehearse.Many)
			require.InDelta(t, exact, got.Value, 3*deviation+1e-4, "%s in %d min", g, minutes)
			require.LessOrEqual(t, got.Low, got.Value)
			require.GreaterOrEqual(t, got.High, got.Value)
		}
	}
}

// The dice of a student are their own: what is edited for another, or how many plays there
// are, changes none of them, and the same block comes to the same.
func TestTheSameBlockComesToTheSame(t *testing.T) {
	d := corner(t, drill.Each, goal.Goal{Kind: goal.InARow, Count: 4})
	b := block(t, d, 3, 12)
	require.Equal(t, b.Rehearse(ctx, rehearse.Plays), b.Rehearse(ctx, rehearse.Plays))
	require.Equal(t, b.Rehearse(ctx, rehearse.Plays).Students[1].All.Value, b.Chances(ctx, rehearse.Plays)[1])
	alone := b.Rehearse(ctx, rehearse.Plays).Students
	easier := block(t, d, 3, 12)
	easier.Block.Variants = []lesson.Variant{{Student: easier.Lesson.Students[2], Scale: 1, Counts: []int{2}}}
	eased := easier.Rehearse(ctx, rehearse.Plays).Students
	require.Equal(t, alone[0].All, eased[0].All)
	require.Greater(t, eased[2].All.Value, alone[2].All.Value)
}

// Somebody who comes late has no ball before, and who is there has more of them.
func TestWhoComesLateHitsLater(t *testing.T) {
	d := corner(t, drill.Each, goal.Goal{Kind: goal.Total, Count: 10})
	b := block(t, d, 2, 8)
	both := b.Rehearse(ctx, rehearse.Plays)
	b.Lesson.Attendance = []lesson.Stay{{Student: b.Lesson.Students[1], From: 5}}
	late := b.Rehearse(ctx, rehearse.Plays)
	require.Greater(t, late.Students[0].Balls, both.Students[0].Balls+10)
	require.Less(t, late.Students[1].Balls, both.Students[1].Balls/2)
	require.InDelta(t, both.Fed, late.Fed, 8, "the coach feeds as many")
	require.Less(t, late.All.Value, both.All.Value)
}

// Balls counted in one go come to what they come to one by one.
func TestStraightIsTheSameAsSingly(t *testing.T) {
	for i, b := range library.All() {
		if sample.Race && i%10 > 0 {
			continue
		}
		for _, n := range []int{1, 3, 4} {
			fast := block(t, &b, n, 12)
			singly := fast
			singly.Singly = true
			require.Equal(
				t,
				singly.Rehearse(ctx, rehearse.Few),
				fast.Rehearse(ctx, rehearse.Few),
				"%s for %d",
				b.ID,
				n,
			)
		}
	}
}

// By is the minute that the plays of Rehearse tell, and false where the block is too short.
func TestByIsTheMinuteOfThePlays(t *testing.T) {
	b := block(t, corner(t, drill.Each, goal.Goal{Kind: goal.Total, Count: 10}), 2, 25)
	at, ok := b.By(ctx, rehearse.Plays, drill.Wanted)
	require.True(t, ok)
	wanted := 0.0
	for _, s := range b.Rehearse(ctx, rehearse.Plays).Students {
		wanted = max(wanted, *s.Wanted)
	}
	require.InDelta(t, wanted, at, 1e-9)
	b.Block.Minutes = int(at) - 2
	_, ok = b.By(ctx, rehearse.Plays, drill.Wanted)
	require.False(t, ok)
}

// What several hold together is met for all of them by the same bell.
func TestABellIsOfAllWhoHoldTheGoal(t *testing.T) {
	d, err := library.ByID("through-the-zones")
	require.NoError(t, err)
	for i := range d.Stages {
		d.Stages[i].Holder = drill.Pair
	}
	b := block(t, d, 2, 10)
	got := b.Rehearse(ctx, rehearse.Few).Students
	for j := range d.Stages {
		require.Equal(t, *got[0].Goals[j].Half, *got[1].Goals[j].Half, "goal %d", j)
		require.Greater(t, got[1].Goals[j].Met.Value, 0.95, "goal %d", j)
	}
}

// What was played before in the same memory leaves no trace: many at once, of different
// sizes, come to what each comes to alone.
func TestRehearsalsSideBySideComeToTheSame(t *testing.T) {
	shelf := library.All()
	blocks, alone := []rehearse.Block{}, []rehearse.Outcome{}
	for i := range 24 {
		b := block(t, &shelf[i*len(shelf)/24], 1+i%5, 6+i%4)
		blocks, alone = append(blocks, b), append(alone, b.Rehearse(ctx, rehearse.Few))
	}
	together := make([]rehearse.Outcome, len(blocks))
	var wait sync.WaitGroup
	for i, b := range blocks {
		wait.Go(func() { together[i] = b.Rehearse(ctx, rehearse.Few) })
	}
	wait.Wait()
	require.Equal(t, alone, together)
}

func BenchmarkBlock(b *testing.B) {
	d, err := library.ByID("short-ball-corners")
	require.NoError(b, err)
	r := block(b, d, 4, 25)
	b.ReportAllocs()
	for b.Loop() {
		r.Rehearse(ctx, rehearse.Plays)
	}
}

// A ball of a play on one processor, its share of turns, pick-ups and goals with it.
func BenchmarkBallPlayed(b *testing.B) {
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(1))
	d := corner(b, drill.Each, goal.Goal{Kind: goal.Total, Count: goal.MaxCount})
	r := block(b, d, 4, 25)
	balls := r.Rehearse(ctx, rehearse.Few).Hit
	for b.Loop() {
		r.Chances(ctx, rehearse.Plays)
	}
	b.ReportMetric(float64(b.Elapsed().Nanoseconds())/float64(b.N)/(balls*rehearse.Plays), "ns/ball")
}

// versus is a game of the shelf for so many students in so many minutes.
func versus(t testing.TB, rules game.Rules, students, minutes int, a *lesson.Arrangement) rehearse.Game {
	b := lesson.Block{
		ID: sample.ID(12), Kind: lesson.Game, Title: "Game", Minutes: minutes, Arrangement: a,
		Match: &lesson.Match{Rules: rules, Start: "a serve", Cue: "Watch the ball"},
	}
	l := &lesson.Lesson{
		ID: sample.ID(1), Title: "Lesson", Date: "2026-11-29", Start: "17:00", SlotMinutes: 90,
		Court: "tennis", Blocks: []lesson.Block{b},
	}
	for i := range students {
		l.Students = append(l.Students, sample.ID(101+i))
	}
	require.Empty(t, l.Validate())
	return rehearse.Game{Lesson: l, Block: &l.Blocks[0], Rally: rehearse.Even(rules)}
}

// A game to 11 at 20 s a point takes 6.1 minutes between equals, and 3.7 at the least [rule:
// the exact law of the race].
func TestAGameTakesItsTime(t *testing.T) {
	rules := game.Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: 20}
	long := versus(t, rules, 2, 90, nil).Rehearse(ctx, rehearse.Plays)
	require.InDelta(t, rules.MeanMinutes(0.5), long.Minutes, 0.1)
	require.InDelta(t, 6.1, long.Minutes, 0.15)
	require.InDelta(t, 1, long.Ends, 1e-9)
	require.InDelta(t, 90/6.1, long.Games, 0.8)
	short := versus(t, rules, 2, 3, nil).Rehearse(ctx, rehearse.Plays)
	require.Zero(t, short.Ends, "eleven points do not fit into three minutes")
	// 18 rallies in six minutes: over unless both have 10 or fewer, so nearly even.
	even := versus(t, rules, 2, 6, nil).Rehearse(ctx, rehearse.Plays)
	law := 0.0
	for a := range 19 {
		if b := 18 - a; a >= 11 || b >= 11 {
			law += distuv.Binomial{N: 18, P: 0.5}.Prob(float64(a))
		}
	}
	require.InDelta(t, law, even.Ends, 0.07)
}

// Every game of the shelf is played to an end by somebody.
func TestEveryGameCanBeRehearsed(t *testing.T) {
	for _, g := range game.Presets() {
		m := lesson.MatchOf(g)
		for _, n := range []int{2, 3, 4, 6} {
			got := versus(t, m.Rules, n, 40, nil).Rehearse(ctx, rehearse.Few)
			require.Positive(t, got.Games, "%s for %d", g.ID, n)
		}
	}
}

// Whatever drill of the shelf is played by however many: every share is one, nobody finishes
// more than everything, all is no likelier than the least likely, and more minutes never
// make anything less likely.
func TestWhateverIsPlayedAddsUp(t *testing.T) {
	sample.Checks(t, 40)
	all := library.All()
	rapid.Check(t, func(t *rapid.T) {
		d := &all[rapid.IntRange(0, len(all)-1).Draw(t, "drill")]
		n, minutes := rapid.IntRange(1, 8).Draw(t, "students"), rapid.IntRange(2, 20).Draw(t, "minutes")
		got := block(t, d, n, minutes).Rehearse(ctx, rehearse.Few)
		least := 1.0
		for i, s := range got.Students {
			least = min(least, s.All.Value)
			sum := 0.0
			for j, g := range s.Goals {
				require.GreaterOrEqual(t, g.Met.Value, 0.0)
				require.LessOrEqual(t, g.Met.Value, 1.0)
				if d.Stages[j].Goal.Kind != goal.Race {
					require.LessOrEqual(t, s.All.Value, g.Met.Value+1e-9, "all is each")
				}
				if g.Half != nil && g.Sure != nil {
					require.LessOrEqual(t, *g.Half, *g.Sure)
				}
				sum += g.Met.Value
			}
			require.InDelta(t, sum, s.Met, 1e-9)
			require.LessOrEqual(t, s.InHalf, s.All.Value+1e-9)
			for share, by := range map[float64]*float64{0.5: s.Half, 0.9: s.Sure} {
				if s.All.Value >= share { // the chance and the minutes are of the same plays
					require.LessOrEqual(t, *by, float64(minutes)+1e-9)
				} else if by != nil {
					require.Greater(t, *by, float64(minutes)-1e-9)
				}
			}
			require.LessOrEqual(t, s.All.Low, s.All.Value+1e-9, i)
			require.GreaterOrEqual(t, s.All.High, s.All.Value-1e-9, i)
		}
		require.LessOrEqual(t, got.All.Value, least+1e-9)
		longer := block(t, d, n, minutes+6).Rehearse(ctx, rehearse.Few)
		for i := range got.Students {
			require.GreaterOrEqual(t, longer.Students[i].All.Value, got.Students[i].All.Value-1e-9)
			require.GreaterOrEqual(t, longer.Students[i].Balls, got.Students[i].Balls-1e-9)
		}
	})
}

// In a rally a miss stops the ball for those who play it, so that who misses more hits fewer;
// where balls are fed nothing waits for a miss.
func TestAMissStopsARally(t *testing.T) {
	d, err := library.ByID("lines-two-net-partner")
	require.NoError(t, err)
	rally, err := library.ByID("marker-duel")
	require.NoError(t, err)
	for _, v := range []struct {
		d     *drill.Drill
		stops bool
	}{{rally, true}, {d, d.Pattern.Feeds[0].How == "live"}} {
		b := block(t, v.d, 2, 10)
		good := b.Rehearse(ctx, rehearse.Few).Students[0].Balls
		for i := range b.Players { // students who scatter as widely as anybody
			for j := range b.Players[i].Beliefs {
				b.Players[i].Beliefs[j] = new(progress.Unknown(1))
			}
		}
		bad := b.Rehearse(ctx, rehearse.Few).Students[0].Balls
		if v.stops {
			require.Less(t, bad, good-1, v.d.Title)
		} else {
			require.InDelta(t, good, bad, 1, v.d.Title)
		}
	}
}

// A turn that ends with the first miss is shorter for who misses more, and the other then has
// more of the balls.
func TestATurnThatEndsOnAMiss(t *testing.T) {
	d := corner(t, drill.Each, goal.Goal{Kind: goal.Total, Count: 40})
	d.Turn = &drill.Turn{Ends: []drill.End{{By: drill.ByMiss}}, MostBalls: 20}
	b := block(t, d, 2, 10)
	for j := range b.Players[0].Beliefs {
		b.Players[0].Beliefs[j] = new(progress.Unknown(-1))
		b.Players[1].Beliefs[j] = new(progress.Unknown(1))
	}
	got := b.Rehearse(ctx, rehearse.Plays).Students
	require.Greater(t, got[0].Balls, got[1].Balls+10)
	require.Greater(t, got[0].All.Value, got[1].All.Value)
}

// The heaviest block is answered in the time of any other, with fewer plays, and says so; who
// does not wait for the answer stops it.
func TestHeavyBlocksArePlayedFewerTimes(t *testing.T) {
	d := corner(t, drill.Each, goal.Goal{Kind: goal.Total, Count: 1000})
	d.Pattern.Feeds[0].Gap, d.Basket = 0.5, 0
	heavy := block(t, d, 8, 480).Rehearse(ctx, rehearse.Plays)
	require.Less(t, heavy.Plays, 64)
	require.Positive(t, heavy.Plays)
	require.InDelta(t, 480*60/0.5, heavy.Fed, 1)
	require.InDelta(t, 1, heavy.Students[0].All.Value, 0.1)
	gone, cancel := context.WithCancel(ctx)
	cancel()
	require.Zero(t, block(t, d, 8, 480).Rehearse(gone, rehearse.Plays).Fed)
	require.Equal(
		t,
		rehearse.Plays,
		block(t, corner(t, drill.Each, goal.Goal{Kind: goal.Total, Count: 9}), 8, 90).
			Rehearse(ctx, rehearse.Plays).Plays,
		"a usual block is played as often as was asked",
	)
}

// At stations only those with the coach pick up, so that it takes longer and fewer balls are
// fed than where everybody helps.
func TestAtStationsTheOthersDoNotPickUp(t *testing.T) {
	d := corner(t, drill.Each, goal.Goal{Kind: goal.Total, Count: 10})
	d.Hitters, d.PickUp, d.Players.Best, d.Players.Most = 2, 3, 2, 8
	turns := block(t, d, 8, 24)
	stations := block(t, d, 8, 24)
	stations.Block.Arrangement = &lesson.Arrangement{
		Manner: lesson.Stations, Others: []string{"serves", "rally", "shadow"},
	}
	require.Empty(t, stations.Lesson.Validate())
	all := turns.Rehearse(ctx, rehearse.Few)
	few := stations.Rehearse(ctx, rehearse.Few)
	require.Less(t, few.Fed, all.Fed-5)
	require.Greater(
		t,
		few.Students[7].Balls,
		few.Students[0].Balls/3,
		"the clock gives the last group its turn",
	)
}
