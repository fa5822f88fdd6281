package goal

// Range is what may be expected of a count: its mean, its median, and what is
// passed nine times in ten (Low) and once in ten (High).
type Range struct {
	Mean   float64 `json:"mean"`
	Low    int     `json:"low"`
	Median int     `json:"median"`
	High   int     `json:"high"`
}

// InTime is what a timed goal comes to: how many good balls, or how long a best
// streak, so many balls give at success rate p in (0, 1]. Counts stop at
// MaxCount.
func InTime(k Kind, p float64, balls int) Range {
	return Range{
		Mean:   ruleOf(k).inTime(p, balls),
		Low:    Fitting(k, p, balls, 0.9),
		Median: Fitting(k, p, balls, 0.5),
		High:   Fitting(k, p, balls, 0.1),
	}
}

// bestStreak is the mean of the longest streak in so many balls. P(best ≥ k in n
// balls) is the chance to have met "k in a row", so the mean is the sum of those
// chances; past 32 they are read at wider and wider steps and summed as
// trapezoids.
func bestStreak(p float64, balls int) (mean float64) {
	most := min(balls, MaxCount)
	last := 1.0
	for k := 1; k <= most && last > 1e-6; {
		step := 1 + k/32*4
		to := min(most, k+step-1)
		c := streakChance(to, p, balls)
		n := float64(to - k + 1)
		mean += n*c + (last-c)*(n-1)/2
		last, k = c, to+1
	}
	return mean
}

func streakChance(k int, p float64, balls int) float64 {
	if p == 1 {
		return 1
	}
	return inARowChance(k, p, balls)
}

// TempoFor is the longest time between feeds, in seconds, at which the goal is
// met within so many minutes with chance q; false where even a feed every half
// second is too slow. The basket and its pick-ups count as in t.
func TempoFor(g Goal, p, minutes, q float64, t Tempo) (float64, bool) {
	chance := func(seconds float64) float64 {
		t.SecondsPerBall = seconds
		return g.Chance(p, t.Balls(minutes))
	}
	lo, hi := 0.5, 120.0
	if chance(lo) < q {
		return 0, false
	}
	if chance(hi) >= q {
		return hi, true
	}
	for hi-lo > 0.005 {
		if mid := (lo + hi) / 2; chance(mid) >= q {
			lo = mid
		} else {
			hi = mid
		}
	}
	return lo, true
}

// Team is a total that players with their own success rates fill together,
// hitting in turn.
type Team struct {
	Count int
	Rates []float64 // in (0, 1]
}

// exactTo is how many balls a team's total is followed ball by ball; past it the
// mean rate stands for all, which is as good: turns have long evened out.
const exactTo = 20_000

// mean rate of the players.
func (t Team) mean() float64 {
	sum := 0.0
	for _, r := range t.Rates {
		sum += r
	}
	return sum / float64(len(t.Rates))
}

// Chances that the team is done after 0, 1, 2 … balls, until it is as good as
// sure or most balls are out. A ball of player i moves the count on with the
// player's own rate: a Poisson binomial count.
func (t Team) Chances(most int) []float64 {
	at := make([]float64, t.Count+1)
	at[0] = 1
	out := []float64{}
	for n := 0; n <= most; n++ {
		out = append(out, min(1, at[t.Count]))
		if at[t.Count] > 1-1e-9 {
			break
		}
		p := t.Rates[n%len(t.Rates)]
		at[t.Count] += p * at[t.Count-1]
		for j := t.Count - 1; j > 0; j-- {
			at[j] = (1-p)*at[j] + p*at[j-1]
		}
		at[0] *= 1 - p
	}
	return out
}

// Expect is the mean number of balls, the least that do with certainty one half
// and nine tenths, and the chance to be done within so many.
func (t Team) Expect(within int) (mean, median, p90, chance float64) {
	rate := t.mean()
	if g := (Goal{Kind: Total, Count: t.Count}); g.MeanBalls(rate) > exactTo/3 {
		return g.MeanBalls(rate), g.Quantile(rate, 0.5), g.Quantile(rate, 0.9), g.Chance(rate, within)
	}
	done := t.Chances(exactTo)
	for n, c := range done {
		if c >= 0.5-1e-12 && median == 0 {
			median = float64(n)
		}
		if c >= 0.9-1e-12 && p90 == 0 {
			p90 = float64(n)
		}
		mean += 1 - c
	}
	return mean, median, p90, done[min(within, len(done)-1)]
}

// Fitting is the largest total that the team fills within so many balls with
// certainty q: the number of good ones is a Poisson binomial count.
func (t Team) Fitting(balls int, q float64) int {
	if balls > exactTo {
		return Fitting(Total, t.mean(), balls, q)
	}
	at := make([]float64, min(balls, MaxCount)+1) // chance of so many good ones, the last of as many or more
	at[0] = 1
	most := len(at) - 1
	for n := range balls {
		p := t.Rates[n%len(t.Rates)]
		for j := min(most, n+1); j > 0; j-- {
			stays := (1 - p) * at[j]
			if j == most {
				stays = at[j]
			}
			at[j] = stays + p*at[j-1]
		}
		at[0] *= 1 - p
	}
	sum := 0.0
	for n := most; n > 0; n-- {
		if sum += at[n]; sum >= q {
			return n
		}
	}
	return 0
}

// MeanMinutes is the mean time to fill the total: the mean balls, and a pick-up
// for every time the basket is likely to run out before.
func (t Team) MeanMinutes(tempo Tempo) float64 {
	if g := (Goal{Kind: Total, Count: t.Count}); g.MeanBalls(t.mean()) > exactTo/3 {
		return tempo.MeanMinutes(g, t.mean())
	}
	minutes := 0.0
	for n, c := range t.Chances(exactTo) {
		minutes += (1 - c) * tempo.SecondsPerBall / 60
		if tempo.Basket > 0 && n > 0 && n%tempo.Basket == 0 {
			minutes += (1 - c) * tempo.PickUpMinutes
		}
	}
	return minutes
}
