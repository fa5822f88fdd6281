package footwork

import "hodometer/core/court"

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
// that cannot be reached is still run for, and the next starts where it was.
func (m Mover) Sequence(start court.Point, balls []Ball) []Leg {
	out := make([]Leg, len(balls))
	at := start
	for i, b := range balls {
		stands := toward(at, b.Recover, m.Covered(b.Between))
		run := max(0, stands.Distance(b.Contact)-m.Reach)
		ends := toward(stands, b.Contact, run)
		meets := m.Meet(stands.Distance(b.Contact), b.Available)
		out[i] = Leg{stands, at.Distance(stands) + run, ends, meets}
		at = ends
	}
	return out
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
