package rehearse

import (
	"cmp"
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// Share is a chance read off the plays: with its standard error, and the range that what
// is not known of the students leaves, eight in ten.
type Share struct {
	Value, Error, Low, High float64
}

// Minutes are when something is over, in so many of ten plays; nil where half of the
// plays, or nine in ten, never came to it in four times the block.
type Minutes struct {
	Half, Sure *float64
}

// GoalPlayed is one goal of one student.
type GoalPlayed struct {
	Met Share // within the block
	Minutes
}

// Played is what a block comes to for one student.
type Played struct {
	All   Share   // every goal
	Half  float64 // every goal within half of the time
	Goals []GoalPlayed
	Met   float64 // how many of the goals, the mean
	Holds int     // the goal that holds the student back most; −1 where none does
	Minutes
	Balls float64 // of their own in the block
}

// Outcome is what a block comes to for everybody.
type Outcome struct {
	Students []Played
	All      Share   // everybody has met everything
	Waits    float64 // minutes that the first is done before the last, where all are
	Fed      float64
	PickUps  float64
	Plays    int
}

// Rehearse plays a drill block so many times.
func (b Block) Rehearse(plays int) Outcome {
	r := b.lay()
	p := r.start()
	n := len(b.Lesson.Students)
	out := Outcome{Students: make([]Played, n), Plays: plays}
	all := newTally(plays)
	each := make([]tally, n)
	goals := make([]tally, n*r.stages)
	first := make([]int, n*r.stages) // plays in which it was the first that was not met
	for i := range each {
		each[i] = newTally(plays)
	}
	for i := range goals {
		goals[i] = newTally(plays)
	}
	full := max(1, plays/16) // are played to the end of the block, for what is fed
	waits, both := 0.0, 0
	for k := range plays {
		whole := k < full
		p.play(k, r.ends, whole)
		if whole {
			out.Fed += float64(p.st.Fed) / float64(full)
			out.PickUps += float64(p.st.PickUps) / float64(full)
			for i := range n {
				out.Students[i].Balls += float64(p.balls[i]) / float64(full)
			}
		}
		from, to := int64(math.MaxInt64), int64(-1)
		for i := range n {
			met := p.metAt[i]
			each[i].add(k, met, r.ends)
			if met >= 0 && met <= r.ends/2 {
				out.Students[i].Half += 1 / float64(plays)
			}
			from, to = min(from, met), max(to, met)
			lacking := -1
			for j := range r.stages {
				at := p.stageAt[i*r.stages+j]
				goals[i*r.stages+j].add(k, at, r.ends)
				if at < 0 && lacking < 0 {
					lacking = j
				}
			}
			if lacking >= 0 {
				first[i*r.stages+lacking]++
			}
		}
		if from < 0 {
			to = -1
		}
		if all.add(k, to, r.ends); to >= 0 {
			waits, both = waits+float64(to-from)/60_000, both+1
		}
	}
	if both > 0 {
		out.Waits = waits / float64(both)
	}
	out.All = all.share()
	for i := range out.Students {
		s := &out.Students[i]
		s.All, s.Holds = each[i].share(), -1
		s.Goals = make([]GoalPlayed, r.stages)
		most := 0
		for j := range s.Goals {
			g := &goals[i*r.stages+j]
			s.Goals[j].Met = g.share()
			s.Met += s.Goals[j].Met.Value
			if held := first[i*r.stages+j]; held > most {
				s.Holds, most = j, held
			}
		}
	}
	b.last(r, p, &out, plays)
	return out
}

// last lets one play in eight run on, to see when goals are met that the block's
// minutes do not hold.
func (b Block) last(r *rehearsal, p *one, out *Outcome, plays int) {
	n, some := len(out.Students), max(1, plays/8)
	at := make([][]int64, n*(r.stages+1))
	for k := range some {
		p.play(k*(plays/some), longer*r.ends, false)
		for i := range n {
			for j := range r.stages {
				at[i*(r.stages+1)+j] = append(at[i*(r.stages+1)+j], p.stageAt[i*r.stages+j])
			}
			at[i*(r.stages+1)+r.stages] = append(at[i*(r.stages+1)+r.stages], p.metAt[i])
		}
	}
	for i := range out.Students {
		s := &out.Students[i]
		for j := range s.Goals {
			s.Goals[j].Minutes = minutesOf(at[i*(r.stages+1)+j])
		}
		s.Minutes = minutesOf(at[i*(r.stages+1)+r.stages])
	}
}

// minutesOf times in ms, −1 for never.
func minutesOf(at []int64) (out Minutes) {
	slices.SortFunc(at, func(a, b int64) int { return cmp.Compare(uint64(a), uint64(b)) }) // never comes last
	quantile := func(q float64) *float64 {
		t := at[min(len(at)-1, int(q*float64(len(at))))]
		if t < 0 {
			return nil
		}
		m := float64(t) / 60_000
		return &m
	}
	return Minutes{quantile(0.5), quantile(0.9)}
}

// tally counts in how many plays of each truth something came about in time.
type tally struct {
	of  int // plays of a truth
	met [truths]int
}

func newTally(plays int) tally { return tally{of: max(1, plays/truths)} }

func (t *tally) add(play int, at, ends int64) {
	if at >= 0 && at <= ends {
		t.met[play%truths]++
	}
}

// share is the mean, and the range of the truths with the luck of the plays taken out:
//
//	variance of the truths = variance of their means − mean of m(1 − m)/(plays − 1)
//
// as a Beta law of that mean and variance has it.
func (t *tally) share() Share {
	mean, luck := 0.0, 0.0
	for _, n := range t.met {
		m := float64(n) / float64(t.of)
		mean += m / truths
		if t.of > 1 {
			luck += m * (1 - m) / float64(t.of-1) / truths
		}
	}
	variance := 0.0
	for _, n := range t.met {
		m := float64(n)/float64(t.of) - mean
		variance += m * m / (truths - 1)
	}
	out := Share{mean, math.Sqrt(mean * (1 - mean) / float64(t.of*truths)), mean, mean}
	known := (variance - luck) / (mean * (1 - mean)) // the share of a coin's variance
	if t.of == 1 || !(known > 0.001) {
		return out
	}
	weight := 1/min(known, 0.99) - 1
	law := distuv.Beta{Alpha: mean * weight, Beta: (1 - mean) * weight}
	out.Low, out.High = law.Quantile(0.1), law.Quantile(0.9)
	return out
}
