package target

import (
	"math"
	"testing"

	"hodometer/core/court"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat/distuv"
	"pgregory.net/rapid"
)

// Both integrals, polar and by slices, and the product of normal chances are
// reckoned in different ways and must agree [rule: closed form].
func TestShapesAgreeWithClosedForms(t *testing.T) {
	c := tennis(t)
	rapid.Check(t, func(t *rapid.T) {
		cm := func(name string, lo, hi int) float64 { return float64(rapid.IntRange(lo, hi).Draw(t, name)) / 100 }
		aim := court.Point{X: cm("x", -380, 380), Y: cm("y", 200, 1150)}
		s := Spread{Across: cm("across", 30, 200), Along: cm("along", 30, 250)}
		r := cm("r", 30, 300)
		require.InDelta(t, s.Land(c, court.Singles, aim).In, s.Chance(c, court.Singles, aim, All{}), 1e-6)
		box := Rectangle{court.Point{X: -1, Y: 6}, court.Point{X: 2, Y: 9}}
		nx, ny := distuv.Normal{Mu: aim.X, Sigma: s.Across}, distuv.Normal{Mu: aim.Y, Sigma: s.Along}
		require.InDelta(
			t,
			(nx.CDF(2)-nx.CDF(-1))*(ny.CDF(9)-ny.CDF(6)),
			s.Chance(c, court.Singles, aim, box),
			1e-6,
		)
		s.Heading = cm("slant", -80, 80)
		hit := s.Chance(c, court.Singles, aim, Circle{aim, r})
		require.InDelta(t, s.Hit(c, court.Singles, aim, r), hit, 0.003)
		// Mirror in, mirror out; a part is no more than the whole.
		m := s
		m.Heading = -s.Heading
		require.InDelta(
			t,
			s.Chance(c, court.Singles, aim, box),
			m.Chance(c, court.Singles, aim.Mirror(), Mirror{box}),
			1e-9,
		)
		require.LessOrEqual(t, hit, s.Chance(c, court.Singles, aim, All{})+1e-3)
		// A gate and what lies left and right of it are the whole court.
		g := Gate{
			From:  court.Point{X: 1, Y: -11},
			Y:     7,
			Left:  cm("left", -300, 0),
			Right: cm("right", 1, 300),
		}
		left, right := g, g
		left.Left, left.Right = -1000, g.Left
		right.Left, right.Right = g.Right, 1000
		sum := 0.0
		for _, p := range []Gate{left, g, right} {
			sum += s.Chance(c, court.Singles, aim, p)
		}
		require.InDelta(t, s.Chance(c, court.Singles, aim, All{}), sum, 1e-3)
	})
}

// A marker 4–5 ft inside the baseline as a depth target, and a gate 2 ft wide at
// the singles sideline [trade]: each is a number for this student.
func TestRulesOfThumbAsShapes(t *testing.T) {
	c := tennis(t)
	s := Spread{Across: 0.9, Along: 1.5}
	beyond := Rectangle{
		court.Point{X: -c.HalfWidth[court.Singles], Y: c.HalfLength - units.Feet(4.5)},
		court.Point{X: c.HalfWidth[court.Singles], Y: c.HalfLength},
	}
	n := distuv.Normal{Mu: 10, Sigma: 1.5}
	deep := n.CDF(c.HalfLength) - n.CDF(c.HalfLength-units.Feet(4.5))
	want := deep * (1 - 2*distuv.UnitNormal.Survival(c.HalfWidth[court.Singles]/0.9))
	require.InDelta(t, want, s.Chance(c, court.Singles, court.Point{Y: 10}, beyond), 1e-6)
	ball := Object(court.Point{X: 2, Y: 9}, 0.067, 0.0335)
	require.InDelta(
		t,
		math.Pi*0.067*0.067/(2*math.Pi*0.9*1.5),
		s.Chance(c, court.Singles, ball.Centre, ball),
		1e-5,
		"density × area for a thing so small",
	)
}

// The best aim at a target near the line lies farther in as being out costs
// more, and never scores worse than aiming at its middle.
func TestBestAim(t *testing.T) {
	c := tennis(t)
	s := Spread{Across: 0.9, Along: 1.5}
	corner := Circle{court.Point{X: 3.5, Y: 11}, 1}
	free := s.BestAim(c, court.Singles, corner.Centre, corner, 0)
	dear := s.BestAim(c, court.Singles, corner.Centre, corner, 1)
	require.GreaterOrEqual(t, free.Hit, s.Chance(c, court.Singles, corner.Centre, corner))
	require.Less(t, dear.At.X, free.At.X)
	require.Less(t, dear.At.Y, free.At.Y)
	require.Greater(t, dear.In, free.In)
	require.Less(t, dear.Hit, free.Hit)
	middle := s.BestAim(c, court.Singles, court.Point{X: 1, Y: 7}, All{}, 0)
	require.InDelta(t, 0, middle.At.X, 0.05, "the chance in is largest in the middle")
	require.InDelta(t, c.HalfLength/2, middle.At.Y, 0.1)
}

func TestRadiusForAWantedChance(t *testing.T) {
	c := tennis(t)
	mid := court.Point{Y: 6}
	r, ok := Spread{Across: 0.5, Along: 0.5}.RadiusInCourt(c, court.Singles, mid, 0.7)
	require.True(t, ok)
	require.InDelta(t, Radius(0.5, 0.7), r, 0.001, "σ√(−2 ln(1−p)) while no line is near")
	_, ok = Spread{Across: 3, Along: 3}.RadiusInCourt(c, court.Singles, court.Point{X: 4, Y: 11.5}, 0.7)
	require.False(t, ok)
}

// Logs pool: with one radius and many balls the closed form comes out; the same
// log twice is the log of all balls; few balls stay near the prior.
func TestPooledSpread(t *testing.T) {
	want := Sigma(1.37, 0.65)
	s, low, high := Pooled([]Log{{1.37, 2000, 1300}}, 0, 0)
	require.InDelta(t, want, s, 0.02)
	require.Less(t, low, want)
	require.Greater(t, high, want)
	a, _, _ := Pooled([]Log{{1.37, 10, 6}, {1.37, 10, 7}}, 0, 0)
	b, _, _ := Pooled([]Log{{1.37, 20, 13}}, 0, 0)
	require.InDelta(t, b, a, 1e-9)
	three, l3, h3 := Pooled([]Log{{1.37, 3, 0}}, 0.945, 12)
	require.Greater(t, three, 0.945)
	require.Less(t, three, 1.5, "three balls do not decide")
	_, l30, h30 := Pooled([]Log{{1.37, 30, 20}}, 0.945, 12)
	require.Less(t, h30-l30, h3-l3)
	mixed, _, _ := Pooled([]Log{{0.5, 40, 6}, {1.5, 40, 29}}, 0.945, 6)
	require.InDelta(t, 0.92, mixed, 0.08, "both circles say a little over 0.9")
}

func BenchmarkChance(b *testing.B) {
	c := tennis(b)
	s := Spread{0.9, 1.5, 0.2}
	for b.Loop() {
		s.Chance(c, court.Singles, court.Point{X: 2, Y: 9}, Circle{court.Point{X: 2, Y: 9}, 1})
	}
}

func BenchmarkBestAim(b *testing.B) {
	c := tennis(b)
	s := Spread{0.9, 1.5, 0.2}
	for b.Loop() {
		s.BestAim(c, court.Singles, court.Point{X: 3, Y: 10}, Circle{court.Point{X: 3, Y: 10}, 1}, 0.5)
	}
}
