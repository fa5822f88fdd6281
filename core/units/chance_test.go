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
		"about 1 in 4; between 1 in 8 and 4 in 10 for what is known",
		SayChance(0.24, 0.13, 0.41),
	)
	require.Equal(t, "even; between 4 in 10 and 6 in 10 for what is known", SayChance(0.51, 0.41, 0.6))
	require.Equal(t, "hardly ever; 1 in 20 at best, for what is known", SayChance(0.01, 0, 0.05))
	require.Equal(t, "nearly sure; 9 in 10 at worst, for what is known", SayChance(0.98, 0.91, 1))
	require.Equal(t, "about 9 in 10", SayChance(0.9, 0.89, 0.91))
}
