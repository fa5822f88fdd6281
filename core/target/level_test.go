package target

import (
	"math"
	"testing"

	"hodometer/core/court"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// straight is a stroke of that length up the middle at what counts.
func straight(c *court.Court, aim court.Point, counts Shape, length float64) Stroke {
	return Stroke{Court: c, Area: court.Singles, Aim: aim, Counts: counts, Length: length, Widened: 1}
}

// The level table [trade] over a shot of 20 m: a circle of 4.5 ft about the aim,
// and any ball past the service line and in, from 21 m, aimed on the middle 3 m
// inside the baseline, with what ten in a row then take [rule: closed form].
func TestLevelTable(t *testing.T) {
	c := tennis(t)
	aim := court.Point{Y: 6}
	circle := straight(c, aim, Circle{aim, 1.3716}, 20)
	require.InDelta(t, 0.4716*0.90, levels[units.Club].Chance(circle, 1), 0.0001)
	require.InDelta(t, 0.7213*0.95, levels[units.Performance].Chance(circle, 1), 0.0001)
	deep := Rectangle{
		court.Point{X: -c.HalfWidth[court.Singles], Y: units.Feet(21)},
		court.Point{X: c.HalfWidth[court.Singles], Y: c.HalfLength},
	}
	p := levels[units.Club].Chance(straight(c, court.Point{Y: c.HalfLength - 3}, deep, 21), 1)
	require.InDelta(t, 0.8228, p, 0.0002)
	require.InDelta(t, 34.0, (1-math.Pow(p, 10))/(math.Pow(p, 10)*(1-p)), 0.1)
	require.InDelta(t, 20, ReferenceShot(c), 1e-9)
	r, ok := levels[units.Club].Within(circle, 1, 0.4716*0.90)
	require.True(t, ok)
	require.InDelta(t, 1.3716, r, 0.001)
	_, ok = levels[units.Beginner].Within(circle, 1, 0.9)
	require.False(t, ok, "18 in a hundred are in the net")
}

// So few nodes carry a chance to 0.001 over the whole range of k, whatever the
// target; a wider spread is never better at a circle about the aim, more effort
// never helps, a wider target never hurts, and a beginner is never above a club
// player.
func TestCurves(t *testing.T) {
	c := tennis(t)
	rapid.Check(t, func(t *rapid.T) {
		cm := func(name string, lo, hi int) float64 { return float64(rapid.IntRange(lo, hi).Draw(t, name)) / 100 }
		aim := court.Point{X: cm("x", -350, 350), Y: cm("y", 300, 1100)}
		r := cm("r", 30, 250)
		s := straight(c, aim, Circle{aim, r}, cm("length", 600, 2300))
		s.Heading = cm("heading", -50, 50)
		effort := cm("effort", 0, 99)
		s.Widened, _ = Effort(effort)
		if rapid.Bool().Draw(t, "any ball in") {
			s.Counts = All{}
		}
		l := levels[units.Club]
		curve := l.Curve(s)
		last := 1.0
		for k := LeastK; k < MostK; k *= 1.1 {
			require.InDelta(t, l.Chance(s, k), curve.At(math.Log(k)), 0.001)
			if _, circle := s.Counts.(Circle); circle {
				require.LessOrEqual(t, curve.At(math.Log(k)), last+0.001)
				last = curve.At(math.Log(k))
			}
			require.LessOrEqual(t, levels[units.Beginner].Chance(s, k), l.Chance(s, k)+1e-4)
			wider, later := s, s
			wider.Counts = Circle{aim, r + 0.1}
			if _, circle := s.Counts.(Circle); circle {
				require.GreaterOrEqual(t, l.Chance(wider, k), l.Chance(s, k)-1e-4)
				later.Widened, _ = Effort(effort + 0.01)
				require.LessOrEqual(t, l.Chance(later, k), l.Chance(s, k)+1e-4)
			}
		}
	})
	_, reached := Effort(1.01)
	require.False(t, reached)
	require.Zero(t, levels[units.Club].Chance(Stroke{Court: c, Counts: All{}}, 1))
}

// What a curve of one target costs, of which a lesson has a few hundred.
func BenchmarkCurve(b *testing.B) {
	c := tennis(b)
	aim := court.Point{X: 2, Y: 9}
	s := straight(c, aim, Circle{aim, 1.3}, 18)
	s.Heading = 0.2
	for b.Loop() {
		levels[units.Club].Curve(s)
	}
}

// A curve is read at places of its own as it is anywhere.
func TestPlacesReadACurve(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var c Curve
		for i := range c {
			c[i] = rapid.Float64Range(0, 1).Draw(t, "value")
		}
		from := rapid.Float64Range(math.Log(LeastK)-0.1, math.Log(MostK)).Draw(t, "from")
		at := func(i int) float64 { return from + 0.05*float64(i) }
		places := PlacesAt(9, at)
		for i := range places {
			require.InDelta(t, c.At(at(i)), places.Of(&c, i), 1e-9)
		}
	})
}

// The table is the law.
func TestNormalTable(t *testing.T) {
	for z := -8.0; z <= 8; z += 0.0037 {
		require.InDelta(t, math.Erfc(-z/math.Sqrt2)/2, phi(z), 1e-9)
		require.InDelta(t, math.Exp(-z*z/2)/math.Sqrt(2*math.Pi), bell(z), 1e-8)
	}
}

// At the very ends of the table, where what is just below the most is rounded up to it, the law is
// still read: a ball seven deviations off stopped the reckoning.
func TestTheNormalLawHasEnds(t *testing.T) {
	below := math.Nextafter(normalMost, 0)
	require.InDelta(t, 1, phi(below), 1e-9)
	require.InDelta(t, 0, phi(-below), 1e-9)
	require.InDelta(t, 0, bell(below), 1e-6)
	require.InDelta(t, 0, bell(-below), 1e-6)
}
