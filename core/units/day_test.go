package units_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"hodometer/core/units"
)

func TestDay(t *testing.T) {
	now := time.Date(2026, 11, 29, 12, 0, 0, 0, time.UTC)
	require.Equal(t, "Tue 1 Dec", units.Day(time.Date(2026, 12, 1, 9, 0, 0, 0, time.UTC), now))
	require.Equal(t, "Fri 1 Jan 2027", units.Day(time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC), now))
}
