package progress

import (
	"hodometer/core/target"
	"hodometer/core/units"
)

// Result is what one run counted of one goal of a student: the skill's id, on
// which day (counted from any day), how many balls, how many of them good, the
// best streak, whether the goal was met, and how large the target was as a
// circle (m).
type Result struct {
	Run    string
	Skill  string
	At     int64 // ms since 1970
	Day    int
	Balls  int
	Good   int
	Best   int
	Met    bool
	Radius float64
	// Curve is the chance at that target for a student of that level; nil where
	// repetitions were counted, of which nothing is learnt.
	Curve *target.Curve
}

// Session is what one run counted at one skill in all, and what was believed after
// it.
type Session struct {
	Result
	After Belief
}

// History is a student's way at one skill, oldest session first.
type History struct {
	Skill  string
	Radius float64 // of the last target
	// Last is the curve of the last target, nil where there never was a chance.
	Last     *target.Curve
	Sessions []Session
	first    Belief
}

// Histories follow results, which come in order of time, skill by skill: Bayes'
// filter on a grid. Results of one run are one session. A skill begins from what
// is known by then of the student's others.
func Histories(results []Result) []History {
	out := []History{}
	at := map[string]int{}
	for _, r := range results {
		if r.Balls <= 0 {
			continue
		}
		i, ok := at[r.Skill]
		if !ok {
			i = len(out)
			at[r.Skill] = i
			out = append(out, History{Skill: r.Skill, first: Others(out, r.Day)})
		}
		out[i].add(r)
	}
	return out
}

func (h *History) add(r Result) {
	h.Radius = r.Radius
	n := len(h.Sessions)
	now := h.At(r.Day)
	if r.Curve != nil {
		h.Last = r.Curve
		now = now.Seen(r.Curve, r.Balls, r.Good)
	}
	if n > 0 && h.Sessions[n-1].Run == r.Run {
		s := &h.Sessions[n-1]
		s.Balls += r.Balls
		s.Good += r.Good
		s.Best = max(s.Best, r.Best)
		s.Met = s.Met && r.Met
		s.After = now
		return
	}
	h.Sessions = append(h.Sessions, Session{r, now})
}

// At is what is believed on that day. A day before the last session is that of
// the session: what was dated ahead counts as new.
func (h *History) At(day int) Belief { return h.after(len(h.Sessions), day) }

// Before is what was believed on that day without the last session.
func (h *History) Before(day int) Belief { return h.after(len(h.Sessions)-1, day) }

func (h *History) after(sessions, day int) Belief {
	if sessions <= 0 {
		return h.first
	}
	last := &h.Sessions[sessions-1]
	return last.After.After(float64(day - last.Day))
}

// Others is what to believe on that day of a skill that none of these is.
func Others(known []History, day int) Belief {
	var beliefs []Belief
	for i := range known {
		if known[i].Last != nil {
			beliefs = append(beliefs, known[i].At(day))
		}
	}
	return Unknown(Pooled(beliefs))
}

// Counted is one session as it is shown, with the chance after it at one target.
type Counted struct {
	At    int64  `json:"at"` // ms since 1970
	Run   string `json:"run"`
	Balls int    `json:"balls"`
	Good  int    `json:"good"`
	Best  int    `json:"best"`
	Met   bool   `json:"met"`
	// Chance is absent where repetitions were counted.
	Chance *Rate `json:"chance,omitempty"`
	// Moved is 1 where this session made it Real that the chance is higher than was believed
	// before it, −1 lower, 0 where neither is.
	Moved int `json:"moved,omitempty"`
}

// LeastBalls are counted before an estimate is more than a guess by level [trade].
const LeastBalls = 8

// Real is how sure it must be that a change is one, to be marked [trade].
const Real = 0.8

// Track are the history's sessions as they are shown, with the chance at a stroke with that curve
// throughout, so that what was believed then and now can be set beside each other; nil: at the one
// played last.
func (h *History) Track(at *target.Curve) []Counted {
	if h.Last == nil || at == nil {
		at = h.Last
	}
	out := make([]Counted, len(h.Sessions))
	for i := range h.Sessions {
		s := &h.Sessions[i]
		out[i] = Counted{At: s.At, Run: s.Run, Balls: s.Balls, Good: s.Good, Best: s.Best, Met: s.Met}
		if at != nil {
			r := s.After.Rate(at)
			out[i].Chance = &r
			if i == 0 {
				continue
			}
			switch sure := s.After.AtLeast(at, out[i-1].Chance.Mean); {
			case sure > Real:
				out[i].Moved = 1
			case sure < 1-Real:
				out[i].Moved = -1
			}
		}
	}
	return out
}

// Derivation says how the chance of a ball is come by.
var Derivation = units.Derivation{
	ID:     "estimate",
	Name:   "Success rate",
	Mark:   units.Rule,
	Source: "Bayes’ filter on a grid; the spread of a level and its drift are common practice",
	Words: "Each level has a usual spread around the aim for the length of the shot, and a usual share " +
		"of balls in the net. How much wider or narrower this student’s spread is comes from " +
		"every ball counted, at any target. Older results count a little less every day.",
	Formula: "chance = ∫ (1 − ν) ∬ target φ(kσ) · belief(ln k) d ln k; " +
		"belief × binomial(good, balls) each session, + N(0, 0.001) a day between",
}
