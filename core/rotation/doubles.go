package rotation

import (
	"math"
	"math/rand/v2"
	"slices"
	"sync"
)

// Tally is how evenly a rotation mixes its players.
type Tally struct {
	PartnersLeast  int `json:"partnersLeast"` // how often two players were partners, at least and at most
	PartnersMost   int `json:"partnersMost"`
	OpponentsLeast int `json:"opponentsLeast"`
	OpponentsMost  int `json:"opponentsMost"`
	SatLeast       int `json:"satLeast"`
	SatMost        int `json:"satMost"`
	// Excess counts pairs met more often than the least there can be; 0 is
	// the best possible.
	Excess  int  `json:"excess"`
	Optimal bool `json:"optimal"` // everyone partnered and opposed equally often
}

// Doubles mixes n players, 4 to 20, over n−1 rounds (n when one sits out each
// time), four to a court. The rounds of a number are found once and shared: they
// are to be read only.
func Doubles(n int) []Round {
	if n < 0 || n >= len(doubles) {
		return mix(n)
	}
	return doubles[n]()
}

// doubles are the rounds of each number of players, found when first asked for:
// those that are searched take up to a third of a second.
var doubles = func() (out [21]func() []Round) {
	for n := range out {
		out[n] = sync.OnceValue(func() []Round { return mix(n) })
	}
	return out
}()

func mix(n int) []Round {
	if n == 6 {
		return six()
	}
	if n%4 < 2 {
		if rounds := whist(n); rounds != nil {
			return rounds
		}
	}
	return search(n)
}

// table is one court of the first round: partners 0 and 1 against 2 and 3.
type table [4]int

// whist builds a whist tournament from its first round. With n = 4m one player,
// numbered n−1, stays put while the others move through the residues of n−1;
// with n = 4m+1 all move, and 0 sits first.
func whist(n int) []Round {
	mod, rest := n, 1
	if n%4 == 0 {
		mod, rest = n-1, 0
	}
	f := finder{
		mod:      mod,
		fixed:    rest == 0,
		partner:  make([]int, mod),
		opponent: make([]int, mod),
		used:     make([]bool, mod),
	}
	if rest == 1 {
		f.used[0] = true
	}
	if !f.fill() {
		return nil
	}
	rounds := make([]Round, 0, mod)
	for r := range mod {
		move := func(p int) int {
			if p == mod { // the one who stays
				return n - 1
			}
			return plus(p, r, mod)
		}
		round := Round{Games: []Game{}, Sitting: []int{}}
		for _, t := range f.tables {
			round.Games = append(
				round.Games,
				Game{[]int{move(t[0]), move(t[1])}, []int{move(t[2]), move(t[3])}},
			)
		}
		if rest == 1 {
			round.Sitting = append(round.Sitting, r)
		}
		rounds = append(rounds, round)
	}
	return rounds
}

// plus and minus are those of the residues of mod. Of order nine there is no
// first round over the residues, but there is one over pairs of residues of 3.
func plus(a, b, mod int) int {
	if mod == 9 {
		return (a/3+b/3)%3*3 + (a%3+b%3)%3
	}
	return (a + b) % mod
}

func minus(a, b, mod int) int {
	if mod == 9 {
		return (a/3-b/3+3)%3*3 + (a%3-b%3+3)%3
	}
	return (a - b + mod) % mod
}

// finder looks for a first round by trying, least free residue first.
type finder struct {
	mod               int
	fixed             bool // a player stays put; its number is mod
	used              []bool
	partner, opponent []int // how often each difference is taken, both ways
	tables            []table
}

// take counts a difference and says whether it may still be; give undoes it.
func (f *finder) take(count []int, a, b, most int) bool {
	if a == f.mod || b == f.mod {
		return true // the one who stays meets each residue as the others move
	}
	if count[minus(a, b, f.mod)] >= most {
		return false
	}
	count[minus(a, b, f.mod)]++
	count[minus(b, a, f.mod)]++
	return true
}

func (f *finder) give(count []int, a, b int) {
	if a == f.mod || b == f.mod {
		return
	}
	count[minus(a, b, f.mod)]--
	count[minus(b, a, f.mod)]--
}

func (f *finder) fill() bool {
	first := slices.Index(f.used, false)
	if first < 0 {
		return true
	}
	f.used[first] = true
	defer func() { f.used[first] = false }()
	if f.fixed && len(f.tables) == 0 {
		return f.seat(table{f.mod, first, -1, -1})
	}
	for second := first + 1; second < f.mod; second++ {
		if f.used[second] || !f.take(f.partner, first, second, 1) {
			continue
		}
		f.used[second] = true
		if f.seat(table{first, second, -1, -1}) {
			return true
		}
		f.used[second] = false
		f.give(f.partner, first, second)
	}
	return false
}

// seat finds opponents for a pair and goes on with the next table.
func (f *finder) seat(t table) bool {
	for c := range f.mod {
		if f.used[c] {
			continue
		}
		f.used[c] = true
		for d := c + 1; d < f.mod; d++ {
			if f.used[d] {
				continue
			}
			t[2], t[3] = c, d
			if f.accept(t) {
				return true
			}
		}
		f.used[c] = false
	}
	return false
}

func (f *finder) accept(t table) bool {
	pairs := [][2]int{{t[0], t[2]}, {t[0], t[3]}, {t[1], t[2]}, {t[1], t[3]}}
	if !f.take(f.partner, t[2], t[3], 1) {
		return false
	}
	taken := 0
	for _, p := range pairs {
		if !f.take(f.opponent, p[0], p[1], 2) {
			break
		}
		taken++
	}
	if taken == len(pairs) {
		f.used[t[3]] = true
		f.tables = append(f.tables, t)
		if f.fill() {
			return true
		}
		f.tables = f.tables[:len(f.tables)-1]
		f.used[t[3]] = false
	}
	for _, p := range pairs[:taken] {
		f.give(f.opponent, p[0], p[1])
	}
	f.give(f.partner, t[2], t[3])
	return false
}

// search mixes numbers that have no whist tournament: who sits is dealt in
// turn, then pairs of players are swapped by simulated annealing: what makes the
// mix more even is kept, what makes it a little worse is let pass early on.
func search(n int) []Round {
	rng := rand.New(rand.NewPCG(uint64(n), 4))
	courts := n / 4
	rounds := make([][]int, n) // each: seats in order, four to a court, then who sits
	for r := range rounds {
		for i := range n {
			rounds[r] = append(rounds[r], (r*(n-4*courts)+i)%n)
		}
		slices.Reverse(rounds[r]) // the first of the cycle sit, at the end
		rng.Shuffle(4*courts, func(i, j int) { rounds[r][i], rounds[r][j] = rounds[r][j], rounds[r][i] })
	}
	m := newMeetings(n, rounds)
	heat := 3.0
	const cool = 0.999993 // from 3 to 0.1 over the search
	for range 500_000 {
		r, i, j := rng.IntN(n), rng.IntN(4*courts), rng.IntN(4*courts)
		if i/2 == j/2 {
			continue // partners of each other: nothing would change
		}
		before := m.cost
		m.swap(rounds[r], i, j)
		if worse := m.cost - before; worse > 0 && rng.Float64() > math.Exp(-float64(worse)/heat) {
			m.swap(rounds[r], i, j)
		}
		heat *= cool
	}
	out := make([]Round, n)
	for r, seats := range rounds {
		out[r] = Round{Games: []Game{}, Sitting: slices.Sorted(slices.Values(seats[4*courts:]))}
		for c := range courts {
			s := seats[4*c : 4*c+4]
			out[r].Games = append(out[r].Games, Game{[]int{s[0], s[1]}, []int{s[2], s[3]}})
		}
	}
	return out
}

// meetings counts who met whom, and the cost: squares, partners weighing more.
type meetings struct {
	n                 int
	partner, opponent []int
	cost              int
}

func newMeetings(n int, rounds [][]int) *meetings {
	m := &meetings{n: n, partner: make([]int, n*n), opponent: make([]int, n*n)}
	for _, seats := range rounds {
		for c := range n / 4 {
			m.court(seats[4*c:4*c+4], 1)
		}
	}
	return m
}

func (m *meetings) add(count []int, weight, a, b, by int) {
	if a > b {
		a, b = b, a
	}
	k := a*m.n + b
	m.cost -= weight * count[k] * count[k]
	count[k] += by
	m.cost += weight * count[k] * count[k]
}

func (m *meetings) court(s []int, by int) {
	m.add(m.partner, 4, s[0], s[1], by)
	m.add(m.partner, 4, s[2], s[3], by)
	for _, a := range s[:2] {
		for _, b := range s[2:] {
			m.add(m.opponent, 1, a, b, by)
		}
	}
}

func (m *meetings) swap(seats []int, i, j int) {
	a, b := seats[i/4*4:i/4*4+4], seats[j/4*4:j/4*4+4]
	m.court(a, -1)
	if i/4 != j/4 {
		m.court(b, -1)
	}
	seats[i], seats[j] = seats[j], seats[i]
	m.court(a, 1)
	if i/4 != j/4 {
		m.court(b, 1)
	}
}

// Count tallies a rotation of n players, of singles or doubles.
func Count(n int, rounds []Round) Tally {
	m := &meetings{n: n, partner: make([]int, n*n), opponent: make([]int, n*n)}
	sat := make([]int, n)
	partnered, opposed := 0, 0
	for _, r := range rounds {
		for _, g := range r.Games {
			for _, side := range [][]int{g.A, g.B} {
				if len(side) == 2 {
					m.add(m.partner, 4, side[0], side[1], 1)
					partnered++
				}
			}
			for _, a := range g.A {
				for _, b := range g.B {
					m.add(m.opponent, 1, a, b, 1)
					opposed++
				}
			}
		}
		for _, p := range r.Sitting {
			sat[p]++
		}
	}
	t := Tally{
		PartnersLeast:  1 << 30,
		OpponentsLeast: 1 << 30,
		SatLeast:       slices.Min(sat),
		SatMost:        slices.Max(sat),
	}
	pairs := n * (n - 1) / 2
	// Spread as evenly as can be, no pair meets more often than this.
	fewPartners, fewOpponents := (partnered+pairs-1)/pairs, (opposed+pairs-1)/pairs
	for a := range n {
		for b := a + 1; b < n; b++ {
			p, o := m.partner[a*n+b], m.opponent[a*n+b]
			t.PartnersLeast, t.PartnersMost = min(t.PartnersLeast, p), max(t.PartnersMost, p)
			t.OpponentsLeast, t.OpponentsMost = min(t.OpponentsLeast, o), max(t.OpponentsMost, o)
			t.Excess += max(0, p-fewPartners) + max(0, o-fewOpponents)
		}
	}
	t.Optimal = t.PartnersLeast == t.PartnersMost && t.OpponentsLeast == t.OpponentsMost
	return t
}
