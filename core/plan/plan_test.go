package plan_test

import (
	"math"
	"slices"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/plan"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Blocks tile the tape, their sum is the lesson, and every student's lane
// covers each minute exactly once.
func TestTheTapeAddsUp(t *testing.T) {
	sample.Checks(t, 100)
	rapid.Check(t, func(t *rapid.T) {
		l, students := sample.Today(t)
		students = students[:rapid.IntRange(0, 2).Draw(t, "students")]
		total := 0
		for i := range l.Blocks {
			l.Blocks[i].Minutes = rapid.IntRange(1, 40).Draw(t, "minutes")
			total += l.Blocks[i].Minutes
		}
		l.Blocks[1].Drill.Basket = rapid.IntRange(0, 80).Draw(t, "basket")
		l.Blocks[1].Drill.TurnBalls = rapid.IntRange(1, 30).Draw(t, "turn")
		got := reckon(t, l, students)
		require.EqualValues(t, total, got.Minutes.Value)
		require.Equal(t, total-l.SlotMinutes, got.Over)
		for i, b := range got.Blocks {
			require.Equal(t, l.Blocks[i].Minutes, b.To-b.From)
			if i > 0 {
				require.Equal(t, got.Blocks[i-1].To, b.From)
				require.LessOrEqual(t, got.Blocks[i-1].End, b.Start, "what goes on between is in the times")
			}
		}
		contacts := 0.0
		for _, s := range got.Students {
			at := 0.0
			for _, span := range s.Lane {
				require.InDelta(t, at, span.From, 1e-9)
				require.Greater(t, span.To, span.From)
				at = span.To
			}
			require.InDelta(t, float64(total), at, 1e-9)
			contacts += s.Contacts.Value
		}
		require.LessOrEqual(t, contacts, got.Balls.Value)
	})
}

func TestClockRunsPastMidnight(t *testing.T) {
	require.Equal(t, "00:10", plan.Clock("23:30", 40))
}

// A notice carries figures, and each of its fixes, applied, removes it.
func TestFixesFix(t *testing.T) {
	l, students := sample.Today(t)
	got := reckon(t, l, students)
	var fit *plan.Notice
	for i, n := range got.Blocks[1].Notices {
		if n.Kind == "willNotFit" {
			fit = &got.Blocks[1].Notices[i]
		}
	}
	require.NotNil(t, fit)
	require.Contains(t, fit.Text, "Wren needs about")
	require.NotEmpty(t, fit.Fixes)
	for _, f := range fit.Fixes {
		changed := *l
		changed.Blocks = append([]lesson.Block{}, l.Blocks...)
		for _, b := range f.Blocks {
			*changed.Block(b.ID) = b
		}
		require.Empty(t, changed.Validate(), f.Label)
		after := reckon(t, &changed, students)
		require.GreaterOrEqual(t, after.Blocks[1].Drill.Worst(), drill.Wanted, f.Label)
		for _, n := range after.Blocks[1].Notices {
			require.NotEqual(t, "willNotFit", n.Kind, f.Label)
		}
	}
	l.SlotMinutes = 50
	over := reckon(t, l, students)
	require.Equal(t, "overTime", over.Notices[0].Kind)
	require.Contains(t, over.Notices[0].Text, "8 minutes longer")
	for _, f := range over.Notices[0].Fixes {
		changed := *l
		changed.Blocks = append([]lesson.Block{}, l.Blocks...)
		for _, b := range f.Blocks {
			*changed.Block(b.ID) = b
		}
		require.LessOrEqual(t, reckon(t, &changed, students).Over, 0, f.Label)
	}
}

// What was counted last time moves the chance of the next lesson.
func TestEvidenceMovesTheChance(t *testing.T) {
	l, students := sample.Today(t)
	l.Blocks[1].Minutes = 40
	good := reckon(t, l, students).Blocks[1]
	require.Len(t, good.Before, 2)
	require.Greater(
		t,
		good.Drill.Players[0].Finish.Value,
		good.Before[0].Chance,
		"20 of 30 after 11 of 20 is a step up",
	)
	sample.Count(t, &students[0], l.Blocks[1].Drill, sample.Session{DaysAgo: 7, Balls: 20, Good: 11})
	was := reckon(t, l, students).Blocks[1].Drill.Players[0].Finish.Value
	require.InDelta(
		t,
		good.Before[0].Chance,
		was,
		0.03,
		"the chance before is the chance without the last session",
	)
}

func TestCautionsAreAcknowledgedNotLost(t *testing.T) {
	l, students := sample.Today(t)
	caution := l.Blocks[1].Drill.AllCautions()[0]
	l.Blocks[1].Seen = []string{caution.ID}
	found := 0
	for _, n := range reckon(t, l, students).Blocks[1].Notices {
		if n.ID == caution.ID {
			found++
			require.True(t, n.Seen)
		}
	}
	require.Equal(t, 1, found)
}

// The lesson's totals are the sums over its students and blocks, and the
// coach's lane covers every minute once.
func TestTotalsAreSums(t *testing.T) {
	l, students := bigLesson(t)
	got := reckon(t, l, students)
	contacts, between := 0.0, 0.0
	for _, b := range got.Blocks {
		contacts += b.Drill.Players[0].Contacts.Value
		between += b.Between
	}
	require.InDelta(t, contacts, got.Students[0].Contacts.Value, 1e-9)
	require.InDelta(t, between, got.Between.Value, 1e-9)
	at := 0.0
	for _, s := range got.Coach {
		require.InDelta(t, at, s.From, 1e-9)
		at = s.To
	}
	require.InDelta(t, 84, at, 1e-6)
	metres := 0.0
	for _, s := range got.Students {
		metres += s.Metres.Value
		require.False(t, math.IsNaN(s.Overhead.Value))
	}
	require.Greater(t, metres, 1000.0)
}

// What a coach would say of a lesson is said, and each fix mends it.
func TestAdvice(t *testing.T) {
	l, students := bigLesson(t)
	l.Blocks = l.Blocks[:1]
	l.Blocks[0].Minutes, l.SlotMinutes = 50, 60
	l.Blocks[0].Drill = sample.Drill(t, "short-ball-corners")
	kinds := func(p plan.Plan) (out []string) {
		for _, n := range append(p.Notices, p.Blocks[0].Notices...) {
			out = append(out, n.Kind)
		}
		return out
	}
	got := reckon(t, l, students)
	for _, want := range []string{"noMatchPlay", "onePlace", "idle", "noWarmUp"} {
		require.Contains(t, kinds(got), want)
	}
	for _, n := range append(got.Notices, got.Blocks[0].Notices...) {
		if n.Kind != "idle" && n.Kind != "noMatchPlay" {
			continue
		}
		last := n.Fixes[len(n.Fixes)-1]
		changed := *l
		changed.Blocks = append([]lesson.Block{}, l.Blocks...)
		for _, b := range last.Blocks {
			if last.Whole {
				break
			}
			*changed.Block(b.ID) = b
		}
		if last.Whole {
			changed.Blocks = append([]lesson.Block{}, last.Blocks...)
			for i := range changed.Blocks {
				if changed.Blocks[i].ID == "" {
					changed.Blocks[i].ID = sample.ID(77)
				}
			}
		}
		require.Empty(t, changed.Validate(), last.Label)
		require.NotContains(t, kinds(reckon(t, &changed, students)), n.Kind, last.Label)
	}
}

// Three drills of which two share their markers: the order that sets out less
// is offered, and costs what it says.
func TestDrillsThatShareASetUp(t *testing.T) {
	l, students := sample.Line(t, "four-stations-volley", 2, 10)
	for i, e := range []string{"line-workout", "four-stations-volley"} {
		d := sample.Drill(t, e)
		l.Blocks = append(
			l.Blocks,
			lesson.Block{ID: sample.ID(20 + i), Kind: lesson.Drill, Title: d.Title, Minutes: 10, Drill: d},
		)
	}
	was := reckon(t, l, students)
	var fix *lesson.Fix
	for _, n := range was.Notices {
		if n.Kind == "sharedSetUp" {
			fix = &n.Fixes[0]
		}
	}
	require.NotNil(t, fix)
	require.True(t, fix.Whole)
	l.Blocks = fix.Blocks
	now := reckon(t, l, students)
	require.LessOrEqual(t, now.Between.Value, was.Between.Value-plan.WorthMoving)
	for _, n := range now.Notices {
		require.NotEqual(t, "sharedSetUp", n.Kind)
	}
}

// Means that are not there are said, with the change that mends it.
func TestWhatIsNotAtHand(t *testing.T) {
	l, students := sample.Line(t, "line-deep-short-deep", 4, 20)
	l.Resources = &lesson.Resources{Balls: 24, Equipment: []string{}}
	kinds := func() map[string]plan.Notice {
		out := map[string]plan.Notice{}
		for _, n := range reckon(t, l, students).Blocks[0].Notices {
			out[n.Kind] = n
		}
		return out
	}
	few := kinds()["tooFewBalls"]
	require.Len(t, few.Fixes, 1)
	l.Blocks = few.Fixes[0].Blocks
	require.NotContains(t, kinds(), "tooFewBalls")
	l, students = sample.Line(t, "short-ball-machine", 2, 10)
	l.Resources = &lesson.Resources{Equipment: []string{}}
	require.Contains(t, kinds(), "kitMissing")
	l.Resources.Equipment = []string{"machine", "markers"}
	require.NotContains(t, kinds(), "kitMissing")
}

// Somebody who comes ten minutes late has a third fewer minutes of a half-hour
// drill, and while they are away the others share the balls.
func TestLateOnesShareLess(t *testing.T) {
	l, students := sample.Line(t, "line-deep-short-deep", 4, 30)
	whole := reckon(t, l, students)
	l.Attendance = []lesson.Stay{{Student: students[3].ID, From: 10}}
	late := reckon(t, l, students)
	sum, all := 0.0, 0.0
	for i := range students {
		sum += late.Students[i].Contacts.Value
		all += whole.Students[i].Contacts.Value
	}
	each := all / 4
	require.Less(t, late.Students[3].Contacts.Value, each*0.72)
	require.Greater(t, late.Students[0].Contacts.Value, each*1.03)
	require.InDelta(t, all, sum, 16, "the balls fed are the same, but for picking up with fewer hands")
	require.InDelta(t, 10, late.Students[3].Part.Away, 1e-9)
}

// A drill turned into match play begins with the drill's ball and draws it.
func TestMatchPlayFromADrill(t *testing.T) {
	l, _ := sample.Line(t, "third-shot-drop", 4, 10)
	b := plan.MatchFrom(l.Blocks[0].Drill)
	b.ID = sample.ID(5)
	l.Blocks = append(l.Blocks, b)
	require.Empty(t, l.Validate())
	require.Equal(t, l.Blocks[0].Drill, b.Match.From)
	require.NotEmpty(t, plan.SetUp(&b))
	other := l.Blocks[0].Drill.Clone()
	other.Title = "Ärmel hoch" // a letter of two bytes
	require.Equal(t, "Match play: ärmel hoch", plan.MatchFrom(&other).Title)
}

// Contacts come from turns, and never from more balls than were fed: in any
// arrangement, with any number who hit at once, nothing is rounded away but parts
// of a ball.
func TestContactsAreTheBallsFed(t *testing.T) {
	sample.Checks(t, 100)
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 8).Draw(t, "students")
		l, students := sample.Line(t, "line-deep-short-deep", n, rapid.IntRange(3, 30).Draw(t, "minutes"))
		b := &l.Blocks[0]
		d := b.Drill.Clone()
		d.Hitters = rapid.IntRange(1, 3).Draw(t, "hitters")
		d.Basket = rapid.IntRange(0, 60).Draw(t, "basket")
		d.TurnBalls = rapid.IntRange(1, 12).Draw(t, "turn")
		b.Drill = &d
		if n > 1 {
			b.Arrangement = &lesson.Arrangement{
				Manner: lesson.Posts, Feeders: rapid.IntRange(0, n-1).Draw(t, "feeders"),
			}
		}
		got := reckon(t, l, students)
		sum := 0.0
		for _, s := range got.Students {
			sum += s.Contacts.Value
		}
		require.LessOrEqual(t, sum, got.Balls.Value)
		require.Greater(t, sum, got.Balls.Value-float64(n)-1)
	})
}

// A ball that nobody gets to in a turn counts as missed, and the block says so,
// with a change that brings it within reach.
func TestOutOfReachIsSaid(t *testing.T) {
	l, students := sample.Line(t, "short-ball-corners", 2, 25)
	d := l.Blocks[0].Drill.Clone()
	d.Pattern.Start.Y, d.Pattern.Base.Y = -7.4, -11.9 // from the baseline to the short ball every time
	l.Blocks[0].Drill = &d
	got := reckon(t, l, students).Blocks[0]
	i := slices.IndexFunc(got.Notices, func(n plan.Notice) bool { return n.Kind == "outOfReach" })
	require.GreaterOrEqual(t, i, 0)
	require.NotEmpty(t, got.Notices[i].Fixes)
	l.Blocks = got.Notices[i].Fixes[0].Blocks
	after := reckon(t, l, students).Blocks[0]
	for _, n := range after.Notices {
		require.NotEqual(t, "outOfReach", n.Kind)
	}
	require.Greater(t, after.Drill.Players[0].Stages[0].Rate.Mean, 3*got.Drill.Players[0].Stages[0].Rate.Mean)
}

// Whose turn does not come within the block gets no ball, no chance, and a time
// that lies past it.
func TestWhoseTurnDoesNotCome(t *testing.T) {
	l, students := sample.Line(t, "line-deep-short-deep", 8, 3)
	d := l.Blocks[0].Drill.Clone()
	d.TurnBalls = 17
	l.Blocks[0].Drill = &d
	last := reckon(t, l, students).Blocks[0].Drill.Players[7]
	require.Zero(t, last.Contacts.Value)
	require.Zero(t, last.Finish.Value)
	require.Nil(t, last.Likely, "half of the plays never come to it in twelve minutes")
}

// Four zones of twenty seconds take a student 1.3 minutes, two 2.7 and four 5.3, and a few
// seconds to change between them [rule: addition].
func TestZonesTakeTheTimeOfEverybody(t *testing.T) {
	for n, minutes := range map[int]float64{1: 80.0 / 60, 2: 160.0 / 60, 4: 320.0 / 60} {
		l, students := sample.Line(t, "through-the-zones", n, 12)
		d := l.Blocks[0].Drill.Clone()
		d.Basket = 100 // no pick-up comes between
		l.Blocks[0].Drill = &d
		got := reckon(t, l, students)
		last := got.Blocks[0].Drill.Players[n-1].Stages[3] // of the zones; a total runs beside them
		require.InDelta(t, minutes+float64(n-1)*drill.ChangeSeconds/60, last.Likely.Value, 1e-9)
	}
}

// One ball is all there is to have at hand.
func TestOneBallIsOneBall(t *testing.T) {
	l, students := sample.Line(t, "four-stations-volley", 2, 12)
	got := reckon(t, l, students)
	require.Len(t, l.Blocks[0].Drill.Stages, 7)
	require.InDelta(t, 1, l.Blocks[0].Drill.ToHave(int(got.Blocks[0].Drill.Balls.Value), 1), 0)
}

// The last game that is quoted is the last of this game that was not broken off.
func TestTheLastOfThisGameIsQuoted(t *testing.T) {
	l, students := sample.Today(t)
	i := slices.IndexFunc(l.Blocks, func(b lesson.Block) bool { return b.Match != nil })
	l.Blocks[i].Match.Game = "shortBall11"
	sides := [2][]string{{students[0].ID}, {students[1].ID}}
	students[0].Games = []plan.Game{
		{Game: "shortBall11", Over: true, Sides: sides, Points: [2]int{11, 7}, At: 1},
		{Game: "tieBreak", Over: true, Sides: sides, Points: [2]int{7, 2}, At: 2},
		{Game: "shortBall11", Sides: sides, Points: [2]int{3, 1}, At: 3},
	}
	said := ""
	for _, n := range reckon(t, l, students).Blocks[i].Notices {
		said += n.Text
	}
	require.Contains(t, said, "11–7")
}

// What was counted of a bonus changes what the plan reckons with, and it says so: 3 of 8
// against the 40 in 100 that was said. The same game is counted once, though both played it;
// another game and other rallies are not counted.
func TestCountedBonusesAreReckonedWith(t *testing.T) {
	l, students := sample.Today(t)
	i := slices.IndexFunc(l.Blocks, func(b lesson.Block) bool { return b.Match != nil })
	m := l.Blocks[i].Match
	m.Game = "markers"
	m.Rules = game.Rules{
		To: 30, WinBy: 1, SecondsPerPoint: 10,
		Marks: []game.Mark{{ID: "marker", Words: "Marker hit", Worth: 3, Usual: 0.4}},
	}
	said := func() (out string) {
		for _, n := range reckon(t, l, students).Blocks[i].Notices {
			out += n.Text + "\n"
		}
		return out
	}
	require.NotContains(t, said(), "Marker hit")
	before := reckon(t, l, students).Blocks[i].Match.Minutes.Value
	sides := [2][]string{{students[0].ID}, {students[1].ID}}
	played := plan.Game{
		Game: "markers", Sides: sides, Points: [2]int{9, 5}, Rallies: 8,
		Marks: map[string]int{"marker": 3}, At: 1,
	}
	other := plan.Game{Game: "others", Sides: sides, Rallies: 90, Marks: map[string]int{"marker": 90}, At: 2}
	for j := range students {
		students[j].Games = []plan.Game{other, played}
	}
	require.Contains(t, said(), "Marker hit: in 3 of 8 rallies so far "+
		"(the rules expect 40 in 100, the plan uses 39 in 100).")
	require.Greater(t, reckon(t, l, students).Blocks[i].Match.Minutes.Value, before)
	for j := range students {
		students[j].Games[1].Rallies, students[j].Games[1].Marks = 80, map[string]int{"marker": 8}
	}
	require.Contains(t, said(), "the plan uses 13 in 100", "what was mended in the same game counts at once")
}
