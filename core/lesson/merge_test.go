package lesson_test

import (
	"encoding/json"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func copyOf(t require.TestingT, l *lesson.Lesson) *lesson.Lesson {
	text, err := json.Marshal(l)
	require.NoError(t, err)
	var out lesson.Lesson
	require.NoError(t, json.Unmarshal(text, &out))
	return &out
}

// edit changes one thing of a lesson, drawn from those that do not touch each
// other for different parts.
func edit(t *rapid.T, l *lesson.Lesson, part int, name string) {
	switch part {
	case 0:
		l.Title += " " + name
	case 1:
		l.SlotMinutes++
	case 2:
		l.Blocks[1].Minutes++
	case 3:
		l.Blocks[2].Title += " " + name
	case 4: // an added block
		b := lesson.Standard(lesson.Break)
		b.ID = sample.ID(map[string]int{"mine": 70, "theirs": 80}[name])
		l.Blocks = append(l.Blocks[:2], append([]lesson.Block{b}, l.Blocks[2:]...)...)
	case 5:
		l.Blocks = slices.DeleteFunc(
			l.Blocks,
			func(b lesson.Block) bool { return b.ID == sample.ID(13) },
		) // the water
	case 6:
		l.Attendance = []lesson.Stay{{Student: l.Students[0], From: 5}}
	}
}

// Changes to different things are all in the merged lesson, whoever is first,
// and no change at all on one side gives the other side back.
func TestMergeKeepsBoth(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		base, _ := sample.Today(t)
		mine, theirs := copyOf(t, base), copyOf(t, base)
		a := rapid.IntRange(0, 6).Draw(t, "mine")
		b := rapid.IntRange(0, 6).Filter(func(b int) bool { return b != a }).Draw(t, "theirs")
		edit(t, mine, a, "mine")
		edit(t, theirs, b, "theirs")
		merged, ok := lesson.Merge(base, theirs, mine)
		require.True(t, ok)
		both := copyOf(t, base)
		for part := range 7 { // in a fixed order, so that places agree
			if part == a {
				edit(t, both, part, "mine")
			}
			if part == b {
				edit(t, both, part, "theirs")
			}
		}
		require.Equal(t, copyOf(t, both), copyOf(t, &merged))
		same, ok := lesson.Merge(base, theirs, base)
		require.True(t, ok)
		require.Equal(t, copyOf(t, theirs), copyOf(t, &same))
	})
}

// The same thing changed to two different things is nobody's to decide; a block
// removed here and changed there stays.
func TestMergeLosesNothing(t *testing.T) {
	base, _ := sample.Today(t)
	mine, theirs := copyOf(t, base), copyOf(t, base)
	mine.Blocks[1].Minutes, theirs.Blocks[1].Minutes = 20, 30
	_, ok := lesson.Merge(base, theirs, mine)
	require.False(t, ok)
	theirs.Blocks[1].Minutes = 20
	_, ok = lesson.Merge(base, theirs, mine)
	require.True(t, ok, "both to the same")

	mine, theirs = copyOf(t, base), copyOf(t, base)
	mine.Blocks[3].Title = "Long water"
	theirs.Blocks = append(theirs.Blocks[:3], theirs.Blocks[4:]...)
	merged, ok := lesson.Merge(base, theirs, mine)
	require.True(t, ok)
	require.Equal(t, "Long water", merged.Block(base.Blocks[3].ID).Title)
	require.Len(t, merged.Blocks, 5)
}
