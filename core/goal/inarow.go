package goal

import "math"

// wait is where the walk for a streak stopped: after n balls the chance of
// still waiting is s. When the hazard h (the chance that the next ball
// finishes it, given it is not finished) has settled, every later ball
// multiplies s by 1 − h, so the rest needs no walking.
type wait struct {
	n       int
	s, h    float64
	settled bool
}

// waitFor walks the recurrence ball by ball until stop(n, S(n)) or until the
// hazard has settled to the last digits, which it does geometrically fast.
func waitFor(k int, p float64, stop func(n int, s float64) bool) wait {
	end := (1 - p) * math.Pow(p, float64(k)) // chance that a fresh start is a miss, then k good
	past := make([]float64, k+1)             // ring of S(n−k−1) … S(n−1)
	for i := range past {
		past[i] = 1
	}
	s := 1 - math.Pow(p, float64(k))
	w := wait{n: k, s: s}
	past[k] = s
	steady := 0
	for !stop(w.n, w.s) {
		w.n++
		i := w.n % (k + 1) // holds S(n−k−1), to be overwritten by S(n)
		h := end * past[i] / w.s
		if math.Abs(h-w.h) <= 1e-14*h {
			if steady++; steady > k {
				w.n--
				w.settled = true
				return w
			}
		} else {
			steady = 0
		}
		w.h = h
		w.s *= 1 - h
		past[i] = w.s
	}
	return w
}

// at is S(n) for n at or past the stop.
func (w wait) at(n float64) float64 {
	if !w.settled {
		return w.s
	}
	return w.s * math.Exp((n-float64(w.n))*math.Log1p(-w.h))
}

// reach is the least n with S(n) ≤ s.
func (w wait) reach(s float64) float64 {
	if !w.settled || w.s <= s {
		return float64(w.n)
	}
	if w.h == 0 {
		return Beyond
	}
	return min(Beyond, float64(w.n)+math.Ceil(math.Log(s/w.s)/math.Log1p(-w.h)))
}

// inARowChance is the chance of n in a row within so many balls.
func inARowChance(n int, p float64, balls int) float64 {
	return 1 - waitFor(n, p, func(done int, _ float64) bool { return done >= balls }).at(float64(balls))
}

// inARowQuantile is the least number of balls that holds n in a row with
// certainty q.
func inARowQuantile(n int, p, q float64) float64 {
	// The tolerance stops rounding from asking for one ball more.
	wait := (1 - q) * (1 + 1e-12)
	return waitFor(n, p, func(_ int, s float64) bool { return s <= wait }).reach(wait)
}
