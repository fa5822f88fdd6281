package target

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// Rayleigh's law, closed form [rule].
func TestCircle(t *testing.T) {
	require.InDelta(t, 0.6514, Chance(1.372, 0.945), 0.00005)
	require.InDelta(t, 0.945, Sigma(1.372, Chance(1.372, 0.945)), 1e-12)
	require.InDelta(t, 1.372, Radius(0.945, Chance(1.372, 0.945)), 1e-12)
}
