package target

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat/distuv"
)

// Rayleigh's law, closed form [rule].
func TestCircle(t *testing.T) {
	require.InDelta(t, 0.6514, Chance(1.372, 0.945), 0.00005)
	require.InDelta(t, 0.945, Sigma(1.372, Chance(1.372, 0.945)), 1e-12)
	require.InDelta(t, 1.372, Radius(0.945, Chance(1.372, 0.945)), 1e-12)
}

// With no circle at all, the chance inside a rectangle is a product of normal
// probabilities [rule].
func TestChanceInsideARectangle(t *testing.T) {
	right, left, up, down, sigma := 1.0, 3.0, 0.7, 5.0, 0.9
	edge := func(theta float64) float64 {
		dx, dy := math.Cos(theta), math.Sin(theta)
		tx, ty := right/dx, up/dy
		if dx < 0 {
			tx = -left / dx
		}
		if dy < 0 {
			ty = -down / dy
		}
		return min(tx, ty)
	}
	n := distuv.Normal{Mu: 0, Sigma: sigma}
	want := (n.CDF(right) - n.CDF(-left)) * (n.CDF(up) - n.CDF(-down))
	require.InDelta(t, want, ChanceInside(100, sigma, edge), 0.0005)
	require.InDelta(
		t,
		Chance(0.5, sigma),
		ChanceInside(0.5, sigma, edge),
		1e-12,
		"a circle wholly in is a circle",
	)
}
