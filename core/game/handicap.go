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
	races(p, longest, rallies, func(h Handicap) {
		gain := math.Abs(best.ChanceA-0.5) - math.Abs(h.ChanceA-0.5)
		if gain > 1e-12 || gain > -1e-12 && h.A+h.B > best.A+best.B {
			best = h
		}
	})
	return best
}

// Even is how far from one half a race may be and still be called fair [trade].
const Even = 0.03

// LongestFair is the longest race that is fair, up to those targets and within
// so many rallies on average; of equally long ones the nearest to even. Where
// none is, it is the nearest to even there is, and false.
func LongestFair(p float64, longest int, rallies float64) (best Handicap, ok bool) {
	races(p, longest, rallies, func(h Handicap) {
		off := math.Abs(h.ChanceA - 0.5)
		longer, as := h.A+h.B > best.A+best.B, h.A+h.B == best.A+best.B
		if off <= Even+1e-12 && (!ok || longer || as && off < math.Abs(best.ChanceA-0.5)) {
			best, ok = h, true
		}
	})
	if !ok {
		best = FairWithin(p, longest, rallies)
	}
	return best, ok
}

// races visits all targets up to longest whose race takes no more than so many
// rallies on average.
func races(p float64, longest int, rallies float64, visit func(Handicap)) {
	for a := 1; a <= longest; a++ {
		for b := 1; b <= longest; b++ {
			// A race never takes more than a + b − 1 rallies; only a tight one is counted.
			if float64(a+b-1) <= rallies || MeanPoints(a, b, p) <= rallies {
				visit(Handicap{a, b, ChanceA(a, b, p)})
			}
		}
	}
}
