package goal

import (
	"fmt"
	"math"

	"hodometer/core/units"
)

// Kind is how what is done is counted.
type Kind string

// The kinds of goal.
const (
	Total  Kind = "total"
	InARow Kind = "inARow"
	// Timed is as many as there are, or so many, within its seconds; a try that falls
	// short is made again whole.
	Timed Kind = "timed"
	// Rally is the shots of the longest rally of those who play it together.
	Rally Kind = "rally"
	// Race is won by whoever has so many good balls first; then it is over for all.
	Race Kind = "race"
	// Repetitions are done, not hit: nothing about them is a matter of chance.
	Repetitions Kind = "repetitions"
	// Clock is a task against the clock, where less is better.
	Clock Kind = "clock"
)

// timing is whether a kind of goal has seconds.
type timing string

const (
	noTime timing = "none"
	maybe  timing = "maybe"
	always timing = "always"
)

// Counter is what a coach counts on court, whatever the goal.
type Counter string

// The counters.
const (
	Balls Counter = "balls" // good or missed
	Shots Counter = "shots" // of a rally, until it is over
	Sets  Counter = "sets"  // what is done in a time
	Times Counter = "times" // of a stopwatch
	Done  Counter = "done"  // what is done, good or not
)

// Holding is whose a goal can be.
type Holding string

const (
	anybodys Holding = "any"  // each student's, a pair's or the whole group's
	aPairs   Holding = "pair" // of the two who hit its balls, to begin with
	nobodys  Holding = "none" // whoever is first has it alone
)

// Description is what a kind of goal needs, for whoever lets a coach choose one.
type Description struct {
	units.Term
	Counter Counter `json:"counter"`
	Holding Holding `json:"holding"`
	// Open goals may count whatever there is: their count may be 0.
	Open bool `json:"open"`
	// Time says whether the goal has seconds: none, maybe or always.
	Time timing `json:"time"`
	// Misses are counted; a goal without them has no success rate.
	Misses bool `json:"misses"`
	// Streaks are entered whole: the best of them counts.
	Streaks bool `json:"streaks"`
	// Start is what a new goal of this kind has. Most is the count that one which was of
	// another kind keeps at the most; 0: all of it.
	Start Goal `json:"start"`
	Most  int  `json:"most"`
}

// What a new goal has [trade].
const (
	startCount   = 10
	startSeconds = 60
	startTimes   = 3
)

func (r *rule) describe() Description {
	return Description{
		Term:    units.Term{ID: string(r.id), Label: r.label},
		Counter: r.counter, Holding: r.holding, Open: r.open, Time: r.time,
		Misses: r.counter == Balls || r.counter == Shots, Streaks: r.startsAgain, Start: r.start,
		Most: r.most,
	}
}

// rule is what is its own of a kind of goal, for n good balls at success rate p
// below 1. Adding a kind is adding a row, and the words of its derivation in
// package drill.
type rule struct {
	id    Kind
	label string // after a number: "10 in all"
	say   func(g Goal) string
	time  timing
	open  bool // it may count whatever there is
	// counter is what a coach counts, holding whose the goal can be; start and most are as in
	// Description.
	counter Counter
	holding Holding
	start   Goal
	most    int
	// startsAgain: a miss takes the count back to nothing.
	startsAgain bool
	// repeats: each one done counts, and there is no chance of a good one.
	repeats  bool
	mean     func(n int, p float64) float64            // balls to meet it
	chance   func(n int, p float64, balls int) float64 // to have met it
	quantile func(n int, p, certainty float64) float64 // balls by which it is met
	inTime   func(p float64, balls int) (mean float64) // count that so many balls give
}

// Laws of a count: of good balls in all, of good balls in a row, and of what is
// done whether good or not.
var (
	inAll = rule{
		mean:     func(n int, p float64) float64 { return float64(n) / p },
		chance:   totalChance,
		quantile: totalQuantile,
		inTime:   func(p float64, balls int) float64 { return float64(balls) * p },
	}
	running = rule{
		startsAgain: true,
		// (1 − p^k)/(p^k (1 − p)) = (p^−k − 1)/(1 − p); expm1 keeps it exact near 1.
		mean:     func(n int, p float64) float64 { return math.Expm1(-float64(n)*math.Log(p)) / (1 - p) },
		chance:   inARowChance,
		quantile: inARowQuantile,
		inTime:   bestStreak,
	}
	done = rule{
		repeats: true,
		mean:    func(n int, _ float64) float64 { return float64(n) },
		chance: func(n int, _ float64, done int) float64 {
			if done < n {
				return 0
			}
			return 1
		},
		quantile: func(n int, _, _ float64) float64 { return float64(n) },
		inTime:   func(_ float64, done int) float64 { return float64(done) },
	}
)

// counted gives a law a name and its words.
func (r rule) counted(id Kind, label string, say func(g Goal) string) rule {
	r.time, r.counter, r.holding = noTime, Balls, anybodys
	r.start = Goal{Kind: id, Count: startCount}
	if r.id, r.label, r.say = id, label, say; say == nil {
		r.say = func(g Goal) string { return fmt.Sprintf("%d %s", g.Count, label) }
	}
	return r
}

// within gives a law a time.
func (r rule) within(t timing, open bool) rule {
	r.time, r.open = t, open
	return r
}

// by gives a law what is counted of it on court, and whose it can be.
func (r rule) by(c Counter, h Holding) rule {
	r.counter, r.holding = c, h
	return r
}

// from gives a law what a goal begins with, and the most that one keeps.
func (r rule) from(count, seconds, most int) rule {
	r.start.Count, r.start.Seconds, r.most = count, seconds, most
	return r
}

var rules = []rule{
	inAll.counted(Total, "in all", nil),
	running.counted(InARow, "in a row", nil),
	inAll.counted(Timed, "in a set time", sayTimed).within(always, true).by(Sets, anybodys).
		from(0, startSeconds, 0),
	running.counted(
		Rally,
		"in a rally",
		func(g Goal) string { return fmt.Sprintf("a rally of %d", g.Count) },
	).by(Shots, aPairs),
	inAll.counted(Race, "first to", func(g Goal) string { return fmt.Sprintf("first to %d", g.Count) }).
		by(Balls, nobodys),
	done.counted(Repetitions, "repetitions", sayRepetitions).within(maybe, false).by(Done, anybodys),
	done.counted(Clock, "against the clock", sayClock).within(maybe, false).by(Times, anybodys).
		from(startTimes, 0, startTimes),
}

func sayTimed(g Goal) string {
	what := fmt.Sprint(g.Count)
	switch {
	case g.Count == 0 && g.SetOf > 0:
		what = "as many sets of " + fmt.Sprint(g.SetOf) + " as possible"
	case g.Count == 0:
		what = "as many as possible"
	case g.SetOf > 0:
		what = units.Plural(g.Count, "set", "sets") + fmt.Sprintf(" of %d", g.SetOf)
	}
	return what + " in " + sayTime(g.Seconds)
}

func sayRepetitions(g Goal) string {
	said := fmt.Sprintf("%d repetitions", g.Count)
	if g.Seconds > 0 {
		said += " in " + sayTime(g.Seconds)
	}
	return said
}

func sayClock(g Goal) string {
	said := units.Plural(g.Count, "time", "times") + " against the clock"
	if g.Seconds > 0 {
		said += ", under " + sayTime(g.Seconds)
	}
	return said
}

// never is the rule of a kind that is not known: no number of balls meets it.
var never = rule{
	say:      func(g Goal) string { return fmt.Sprint(g.Count) },
	mean:     func(int, float64) float64 { return Beyond },
	chance:   func(int, float64, int) float64 { return 0 },
	quantile: func(int, float64, float64) float64 { return Beyond },
	inTime:   func(float64, int) float64 { return 0 },
}

func ruleOf(k Kind) *rule {
	for i := range rules {
		if rules[i].id == k {
			return &rules[i]
		}
	}
	return &never
}

// Descriptions are what each kind of goal needs, in order.
func Descriptions() (out []Description) {
	for i := range rules {
		out = append(out, rules[i].describe())
	}
	return out
}

// Kinds there are, with the words that follow a number.
func Kinds() (out []units.Term) {
	for _, r := range rules {
		out = append(out, units.Term{ID: string(r.id), Label: r.label})
	}
	return out
}

// StartsAgain says whether a miss takes the count of such a goal back to
// nothing, as it does for a streak.
func (k Kind) StartsAgain() bool { return ruleOf(k).startsAgain }

// Repeats says whether such a goal counts what is done, good or not.
func (k Kind) Repeats() bool { return ruleOf(k).repeats }

// Timed says whether such a goal always has its time.
func (k Kind) Timed() bool { return ruleOf(k).time == always }
