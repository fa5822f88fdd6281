package run

import (
	"testing"

	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/machine"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// byMachine is a lesson of one drill that a machine feeds.
func byMachine(t require.TestingT) *lesson.Lesson {
	d, err := library.ByID("table-machine-push-open")
	require.NoError(t, err)
	b := lesson.ForDrill(d)
	b.ID = uid(11)
	return &lesson.Lesson{
		ID:          uid(1),
		Title:       "Machine",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tableTennis",
		Students:    []string{uid(101), uid(102)},
		Blocks:      []lesson.Block{b},
	}
}

func (s *script) fed(kind Kind, rate float64, balls int) string {
	return s.add(Event{
		Kind:    kind,
		Block:   uid(11),
		Student: uid(101),
		Machine: &machine.Setting{Balls: balls, PerMinute: rate},
	})
}

// A ball counts as it leaves the machine; a tap makes it the other, where it stands among the others.
func TestATapSaysWhatABallWas(t *testing.T) {
	s := &script{l: byMachine(t)}
	var ids []string
	for range 5 {
		ids = append(ids, s.fed(Good, 24, 0))
	}
	stage := func() StageState { return s.student(0).Stages[0] }
	assert.Equal(t, 5, stage().Streak)
	missed := s.add(Event{Kind: Amend, Amends: ids[2], As: Miss})
	assert.Equal(t, 2, stage().Streak, "the third was missed, two followed")
	assert.Equal(t, 4, stage().Good)
	assert.Equal(t, 5, stage().Balls)
	s.add(Event{Kind: Amend, Amends: ids[2], As: Good})
	assert.Equal(t, 5, stage().Streak, "the last word stands")
	s.add(Event{Kind: Amend, Amends: ids[0], As: Miss})
	s.undo(missed)
	assert.Equal(t, 4, stage().Streak)
}

// The log says at which rate the student kept up, and how much came to one place.
func TestWhatAMachinesBallsSay(t *testing.T) {
	s := &script{l: byMachine(t)}
	said := func() string { return s.student(0).Machine }
	assert.Empty(t, said())
	ten := func(good int, rate float64, balls int) {
		for i := range 10 {
			kind := Good
			if i >= good {
				kind = Miss
			}
			s.fed(kind, rate, balls)
		}
	}
	ten(8, 20, 1)
	assert.Equal(t, "keeps up with 20 a minute (8 of 10); all balls in one place", said())
	ten(7, 28, 0)
	ten(4, 34, 0)
	s.fed(Good, 40, 0) // one ball says nothing
	assert.Equal(t, "keeps up with 28 a minute (7 of 10); 10 of 31 balls in one place", said())
	assert.Empty(t, s.student(1).Machine)

	slow := &script{l: byMachine(t)}
	for range 9 {
		slow.fed(Miss, 30, 0)
	}
	assert.Equal(t, "no rate kept up yet; all balls linked", slow.student(0).Machine)
}

// Whatever is tapped in whatever order, the balls counted are those that were thrown, by student and by setting.
func TestTheCountIsTheBallsThrown(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := &script{l: byMachine(t)}
		var ids []string
		for range rapid.IntRange(1, 40).Draw(t, "balls") {
			ids = append(ids, s.fed(
				rapid.SampledFrom([]Kind{Good, Miss}).Draw(t, "counts"),
				rapid.SampledFrom([]float64{20, 24}).Draw(t, "rate"),
				rapid.IntRange(0, 2).Draw(t, "of"),
			))
			if rapid.Bool().Draw(t, "tapped") {
				s.add(Event{
					Kind: Amend, Amends: rapid.SampledFrom(ids).Draw(t, "which"),
					As: rapid.SampledFrom([]Kind{Good, Miss}).Draw(t, "was"),
				})
			}
		}
		b := Fold(s.l, s.events).Blocks[0]
		balls, good := 0, 0
		for _, m := range b.Machine {
			balls, good = balls+m.Balls, good+m.Good
		}
		stage := b.Students[0].Stages[0]
		if balls != len(ids) || stage.Balls != len(ids) || stage.Good != good {
			t.Fatalf("%d thrown, %d fed and %d good by the machine, %d of %d counted",
				len(ids), balls, good, stage.Good, stage.Balls)
		}
	})
}

func TestMachineEventsThatAreWrong(t *testing.T) {
	l := byMachine(t)
	s := &script{l: l}
	id := s.fed(Good, 24, 0)
	ball := func(set machine.Setting) Event {
		return Event{Kind: Miss, Block: uid(11), Student: uid(101), Machine: &set}
	}
	for field, e := range map[string]Event{
		"machine.perMinute": ball(machine.Setting{}),
		"machine.balls":     ball(machine.Setting{Balls: 99, PerMinute: 20}),
		"as":                {Kind: Amend, Amends: id, As: Finish},
	} {
		e.ID, e.At = uid(9000), 1_700_000_000_000
		p := e.Validate(l)
		require.Len(t, p, 1, field)
		assert.Equal(t, field, p[0].Field)
	}
}
