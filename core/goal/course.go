package goal

// Step is one goal of a course and the student's success rate at it. Share is
// the part of the balls that are played for it, the others leaving its count as
// it is; 0 stands for all.
type Step struct {
	Goal  Goal
	Rate  float64 // in (0, 1]
	Share float64
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

// Spread reckons the course as one Markov chain with a state for every count
// reached: a good ball moves on, a miss stays (total) or goes back to the start
// of its goal (in a row). It runs for at least atLeast balls, then until the
// certainty is reached, never beyond atMost.
func (c Course) Spread(atLeast, atMost int, certainty float64) Spread {
	size := 0
	for _, s := range c {
		size += s.Goal.Count
	}
	at := make([]float64, size+1) // chance of being in each state; the last is "finished"
	at[0] = 1
	again := c.startAgain()
	out := make(Spread, 1, atLeast+2)
	out[0] = at[size]
	for n := 1; n <= atMost && (n <= atLeast || out[n-1] < certainty); n++ {
		c.feed(at, again)
		out = append(out, at[size])
	}
	return out
}

// startAgain says of each goal whether a miss takes its count back to nothing.
func (c Course) startAgain() []bool {
	out := make([]bool, len(c))
	for i := range c {
		out[i] = c[i].Goal.Kind.StartsAgain()
	}
	return out
}

// feed moves the chances on by one ball, from the last goal to the first so
// that each state is read before it is written.
func (c Course) feed(at []float64, again []bool) {
	start := len(at) - 1
	for i := len(c) - 1; i >= 0; i-- {
		share, count := c[i].share(), c[i].Goal.Count
		p := share * c[i].Rate // good, for it; share − p a miss, 1 − share not for it
		start -= count
		at[start+count] += p * at[start+count-1]
		if !again[i] {
			for j := start + count - 1; j > start; j-- {
				at[j] = (1-p)*at[j] + p*at[j-1]
			}
			at[start] *= 1 - p
			continue
		}
		miss := 0.0
		for j := start + count - 1; j > start; j-- {
			miss += at[j]
			at[j] = p*at[j-1] + (1-share)*at[j]
		}
		at[start] = (share-p)*(miss+at[start]) + (1-share)*at[start]
	}
}
