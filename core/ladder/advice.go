package ladder

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"hodometer/core/plan"
	"hodometer/core/units"
)

// Verdict is what is advised on a rung.
type Verdict string

// The verdicts. Top is a ladder gone to its end.
const (
	GoUp   Verdict = "up"
	Stay   Verdict = "stay"
	GoEase Verdict = "ease"
	Top    Verdict = "top"
)

// Sure is how sure the chance must be at the gate's level to go up, and how sure under
// the floor to ease [trade].
const Sure = 0.8

// A gate that was met on so many times the days asked for is left as soon as the chance is more
// likely than not at the level [trade].
const (
	often     = 2
	oftenSure = 0.5
)

// leastJudged repetitions are judged before moving up is advised: each is a whole one, and looked
// at [trade].
const leastJudged = 3

// shortOnes is how many sessions that fall short one after the other ease it, unless
// the chance is one in three or better to be at the floor: then it is only hard, as
// practice should be [trade].
const (
	shortOnes = 2
	likely    = 1.0 / 3
)

// Advice is the judgement on one rung, in the open: the verdict, where to, and why, in
// words and in figures.
type Advice struct {
	Verdict Verdict `json:"verdict"`
	Rung    string  `json:"rung"`
	To      string  `json:"to,omitempty"` // the rung to go to
	// Toward is the rung whose drill is practised meanwhile, easier than its gate asks; "": none.
	Toward string `json:"toward,omitempty"`
	Reason string `json:"reason"`
	// Met is on how many days the gate was met since the student came to the rung, of
	// Days asked; Short how many sessions running fell short.
	Met   int `json:"met"`
	Days  int `json:"days"`
	Short int `json:"short"`
}

// Advise judges the rung a student stands on by what was counted there, and for one who
// was eased to it, by what is believed of the next; false off the ladder. On a rung come
// to from another, only what was counted since then counts. Now is for the dates in the
// reason.
func Advise(l *Ladder, s Standing, e, next Evidence, now time.Time) (a Advice, on bool) {
	rung, on := s.Now()
	i := l.At(rung)
	if !on || i < 0 {
		return a, false
	}
	r := &l.Rungs[i]
	came := s.since()
	for _, m := range s[came:] {
		if m.Kind == Word {
			e.add(m)
		}
	}
	tries := e.Tries
	if k := s[came].Kind; k == Up || k == Ease {
		tries = slices.DeleteFunc(slices.Clone(tries), func(t Try) bool { return t.At <= s[came].At })
	}
	var met []Try // one for each day
	for _, t := range tries {
		if t.Met && (len(met) == 0 || met[len(met)-1].Day != t.Day) {
			met = append(met, t)
		}
		switch { // what was counted before standing here is no failure here
		case t.Short && t.At > s[came].At:
			a.Short++
		default:
			a.Short = 0
		}
	}
	a.Rung, a.Met, a.Days = r.ID, len(met), r.days()+s.eased(r.ID)
	level, _ := r.Band()
	least := l.Least().Up
	if e.Judged {
		least = min(least, leastJudged)
	}
	sure := e.Rate == nil || !few(tries, least) &&
		(e.Sure >= Sure || e.Sure >= oftenSure && a.Met >= often*a.Days)
	back := l.Back(i)
	again := s.eased(r.ID) == 0 || next.Rate == nil || next.Above >= Sure
	switch {
	case a.Met >= a.Days && sure && i == len(l.Rungs)-1:
		a.Verdict = Top
		a.Reason = fmt.Sprintf(
			"%s, the last rung%s: begin another ladder, and use it in match play.",
			a.sayMet(met, now),
			sayRate(e, level),
		)
	case a.Met >= a.Days && sure && again:
		a.Verdict, a.To = GoUp, l.Rungs[i+1].ID
		a.Reason = fmt.Sprintf("%s%s.", a.sayMet(met, now), sayRate(e, level))
	case !few(tries, least) && e.Rate != nil && e.Above <= 1-Sure && back >= 0:
		a.Verdict, a.To = GoEase, l.Rungs[back].ID
		a.Reason = fmt.Sprintf("Too hard for now: %s.", sayFloor(e, r))
	case a.Short >= shortOnes && (e.Rate == nil || e.Above < likely) && back >= 0:
		a.Verdict, a.To = GoEase, l.Rungs[back].ID
		a.Reason = fmt.Sprintf("Not met in %d lessons in a row%s.", a.Short, sayTooHard(e, tries, r))
	case a.Met >= a.Days && sure: // and eased once from a next rung that is too hard still
		a.Verdict, a.Toward = Stay, l.Rungs[i+1].ID
		a.Reason = fmt.Sprintf(
			"%s, but the next rung is probably still too hard: expected success rate %.0f%%. "+
				"Practise its drill in an easier form until then.",
			a.sayMet(met, now),
			100*next.Rate.Mean,
		)
	default:
		a.Verdict, a.Reason = Stay, a.whyStay(e, tries, met, level, back, least, now)
		if a.Met == 0 && len(tries) > 0 && e.gate != nil && *e.gate < plan.OutOfReach {
			a.Toward = r.ID
			a.Reason += fmt.Sprintf(" Its goal is out of reach for now (chance in a lesson: %.0f%%). "+
				"Practise an easier form of its drill first", 100**e.gate)
			if back >= 0 {
				a.Reason += fmt.Sprintf(", or go back to “%s”", l.Rungs[back].Title)
			}
			a.Reason += "."
		}
	}
	return a, true
}

func (a *Advice) whyStay(e Evidence, tries, met []Try, level float64, back, least int, now time.Time) string {
	switch {
	case len(tries) == 0:
		return "Nothing counted on this rung yet."
	case a.Short >= shortOnes && back < 0:
		return fmt.Sprintf(
			"Not met in %d lessons in a row, and this is the first rung: ask for fewer, or make it easier.",
			a.Short,
		)
	case a.Met >= a.Days && e.Rate != nil && few(tries, least):
		seen, _ := counted(tries)
		return fmt.Sprintf("%s, but only %s counted: %d are needed.", a.sayMet(met, now),
			units.Plural(seen, e.one(), e.one()+"s"), least)
	case a.Met >= a.Days:
		return fmt.Sprintf("%s, but %s.", a.sayMet(met, now), sayUnsure(e, level))
	case a.Met > 0:
		return fmt.Sprintf("%s; %s.", a.sayMet(met, now), sayMore(a.Days-a.Met))
	case a.Short == 0 && few(tries, least):
		return "Tried but not met yet: too few balls to judge."
	case a.Short == 0:
		seen, good := 0, 0
		for _, t := range tries {
			seen, good = seen+t.Balls, good+t.Good
		}
		return fmt.Sprintf("Tried but not met yet: %d of %d good.", good, seen)
	}
	return fmt.Sprintf("Not met yet%s.", sayShort(e, tries, level))
}

// few says whether fewer balls were counted than that.
func few(tries []Try, least int) bool {
	seen, _ := counted(tries)
	return seen < least
}

func sayMore(days int) string {
	if days == 1 {
		return "one more day needed"
	}
	return fmt.Sprintf("%d more days needed", days)
}

// sayMet says on which days the gate was met: "Met on 2 of 2 days: Tue 12 May, Tue 19 May".
func (a *Advice) sayMet(met []Try, now time.Time) string {
	var days []string
	for _, t := range met[max(0, len(met)-3):] {
		days = append(days, units.Day(time.UnixMilli(t.At), now))
	}
	if n := len(met); n > 0 && met[n-1].Balls > 0 { // what was counted stands beside what is believed
		days[len(days)-1] += fmt.Sprintf(" (%d of %d)", met[n-1].Good, met[n-1].Balls)
	}
	said := fmt.Sprintf("Met on %d of %s", a.Met, units.Plural(a.Days, "day", "days"))
	if a.Met > a.Days {
		said = fmt.Sprintf("Met on %d days (%d needed)", a.Met, a.Days)
	}
	if len(met) > len(days) {
		return said + ", most recently " + strings.Join(days, ", ")
	}
	return said + ": " + strings.Join(days, ", ")
}

// sayRate says what is believed of the chance beside the gate's level.
func sayRate(e Evidence, level float64) string {
	if e.Rate == nil {
		return ""
	}
	what := "Success rate at this target about"
	if e.Judged {
		what = "Held about"
	}
	return fmt.Sprintf(". %s %.0f%% (%.0f to %.0f), %s", what,
		100*e.Rate.Mean, 100*e.Rate.Low, 100*e.Rate.High, sayOdds(e.Sure, level))
}

// one of what was counted.
func (e *Evidence) one() string {
	if e.Judged {
		return "repetition"
	}
	return "ball"
}

// what the rate is of.
func (e *Evidence) what() string {
	if e.Judged {
		return "held"
	}
	return "success rate"
}

// sayUnsure says why a gate that was met is not enough.
func sayUnsure(e Evidence, level float64) string {
	said := fmt.Sprintf(
		"%s about %.0f%% (%.0f to %.0f)",
		e.what(),
		100*e.Rate.Mean,
		100*e.Rate.Low,
		100*e.Rate.High,
	)
	if e.Sure < 0.5 {
		return fmt.Sprintf("%s, and %.0f%% is needed", said, 100*level)
	}
	return fmt.Sprintf("%s, not certain enough yet: %s", said, sayOdds(e.Sure, level))
}

func sayFloor(e Evidence, r *Rung) string {
	_, floor := r.Band()
	return fmt.Sprintf(
		"%s about %.0f%% (%.0f to %.0f); useful practice needs at least %.0f%%",
		e.what(),
		100*e.Rate.Mean,
		100*e.Rate.Low,
		100*e.Rate.High,
		100*floor,
	)
}

// sayTooHard says why a rung is eased that was not met: by the last try, and what is believed
// of the chance beside the floor, which is what it was judged by.
func sayTooHard(e Evidence, tries []Try, r *Rung) string {
	said := ""
	if last := tries[len(tries)-1]; last.Said != "" {
		said = ", last " + last.Said
	}
	if e.Rate != nil {
		said += ": " + sayFloor(e, r)
	}
	return said
}

func sayShort(e Evidence, tries []Try, level float64) string {
	said := ""
	if n := len(tries); n > 0 && tries[n-1].Said != "" {
		said = ", last " + tries[n-1].Said
	}
	return said + sayRate(e, level)
}

// sayOdds says how sure it is, with that chance, that the success rate is at the level.
func sayOdds(p, level float64) string {
	switch {
	case p < 0.03:
		return fmt.Sprintf("almost certainly under %.0f%%", 100*level)
	case p > 0.97:
		return fmt.Sprintf("almost certainly %.0f%% or more", 100*level)
	}
	return fmt.Sprintf("chance that it is %.0f%% or more: %s", 100*level, units.ChanceWords(p))
}
