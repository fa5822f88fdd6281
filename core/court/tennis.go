package court

import (
	"fmt"
	"slices"

	"hodometer/core/units"
)

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

// ByID finds a court, or says which there are.
func ByID(id string) (*Court, error) {
	for i := range all {
		if all[i].ID == id {
			return &all[i], nil
		}
	}
	names := make([]string, len(all))
	for i := range all {
		names[i] = all[i].ID
	}
	return nil, fmt.Errorf("no court called %q; there are %v", id, names)
}

// All lists the courts in the order a coach would look for them. The list is
// the caller's own.
func All() []Court { return slices.Clone(all) }

var all = func() []Court {
	out := make([]Court, len(tennisPlans))
	for i, p := range tennisPlans {
		out[i] = p.court()
	}
	return out
}()

func (p plan) court() Court {
	ft := units.Feet
	l, s, d, v := ft(p.length/2), ft(p.singles/2), ft(p.doubles/2), ft(p.serviceLine)
	c := Court{
		ID: p.id, Sport: "tennis", Name: p.name, HalfLength: l,
		HalfWidth: map[Area]float64{Singles: s, Doubles: d},
		RunBack:   ft(p.runBack), RunSide: ft(p.runSide),
		Net: Net{Centre: p.netCentre, Post: p.netPost, PostOutside: ft(3)},
	}
	both := []Area{Singles, Doubles}
	line := func(name string, x1, y1, x2, y2 float64, areas ...Area) {
		c.Lines = append(c.Lines, Line{name, Point{x1, y1}, Point{x2, y2}, areas})
	}
	for _, end := range []End{Near, Far} {
		y, n := end.sign(), string(end)
		line(n+" baseline", -d, y*l, d, y*l, both...)
		if v < l {
			line(n+" service line", -s, y*v, s, y*v, both...)
		}
		line(n+" centre service line", 0, 0, 0, y*v, both...)
	}
	if d > s {
		line("left singles sideline", -s, -l, -s, l, both...)
		line("right singles sideline", s, -l, s, l, both...)
		line("left doubles sideline", -d, -l, -d, l, Doubles)
		line("right doubles sideline", d, -l, d, l, Doubles)
	} else {
		line("left sideline", -s, -l, -s, l, both...)
		line("right sideline", s, -l, s, l, both...)
	}
	// The deuce box is on the receiver's right.
	c.Boxes = []Box{
		{"near deuce", Point{0, -v}, Point{s, 0}},
		{"near ad", Point{-s, -v}, Point{0, 0}},
		{"far deuce", Point{-s, 0}, Point{0, v}},
		{"far ad", Point{0, 0}, Point{s, v}},
	}
	// Depth bands and intents are common practice [trade]: the net half of the
	// service box, the rest of it, the ground to halfway back, and the rest. On
	// a court without a service line the same shares of the half are used.
	attack := v
	if v >= l {
		attack = l * 21 / 39
	}
	c.Zones = []Zone{
		{"net", "finish on the volley", 0, attack / 2},
		{"attack", "hit down and find angles", attack / 2, attack},
		{"set-up", "take it early, approach", attack, (attack + l) / 2},
		{"neutral", "neutral rally", (attack + l) / 2, l},
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
