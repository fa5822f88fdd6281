package drill

import (
	"slices"

	"hodometer/core/court"
	"hodometer/core/pattern"
)

// Shape is a step drawn for a student: where it is fed from, bounces, is hit,
// and is sent.
type Shape struct {
	From   court.Point `json:"from"`
	Bounce court.Point `json:"bounce"`
	Hit    court.Point `json:"hit"`
	Aim    court.Point `json:"aim"`
}

// metAt is where the pattern’s balls are met, read off them as they fly.
func (d *Drill) metAt(balls []pattern.Ball) []court.Point {
	out := make([]court.Point, len(d.Pattern.Feeds))
	for i := range out {
		if out[i] = d.Pattern.Feeds[i].To; i < len(balls) {
			out[i] = balls[i].At.Floor()
		}
	}
	return out
}

// feedFor is the pattern's ball that a step is played off, and whether the
// pattern must be mirrored for a student of that hand to play it.
func (d *Drill) feedFor(s Stage, hand court.Hand) (i int, mirror bool) {
	mirror = hand != d.Pattern.Hand
	if i = slices.IndexFunc(
		d.Pattern.Feeds,
		func(f pattern.Feed) bool { return f.Stroke == s.Stroke },
	); i >= 0 {
		return i, mirror
	}
	if first := d.Pattern.Feeds[0].Stroke; first.OtherSide() == s.Stroke {
		return 0, !mirror
	}
	return 0, mirror
}

// shape turns the drill's picture to the step's stroke and the student's hand.
func (d *Drill) shape(s Stage, hand court.Hand, contacts []court.Point) Shape {
	i, mirror := d.feedFor(s, hand)
	f := d.Pattern.Feeds[i]
	on := func(p court.Point) court.Point {
		if mirror {
			return p.Mirror()
		}
		return p
	}
	out := Shape{From: on(f.From.Floor()), Bounce: on(f.To), Hit: on(contacts[i])}
	switch t, ok := d.target(s); {
	case ok && t.Both && (s.Direction == CrossCourt || s.Direction == Straight):
		out.Aim = t.Aim()
		if (out.Aim.X > 0) != ((out.Hit.X > 0) == (s.Direction == Straight)) {
			out.Aim = out.Aim.Mirror()
		}
	case ok:
		out.Aim = on(t.Aim())
	case f.Aim != nil:
		out.Aim = on(*f.Aim)
	default:
		out.Aim = on(d.middle())
	}
	return out
}

// middle is the heart of the end aimed at, where nothing else is asked.
func (d *Drill) middle() court.Point {
	c, err := d.Court()
	switch {
	case err != nil:
		return court.Point{}
	case c.Target() == court.Near:
		return court.Point{Y: -0.6 * c.HalfLength}
	}
	return court.Point{Y: 0.6 * c.HalfLength}
}

// target of a step; false where anything in court counts.
func (d *Drill) target(s Stage) (Target, bool) {
	if s.Target >= len(d.Targets) {
		return Target{}, false
	}
	return d.Targets[s.Target], true
}
