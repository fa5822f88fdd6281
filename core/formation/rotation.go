package formation

import (
	"fmt"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/play"
	"hodometer/core/rotation"
)

// Rotation is who is where in a block, turn by turn, to step through.
type Rotation struct {
	Summary string           `json:"summary"`
	Places  []rotation.Place `json:"places"`
	// At is where the holder of each place stands, m, where a drill is played.
	At []court.Point `json:"at,omitempty"`
	// Turns are one round of them: for each place those who hold it, by their
	// place in the lesson's list of students.
	Turns   [][][]int `json:"turns"`
	Seconds float64   `json:"seconds"` // of a turn
	Shares  []Part    `json:"shares"`  // for each student
	// Apart is the difference in turns hitting between those with the most and
	// the fewest over a round; LeastApart the least it can be.
	Apart      int `json:"apart"`
	LeastApart int `json:"leastApart"`
}

// Part is what a stretch of a lesson comes to for one student, in minutes.
type Part struct {
	rotation.Time
	Away        float64 `json:"away"`
	WorkToRest  float64 `json:"workToRest"`
	LongestWait float64 `json:"longestWait"` // s, in a row
}

// PartOf adds up a lane.
func PartOf(lane []Span) (p Part) {
	for _, s := range lane {
		for _, d := range []Doing{Hitting, Feeding, Collecting, Waiting} {
			p.Spend(d, s.Minutes(d))
		}
		p.Away += s.Minutes(Away)
		p.LongestWait = max(p.LongestWait, 60*s.longestWait())
	}
	p.WorkToRest = p.Time.WorkToRest()
	return p
}

// longestWait is the longest wait in a row within the span, in minutes.
func (s Span) longestWait() (most float64) {
	if s.Doing == Waiting {
		return s.To - s.From
	}
	for i, b := range s.Cycle {
		if b.Doing != Waiting {
			continue
		}
		wait := b.Minutes
		if i == len(s.Cycle)-1 && s.Cycle[0].Doing == Waiting && i > 0 { // round the end of the cycle
			wait += s.Cycle[0].Minutes
		}
		most = max(most, min(wait, s.To-s.From))
	}
	return most
}

// ShareOf is the share of so many minutes that the lanes spend at that, on
// average.
func ShareOf(lanes [][]Span, d Doing, minutes float64) (sum float64) {
	for _, lane := range lanes {
		for _, s := range lane {
			sum += s.Minutes(d) / minutes / float64(len(lanes))
		}
	}
	return sum
}

// mostTurns are drawn; a longer round is cut, and says so in its words.
const mostTurns = 24

// RotationOf a block, which starts at minute at, for those of n students who are
// there at its middle; nil for a block that has none.
func RotationOf(l *lesson.Lesson, b *lesson.Block, at float64, n int) *Rotation {
	if n == 0 || b.Drill == nil && b.Match == nil {
		return nil
	}
	middle := at + float64(b.Minutes)/2
	var here []int
	for i := range n {
		if from, to := l.Stay(l.Students[i]); from <= middle && middle < to {
			here = append(here, i)
		}
	}
	if len(here) == 0 {
		return nil
	}
	y := play.RoundOf(l, b, here)
	out := &Rotation{Summary: y.Words, Places: y.Places, Seconds: y.Seconds, Shares: make([]Part, n)}
	if b.Drill != nil {
		out.At = play.Stand(b.Drill, y.Places)
	}
	hits := make([]int, n)
	seats := 0
	for t, turn := range y.Turns {
		for i, held := range turn {
			for _, p := range held {
				if y.Places[i].Doing == rotation.Hitting {
					hits[p]++
					seats++
				}
			}
		}
		if t < mostTurns {
			out.Turns = append(out.Turns, turn)
		}
	}
	if len(y.Turns) > mostTurns {
		out.Summary += fmt.Sprintf(" (the first %d of %d turns)", mostTurns, len(y.Turns))
	}
	least, most := hits[here[0]], hits[here[0]]
	for _, p := range here {
		least, most = min(least, hits[p]), max(most, hits[p])
	}
	out.Apart = most - least
	if seats%len(here) != 0 {
		out.LeastApart = 1
	}
	lanes, _ := Lanes(l, b, n, at)
	for i, lane := range lanes {
		out.Shares[i] = PartOf(lane)
	}
	return out
}
