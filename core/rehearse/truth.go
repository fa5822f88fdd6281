package rehearse

import (
	"cmp"
	"math"
	"slices"
	"sync"

	"hodometer/core/memo"
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
func (known *Ranks) scatters(beliefs []*progress.Belief, seed uint64, in *room) []scatter {
	out := make([]scatter, len(beliefs))
	for i, b := range beliefs {
		out[i] = scatter{take(&in.worlds, truths), known.of(seed, i)}
		b.Worlds(out[i].worlds)
	}
	return out
}

// scatter is ln k of a skill from the best to the worst, and which of them each truth has.
type scatter struct {
	worlds []float64
	rank   *[truths]uint16
}

// in is the scatter in the k-th truth.
func (s *scatter) in(k int) float64 { return s.worlds[s.rank[k]] }

// drawing is the i-th skill of a student.
type drawing struct {
	student uint64
	skill   int
}

// Ranks remember in which order the truths of each skill stand, half a kB each. They may be
// used by many at once; the zero value is ready, and nil remembers nothing.
type Ranks struct {
	known memo.Of[drawing, *[truths]uint16]
}

const mostRanks = 2000

func (known *Ranks) of(student uint64, skill int) *[truths]uint16 {
	if known == nil {
		return ranked(student, skill)
	}
	return known.known.Get(drawing{student, skill}, mostRanks, func() *[truths]uint16 {
		return ranked(student, skill)
	})
}

// ranked is the place of each truth among them, from the worst, of a student's i-th skill.
func ranked(student uint64, skill int) (rank *[truths]uint16) {
	common, own := normals(student), normals(mixed(student+uint64(skill)+1))
	var z [truths]float64
	var order [truths]int
	for k := range z {
		z[k], order[k] = math.Sqrt(together)*common[k]+math.Sqrt(1-together)*own[k], k
	}
	slices.SortFunc(order[:], func(a, b int) int { return cmp.Compare(z[a], z[b]) })
	rank = new([truths]uint16)
	for place, k := range order {
		rank[k] = uint16(place)
	}
	return rank
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
