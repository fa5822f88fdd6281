package rehearse

import (
	"cmp"
	"math"
	"slices"
	"sync"

	"hodometer/core/progress"
)

// together is how the skills of one student vary together: who is better than believed at
// one stroke is likely to be so at the next [trade].
const together = 0.7

// scatters are what may be true of a student: ln k of each skill, in each of the truths.
// Of every skill the truths are spread evenly over what is believed (each is the middle
// of an equal share), and a Gaussian copula orders them:
//
//	z = √ρ·c + √(1−ρ)·e, c the student's, e the skill's own
//
// so that what is believed of each skill stays exact.
func scatters(beliefs []*progress.Belief, seed uint64) [][truths]float64 {
	out := make([][truths]float64, len(beliefs))
	common := normals(seed)
	order := make([]int, truths)
	for i, b := range beliefs {
		own := normals(mixed(seed + uint64(i) + 1))
		var z [truths]float64
		for k := range z {
			z[k] = math.Sqrt(together)*common[k] + math.Sqrt(1-together)*own[k]
		}
		for k := range order {
			order[k] = k
		}
		slices.SortFunc(order, func(a, b int) int { return cmp.Compare(z[a], z[b]) })
		worlds := b.Worlds(truths)
		for rank, k := range order {
			out[i][k] = worlds[rank]
		}
	}
	return out
}

// middles of equal shares of a normal law.
var middles = sync.OnceValue(func() (out [truths]float64) {
	for k := range out {
		out[k] = math.Sqrt2 * math.Erfinv(2*(float64(k)+0.5)/truths-1)
	}
	return out
})

// normals are the middles of equal shares of a normal law, shuffled.
func normals(seed uint64) (out [truths]float64) {
	out = middles()
	for k := truths - 1; k > 0; k-- {
		j := int(mixed(seed+uint64(k)) % uint64(k+1))
		out[k], out[j] = out[j], out[k]
	}
	return out
}
