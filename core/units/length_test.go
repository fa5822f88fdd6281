package units

import (
	"testing"

	"github.com/stretchr/testify/require"
)

func TestLengthAsCoachesSayIt(t *testing.T) {
	for _, c := range []struct {
		metres           float64
		metric, imperial string
	}{
		{1.3716, "1.37 m", "4 ft 6 in"},
		{23.7744, "23.77 m", "78 ft"}, // ITF Rules of Tennis, rule 1 [rule; memory]
		{0.9144, "0.91 m", "3 ft"},    // ITF Rules of Tennis, rule 1 [rule; memory]
		{0.3047, "0.30 m", "1 ft"},    // 11.996 in rounds up into the foot, never "12 in"
		{0.1525, "0.15 m", "6 in"},    // ITTF Laws 2.2 [rule; memory]
		{-1.3716, "-1.37 m", "−4 ft 6 in"},
		{0, "0.00 m", "0 ft"},
	} {
		require.Equal(t, c.metric, Length(c.metres, Metric))
		require.Equal(t, c.imperial, Length(c.metres, Imperial))
	}
}

func TestProblemsNameTheFieldInItsPlace(t *testing.T) {
	var inner, outer Problems
	inner.Add("minutes", "must be at least 1")
	outer.Under("blocks[2]", inner)
	require.EqualError(t, outer.Err(), "blocks[2].minutes: must be at least 1")
	require.NoError(t, Problems(nil).Err())
}
