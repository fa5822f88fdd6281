package run

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func uid(n int) string { return fmt.Sprintf("00000000-%04x-7000-8000-%012d", n>>16, n) }

func theLesson(t require.TestingT) *lesson.Lesson {
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	l := &lesson.Lesson{
		ID:          uid(1),
		Title:       "Short balls",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tennis",
		Students:    []string{uid(101), uid(102)},
	}
	for i, b := range draft.Templates(c) {
		b.ID = uid(10 + i)
		l.Blocks = append(l.Blocks, b)
	}
	return l
}

const (
	drillBlock = 1
	gameBlock  = 2
)

// script makes events one after the other, a second apart.
type script struct {
	l      *lesson.Lesson
	events []Event
}

func (s *script) add(e Event) string {
	n := len(s.events)
	e.ID, e.At = uid(1000+n), int64(1_000_000+1000*n)
	s.events = append(s.events, e)
	return e.ID
}

func (s *script) ball(good bool, student, step int) string {
	e := Event{Kind: Miss, Block: s.l.Blocks[drillBlock].ID, Student: s.l.Students[student], Stage: step}
	if good {
		e.Kind = Good
	}
	return s.add(e)
}

func (s *script) undo(id string) string { return s.add(Event{Kind: Undo, Undoes: id}) }

func TestCountsStreaksAndGoals(t *testing.T) {
	s := &script{l: theLesson(t)}
	for _, good := range []bool{true, true, false, true} {
		s.ball(good, 0, 4) // forehand cross-court, five in a row
	}
	st := Fold(s.l, s.events).Blocks[drillBlock].Students[0]
	require.Equal(t, 4, st.Stages[4].Balls)
	require.Equal(t, 3, st.Stages[4].Good)
	require.Equal(t, 2, st.Stages[4].Best)
	require.Equal(t, 1, st.Stages[4].Count, "a miss starts the count again")
	for range 4 {
		s.ball(true, 0, 4)
	}
	state := Fold(s.l, s.events)
	require.True(t, state.Blocks[drillBlock].Students[0].Stages[4].Met)
	require.Equal(t, "Forehand cross-court: 5 in a row", state.Reached)
	require.Equal(t, 5, state.Blocks[drillBlock].Students[0].Stage, "on to the next goal")
	require.Equal(t, 72-8, state.Blocks[drillBlock].BasketLeft)
	require.Zero(t, state.Blocks[drillBlock].Students[1].Stages[4].Balls)

	s.ball(false, 0, 4)
	state = Fold(s.l, s.events)
	require.True(t, state.Blocks[drillBlock].Students[0].Stages[4].Met, "a goal met stays met")
	require.Empty(t, state.Reached)
}

func TestUndoAndUndoOfUndo(t *testing.T) {
	s := &script{l: theLesson(t)}
	good := func() int { return Fold(s.l, s.events).Blocks[drillBlock].Students[0].Stages[0].Good }
	s.ball(true, 0, 0)
	last := s.ball(true, 0, 0)
	require.Equal(t, last, Fold(s.l, s.events).Undoable)
	first := s.undo(last)
	require.Equal(t, 1, good())
	require.NotEqual(t, last, Fold(s.l, s.events).Undoable, "the next undo takes the ball before")
	second := s.undo(first)
	require.Equal(t, 2, good())
	s.undo(second)
	require.Equal(t, 1, good())
}

// Where balls never run out there is nothing to pick up, whatever arrives.
func TestNoBasketNoPickUp(t *testing.T) {
	s := &script{l: theLesson(t)}
	s.l.Blocks[drillBlock].Drill.Basket = 0
	s.add(Event{Kind: PickUp, Block: s.l.Blocks[drillBlock].ID})
	require.Equal(t, "block", s.events[0].Validate(s.l)[0].Field)
	b := Fold(s.l, s.events).Blocks[drillBlock]
	require.Equal(t, -1, b.BasketLeft)
	require.Zero(t, b.PickUps)
}

func TestClockOfTheBlock(t *testing.T) {
	s := &script{l: theLesson(t)}
	s.add(Event{Kind: Start})                                  // at 0 s
	s.add(Event{Kind: Start})                                  // again: nothing
	s.add(Event{Kind: GoTo, Block: s.l.Blocks[drillBlock].ID}) // 2 s
	s.add(Event{Kind: Pause})                                  // 3 s
	s.add(Event{Kind: GoTo, Block: s.l.Blocks[gameBlock].ID})  // standing
	s.add(Event{Kind: Start})                                  // 5 s
	state := Fold(s.l, s.events)
	require.EqualValues(t, 2000, state.Blocks[0].ElapsedMs)
	require.EqualValues(t, 1000, state.Blocks[drillBlock].ElapsedMs)
	require.EqualValues(t, 0, state.Blocks[gameBlock].ElapsedMs)
	require.EqualValues(t, 1_005_000, state.Since)
	require.Equal(t, Running, state.Status)
	s.add(Event{Kind: Finish})
	state = Fold(s.l, s.events)
	require.Equal(t, Finished, state.Status)
	require.EqualValues(t, 1000, state.Blocks[gameBlock].ElapsedMs)
	s.events[6].At = 500 // a device whose clock was set back
	require.EqualValues(t, 0, Fold(s.l, s.events).Blocks[gameBlock].ElapsedMs)
}

// A clock left running stops by itself well after the block's end, and what it
// recorded can be put right, and that taken back.
func TestAClockLeftRunning(t *testing.T) {
	s := &script{l: theLesson(t)}
	s.add(Event{Kind: Start})
	s.add(Event{Kind: Finish})
	s.events[1].At += 48 * 60 * 60 * 1000 // found again two days later
	first := Fold(s.l, s.events).Blocks[0]
	require.Equal(t, first.MostMs, first.ElapsedMs)
	require.Less(t, first.ElapsedMs, int64(60*60*1000))
	fixed := s.add(Event{Kind: Lasted, Block: s.l.Blocks[0].ID, Value: 11 * 60_000})
	require.EqualValues(t, 11*60_000, Fold(s.l, s.events).Blocks[0].ElapsedMs)
	s.add(Event{Kind: Undo, Undoes: fixed})
	require.Equal(t, first.MostMs, Fold(s.l, s.events).Blocks[0].ElapsedMs)
}

func TestGameAndAfterwards(t *testing.T) {
	s := &script{l: theLesson(t)}
	for i := range 4 {
		s.add(Event{Kind: Point, Block: s.l.Blocks[gameBlock].ID, Value: i % 2})
	}
	s.add(Event{Kind: Engagement, Student: s.l.Students[0], Value: 6})
	s.add(Event{Kind: Engagement, Student: s.l.Students[0], Value: 8})
	s.add(Event{Kind: Note, Text: "Slows the swing when counting"})
	state := Fold(s.l, s.events)
	require.EqualValues(t, 1, state.Blocks[gameBlock].Courts[0].Score.Feeder, "the feed changed after four")
	require.Equal(t, map[string]int{s.l.Students[0]: 8}, state.Engagement)
	require.Equal(t, "Slows the swing when counting", state.Note)
}

// randomRun is a long lesson with every kind of event in it, all valid.
func randomRun(l *lesson.Lesson, n int, seed uint64) []Event {
	s, rng := &script{l: l}, rand.New(rand.NewPCG(seed, 1))
	for range n {
		switch k := rng.IntN(20); {
		case k < 13:
			s.ball(rng.IntN(3) > 0, rng.IntN(2), rng.IntN(8))
		case k == 13:
			s.add(Event{Kind: Point, Block: l.Blocks[gameBlock].ID, Value: rng.IntN(2)})
		case k == 14:
			s.add(Event{Kind: GoTo, Block: l.Blocks[rng.IntN(len(l.Blocks))].ID})
		case k == 15:
			s.add(Event{Kind: []Kind{Start, Pause}[rng.IntN(2)]})
		case k == 16:
			s.add(Event{Kind: PickUp, Block: l.Blocks[drillBlock].ID})
		case k == 17:
			s.add(
				Event{
					Kind:    PickStep,
					Block:   l.Blocks[drillBlock].ID,
					Student: l.Students[rng.IntN(2)],
					Stage:   rng.IntN(8),
				},
			)
		default:
			if len(s.events) > 0 {
				s.undo(s.events[rng.IntN(len(s.events))].ID)
			}
		}
	}
	return s.events
}

// The same events in any batches, in any order of arrival and repeated at will
// give the same state.
func TestReplayInAnyBatches(t *testing.T) {
	l := theLesson(t)
	rapid.Check(t, func(t *rapid.T) {
		events := randomRun(l, rapid.IntRange(1, 80).Draw(t, "n"), rapid.Uint64().Draw(t, "seed"))
		for _, e := range events {
			require.Empty(t, e.Validate(l))
		}
		want := Fold(l, events)
		again := append(
			rapid.Permutation(events).Draw(t, "arrival"),
			events[:rapid.IntRange(0, len(events)).Draw(t, "repeats")]...)
		require.Equal(t, want, Fold(l, again))
	})
}

func TestResultsFeedTheRecord(t *testing.T) {
	s := &script{l: theLesson(t)}
	s.ball(true, 1, 2)
	s.ball(false, 1, 2)
	state := Fold(s.l, s.events)
	got := state.Results(s.l)
	require.Len(t, got, 1)
	want := Result{
		Student: s.l.Students[1], Block: s.l.Blocks[drillBlock].ID, Stage: 2,
		Skill: "backhand.crossCourt.shortBall", Balls: 2, Good: 1,
		Radius: s.l.Blocks[drillBlock].Drill.Targets[0].Radius,
		State:  state.Blocks[drillBlock].Students[1].Stages[2],
	}
	require.Equal(t, want, got[0])
	require.Equal(t, 1, want.State.Best)
	s.add(Event{Kind: There, Student: s.l.Students[1]})
	require.Empty(t, Fold(s.l, s.events).Results(s.l), "who was not there has no record")
}

func TestImpossibleEventsNameTheField(t *testing.T) {
	l := theLesson(t)
	d, g, w := l.Blocks[drillBlock].ID, l.Blocks[gameBlock].ID, l.Students[0]
	for _, c := range []struct {
		field string
		e     Event
	}{
		{"kind", Event{Kind: "juggle"}},
		{"block", Event{Kind: GoTo, Block: uid(999)}},
		{"student", Event{Kind: Good, Block: d, Student: uid(999)}},
		{"step", Event{Kind: Good, Block: d, Student: w, Stage: 8}},
		{"block", Event{Kind: Good, Block: g, Student: w}},
		{"block", Event{Kind: PickUp, Block: g}},
		{"value", Event{Kind: Point, Block: g, Value: 2}},
		{"value", Event{Kind: Engagement, Student: w, Value: 11}},
		{"undoes", Event{Kind: Undo, Undoes: uid(5000)}},
		{"text", Event{Kind: Note, Text: strings.Repeat("x", MaxNote+1)}},
		{"text", Event{Kind: Note, Text: "a\x00line"}},
	} {
		c.e.ID, c.e.At = uid(1000), 1
		p := c.e.Validate(l)
		require.Len(t, p, 1, "%+v", c.e)
		require.Equal(t, c.field, p[0].Field)
	}
	require.Len(t, Event{ID: "x", Kind: Start}.Validate(l), 2)
}

// Whatever arrives, the fold answers, and a second one like it too; a server refuses
// such events, a device may still hold them.
func FuzzFold(f *testing.F) {
	l := everything(f)
	for _, k := range kinds {
		f.Add(string(k.id), 3, 1, 2, 1, uint8(1), "marker")
	}
	f.Fuzz(func(t *testing.T, kind string, stage, value, of, court int, who uint8, text string) {
		ids := []string{l.Blocks[0].ID, l.Blocks[1].ID, "", uid(7)}
		e := Event{
			ID: uid(
				2,
			),
			At:      int64(value),
			Kind:    Kind(kind),
			Stage:   stage,
			Value:   value,
			Of:      of,
			Best:    of,
			Court:   court,
			Block:   ids[who%4],
			Student: append(l.Students, "", uid(9))[who%6],
			Marks:   []string{text},
			Text:    text,
			Where:   text,
			Undoes:  uid(1),
			Amends:  uid(1),
			Sides:   [][]string{l.Students[:1], l.Students[1 : who%3+1]},
		}
		if who > 200 {
			e.Student, e.Players = "", l.Students[who%4:]
		}
		twice := e
		twice.ID = uid(3)
		state := Fold(
			l,
			[]Event{{ID: uid(1), Kind: Good, At: 5, Block: ids[0], Student: l.Students[0]}, e, twice},
		)
		state.Results(l)
		state.Games()
		if len(e.Validate(l)) == 0 {
			require.GreaterOrEqual(t, state.Blocks[0].Students[0].Stages[0].Count, 0)
		}
	})
}

// The aim is 5 ms for 10 000 events.
func BenchmarkFold10000(b *testing.B) {
	l := everything(b)
	events := anyRun(l, 10_000, 3)
	b.ReportAllocs()
	for b.Loop() {
		Fold(l, events)
	}
}
