// Package target says how likely a student is to hit a circle on the court,
// and how large the circle must be for a wanted chance.
//
// Balls spread around the aim as a round two-dimensional normal with standard
// deviation σ metres each way, so the miss distance follows Rayleigh's law and
// the chance to land within r is 1 − exp(−r²/2σ²). A ball outside the lines is
// a miss even inside the circle.
package target

import "math"

// Chance to land within r metres of the aim, for a spread of sigma metres.
func Chance(r, sigma float64) float64 { return -math.Expm1(-r * r / (2 * sigma * sigma)) }

// Sigma is the spread, in metres, of a student who lands within r with chance
// p in (0, 1): σ = r/√(−2 ln(1−p)).
func Sigma(r, p float64) float64 { return r / math.Sqrt(-2*math.Log1p(-p)) }

// Radius is the circle, in metres, hit with chance p in (0, 1) at that spread.
func Radius(sigma, p float64) float64 { return sigma * math.Sqrt(-2*math.Log1p(-p)) }

// directions in which ChanceInside looks toward the lines. Doubling them moves
// the answer by less than one in two thousand.
const directions = 144

// ChanceInside is Chance for the part of the circle that is in: edge(θ) is how
// far, in metres, the ball may land from the aim in direction θ before it is
// out. It is the polar integral (1/2π) ∫ Chance(min(r, edge(θ))) dθ.
func ChanceInside(r, sigma float64, edge func(theta float64) float64) float64 {
	sum := 0.0
	for i := range directions {
		theta := 2 * math.Pi * (float64(i) + 0.5) / directions
		sum += Chance(min(r, edge(theta)), sigma)
	}
	return sum / directions
}
