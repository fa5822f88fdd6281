package library

import "hodometer/core/pattern"

type feed = pattern.Feed

// tables are the drills of table tennis. Heights are over the table.
func tables() []Entry {
	multi := func(parts ...part) []part {
		return append([]part{students(1, 2, 3), minutes(6, 8, 12), after("swap"), basket(90, 2), at(0, -1.9), person("feeder", 0.3, 1.7), from("hand", "", 0.3, 1.5, 0.25), like(speed(6), height(0.2), gap(1.4))}, parts...)
	}
	return []Entry{
		put("table-forehand-footwork", "tableTennis", "Forehand to forehand", "Two forehands, two places: short steps and the same stroke", "footwork", "fed topspin",
			append(multi(ball(0.45, -1.05, fh, aim(0.4, 1.05)), ball(-0.1, -1.05, fh, aim(0.4, 1.05))), box("Forehand half, long", 0.38, 0.95, 0.7, 0.8), total(20, fh, anywhere), turn(8), cues("Stay low between the two", "Left foot starts to the left", "Four at match speed are plenty"), kit("90 balls"))...),
		put("table-backhand-forehand", "tableTennis", "Backhand, then forehand", "Backhand from the corner, forehand from the middle, back again", "footwork", "fed topspin",
			append(multi(ball(-0.45, -1.05, bh, aim(-0.4, 1.05)), ball(0.1, -1.05, fh, aim(-0.4, 1.05))), box("Backhand half, long", -0.38, 0.95, 0.7, 0.8), total(20, any, anywhere), turn(8), cues("Elbow stays in front", "Step, then stroke", "Racket never drops below the table"), kit("90 balls"))...),
		put("table-four-balls", "tableTennis", "Four at match speed", "Backhand, step round, wide forehand, backhand: four balls, then rest", "footwork", "fed topspin",
			append(multi(ball(-0.5, -1.05, bh, gap(0.9), aim(-0.4, 1.05)), ball(-0.35, -1.05, fh, gap(0.9), aim(-0.4, 1.05)), ball(0.6, -1.05, fh, gap(0.9), aim(0.4, 1.05)), ball(-0.45, -1.05, bh, gap(4), aim(-0.4, 1.05))),
				like(), box("Long", 0, 0.95, 1.4, 0.8), total(24, any, anywhere), turn(4), cues("Four at match speed, twenty means too slow", "Finish each before the next", "Rest as long as you worked"), kit("90 balls"))...),
		put("table-short-serve-push", "tableTennis", "Short serve, push, open", "Serve short, get the push, open up: the third ball decides", "serveReturn", "own serve and push",
			students(2, 2, 3), minutes(8, 10, 15), hitters(1), after("swap"), at(-0.3, -1.8), own(-0.3, -1.5, sv, 1.6, 1.6, 0.2, aim(0, 0.5)), rally(0, 1.7), like(height(0.15)), ball(-0.4, -1.05, bh, speed(5), top(-2000), gap(6), aim(0.4, 1.1)),
			box("Long, either corner", 0.4, 1, 0.6, 0.6), both, total(10, bh, anywhere), turn(2), cues("Ready before the push comes", "Open to one corner, decide to the other", "A serve you can follow"), kit("12 balls")),
		put("table-serve-two-bounces", "tableTennis", "Spin first, then two bounces", "Serve for spin, then for two bounces on the far side, then both", "serveReturn", "own serve",
			pitched("beginner"), students(1, 2, 6), minutes(5, 8, 10), hitters(2), at(-0.4, -1.8), own(-0.4, -1.55, sv, 1.8, 4, 0.2, aim(0.2, 0.6)), lane(0.9, -1.8, 0.5, 0.6), box("Short", 0, 0.45, 1.5, 0.9), total(20, sv, anywhere), row(5, sv, anywhere), turn(10), basket(40, 1),
			cues("Thin contact, late wrist", "Listen: a quiet serve spins", "First bounce near your own end line for long, near the net for short"), kit("40 balls")),
		put("table-machine-push-open", "tableTennis", "One backspin, two topspins", "Machine programme: deep backspin to open, two topspins to follow", "spin", "machine",
			students(1, 1, 3), minutes(6, 10, 15), after("swap"), basket(120, 3), at(0, -2), machine(0, 1.4), thing("machine", 0, 1.5), like(height(0.18), func(f *feed) { f.From.Z = 0.3 }),
			ball(-0.4, -1.1, bh, speed(5.3), top(-2500), gap(1.6), aim(-0.4, 1.1)), ball(0.4, -1.1, fh, speed(7), top(2500), gap(1.3), aim(0.4, 1.1)), ball(-0.1, -1.1, fh, speed(7), top(2500), gap(3), aim(-0.4, 1.1)), box("Long", 0, 1, 1.4, 0.7), total(18, any, anywhere), turn(6),
			cues("Lift the first, lean into the rest", "Mirror it after three rounds", "Shuffle the places when it holds"), kit("feeding machine", "120 balls")),
		put("table-slow-then-fast", "tableTennis", "Second slow, third fast", "Change the pace within one pattern and keep the contact in front", "rhythm", "machine",
			students(1, 1, 3), minutes(5, 8, 12), after("swap"), basket(120, 3), at(0, -2), machine(0, 1.4), thing("machine", 0, 1.5), like(height(0.18), func(f *feed) { f.From.Z = 0.3 }),
			ball(0.4, -1.1, fh, speed(6.5), top(1500), gap(1.5), aim(0.4, 1.1)), ball(-0.3, -0.9, bh, speed(5.2), gap(1.6), aim(-0.4, 1.1)), ball(0.2, -1.15, fh, speed(8.5), top(3000), gap(3), aim(-0.4, 1.1)), box("Long", 0, 1, 1.4, 0.7), total(18, any, anywhere), turn(6),
			cues("Wait for the slow one", "Short stroke for the fast one", "Feet before hands"), kit("feeding machine", "120 balls")),
		put("table-safe-decisive", "tableTennis", "Safe to one corner, decisive to the other", "Build to the backhand, finish to the forehand, and know which is which", "direction", "fed topspin",
			append(multi(ball(-0.4, -1.05, bh, aim(-0.45, 1.05)), ball(-0.2, -1.05, fh, aim(-0.45, 1.05)), ball(0.3, -1, fh, aim(0.5, 1.05), gap(3))), box("Safe corner", -0.4, 1, 0.6, 0.6), total(12, any, anywhere), box("Decisive corner", 0.42, 1, 0.5, 0.6), worth(2), total(8, fh, anywhere), turn(6),
				cues("Safe has height, decisive has pace", "Decide on the second bounce of your feet", "A miss on safe costs more than one on decisive"), kit("90 balls"))...),
	}
}

// shuttles are the drills of badminton.
func shuttles() []Entry {
	corners := func(gap float64) []part {
		return []part{step(2.2, -0.9, fh, 2, gap), step(-2.2, -0.9, bh, 2, gap), step(2.3, -3.4, fh, 1.9, gap), step(-2.3, -3.4, bh, 1.9, gap), step(2.1, -6, oh, 2.2, gap), step(-2.1, -6, oh, 2.2, gap)}
	}
	return []Entry{
		put("shuttle-shadow", "badminton", "Six corners, no shuttle", "Shadow the six corners from the base, led by a partner or called", "footwork", "called corner",
			append(append([]part{students(1, 4, 8), minutes(3, 5, 8), hitters(2), after("swap"), at(0, -3.4), shifting}, corners(3.6)...), total(18, any, anywhere), cues("Split on the call", "Racket foot lands last", "Back through the base every time"), kit("racket"))...),
		put("shuttle-run-outs", "badminton", "Run the shuttles out", "Place a shuttle on every corner against the clock, then bring them back", "footwork", "run-out",
			append(append([]part{pitched("beginner"), students(1, 4, 8), minutes(3, 5, 8), after("swap"), at(0, -3.4)}, corners(4.2)...), total(6, any, anywhere), cues("Lunge, place, push back", "Bend the knee, not the back", "Beat your own time, not the other’s"), kit("6 shuttles", "stopwatch"))...),
		put("shuttle-throw-catch", "badminton", "Throw and catch", "Thrown shuttles caught in front of the body: arrive first, hit later", "anticipation", "thrown shuttle",
			pitched("beginner"), students(2, 4, 8), minutes(3, 5, 8), hitters(2), after("swap"), at(0, -3.4), person("feeder", 0, 1.6), from("hand", "", 0, 1.6, 2), like(inAir, height(1.4), gap(4)),
			ball(1.2, -2.2, any, apex(2.8)), ball(-1.2, -2.2, any, apex(2.8)), ball(0.8, -3.9, any, apex(3.4), height(1.8)), total(12, any, anywhere), cues("Arrive, then catch", "Catch in front, arm long", "Feet quiet at the catch"), kit("12 shuttles")),
		put("shuttle-multi", "badminton", "Many shuttles, your speed", "Front and back corners at a speed the student sets", "pressure", "multi-shuttle",
			students(1, 2, 4), minutes(5, 8, 12), after("swap"), basket(60, 2), at(0, -3.4), racket(0, 2.2), like(inAir, gap(3), func(f *feed) { f.From.Z = 1.4 }),
			ball(1.5, -1.6, fh, over(1.3), height(1.1), aim(-1.6, 1.2)), ball(-1.4, -5.4, oh, apex(5.5), height(2.4), aim(2, 5.8)), ball(-1.5, -1.6, bh, over(1.3), height(1.1), aim(1.6, 1.2)), ball(1.4, -5.4, oh, apex(5.5), height(2.4), aim(-2, 5.8), gap(6)),
			box("Rear third", 0, 5.6, 5.1, 2.2), total(12, any, anywhere), cues("Speed you can hold", "High and behind the body: turn", "Stop the set when the form goes"), kit("60 shuttles")),
		put("shuttle-two-straight", "badminton", "Two against one, straight only", "The pair plays only straight and moves as in a match; the one goes anywhere", "direction", "rally",
			students(3, 3, 4), minutes(6, 9, 12), hitters(3), after("rotate"), at(0, -3.4), person("partner", -1.4, 3.6), rally(1.4, 3.6), like(inAir, gap(3), func(f *feed) { f.From.Z = 1.6 }),
			ball(1.6, -5.2, oh, apex(5), height(2.4), aim(1.6, 5.6)), ball(-1.4, -2.2, bh, over(0.9), height(1.1), aim(-1.6, 1.4)), ball(1.4, -2.2, fh, over(1.3), height(1.1), aim(1.6, 5.6)), box("Straight, rear", 1.5, 5.2, 2, 2.6), both, total(14, any, straight), turn(6),
			cues("The one: vary height before side", "The pair: move as in a match", "Recover toward the reply"), kit("12 shuttles")),
		put("shuttle-serve-low", "badminton", "Low serve over the tape", "Flick a finger’s breadth over the net into the front of the box", "serveReturn", "own serve",
			pitched("beginner"), students(1, 4, 8), minutes(4, 6, 10), hitters(4), after("collect"), at(0.4, -2.4), own(0.4, -2.2, sv, 2, 4, 1, aim(-0.6, 2.5)), basket(24, 1.5), turn(6), box("Front of the box", -1.3, 2.6, 2.4, 1.2), total(12, sv, cross), row(4, sv, cross),
			cues("Push, no swing", "Same start for low and flick", "Breathe out, then serve"), kit("6 shuttles each")),
	}
}

// walls are the drills of squash.
func walls() []Entry {
	return []Entry{
		put("squash-length-and-t", "squash", "Length, and back to the T", "Straight length from the back corner, round the obstacles, back to the T", "depth", "length",
			students(1, 2, 4), minutes(6, 10, 15), after("swap"), at(0, -5.5), thing("obstacle", 1.4, -6.6), thing("obstacle", 1.4, -7.4), from("racket", "feeder", -1, -4.6, 1), like(over(2.6), height(0.4), gap(5)), ball(2.4, -7.4, fh, aim(2.6, -8.6)), turn(8),
			box("Behind the service box", 2.4, -8.4, 1.6, 2.4), total(12, fh, straight), row(4, fh, straight), cues("Wide path, never through the obstacles", "Racket up on the way", "T before the next ball, every time"), kit("3 balls", "2 soft obstacles")),
		put("squash-volley-first", "squash", "Look for the volley first", "Cut it off in front of the service box before it gets to the back", "volley", "crosscourt and straight",
			students(1, 2, 4), minutes(6, 10, 12), after("swap"), at(0, -5.5), from("racket", "feeder", -1.2, -6.6, 1), like(inAir, gap(4.5)), ball(1.6, -6.4, vo, over(2.6), height(1.3), aim(2.6, -8.2)), turn(8),
			box("Behind the service box", 2.4, -8.4, 1.6, 2.4), total(10, vo, straight), cues("Look forward and across first", "Short swing, long follow", "Hold the T while you hit"), kit("3 balls")),
		put("squash-three-choices", "squash", "Three choices", "Volley, before the back wall, or after it: choose, and say it", "anticipation", "mixed length",
			students(1, 2, 4), minutes(6, 10, 15), after("swap"), at(0, -5.5), from("racket", "feeder", -1, -5, 1), like(gap(5)), ball(1.8, -6.4, vo, inAir, over(2.6), height(1.2), aim(2.6, -8.2)), ball(2.3, -6.8, fh, over(2.7), height(0.4), aim(2.6, -8.4)), ball(2.4, -7.8, fh, over(2.6), height(0.3), aim(2.6, -8.4)),
			box("Behind the service box", 2.4, -8.4, 1.6, 2.4), total(12, any, straight), cues("Choose by the front wall", "Say it before you move", "After the wall: feet first, then wait"), kit("3 balls")),
		put("squash-tempo-up", "squash", "Earlier feeds, higher tempo", "The same two corners with each round fed a beat sooner", "pressure", "two corners",
			pitched("performance"), students(1, 2, 4), minutes(5, 8, 10), after("swap"), at(0, -5.5), from("racket", "feeder", 0, -4, 1), like(over(2.4), height(0.4), gap(3.2)), ball(2.3, -7, fh, aim(2.6, -8.4)), ball(-2.3, -7, bh, aim(-2.6, -8.4)), turn(4),
			box("Behind the service box", 2.4, -8.4, 1.6, 2.4), both, total(12, any, straight), cues("Push off toward the T as you finish", "Same height on the front wall", "A beat sooner only when four hold"), kit("3 balls")),
	}
}

// kitchens are the drills of pickleball.
func kitchens() []Entry {
	return []Entry{
		put("soft-exchange", "pickleball", "Soft exchange", "From non-volley line to non-volley line, nothing that can be attacked", "rhythm", "soft exchange",
			doubles, pitched("beginner"), students(2, 4, 4), minutes(5, 8, 12), hitters(4), at(-1.5, -2.6), rally(-1.5, 2.5), like(apex(1.5), height(0.4), gap(2.6), func(f *feed) { f.From.Z = 0.5 }),
			ball(-1.5, -1.7, fh, aim(-1.5, 1.4)), ball(-1.1, -1.7, bh, aim(-1.5, 1.4)), box("Non-volley zone", -1.5, 1.07, 2.6, 2.1), row(10, any, straight), turn(2), cues("Lift from the shoulder", "Bounce it in their zone", "Watch the feet at the line"), kit("4 balls")),
		put("guard-the-marker", "pickleball", "Guard the marker", "Markers a hand inside the zone: to eleven, a hit marker counts three", "pressure", "soft exchange",
			doubles, students(2, 2, 4), minutes(6, 10, 15), hitters(2), at(0, -2.6), rally(0, 2.5), like(apex(1.5), height(0.4), gap(2.6), func(f *feed) { f.From.Z = 0.5 }), thing("marker", 0, -1.98), thing("marker", 0, 1.98),
			ball(0.4, -1.6, fh, aim(0, 1.98)), ball(-0.4, -1.6, bh, aim(0, 1.98)), box("Zone", 0, 1.07, 4, 2.1), total(11, any, middle), circle("Marker", 0, 1.98, 0.2), worth(3), turn(2), cues("Cover your own marker with your feet", "Soft until it sits up", "Three for the marker, one for the point"), kit("4 balls", "2 markers")),
		put("third-shot-drop", "pickleball", "Drop, then come through", "Drop from the baseline into the zone and walk in behind it", "transition", "deep return",
			doubles, students(2, 4, 4), minutes(8, 10, 15), hitters(2), after("swap"), basket(30, 1.5), at(-1.5, -6.9), person("partner", 1.5, 2.4), racket(-1.5, 2.4), like(over(0.6), height(0.6), gap(3.4)),
			ball(-1.5, -5, fh, aim(-1.5, 1.4)), ball(-1.3, -3.6, any, over(0.35), height(0.4), gap(6), aim(-1.5, 1.4)), box("Non-volley zone", -1.5, 1.07, 2.8, 2.1), total(12, any, straight), cues("Arc that falls into the zone", "Stop before they hit", "Two drops may be needed"), kit("30 balls")),
		put("quick-hands-line", "pickleball", "Quick hands at the line", "Volleys at an agreed pace from line to line", "volley", "volley exchange",
			doubles, students(2, 4, 4), minutes(3, 5, 8), hitters(4), at(-1.4, -2.5), lane(1.4, -2.5, 1.4, 2.5), rally(-1.4, 2.5), like(inAir, height(0.95), over(0.3), gap(1.4), func(f *feed) { f.From.Z = 1 }),
			ball(-1.4, -2.4, vo, aim(-1.4, 2.5)), ball(-1.2, -2.4, vo, aim(-1.4, 2.5)), box("At the partner", -1.4, 2.7, 1.8, 1.2), row(12, vo, straight), turn(2), cues("Agree the pace first", "Paddle up, elbows in front", "Feet behind the line on every volley"), kit("4 balls", "protective eyewear where the rule asks for it")),
		put("deep-serve-return", "pickleball", "Deep serve, deep return", "Both past a line near the baseline, then in to the line", "depth", "serve",
			doubles, pitched("beginner"), students(2, 4, 4), minutes(6, 8, 12), hitters(2), after("swap"), at(1.4, -7), own(1.4, -6.9, sv, 2, 5, 0.8, aim(-1.5, 5.4)), rally(-1.5, 7), like(over(0.8), height(0.6), gap(6)), ball(1.4, -4.8, fh, aim(0, 5.2)),
			box("Deep box", -1.5, 4.9, 2.8, 3.2), total(8, sv, cross), box("Deep third", 0, 5, 6, 3), total(8, fh, anywhere), cues("Serve deep, not hard", "Return and walk in", "Height is depth"), kit("12 balls")),
	}
}
