package lesson

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/progress"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func id(n int) string { return fmt.Sprintf("00000000-0000-7000-8000-%012d", n) }

// today is the lesson of the demo in small: everything the tape can hold.
func today(t require.TestingT) (*Lesson, []Student) {
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	l := &Lesson{
		ID:          id(1),
		Title:       "Short balls",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tennis",
		Students:    []string{id(101), id(102)},
	}
	for i, b := range Templates(c) {
		b.ID = id(10 + i)
		l.Blocks = append(l.Blocks, b)
	}
	students := []Student{
		{
			ID:    id(101),
			Name:  "Wren",
			Hand:  court.RightHand,
			Level: progress.Club,
			Seen:  map[string][]progress.Evidence{},
		},
		{
			ID:    id(102),
			Name:  "Ilse",
			Hand:  court.LeftHand,
			Level: progress.Performance,
			Seen:  map[string][]progress.Evidence{},
		},
	}
	for _, s := range l.Blocks[1].Drill.Steps {
		skill := l.Blocks[1].Drill.Skill(s)
		for i := range students {
			students[i].Seen[skill] = []progress.Evidence{
				{DaysAgo: 7, Balls: 20, Good: 11 + i, Radius: 1.37},
				{DaysAgo: 2, Balls: 30, Good: 20 + i, Radius: 1.37},
			}
		}
	}
	require.Empty(t, l.Validate())
	return l, students
}

// Blocks tile the tape, their sum is the lesson, and every student's lane
// covers each minute exactly once.
func TestTheTapeAddsUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l, students := today(t)
		students = students[:rapid.IntRange(0, 2).Draw(t, "students")]
		total := 0
		for i := range l.Blocks {
			l.Blocks[i].Minutes = rapid.IntRange(1, 40).Draw(t, "minutes")
			total += l.Blocks[i].Minutes
		}
		l.Blocks[1].Drill.Basket = rapid.IntRange(0, 80).Draw(t, "basket")
		l.Blocks[1].Drill.TurnBalls = rapid.IntRange(1, 30).Draw(t, "turn")
		plan := Reckon(l, students, units.Metric)
		require.EqualValues(t, total, plan.Minutes.Value)
		require.Equal(t, total-l.SlotMinutes, plan.Over)
		for i, b := range plan.Blocks {
			require.Equal(t, l.Blocks[i].Minutes, b.To-b.From)
			if i > 0 {
				require.Equal(t, plan.Blocks[i-1].To, b.From)
				require.Equal(t, plan.Blocks[i-1].End, b.Start)
			}
		}
		contacts := 0.0
		for _, s := range plan.Students {
			at := 0.0
			for _, span := range s.Lane {
				require.InDelta(t, at, span.From, 1e-9)
				require.Greater(t, span.To, span.From)
				at = span.To
			}
			require.InDelta(t, float64(total), at, 1e-9)
			contacts += s.Contacts.Value
		}
		require.LessOrEqual(t, contacts, plan.Balls.Value)
	})
}

func TestClockRunsPastMidnight(t *testing.T) {
	require.Equal(t, "00:10", clock("23:30", 40))
}

// A notice carries figures, and each of its fixes, applied, removes it.
func TestFixesFix(t *testing.T) {
	l, students := today(t)
	plan := Reckon(l, students, units.Imperial)
	var fit *Notice
	for i, n := range plan.Blocks[1].Notices {
		if n.Kind == "willNotFit" {
			fit = &plan.Blocks[1].Notices[i]
		}
	}
	require.NotNil(t, fit)
	require.Contains(t, fit.Text, "Wren needs about")
	require.NotEmpty(t, fit.Fixes)
	for _, f := range fit.Fixes {
		changed := *l
		changed.Blocks = append([]Block{}, l.Blocks...)
		for _, b := range f.Blocks {
			*changed.Block(b.ID) = b
		}
		require.Empty(t, changed.Validate(), f.Words)
		after := Reckon(&changed, students, units.Metric)
		require.GreaterOrEqual(t, after.Blocks[1].Drill.Worst(), drill.Wanted, f.Words)
		for _, n := range after.Blocks[1].Notices {
			require.NotEqual(t, "willNotFit", n.Kind, f.Words)
		}
	}
	l.SlotMinutes = 50
	over := Reckon(l, students, units.Metric)
	require.Equal(t, "overTime", over.Notices[0].Kind)
	require.Contains(t, over.Notices[0].Text, "8 minutes past")
	for _, f := range over.Notices[0].Fixes {
		changed := *l
		changed.Blocks = append([]Block{}, l.Blocks...)
		for _, b := range f.Blocks {
			*changed.Block(b.ID) = b
		}
		require.LessOrEqual(t, Reckon(&changed, students, units.Metric).Over, 0, f.Words)
	}
}

// Every court offers blocks that make a valid lesson as they are.
func TestTemplatesOfEveryCourt(t *testing.T) {
	for _, c := range court.All() {
		l := &Lesson{
			ID:          id(1),
			Title:       "New",
			Date:        "2026-05-17",
			Start:       "17:00",
			SlotMinutes: 60,
			Court:       c.ID,
		}
		for i, b := range Templates(&c) {
			b.ID = id(10 + i)
			l.Blocks = append(l.Blocks, b)
		}
		require.NotEmpty(t, l.Blocks)
		require.Empty(t, l.Validate(), c.ID)
	}
}

// What was counted last time moves the chance of the next lesson.
func TestEvidenceMovesTheChance(t *testing.T) {
	l, students := today(t)
	l.Blocks[1].Minutes = 40
	good := Reckon(l, students, units.Metric).Blocks[1]
	require.Len(t, good.Before, 2)
	require.Greater(
		t,
		good.Drill.Players[0].Finish.Value,
		good.Before[0].Chance,
		"20 of 30 after 11 of 20 is a step up",
	)
	for skill := range students[0].Seen {
		students[0].Seen[skill] = students[0].Seen[skill][:1]
	}
	was := Reckon(l, students, units.Metric).Blocks[1].Drill.Players[0].Finish.Value
	require.InDelta(
		t,
		good.Before[0].Chance,
		was,
		1e-12,
		"the chance before is the chance without the last session",
	)
}

func TestCautionsAreAcknowledgedNotLost(t *testing.T) {
	l, students := today(t)
	caution := l.Blocks[1].Drill.Cautions[0]
	l.Blocks[1].Seen = []string{caution}
	found := 0
	for _, n := range Reckon(l, students, units.Metric).Blocks[1].Notices {
		if n.Text == caution {
			found++
			require.True(t, n.Seen)
		}
	}
	require.Equal(t, 1, found)
}

func TestImpossibleLessonsNameTheField(t *testing.T) {
	for field, spoil := range map[string]func(*Lesson){
		"slotMinutes":                         func(l *Lesson) { l.SlotMinutes = -5 },
		"blocks[1].span":                      func(l *Lesson) { l.Blocks[1].Span = &drill.Span{Least: 9, Best: 5, Most: 10} },
		"blocks[1].own[0].scale":              func(l *Lesson) { l.Blocks[1].Own = []Own{{Student: id(101), Scale: 9}} },
		"blocks[1].minutes":                   func(l *Lesson) { l.Blocks[1].Minutes = 0 },
		"blocks[1].drill.targets[0].at":       func(l *Lesson) { l.Blocks[1].Drill.Targets[0].At.Y = 13 },
		"blocks[1].drill.steps[0].goal.count": func(l *Lesson) { l.Blocks[1].Drill.Steps[0].Goal.Count = 0 },
		"blocks[2].match.rules.to":            func(l *Lesson) { l.Blocks[2].Match.Rules.To = 0 },
		"blocks[2].match":                     func(l *Lesson) { l.Blocks[2].Match = nil },
		"blocks[0].script[0].roles[0].who":    func(l *Lesson) { l.Blocks[0].Script[0].Roles[0].Who = 99 },
		"blocks[3].id":                        func(l *Lesson) { l.Blocks[3].ID = l.Blocks[0].ID },
		"blocks[4].kind":                      func(l *Lesson) { l.Blocks[4].Kind = "nap" },
		"date":                                func(l *Lesson) { l.Date = "2026-02-30" },
		"start":                               func(l *Lesson) { l.Start = "25:00" },
		"court":                               func(l *Lesson) { l.Court = "" },
		"students[1]":                         func(l *Lesson) { l.Students[1] = l.Students[0] },
		"id":                                  func(l *Lesson) { l.ID = "../etc" },
	} {
		l, _ := today(t)
		spoil(l)
		p := l.Validate()
		require.Len(t, p, 1, field)
		require.Equal(t, field, p[0].Field)
	}
}

func TestDiffSaysWhatChanged(t *testing.T) {
	was, _ := today(t)
	now, _ := today(t)
	require.Empty(t, Diff(was, now))
	now.SlotMinutes = 75
	now.Blocks[1].Minutes = 30
	now.Blocks[1].Drill.Targets[0].Radius = 1.5
	now.Blocks[2], now.Blocks[4] = now.Blocks[4], now.Blocks[2]
	now.Blocks = append(now.Blocks[:3], now.Blocks[4])
	require.Equal(t, []string{
		"Slot: 60 min → 75 min",
		"Water was removed",
		"Short ball to the corners: 25 → 30 min, drill changed",
		"The blocks were put in another order",
	}, Diff(was, now))
}

// The aim is 1 ms for this lesson.
func BenchmarkReckonToday(b *testing.B) {
	l, students := today(b)
	b.ReportAllocs()
	for b.Loop() {
		Reckon(l, students, units.Metric)
	}
}

func mustCourt(t require.TestingT, id string) *court.Court {
	c, err := court.ByID(id)
	require.NoError(t, err)
	return c
}

func newRand() *rand.Rand { return rand.New(rand.NewPCG(7, 7)) }
