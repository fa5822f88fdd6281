package progress

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"
)

// Measure is what a series is of, besides chance.
type Measure string

// The measures.
const (
	Tempo       Measure = "tempo"       // sets, or balls, in the time
	Seconds     Measure = "seconds"     // of a task; less is better
	Rally       Measure = "rally"       // shots of the longest
	Streak      Measure = "streak"      // good ones in a row, the longest
	Good        Measure = "good"        // good ones in all
	Repetitions Measure = "repetitions" // done
)

// Key tells series apart: the stage of a drill, what is measured, and for a tempo the
// seconds it was counted in and what a set was.
type Key struct {
	Drill   string  `json:"drill"` // the root of the drill
	Stage   string  `json:"stage"` // its key: what it was called first
	Measure Measure `json:"measure"`
	Seconds int     `json:"seconds,omitempty"`
	SetOf   int     `json:"setOf,omitempty"`
}

// Mark is what one session came to.
type Mark struct {
	Run   string  `json:"run"`
	At    int64   `json:"at"`
	Day   int     `json:"-"`
	Value float64 `json:"value"`
	Goal  int     `json:"goal,omitempty"` // what was asked for
	Met   bool    `json:"met,omitempty"`
	// Held counts what was not yet, nearly and held.
	Held [3]int `json:"held,omitzero"`
	// Balls are those counted toward it, Good those of them that were good.
	Balls int `json:"-"`
	Good  int `json:"-"`
	// Title is what the drill was called, Name what the stage was.
	Title string `json:"title"`
	Name  string `json:"name"`
	// Choices are how often a ball was each of the stage's choices, Far how many stages
	// were met one after the other with one ball.
	Choices []Choice `json:"choices,omitempty"`
	Far     int      `json:"far,omitempty"`
	// Misses are where those went that were marked.
	Misses Misses `json:"misses,omitempty"`
	// Machine is what a ball machine's balls said, in words.
	Machine string `json:"machine,omitempty"`
}

// Choice is a result that balls had besides good or missed, with how often: right, wrong
// or neither.
type Choice struct {
	ID    string `json:"id"`
	Words string `json:"words"`
	Right bool   `json:"right,omitempty"`
	Wrong bool   `json:"wrong,omitempty"`
	N     int    `json:"n"`
}

// Read is how many choices were right, of those that were right or wrong.
func (m Mark) Read() (right, of int) {
	for _, c := range m.Choices {
		if c.Right {
			right += c.N
		}
		if c.Right || c.Wrong {
			of += c.N
		}
	}
	return right, of
}

// SayChoices says how often a ball was what: "in the air 5, after the wall 3"; "" where
// nothing was chosen.
func (m Mark) SayChoices() string {
	var out []string
	for _, c := range m.Choices {
		if c.N > 0 {
			out = append(out, fmt.Sprintf("%s %d", strings.ToLower(c.Words[:1])+c.Words[1:], c.N))
		}
	}
	return strings.Join(out, ", ")
}

// Series is one measure of one student over the sessions, oldest first.
type Series struct {
	Key
	Marks []Mark `json:"marks"`
}

// Add puts in a session's mark; several of one run become one, with the best of them and all
// that was counted, chosen and missed.
func (s *Series) Add(m Mark) {
	if n := len(s.Marks); n > 0 && s.Marks[n-1].Run == m.Run {
		last := &s.Marks[n-1]
		for i := range m.Held {
			last.Held[i] += m.Held[i]
		}
		last.Balls, last.Good = last.Balls+m.Balls, last.Good+m.Good
		last.Choices = together(last.Choices, m.Choices)
		last.Misses = maps.Clone(last.Misses)
		last.Misses.Add(m.Misses)
		last.Far = max(last.Far, m.Far)
		if last.Met = last.Met || m.Met; s.better(m.Value, last.Value) {
			last.Value = m.Value
		}
		return
	}
	s.Marks = append(s.Marks, m)
}

// together are the choices of two marks, those that both have once.
func together(a, b []Choice) []Choice {
	out := slices.Clone(a)
	for _, c := range b {
		if i := slices.IndexFunc(out, func(o Choice) bool { return o.ID == c.ID }); i >= 0 {
			out[i].N += c.N
		} else {
			out = append(out, c)
		}
	}
	return out
}

// better says whether a is better than b.
func (s *Series) better(a, b float64) bool {
	if s.Measure == Seconds {
		return a < b
	}
	return a > b
}

// Last is the latest mark.
func (s *Series) Last() Mark { return s.Marks[len(s.Marks)-1] }

// Best is the best mark: of several alike the one of which most was held, and of those the latest.
func (s *Series) Best() Mark {
	best := s.Marks[0]
	for _, m := range s.Marks[1:] {
		if s.better(m.Value, best.Value) ||
			!s.better(best.Value, m.Value) && m.heldShare() >= best.heldShare() {
			best = m
		}
	}
	return best
}

// heldShare is the share of the judged repetitions that was held; 0 where none was judged.
func (m *Mark) heldShare() float64 {
	return float64(m.Held[2]) / float64(max(1, m.Held[0]+m.Held[1]+m.Held[2]))
}

// looks back over so many sessions for the trend, and calls less than so much of the
// mean a session no change [trade].
const (
	trendOver  = 6
	leastTrend = 3
	noChange   = 0.02
)

// Trend is 1 where it gets better, −1 where it gets worse, 0 where neither or too
// little is known: the slope of the straight line through the last six sessions
// [rule: least squares].
func (s *Series) Trend() int {
	marks := s.Marks[max(0, len(s.Marks)-trendOver):]
	n := float64(len(marks))
	if n < leastTrend {
		return 0
	}
	mx, my := (n-1)/2, 0.0
	for _, m := range marks {
		my += m.Value / n
	}
	sxy, sxx := 0.0, 0.0
	for i, m := range marks {
		dx := float64(i) - mx
		sxy, sxx = sxy+dx*(m.Value-my), sxx+dx*dx
	}
	slope := sxy / sxx
	switch {
	case my == 0 || slope < noChange*my && slope > -noChange*my:
		return 0
	case s.better(my+slope, my):
		return 1
	}
	return -1
}

// Sorted are the series with marks, those of the latest session first.
func Sorted(all map[Key]*Series) []Series {
	out := []Series{}
	for _, s := range all {
		out = append(out, *s)
	}
	slices.SortFunc(out, func(a, b Series) int {
		return cmp.Or(
			cmp.Compare(
				b.Last().At,
				a.Last().At,
			),
			cmp.Compare(a.Drill, b.Drill),
			cmp.Compare(a.Stage, b.Stage),
			cmp.Compare(
				a.Measure,
				b.Measure,
			),
			cmp.Compare(a.Seconds, b.Seconds),
			cmp.Compare(a.SetOf, b.SetOf),
		)
	})
	return out
}
