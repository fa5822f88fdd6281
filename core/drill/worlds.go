package drill

import (
	"math"
	"slices"

	"hodometer/core/goal"
	"hodometer/core/progress"
	"hodometer/core/target"
)

// How many truths about all skills together are looked at for the band, spread
// by a rank-1 lattice rule with these multipliers.
const worldsOfAll = 31

var lattice = []int{1, 12, 18, 7, 26, 5, 22, 14}

// worlds are what may be true about a student: in each, every step has one rate.
// Skills vary independently of each other, steps of one skill together.
//
// The balls that a drill takes are the sum of those of its skills, which are
// independent; so the law of each, a mixture over its truths, is followed by
// itself and the laws are convolved. That is the mean over all that may be true,
// exactly. The band asks in how many truths the chance lies below: it follows
// the whole drill in a few spread evenly.
type worlds struct {
	d      *Drill
	skills []skillStages
	chance bool // something is a matter of it
}

// skillStages are the steps of one skill, with what is believed of it.
type skillStages struct {
	steps  []int // of the drill
	curves []*target.Curve
	belief *progress.Belief
}

// worlds of the drill, with a belief and a curve for each of its steps.
func (d *Drill) worlds(beliefs []progress.Belief, curves []*target.Curve) worlds {
	w := worlds{d: d}
	at := map[Skill]int{}
	for i, s := range d.Stages {
		skill := d.Skill(s)
		j, ok := at[skill]
		if !ok {
			j = len(w.skills)
			at[skill] = j
			w.skills = append(w.skills, skillStages{belief: &beliefs[i]})
		}
		k := &w.skills[j]
		k.steps, k.curves = append(k.steps, i), append(k.curves, curves[i])
		w.chance = w.chance || curves[i] != nil
	}
	return w
}

// only is one step of the drill by itself.
func (w worlds) only(step int) worlds {
	for _, k := range w.skills {
		if i := slices.Index(k.steps, step); i >= 0 {
			w.skills = []skillStages{{k.steps[i : i+1], k.curves[i : i+1], k.belief}}
			break
		}
	}
	return w
}

// Rates of a chain are kept off 0 and 1: it needs a way on.
const (
	leastRate = 1e-6
	mostRate  = 1 - 1e-9
)

// rates of the steps at that ln k; repetitions always count.
func (k *skillStages) rates(logK float64) []float64 {
	out := make([]float64, len(k.steps))
	for i, c := range k.curves {
		out[i] = 1
		if c != nil {
			out[i] = min(mostRate, max(leastRate, c.At(logK)))
		}
	}
	return out
}

// constant says whether nothing about these steps is a matter of chance.
func (k *skillStages) constant() bool {
	return !slices.ContainsFunc(k.curves, func(c *target.Curve) bool { return c != nil })
}

// chain of those steps, each with its rate.
func (w worlds) chain(steps []int, rates []float64) *goal.Chain {
	c := make(goal.Course, 0, len(steps))
	for i, at := range steps {
		s := w.d.Stages[at]
		c = append(c, goal.Step{Goal: s.Goal, Rate: rates[i], Share: w.d.ballsFor(s)})
	}
	return c.Chain()
}

// law is the chance that one skill's steps are done after so many balls, over
// all that may be true of it; it is followed as far as is asked.
type law struct {
	chains []*goal.Chain
	weight []float64
	done   goal.Spread
}

func (w worlds) law(k *skillStages) *law {
	logK, weight := []float64{0}, []float64{1}
	if !k.constant() {
		logK, weight = k.belief.Nodes()
	}
	out := &law{chains: make([]*goal.Chain, len(logK)), weight: weight}
	for i, at := range logK {
		if i == 0 {
			out.chains[0] = w.chain(k.steps, k.rates(at))
			continue
		}
		out.chains[i] = out.chains[0].Like(k.rates(at))
	}
	out.note()
	return out
}

// lawOver is the law up to so many balls and no further: one chain serves all that
// may be true, one after the other.
func (w worlds) lawOver(k *skillStages, balls int) *law {
	logK, weight := []float64{0}, []float64{1}
	if !k.constant() {
		logK, weight = k.belief.Nodes()
	}
	out := &law{done: make(goal.Spread, balls+1)}
	var chain *goal.Chain
	for i, at := range logK {
		rates := k.rates(at)
		if chain == nil {
			chain = w.chain(k.steps, rates)
		} else {
			chain.Again(rates)
		}
		out.done[0] += weight[i] * chain.Done()
		for n := 1; n <= balls; n++ {
			chain.Ball()
			out.done[n] += weight[i] * chain.Done()
		}
	}
	return out
}

func (l *law) note() {
	sum := 0.0
	for i, c := range l.chains {
		sum += l.weight[i] * c.Done()
	}
	l.done = append(l.done, sum)
}

func (l *law) follow(balls int) {
	l.done = slices.Grow(l.done, max(0, balls+1-len(l.done)))
	for len(l.done) <= balls {
		for _, c := range l.chains {
			c.Ball()
		}
		l.note()
	}
}

// course is what the steps come to.
type course struct {
	mean      goal.Spread // chance to have finished after so many balls
	low, high float64     // after the student's own, with 80 % certainty
}

// quantile is the least number of balls after which it is that likely to have
// finished; goal.Beyond where that is not followed so far.
func (c course) quantile(q float64) float64 {
	if n, ok := c.mean.Quantile(q); ok {
		return float64(n)
	}
	return goal.Beyond
}

// course follows the steps for the student's own balls and then until it is
// sure that they are done, no further than most.
func (w worlds) course(own, most int) course {
	laws := make([]*law, len(w.skills))
	for i := range w.skills {
		laws[i] = w.law(&w.skills[i])
	}
	var out course
	for balls := own; ; balls = min(most, 2*balls+16) {
		out.mean = sumOf(laws, balls)
		if out.mean[balls] >= Certainty || balls >= most {
			break
		}
	}
	return out
}

// chanceAfter is the chance to have finished after so many balls.
func (w worlds) chanceAfter(balls int) (sum float64) {
	laws := make([]*law, len(w.skills))
	for i := range w.skills {
		laws[i] = w.lawOver(&w.skills[i], balls)
	}
	last := laws[len(laws)-1]
	if len(laws) == 1 {
		return last.done[balls]
	}
	before := 0.0
	for n, done := range sumOf(laws[:len(laws)-1], balls) { // the others with just so many, the last with the rest
		sum += (done - before) * last.done[balls-n]
		before = done
	}
	return sum
}

// sumOf is the law of the sum, after 0 to so many balls.
func sumOf(laws []*law, balls int) goal.Spread {
	sum := []float64(nil) // chance of being done with just so many
	for _, l := range laws {
		l.follow(balls)
		if len(laws) == 1 {
			return l.done[:balls+1]
		}
		one := make([]float64, balls+1)
		for n := range one {
			if one[n] = l.done[n]; n > 0 {
				one[n] -= l.done[n-1]
			}
		}
		if sum == nil {
			sum = one
			continue
		}
		both := make([]float64, balls+1)
		for i, p := range sum {
			if p < 1e-12 {
				continue
			}
			for j, q := range one[:balls+1-i] {
				both[i+j] += p * q
			}
		}
		sum = both
	}
	for n := 1; n < len(sum); n++ {
		sum[n] += sum[n-1]
	}
	return sum
}

// band holds the chance to have finished after the student's own balls in eight
// truths of ten.
func (w worlds) band(own int) (low, high float64) {
	if len(w.skills) == 1 { // the wider the spread, the less likely
		k := &w.skills[0]
		return w.after(own, k.belief.Quantile(0.9)), w.after(own, k.belief.Quantile(0.1))
	}
	truths := make([][]float64, len(w.skills))
	for i := range w.skills {
		truths[i] = w.skills[i].belief.Worlds(worldsOfAll)
	}
	chances := make([]float64, worldsOfAll)
	for n := range chances {
		logK := make([]float64, len(w.skills))
		for i := range logK {
			logK[i] = truths[i][n*lattice[i%len(lattice)]%worldsOfAll]
		}
		chances[n] = w.after(own, logK...)
	}
	slices.Sort(chances)
	at := func(q float64) float64 { // each stands for the middle of its share
		x := q*worldsOfAll - 0.5
		i := int(math.Floor(x))
		return chances[i] + (x-float64(i))*(chances[i+1]-chances[i])
	}
	return at(0.1), at(0.9)
}

// after is the chance to have finished after so many balls in a truth: ln k of
// each skill.
func (w worlds) after(balls int, logK ...float64) float64 {
	var steps []int
	var rates []float64
	for i := range w.skills {
		steps = append(steps, w.skills[i].steps...)
		rates = append(rates, w.skills[i].rates(logK[i])...)
	}
	c := w.chain(steps, rates)
	for range balls {
		c.Ball()
	}
	return c.Done()
}
