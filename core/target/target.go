// Package target says what a student can be expected to hit: how likely a ball is
// to land in a target of any shape, within the lines and over the net.
//
// Balls spread around the aim as a two-dimensional normal, more along the shot
// than across it, and a share ends in the net. The spread is that of a level
// (level.go), in proportion to the length of the shot, wider with effort, times
// k, which is the student's own. The chance is the integral over what counts
// (shape.go); as a function of ln k it is a curve of a few points (curve.go).
package target

import "math"

// Chance to land within r metres of the aim, for a spread of sigma metres.
func Chance(r, sigma float64) float64 { return -math.Expm1(-r * r / (2 * sigma * sigma)) }

// Sigma is the spread, in metres, of a student who lands within r with chance
// p in (0, 1): σ = r/√(−2 ln(1−p)).
func Sigma(r, p float64) float64 { return r / math.Sqrt(-2*math.Log1p(-p)) }

// Radius is the circle, in metres, hit with chance p in (0, 1) at that spread.
func Radius(sigma, p float64) float64 { return sigma * math.Sqrt(-2*math.Log1p(-p)) }
