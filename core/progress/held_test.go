package progress_test

import (
	"testing"

	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// Checks [rule: the Beta law with parameters 1+held, 1+not; its integrals in closed form]: nothing
// judged is ½ ± 0.4; after 3 of 3 the share is 4/5 and at least 0.6 with 1 − 0.6⁴; after 2 of 3 it is
// 3/5, and at least 0.6 with 1 − (4·0.6³ − 3·0.6⁴).
func TestHeldIsABetaLaw(t *testing.T) {
	var none, all, most progress.Held
	require.False(t, none.Any())
	require.InDelta(t, 0.1, none.Rate().Low, 1e-9)
	require.InDelta(t, 0.9, none.Rate().High, 1e-9)
	all.Add(3, 3)
	require.InDelta(t, 0.8, all.Rate().Mean, 1e-9)
	require.InDelta(t, 1-0.6*0.6*0.6*0.6, all.AtLeast(0.6), 1e-9)
	most.Add(3, 2)
	require.InDelta(t, 0.6, most.Rate().Mean, 1e-9)
	require.InDelta(t, 1-(4*0.216-3*0.1296), most.AtLeast(0.6), 1e-9)

	// What is held lately counts more than what was not in the beginning.
	var learns, slips progress.Held
	for i := range 6 {
		learns.Add(3, i/2+1)
		slips.Add(3, 3-i/2)
	}
	require.Greater(t, learns.Rate().Mean, slips.Rate().Mean+0.1)
}
