package rotation

import "slices"

// six is the plan for six players, one court and two who sit: nobody has a partner
// twice or an opponent three times, everybody sits out twice and nobody twice
// running, also from the last round to the first. Six rounds, found by trying.
func six() []Round {
	p := &planOfSix{}
	if !p.next() {
		panic("rotation: six players have a plan")
	}
	return p.rounds
}

// planOfSix is the rounds found so far, and who has met whom.
type planOfSix struct {
	rounds              []Round
	partners, opponents [6][6]int
	sat                 [6]int
}

// splits are the three ways in which four players make two pairs.
var splits = [3][4]int{{0, 1, 2, 3}, {0, 2, 1, 3}, {0, 3, 1, 2}}

// next looks for the rounds that are left.
func (p *planOfSix) next() bool {
	if len(p.rounds) == 6 {
		return true
	}
	for i := range 6 {
		for j := i + 1; j < 6; j++ {
			if !p.maySit(i) || !p.maySit(j) {
				continue
			}
			var four []int
			for who := range 6 {
				if who != i && who != j {
					four = append(four, who)
				}
			}
			for _, s := range splits {
				r := Round{
					Games:   []Game{{A: []int{four[s[0]], four[s[1]]}, B: []int{four[s[2]], four[s[3]]}}},
					Sitting: []int{i, j},
				}
				if !p.take(r) {
					continue
				}
				if p.next() {
					return true
				}
				p.count(r, -1)
				p.rounds = p.rounds[:len(p.rounds)-1]
			}
		}
	}
	return false
}

// maySit says whether somebody may sit out the next round.
func (p *planOfSix) maySit(who int) bool {
	n := len(p.rounds)
	return p.sat[who] < 2 &&
		(n == 0 || !slices.Contains(p.rounds[n-1].Sitting, who)) &&
		(n < 5 || !slices.Contains(p.rounds[0].Sitting, who))
}

// take adds a round where nobody meets too often in it.
func (p *planOfSix) take(r Round) bool {
	g := r.Games[0]
	if p.partners[g.A[0]][g.A[1]] > 0 || p.partners[g.B[0]][g.B[1]] > 0 {
		return false
	}
	for _, a := range g.A {
		for _, b := range g.B {
			if p.opponents[a][b] == 2 {
				return false
			}
		}
	}
	p.count(r, 1)
	p.rounds = append(p.rounds, r)
	return true
}

// count adds a round's meetings, or takes them away.
func (p *planOfSix) count(r Round, by int) {
	meet := func(of *[6][6]int, a, b int) {
		of[a][b] += by
		of[b][a] += by
	}
	g := r.Games[0]
	meet(&p.partners, g.A[0], g.A[1])
	meet(&p.partners, g.B[0], g.B[1])
	for _, a := range g.A {
		for _, b := range g.B {
			meet(&p.opponents, a, b)
		}
	}
	for _, who := range r.Sitting {
		p.sat[who] += by
	}
}
