package rehearse

import (
	"hash/fnv"
	"math"
	"math/bits"
)

// Plays of a rehearsal: so many truths about the students, and so many plays in each. A
// chance read off Plays is off by 0.02 at most, as a standard error; Few serve where one
// block is only compared with another, and Many where time does not matter.
const (
	truths = 256
	Few    = 128
	Plays  = 512
	Many   = 8192
)

// mixed spreads the bits of a number: the finaliser of SplitMix64 (Steele, Lea and Flood,
// "Fast splittable pseudorandom number generators", 2014). A counter put through it is a
// sequence of dice of which each can be asked for by itself.
func mixed(x uint64) uint64 {
	x += 0x9e3779b97f4a7c15
	x = (x ^ x>>30) * 0xbf58476d1ce4e5b9
	x = (x ^ x>>27) * 0x94d049bb133111eb
	return x ^ x>>31
}

// die is a student's die for one play: their n-th ball gets the same throw, whatever
// else is edited.
type die uint64

func dieOf(seed uint64, play int) die { return die(mixed(seed ^ uint64(play)*0xd1342543de82ef95)) }

// throw is the die's n-th number, even from 0 to 2⁶⁴.
func (d die) throw(n int) uint64 { return mixed(uint64(d) + uint64(n)) }

// below has bit i set where the throw that comes i after number from is below a threshold,
// of so many, 64 at the most.
func (d die) below(from, number int, threshold uint64) (set uint64) {
	for i := range number {
		_, less := bits.Sub64(d.throw(from+i), threshold, 0)
		set |= less << i
	}
	return set
}

// untilMiss is below, but for what comes after the first throw that is not.
func (d die) untilMiss(from, number int, threshold uint64) (set uint64) {
	n := 0
	for n < number && d.throw(from+n) < threshold {
		n++
	}
	return 1<<n - 1
}

// threshold is the number below which a throw falls with chance p.
func threshold(p float64) uint64 {
	if p >= 1 {
		return math.MaxUint64
	}
	return uint64(max(0, p) * (1 << 63) * 2)
}

// seedOf words: the same for the same words, on every machine.
func seedOf(words ...string) uint64 {
	h := fnv.New64a()
	for _, w := range words {
		_, _ = h.Write([]byte(w)) // a hash takes all
		_, _ = h.Write([]byte{0})
	}
	return h.Sum64()
}
