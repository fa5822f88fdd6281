package game

import (
	"math"

	"gonum.org/v1/gonum/mat"
)

// Meeting is what two sides won of each other, in rallies.
type Meeting struct {
	A, B       []int // players, from 0
	WonA, WonB float64
	// Favours is the share of rallies that side A wins among equals; 0: half.
	Favours float64
}

// levelsWeigh is the even rallies that a level is worth beside those played: fewer than a game
// to eleven has, so that one clear result shows [trade].
const levelsWeigh = 10.0

// Levels estimates strengths by Bradley–Terry with a prior: a rally goes to A with
// log odds mean(θ of A) − mean(θ of B) + what the rules favour; every θ begins at
// its prior with such a deviation that two players' levels weigh as much as
// levelsWeigh even rallies. The top of the posterior is found by Newton's method,
// the interval is the curvature there [paper: Bradley & Terry 1952; Hunter 2004].
func Levels(prior []float64, meetings []Meeting) Posterior {
	n := len(prior)
	const precision = levelsWeigh / 2 // 1/τ²: var(θi − θj) = 2τ² = 1/(levelsWeigh ¼)
	theta := append([]float64(nil), prior...)
	out := Posterior{Mean: theta}
	if n == 0 {
		return out
	}
	info := mat.NewSymDense(n, nil)
	for range 50 {
		slope := mat.NewVecDense(n, nil)
		info.Zero()
		for i := range n {
			slope.SetVec(i, precision*(prior[i]-theta[i]))
			info.SetSym(i, i, precision)
		}
		for _, m := range meetings {
			m.add(theta, slope, info)
		}
		var chol mat.Cholesky
		var step mat.VecDense
		if !chol.Factorize(info) || chol.SolveVecTo(&step, slope) != nil {
			break // the prior makes it positive definite, so this does not happen
		}
		for i := range theta {
			theta[i] += step.AtVec(i)
		}
		if mat.Norm(&step, math.Inf(1)) < 1e-10 {
			break
		}
	}
	var chol mat.Cholesky
	out.cov = mat.NewSymDense(n, nil)
	if chol.Factorize(info) {
		_ = chol.InverseTo(out.cov)
	}
	return out
}

// weights of the players in the log odds of a rally: the mean of each side.
func (m Meeting) weights() map[int]float64 {
	w := map[int]float64{}
	for _, i := range m.A {
		w[i] += 1 / float64(len(m.A))
	}
	for _, i := range m.B {
		w[i] -= 1 / float64(len(m.B))
	}
	return w
}

// add puts a meeting into the slope and the curvature.
func (m Meeting) add(theta []float64, slope *mat.VecDense, info *mat.SymDense) {
	w := m.weights()
	odds := m.favour()
	for i, v := range w {
		odds += v * theta[i]
	}
	p, n := 1/(1+math.Exp(-odds)), m.WonA+m.WonB
	for i, v := range w {
		slope.SetVec(i, slope.AtVec(i)+v*(m.WonA-n*p))
		for j, u := range w {
			if j >= i {
				info.SetSym(i, j, info.At(i, j)+v*u*n*p*(1-p))
			}
		}
	}
}

// favour is what the rules add to A's log odds.
func (m Meeting) favour() float64 {
	if m.Favours <= 0 {
		return 0
	}
	return math.Log(m.Favours / (1 - m.Favours))
}

// Posterior is what is known of strengths, on the scale where a difference of one
// means odds of e to one in a rally.
type Posterior struct {
	Mean []float64
	cov  *mat.SymDense
}

// Strength of one player, with 80 % certainty.
func (p Posterior) Strength(i int) Strength {
	e := z80 * math.Sqrt(max(0, p.cov.At(i, i)))
	return Strength{p.Mean[i], p.Mean[i] - e, p.Mean[i] + e}
}

// Rally is the chance that A wins a rally of that meeting, with 80 % certainty; what
// was won in it does not matter.
func (p Posterior) Rally(m Meeting) (chance, low, high float64) {
	w := m.weights()
	odds, v := m.favour(), 0.0
	for i, a := range w {
		odds += a * p.Mean[i]
		for j, b := range w {
			v += a * b * p.cov.At(i, j)
		}
	}
	e := z80 * math.Sqrt(max(0, v))
	of := func(x float64) float64 { return 1 / (1 + math.Exp(-x)) }
	return of(odds), of(odds - e), of(odds + e)
}
