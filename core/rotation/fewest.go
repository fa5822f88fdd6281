package rotation

import (
	"slices"
)

// Fewest lets every pair of n players meet once on so many courts in as few rounds as there can
// be: max(rounds of RoundRobin, ⌈pairs ÷ courts⌉). Where whole rounds played in heats take no
// more, they are as RoundRobin has them.
//
// Rounds are the colours of the edges of a complete graph. Those of RoundRobin with some empty
// ones are evened out: of a round with too many games and one with few, the games form paths
// and rings on which they alternate, and on a path that begins and ends with the one the two
// are exchanged [rule: de Werra 1971, equitable edge colourings].
func Fewest(n, courts int) []Round {
	whole := RoundRobin(n)
	heats, pairs := 0, n*(n-1)/2
	for _, r := range whole {
		heats += (len(r.Games) + courts - 1) / courts
	}
	least := max(len(whole), (pairs+courts-1)/courts)
	if least >= heats {
		return whole
	}
	games := make([][]Game, least)
	for i, r := range whole {
		games[i] = slices.Clone(r.Games)
	}
	bySize := func(a, b []Game) int { return len(a) - len(b) }
	for {
		slices.SortStableFunc(games, bySize)
		few, many := 0, least-1
		if len(games[many]) <= courts {
			break
		}
		games[many], games[few] = exchanged(games[many], games[few], n)
	}
	return inOrder(games, n)
}

// exchanged are two rounds after games were exchanged on a path that has one more of the
// first, which has at least two more in all.
func exchanged(many, few []Game, n int) (less, more []Game) {
	of := func(games []Game) []int { // whom each player meets
		out := slices.Repeat([]int{-1}, n)
		for _, g := range games {
			out[g.A[0]], out[g.B[0]] = g.B[0], g.A[0]
		}
		return out
	}
	inMany, inFew := of(many), of(few)
	for p := range n {
		if inMany[p] < 0 || inFew[p] >= 0 {
			continue // a path that begins with many
		}
		path := map[int]bool{p: true}
		at, with := p, inMany
		for next := with[at]; next >= 0; next = with[at] {
			path[next] = true
			if at = next; &with[0] == &inMany[0] {
				with = inFew
			} else {
				with = inMany
			}
		}
		if &with[0] == &inMany[0] {
			continue // it ends with few
		}
		for _, g := range many {
			if path[g.A[0]] {
				more = append(more, g)
			} else {
				less = append(less, g)
			}
		}
		for _, g := range few {
			if path[g.A[0]] {
				less = append(less, g)
			} else {
				more = append(more, g)
			}
		}
		return less, more
	}
	panic("rotation: no path to exchange games on")
}

// inOrder are rounds of those games, each the one whose players have waited longest.
func inOrder(games [][]Game, n int) (out []Round) {
	last := slices.Repeat([]int{-1}, n) // round in which each played last
	for t := range len(games) {
		best, most := 0, -1
		for i, round := range games {
			waited := 0
			for _, g := range round {
				waited += t - last[g.A[0]] + t - last[g.B[0]]
			}
			if waited > most {
				best, most = i, waited
			}
		}
		r := Round{Games: games[best], Sitting: []int{}}
		games = slices.Delete(games, best, best+1)
		for _, g := range r.Games {
			last[g.A[0]], last[g.B[0]] = t, t
		}
		for p := range n {
			if last[p] != t {
				r.Sitting = append(r.Sitting, p)
			}
		}
		out = append(out, r)
	}
	return out
}
