package plan_test

import (
	"slices"
	"strings"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

// Two blocks hold the same drill under the same title. Where one must go, the
// notice is about one, and its fix takes out that one alone.
func TestOfTwoBlocksOfOneDrillOneIsLeftOut(t *testing.T) {
	l, students := sample.Line(t, "line-deep-short-deep", 3, 20)
	l.Blocks[0].Span = &drill.Span{Least: 20, Best: 20, Most: 20}
	again := l.Blocks[0]
	again.ID = sample.ID(11)
	l.Blocks = append(l.Blocks, again)
	l.SlotMinutes = 25
	got := reckon(t, l, students)

	var fix *lesson.Fix
	for _, n := range got.Notices {
		for i, f := range n.Fixes {
			if strings.HasPrefix(f.Label, "Leave out") {
				fix = &n.Fixes[i]
			}
		}
	}
	require.NotNil(t, fix)
	require.True(t, fix.Whole)
	require.Len(t, fix.Blocks, 1, "one of the two stays")
	require.Equal(t, 1, strings.Count(fix.Label, l.Blocks[0].Title), fix.Label)
	require.True(
		t,
		slices.ContainsFunc(l.Blocks, func(b lesson.Block) bool { return b.ID == fix.Blocks[0].ID }),
	)

	l.Blocks = fix.Blocks
	require.Empty(t, l.Validate())
	require.LessOrEqual(t, reckon(t, l, students).Over, 0)
}
