package plan_test

import (
	"fmt"
	"slices"
	"testing"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/plan"
	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// gameOf is a lesson of one game to 11, at 20 s a point.
func gameOf(t testing.TB, students, minutes int, a *lesson.Arrangement) (*lesson.Lesson, []plan.Student) {
	l, who := sample.Line(t, "short-ball-corners", students, minutes)
	l.Blocks[0].Kind, l.Blocks[0].Drill, l.Blocks[0].Arrangement = lesson.Game, nil, a
	l.Blocks[0].Match = &lesson.Match{
		Rules: game.Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: 20},
		Start: "a serve", Cue: "Watch the ball",
	}
	require.Empty(t, l.Validate())
	return l, who
}

// A game to 11 at 20 s a point takes 6 minutes: in three it is over for nobody. What is
// offered lets most of the games end.
func TestGamesThatCannotEndAreSaid(t *testing.T) {
	l, students := gameOf(t, 2, 3, nil)
	got := reckon(t, l, students).Blocks[0]
	require.Zero(t, got.Match.Ends.Value)
	i := slices.IndexFunc(got.Notices, func(n plan.Notice) bool { return n.Kind == "willNotEnd" })
	require.GreaterOrEqual(t, i, 0)
	require.Equal(
		t,
		"Games will stay unfinished: under 1% of them are over when their time is up.",
		got.Notices[i].Text,
	)
	require.Len(t, got.Notices[i].Fixes, 2)
	for _, f := range got.Notices[i].Fixes {
		l.Blocks = f.Blocks
		after := reckon(t, l, students).Blocks[0]
		require.GreaterOrEqual(t, after.Match.Ends.Value, drill.Wanted, f.Label)
		for _, n := range after.Notices {
			require.NotEqual(t, "willNotEnd", n.Kind, f.Label)
		}
	}
	enough, both := gameOf(t, 2, 12, nil)
	require.Greater(t, reckon(t, enough, both).Blocks[0].Match.Ends.Value, 0.99)
}

// A new result of the same students changes what their game comes to, remembered or not.
func TestANewResultIsNotForgotten(t *testing.T) {
	l, students := gameOf(t, 2, 6, nil)
	var p plan.Planner
	before := by(t, &p, l, students).Blocks[0].Match
	plan.Stand(students, nil, []plan.Meeting{{A: []int{0}, B: []int{1}, WonA: 60, WonB: 5}})
	after := by(t, &p, l, students).Blocks[0].Match
	require.Greater(t, after.ChanceA.Value, before.ChanceA.Value+0.1)
	require.Greater(t, after.Ends.Value, before.Ends.Value, "an uneven game is over sooner")
}

// The same drill comes to the same on the workbench and in a lesson of students who are
// alike, for as long.
func TestTheWorkbenchAgreesWithTheBlock(t *testing.T) {
	for _, id := range []string{"short-ball-corners", "line-deep-short-deep", "lines-two-net-partner"} {
		l, students := sample.Line(t, id, 3, 14)
		for i := range students { // nothing is known of anybody
			students[i] = plan.Student{
				ID: students[i].ID, Name: students[i].Name, Hand: students[i].Hand, Level: "club",
			}
		}
		d := l.Blocks[0].Drill
		var p plan.Planner
		bench, err := p.Bench(
			t.Context(),
			d,
			plan.BenchQuestion{Student: students[0], Students: 3, Minutes: 14},
		)
		require.NoError(t, err)
		block := reckon(t, l, students).Blocks[0].Drill.Players[0]
		require.InDelta(t, block.Finish.Value, bench.Player.Finish.Value, 0.06, id)
		require.InDelta(t, block.Contacts.Value, bench.Player.Contacts.Value, 3, id)
		require.InDelta(t, block.GoalsMet, bench.Player.GoalsMet, 0.15*float64(len(d.Stages)), id)
		require.Equal(t, bench.Player.Contacts.Value, bench.Wheels.Contacts.Value, "one figure on one screen")
	}
}

// keepsItsWord sees that what a fix says it comes to is what it came to, as near as the plays
// of an offer tell it.
func keepsItsWord(t testing.TB, f lesson.Fix, chance float64) {
	t.Helper()
	said := 100.0
	if f.Outcome != "almost certain to finish" {
		_, err := fmt.Sscanf(f.Outcome, "about %f%% to finish", &said)
		require.NoError(t, err, f.Outcome)
	}
	require.InDelta(t, said/100, chance, 0.075, f.Label)
}

// What a fix says it comes to is what the block comes to once it was taken.
func TestAFixKeepsItsWord(t *testing.T) {
	l, students := sample.Line(t, "short-ball-corners", 2, 40)
	took := 0
	for _, n := range reckon(t, l, students).Blocks[0].Notices {
		if n.Kind != "willNotFit" {
			continue
		}
		for _, f := range n.Fixes {
			other := *l
			other.Blocks = f.Blocks
			worst := reckon(t, &other, students).Blocks[0].Drill.Worst()
			keepsItsWord(t, f, worst)
			require.GreaterOrEqual(t, worst, drill.Enough)
			took++
		}
	}
	require.Positive(t, took, "something is offered")
}

// Fourteen sets in a minute are likely for a pair just after they counted fourteen, and where
// nothing was counted they go by the tempo of the rally.
func TestTheRateOfATimedCount(t *testing.T) {
	l, students := sample.Line(t, "two-count-tempo", 2, 9)
	d := l.Blocks[0].Drill
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal.Count = 14
	chance := func() float64 {
		f := reckon(t, l, students).Blocks[0].Drill.Players[0].Finish
		require.NotNil(t, f)
		return f.Value
	}
	was := chance()
	for i := range students {
		key := d.Series(d.Stages[0])
		students[i].Series = map[progress.Key]*progress.Series{
			key: {Key: key, Marks: []progress.Mark{{Run: "a", Value: 14}, {Run: "b", Value: 14}}},
		}
	}
	is := chance()
	t.Log(was, is)
	require.Greater(t, is, 0.5, "just after 14 were counted")
	require.Greater(t, is, was)
}

// What the students hit is what was fed, to the ball, however many share it.
func TestNoOddBallIsLost(t *testing.T) {
	for students := 2; students <= 8; students++ {
		l, who := sample.Line(t, "net-alley-centre-alley", students, 7)
		block, hit := reckon(t, l, who).Blocks[0], 0.0
		for _, p := range block.Drill.Players {
			hit += p.Contacts.Value
		}
		require.Equal(t, block.Drill.Balls.Value, hit, "%d students", students)
	}
}

// A student runs for balls that are shuffled, and further where something stands in the way.
func TestMetresOfAShuffleAndAroundAnObstacle(t *testing.T) {
	metres := func(bend func(*pattern.Pattern)) float64 {
		l, who := sample.Line(t, "short-ball-corners", 2, 8)
		bend(&l.Blocks[0].Drill.Pattern)
		require.Empty(t, l.Validate())
		return reckon(t, l, who).Students[0].Metres.Value
	}
	plain := metres(func(*pattern.Pattern) {})
	require.Positive(t, plain)
	require.Positive(t, metres(func(p *pattern.Pattern) { *p = p.Shuffled() }))
	require.Greater(t, metres(func(p *pattern.Pattern) {
		balls, err := p.Fly()
		require.NoError(t, err)
		from, to := p.Start, balls[0].At
		p.Objects = append(p.Objects, pattern.Object{
			Kind: pattern.Obstacle, At: court.Point{X: (from.X + to.X) / 2, Y: (from.Y + to.Y) / 2},
		})
	}), plain)
}
