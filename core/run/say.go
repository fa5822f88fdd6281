package run

import (
	"fmt"
	"strings"

	"hodometer/core/goal"
	"hodometer/core/units"
)

// say is what was counted at a stage, as a coach says it: "13 of 20, best 6 in a row".
func (s *StageState) say() string {
	var out []string
	add := func(format string, a ...any) { out = append(out, fmt.Sprintf(format, a...)) }
	switch s.Goal.Kind {
	case goal.Timed:
		one := "good"
		if s.Goal.SetOf > 0 {
			one = fmt.Sprintf("sets of %d", s.Goal.SetOf)
		}
		add("%s %s", numbers(s.Tries), one)
	case goal.Clock:
		times := make([]string, len(s.Times))
		for i, t := range s.Times {
			times[i] = fmt.Sprintf("%.1f s", float64(t)/1000)
		}
		add("%s", strings.Join(times, ", "))
	case goal.Rally:
		add("longest rally %d", s.Best)
	default:
		switch {
		case s.Repeats:
			add("%s", units.Plural(s.Count, "repetition", "repetitions"))
		case s.Balls > 0:
			add("%d of %d, best %d in a row", s.Good, s.Balls, s.Best)
		}
		if s.Extra > 0 {
			add("%d more good", s.Extra)
		}
		if s.Holder != "" {
			add("%d in total", s.Count)
		}
	}
	if s.Far > 0 {
		add("%s in one try", units.Plural(s.Far, "stage", "stages"))
	}
	if n := s.Held[0] + s.Held[1] + s.Held[2]; n > 0 {
		add("got it %d of %d", s.Held[2], n)
	}
	return strings.Join(out, ", ")
}

func numbers(all []int) string {
	out := make([]string, len(all))
	for i, n := range all {
		out[i] = fmt.Sprint(n)
	}
	return strings.Join(out, ", ")
}
