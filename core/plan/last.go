package plan

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/progress"
	"hodometer/core/units"
)

// LastTime is how a stage of a drill went for a student when it was last done.
type LastTime struct {
	Student string  `json:"student"`
	Stage   int     `json:"stage"`
	At      int64   `json:"at"`   // ms since 1970
	Said    string  `json:"said"` // "14 sets of 2 in 1 min, best 15"
	Value   float64 `json:"value"`
	Best    float64 `json:"best"`
	Trend   int     `json:"trend"` // 1 better, −1 worse
	Met     bool    `json:"met"`
}

// LastTimes are how the stages of a block's drill went last, for those who did them.
func LastTimes(b *lesson.Block, students []Student) []LastTime {
	out := []LastTime{}
	if b.Drill == nil {
		return out
	}
	for i := range students {
		s := &students[i]
		d := b.DrillFor(s.ID)
		for j, stage := range d.Stages {
			k := s.Series[d.Series(stage)]
			if k == nil {
				continue
			}
			last, best := k.Last(), k.Best()
			out = append(out, LastTime{
				Student: s.ID,
				Stage:   j,
				At:      last.At,
				Said:    SayMark(k, last),
				Value:   last.Value,
				Best:    best.Value,
				Trend:   k.Trend(),
				Met:     last.Met,
			})
		}
	}
	return out
}

// SayMark says what a session came to as a coach does, and the best so far where that
// is another.
func SayMark(k *progress.Series, m progress.Mark) string {
	said, best := sayValue(k, m.Value), ""
	if m.Far > 0 {
		best += ", " + units.Plural(m.Far, "stage", "stages") + " in one try"
	}
	if chose := m.SayChoices(); chose != "" {
		best += "; " + chose + sayRead(k, m)
	}
	if m.Machine != "" {
		best += "; by machine " + m.Machine
	}
	if k.Measure == progress.Good && m.Balls > 0 {
		said := fmt.Sprintf("%d of %d", m.Good, m.Balls)
		if m.Goal > 0 && !m.Met {
			said += fmt.Sprintf(", goal %d", m.Goal)
		}
		return said + best
	}
	if k.Measure == progress.Good && m.Goal > 0 {
		return fmt.Sprintf("%.0f of %d", m.Value, m.Goal) + best // more than was asked is not counted
	}
	if b := k.Best(); b.Value != m.Value {
		best = ", best " + number(k, b.Value) + best
	}
	if n := m.Held[0] + m.Held[1] + m.Held[2]; n > 0 {
		said += fmt.Sprintf(", got it %d of %d", m.Held[2], n)
	}
	return said + best
}

// sayRead says how many choices were right, and how many the time before: " (8 of 12 right,
// 5 of 11 the time before)".
func sayRead(k *progress.Series, m progress.Mark) string {
	right, of := m.Read()
	if of == 0 {
		return ""
	}
	said := fmt.Sprintf(" (%d of %d right", right, of)
	for i := len(k.Marks) - 1; i >= 0; i-- {
		if was, n := k.Marks[i].Read(); k.Marks[i].At < m.At && n > 0 {
			said += fmt.Sprintf(", %d of %d the time before", was, n)
			break
		}
	}
	return said + ")"
}

func sayValue(k *progress.Series, v float64) string {
	n := int(math.Round(v))
	switch k.Measure {
	case progress.Tempo:
		return goal.Goal{Kind: goal.Timed, Count: max(1, n), Seconds: k.Seconds, SetOf: k.SetOf}.String()
	case progress.Seconds:
		return number(k, v)
	case progress.Rally:
		return fmt.Sprintf("a rally of %d", n)
	case progress.Streak:
		return fmt.Sprintf("%d in a row", n)
	case progress.Repetitions:
		return units.Plural(n, "repetition", "repetitions")
	}
	return fmt.Sprintf("%d good", n)
}

func number(k *progress.Series, v float64) string {
	if k.Measure == progress.Seconds {
		return fmt.Sprintf("%.1f s", v)
	}
	return fmt.Sprint(int(math.Round(v)))
}

// past is what is said of a student's last session, and when that was.
type past struct {
	said string
	day  int // since 1970, by the club's calendar
}

// dated returns what is said, and the day of it all; where the days differ each has its own.
func dated(all []past) (words []string, day string) {
	of := func(p past) string { return units.SayDay(p.day) }
	same := !slices.ContainsFunc(all, func(p past) bool { return of(p) != of(all[0]) })
	for _, p := range all {
		if !same {
			p.said += " on " + of(p)
		}
		words = append(words, p.said)
	}
	if same {
		day = of(all[0])
	}
	return words, day
}

// gatesMet offers those who have met a gated stage last time to begin past it.
func (q *question) gatesMet(b *lesson.Block) (out []Notice) {
	fit := *b
	var said []past
	stage := ""
	for i := range q.students {
		s := &q.students[i]
		d := b.DrillFor(s.ID)
		begin := 0
		for j, st := range d.Stages[:len(d.Stages)-1] {
			if k := s.Series[d.Series(st)]; st.Gate == drill.NoGate || k == nil || !k.Last().Met {
				break
			}
			begin = j + 1
		}
		v := b.Variant(s.ID)
		if begin <= v.Begin {
			continue
		}
		v.Begin = begin
		fit = fit.With(v)
		last := d.Stages[begin-1]
		k := s.Series[d.Series(last)]
		said = append(said, past{fmt.Sprintf("%s (%s)", s.FirstName(), SayMark(k, k.Last())), k.Last().Day})
		stage = last.Label()
	}
	if len(said) == 0 {
		return nil
	}
	words, when := dated(said)
	if when = "on " + when; when == "on " {
		when = "last time"
	}
	return []Notice{notice("gateMet",
		fmt.Sprintf("%s was met %s by %s.", stage, when, named(words)),
		change("Start at the next stage", "the next stage is open from the first ball", fit))}
}

// toBeat says what was counted last time where more of it is better, and offers to ask
// for one more.
func (q *question) toBeat(b *lesson.Block) []Notice {
	fit := *b
	d := b.Drill.Clone()
	fit.Drill = &d
	var said []past
	changed := false
	for j, st := range d.Stages {
		if st.Goal.Kind != goal.Timed && st.Goal.Kind != goal.Rally && st.Goal.Kind != goal.Clock {
			continue
		}
		most := 0
		for i := range q.students {
			s := &q.students[i]
			k := s.Series[b.DrillFor(s.ID).Series(st)]
			if k == nil {
				continue
			}
			said = append(said, past{fmt.Sprintf("%s %s", s.FirstName(), SayMark(k, k.Last())), k.Last().Day})
			if k.Measure == progress.Seconds {
				continue
			}
			more := min(goal.MaxCount, int(k.Best().Value)+1)
			if most = max(most, more); st.Shared() {
				continue
			}
			v := b.Variant(s.ID)
			if now := b.DrillFor(s.ID).Stages[j].Goal.Count; now >= more {
				continue
			}
			v = fit.Variant(s.ID)
			v.Counts = slices.Clone(v.Counts)
			for len(v.Counts) <= j {
				v.Counts = append(v.Counts, 0)
			}
			v.Counts[j], changed = more, true
			fit = fit.With(v)
		}
		if st.Shared() && most > st.Goal.Count {
			d.Stages[j].Goal.Count, changed = most, true
		}
	}
	if len(said) == 0 {
		return nil
	}
	words, day := dated(said)
	slices.Sort(words)
	words = slices.Compact(words)
	if len(words) > mostNamed {
		words = append(words[:mostNamed], "and more")
	}
	if day != "" {
		day = " (" + day + ")"
	}
	n := notice("lastTime", "Last time"+day+": "+strings.Join(words, "; ")+".")
	if changed {
		n.Fixes = append(n.Fixes, change("Raise the goal by one", "beat the best so far", fit))
	}
	return []Notice{n}
}

// Game is one that was played, as the next plan looks back on it.
type Game struct {
	Block  string // its title
	Game   string // its id on the shelf; "" where it was on none, or is not known
	Over   bool
	Run    string
	Sides  [2][]string // students
	Points [2]int
	// Marks are how many of its Rallies carried each mark of the rules.
	Rallies int
	Marks   map[string]int
	At      int64
}

// of reports whether it was the game that a block plays.
func (g *Game) of(b *lesson.Block) bool {
	return g.Game == b.Match.Game && g.Game != "" || g.Game == "" && g.Block == b.Title
}

// seen returns the block with the chance of each mark as the games of it make likely that
// these students played, and in how many rallies what was counted.
func (q *question) seen(b *lesson.Block) (*lesson.Block, map[string]int, int) {
	if len(b.Match.Rules.Marks) == 0 {
		return b, nil, 0
	}
	carried, rallies := map[string]int{}, 0
	type one struct {
		run, who string
		at       int64
		points   [2]int
	}
	known := map[one]bool{}
	for i := range q.students {
		for j := range q.students[i].Games {
			g := &q.students[i].Games[j]
			this := one{g.Run, strings.Join(slices.Concat(g.Sides[0], g.Sides[1]), " "), g.At, g.Points}
			if known[this] || !g.of(b) {
				continue
			}
			known[this] = true
			rallies += g.Rallies
			for id, n := range g.Marks {
				carried[id] += n
			}
		}
	}
	to, match := *b, *b.Match
	match.Rules = match.Rules.Seen(carried, rallies)
	to.Match = &match
	return &to, carried, rallies
}

// marksSeen says how often rallies carried the game's marks so far, and what is reckoned with.
func (q *question) marksSeen(b *lesson.Block) []Notice {
	with, carried, rallies := q.seen(b)
	if rallies == 0 {
		return nil
	}
	var said []string
	for i, m := range with.Match.Rules.Marks {
		was := ""
		if u := b.Match.Rules.Marks[i].Usual; u > 0 {
			was = fmt.Sprintf("the rules expect %.0f in 100, ", 100*u)
		}
		said = append(said, fmt.Sprintf("%s: in %d of %s so far (%sthe plan uses %.0f in 100).",
			m.Words, carried[m.ID], units.Plural(rallies, "rally", "rallies"), was, 100*m.Usual))
	}
	return []Notice{notice("marksSeen", strings.Join(said, " "))}
}

// lastGame says how the latest of this game went among these students, one that was not
// broken off.
func (q *question) lastGame(b *lesson.Block) []Notice {
	var last *Game
	name := map[string]string{}
	for i := range q.students {
		name[q.students[i].ID] = q.students[i].FirstName()
	}
	among := func(g *Game) bool {
		if !g.Over || !g.of(b) {
			return false
		}
		for _, side := range g.Sides {
			if len(side) == 0 || slices.ContainsFunc(side, func(id string) bool { return name[id] == "" }) {
				return false
			}
		}
		return true
	}
	for i := range q.students {
		for j := range q.students[i].Games {
			if g := &q.students[i].Games[j]; (last == nil || g.At > last.At) && among(g) {
				last = g
			}
		}
	}
	if last == nil {
		return []Notice{}
	}
	side := func(i int) string {
		var who []string
		for _, id := range last.Sides[i] {
			who = append(who, name[id])
		}
		return strings.Join(who, " and ")
	}
	return []Notice{notice("lastGame", fmt.Sprintf("Last game: %s %d–%d %s (%s).",
		side(0), last.Points[0], last.Points[1], side(1), last.Block))}
}
