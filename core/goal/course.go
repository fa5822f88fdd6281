package goal

import "math"

// Step is one goal of a course and the student's success rate at it. Share is
// the part of the balls that are played for it, the others leaving its count as
// it is; 0 stands for all. Try is how many balls the time of a timed goal holds.
type Step struct {
	Goal  Goal
	Rate  float64 // in (0, 1]
	Share float64
	Try   int
}

// size is how many states a step has: a count for each good ball, or for each ball
// of a try.
func (s Step) size() int {
	if s.Goal.Kind.Timed() {
		return max(1, s.Try)
	}
	return s.Goal.Count
}

// held is the chance that one try of a timed goal is good enough: binomial.
func (s Step) held() float64 {
	return s.Goal.Chance(s.Rate, int(math.Round(float64(s.Try)*s.share())))
}

func (s Step) share() float64 {
	if s.Share == 0 {
		return 1
	}
	return s.Share
}

// Course is a list of goals met one after the other by one student.
type Course []Step

// MeanBalls is the mean number of balls for the whole course.
func (c Course) MeanBalls() float64 {
	sum := 0.0
	for _, s := range c {
		sum += s.Goal.MeanBalls(s.Rate) / s.share()
	}
	return min(Beyond, sum)
}

// Spread is how likely a course is to be finished after so many balls:
// Spread[n] for n = 0 … len−1. It never falls.
type Spread []float64

// Chance of having finished within balls. Past the end of the spread it is the
// last value, a lower bound.
func (s Spread) Chance(balls int) float64 {
	if balls < 0 {
		return 0
	}
	return s[min(balls, len(s)-1)]
}

// Quantile is the least number of balls that finishes with certainty q, and
// whether the spread reaches that far.
func (s Spread) Quantile(q float64) (int, bool) {
	for n, c := range s {
		if c >= q-1e-12 {
			return n, true
		}
	}
	return len(s) - 1, false
}

// Spread reckons the course ball by ball. It runs for at least atLeast balls,
// then until the certainty is reached, never beyond atMost.
func (c Course) Spread(atLeast, atMost int, certainty float64) Spread {
	chain := c.Chain()
	out := make(Spread, 1, atLeast+2)
	out[0] = chain.Done()
	for n := 1; n <= atMost && (n <= atLeast || out[n-1] < certainty); n++ {
		chain.Ball()
		out = append(out, chain.Done())
	}
	return out
}

// Chain is a course on its way: a Markov chain with a state for every count
// reached. A good ball moves on, a miss stays (total) or goes back to the start
// of its goal (in a row). The balls of a timed goal's try move on whatever they
// are; the last of them ends it or begins it anew.
type Chain struct {
	course Course    // not changed: chains that are alike share it, and the next four
	again  []bool    // whether a miss takes the count back
	from   []int     // first state of each goal
	size   []int     // states of each
	share  []float64 // of the balls that are for it
	rates  []float64
	held   []float64 // chance that a try of a timed goal is good enough; −1: not timed
	at     []float64 // chance of being in each state; the last is "finished"
	least  int       // goals before this one are as good as met
	balls  int
}

// Chain of the course, before the first ball.
func (c Course) Chain() *Chain {
	k := &Chain{
		course: c, again: make([]bool, len(c)), from: make([]int, len(c)), size: make([]int, len(c)),
		share: make([]float64, len(c)),
	}
	size := 0
	for i, s := range c {
		k.again[i], k.from[i], k.size[i], k.share[i] = s.Goal.Kind.StartsAgain(), size, s.size(), s.share()
		size += k.size[i]
	}
	k.room(size + 1)
	for i, s := range c {
		k.rates[i] = s.Rate
	}
	k.try()
	return k
}

// room makes the chain's own part, before the first ball.
func (k *Chain) room(states int) {
	n := len(k.course)
	own := make([]float64, 2*n+states)
	k.rates, k.held, k.at = own[:n:n], own[n:2*n:2*n], own[2*n:]
	k.at[0] = 1
}

// try finds how likely the tries of the timed goals are to be good enough.
func (k *Chain) try() {
	for i, s := range k.course {
		if k.held[i] = -1; s.Goal.Kind.Timed() {
			s.Rate = k.rates[i]
			k.held[i] = s.held()
		}
	}
}

// Like is the chain of the same goals at other rates, before the first ball.
func (k *Chain) Like(rates []float64) *Chain {
	out := &Chain{course: k.course, again: k.again, from: k.from, size: k.size, share: k.share}
	out.room(len(k.at))
	copy(out.rates, rates)
	out.try()
	return out
}

// Again takes the chain back to before the first ball, at other rates.
func (k *Chain) Again(rates []float64) {
	copy(k.rates, rates)
	k.try()
	clear(k.at)
	k.at[0], k.least, k.balls = 1, 0, 0
}

// Done is the chance of having finished.
func (k *Chain) Done() float64 { return k.at[len(k.at)-1] }

// gone is the chance below which a goal is not followed any more.
const gone = 1e-13

// Ball moves the chances on by one ball, from the last goal to the first so that
// each state is read before it is written. Goals not reached yet, and those that
// everybody has left behind, are passed over.
func (k *Chain) Ball() {
	k.balls++
	at := k.at
	for i := len(k.course) - 1; i >= k.least; i-- {
		start, count := k.from[i], k.size[i]
		if start >= k.balls {
			continue
		}
		share := k.share[i]
		p := share * k.rates[i] // good, for it; share − p a miss, 1 − share not for it
		ends := p               // the chance that the last ball ends it
		if k.held[i] >= 0 {
			ends = k.held[i]
		}
		if k.balls-start >= count {
			at[start+count] += ends * at[start+count-1]
		}
		top := min(count-1, k.balls-start) // the farthest that so many balls can reach
		left := 0.0
		switch {
		case k.held[i] >= 0:
			back := (1 - ends) * at[start+count-1]
			for j := start + top; j > start; j-- {
				at[j] = at[j-1]
				left += at[j]
			}
			at[start] = back
			left += back
		case !k.again[i]:
			for j := start + top; j > start; j-- {
				at[j] = (1-p)*at[j] + p*at[j-1]
				left += at[j]
			}
			at[start] *= 1 - p
			left += at[start]
		default:
			miss := 0.0
			for j := start + top; j > start; j-- {
				miss += at[j]
				at[j] = p*at[j-1] + (1-share)*at[j]
				left += at[j]
			}
			at[start] = (share-p)*(miss+at[start]) + (1-share)*at[start]
			left += at[start]
		}
		if i == k.least && left < gone {
			k.least++
		}
	}
}
