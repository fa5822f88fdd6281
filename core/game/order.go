package game

import (
	"cmp"
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// Order is a group sorted by strength, with how sure it is, and what follows from it.
type Order struct {
	Places []Place `json:"places"` // strongest first
	// Pairs are neighbours who play each other on even terms; of an odd number the last
	// plays with the pair before.
	Pairs [][]int `json:"pairs"`
	// Uneven are the fair targets of a race between those further apart.
	Uneven []Uneven `json:"uneven"`
	// Next are the games that would tell most, the pairs least sure of their order first.
	Next [][2]int `json:"next"`
	// Enough says that more games would hardly change the order.
	Enough bool `json:"enough"`
}

// Place is one player's in the order.
type Place struct {
	Player   int     `json:"player"`
	Strength float64 `json:"strength"` // between Low and High with 80 % certainty
	Low      float64 `json:"low"`
	High     float64 `json:"high"`
	// Above is how sure it is that this one is stronger than the next; 0 for the last.
	Above float64 `json:"above"`
}

// Uneven is a race that is fair between two.
type Uneven struct {
	Strong  int     `json:"strong"`
	Weak    int     `json:"weak"`
	Targets [2]int  `json:"targets"` // of the strong, of the weak
	Chance  float64 `json:"chance"`  // that the strong one wins it
}

// An order is sure enough when it is this sure of neighbours, or they are so near that it
// does not matter who comes first: within this of an even rally [trade]. Who wins that much
// more than half of the rallies plays uneven.
const (
	sureOrder  = 0.8
	nearEven   = 0.04
	unevenFrom = 0.08
	mostNext   = 4
)

// OrderOf sorts the first n players of a posterior. Races go to longest at most. The
// chance that one is above another is that of a normal law, the posterior's.
func OrderOf(p Posterior, n, longest int) Order {
	out := Order{Pairs: [][]int{}, Uneven: []Uneven{}, Next: [][2]int{}, Enough: true}
	by := make([]int, n)
	for i := range by {
		by[i] = i
	}
	slices.SortStableFunc(by, func(a, b int) int { return cmp.Compare(p.Mean[b], p.Mean[a]) })
	type doubt struct {
		pair [2]int
		sure float64
	}
	var doubts []doubt
	for k, i := range by {
		me := p.Strength(i)
		place := Place{Player: i, Strength: me.Value, Low: me.Low, High: me.High}
		if k+1 < n {
			j := by[k+1]
			place.Above = p.Above(i, j)
			chance, _, _ := p.Rally(Meeting{A: []int{i}, B: []int{j}})
			if place.Above < sureOrder {
				doubts = append(doubts, doubt{[2]int{i, j}, place.Above})
				// Neighbours known to be alike need no more games either.
				_, low, high := p.Rally(Meeting{A: []int{i}, B: []int{j}})
				if chance > 0.5+nearEven || high-low > 4*nearEven {
					out.Enough = false
				}
			}
		}
		out.Places = append(out.Places, place)
	}
	for k := 0; k+1 < n; k += 2 {
		out.Pairs = append(out.Pairs, []int{by[k], by[k+1]})
	}
	if n%2 == 1 && n > 1 {
		last := len(out.Pairs) - 1
		out.Pairs[last] = append(out.Pairs[last], by[n-1])
	}
	for k := 0; k+2 < n; k++ {
		i, j := by[k], by[k+2]
		if chance, _, _ := p.Rally(Meeting{A: []int{i}, B: []int{j}}); chance >= 0.5+unevenFrom {
			h, _ := LongestFair(chance, longest, math.Inf(1))
			out.Uneven = append(out.Uneven, Uneven{i, j, [2]int{h.A, h.B}, h.ChanceA})
		}
	}
	slices.SortStableFunc(doubts, func(a, b doubt) int { return cmp.Compare(a.sure, b.sure) })
	for _, d := range doubts[:min(len(doubts), mostNext)] {
		out.Next = append(out.Next, d.pair)
	}
	return out
}

// Above is how sure it is that one player is stronger than another.
func (p Posterior) Above(i, j int) float64 {
	v := p.cov.At(i, i) + p.cov.At(j, j) - 2*p.cov.At(i, j)
	if v <= 0 {
		return 0.5
	}
	return distuv.UnitNormal.CDF((p.Mean[i] - p.Mean[j]) / math.Sqrt(v))
}
