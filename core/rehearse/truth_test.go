package rehearse

import (
	"math"
	"slices"
	"testing"

	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat"
	"pgregory.net/rapid"
)

// nothing is remembered.
var known *Ranks

// Whatever is believed of a skill, the truths are the middles of equal shares of it: what
// varies together varies in its order alone.
func TestWhatIsBelievedOfEachSkillStaysExact(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		beliefs := make([]*progress.Belief, rapid.IntRange(1, 6).Draw(t, "skills"))
		for i := range beliefs {
			b := progress.Unknown(rapid.Float64Range(-0.6, 0.6).Draw(t, "mean"))
			beliefs[i] = &b
		}
		drawn := known.scatters(beliefs, rapid.Uint64().Draw(t, "seed"), new(room))
		for i, b := range beliefs {
			got := slices.Sorted(slices.Values(inAll(drawn[i])))
			wanted := make([]float64, truths)
			b.Worlds(wanted)
			for k, want := range wanted {
				require.InDelta(t, want, got[k], 1e-12)
			}
		}
	})
}

// inAll are the scatters of the truths, in their order.
func inAll(s scatter) (out []float64) {
	for k := range truths {
		out = append(out, s.in(k))
	}
	return out
}

// The skills of a student vary together with the correlation that was set, and those of two
// students do not.
func TestSkillsOfAStudentVaryTogether(t *testing.T) {
	b := progress.Unknown(0)
	both := []*progress.Belief{&b, &b}
	same, others := 0.0, 0.0
	const students = 200
	for seed := range uint64(students) {
		one := known.scatters(both, mixed(seed), new(room))
		other := known.scatters(both, mixed(seed+1_000_000), new(room))
		same += stat.Correlation(inAll(one[0]), inAll(one[1]), nil) / students
		others += stat.Correlation(inAll(one[0]), inAll(other[0]), nil) / students
	}
	require.InDelta(t, together, same, 0.02)
	require.InDelta(t, 0, others, 0.02)
}

// A die falls evenly, does not follow the one before it, and its n-th throw is the same
// whenever it is asked for.
func TestDiceAreEven(t *testing.T) {
	const throws, bins = 200_000, 20
	counts, values, next := [bins]float64{}, make([]float64, throws), make([]float64, throws)
	for n := range throws {
		d := dieOf(seedOf("block", "student"), n/50)
		v := float64(d.throw(n%50)) / math.MaxUint64
		values[n], next[n] = v, float64(d.throw(n%50+1))/math.MaxUint64
		counts[min(bins-1, int(v*bins))]++
	}
	square := 0.0
	for _, c := range counts {
		square += (c - throws/bins) * (c - throws/bins) / (throws / bins)
	}
	require.Less(t, square, 43.8, "χ² with 19 degrees of freedom at 1 in 1 000 [rule]")
	require.InDelta(t, 0, stat.Correlation(values, next, nil), 0.01)
	d := dieOf(7, 3)
	fifth := d.throw(5)
	require.NotEqual(t, fifth, d.throw(1))
	require.Equal(t, fifth, d.throw(5))
	require.NotEqual(t, fifth, dieOf(7, 4).throw(5))
	require.NotEqual(t, fifth, dieOf(8, 3).throw(5))
}

// So many throws in a hundred fall below the threshold of a chance.
func TestAThresholdIsItsChance(t *testing.T) {
	for _, p := range []float64{0, 0.001, 0.3, 0.5, 0.97, 1} {
		below := 0
		const throws = 100_000
		for n := range throws {
			if dieOf(11, n).throw(0) < threshold(p) {
				below++
			}
		}
		require.InDelta(t, p, float64(below)/throws, 4*math.Sqrt(p*(1-p)/throws)+1e-4, p)
	}
}

// Without luck there is no range, and with a truth that decides alone it is the whole of it.
func TestTheRangeIsWhatIsNotKnown(t *testing.T) {
	luck, truth := tally{of: 4, truths: truths}, tally{of: 4, truths: truths}
	for k := range truths {
		luck.met[k] = 2 // half of the plays in every truth
		if k < truths/2 {
			truth.met[k] = 4
		}
	}
	s := luck.share()
	require.InDelta(t, 0.5, s.Value, 1e-12)
	require.InDelta(t, 0, s.High-s.Low, 1e-9)
	s = truth.share()
	require.InDelta(t, 0.5, s.Value, 1e-12)
	require.Less(t, s.Low, 0.02)
	require.Greater(t, s.High, 0.98)
	require.InDelta(t, 0.5/math.Sqrt(4*truths), s.Error, 1e-9)
}
