package target

import (
	"math"
	"testing"

	"hodometer/core/court"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func tennis(t require.TestingT) *court.Court {
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	return c
}

// Products of normal chances [rule], for the rule of thumb of 4.5 ft from the
// sideline and 6.5 ft from the baseline [trade].
func TestWhatTheRuleOfThumbMeans(t *testing.T) {
	c := tennis(t)
	aim := court.Point{X: c.HalfWidth[court.Singles] - units.Feet(4.5), Y: c.HalfLength - units.Feet(6.5)}
	l := Spread{Across: 0.9, Along: 1.5}.Land(c, court.Singles, aim)
	require.InDelta(t, 0.8489, l.In, 0.00005)
	require.InDelta(t, 0.0638, l.Wide, 0.00005)
	require.InDelta(t, 0.0933, l.Long, 0.00005)
	require.InDelta(t, 0.9654, Spread{Across: 0.6, Along: 1.0}.Land(c, court.Singles, aim).In, 0.00005)
	require.InDelta(t, units.Feet(4.5), Room(c, court.Singles, aim), 1e-9)
	// Aimed by the margin, just the wanted share goes wide.
	aim.X = c.HalfWidth[court.Singles] - Margin(0.9, 0.05)
	require.InDelta(t, 0.05, Spread{Across: 0.9, Along: 1.5}.Land(c, court.Singles, aim).Wide, 1e-6)
}

// The integral and the product of normals are reckoned in different ways; a
// hair of slant must not change the answer. A round spread is Rayleigh's law,
// whichever way it is turned.
func TestIntegralAgreesWithProducts(t *testing.T) {
	c := tennis(t)
	rapid.Check(t, func(t *rapid.T) {
		cm := func(name string, lo, hi int) float64 { return float64(rapid.IntRange(lo, hi).Draw(t, name)) / 100 }
		aim := court.Point{X: cm("x", -380, 380), Y: cm("y", 200, 1150)}
		s := Spread{Across: cm("across", 40, 200), Along: cm("along", 40, 250)}
		straight := s.Land(c, court.Singles, aim)
		s.Heading = 1e-9
		require.InDelta(t, straight.In, s.Land(c, court.Singles, aim).In, 0.004)
		round := Spread{Across: s.Across, Along: s.Across, Heading: cm("heading", -150, 150)}
		r := cm("r", 10, 300)
		require.InDelta(t, Chance(r, s.Across), round.Within(func(float64) float64 { return r }), 1e-9)
		// Mirror in, mirror out; a larger circle is never harder; hits are in.
		s.Heading = cm("slant", -60, 60)
		m := s
		m.Heading = -s.Heading
		hit := s.Hit(c, court.Singles, aim, r)
		require.InDelta(t, hit, m.Hit(c, court.Singles, aim.Mirror(), r), 1e-9)
		require.GreaterOrEqual(t, s.Hit(c, court.Singles, aim, r+0.1), hit)
		require.LessOrEqual(t, hit, s.Land(c, court.Singles, aim).In+1e-9)
	})
}

// A slanted shot spreads along its own line.
func TestSlantMovesTheMisses(t *testing.T) {
	c := tennis(t)
	aim := court.Point{X: 3, Y: 9}
	long := Spread{Across: 0.3, Along: 1.5}
	straight := long.Land(c, court.Singles, aim)
	long.Heading = math.Pi / 4
	slanted := long.Land(c, court.Singles, aim)
	require.Greater(t, slanted.Wide, straight.Wide)
	require.Less(t, slanted.Long, straight.Long)
}

func TestSpreadFromALog(t *testing.T) {
	sigma, low, high := FromLog(1.37, 20, 13)
	require.InDelta(t, 0.945, sigma, 0.001) // Rayleigh's law, closed form [rule]
	require.Less(t, low, sigma)
	require.Greater(t, high, sigma)
	_, lowMany, highMany := FromLog(1.37, 200, 130)
	require.Less(t, highMany-lowMany, high-low)
	for _, hits := range []int{0, 3} {
		s, l, h := FromLog(1.37, 3, hits)
		require.False(t, math.IsInf(s, 0) || math.IsNaN(s) || math.IsInf(h, 0), "three balls do not decide")
		require.LessOrEqual(t, l, h)
	}
}
