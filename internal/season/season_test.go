//go:build !race

package season_test

import (
	"cmp"
	"os"
	"slices"
	"strconv"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// first is the first day of the season.
var first = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC) // a Monday

// Thirteen students in six groups, eight weeks, eighty lessons: one after the other each lesson
// looks as a coach would have it, and what is advised is what the truth would advise.
func TestSeason(t *testing.T) {
	seed, err := strconv.ParseUint(cmp.Or(os.Getenv("SEASON"), "1"), 10, 32)
	require.NoError(t, err)
	w := newWorld(t, seed)
	all := groups()
	for _, g := range all {
		w.join(g)
	}
	for day := range 7 * weeks {
		at := w.first.AddDate(0, 0, day)
		weekday := int(at.Weekday()+6)%7 + 1
		hour := 8
		for _, g := range all {
			hour += 2
			if slices.Contains(g.days(), weekday) && (g.event == 0 || day < g.event) {
				w.teach(g, time.Date(at.Year(), at.Month(), at.Day(), hour, 0, 0, 0, time.UTC))
			}
		}
	}
	require.NotEmpty(t, w.seen.lessons)
	w.seen.judge(t, all)
}
