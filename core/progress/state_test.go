package progress_test

import (
	"testing"

	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// Engagement from 7 to 3 with effort from 5 to 9 over three lessons is said, one of them alone is
// not, nor is what nobody rated; a word about pain stands for two weeks, and so long without a
// lesson is an absence.
func TestHowAStudentIsDoing(t *testing.T) {
	of := func(rated ...[2]int) (out []progress.Felt) { // the latest first
		for i, r := range rated {
			out = append(out, progress.Felt{DaysBefore: 3 * (i + 1), Engagement: r[0], Effort: r[1]})
		}
		return out
	}
	for _, c := range []struct {
		what  string
		felt  []progress.Felt
		fades bool
	}{
		{"both", of([2]int{3, 9}, [2]int{5, 7}, [2]int{7, 5}), true},
		{"engagement alone", of([2]int{3, 5}, [2]int{5, 5}, [2]int{7, 5}), false},
		{"effort alone", of([2]int{7, 9}, [2]int{7, 7}, [2]int{7, 5}), false},
		{"two lessons", of([2]int{3, 9}, [2]int{7, 5}), false},
		{"one of three not rated", of([2]int{3, 9}, [2]int{0, 0}, [2]int{7, 5}), false},
		{"over what was not rated", of([2]int{3, 9}, [2]int{0, 0}, [2]int{5, 7}, [2]int{7, 5}), true},
		{"better", of([2]int{7, 5}, [2]int{5, 7}, [2]int{3, 9}), false},
	} {
		_, _, is := progress.Fades(c.felt)
		require.Equal(t, c.fades, is, c.what)
	}
	for words, pain := range map[string]bool{
		"Her knee hurts": true, "wrist: painful!": true, "twisted ankle": true, "sore shoulder": true,
		"late to the ball": false, "painted the lines with her serve": false, "": false,
	} {
		_, is := progress.Pain([]progress.Felt{{DaysBefore: 3, Words: words}})
		require.Equal(t, pain, is, words)
	}
	_, is := progress.Pain([]progress.Felt{{DaysBefore: 3}, {DaysBefore: 20, Words: "knee hurts"}})
	require.False(t, is, "long ago")
	days, away := progress.Away([]progress.Felt{{DaysBefore: 20}, {DaysBefore: 27}})
	require.True(t, away)
	require.Equal(t, 20, days)
	_, away = progress.Away([]progress.Felt{{DaysBefore: 7}})
	require.False(t, away)
	_, away = progress.Away(nil)
	require.False(t, away, "who is new was not away")
}
