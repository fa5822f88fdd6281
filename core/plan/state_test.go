package plan_test

import (
	"slices"
	"testing"

	"hodometer/core/internal/sample"
	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// What a coach would ask before a lesson stands with it: after a word about pain, where a student
// tires, and after weeks away. It is not said of a lesson that was given.
func TestHowStudentsAreDoingIsSaidBeforeALesson(t *testing.T) {
	l, students := sample.Today(t)
	said := func(felt ...progress.Felt) map[string]string {
		own := slices.Clone(students)
		own[0].Felt = felt
		out := map[string]string{}
		for _, n := range reckon(t, l, own).Notices {
			out[n.Kind] = n.Text
		}
		return out
	}
	now := said(
		progress.Felt{DaysBefore: 3, Engagement: 3, Effort: 9, Words: "knee hurts"},
		progress.Felt{DaysBefore: 6, Engagement: 5, Effort: 7},
		progress.Felt{DaysBefore: 10, Engagement: 7, Effort: 5},
	)
	require.Contains(t, now["pain"], "Wren, 3 days ago: “knee hurts”")
	require.Contains(t, now["pain"], "a qualified person decides")
	require.Contains(t, now["tires"], "engagement fell from 7 to 3 and effort rose from 5 to 9")
	require.Empty(t, now["away"])
	require.Contains(t, said(progress.Felt{DaysBefore: 20})["away"], "20 days ago")
	students[0].Given = &progress.Worked{Minutes: 60}
	require.Empty(t, said(progress.Felt{DaysBefore: 20, Words: "pain"})["pain"])
}
