package footwork

import (
	"math"

	"hodometer/core/court"
)

// Ball is one ball of a sequence, as the student must meet it.
type Ball struct {
	Contact   court.Point `json:"contact"`
	Available float64     `json:"available"` // s, from the other's hit to the contact
	// Between is the time in seconds from the student's own last contact to the
	// other's hit, in which the student recovers.
	Between float64 `json:"between"`
	// Recover is where the student makes for after the last contact, by either
	// school: the base, or the spot that Shifting gives.
	Recover court.Point `json:"recover"`
}

// Leg is how a student met one ball of a sequence.
type Leg struct {
	Stands court.Point `json:"stands"` // at the other's hit
	Metres float64     `json:"metres"` // recovered and run since the last contact
	Ends   court.Point `json:"-"`      // at the contact, the arm reaching the rest
	Arrival
}

// Sequence runs a student from start through the balls. Between balls the student
// recovers as far as the time allows, from rest and without reaction; a ball
// that cannot be reached is still run for, and the next starts where it was. What
// stands in the way is run around.
func (m Mover) Sequence(start court.Point, balls []Ball, obstacles ...court.Point) []Leg {
	out := make([]Leg, len(balls))
	for i, b := range balls {
		out[i] = m.Next(start, b, obstacles...)
		start = out[i].Ends
	}
	return out
}

// Next is the leg to one ball of a sequence, of a student who is there.
func (m Mover) Next(at court.Point, b Ball, obstacles ...court.Point) Leg {
	stands := toward(at, b.Recover, max(0, m.Covered(b.Between)-around(at, b.Recover, obstacles)))
	more := around(stands, b.Contact, obstacles)
	run := max(0, stands.Distance(b.Contact)-m.Reach)
	ends := toward(stands, b.Contact, run)
	if run > 0 {
		run += more
	}
	meets := m.Meet(stands.Distance(b.Contact)+more, b.Available)
	return Leg{stands, at.Distance(stands) + around(at, stands, obstacles) + run, ends, meets}
}

// berth is how far from the middle of an obstacle a student runs past it, m [trade].
const berth = 0.35

// around is how much longer the way from a to b is around the obstacles that stand in it, m:
// along the tangents of the circle about each, and its arc between them,
//
//	√(da² − r²) + √(db² − r²) + r·(γ − acos(r/da) − acos(r/db)) − |ab|
//
// with γ the angle at its middle between a and b. Who stands at an obstacle steps off it.
func around(a, b court.Point, obstacles []court.Point) (more float64) {
	way := a.Distance(b)
	for _, c := range obstacles {
		da, db := a.Distance(c), b.Distance(c)
		if da <= berth || db <= berth || way == 0 {
			continue
		}
		// How far along the way it is nearest, as a share.
		along := ((c.X-a.X)*(b.X-a.X) + (c.Y-a.Y)*(b.Y-a.Y)) / (way * way)
		if along <= 0 || along >= 1 || toward(a, b, along*way).Distance(c) >= berth {
			continue
		}
		angle := math.Acos(max(-1, min(1, (da*da+db*db-way*way)/(2*da*db))))
		arc := angle - math.Acos(berth/da) - math.Acos(berth/db)
		more += math.Sqrt(da*da-berth*berth) + math.Sqrt(db*db-berth*berth) + berth*max(0, arc) - way
	}
	return more
}

// toward is the point at most d metres on the way from a to b.
func toward(a, b court.Point, d float64) court.Point {
	whole := a.Distance(b)
	if d >= whole {
		return b
	}
	return court.Point{X: a.X + (b.X-a.X)*d/whole, Y: a.Y + (b.Y-a.Y)*d/whole}
}

// Schools compares the two on likely replies: the time ratio at the reply that is
// worst once weighed, waiting at the base and waiting at the better spot, and the
// least slack of each. The ratios are plain, needed ÷ available; the weights that
// chose the reply stand beside them.
type Schools struct {
	Base, Shift             court.Point
	BaseRatio, ShiftRatio   float64
	BaseWeight, ShiftWeight float64
	BaseSlack, ShiftSlack   float64 // s, at the reply that is hardest to reach
}

// Compare the two schools for a student at that base.
func (m Mover) Compare(base court.Point, replies []Reply) Schools {
	s := Schools{Base: base}
	s.Shift, _ = m.Shifting(replies)
	s.BaseRatio, s.BaseWeight = m.hardest(base, replies)
	s.ShiftRatio, s.ShiftWeight = m.hardest(s.Shift, replies)
	s.BaseSlack, s.ShiftSlack = m.slack(base, replies), m.slack(s.Shift, replies)
	return s
}

// hardest is the time ratio of the reply that is worst once weighed, and its
// weight.
func (m Mover) hardest(from court.Point, replies []Reply) (ratio, weight float64) {
	worst := -1.0
	for _, r := range replies {
		plain := m.Needed(from.Distance(r.At)) / r.Available
		if r.Weight*plain > worst {
			worst, ratio, weight = r.Weight*plain, plain, r.Weight
		}
	}
	return ratio, weight
}

// slack is the least slack in seconds over the replies.
func (m Mover) slack(from court.Point, replies []Reply) float64 {
	least := 0.0
	for i, r := range replies {
		if s := r.Available - m.Needed(from.Distance(r.At)); i == 0 || s < least {
			least = s
		}
	}
	return least
}
