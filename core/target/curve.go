package target

import (
	"math"

	"hodometer/core/memo"
)

// Curve is a chance as a function of k, a student's spread ÷ that of their
// level, between LeastK and MostK: its values at the Chebyshev nodes of ln k.
// Chances are smooth in ln k, so that so few carry them to 0.0001. The mean of
// curves is the curve of the mean.
type Curve [curveNodes]float64

// The range of k.
const (
	LeastK = 0.3
	MostK  = 3.5
)

const curveNodes = 13

var (
	curveFrom = math.Log(LeastK)
	curveTo   = math.Log(MostK)
	// Nodes in ln k, and the weights of the barycentric formula.
	curveAt, curveWeight = chebyshev()
)

func chebyshev() (at, weight [curveNodes]float64) {
	for i := range at {
		theta := math.Pi * (2*float64(i) + 1) / (2 * curveNodes)
		at[i] = (curveFrom+curveTo)/2 + (curveTo-curveFrom)/2*math.Cos(theta)
		weight[i] = math.Sin(theta)
		if i%2 == 1 {
			weight[i] = -weight[i]
		}
	}
	return at, weight
}

// CurveOf is the curve of a chance as a function of k.
func CurveOf(chance func(k float64) float64) (c Curve) {
	for i, at := range curveAt {
		c[i] = chance(math.Exp(at))
	}
	return c
}

// At is the chance at that ln k, held within 0 and 1 and within the range of k.
func (c *Curve) At(logK float64) float64 { return min(1, max(0, c.read(logK))) }

func (c *Curve) read(logK float64) float64 {
	logK = min(curveTo, max(curveFrom, logK))
	sum, weights := 0.0, 0.0
	for i, at := range curveAt {
		d := logK - at
		if d == 0 {
			return c[i]
		}
		w := curveWeight[i] / d
		sum += w * c[i]
		weights += w
	}
	return sum / weights
}

// Places are values of ln k at which many curves are read: what each node of a curve adds to
// the chance there, so that reading one divides nothing.
type Places [][curveNodes]float64

// PlacesAt are n places, the i-th at that ln k.
func PlacesAt(n int, logK func(i int) float64) Places {
	out := make(Places, n)
	for i := range out {
		for j := range curveNodes {
			var alone Curve
			alone[j] = 1
			out[i][j] = alone.read(logK(i))
		}
	}
	return out
}

// Of is the chance of a curve at the i-th place: At of it.
func (p Places) Of(c *Curve, i int) float64 {
	sum, of := 0.0, &p[i]
	for j, v := range c {
		sum += of[j] * v
	}
	return min(1, max(0, sum))
}

// Plus adds a share of another curve.
func (c Curve) Plus(share float64, o Curve) Curve {
	for i := range c {
		c[i] += share * o[i]
	}
	return c
}

// Curves remembers the curves of strokes for a level. It may be used by many at
// once; the zero value is ready, and nil remembers nothing.
type Curves struct {
	known memo.Of[curveKey, Curve]
}

type curveKey struct {
	level  Level
	stroke Stroke
}

// mostCurves remembered, some 300 bytes each.
const mostCurves = 8192

// Of is the curve of the stroke for that level.
func (k *Curves) Of(l Level, s Stroke) Curve {
	if k == nil {
		return l.Curve(s)
	}
	return k.known.Get(curveKey{l, s}, mostCurves, func() Curve { return l.Curve(s) })
}
