package game

import (
	"math"
	"math/rand/v2"
	"slices"
)

// Chances are what is believed of a game's rallies: how likely A wins one, how
// much more likely the feeder does (0: no edge), and how likely a rally carries
// each mark, by id.
type Chances struct {
	Point float64
	Edge  float64
	Marks map[string]float64
}

// Odds are what a game comes to.
type Odds struct {
	ChanceA    float64
	MeanPoints float64 // rallies played, warm-up included
	P90Points  int     // rallies, nine games in ten are over by then
	Sampled    bool    // played by chance up to a thousand times, not followed: within 3 to 5 %
}

// patience is how many steps from score to score are followed, and then how many
// rallies sampled instead: about a tenth of a second each.
const patience = 150_000

// place is all of a score that the rest of the game depends on.
type place struct {
	points, set [2]int16
	setLeft     int16
	feedsLeft   int16
	feeder, net int8
}

func (r Rules) placeOf(s Score, feeder bool) place {
	p := place{
		points:  [2]int16{int16(s.Points[A]), int16(s.Points[B])},
		set:     [2]int16{int16(s.Set[A]), int16(s.Set[B])},
		setLeft: int16(s.SetLeft),
	}
	if feeder {
		p.feedsLeft, p.feeder = int16(s.FeedsLeft), int8(s.Feeder)
	}
	if s.Net != nil && r.OnlyNetScores {
		p.net = int8(*s.Net)
	}
	return p
}

func (r Rules) scoreOf(p place) Score {
	s := Score{
		Points:    [2]int{int(p.points[A]), int(p.points[B])},
		Set:       [2]int{int(p.set[A]), int(p.set[B])},
		SetLeft:   int(p.setLeft),
		FeedsLeft: int(p.feedsLeft),
		Feeder:    Side(p.feeder),
	}
	if r.Net != "" {
		net := Side(p.net)
		s.Net = &net
	}
	return s
}

// Odds follows every score a game can pass through, rally by rally, with its
// chance: the fold itself is the rule, so whatever can be played can be reckoned.
// It stops when all but 1e-9 of the games are over. Rules that lead to too many
// scores are sampled.
func (r Rules) Odds(c Chances) Odds {
	byFeed := c.Edge != 0
	for _, m := range r.Marks {
		byFeed = byFeed || m.Bonus > 0 && c.Marks[m.ID] > 0
	}
	combos := r.combos(c.Marks)
	start := r.Start()
	start.WarmUpLeft = 0
	now := map[place]float64{r.placeOf(start, byFeed): 1}
	out := Odds{MeanPoints: float64(r.practice(r.WarmUp))}
	over := 0.0
	const longest = 5000
	steps := 0
	for n := 1; n <= longest && len(now) > 0 && over < 1-1e-9; n++ {
		if steps += len(now) * 2 * len(combos); steps > patience {
			return r.sample(c)
		}
		next := make(map[place]float64, len(now)+8)
		for p, chance := range now {
			out.MeanPoints += chance
			s := r.scoreOf(p)
			point := c.Point
			if byFeed {
				point = math.Min(0.999, math.Max(0.001, c.Point+c.Edge*(1-2*float64(p.feeder))))
			} else {
				s.FeedsLeft = 2 // whoever feeds, nothing comes of it
			}
			for _, side := range []Side{A, B} {
				won := chance * point
				if side == B {
					won = chance * (1 - point)
				}
				for _, k := range combos {
					after := r.Rally(s, Rally{Winner: side, Marks: k.marks})
					if w := won * k.chance; after.Over {
						over += w
						if after.Winner == A {
							out.ChanceA += w
						}
					} else if w > 1e-14 {
						next[r.placeOf(after, byFeed)] += w
					}
				}
			}
		}
		if over >= 0.9 && out.P90Points == 0 {
			out.P90Points = n + r.practice(r.WarmUp)
		}
		now = next
	}
	return out
}

// combo is a set of marks that a rally may carry together.
type combo struct {
	marks  []string
	chance float64
}

// combos are all sets of marks that change a score, with their chances; marks
// come independently.
func (r Rules) combos(chances map[string]float64) []combo {
	out := []combo{{nil, 1}}
	for _, m := range r.Marks {
		p := chances[m.ID]
		if p <= 0 || m.Worth == 0 && m.Times == 0 && m.Bonus == 0 {
			continue
		}
		for _, k := range out[:len(out):len(out)] {
			with := append(append([]string{}, k.marks...), m.ID)
			out = append(out, combo{with, k.chance * p})
		}
		for i := range out[:len(out)/2] {
			out[i].chance *= 1 - p
		}
	}
	return out
}

// sample plays the game up to a thousand times, always with the same seed.
func (r Rules) sample(c Chances) Odds {
	const games, longest = 1000, 2000
	rng := rand.New(rand.NewPCG(11, 2))
	lengths := make([]int, 0, games)
	out := Odds{Sampled: true}
	for played := 0; len(lengths) < games && played < patience; {
		s, n := r.Start(), 0
		for ; !s.Over && n < longest; n++ {
			point := c.Point + c.Edge*(1-2*float64(s.Feeder))
			y := Rally{Winner: B}
			if rng.Float64() < point {
				y.Winner = A
			}
			for _, m := range r.Marks {
				if rng.Float64() < c.Marks[m.ID] {
					y.Marks = append(y.Marks, m.ID)
				}
			}
			s = r.Rally(s, y)
		}
		if s.Over && s.Winner == A {
			out.ChanceA++
		}
		played += n
		lengths = append(lengths, n)
	}
	slices.Sort(lengths)
	out.ChanceA /= float64(len(lengths))
	for _, n := range lengths {
		out.MeanPoints += float64(n) / float64(len(lengths))
	}
	out.P90Points = lengths[len(lengths)*9/10]
	return out
}
