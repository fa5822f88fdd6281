package rehearse

import (
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/play"
	"hodometer/core/progress"
	"hodometer/core/target"
)

// Player is a student of the lesson in a drill block: what is believed of each stage's
// skill, and how likely a ball is good for every scatter; no curve where nothing is a
// matter of chance.
type Player struct {
	Beliefs []progress.Belief
	Curves  []*target.Curve
}

// Block is a drill block about to be rehearsed.
type Block struct {
	Lesson  *lesson.Lesson
	Block   *lesson.Block
	Players []Player // of the lesson's students, in their order
	From    float64  // minutes of the lesson before it
	Sources int      // who bring balls at the same time
	// Singly has every ball looked at by itself: slower, and the same.
	Singly bool
}

// fetching is how long it takes until a rally goes on after a miss, s [trade].
const fetching = 6.0

// Longer is how many times its minutes a play runs on, to see when the goals are met.
const Longer = 4

// stretch is a time in which the same students are there.
type stretch struct {
	from   int64 // ms
	script *play.Script
}

// rehearsal is a block laid out to be played many times.
type rehearsal struct {
	Block
	drill     *drill.Drill
	stages    int
	stretches []stretch
	ends      int64 // ms
	gap       []int64
	rates     [truths][]uint64 // of a good ball, by student and stage
	seeds     []uint64
	basket    int
	pickUp    int64
	fetch     int64 // after a miss in a rally, ms
	live      bool
	timed     []bool
	clocked   []bool
	tapped    []bool // counted otherwise than as balls
	races     []bool
	shared    []bool // goals that several hold as one, or race for
}

func (b Block) lay() *rehearsal {
	d := b.Block.Drill
	n, stages := len(b.Lesson.Students), len(d.Stages)
	r := &rehearsal{
		Block: b, drill: d, stages: stages, ends: ms(float64(b.Block.Minutes) * 60),
		gap: make([]int64, n*stages), basket: d.Basket * max(1, b.Sources),
		live: !d.Fed() && d.Pattern.Feeds[0].How == pattern.Live,
	}
	if d.Turn != nil && d.Turn.OneBall {
		r.basket = 0
	}
	r.stretches = stretchesOf(b.Lesson, b.Block, b.From)
	here := r.stretches[0].script.Here
	hitters := max(1, min(d.Hitters, len(here)))
	beside := hitters // in a rally each hits every ball
	if d.Fed() {
		beside = max(1, b.Sources)
	}
	r.fetch = ms(fetching / float64(max(1, hitters/2)))
	hands := len(here)
	if b.Block.Moves() == lesson.Stations { // the others are elsewhere
		hands = r.stretches[0].script.Working()
	}
	r.pickUp = ms(d.TempoFor(float64(hands)).PickUpMinutes * 60)
	for i, id := range b.Lesson.Students {
		own := b.Block.DrillFor(id)
		for j, s := range own.Stages {
			seconds := own.Tempo().SecondsPerBall / math.Sqrt(s.Paced())
			r.gap[i*stages+j] = max(1, ms(seconds/float64(beside)))
		}
		r.seeds = append(r.seeds, seedOf(b.Block.ID, id))
	}
	for j, s := range d.Stages {
		kind := s.Goal.Kind
		r.timed = append(r.timed, kind.Timed())
		r.clocked = append(r.clocked, kind == goal.Clock)
		r.races = append(r.races, kind == goal.Race)
		r.shared = append(r.shared, s.Shared())
		r.tapped = append(r.tapped, r.stretches[0].script.Repeats(j) && kind.Repeats() || kind == goal.Clock)
	}
	r.believe()
	return r
}

// stretchesOf a block that begins at that minute: laid out for those who are there, from
// each time that this changes.
func stretchesOf(l *lesson.Lesson, b *lesson.Block, from float64) (out []stretch) {
	times := []int64{0}
	for _, id := range l.Students {
		comes, goes := l.Stay(id)
		for _, minute := range []float64{comes, goes} {
			if at := ms((minute - from) * 60); at > 0 && at < ms(float64(b.Minutes)*60) {
				times = append(times, at)
			}
		}
	}
	slices.Sort(times)
	for _, at := range slices.Compact(times) {
		var here []int
		for i, id := range l.Students {
			comes, goes := l.Stay(id)
			if minute := from + float64(at)/60_000; comes <= minute+1e-9 && minute < goes {
				here = append(here, i)
			}
		}
		out = append(out, stretch{at, play.Compile(l, b, here)})
	}
	return out
}

// believe draws what may be true of each student, and the rates that follow.
func (r *rehearsal) believe() {
	n := len(r.Lesson.Students)
	for k := range r.rates {
		r.rates[k] = make([]uint64, n*r.stages)
	}
	for i, p := range r.Players {
		own := r.Block.Block.DrillFor(r.Lesson.Students[i])
		var skills []drill.Skill
		var beliefs []*progress.Belief
		of := make([]int, r.stages)
		for j, s := range own.Stages {
			skill := own.Skill(s)
			if of[j] = slices.Index(skills, skill); of[j] < 0 {
				of[j] = len(skills)
				skills, beliefs = append(skills, skill), append(beliefs, &p.Beliefs[j])
			}
		}
		drawn := scatters(beliefs, seedOf(r.Lesson.Students[i]))
		for k := range r.rates {
			for j, c := range p.Curves {
				rate := 1.0
				if c != nil {
					rate = c.At(drawn[of[j]][k])
				}
				r.rates[k][i*r.stages+j] = threshold(rate)
			}
		}
	}
}

func ms(seconds float64) int64 { return int64(math.Round(1000 * seconds)) }
