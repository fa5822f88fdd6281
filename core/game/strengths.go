package game

import (
	"math"

	"gonum.org/v1/gonum/mat"
)

// z80 is how many deviations hold eight tenths.
const z80 = 1.2815515655446004

// Result is what two players won of each other, in rallies or in short games.
type Result struct {
	A, B       int // players, from 0
	WonA, WonB int
}

// Strength is a player's strength on the scale where a difference of one means
// odds of e to one, 0 the average of the group; Low and High hold it with 80 %
// certainty.
type Strength struct {
	Value, Low, High float64
}

// Against is the chance to win a rally against another: 1/(1 + e^(b−a)).
func (l Strength) Against(o Strength) float64 { return 1 / (1 + math.Exp(o.Value-l.Value)) }

// half a rally won and lost to an average player is taken as known of everybody,
// so that who has won everything is strong and not infinitely so.
const believed = 0.5

// Strengths estimates strengths by Bradley–Terry: i beats j with chance
// γi/(γi + γj), by the minorise–maximise iteration γi ← wins_i / Σ n_ij/(γi + γj)
// [paper: Hunter 2004]. The interval is from the curvature of the likelihood at
// its top (the inverse of the information matrix); few games leave it wide.
func Strengths(n int, results []Result) []Strength {
	gamma, wins := make([]float64, n), make([]float64, n)
	for i := range gamma {
		gamma[i], wins[i] = 1, believed
	}
	for _, r := range results {
		wins[r.A] += float64(r.WonA)
		wins[r.B] += float64(r.WonB)
	}
	for range 10_000 {
		sum := make([]float64, n)
		for i, g := range gamma {
			sum[i] = 2 * believed / (g + 1)
		}
		for _, r := range results {
			share := float64(r.WonA+r.WonB) / (gamma[r.A] + gamma[r.B])
			sum[r.A] += share
			sum[r.B] += share
		}
		change := 0.0
		for i := range gamma {
			next := wins[i] / sum[i]
			change = max(change, math.Abs(math.Log(next/gamma[i])))
			gamma[i] = next
		}
		if change < 1e-10 {
			break
		}
	}
	return withUncertainty(gamma, results)
}

// withUncertainty turns γ into centred strengths with 80 % intervals.
func withUncertainty(gamma []float64, results []Result) []Strength {
	n := len(gamma)
	info := mat.NewSymDense(n, nil)
	add := func(i, j int, v float64) { info.SetSym(i, j, info.At(i, j)+v) }
	for i, g := range gamma {
		p := g / (g + 1)
		add(i, i, 2*believed*p*(1-p))
	}
	mean := 0.0
	for _, g := range gamma {
		mean += math.Log(g) / float64(n)
	}
	for _, r := range results {
		p := gamma[r.A] / (gamma[r.A] + gamma[r.B])
		v := float64(r.WonA+r.WonB) * p * (1 - p)
		add(r.A, r.A, v)
		add(r.B, r.B, v)
		add(r.A, r.B, -v)
	}
	// The prior makes the matrix positive definite, so this always works.
	var chol mat.Cholesky
	var cov mat.SymDense
	chol.Factorize(info)
	out := make([]Strength, n)
	if err := chol.InverseTo(&cov); err != nil {
		cov = *mat.NewSymDense(n, nil)
	}
	for i, g := range gamma {
		// The strength is against the group's mean: var(x_i − x̄).
		v := cov.At(i, i)
		for j := range n {
			v -= 2 * cov.At(i, j) / float64(n)
			for k := range n {
				v += cov.At(j, k) / float64(n*n)
			}
		}
		s, e := math.Log(g)-mean, z80*math.Sqrt(max(0, v))
		out[i] = Strength{s, s - e, s + e}
	}
	return out
}
