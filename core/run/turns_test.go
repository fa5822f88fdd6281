package run

import (
	"testing"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/formation"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/play"
	"hodometer/core/rotation"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// group is a lesson of n with one drill block of half an hour.
func group(t require.TestingT, n, hitters, balls int, a *lesson.Arrangement) *lesson.Lesson {
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	d := drill.Blank(c)
	d.Hitters, d.TurnBalls, d.Basket, d.Minutes = hitters, balls, 0, drill.Span{Least: 5, Best: 20, Most: 60}
	d.Players = drill.Span{Least: 1, Best: 4, Most: 16}
	b := lesson.ForDrill(&d)
	b.ID, b.Minutes, b.Arrangement = uid(11), 30, a
	l := &lesson.Lesson{
		ID: uid(1), Title: "Group", Date: "2026-05-17", Start: "17:00", SlotMinutes: 60, Court: "tennis",
		Blocks: []lesson.Block{b},
	}
	for i := range n {
		l.Students = append(l.Students, uid(101+i))
	}
	require.Empty(t, l.Validate())
	return l
}

// at is what a lane does at a minute.
func at(lane []formation.Span, minute float64) formation.Doing {
	for _, s := range lane {
		if minute < s.From || minute >= s.To {
			continue
		}
		if s.Doing != formation.Turns {
			return s.Doing
		}
		round := 0.0
		for _, b := range s.Cycle {
			round += b.Minutes
		}
		into := s.Phase + minute - s.From
		for into >= round {
			into -= round
		}
		for _, b := range s.Cycle {
			if into -= b.Minutes; into < 0 {
				return b.Doing
			}
		}
	}
	return ""
}

func doing(posts []Post, student string) formation.Doing {
	for _, p := range posts {
		for _, s := range p.Students {
			if s == student {
				return p.Place.Doing
			}
		}
	}
	return ""
}

// What is called is what was planned: with every ball counted, everybody is called to
// what their lane of the plan says they do then.
func TestCallsAgreeWithThePlansLanes(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(2, 9).Draw(t, "students")
		hitters := rapid.IntRange(1, min(3, n)).Draw(t, "hitters")
		balls := rapid.IntRange(1, 6).Draw(t, "balls")
		a := &lesson.Arrangement{
			Manner:     lesson.Posts,
			Feeders:    rapid.IntRange(0, 2).Draw(t, "feeders"),
			Collectors: rapid.IntRange(0, 2).Draw(t, "collectors"),
		}
		if rapid.Bool().Draw(t, "stations") {
			a = &lesson.Arrangement{Manner: lesson.Stations, Others: []string{"Serve", "Shadow"}}
		}
		l := group(t, n, hitters, balls, a)
		s := &script{l: l}
		b := &l.Blocks[0]
		lanes, _ := formation.Lanes(l, b, n, 0)
		each := float64(balls) * b.Drill.Tempo().SecondsPerBall / 60
		for turn := 0; turn < 12 && (float64(turn)+0.5)*each < 30; turn++ {
			call := Fold(l, s.events).Blocks[0].Turn
			if call == nil {
				for i := range n { // nobody changes: all hit throughout
					require.Equal(t, formation.Hitting, at(lanes[i], float64(turn)*each))
				}
				return
			}
			if call.By == ByTime {
				if minutes := float64(turn)*10 + 5; minutes < 30 {
					for _, p := range call.Now { // with the coach the drill is done in turn
						for _, id := range p.Students {
							if did := at(lanes[place(l, id)], minutes); p.Place.ID != "station1" {
								require.Equal(t, formation.Hitting, did)
							}
						}
					}
					require.EqualValues(t, 10*60_000, call.Ms)
					s.add(Event{Kind: Turn, Block: b.ID, Value: turn + 1})
				}
				continue
			}
			require.Equal(t, turn, call.N)
			for i, id := range l.Students {
				require.Equal(
					t,
					at(lanes[i], (float64(turn)+0.5)*each),
					doing(call.Now, id),
					"turn %d, student %d",
					turn,
					i,
				)
			}
			for range balls {
				for _, id := range l.Students {
					if hits(call.Now, id) {
						s.add(Event{Kind: Good, Block: b.ID, Student: id})
					}
				}
			}
			full := Fold(l, s.events)
			require.True(t, full.Blocks[0].Turn.Full)
			require.True(t, hits(call.Next, full.Focus), "the focus moves by itself")
			s.add(Event{Kind: Turn, Block: b.ID, Value: turn + 1})
		}
	})
}

func place(l *lesson.Lesson, id string) int {
	for i, s := range l.Students {
		if s == id {
			return i
		}
	}
	return -1
}

// A turn fills by the balls of who hits; the next count of who comes begins the next
// turn; held, nothing is called; pulled forward, it changes before it is full.
func TestATurnFillsAndIsCalled(t *testing.T) {
	l := group(t, 3, 1, 2, &lesson.Arrangement{Manner: lesson.Posts, Feeders: 1, Collectors: 1})
	s := &script{l: l}
	now := func() (*TurnState, string) { state := Fold(l, s.events); return state.Blocks[0].Turn, state.Focus }
	good := func(i int) { s.add(Event{Kind: Good, Block: l.Blocks[0].ID, Student: l.Students[i]}) }

	good(0)
	turn, focus := now()
	require.Equal(t, []any{1, 2, false, l.Students[0]}, []any{turn.Balls, turn.Of, turn.Full, focus})
	good(0)
	turn, focus = now()
	require.True(t, turn.Full)
	require.Equal(t, turn.Next[0].Students[0], focus)
	next := place(l, focus)
	good(next)
	turn, focus = now()
	require.Equal(
		t,
		[]any{1, 1, l.Students[next]},
		[]any{turn.N, turn.Balls, focus},
		"the count was the change",
	)

	s.add(Event{Kind: Hold, Block: l.Blocks[0].ID, Value: 1})
	good(next)
	good(next)
	turn, _ = now()
	require.False(t, turn.Full)
	s.add(Event{Kind: Hold, Block: l.Blocks[0].ID})
	turn, _ = now()
	require.True(t, turn.Full)
	s.add(Event{Kind: Turn, Block: l.Blocks[0].ID, Value: 5})
	turn, _ = now()
	require.Equal(t, []any{5, 0, false}, []any{turn.N, turn.Balls, turn.Full})
}

// Who comes late is not called before, and turns are laid out anew when they are there.
func TestWhoComesLateIsNotCalledBefore(t *testing.T) {
	l := group(t, 4, 1, 3, nil)
	l.Attendance = []lesson.Stay{{Student: l.Students[1], From: 10}}
	s := &script{l: l}
	state := Fold(l, nil)
	require.Equal(t, []string{l.Students[1]}, state.Expected)
	require.Equal(t, formation.Doing(""), doing(state.Blocks[0].Turn.Now, l.Students[1]))
	require.Equal(t, 3, state.Blocks[0].Turn.Round)
	s.add(Event{Kind: There, Student: l.Students[1], Value: IsThere})
	state = Fold(l, s.events)
	require.Empty(t, state.Expected)
	require.Equal(t, 4, state.Blocks[0].Turn.Round)
	s.add(Event{Kind: There, Student: l.Students[0], Value: HasGone})
	state = Fold(l, s.events)
	require.Equal(t, []string{l.Students[0]}, state.Gone)
	require.Empty(t, state.Absent, "who has gone was there")
	require.Equal(t, l.Students[1], state.Focus)
}

// A gate for all does not wait for who has not come yet; who is counted has come.
func TestAGateDoesNotWaitForWhoIsLate(t *testing.T) {
	l := everything(t)
	l.Attendance = []lesson.Stay{{Student: l.Students[3], From: 10}}
	s := &script{l: l}
	for i := range 3 {
		s.times(3, Good, i, halfPace)
	}
	require.Equal(t, fullPace, s.student(0).Stage)
	s.do(Good, 3, halfPace, 0)
	require.Empty(t, Fold(l, s.events).Expected)
	require.True(t, s.student(0).Stages[fullPace].Locked, "now it waits for the fourth")
}

// Winners stay as the rotation of the same results lays them out.
func TestWinnersStayByTheScore(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(3, 7).Draw(t, "students")
		stays := rapid.SliceOfN(rapid.IntRange(0, 1), 8, 8).Draw(t, "winners")
		l := group(t, n, 1, 2, nil)
		b := &l.Blocks[0]
		b.Kind, b.Drill, b.Arrangement = lesson.Game, nil, &lesson.Arrangement{Manner: lesson.WinnersStay}
		b.Match = &lesson.Match{Side: 1, Rules: game.Rules{To: 1, WinBy: 1, SecondsPerPoint: 10}}
		require.Empty(t, l.Validate())
		s := &script{l: l}
		want := rotation.Lay(
			rotation.Ask{Pattern: rotation.WinnersStay, Players: n, Turns: 8, Winners: stays},
		)
		stayer := 0 // the side of who stayed on
		for i, winner := range stays {
			state := Fold(l, s.events).Blocks[0]
			sides := state.Courts[0].Sides
			if i > 0 {
				require.True(t, state.Turn.Full)
				sides = [2][]string{state.Turn.Next[0].Students, state.Turn.Next[1].Students}
			}
			require.Equal(t, l.Students[want.Turns[i][0][0]], sides[stayer][0])
			require.Equal(t, l.Students[want.Turns[i][1][0]], sides[1-stayer][0])
			if winner == 1 {
				stayer = 1 - stayer
			}
			s.add(Event{Kind: Point, Block: b.ID, Value: stayer})
		}
		require.Len(t, Fold(l, s.events).Games(), len(stays))
	})
}

// Rounds by the clock bring others onto the courts, and keep what was played.
func TestARoundRobinChangesOnTheCall(t *testing.T) {
	l := group(t, 4, 1, 2, nil)
	b := &l.Blocks[0]
	b.Kind, b.Drill, b.Arrangement = lesson.Game, nil, &lesson.Arrangement{Manner: lesson.RoundRobin}
	b.Match = &lesson.Match{Side: 1, Rules: game.Rules{To: 11, WinBy: 2, SecondsPerPoint: 10}}
	l.Resources = &lesson.Resources{Courts: 2}
	require.Empty(t, l.Validate())
	s := &script{l: l}
	turns := play.Pairings(l, b)
	s.add(Event{Kind: Point, Block: b.ID})
	s.add(Event{Kind: Point, Block: b.ID, Court: 1, Value: 1})
	s.add(Event{Kind: Turn, Block: b.ID, Value: 1})
	state := Fold(l, s.events)
	require.Equal(t, ByTime, state.Blocks[0].Turn.By)
	for i, c := range state.Blocks[0].Courts {
		require.Equal(t, turns[1][i], c.Sides)
		require.Zero(t, c.Score.Points)
	}
	require.Len(t, state.Games(), 2)
	require.Equal(t, turns[0][1], state.Games()[1].Sides)

	// With five there are heats of one game: the other court is free then.
	l.Students = append(l.Students, uid(105), uid(106))
	turns = play.Pairings(l, b)
	for n, games := range turns {
		s := &script{l: l}
		s.add(Event{Kind: Turn, Block: b.ID, Value: n})
		require.Len(t, Fold(l, s.events).Blocks[0].Courts, len(games))
	}
}

// With two of three hitting, one ball each, the second hitter's ball belongs to the
// turn in which it is due, though the same student hits in the next one as well.
func TestABallIsOfTheTurnInWhichItIsDue(t *testing.T) {
	l := group(t, 3, 2, 1, &lesson.Arrangement{Manner: lesson.Posts})
	s := &script{l: l}
	for turn := range 3 {
		call := Fold(l, s.events).Blocks[0].Turn
		for _, id := range l.Students {
			if hits(call.Now, id) {
				s.add(Event{Kind: Good, Block: l.Blocks[0].ID, Student: id})
			}
		}
		full := Fold(l, s.events)
		require.Equal(t, turn, full.Blocks[0].Turn.N)
		require.True(t, full.Blocks[0].Turn.Full)
		require.True(t, hits(call.Next, full.Focus))
		s.add(Event{Kind: Turn, Block: l.Blocks[0].ID, Value: turn + 1})
	}
}

// hits reports whether a student hits by what is called.
func hits(posts []Post, student string) bool { return doing(posts, student) == formation.Hitting }

// A tap that names nobody is of the ball that is due; undone, the ball before is due again,
// and what was done in another block is named.
func TestATapThatNamesNobody(t *testing.T) {
	l := group(t, 3, 1, 2, nil)
	more := group(t, 3, 1, 2, nil).Blocks[0]
	more.ID, more.Title = uid(12), "Another"
	l.Blocks = append(l.Blocks, more)
	s := &script{l: l}
	tap := func(k Kind) string { return s.add(Event{Kind: k, Block: l.Blocks[0].ID}) }
	require.Empty(t, Event{ID: uid(1), At: 1, Kind: Good, Block: l.Blocks[0].ID}.Validate(l))
	ids := []string{tap(Good), tap(Miss), tap(Good)}
	state := Fold(l, s.events)
	require.Equal(t, []int{2, 1, 0}, balls3(state))
	require.Equal(t, l.Students[1], state.Blocks[0].Due.Student)
	require.Equal(t, []any{2, true}, []any{state.Blocks[0].Due.Ball, state.Blocks[0].Due.Sure})
	require.Equal(t, l.Students[2], state.Blocks[0].Next.Student)
	require.Equal(t, []any{ids[2], "Undo good", ""}, []any{state.Undoable, state.UndoWords, state.UndoBlock})
	s.undo(ids[2])
	state = Fold(l, s.events)
	require.Equal(t, []int{2, 0, 0}, balls3(state))
	require.True(t, state.Blocks[0].Turn.Full)
	require.Equal(t, ids[1], state.Undoable)

	// In another block nothing was done yet: what is older is of the block it was done in.
	s.add(Event{Kind: GoTo, Block: more.ID})
	state = Fold(l, s.events)
	require.Equal(t, []any{ids[1], l.Blocks[0].ID}, []any{state.Undoable, state.UndoBlock})
	last := s.add(Event{Kind: Good, Block: more.ID})
	state = Fold(l, s.events)
	require.Equal(t, []any{last, ""}, []any{state.Undoable, state.UndoBlock})

	// Whom the coach picks is counted, until they go back to whose ball it is.
	s.add(Event{Kind: Focus, Student: l.Students[2]})
	state = Fold(l, s.events)
	require.Equal(
		t,
		[]any{l.Students[2], false},
		[]any{state.Blocks[1].Due.Student, state.Blocks[1].Due.Sure},
	)
	s.add(Event{Kind: Focus})
	require.Equal(t, l.Students[0], Fold(l, s.events).Blocks[1].Due.Student)
}

func balls3(s State) (out []int) {
	for _, st := range s.Blocks[0].Students {
		out = append(out, st.Stages[0].Balls)
	}
	return out
}

// Time is an outcome too: what a bell does is in the state at a time that no press came
// after, and a press afterwards finds the same.
func TestABellRingsWithoutAPress(t *testing.T) {
	l := group(t, 2, 1, 2, nil)
	d := l.Blocks[0].Drill
	d.Turn = &drill.Turn{Runs: true}
	zone := func(name string) drill.Stage {
		return drill.Stage{Name: name, Stroke: "either", Direction: drill.Anywhere,
			Goal: goal.Goal{Kind: goal.Timed, Seconds: 20}}
	}
	d.Stages = []drill.Stage{zone("Back"), zone("Middle"), zone("Net")}
	require.Empty(t, l.Validate())
	s := &script{l: l}
	s.add(Event{Kind: Start})
	begun := s.events[0].At
	s.add(Event{Kind: Many, Block: l.Blocks[0].ID, Student: l.Students[0], Value: 5})
	live := Follow(l, s.events)
	for at, stage := range map[int64]int{19: 0, 20: 1, 45: 2} {
		got := live.StateAt(begun + at*1000)
		require.Equal(t, stage, got.Blocks[0].Students[0].Stage, "after %d s", at)
		require.Equal(t, got, live.StateAt(begun+at*1000), "asking changes nothing")
	}
	require.Equal(t, 0, live.State().Blocks[0].Students[0].Stage)
	later := live.StateAt(begun + 66_000)
	require.Equal(t, []any{1, false}, []any{later.Blocks[0].Turn.N, later.Blocks[0].Turn.Rests})
	require.Equal(t, l.Students[1], later.Focus, "student after student")
	require.True(t, later.Blocks[0].Students[0].Met)

	e := Event{ID: uid(5000), At: begun + 66_000, Kind: Tag, Student: l.Students[0], Text: "late"}
	live.Add(e)
	state := live.State()
	require.Equal(t, later.Blocks[0].Turn, state.Blocks[0].Turn)
	require.Equal(t, later.Blocks[0].Students, state.Blocks[0].Students)
	require.Equal(t, state, Fold(l, append([]Event{e}, s.events...)))
}

// The minutes of a warm-up follow each other, are held, and gone back to; its errors are
// counted by student, and taken back.
func TestAWarmUpIsHeldAndCounted(t *testing.T) {
	l := group(t, 2, 1, 2, nil)
	l.Blocks[0] = lesson.Block{ID: uid(11), Kind: lesson.WarmUp, Title: "Warm-up", Minutes: 3,
		Script: []lesson.Minute{{Title: "One"}, {Title: "Two"}, {Title: "Three"}}}
	require.Empty(t, l.Validate())
	s := &script{l: l}
	s.add(Event{Kind: Start})
	begun := s.events[0].At
	at := func(k Kind, seconds int64, value int, who string) string {
		id := s.add(Event{Kind: k, Block: uid(11), Value: value, Student: who})
		s.events[len(s.events)-1].At = begun + 1000*seconds
		return id
	}
	minute := func(seconds int64) int { return Follow(l, s.events).StateAt(begun + 1000*seconds).Blocks[0].Minute.N }
	require.Equal(t, []int{0, 1, 2, 2}, []int{minute(59), minute(60), minute(125), minute(500)})
	at(Hold, 30, 1, "")
	require.Equal(t, 0, minute(100))
	at(Hold, 100, 0, "")
	require.Equal(t, []int{0, 1}, []int{minute(159), minute(160)}, "a whole minute more")
	at(Minute, 170, 0, "")
	require.Equal(t, []int{0, 1}, []int{minute(229), minute(230)})
	at(Error, 171, 1, l.Students[1])
	wrong := at(Error, 172, 1, l.Students[1])
	at(Error, 173, 1, "")
	require.Equal(t, map[string]int{l.Students[1]: 2, "": 1}, Fold(l, s.events).Blocks[0].Errors)
	s.undo(wrong)
	require.Equal(t, map[string]int{l.Students[1]: 1, "": 1}, Fold(l, s.events).Blocks[0].Errors)
	require.NotEmpty(t, Event{ID: uid(9), At: 1, Kind: Minute, Block: uid(11), Value: 3}.Validate(l))
}
