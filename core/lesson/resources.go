package lesson

import (
	"fmt"
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/units"
)

// Resources are what a coach has for a lesson.
type Resources struct {
	Balls  int `json:"balls,omitempty"`  // 0: plenty
	Courts int `json:"courts,omitempty"` // side by side; 0: one
	// Equipment lists what is there of drill.Equipment; what every court has is
	// not asked for.
	Equipment []string `json:"equipment"`
}

// Validate lists what is wrong with them.
func (r *Resources) Validate() (p units.Problems) {
	if r.Balls < 0 || r.Balls > 2000 {
		p.Add("balls", fmt.Sprintf("balls: 0 to 2000, got %d", r.Balls))
	}
	if r.Courts < 0 || r.Courts > MaxCourts {
		p.Add("courts", fmt.Sprintf("courts: 1 to %d, got %d", MaxCourts, r.Courts))
	}
	for i, id := range r.Equipment {
		p.OneOf(fmt.Sprintf("equipment[%d]", i), id, drill.Equipment)
	}
	return p
}

// Lacking is what a drill asks for that is not there. With nothing said,
// everything is there.
func (r *Resources) Lacking(d *drill.Drill) (out []drill.Item) {
	for _, item := range d.Kit {
		if needs := item.Needs(); r != nil && needs != "" && !slices.Contains(r.Equipment, needs) {
			out = append(out, item)
		}
	}
	return out
}

// CourtCount is how many courts there are, at least one.
func (r *Resources) CourtCount() int {
	if r == nil {
		return 1
	}
	return max(1, r.Courts)
}

// Has says whether that equipment was said to be there.
func (r *Resources) Has(equipment string) bool {
	return r != nil && slices.Contains(r.Equipment, equipment)
}

// Stay is when a student is there, in minutes after the lesson's start; To 0 is
// to the end.
type Stay struct {
	Student string `json:"student"`
	From    int    `json:"from"`
	To      int    `json:"to"`
}

// Stay is when that student is there, in minutes, to +∞ for an open end.
func (l *Lesson) Stay(student string) (from, to float64) {
	for _, s := range l.Attendance {
		if s.Student == student {
			if s.To == 0 {
				return float64(s.From), math.Inf(1)
			}
			return float64(s.From), float64(s.To)
		}
	}
	return 0, math.Inf(1)
}
