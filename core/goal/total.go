package goal

import (
	"math"

	"gonum.org/v1/gonum/mathext"
)

// totalChance is P(n-th good ball comes within balls), the regularised
// incomplete beta function I_p(n, balls−n+1).
func totalChance(n int, p float64, balls int) float64 {
	return mathext.RegIncBeta(float64(n), float64(balls-n+1), p)
}

func totalQuantile(n int, p, q float64) float64 {
	hi := n
	for totalChance(n, p, hi) < q {
		if hi *= 2; float64(hi) > Beyond {
			return Beyond
		}
	}
	lo := max(n-1, hi/2)
	for hi-lo > 1 {
		if mid := lo + (hi-lo)/2; totalChance(n, p, mid) < q-1e-12 {
			lo = mid
		} else {
			hi = mid
		}
	}
	return math.Min(float64(hi), Beyond)
}
