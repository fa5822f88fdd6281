package court

import "hodometer/core/units"

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
	c.Boxes = []Box{right[0], right[2],
		{"near deuce", Point{-w, -l}, Point{w, 0}, []Area{Singles}}, {"far deuce", Point{-w, 0}, Point{w, l}, []Area{Singles}},
		{"near ad", Point{-w, -l}, Point{w, 0}, []Area{Singles}}, {"far ad", Point{-w, 0}, Point{w, l}, []Area{Singles}}}
	c.Zones = bands([]string{"short", "half-long", "long"},
		[]string{"bounces twice on the table", "second bounce near the end line", "open up and attack"}, l/3, 2*l/3, l)
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
	c.Zones = bands([]string{"front", "mid", "back"},
		[]string{"net shots and kills", "drives and smashes taken early", "clears, drops and smashes"}, 2.2, 4.5, l)
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
	c.Zones = bands([]string{"non-volley zone", "transition", "baseline"},
		[]string{"soft exchanges, close the point", "move through, soft to the feet", "serve, return, drive deep"}, kitchen, ft(15), l)
	c.Spots = []Spot{
		{"right corner", Point{w, -l}, false}, {"left corner", Point{-w, -l}, false},
		{"forehand corner", Point{w, -l}, true}, {"backhand corner", Point{-w, -l}, true},
		{"non-volley line centre", Point{0, -kitchen}, false},
	}
	return c
}
