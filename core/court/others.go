package court

import (
	"slices"
	"strings"

	"hodometer/core/units"
)

// tableTennis is the table of the ITTF Laws 2.1–2.3 [rule; memory]: 2.74 ×
// 1.525 m, net 15.25 cm with as much overhang. The frame lies on the playing
// surface. A singles serve may land anywhere on the far side; a doubles serve
// goes from the right half to the right half. Depth bands are common practice.
func tableTennis() Court {
	c := Court{ID: "tableTennis", Sport: "tableTennis", Name: "Table tennis", HalfLength: 1.37,
		HalfWidth: map[Area]float64{Singles: 0.7625, Doubles: 0.7625}, RunBack: 3, RunSide: 2,
		Net: Net{Centre: 0.1525, Post: 0.1525, PostOutside: 0.1525}}
	w, l := 0.7625, c.HalfLength
	c.mark("end line", -w, l, w, l, both...)
	c.side("side line", w, both...)
	c.mark("centre line", 0, 0, 0, l, Doubles)
	right := boxes(0, l, w, []Area{Doubles})
	c.Boxes = []Box{
		right[0],
		right[2],
		{
			"near deuce",
			Point{-w, -l},
			Point{w, 0},
			[]Area{Singles},
		},
		{"far deuce", Point{-w, 0}, Point{w, l}, []Area{Singles}},
		{
			"near ad",
			Point{-w, -l},
			Point{w, 0},
			[]Area{Singles},
		},
		{"far ad", Point{-w, 0}, Point{w, l}, []Area{Singles}},
	}
	grip := []piece{
		{"backhand, short", "flick or drop short again"},
		{"crossover, short", "jam the elbow"},
		{"forehand, short", "flick or push long"},
		{
			"backhand, half-long",
			"open on the second bounce",
		},
		{"crossover, half-long", "make the choice late"},
		{"forehand, half-long", "open on the second bounce"},
		{
			"backhand, long",
			"drive, change the line",
		},
		{"crossover, long", "step aside, forehand"},
		{"forehand, long", "loop, open the angle"},
	}
	c.Schemes = []Scheme{
		depth(
			w,
			[]float64{l / 3, 2 * l / 3, l},
			piece{
				"short",
				"bounces twice on the table",
			},
			piece{"half-long", "second bounce near the end line"},
			piece{"long", "open up and attack"},
		),
		// The crossover lies off the middle, at a right-hander's playing elbow.
		{
			"depth and side",
			ByCorner,
			grid(w, []float64{l / 3, 2 * l / 3, l}, []float64{-w * 0.1, w * 0.4}, grip...),
		},
	}
	c.Spots = []Spot{
		{"forehand corner", Point{w, -l}, true}, {"backhand corner", Point{-w, -l}, true},
		{"crossover", Point{w * 0.2, -l}, true}, {"middle", Point{0, -l}, false},
	}
	return c
}

// badminton is the court of the BWF Laws 1 [rule; memory]: 13.40 × 6.10 m,
// 5.18 m for singles, short service line 1.98 m from the net, doubles long
// service line 0.76 m inside the back, net 1.524 m at the centre and 1.55 m at
// the posts, which stand on the doubles sidelines. Six corners around a base.
func badminton() Court {
	c := Court{ID: "badminton", Sport: "badminton", Name: "Badminton", HalfLength: 6.70,
		HalfWidth: map[Area]float64{Singles: 2.59, Doubles: 3.05}, RunBack: 2, RunSide: 1.5,
		Net: Net{Centre: 1.524, Post: 1.55, PostOutside: 0}}
	s, d, l := 2.59, 3.05, c.HalfLength
	const short, long = 1.98, 6.70 - 0.76
	c.mark("back boundary line", -d, l, d, l, both...)
	c.mark("short service line", -d, short, d, short, both...)
	c.mark("long service line for doubles", -d, long, d, long, Doubles)
	c.mark("centre line", 0, short, 0, l, both...)
	c.side("singles sideline", s, both...)
	c.side("doubles sideline", d, Doubles)
	c.Boxes = append(boxes(short, l, s, []Area{Singles}), boxes(short, long, d, []Area{Doubles})...)
	c.Schemes = []Scheme{
		depth(
			s,
			[]float64{2.2, 4.5, l},
			piece{
				"front",
				"net shots and kills",
			},
			piece{"mid", "drives and smashes taken early"},
			piece{"back", "clears, drops and smashes"},
		),
		{
			"six corners",
			ByCorner,
			grid(
				s,
				[]float64{2.2, 4.5, l},
				[]float64{-s / 3, s / 3},
				piece{
					"backhand front",
					"net shot or lift",
				},
				piece{"front", "kill"},
				piece{"forehand front", "net shot or lift"},
				piece{
					"backhand side",
					"block or drive",
				},
				piece{"base", "be still at the opponent's hit"},
				piece{"forehand side", "smash straight or drive"},
				piece{
					"backhand back",
					"round the head, clear or drop",
				},
				piece{"back", "smash steep"},
				piece{"forehand back", "clear, drop or smash"},
			),
		},
	}
	c.Spots = []Spot{
		{"base", Point{0, -3.4}, false},
		{"forehand front", Point{s, -0.8}, true}, {"backhand front", Point{-s, -0.8}, true},
		{"forehand side", Point{s, -3.4}, true}, {"backhand side", Point{-s, -3.4}, true},
		{"forehand back", Point{s, -6.3}, true}, {"backhand back", Point{-s, -6.3}, true},
	}
	return c
}

// pickleball is the court of the USA Pickleball rule book [rule; memory]: 44 ×
// 20 ft, non-volley zone 7 ft, net 34 in at the centre and 36 in at the
// sidelines. The serve must clear the non-volley zone and its line.
func pickleball() Court {
	ft := units.Feet
	c := Court{ID: "pickleball", Sport: "pickleball", Name: "Pickleball", HalfLength: ft(22),
		HalfWidth: map[Area]float64{Singles: ft(10), Doubles: ft(10)}, RunBack: ft(8), RunSide: ft(5),
		Net: Net{Centre: 34 * units.Inch, Post: 36 * units.Inch, PostOutside: 0}}
	w, l, kitchen := ft(10), ft(22), ft(7)
	c.mark("baseline", -w, l, w, l, both...)
	c.mark("non-volley line", -w, kitchen, w, kitchen, both...)
	c.mark("centre line", 0, kitchen, 0, l, both...)
	c.side("sideline", w, both...)
	c.Boxes = boxes(kitchen+1e-9, l, w, both) // on the non-volley line is short
	c.Schemes = []Scheme{
		depth(
			w,
			[]float64{kitchen, ft(15), l},
			piece{
				"non-volley zone",
				"soft exchanges, close the point",
			},
			piece{"transition", "move through, soft to the feet"},
			piece{"baseline", "serve, return, drive deep"},
		),
		sides(
			w,
			l,
			w/3,
			piece{
				"backhand",
				"cross-court soft",
			},
			piece{"middle", "between the two, who calls it"},
			piece{"forehand", "speed up when it pops up"},
		),
	}
	c.Spots = []Spot{
		{"right corner", Point{w, -l}, false}, {"left corner", Point{-w, -l}, false},
		{"forehand corner", Point{w, -l}, true}, {"backhand corner", Point{-w, -l}, true},
		{"non-volley line centre", Point{0, -kitchen}, false},
	}
	return c
}

// squash is the singles court of the WSF court specification [rule; memory]:
// 9.75 × 6.40 m, short line 4.26 m from the back wall, service boxes 1.60 m, tin
// 0.48 m, service line 1.78 m, out line 4.57 m at the front and 2.13 m at the
// back. The front wall plays the net's part: y = 0, into the court negative. A
// serve lands in the opposite quarter behind the short line.
func squash() Court {
	const w, l, short, box = 3.20, 9.75, 9.75 - 4.26, 1.60
	c := Court{ID: "squash", Sport: "squash", Name: "Squash, singles", HalfLength: l,
		HalfWidth: map[Area]float64{Singles: w, Doubles: w},
		Walls:     &Walls{Tin: 0.48, ServiceLine: 1.78, Out: 4.57, OutBack: 2.13}}
	line := func(name string, x1, y1, x2, y2 float64) {
		c.Lines = append(c.Lines, Line{name, Point{x1, -y1}, Point{x2, -y2}, both})
	}
	line("front wall", -w, 0, w, 0)
	line("back wall", -w, l, w, l)
	line("left wall", -w, 0, -w, l)
	line("right wall", w, 0, w, l)
	line("short line", -w, short, w, short)
	line("half court line", 0, short, 0, l)
	for name, s := range map[string]float64{"left": -1, "right": 1} {
		line(name+" service box, back", s*(w-box), short+box, s*w, short+box)
		line(name+" service box, inside", s*(w-box), short, s*(w-box), short+box)
		c.Boxes = append(
			c.Boxes,
			Box{
				name + " service box",
				Point{min(s*w, s*(w-box)), -short - box},
				Point{max(s*w, s*(w-box)), -short},
				both,
			},
		)
	}
	slices.SortFunc(c.Lines, func(a, b Line) int { return strings.Compare(a.Name, b.Name) })
	slices.SortFunc(c.Boxes, func(a, b Box) int { return strings.Compare(a.Name, b.Name) })
	// Served from the right, the ball lands in the left quarter.
	c.Boxes = append(
		c.Boxes,
		Box{"near deuce", Point{-w, -l}, Point{0, -short}, both},
		Box{"near ad", Point{0, -l}, Point{w, -short}, both},
	)
	c.Schemes = []Scheme{
		depth(
			w,
			[]float64{3, short, short + box, l},
			piece{"front", "drop, or lift out of trouble"},
			piece{"mid, before the boxes", "volley first"},
			piece{
				"service boxes",
				"volley or take it before the back wall",
			},
			piece{"back", "length, off the back wall"},
		),
		{
			"corners and T",
			ByCorner,
			grid(
				w,
				[]float64{3, short + box, l},
				[]float64{-w / 3, w / 3},
				piece{
					"backhand front",
					"drop or lob",
				},
				piece{"front", "kill or drive deep"},
				piece{"forehand front", "drop or lob"},
				piece{
					"backhand mid",
					"volley straight or cut it off",
				},
				piece{"T", "be back here, watch the ball"},
				piece{"forehand mid", "volley straight or cut it off"},
				piece{
					"backhand back",
					"straight length, tight to the wall",
				},
				piece{"back", "straight length"},
				piece{"forehand back", "straight length, tight to the wall"},
			),
		},
	}
	c.Spots = []Spot{
		{"T", Point{0, -short}, false},
		{"forehand front", Point{w - 0.5, -1}, true},
		{"backhand front", Point{-w + 0.5, -1}, true},
		{"forehand back", Point{w - 0.6, -l + 0.8}, true},
		{"backhand back", Point{-w + 0.6, -l + 0.8}, true},
		{
			"right service box",
			Point{w - box/2, -short - box/2},
			false,
		},
		{"left service box", Point{-w + box/2, -short - box/2}, false},
	}
	return c
}
