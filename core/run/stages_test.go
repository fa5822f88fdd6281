package run

import (
	"testing"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

// Stages of the lesson that has everything.
const (
	halfPace = iota
	fullPace
	pairTotal
	teamRally
	raceTo
	sets
	brushes
	runOuts
	stageCount
)

// everything is a lesson of four with a stage of every kind, and a game with marks.
func everything(t require.TestingT) *lesson.Lesson {
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	d := drill.Blank(c)
	any := func(name string, g goal.Goal) drill.Stage {
		return drill.Stage{Name: name, Stroke: "either", Direction: drill.Anywhere, Goal: g}
	}
	half := any("Half pace", goal.Goal{Kind: goal.InARow, Count: 3})
	half.Pace, half.Gate = 0.5, drill.GateAll
	half.Choices = []drill.Choice{
		{ID: "air", Words: "In the air", Right: true},
		{ID: "late", Words: "Late", Wrong: true},
	}
	pair := any("Pair total", goal.Goal{Kind: goal.Total, Count: 5})
	pair.Holder = drill.Pair
	rally := any("Rally", goal.Goal{Kind: goal.Rally, Count: 10})
	rally.Holder = drill.Team
	d.Stages = []drill.Stage{
		half, any("Full pace", goal.Goal{Kind: goal.InARow, Count: 3}), pair, rally,
		any("First to the marker", goal.Goal{Kind: goal.Race, Count: 2}),
		any("Sets of two", goal.Goal{Kind: goal.Timed, Count: 14, SetOf: 2, Seconds: 60}),
		any("Brushes", goal.Goal{Kind: goal.Repetitions, Count: 10}),
		any("Run-outs", goal.Goal{Kind: goal.Clock, Count: 2, Seconds: 12}),
	}
	require.Empty(t, d.Validate())
	practice := lesson.ForDrill(&d)
	practice.ID = uid(11)
	match := lesson.Block{
		ID:      uid(12),
		Kind:    lesson.Game,
		Title:   "Take the net",
		Minutes: 20,
		Match: &lesson.Match{
			Side: 2,
			Rules: game.Rules{
				To: 3, WinBy: 1, SecondsPerPoint: 10, OwnScores: true,
				Marks: []game.Mark{
					{ID: "marker", Words: "Marker hit", Worth: 3},
					{ID: "bonus", Words: "Both in", Bonus: 1, FirstServe: true},
				},
			},
		},
	}
	l := &lesson.Lesson{
		ID: uid(1), Title: "Everything", Date: "2026-05-17", Start: "17:00", SlotMinutes: 60, Court: "tennis",
		Students: []string{uid(101), uid(102), uid(103), uid(104)},
		Blocks:   []lesson.Block{practice, match},
	}
	require.Empty(t, l.Validate())
	return l
}

func (s *script) do(k Kind, student, stage, value int) string {
	return s.add(Event{
		Kind: k, Block: s.l.Blocks[0].ID, Student: s.l.Students[student], Stage: stage, Value: value,
	})
}

func (s *script) student(i int) StudentState { return Fold(s.l, s.events).Blocks[0].Students[i] }

func (s *script) times(n int, k Kind, student, stage int) {
	for range n {
		s.do(k, student, stage, 0)
	}
}

// Ten in a row at half pace open full pace, here three, and for all when the last has
// them; the coach may open it sooner.
func TestAGateHoldsUntilTheLast(t *testing.T) {
	s := &script{l: everything(t)}
	for who := range 3 {
		s.times(3, Good, who, halfPace)
		st := s.student(who)
		require.True(t, st.Stages[halfPace].Met)
		require.True(t, st.Waits)
		require.Equal(t, halfPace, st.Stage)
		require.True(t, st.Stages[fullPace].Locked)
	}
	opened := s.do(Open, 0, fullPace, 0)
	require.Equal(t, fullPace, s.student(0).Stage)
	require.False(t, s.student(0).Stages[fullPace].Locked)
	s.undo(opened)
	s.times(3, Good, 3, halfPace)
	for who := range 4 {
		require.Equal(t, fullPace, s.student(who).Stage, "all go on")
		require.False(t, s.student(who).Waits)
	}
	s.add(Event{Kind: There, Student: s.l.Students[3]})
	require.False(t, s.student(0).Stages[fullPace].Locked, "who is not there holds nobody up")
}

// One who begins past a stage is not asked for it, nor held at its gate.
func TestABeginningPastAStage(t *testing.T) {
	s := &script{l: everything(t)}
	s.l.Blocks[0].Variants = []lesson.Variant{{Student: s.l.Students[1], Scale: 1, Begin: fullPace}}
	st := s.student(1)
	require.Equal(t, fullPace, st.Stage)
	require.True(t, st.Stages[halfPace].Skipped)
	require.Empty(t, Fold(s.l, s.events).Results(s.l))
}

func TestAPairHasOneTotal(t *testing.T) {
	s := &script{l: everything(t)}
	s.times(2, Good, 0, pairTotal)
	s.times(1, Miss, 0, pairTotal)
	s.times(1, Good, 1, pairTotal)
	a, b, other := s.student(0).Stages[pairTotal], s.student(1).Stages[pairTotal], s.student(2).Stages[pairTotal]
	require.Equal(t, 3, a.Count)
	require.Equal(t, 3, b.Count)
	require.Zero(t, other.Count)
	require.Equal(
		t,
		[]int{3, 2, 1, 1},
		[]int{a.Balls, a.Good, b.Balls, b.Good},
		"each one's own are their own",
	)
	s.add(Event{
		Kind: Many, Block: s.l.Blocks[0].ID, Players: s.l.Students[:2], Stage: pairTotal, Value: 2,
	})
	a = s.student(0).Stages[pairTotal]
	require.True(t, a.Met)
	require.Equal(t, 5, a.Count)
	require.Equal(t, 3, a.Balls, "whose the two were is not known")
	require.Equal(t, 5, s.student(1).Stages[pairTotal].Count)
}

func TestARallyIsEverybodys(t *testing.T) {
	s := &script{l: everything(t)}
	s.times(4, Good, 0, teamRally)
	s.times(1, Miss, 1, teamRally)
	s.times(2, Good, 2, teamRally)
	got := s.student(3).Stages[teamRally]
	require.Equal(t, []int{2, 4}, []int{got.Streak, got.Best})
	s.do(Many, 0, teamRally, 12) // typed afterwards
	got = s.student(2).Stages[teamRally]
	require.Equal(t, 12, got.Best)
	require.True(t, got.Met)
	for _, r := range Fold(s.l, s.events).Results(s.l) {
		require.Zero(t, r.Balls, "whose miss it was tells nothing of who was tapped")
	}
}

func TestFirstToTheMarker(t *testing.T) {
	s := &script{l: everything(t)}
	s.times(1, Good, 0, raceTo)
	s.times(2, Good, 2, raceTo)
	require.True(t, s.student(2).Stages[raceTo].Met)
	require.True(t, s.student(0).Stages[raceTo].Over)
	require.False(t, s.student(0).Stages[raceTo].Met)
}

// Sets of two, counted aloud and typed, or ball by ball; each try by itself.
func TestTriesOfATimedCount(t *testing.T) {
	s := &script{l: everything(t)}
	s.do(Go, 0, sets, 0)
	s.times(5, Good, 0, sets) // two sets and a ball
	require.Equal(t, []int{2}, s.student(0).Stages[sets].Tries)
	s.do(Many, 0, sets, 10)
	require.Equal(t, []int{12}, s.student(0).Stages[sets].Tries)
	s.do(Go, 0, sets, 0)
	s.do(Go, 0, sets, 0) // pressed twice
	s.do(Many, 0, sets, 14)
	got := s.student(0).Stages[sets]
	require.Equal(t, []int{12, 14}, got.Tries)
	require.True(t, got.Met)
	require.EqualValues(t, s.events[len(s.events)-2].At, got.TryAt)
	s.do(Many, 0, sets, -1) // one too many
	require.Equal(t, []int{12, 13}, s.student(0).Stages[sets].Tries)
}

func TestRepetitionsAndTheClock(t *testing.T) {
	s := &script{l: everything(t)}
	s.do(Reps, 0, brushes, 8)
	s.do(Good, 0, brushes, 0)
	s.do(Held, 0, brushes, 1)
	s.do(Held, 0, brushes, 2)
	got := s.student(0).Stages[brushes]
	require.Equal(t, 9, got.Count)
	require.Equal(t, [3]int{0, 1, 1}, got.Held)
	require.Equal(t, 2, *got.LastHeld)
	s.do(Time, 0, runOuts, 13_200)
	s.do(Time, 0, runOuts, 12_400)
	require.False(t, s.student(0).Stages[runOuts].Met, "twice, but never under twelve seconds")
	s.do(Time, 0, runOuts, 11_900)
	require.True(t, s.student(0).Stages[runOuts].Met)
}

// A total typed afterwards with its balls is evidence; without them it is not.
func TestATotalTypedAfterwards(t *testing.T) {
	s := &script{l: everything(t)}
	s.add(Event{
		Kind: Many, Block: s.l.Blocks[0].ID, Student: s.l.Students[0], Stage: pairTotal, Value: 3, Of: 7,
	})
	s.do(Many, 0, pairTotal, 1)
	got := s.student(0).Stages[pairTotal]
	require.Equal(t, []int{7, 3, 4}, []int{got.Balls, got.Good, got.Count})
}

func (s *script) rally(side int, student int, marks ...string) string {
	return s.add(Event{
		Kind: Point, Block: s.l.Blocks[1].ID, Value: side, Student: s.l.Students[student], Marks: marks,
	})
}

func TestAGameWithAllItsMarks(t *testing.T) {
	s := &script{l: everything(t)}
	practice := s.add(Event{Kind: Practice, Block: s.l.Blocks[1].ID, Value: 2})
	s.rally(0, 0)
	s.rally(1, 2, "marker")
	court := Fold(s.l, s.events).Blocks[1].Courts[0]
	require.Equal(t, [2]int{}, court.Rallies, "practice does not count")
	require.Len(t, court.Sides[0], 2)
	s.rally(1, 2, "bonus", game.SecondServe)
	s.rally(0, 0, "marker")
	state := Fold(s.l, s.events)
	require.Len(t, state.Blocks[1].Played, 1)
	g := state.Blocks[1].Played[0]
	require.Equal(t, [2]int{3, 1}, g.Points)
	require.Equal(t, [2]int{1, 1}, g.Rallies)
	require.Equal(t, map[string][2]int{"marker": {1, 0}, "bonus": {1, 0}, game.SecondServe: {1, 0}}, g.Marks)
	require.Equal(t, map[string]int{s.l.Students[0]: 3, s.l.Students[2]: 1}, g.Own)
	s.rally(1, 3)
	s.add(Event{
		Kind: Sides, Block: s.l.Blocks[1].ID,
		Sides: [][]string{{s.l.Students[0], s.l.Students[2]}, {s.l.Students[1], s.l.Students[3]}},
	})
	s.rally(1, 3)
	games := Fold(s.l, s.events).Games()
	require.Len(t, games, 3, "one over, one broken off, one that runs")
	require.Equal(t, []bool{true, false, false}, []bool{games[0].Over, games[1].Over, games[2].Over})
	require.Equal(t, map[string]int{s.l.Students[3]: 1}, games[1].Own, "a game's own scores are its own")
	require.Equal(t, s.l.Students[2], games[2].Sides[0][1])
	s.add(Event{Kind: Scored, Block: s.l.Blocks[1].ID, Value: 2, Of: 3})
	games = Fold(s.l, s.events).Games()
	require.True(t, games[2].Over)
	require.Equal(t, 1, games[2].Winner)
	s.undo(practice)
	require.Equal(
		t,
		[2]int{1, 3},
		Fold(s.l, s.events).Games()[0].Points,
		"without practice the marker wins it at once",
	)
}

// What an event should have said, and what a count should have been.
func TestMendingTheLog(t *testing.T) {
	s := &script{l: everything(t)}
	wrong := s.do(Good, 0, pairTotal, 0)
	fix := s.add(Event{
		Kind: Amend, Amends: wrong, Block: s.l.Blocks[0].ID, Student: s.l.Students[2], Stage: pairTotal,
	})
	require.Zero(t, s.student(0).Stages[pairTotal].Good)
	require.Equal(t, 1, s.student(2).Stages[pairTotal].Good)
	s.undo(fix)
	require.Equal(t, 1, s.student(0).Stages[pairTotal].Good)
	s.add(Event{
		Kind:    Counted,
		Block:   s.l.Blocks[0].ID,
		Student: s.l.Students[0],
		Stage:   pairTotal,
		Value:   4,
		Of:      9,
		Best:    3,
	})
	got := s.student(0).Stages[pairTotal]
	require.Equal(t, []int{9, 4, 4}, []int{got.Balls, got.Good, got.Count})
	s.times(1, Good, 1, pairTotal)
	require.True(t, s.student(0).Stages[pairTotal].Met, "the other's ball is the fifth")
	s.add(Event{Kind: Finish})
	gone := s.add(Event{Kind: Remove})
	require.Equal(t, Removed, Fold(s.l, s.events).Status)
	s.undo(gone)
	require.Equal(t, Finished, Fold(s.l, s.events).Status)
}

// On deck, all move one place after five balls: who is where changes by itself, what
// was played is kept for those who played it, and each one's own score goes on.
func TestAllMoveOnePlace(t *testing.T) {
	s := &script{l: everything(t)}
	s.l.Students = append(s.l.Students, uid(105), uid(106))
	b := &s.l.Blocks[1]
	b.Arrangement = &lesson.Arrangement{Manner: lesson.OnDeck, Balls: 5}
	b.Match.Rules = game.Rules{
		To:              9,
		WinBy:           1,
		SecondsPerPoint: 10,
		OwnScores:       true,
		WarmUp:          1,
		Net:             "set",
		Set:             &game.Set{Rallies: 5, Points: 1},
	}
	require.Empty(t, s.l.Validate())
	first := Fold(s.l, nil).Blocks[1].Courts[0].Sides
	for range 5 {
		s.rally(0, 0)
	}
	court := Fold(s.l, s.events).Blocks[1].Courts[0]
	require.NotEqual(t, first, court.Sides, "after practice too")
	require.Empty(t, Fold(s.l, s.events).Games())
	for i := range 5 {
		s.rally(i%2, i%3)
	}
	state := Fold(s.l, s.events)
	court = state.Blocks[1].Courts[0]
	require.Equal(t, 2, court.Score.Moves)
	require.Zero(t, court.Score.Points, "a new pair begins at nothing")
	games := state.Games()
	require.Len(t, games, 1)
	require.Equal(t, [2]int{1, 0}, games[0].Points, "three of five")
	require.Equal(t, [2]int{3, 2}, games[0].Rallies)
	require.Equal(t, []int{2, 2, 1}, court.Score.Own)
}

// A press on the small court says where a miss went.
func TestWhereAMissWent(t *testing.T) {
	s := &script{l: everything(t)}
	for _, p := range []court.Point{{X: 0, Y: 13}, {X: 6, Y: 8}, {X: 0, Y: -1}, {X: 0, Y: 4}} {
		s.add(Event{Kind: Miss, Block: s.l.Blocks[0].ID, Student: s.l.Students[0], Spot: &p})
	}
	require.Equal(t, map[string]int{Long: 1, Wide: 1, InNet: 1, Short: 1}, s.student(0).Stages[0].Misses)
}
