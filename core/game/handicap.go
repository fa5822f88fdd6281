package game

import "math"

// Handicap is a pair of targets that makes a race fair.
type Handicap struct {
	A, B    int
	ChanceA float64
}

// Fair finds, for a point chance p of A in (0, 1), the targets up to longest
// whose race is nearest to even; of equally fair ones the longer, which leaves
// less to luck.
func Fair(p float64, longest int) Handicap { return FairWithin(p, longest, math.Inf(1)) }

// FairWithin is Fair among the races that take no more than so many rallies on
// average; 1 to 1 fits always.
func FairWithin(p float64, longest int, rallies float64) Handicap {
	best := Handicap{1, 1, p}
	for a := 1; a <= longest; a++ {
		for b := 1; b <= longest; b++ {
			c := ChanceA(a, b, p)
			gain := math.Abs(best.ChanceA-0.5) - math.Abs(c-0.5)
			better := gain > 1e-12 || gain > -1e-12 && a+b > best.A+best.B
			// A race never takes more than a + b − 1 rallies; only a tight one is counted.
			if better && (float64(a+b-1) <= rallies || MeanPoints(a, b, p) <= rallies) {
				best = Handicap{a, b, c}
			}
		}
	}
	return best
}
