package target

import (
	"math"

	"hodometer/core/court"

	"gonum.org/v1/gonum/integrate/quad"
	"gonum.org/v1/gonum/optimize"
)

// Shape is a target on the floor: for each y, the stretch of x that counts as a
// hit. One function is enough for every target a coach lays out, and for the
// gates that a ball must fly through, so that one integral serves them all.
type Shape interface {
	// At is the stretch from lo to hi, metres; lo ≥ hi where nothing counts.
	At(y float64) (lo, hi float64)
	// Depth is the stretch of y outside which nothing counts.
	Depth() (from, to float64)
}

// Circle around a centre.
type Circle struct {
	Centre court.Point
	Radius float64
}

// At and Depth of the circle.
func (c Circle) At(y float64) (lo, hi float64) {
	d := c.Radius*c.Radius - (y-c.Centre.Y)*(y-c.Centre.Y)
	if d <= 0 {
		return 0, 0
	}
	return c.Centre.X - math.Sqrt(d), c.Centre.X + math.Sqrt(d)
}

// Depth of the circle.
func (c Circle) Depth() (from, to float64) { return c.Centre.Y - c.Radius, c.Centre.Y + c.Radius }

// Object is a small thing to hit, such as a ball on a marker: struck when the
// edge of the ball, of the given radius, reaches it where it bounces.
func Object(at court.Point, size, ball float64) Circle { return Circle{at, size/2 + ball} }

// Rectangle between two corners. A strip between two lines, and the ground
// beyond a line, are rectangles with the court's own lines on the other sides.
type Rectangle struct{ Min, Max court.Point }

// At is the stretch across.
func (r Rectangle) At(float64) (lo, hi float64) { return r.Min.X, r.Max.X }

// Depth of the rectangle.
func (r Rectangle) Depth() (from, to float64) { return r.Min.Y, r.Max.Y }

// Gate is a gap that the ball must pass on its way, such as between a marker and
// the sideline: the straight line from From to the bounce must cross y = Y
// between Left and Right. Wherever the ball then bounces in court, it counts.
type Gate struct {
	From        court.Point
	Y           float64
	Left, Right float64
}

// At is the stretch of bounces at y whose line goes through the gate.
func (g Gate) At(y float64) (lo, hi float64) {
	reach := (y - g.From.Y) / (g.Y - g.From.Y) // of the way to the gate
	if reach <= 0 {
		return 0, 0
	}
	return g.From.X + (g.Left-g.From.X)*reach, g.From.X + (g.Right-g.From.X)*reach
}

// Depth of a gate is all of the court.
func (g Gate) Depth() (from, to float64) { return math.Inf(-1), math.Inf(1) }

// All is the whole court: a ball that is in.
type All struct{}

// At is all of the width.
func (All) At(float64) (lo, hi float64) { return math.Inf(-1), math.Inf(1) }

// Depth is all of the length.
func (All) Depth() (from, to float64) { return math.Inf(-1), math.Inf(1) }

// Mirror is a shape seen in the court's long axis.
type Mirror struct{ Of Shape }

// At is the mirrored stretch.
func (m Mirror) At(y float64) (lo, hi float64) {
	lo, hi = m.Of.At(y)
	return -hi, -lo
}

// Depth is that of the shape.
func (m Mirror) Depth() (from, to float64) { return m.Of.Depth() }

// Chance is the chance that a ball aimed there lands in the shape, in court:
//
//	∫ φ(y) [Φ((hi(y) − μ(y))/σc) − Φ((lo(y) − μ(y))/σc)] dy
//
// with μ(y) and σc the mean and deviation of x for balls that land at depth y.
// by a Gauss–Legendre rule over the part of the depth that matters; exact to 1e-4
// where an edge is cut by a line, better where none is.
func (s Spread) Chance(c *court.Court, a court.Area, aim court.Point, shape Shape) float64 {
	sx, sy, cov := s.covariance()
	slope := cov / (sy * sy)
	rest := math.Sqrt(max(1e-12, sx*sx-slope*slope*sy*sy))
	from, to := shape.Depth()
	near, far := 0.0, c.HalfLength
	if c.Target() == court.Near {
		near, far = -c.HalfLength, 0
	}
	from, to = max(from, near, aim.Y-6*sy), min(to, far, aim.Y+6*sy)
	if from >= to {
		return 0
	}
	w := c.HalfWidth[a]
	middle, half := (from+to)/2, (to-from)/2
	sum := 0.0
	for i, node := range depthNode {
		y := middle + half*node
		lo, hi := shape.At(y)
		lo, hi = max(lo, -w), min(hi, w)
		if lo >= hi {
			continue
		}
		mu := aim.X + slope*(y-aim.Y)
		sum += depthWeight[i] * bell((y-aim.Y)/sy) * (phi((hi-mu)/rest) - phi((lo-mu)/rest))
	}
	return sum * half / sy
}

// Nodes and weights over (−1, 1): a Gauss–Legendre rule in θ for y = sin θ,
// which bends straight what a round edge does at its ends.
var depthNode, depthWeight = func() (at, weight [32]float64) {
	quad.Legendre{}.FixedLocations(at[:], weight[:], -math.Pi/2, math.Pi/2)
	for i, theta := range at {
		at[i] = math.Sin(theta)
		weight[i] *= math.Cos(theta)
	}
	return at, weight
}()

// covariance of the spread in x and y.
func (s Spread) covariance() (sx, sy, cov float64) {
	sx, sy = s.Deviation()
	sh, ch := math.Sincos(s.Heading)
	return sx, sy, (s.Along*s.Along - s.Across*s.Across) * sh * ch
}

// Aim is where to aim, and what comes of it.
type Aim struct {
	At  court.Point
	Hit float64
	In  float64
}

// BestAim looks for the aim that makes hits less penalty × balls out largest:
// penalty 0 asks for hits alone. The spread keeps its direction. It starts from
// the aim given and climbs (Nelder–Mead), so a second peak far off is not found.
func (s Spread) BestAim(c *court.Court, a court.Area, from court.Point, shape Shape, penalty float64) Aim {
	value := func(p court.Point) float64 {
		v := s.Chance(c, a, p, shape)
		if penalty > 0 {
			v -= penalty * (1 - s.Chance(c, a, p, All{}))
		}
		return v
	}
	problem := optimize.Problem{
		Func: func(x []float64) float64 { return -value(court.Point{X: x[0], Y: x[1]}) },
	}
	settings := optimize.Settings{
		FuncEvaluations: 120,
		Converger:       &optimize.FunctionConverge{Absolute: 1e-6, Iterations: 20},
	}
	best := from
	// An evaluation limit is not a failure: what was found until then stands.
	if r, err := optimize.Minimize(
		problem,
		[]float64{from.X, from.Y},
		&settings,
		&optimize.NelderMead{SimplexSize: 0.4},
	); r != nil &&
		(err == nil || !math.IsNaN(r.F)) {
		if p := (court.Point{X: r.X[0], Y: r.X[1]}); value(p) > value(from) {
			best = p
		}
	}
	return Aim{best, s.Chance(c, a, best, shape), s.Chance(c, a, best, All{})}
}

// RadiusInCourt is the circle around the aim that is hit with chance p, the
// lines counted; false where even the whole court is not.
func (s Spread) RadiusInCourt(c *court.Court, a court.Area, aim court.Point, p float64) (float64, bool) {
	lo, hi := 0.0, 2*c.HalfLength
	if s.Hit(c, a, aim, hi) < p {
		return 0, false
	}
	for hi-lo > 1e-4 {
		if mid := (lo + hi) / 2; s.Hit(c, a, aim, mid) < p {
			lo = mid
		} else {
			hi = mid
		}
	}
	return hi, true
}

// Log is so many balls of which so many landed within Radius metres of the aim.
type Log struct {
	Radius      float64
	Balls, Hits int
}

// Pooled is the spread from logs with circles of several sizes, and the interval
// it lies in with 80 % certainty. The prior is what is believed of that level
// before any ball: sigma prior, worth as many balls as weight says, so that
// three balls do not decide; weight 0 is no prior. It is the mean of the
// posterior over σ, which has a flat prior in log σ otherwise.
func Pooled(logs []Log, prior, weight float64) (sigma, low, high float64) {
	const points = 400
	from, to := math.Log(0.02), math.Log(10)
	density := [points]float64{}
	most := math.Inf(-1)
	at := func(i int) float64 { return math.Exp(from + (to-from)*(float64(i)+0.5)/points) }
	for i := range density {
		l := 0.0
		for _, g := range logs {
			l += weigh(float64(g.Hits), float64(g.Balls-g.Hits), g.Radius, at(i))
		}
		if weight > 0 {
			// As many balls at the circle that the prior hits half of the time.
			l += weigh(weight/2, weight/2, Radius(prior, 0.5), at(i))
		}
		density[i] = l
		most = max(most, l)
	}
	total := 0.0
	for i := range density {
		density[i] = math.Exp(density[i] - most)
		total += density[i]
	}
	low, high = at(points-1), at(points-1)
	sum, mean := 0.0, 0.0
	for i := range density {
		before := sum / total
		sum += density[i]
		mean += density[i] * math.Log(at(i))
		if before < 0.1 && sum/total >= 0.1 {
			low = at(i)
		}
		if before < 0.9 && sum/total >= 0.9 {
			high = at(i)
		}
	}
	return math.Exp(mean / total), low, high
}

// weigh is the log likelihood of hits and misses within r at that spread.
func weigh(hits, misses, r, sigma float64) float64 {
	e := r * r / (2 * sigma * sigma)
	return hits*math.Log(-math.Expm1(-e)+1e-300) - misses*e
}
