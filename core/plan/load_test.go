package plan_test

import (
	"testing"

	"hodometer/core/internal/sample"
	"hodometer/core/plan"
	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// Effort doubled for two weeks is said once; a regular week, also the first after weeks away, is
// not.
func TestLoadOfTwoWeeksIsSaid(t *testing.T) {
	l, students := sample.Today(t)
	today := 0.0
	for _, b := range l.Blocks {
		today += float64(b.Minutes)
	}
	said := func(worked ...progress.Worked) string {
		own := append([]plan.Student{}, students...)
		own[0].Worked = worked
		for _, n := range reckon(t, l, own).Notices {
			if n.Kind == "load" {
				return n.Text
			}
		}
		return ""
	}
	weekly := func(days int, rating float64) progress.Worked {
		return progress.Worked{DaysBefore: days, Minutes: today, Rating: rating}
	}
	require.Empty(t, said(weekly(7, 5), weekly(14, 5), weekly(21, 5)), "a regular week after three")
	require.Empty(t, said(weekly(21, 5), weekly(28, 5)), "a regular week after two away")
	heavy := said(weekly(1, 5), weekly(8, 10), weekly(15, 5), weekly(22, 5))
	require.Contains(t, heavy, "Wren")
	require.Contains(t, heavy, "in the week before")
	require.Empty(
		t,
		said(weekly(1, 5), weekly(8, 5), weekly(15, 5), weekly(22, 5)),
		"one heavy week, not twice the usual",
	)
	require.Contains(t, said(weekly(1, 10), weekly(8, 5), weekly(15, 5), weekly(22, 5)), "usually")
}
