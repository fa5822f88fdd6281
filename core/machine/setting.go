package machine

import (
	"fmt"
	"math"

	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Setting is how a machine is set for a drill: which of its balls, in what order, and
// how fast. The zero value feeds the drill as it is drawn.
type Setting struct {
	// Balls are how many of the pattern's balls are fed, the first ones; 0: all.
	Balls    int  `json:"balls,omitempty"`
	Shuffled bool `json:"shuffled,omitempty"`
	Mirrored bool `json:"mirrored,omitempty"`
	// Anywhere is how far from its place a ball may come on purpose, m.
	Anywhere float64 `json:"anywhere,omitempty"`
	// PerMinute is the rate; 0: as the drill has it.
	PerMinute float64 `json:"perMinute,omitempty"`
}

// Limits of a setting.
const (
	MostAnywhere = 3.0 // m
	mostRate     = 150.0
)

// Validate lists what is wrong with the setting.
func (s Setting) Validate() (p units.Problems) {
	if s.Balls < 0 || s.Balls > pattern.MostFeeds {
		p.Add("balls", fmt.Sprintf("a machine feeds 1 to %d balls of a drill (0: all), got %d",
			pattern.MostFeeds, s.Balls))
	}
	if !(s.Anywhere >= 0 && s.Anywhere <= MostAnywhere) {
		p.Add(
			"anywhere",
			fmt.Sprintf("a ball comes within 0 to %g m of its place, got %g", MostAnywhere, s.Anywhere),
		)
	}
	if s.PerMinute != 0 && !(s.PerMinute >= 1 && s.PerMinute <= mostRate) {
		p.Add("perMinute", fmt.Sprintf("balls a minute: 1 to %g, got %g", mostRate, s.PerMinute))
	}
	return p
}

// of is how many of n balls are fed.
func (s Setting) of(n int) int {
	if s.Balls == 0 {
		return n
	}
	return min(s.Balls, n)
}

// Pattern is the pattern as the machine feeds it.
func (s Setting) Pattern(p pattern.Pattern) pattern.Pattern {
	rate := s.PerMinute
	if rate == 0 {
		rate = Rate(p) // fewer balls come no faster
	}
	p = p.Clone()
	p.Feeds = p.Feeds[:s.of(len(p.Feeds))]
	if s.Mirrored {
		from := p.Clone().Feeds // the machine stays where it stands
		p = p.Mirror()
		for i := range p.Feeds {
			p.Feeds[i].From = from[i].From
		}
	}
	p.Drawn = (p.Drawn || s.Shuffled) && len(p.Feeds) > 1
	if now := Rate(p); now > 0 && math.Abs(now-rate) > 1e-9 {
		p = p.Tempo(now / rate)
	}
	return p
}

// Rate is how many balls of a pattern come in a minute, fed over and over.
func Rate(p pattern.Pattern) float64 {
	return perMinute(len(p.Feeds), func(i int) float64 { return p.Feeds[i].Gap })
}

// perMinute is how many balls come in a minute where n with such gaps, in s, come over and
// over; 0 where none do.
func perMinute(n int, gap func(i int) float64) float64 {
	round := 0.0
	for i := range n {
		round += gap(i)
	}
	if round == 0 {
		return 0
	}
	return 60 * float64(n) / round
}

// Isolated reports whether a student of a pattern of n balls knows which ball comes and
// where: practice of one thing. Else it is linked.
func (s Setting) Isolated(n int) bool { return s.of(n) == 1 && s.Anywhere == 0 }

// near is how far from its place a ball comes at the last step, as a share of half the
// court's width [trade].
const near = 0.2

// Steps are the settings of a pattern of n balls from the easiest to the hardest: one
// ball in one place, one more each time, all of them shuffled, and anywhere near their
// places. What a coach chose besides (mirrored, the rate) stays.
func (s Setting) Steps(n int, halfWidth float64) []Setting {
	out := make([]Setting, 0, n+2)
	s.Shuffled, s.Anywhere = false, 0
	for i := 1; i <= n; i++ {
		s.Balls = i
		out = append(out, s)
	}
	s.Balls = n
	if n > 1 {
		s.Shuffled = true
		out = append(out, s)
	}
	s.Anywhere = math.Round(100*near*halfWidth) / 100
	return append(out, s)
}

// Step is the place of the setting among the steps of a pattern of n balls: of those
// that are no harder, the hardest.
func (s Setting) Step(n int) int {
	switch last := s.of(n) - 1; {
	case s.Anywhere > 0 && n > 1:
		return n + 1
	case s.Anywhere > 0:
		return 1
	case s.Shuffled && n > 1 && last == n-1:
		return n
	default:
		return last
	}
}

// Say is the setting in words, for a pattern of n balls at that rate: "2 of 3 balls,
// shuffled, 24 a minute".
func (s Setting) Say(n int) string {
	var out string
	switch balls := s.of(n); {
	case balls == 1 && s.Anywhere > 0:
		out = "1 ball"
	case balls == 1:
		out = "1 ball in one place"
	case balls == n:
		out = fmt.Sprintf("all %d balls", n)
	default:
		out = fmt.Sprintf("%d of %d balls", balls, n)
	}
	switch {
	case s.Anywhere > 0 && s.Shuffled:
		out += ", shuffled, anywhere near"
	case s.Anywhere > 0:
		out += ", anywhere near"
	case s.Shuffled:
		out += ", shuffled"
	case s.of(n) > 1:
		out += " in order"
	}
	if s.Mirrored {
		out += ", mirrored"
	}
	if s.PerMinute > 0 {
		out += fmt.Sprintf(", %.0f a minute", s.PerMinute)
	}
	return out
}
