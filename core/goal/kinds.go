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
type timing int

const (
	noTime timing = iota
	maybe
	always
)

// rule is what is its own of a kind of goal, for n good balls at success rate p
// below 1. Adding a kind is adding a row, and the words of its derivation in
// package drill.
type rule struct {
	id    Kind
	label string // after a number: "10 in all"
	say   func(g Goal) string
	time  timing
	open  bool // it may count whatever there is
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

var rules = []rule{
	inAll.counted(Total, "in all", nil),
	running.counted(InARow, "in a row", nil),
	inAll.counted(Timed, "in a set time", sayTimed).within(always, true),
	running.counted(
		Rally,
		"in a rally",
		func(g Goal) string { return fmt.Sprintf("a rally of %d", g.Count) },
	),
	inAll.counted(Race, "first to", func(g Goal) string { return fmt.Sprintf("first to %d", g.Count) }),
	done.counted(Repetitions, "repetitions", sayRepetitions).within(maybe, false),
	done.counted(Clock, "against the clock", sayClock).within(maybe, false),
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
