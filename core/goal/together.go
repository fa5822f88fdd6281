package goal

import "math"

// Together is how likely a goal that several hold as one is met after 0 to most
// balls of each, hitting in turn with these success rates: a total they fill, a
// streak or a rally they keep alive, a time they have. In a race each counts their
// own, and it is over when the first is there. Try is how many of their own balls
// the time of a timed goal holds.
func (g Goal) Together(rates []float64, try, most int) Spread {
	out := make(Spread, most+1)
	switch {
	case g.Kind == Race:
		for n := range out {
			open := 1.0
			for _, p := range rates {
				open *= 1 - g.Chance(p, n)
			}
			out[n] = 1 - open
		}
	case g.Kind.Timed():
		try = max(1, try)
		one := Team{Count: g.Good(), Rates: rates}.ChanceIn(try * len(rates))
		for n := range out {
			out[n] = 1 - math.Pow(1-one, float64(n/try))
		}
	default:
		g.follow(rates, out)
	}
	return out
}

// follow fills the spread ball by ball; a player's ball moves the count on with the
// player's own rate.
func (g Goal) follow(rates []float64, out Spread) {
	at := make([]float64, g.Count+1)
	at[0] = 1
	again := g.Kind.StartsAgain()
	for n := 1; n < len(out); n++ {
		for _, p := range rates {
			miss := 0.0
			at[g.Count] += p * at[g.Count-1]
			for j := g.Count - 1; j > 0; j-- {
				miss += (1 - p) * at[j]
				if at[j] = p*at[j-1] + (1-p)*at[j]; again {
					at[j] = p * at[j-1]
				}
			}
			if at[0] *= 1 - p; again {
				at[0] += miss
			}
		}
		out[n] = min(1, at[g.Count])
	}
	if g.Count == 0 {
		for n := range out {
			out[n] = 1
		}
	}
}

// ChanceIn is the chance that the team's total is there within so many balls.
func (t Team) ChanceIn(balls int) float64 {
	if t.Count == 0 {
		return 1
	}
	done := t.Chances(balls)
	return done[len(done)-1]
}

// First is each player's chance to be the first of a race to n good balls, hitting
// in turn in that order with these rates.
func First(n int, rates []float64, most int) []float64 {
	out := make([]float64, len(rates))
	was := make([]float64, len(rates)) // of being there already
	for balls := 1; balls <= most; balls++ {
		now := make([]float64, len(rates))
		for i, p := range rates {
			now[i] = Goal{Kind: Race, Count: n}.Chance(p, balls)
		}
		for i := range rates {
			first := now[i] - was[i] // just now, and nobody earlier: those before in the turn also not now
			for j := range rates {
				if j < i {
					first *= 1 - now[j]
				} else if j > i {
					first *= 1 - was[j]
				}
			}
			out[i] += first
		}
		was = now
	}
	return out
}
