package court

import "hodometer/core/units"

// plan is what differs between the tennis courts, in feet but for the net.
type plan struct {
	id, name           string
	length             float64
	singles, doubles   float64
	serviceLine        float64 // from the net; the baseline where none is painted
	netCentre, netPost float64 // metres
	runBack, runSide   float64
}

var tennisPlans = []plan{
	// ITF Rules of Tennis, rule 1 [rule; memory]. Net 3 ft and 3 ft 6 in. The
	// run-off is common practice for club play.
	{"tennis", "Tennis, full length", 78, 27, 36, 21, units.Feet(3), units.Feet(3.5), 18, 10},
	// ITF Rules of Tennis, 10-and-under appendix [rule; memory]: orange 58–60 ft
	// × 20–27 ft, net 31.5–36 in. The figures inside the ranges, and the service
	// line at 18 ft, are common practice.
	{"tennisOrange", "Tennis, orange stage", 60, 21, 27, 18, 31.5 * units.Inch, 31.5 * units.Inch, 14, 10},
	// The same appendix: red 36 ft × 14–20 ft, net 31.5–33 in. No service line:
	// the serve lands anywhere in the diagonal half [trade].
	{"tennisRed", "Tennis, red stage", 36, 18, 18, 18, 31.5 * units.Inch, 31.5 * units.Inch, 10, 8},
}

func (p plan) court() Court {
	ft := units.Feet
	l, s, d, v := ft(p.length/2), ft(p.singles/2), ft(p.doubles/2), ft(p.serviceLine)
	c := Court{
		ID: p.id, Sport: "tennis", Name: p.name, HalfLength: l,
		HalfWidth: map[Area]float64{Singles: s, Doubles: d},
		RunBack:   ft(p.runBack), RunSide: ft(p.runSide),
		Net: Net{Centre: p.netCentre, Post: p.netPost, PostOutside: ft(3)},
	}
	c.mark("baseline", -d, l, d, l, both...)
	if v < l {
		c.mark("service line", -s, v, s, v, both...)
	}
	c.mark("centre service line", 0, 0, 0, v, both...)
	if d > s {
		c.side("singles sideline", s, both...)
		c.side("doubles sideline", d, Doubles)
	} else {
		c.side("sideline", s, both...)
	}
	c.Boxes = boxes(0, v, s, both)
	// Depth bands and intents are common practice [trade]: the net half of the
	// service box, the rest of it, the ground to halfway back, and the rest. On
	// a court without a service line the same shares of the half are used.
	attack := v
	if v >= l {
		attack = l * 21 / 39
	}
	c.Schemes = []Scheme{
		depth(s, []float64{attack / 2, attack, (attack + l) / 2, l},
			piece{"net", "finish on the volley"}, piece{"attack", "hit down and find angles"},
			piece{"set-up", "take it early, approach"}, piece{"neutral", "neutral rally"}),
		sides(
			s,
			l,
			s/3,
			piece{
				"backhand",
				"cross-court first, straight to change",
			},
			piece{"middle", "step round, choose the side"},
			piece{"forehand", "cross-court first, straight to change"},
		),
	}
	c.Spots = []Spot{
		{"deuce corner", Point{s, -l}, false},
		{"ad corner", Point{-s, -l}, false},
		{"forehand corner", Point{s, -l}, true},
		{"backhand corner", Point{-s, -l}, true},
		{"centre mark", Point{0, -l}, false},
		{"T", Point{0, -v}, false},
		{"forehand short ball", Point{s * 0.6, -attack * 0.9}, true},
		{"backhand short ball", Point{-s * 0.6, -attack * 0.9}, true},
		{"net centre", Point{0, -attack / 2}, false},
	}
	return c
}
