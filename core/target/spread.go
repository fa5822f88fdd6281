package target

import (
	"math"

	"hodometer/core/court"

	"gonum.org/v1/gonum/stat/distuv"
)

// Spread is how a student's balls scatter around the aim: standard deviations
// in metres square to the shot and along it, the shot's direction in radians
// from straight ahead.
type Spread struct {
	Across, Along float64
	Heading       float64
}

// Landing is where balls go: the chances may overlap, a ball can be both wide
// and long.
type Landing struct {
	In   float64
	Wide float64
	Long float64
}

// in the direction theta from the x axis, the spread's density falls off with
// exp(−ρ²q/2).
func (s Spread) q(theta float64) float64 {
	// The shot runs at π/2 − heading from the x axis.
	along, across := math.Sincos(theta + s.Heading)
	return across*across/(s.Across*s.Across) + along*along/(s.Along*s.Along)
}

// Within is the chance to land no farther from the aim than edge(θ) metres in
// each direction: (1/2πσ₁σ₂) ∫ (1 − e^{−edge²q/2})/q dθ, q = cos²/σ₁² + sin²/σ₂².
func (s Spread) Within(edge func(theta float64) float64) float64 {
	const steps = 720
	sum := 0.0
	for i := range steps {
		theta := 2 * math.Pi * (float64(i) + 0.5) / steps
		q, e := s.q(theta), edge(theta)
		sum += -math.Expm1(-e*e*q/2) / q
	}
	return sum / (steps * s.Across * s.Along)
}

// Clear is the chance to land within r metres of the aim with no line near: the
// integrand has the period π, so that few directions are as good as many.
func (s Spread) Clear(r float64) float64 {
	const steps = 24
	sum := 0.0
	for i := range steps {
		q := s.q(math.Pi * (float64(i) + 0.5) / steps)
		sum += -math.Expm1(-r*r*q/2) / q
	}
	return sum / (steps * s.Across * s.Along)
}

// Hit is the chance to land in the circle of radius r around the aim, in court.
func (s Spread) Hit(c *court.Court, a court.Area, aim court.Point, r float64) float64 {
	return s.Within(func(theta float64) float64 { return min(r, c.ToEdge(a, c.Target(), aim, theta)) })
}

// Deviation of the spread in the direction of x and of y.
func (s Spread) Deviation() (x, y float64) {
	sh, ch := math.Sincos(s.Heading)
	return math.Hypot(s.Across*ch, s.Along*sh), math.Hypot(s.Across*sh, s.Along*ch)
}

// Land is where balls aimed there go. Aligned with the court it is a product of
// normal chances; a slanted spread is integrated. Long is past the baseline or,
// between walls, onto the back wall before it bounces.
func (s Spread) Land(c *court.Court, a court.Area, aim court.Point) Landing {
	x, y := s.Deviation()
	w := c.HalfWidth[a]
	nx, ny := distuv.Normal{Mu: aim.X, Sigma: x}, distuv.Normal{Mu: aim.Y, Sigma: y}
	out := Landing{Wide: nx.CDF(-w) + nx.Survival(w), Long: ny.Survival(c.HalfLength)}
	deep := ny.CDF(c.HalfLength) - ny.CDF(0)
	if c.Target() == court.Near {
		out.Long, deep = ny.CDF(-c.HalfLength), ny.CDF(0)-ny.CDF(-c.HalfLength)
	}
	if s.Heading == 0 {
		out.In = (1 - out.Wide) * deep
	} else {
		out.In = s.Within(func(theta float64) float64 { return c.ToEdge(a, c.Target(), aim, theta) })
	}
	return out
}

// Room is the largest circle around the aim that lies wholly in court, metres;
// 0 when the aim is out.
func Room(c *court.Court, a court.Area, aim court.Point) float64 {
	o := c.Measure(a, aim)
	return max(0, min(o.FromSideline, o.FromBaseline, o.FromNet))
}

// Margin is how far inside a line to aim so that no more than the share q of
// balls misses over it: σ·z(1−q).
func Margin(sigma, q float64) float64 { return sigma * distuv.UnitNormal.Quantile(1-q) }

// FromLog is the spread of a student who hit so many of so many balls within r,
// with the interval it lies in with 80 % certainty. None or all of them are
// read as half a ball away from it.
func FromLog(r float64, balls, hits int) (sigma, low, high float64) {
	p := float64(hits) / float64(balls)
	if hits == 0 || hits == balls {
		p = (float64(hits) + 0.5) / (float64(balls) + 1)
	}
	b := distuv.Beta{Alpha: float64(hits) + 1, Beta: float64(balls-hits) + 1}
	return Sigma(r, p), Sigma(r, b.Quantile(0.9)), Sigma(r, b.Quantile(0.1))
}

// Past is the share of balls that miss over a line room metres from the aim:
// the other way round of Margin.
func Past(sigma, room float64) float64 { return distuv.UnitNormal.Survival(room / sigma) }
