package game

// ChanceA is the chance that A reaches a before B reaches b, winning each point
// with chance p in (0, 1).
func ChanceA(a, b int, p float64) float64 {
	term, sum := 1.0, 0.0 // term = C(a−1+j, j) p^a (1−p)^j
	for range a {
		term *= p
	}
	for j := range b {
		sum += term
		term *= float64(a+j) / float64(j+1) * (1 - p)
	}
	return sum
}

// MeanPoints is the mean number of points until A has a or B has b.
func MeanPoints(a, b int, p float64) float64 {
	mean := 0.0
	chance := make([]float64, a+1) // by A's points, for the points played so far
	chance[0] = 1
	for played := 0; played < a+b-1; played++ {
		for i := a - 1; i >= 0; i-- {
			j := played - i // B's points
			if j < 0 || j >= b {
				continue
			}
			mean += chance[i]
			chance[i+1] += p * chance[i]
			chance[i] *= 1 - p
		}
	}
	return mean
}

// Chance that A wins a game under the rules; by two means from deuce on the
// chance p²/(p² + (1−p)²). Bent rules are followed score by score.
func (r Rules) Chance(p float64) float64 {
	if !r.plain() {
		return r.Odds(r.Usual(p)).ChanceA
	}
	if r.WinBy == 1 {
		return ChanceA(r.To, r.To, p)
	}
	deuce := r.reachDeuce(p)
	before := ChanceA(r.To, r.To-1, p) // A to To while B stays at To − 2 or less
	return before + deuce*p*p/(p*p+(1-p)*(1-p))
}

// MeanPoints of a game under the rules: rallies, warm-up included.
func (r Rules) MeanPoints(p float64) float64 {
	if !r.plain() {
		return r.Odds(r.Usual(p)).MeanPoints
	}
	if r.WinBy == 1 {
		return float64(r.WarmUp) + MeanPoints(r.To, r.To, p)
	}
	deuce := r.reachDeuce(p)
	// One point past To−1 each is where the short race stops; from there two
	// points at a time, each pair ending it with chance p² + (1−p)².
	return float64(r.WarmUp) + MeanPoints(r.To, r.To, p) - deuce + deuce*2/(p*p+(1-p)*(1-p))
}

// Usual are the chances of the rules' rallies with their usual marks.
func (r Rules) Usual(p float64) Chances {
	c := Chances{Point: p, Marks: map[string]float64{}}
	for _, m := range r.Marks {
		c.Marks[m.ID] = m.Usual
	}
	return c
}

// MeanMinutes of a game under the rules.
func (r Rules) MeanMinutes(p float64) float64 { return r.MeanPoints(p) * r.SecondsPerPoint / 60 }

// reachDeuce is the chance of To−1 each: C(2n, n) p^n (1−p)^n, n = To − 1.
func (r Rules) reachDeuce(p float64) float64 {
	n, c := r.To-1, 1.0
	for i := 1; i <= n; i++ {
		c *= float64(n+i) / float64(i) * p * (1 - p)
	}
	return c
}
