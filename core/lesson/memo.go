package lesson

import (
	"encoding/binary"
	"encoding/json"
	"hash/maphash"
	"math"
	"sync"

	"hodometer/core/drill"
	"hodometer/core/units"
)

// Reckoner reckons lessons and remembers their drill blocks. A lesson is asked
// about again with every change, and all but one of its blocks are as they were,
// so editing one block costs about that block. What it answers is what a new
// one would. It may be used by many at once; the zero value is ready.
type Reckoner struct {
	once  sync.Once
	seed  maphash.Seed
	mu    sync.Mutex
	known map[uint64]blockAnswer
}

// blockAnswer is the part of a block's plan that does not hang on when it is.
type blockAnswer struct {
	drill   *drill.Plan
	before  []Change
	notices []Notice
}

// mostKnown blocks are remembered, some 30 kB each; then all are forgotten.
const mostKnown = 1000

// answer gives what is known under the key, or makes it known.
func (r *Reckoner) answer(key uint64, reckon func() blockAnswer) blockAnswer {
	r.mu.Lock()
	out, ok := r.known[key]
	r.mu.Unlock()
	if ok {
		return out
	}
	out = reckon()
	r.mu.Lock()
	defer r.mu.Unlock()
	if r.known == nil || len(r.known) >= mostKnown {
		r.known = map[uint64]blockAnswer{}
	}
	r.known[key] = out
	return out
}

// key is made of all that a block's answer hangs on: the block, the means, who
// is there and what was counted of them.
func (r *Reckoner) key(
	l *Lesson,
	b *Block,
	parts []part,
	people uint64,
	at float64,
	system units.System,
) uint64 {
	var h maphash.Hash
	h.SetSeed(r.seed)
	e := json.NewEncoder(&h)
	_ = e.Encode(b) // a hash takes whatever is written
	_ = e.Encode(l.Have)
	if len(l.There) > 0 {
		_ = e.Encode(l.There)
		number(&h, at)
	}
	for _, p := range parts {
		number(&h, p.students)
		number(&h, p.minutes)
	}
	h.WriteString(string(system))
	number(&h, float64(people))
	return h.Sum64()
}

// people is a mark of the students and what was counted of them.
func (r *Reckoner) people(students []Student) uint64 {
	r.once.Do(func() { r.seed = maphash.MakeSeed() })
	var all maphash.Hash
	all.SetSeed(r.seed)
	for _, s := range students {
		all.WriteString(s.ID + "\x00" + s.Name + "\x00" + string(s.Hand) + string(s.Level))
		sum := uint64(0) // skills come in any order
		for skill, seen := range s.Seen {
			var h maphash.Hash
			h.SetSeed(r.seed)
			h.WriteString(skill)
			for _, e := range seen {
				for _, v := range [...]float64{e.DaysAgo, float64(e.Balls), float64(e.Good), e.Radius} {
					number(&h, v)
				}
			}
			sum += h.Sum64()
		}
		number(&all, float64(sum))
	}
	return all.Sum64()
}

func number(h *maphash.Hash, v float64) {
	var b [8]byte
	binary.LittleEndian.PutUint64(b[:], math.Float64bits(v))
	h.Write(b[:])
}
