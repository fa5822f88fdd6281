package lesson_test

import (
	"testing"

	"hodometer/core/drill"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

func TestImpossibleLessonsNameTheField(t *testing.T) {
	for field, spoil := range map[string]func(*lesson.Lesson){
		"slotMinutes": func(l *lesson.Lesson) { l.SlotMinutes = -5 },
		"blocks[1].span": func(l *lesson.Lesson) {
			l.Blocks[1].Span = &drill.Span{Least: 9, Best: 5, Most: 10}
		},
		"blocks[1].variants[0].scale": func(l *lesson.Lesson) {
			l.Blocks[1].Variants = []lesson.Variant{{Student: sample.ID(101), Scale: 9}}
		},
		"blocks[1].minutes":                    func(l *lesson.Lesson) { l.Blocks[1].Minutes = 0 },
		"blocks[1].drill.targets[0].at":        func(l *lesson.Lesson) { l.Blocks[1].Drill.Targets[0].At.Y = 13 },
		"blocks[1].drill.stages[0].goal.count": func(l *lesson.Lesson) { l.Blocks[1].Drill.Stages[0].Goal.Count = 0 },
		"blocks[2].match.rules.to":             func(l *lesson.Lesson) { l.Blocks[2].Match.Rules.To = 0 },
		"blocks[2].match":                      func(l *lesson.Lesson) { l.Blocks[2].Match = nil },
		"blocks[0].script[0].roles[0].partner": func(l *lesson.Lesson) { l.Blocks[0].Script[0].Roles[0].Partner = 99 },
		"blocks[3].id":                         func(l *lesson.Lesson) { l.Blocks[3].ID = l.Blocks[0].ID },
		"blocks[4].kind":                       func(l *lesson.Lesson) { l.Blocks[4].Kind = "nap" },
		"date":                                 func(l *lesson.Lesson) { l.Date = "2026-02-30" },
		"start":                                func(l *lesson.Lesson) { l.Start = "25:00" },
		"court":                                func(l *lesson.Lesson) { l.Court = "" },
		"students[1]":                          func(l *lesson.Lesson) { l.Students[1] = l.Students[0] },
		"id":                                   func(l *lesson.Lesson) { l.ID = "../etc" },
	} {
		l, _ := sample.Today(t)
		spoil(l)
		p := l.Validate()
		require.Len(t, p, 1, field)
		require.Equal(t, field, p[0].Field)
	}
}

func TestDiffSaysWhatChanged(t *testing.T) {
	was, _ := sample.Today(t)
	now, _ := sample.Today(t)
	require.Empty(t, lesson.Diff(was, now))
	now.SlotMinutes = 75
	now.Blocks[1].Minutes = 30
	now.Blocks[1].Drill.Targets[0].Radius = 1.5
	now.Blocks[2], now.Blocks[4] = now.Blocks[4], now.Blocks[2]
	now.Blocks = append(now.Blocks[:3], now.Blocks[4])
	require.Equal(t, []string{
		"Lesson length: 60 min → 75 min",
		"Water break was removed",
		"Short ball to the corners: 25 → 30 min, drill changed",
		"The order of the blocks changed",
	}, lesson.Diff(was, now))
}
