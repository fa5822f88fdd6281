package ladder

import (
	"fmt"
	"slices"
	"time"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"
)

// Try is what one session came to at a rung's stage.
type Try struct {
	Run   string  `json:"run,omitempty"` // "": the coach's word
	At    int64   `json:"at"`
	Day   int     `json:"-"`
	Said  string  `json:"said,omitempty"`
	Value float64 `json:"value"`
	Met   bool    `json:"met"`
	// Balls are those of the session, Good those of them that were good.
	Balls int `json:"balls,omitempty"`
	Good  int `json:"good,omitempty"`
	// Short is a try that fell short: a turn's balls at least, and the gate not met.
	Short bool `json:"short"`
}

// Evidence is what was counted at one rung's stage, oldest first.
type Evidence struct {
	Tries []Try `json:"tries"`
	// Rate is the chance of a good ball there, or of a repetition that is held; nil where nothing
	// is a matter of chance and nothing was judged. Judged says that it is of repetitions.
	Rate   *progress.Rate `json:"rate,omitempty"`
	Judged bool           `json:"judged,omitempty"`
	// Sure is how sure it is that the chance is at the gate's level or better, Above that
	// it is at the floor or better.
	Sure  float64 `json:"sure"`
	Above float64 `json:"above"`
	// gate is the chance to meet the gate in a block of the drill by oneself; nil: not known.
	gate *float64
}

// EvidenceOf what was counted of a student at a rung in that drill, which may be as
// it stands on the shelf; none where the drill has the stage no more.
func EvidenceOf(p *plan.Planner, s *plan.Student, r *Rung, d *drill.Drill) (out Evidence) {
	out.Tries = []Try{}
	if d == nil {
		return out
	}
	i := r.StageIn(d)
	if i < 0 {
		return out
	}
	gate, stage := r.GateIn(d, i), d.Stages[i]
	stage.Goal = gate
	level, floor := r.Band()
	seen := progress.Held{}
	if k := s.Series[d.Series(stage)]; k != nil {
		for _, m := range k.Marks {
			met := reached(gate, m, level)
			tried := m.Balls == 0 || m.Balls >= min(d.TurnBalls, max(1, gate.Good()))
			// Who met all that was asked, less than the gate, did not fall short of it.
			asked := m.Goal == 0 || m.Goal >= gate.Count || !m.Met
			tried = tried && gate.Count > 0 // as many as possible is never too few
			try := Try{
				Run: m.Run, At: m.At, Day: m.Day, Said: plan.SayMark(k, m), Value: m.Value, Met: met,
				Balls: m.Balls, Good: m.Good,
				Short: !met && tried && asked,
			}
			if n := m.Held[0] + m.Held[1] + m.Held[2]; n > 0 {
				try.Balls, try.Good = n, m.Held[2]
				seen.Add(n, m.Held[2])
			}
			out.Tries = append(out.Tries, try)
		}
	}
	if !d.ByChance(stage) {
		if seen.Any() {
			rate := seen.Rate()
			out.Rate, out.Judged = &rate, true
			out.Sure, out.Above = seen.AtLeast(level), seen.AtLeast(floor)
		}
		return out
	}
	player := s.PlayerOf(d)
	curve := drill.CurveOf(&p.Curves, player.Level, d.Asks(&p.Flights, i, player.Mover))
	if curve == nil {
		return out
	}
	b := player.Beliefs[i]
	rate := b.Rate(curve)
	out.Rate, out.Sure, out.Above = &rate, b.AtLeast(curve, level), b.AtLeast(curve, floor)
	if gate.Kind == goal.Total || gate.Kind == goal.InARow {
		chance := gate.Chance(rate.Mean, d.Tempo().Balls(float64(d.Minutes.Best)))
		out.gate = &chance
	}
	return out
}

// counted are the balls of these sessions, and on how many days.
func counted(tries []Try) (balls, days int) {
	last := 0
	for _, t := range tries {
		if balls += t.Balls; t.Balls > 0 && (days == 0 || t.Day != last) {
			days, last = days+1, t.Day
		}
	}
	return balls, days
}

// Balls returns how many were counted at the stage in all.
func (e *Evidence) Balls() int {
	balls, _ := counted(e.Tries)
	return balls
}

// Holds returns why a skill is ready for match play: so many balls on two days, sure to be at
// the rung's level, met last time and no fewer good then than the level asks; "" where it is not.
func (e *Evidence) Holds(r *Rung, least int, now time.Time) string {
	balls, days := counted(e.Tries)
	if e.Rate == nil || balls < least || days < UsualDays {
		return ""
	}
	level, _ := r.Band()
	last := e.Tries[len(e.Tries)-1]
	for _, t := range e.Tries { // a count without its misses shows nothing here
		if t.Balls > 0 {
			last = t
		}
	}
	if e.Sure < Sure || !last.Met || float64(last.Good) < level*float64(last.Balls) {
		return ""
	}
	good := 0
	for _, t := range e.Tries {
		good += t.Good
	}
	return fmt.Sprintf("%d of %d good on %d days, last %d of %d on %s",
		good, balls, days, last.Good, last.Balls, units.Day(time.UnixMilli(last.At), now))
}

// reached says whether a session's mark meets the gate; of repetitions that were judged, so large
// a share is held as the level asks of balls.
func reached(g goal.Goal, m progress.Mark, level float64) bool {
	judged := m.Held[0] + m.Held[1] + m.Held[2]
	switch {
	case judged > 0:
		return m.Value >= float64(g.Count) && float64(m.Held[2]) >= level*float64(judged)
	case g.Kind == goal.Clock:
		return m.Value > 0 && (g.Seconds == 0 && m.Met || g.Seconds > 0 && m.Value <= float64(g.Seconds))
	case g.Count == 0:
		return m.Met
	}
	return m.Value >= float64(g.Count)
}

// add puts the coach's word among the tries.
func (e *Evidence) add(m Move) {
	e.Tries = append(slices.Clone(e.Tries), Try{At: m.At, Day: m.Day, Said: "judged by the coach", Met: true})
	slices.SortStableFunc(e.Tries, func(a, b Try) int { return a.Day - b.Day })
}
