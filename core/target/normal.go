package target

import "math"

// The normal law is asked for some thousand times for one curve, so it is read
// from a table, with a cubic through values and slopes: exact to 1e-9.
const (
	normalMost = 7.0
	normalPer  = 64 // cells for each deviation
)

var normalTable = func() (t [2*normalMost*normalPer + 1]struct{ value, slope float64 }) {
	for i := range t {
		z := float64(i)/normalPer - normalMost
		t[i].value = math.Erfc(-z/math.Sqrt2) / 2
		t[i].slope = math.Exp(-z*z/2) / math.Sqrt(2*math.Pi)
	}
	return t
}()

// phi is the standard normal distribution function.
func phi(z float64) float64 {
	switch {
	case z <= -normalMost:
		return 0
	case z >= normalMost:
		return 1
	}
	x := (z + normalMost) * normalPer
	i := min(int(x), len(normalTable)-2) // just below the most is rounded up to it
	a, b, t := &normalTable[i], &normalTable[i+1], x-float64(i)
	// Hermite's cubic over the cell.
	const h = 1.0 / normalPer
	d := b.value - a.value
	c2 := 3*d - h*(2*a.slope+b.slope)
	c3 := -2*d + h*(a.slope+b.slope)
	return a.value + t*(h*a.slope+t*(c2+t*c3))
}

// bell is the standard normal density, exact to 1e-6: between two cells its
// slope is −z times itself.
func bell(z float64) float64 {
	if z <= -normalMost || z >= normalMost {
		return 0
	}
	x := (z + normalMost) * normalPer
	i := min(int(x), len(normalTable)-2) // just below the most is rounded up to it
	a, b, t := normalTable[i].slope, normalTable[i+1].slope, x-float64(i)
	const h = 1.0 / normalPer
	za := float64(i)/normalPer - normalMost
	d := b - a
	c2 := 3*d + h*(2*za*a+(za+h)*b)
	c3 := -2*d - h*(za*a+(za+h)*b)
	return a + t*(-h*za*a+t*(c2+t*c3))
}
