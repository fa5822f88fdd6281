package units

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// A chance is a sentence before it is a number: the nearest of the ways a coach
// has, never a certainty it is not.
func TestChancesInWords(t *testing.T) {
	require.Equal(
		t,
		"about 1 in 4 (1 in 8 to 4 in 10)",
		SayChance(0.24, 0.13, 0.41),
	)
	require.Equal(t, "even (4 in 10 to 6 in 10)", SayChance(0.51, 0.41, 0.6))
	require.Equal(t, "hardly ever (at best 1 in 20)", SayChance(0.01, 0, 0.05))
	require.Equal(t, "nearly sure (at worst 9 in 10)", SayChance(0.98, 0.91, 1))
	require.Equal(t, "about 9 in 10", SayChance(0.9, 0.89, 0.91))
	require.Equal(t, "about 9 in 10 (6 to 10)", SayChance(0.9, 0.62, 0.98))
}
