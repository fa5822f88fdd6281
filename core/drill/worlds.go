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
	shared []sharedStage
	share  []float64 // of the balls that are played for each stage
	tries  []int     // how many balls the time of each stage holds; 0: it has none
	chance bool      // something is a matter of it
}

// sharedStage is a stage that several hold as one, with what is believed of each.
type sharedStage struct {
	stage  int
	curves []*target.Curve
	truths [][]float64 // ln k of each who holds it, in worldsOfAll truths; nil: not by chance
}

// skillStages are the steps of one skill, with what is believed of it.
type skillStages struct {
	steps  []int // of the drill
	curves []*target.Curve
	belief *progress.Belief
}

// worlds of the drill for that player.
func (t Turns) worlds(p Player) worlds {
	d := t.d
	w := worlds{d: d, share: make([]float64, len(d.Stages)), tries: make([]int, len(d.Stages))}
	at := map[Skill]int{}
	curves := t.Curves(p)
	for i, s := range d.Stages {
		w.share[i], w.tries[i] = d.ballsFor(s, t.stage(i).pattern.Feeds), t.tries(i, p)
		byChance := curves[i] != nil && s.Goal.Count > 0 && s.Goal.Kind != goal.Race
		w.chance = w.chance || byChance
		if s.Shared() {
			shared := sharedStage{stage: i}
			who, _ := t.members(i, p)
			for k := range who {
				curve := t.Curves(who[k])[i]
				var truths []float64
				if curve != nil {
					truths = who[k].Beliefs[i].Worlds(worldsOfAll)
				}
				shared.curves, shared.truths = append(shared.curves, curve), append(shared.truths, truths)
			}
			w.shared = append(w.shared, shared)
			continue
		}
		skill := d.Skill(s)
		j, ok := at[skill]
		if !ok {
			j = len(w.skills)
			at[skill] = j
			w.skills = append(w.skills, skillStages{belief: &p.Beliefs[i]})
		}
		k := &w.skills[j]
		k.steps, k.curves = append(k.steps, i), append(k.curves, curves[i])
	}
	return w
}

// only is one step of the drill by itself.
func (w worlds) only(step int) worlds {
	for _, k := range w.shared {
		if k.stage == step {
			w.skills, w.shared = nil, []sharedStage{k}
			return w
		}
	}
	w.shared = nil
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
		c = append(c, goal.Step{Goal: s.Goal, Rate: rates[i], Share: w.share[at], Try: w.tries[at]})
	}
	return c.Chain()
}

// law is the chance that one skill's steps are done after so many balls, over
// all that may be true of it; it is followed as far as is asked.
type law struct {
	chains []*goal.Chain
	weight []float64
	done   goal.Spread
	shared func(balls int) goal.Spread // instead of the chains
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
	if l.shared != nil && len(l.done) <= balls {
		l.done = l.shared(balls)
		return
	}
	l.done = slices.Grow(l.done, max(0, balls+1-len(l.done)))
	for len(l.done) <= balls {
		for _, c := range l.chains {
			c.Ball()
		}
		l.note()
	}
}

// mostShared is how many of one's own balls a shared goal is followed for; past
// them it stays as likely as it was then.
const mostShared = 600

// spread is how likely a shared stage is to be done after so many of one's own
// balls in one of worldsOfAll truths.
func (w worlds) spread(k *sharedStage, truth, balls int) goal.Spread {
	rates := make([]float64, len(k.truths))
	for m := range rates {
		rates[m] = 1
		if c := k.curves[m]; c != nil {
			at := k.truths[m][truth*lattice[m%len(lattice)]%worldsOfAll]
			rates[m] = min(mostRate, max(leastRate, c.At(at)))
		}
	}
	out := w.d.Stages[k.stage].Goal.Together(rates, w.tries[k.stage], min(balls, mostShared))
	for len(out) <= balls {
		out = append(out, out[len(out)-1])
	}
	return out
}

// together is the law of a shared stage: the mean over the truths.
func (w worlds) together(k *sharedStage) *law {
	return &law{shared: func(balls int) goal.Spread {
		out := make(goal.Spread, balls+1)
		for truth := range worldsOfAll {
			for n, c := range w.spread(k, truth, balls) {
				out[n] += c / worldsOfAll
			}
		}
		return out
	}}
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
	laws := make([]*law, 0, len(w.skills)+len(w.shared))
	for i := range w.skills {
		laws = append(laws, w.law(&w.skills[i]))
	}
	for i := range w.shared {
		laws = append(laws, w.together(&w.shared[i]))
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
	laws := make([]*law, 0, len(w.skills)+len(w.shared))
	for i := range w.skills {
		laws = append(laws, w.lawOver(&w.skills[i], balls))
	}
	for i := range w.shared {
		l := w.together(&w.shared[i])
		l.follow(balls)
		laws = append(laws, l)
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
	if len(w.skills) == 1 && len(w.shared) == 0 { // the wider the spread, the less likely
		k := &w.skills[0]
		return w.after(own, 0, k.belief.Quantile(0.9)), w.after(own, 0, k.belief.Quantile(0.1))
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
		chances[n] = w.after(own, n, logK...)
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
// each skill, and the truth of that number about what several hold.
func (w worlds) after(balls, truth int, logK ...float64) float64 {
	var steps []int
	var rates []float64
	for i := range w.skills {
		steps = append(steps, w.skills[i].steps...)
		rates = append(rates, w.skills[i].rates(logK[i])...)
	}
	c := w.chain(steps, rates)
	if len(w.shared) == 0 {
		for range balls {
			c.Ball()
		}
		return c.Done()
	}
	own := &law{chains: []*goal.Chain{c}, weight: []float64{1}}
	own.note()
	laws := []*law{own}
	for i := range w.shared {
		laws = append(laws, &law{done: w.spread(&w.shared[i], truth, balls)})
	}
	return sumOf(laws, balls)[balls]
}
