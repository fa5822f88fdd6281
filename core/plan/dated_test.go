package plan

import (
	"testing"
	"time"

	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// One day is said once; of several each student has the right one.
func TestEachHasTheDayOfTheirOwn(t *testing.T) {
	at := func(day int) int { return units.DayNumber(time.Date(2026, 5, day, 17, 0, 0, 0, time.UTC)) }
	words, day := dated([]past{{"Otto 5", at(12)}, {"Pip 7", at(12)}})
	require.Equal(t, []string{"Otto 5", "Pip 7"}, words)
	require.Equal(t, "Tue 12 May", day)
	words, day = dated([]past{{"Otto 5", at(12)}, {"Pip 7", at(5)}})
	require.Equal(t, []string{"Otto 5 on Tue 12 May", "Pip 7 on Tue 5 May"}, words)
	require.Empty(t, day)
}
