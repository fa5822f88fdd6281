package rehearse

import (
	"cmp"
	"context"
	"math"
	"runtime"
	"slices"
	"sync"

	"hodometer/core/drill"

	"gonum.org/v1/gonum/stat/distuv"
)

// Share is a chance read off the plays: with its standard error, and the range that what
// is not known of the students leaves, eight in ten.
type Share struct {
	Value, Error, Low, High float64
}

// Minutes are when something is over, in half of the plays, in as many as are wanted and in
// nine of ten; nil where fewer ever came to it in four times the block.
type Minutes struct {
	Half, Wanted, Sure *float64
}

// GoalPlayed is one goal of one student.
type GoalPlayed struct {
	Met Share // within the block
	Minutes
	Tries, Best float64 // at a timed goal in the block, and the best of them; means
}

// Played is what a block comes to for one student.
type Played struct {
	All    Share   // every goal
	InHalf float64 // every goal within half of the time
	InFew  float64 // every goal, of the first Few plays alone
	Goals  []GoalPlayed
	Met    float64 // how many of the goals, the mean
	Holds  int     // the goal that holds the student back most; −1 where none does
	Minutes
	Balls float64 // of their own in the block
	Never bool    // no play came to all goals in four times the block
}

// Outcome is what a block comes to for everybody.
type Outcome struct {
	Students []Played
	All      Share   // everybody has met everything
	Waits    float64 // minutes that the first is done before the last, where all are
	Fed      float64 // from the basket
	Hit      float64 // from the basket or not, counted or not
	PickUps  float64
	Plays    int
	Over     []float64 // minutes that the last turn goes on after the time is up, by play
}

// plays are the times of many plays: when each goal of each student was met, and all of
// them; ms, −1 for never. Of the whole ones also what was brought.
type plays struct {
	number       int
	n, stages    int     // students, and stages
	goals, all   []int32 // plays × students × stages, plays × students
	balls        []int64 // of whole plays, by student
	tries, best  []int64 // of whole plays, by student and stage
	fed, pickUps int64
	hit          int64
	whole        int
	over         []int64    // when the last turn of a play was over, of the whole ones
	sorted       [2][]int64 // room to sort times in
}

// One play in so many is played to the block's end for what is brought, and runs on to see
// when the goals are met that the block's minutes do not hold.
const oneIn = 8

// runsOn reports whether a play does: of few plays as many as of twice as many.
func runsOn(k int) bool { return k/truths%2 == 0 && k%oneIn == 0 }

// A block with very many balls is played fewer times, so that it is answered in the time of
// any other; its figures say how often it was played.
const (
	fewest    = 32
	mostBalls = 2_000_000
)

// bounded is how often the block is played where so many plays are asked for.
func (r *rehearsal) bounded(number int) int {
	gap := int64(math.MaxInt64)
	for _, g := range r.gap {
		gap = min(gap, g)
	}
	balls := float64(r.ends) / float64(max(1, gap))
	return max(min(number, fewest), min(number, int(mostBalls/max(1, balls))))
}

// playAll plays the block so many times.
func (r *rehearsal) playAll(ctx context.Context, number int, on bool) *plays {
	return r.playFrom(ctx, 0, number, on)
}

// playFrom plays the block so many times, from the play of a number, on as many processors
// as there are. What a play comes to hangs on its number alone, so the order does not matter.
func (r *rehearsal) playFrom(ctx context.Context, first, number int, on bool) *plays {
	r.learn(first + number)
	n := len(r.Lesson.Students)
	out := &plays{
		number: number,
		n:      n,
		stages: r.stages,
		goals:  take(&r.room.met, number*n*r.stages),
		all:    take(&r.room.met, number*n),
		balls:  take(&r.room.times, n),
		over:   take(&r.room.times, number),
		tries:  take(&r.room.times, n*r.stages),
		best:   take(&r.room.times, n*r.stages),
		sorted: [2][]int64{take(&r.room.times, number), take(&r.room.times, number)},
	}
	workers := max(1, min(runtime.GOMAXPROCS(0), number/fewest))
	var wait sync.WaitGroup
	var lock sync.Mutex
	for w := range workers {
		wait.Go(func() {
			p := r.start()
			defer p.end()
			balls, fed, pickUps, whole := make([]int64, n), int64(0), int64(0), 0
			hit := int64(0)
			tries, best := make([]int64, n*r.stages), make([]int64, n*r.stages)
			for k := w; k < number && ctx.Err() == nil; k += workers {
				if on && runsOn(k) {
					p.play(first+k, r.ends, true)
					whole++
					hit += int64(p.st.Fed)
					fed, pickUps = fed+int64(p.st.New), pickUps+int64(p.st.PickUps)
					for i, own := range p.balls {
						balls[i] += int64(own)
					}
					p.tries(tries, best)
					out.over[k] = p.finish(r.ends)
					if p.unmet > 0 {
						p.note(p.script, nobody, p.clock) // what the last turn met
						p.on(Longer*r.ends, false)
					}
				} else {
					p.play(first+k, r.ends, false)
				}
				narrow(out.goals[k*n*r.stages:], p.stageAt)
				narrow(out.all[k*n:], p.metAt)
			}
			lock.Lock()
			defer lock.Unlock()
			out.hit += hit
			out.fed, out.pickUps, out.whole = out.fed+fed, out.pickUps+pickUps, out.whole+whole
			add(out.balls, balls)
			add(out.tries, tries)
			add(out.best, best)
		})
	}
	wait.Wait()
	return out
}

// narrow copies times of a block, which are far within what 32 bits hold.
func narrow(to []int32, from []int64) {
	for i, t := range from {
		to[i] = int32(t)
	}
}

// add the terms to the sums.
func add(sums, terms []int64) {
	for i, t := range terms {
		sums[i] += t
	}
}

// tries adds those of each student at each timed goal, and the best of them.
func (p *one) tries(tries, best []int64) {
	for i := range tries {
		if j := i % p.r.stages; p.r.timed[j] {
			t := p.script.TallyAt(&p.st, i/p.r.stages, j)
			tries[i] += int64(len(t.Tries))
			best[i] += int64(t.Best)
		}
	}
}

// Chances are how likely each student is to meet every goal, read off so many plays. It
// stops with the context.
func (b Block) Chances(ctx context.Context, number int) []float64 {
	r := b.lay()
	defer r.leave()
	number = r.bounded(number)
	p := r.playAll(ctx, number, false)
	out := make([]float64, p.n)
	for i := range out {
		out[i] = p.tally(r.ends, func(k int) int64 { return int64(p.all[k*p.n+i]) }).share().Value
	}
	return out
}

// By is when everybody has met every goal in that share of so many plays, minutes; false
// where the block is over before: it stops as soon as two standard errors leave no doubt of
// that, and with the context.
func (b Block) By(ctx context.Context, number int, share float64) (minutes float64, ok bool) {
	r := b.lay()
	defer r.leave()
	number = r.bounded(number)
	met, played := make([][]int32, len(b.Lesson.Students)), 0
	for played < number && ctx.Err() == nil {
		more := min(number-played, max(fewest, played))
		for k, at := range r.playFrom(ctx, played, more, false).all {
			if at >= 0 && int64(at) <= r.ends {
				met[k%len(met)] = append(met[k%len(met)], at)
			}
		}
		played += more
		doubt := 2 * math.Sqrt(share*(1-share)/float64(played))
		for _, own := range met {
			if float64(len(own)) < (share-doubt)*float64(played) {
				return 0, false
			}
		}
	}
	last := int(math.Ceil(share*float64(played))) - 1
	for _, own := range met {
		if slices.Sort(own); last < 0 || last >= len(own) {
			return 0, false
		}
		minutes = max(minutes, float64(own[last])/60_000)
	}
	return minutes, true
}

// Likely reports whether every student meets every goal with a chance at least: of so many
// plays at the most, for it stops as soon as two standard errors leave no doubt.
func (b Block) Likely(ctx context.Context, number int, chance float64) bool {
	r := b.lay()
	defer r.leave()
	number = r.bounded(number)
	met, played := make([]int, len(b.Lesson.Students)), 0
	for played < number && ctx.Err() == nil {
		more := min(number-played, max(fewest, played))
		p := r.playFrom(ctx, played, more, false)
		for k, at := range p.all {
			if at >= 0 && int64(at) <= r.ends {
				met[k%p.n]++
			}
		}
		played += more
		least := float64(slices.Min(met)) / float64(played)
		if doubt := 2 * math.Sqrt(chance*(1-chance)/float64(played)); math.Abs(least-chance) > doubt {
			return least > chance
		}
	}
	return float64(slices.Min(met)) >= chance*float64(played)
}

// Rehearse plays a drill block so many times. It stops with the context.
func (b Block) Rehearse(ctx context.Context, number int) Outcome {
	r := b.lay()
	defer r.leave()
	number = r.bounded(number)
	p := r.playAll(ctx, number, true)
	whole := float64(max(1, p.whole))
	out := Outcome{
		Students: make(
			[]Played,
			p.n,
		),
		Plays:   number,
		Fed:     float64(p.fed) / whole,
		Hit:     float64(p.hit) / whole,
		PickUps: float64(p.pickUps) / whole,
	}
	out.All, out.Waits = p.together(r.ends)
	for k, over := range p.over {
		if runsOn(k) {
			out.Over = append(out.Over, float64(over-r.ends)/60_000)
		}
	}
	for i := range out.Students {
		all := func(k int) int64 { return int64(p.all[k*p.n+i]) }
		s := &out.Students[i]
		s.Balls = float64(p.balls[i]) / whole
		s.All = p.tally(r.ends, all).share()
		s.InHalf = p.tally(r.ends/2, all).share().Value
		few := min(number, Few)
		for k := range few {
			if at := all(k); at >= 0 && at <= r.ends {
				s.InFew += 1 / float64(few)
			}
		}
		s.Minutes, s.Goals = p.minutes(r.ends, all), make([]GoalPlayed, r.stages)
		s.Never = true
		for k := range number {
			s.Never = s.Never && all(k) < 0
		}
		for j := range s.Goals {
			at := func(k int) int64 { return int64(p.goals[(k*p.n+i)*p.stages+j]) }
			s.Goals[j] = GoalPlayed{
				p.tally(r.ends, at).share(), p.minutes(r.ends, at),
				float64(p.tries[i*p.stages+j]) / whole, float64(p.best[i*p.stages+j]) / whole,
			}
			s.Met += s.Goals[j].Met.Value
		}
		s.Holds = p.holds(i, r.ends)
	}
	return out
}

// tally of the plays in which something came about by a time.
func (p *plays) tally(ends int64, at func(k int) int64) *tally {
	out := &tally{of: max(1, p.number/truths), truths: min(p.number, truths)}
	for k := range out.of * out.truths {
		if t := at(k); t >= 0 && t <= ends {
			out.met[k%truths]++
		}
	}
	return out
}

// together is the chance that everybody meets everything by a time, and how many minutes
// the first then waits for the last.
func (p *plays) together(ends int64) (all Share, waits float64) {
	both := 0
	last := func(k int) int64 {
		from, to := slices.Min(p.all[k*p.n:(k+1)*p.n]), slices.Max(p.all[k*p.n:(k+1)*p.n])
		if from < 0 {
			return -1
		}
		return int64(to)
	}
	if p.n == 0 {
		return Share{}, 0
	}
	for k := range p.number {
		if to := last(k); to >= 0 && to <= ends {
			both++
			first := slices.Min(p.all[k*p.n : (k+1)*p.n])
			waits += float64(to-int64(first)) / 60_000
		}
	}
	return p.tally(ends, last).share(), waits / float64(max(1, both))
}

// holds is the goal that a student is at most often where a play ends without all; −1
// where that never is.
func (p *plays) holds(student int, ends int64) int {
	first := make([]int, p.stages)
	for k := range p.number {
		at := p.goals[(k*p.n+student)*p.stages:][:p.stages]
		if j := slices.IndexFunc(at, func(t int32) bool { return t < 0 || int64(t) > ends }); j >= 0 {
			first[j]++
		}
	}
	most := 0
	for j, n := range first {
		if n > first[most] {
			most = j
		}
	}
	if p.stages == 0 || first[most] == 0 {
		return -1
	}
	return most
}

// minutes are when something came about: of the plays in which it did before the block was
// over, and for those in which it did not, of the ones that ran on, which stand for them all.
func (p *plays) minutes(ends int64, at func(k int) int64) Minutes {
	in, late := p.sorted[0][:0], p.sorted[1][:0]
	for k := range p.number {
		switch t := at(k); {
		case t >= 0 && t <= ends:
			in = append(in, t)
		case runsOn(k):
			late = append(late, t)
		}
	}
	p.sorted = [2][]int64{in, late}
	slices.Sort(in)
	slices.SortFunc(
		late,
		func(a, b int64) int { return cmp.Compare(uint64(a), uint64(b)) },
	) // never comes last
	quantile := func(q float64) *float64 {
		n := int(math.Ceil(q*float64(p.number))) - 1
		t := int64(-1)
		switch {
		case n < len(in):
			t = in[max(0, n)]
		case len(late) > 0:
			t = late[(n-len(in))*len(late)/(p.number-len(in))]
		}
		if t < 0 {
			return nil
		}
		m := float64(t) / 60_000
		return &m
	}
	return Minutes{quantile(0.5), quantile(drill.Wanted), quantile(drill.Certainty)}
}

// tally counts in how many plays of each truth something came about in time.
type tally struct {
	of, truths int // plays of a truth, and truths
	met        [truths]int
}

// share is the mean, and the range of the truths with the luck of the plays taken out:
//
//	variance of the truths = variance of their means − mean of m(1 − m)/(plays − 1)
//
// as a Beta law of that mean and variance has it.
func (t *tally) share() Share {
	mean, luck, all := 0.0, 0.0, float64(t.truths)
	for _, n := range t.met[:t.truths] {
		m := float64(n) / float64(t.of)
		mean += m / all
		if t.of > 1 {
			luck += m * (1 - m) / float64(t.of-1) / all
		}
	}
	variance := 0.0
	for _, n := range t.met[:t.truths] {
		m := float64(n)/float64(t.of) - mean
		variance += m * m / (all - 1)
	}
	out := Share{mean, math.Sqrt(mean * (1 - mean) / float64(t.of*t.truths)), mean, mean}
	known := (variance - luck) / (mean * (1 - mean)) // the share of a coin's variance
	if t.of == 1 || !(known > 0.001) {
		return out
	}
	weight := 1/min(known, 0.99) - 1
	law := distuv.Beta{Alpha: mean * weight, Beta: (1 - mean) * weight}
	out.Low, out.High = min(mean, law.Quantile(0.1)), max(mean, law.Quantile(0.9))
	return out
}
