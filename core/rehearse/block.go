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
	Beliefs []*progress.Belief
	Curves  []*target.Curve
	Counted []Counted // at each timed stage before; may be nil
}

// Counted is what came of a try of a timed stage in earlier sessions: what was counted in
// it the last time, and in how many sessions something was; nothing where none were.
type Counted struct {
	Value    float64
	Sessions int
}

// Block is a drill block about to be rehearsed.
type Block struct {
	Lesson  *lesson.Lesson
	Block   *lesson.Block
	Players []Player // of the lesson's students, in their order
	From    float64  // minutes of the lesson before it
	Sources int      // who bring balls at the same time
	Ranks   *Ranks   // may be nil
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
	strokes   []stroke // by student and stage
	rates     []uint64 // of a good ball, by truth, student and stage, of the truths learnt
	learnt    int
	room      *room
	seeds     []uint64
	basket    int
	pickUp    int64
	fetch     []int64 // after a miss in a rally, by student and stage, ms
	live      bool
	never     []int64 // −1 for each student and stage
	none      []int   // likewise
	runs      bool    // by the bell
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
		basket: d.Basket * max(1, b.Sources),
		room:   rooms.Get().(*room), live: !d.Fed() && d.Pattern.Feeds[0].How == pattern.Live,
	}
	r.gap, r.fetch = take(&r.room.times, n*stages), take(&r.room.times, n*stages)
	r.never, r.none = take(&r.room.times, n*stages), take(&r.room.turns, n*stages)
	for i := range r.never {
		r.never[i], r.none[i] = -1, -1
	}
	if d.Turn != nil && d.Turn.OneBall {
		r.basket = 0
	}
	r.runs = d.Turn != nil && d.Turn.Runs
	r.stretches = stretchesOf(b.Lesson, b.Block, b.From)
	here := r.stretches[0].script.Here
	hitters := max(1, min(d.Hitters, len(here)))
	beside := hitters // in a rally each hits every ball
	if d.Fed() {
		beside = max(1, b.Sources)
	}
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
			r.fetch[i*stages+j] = ms(fetching / float64(max(1, hitters/2)))
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
	r.pace(beside)
	return r
}

// How far what was counted before moves the time of a ball: by one session two thirds of the
// way, and never beyond these [trade].
const (
	halfASession = 0.5
	quickest     = 0.4
	slowest      = 2.5
)

// pace sets the time of the balls at timed stages by what was counted before, of so many who
// hit beside each other:
//
//	expected = seconds × p/(gap + (1 − p) × fetching) / balls of a set
//	time of a ball × (expected/counted)^(sessions/(sessions + ½))
func (r *rehearsal) pace(beside int) {
	for i, p := range r.Players {
		for j, c := range p.Counted {
			g := r.stretches[0].script.Goal(i, j)
			if !r.timed[j] || c.Sessions == 0 || c.Value <= 0 || g.Seconds == 0 {
				continue
			}
			r.learn(truths)
			at, rate := i*r.stages+j, 0.0
			for k := range truths {
				rate += float64(r.in(k)[at]>>11) / (1 << 53) / truths
			}
			holders := 0
			r.stretches[0].script.Holders(i, j, func(int) { holders++ })
			each := float64(r.gap[at]) / 1000 * float64(beside)
			if r.live {
				each = each/float64(holders) + (1-rate)*fetching
			}
			expected := float64(g.Seconds) * rate / each / float64(max(1, g.SetOf))
			weight := float64(c.Sessions) / (float64(c.Sessions) + halfASession)
			factor := min(slowest, max(quickest, math.Pow(expected/c.Value, weight)))
			r.gap[at] = max(1, int64(factor*float64(r.gap[at])))
			r.fetch[at] = int64(factor * float64(r.fetch[at]))
		}
	}
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

// stroke is how a ball of a student at a stage is judged: by a curve, for the scatter of a
// skill in each truth; every ball is good without a curve. A student who is no player has none
// of both, and makes none.
type stroke struct {
	curve   *target.Curve
	scatter *scatter
}

// believe draws what may be true of each student.
func (r *rehearsal) believe() {
	r.strokes = make([]stroke, len(r.Lesson.Students)*r.stages)
	for i, p := range r.Players {
		own := r.Block.Block.DrillFor(r.Lesson.Students[i])
		var skills []drill.Skill
		var beliefs []*progress.Belief
		of := make([]int, r.stages)
		for j, s := range own.Stages {
			skill := own.Skill(s)
			if of[j] = slices.Index(skills, skill); of[j] < 0 {
				of[j] = len(skills)
				skills, beliefs = append(skills, skill), append(beliefs, p.Beliefs[j])
			}
		}
		drawn := r.Ranks.scatters(beliefs, seedOf(r.Lesson.Students[i]), r.room)
		for j, c := range p.Curves {
			r.strokes[i*r.stages+j] = stroke{c, &drawn[of[j]]}
		}
	}
}

// in are the rates in the k-th truth.
func (r *rehearsal) in(k int) []uint64 { return r.rates[k*len(r.strokes):][:len(r.strokes)] }

// learn reckons the rates that follow from the first so many truths.
func (r *rehearsal) learn(number int) {
	number = min(number, truths)
	from := r.learnt
	if r.rates == nil {
		r.rates = take(&r.room.rates, truths*len(r.strokes))
	}
	for i, s := range r.strokes {
		first := i - i%r.stages // of the student's
		same := first + slices.Index(r.strokes[first:], s)
		var chances progress.Chances
		if s.curve != nil && s.scatter != nil && same == i {
			chances = progress.ChancesOf(s.curve)
		}
		for k := from; k < number; k++ {
			switch own := r.in(k); {
			case same < i: // a stage of the same stroke at the same target
				own[i] = own[same]
			case s.scatter == nil:
			case s.curve == nil:
				own[i] = threshold(1)
			default:
				own[i] = threshold(chances.At(s.scatter.in(k)))
			}
		}
	}
	r.learnt = max(from, number)
}

func ms(seconds float64) int64 { return int64(math.Round(1000 * seconds)) }
