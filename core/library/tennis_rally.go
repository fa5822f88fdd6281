package library

// rallies are the drills from the baseline with a partner.
func rallies() []Entry {
	return []Entry{
		put("deep-past-marker", "tennis", "Ten past the service line", "Half pace and height until ten in a row go deep, then full pace", "depth", "rally",
			students(2, 2, 4), minutes(8, 12, 20), hitters(2), at(0, -12.6), rally(0, 12.2), like(over(1.4), gap(3.2)), ball(0.8, -8.8, fh, aim(0, 9.5)), ball(-0.8, -8.8, bh, aim(0, 9.5)),
			deep, row(10, any, anywhere), turn(2), cues("A step behind the baseline", "Twice the net’s height over the net", "Full pace only after ten"), kit("6 balls", "4 flat markers")),
		put("rally-on-the-rise", "tennis", "Toes on the baseline", "Nothing passes you: take every ball on the rise", "early", "deep rally ball",
			students(2, 2, 4), minutes(5, 8, 12), hitters(2), at(0, -12), rally(0, 12.2), like(over(1), gap(3), rising, height(0.7)), ball(0.7, -9.6, fh, aim(0, 9.5)), ball(-0.7, -9.6, bh, aim(0, 9.5)),
			deep, row(6, any, anywhere), turn(2), cues("Short backswing, shoulders only", "Hit the ball up the ladder of its bounce", "The front foot stays on the line"), kit("6 balls", "1 flat marker")),
		put("low-ball-lift", "tennis", "Lift the low slice", "Partner slices to the feet: shape first, then depth, then pace", "lowBall", "low slice",
			students(2, 2, 4), minutes(8, 12, 15), hitters(2), at(0, -11.5), rally(0, 11.6), like(over(0.5), top(-1200), gap(3.6), height(0.4)), ball(0.4, -7.2, fh, aim(0, 9)), ball(-0.6, -7.2, bh, aim(0, 9)),
			box("Down the middle, deep", 0, 8.9, 4, 5.9), total(12, any, middle), row(5, any, middle), turn(2), cues("Sit into it", "Brush up the back of the ball", "Finish over the shoulder"), kit("6 balls", "4 flat markers")),
		put("corridor-forehand", "tennis", "Cross-court corridor, forehand", "Forehands to a marker near the corner until the pair has twenty-five", "direction", "cross-court rally",
			students(2, 4, 4), minutes(8, 12, 15), hitters(4), at(1.6, -12.4), rally(-2.4, 12.2), like(over(1.1), gap(3.3)), ball(2.6, -8.8, fh, aim(-2.6, 9)), ball(2.2, -8.8, fh, aim(-2.6, 9)),
			thing("marker", -2.7, 9.2), box("Corridor", -2.4, 8.9, 3.4, 5.9), total(25, fh, cross), turn(2), cues("Across the lowest part of the net", "Outside of the ball", "Recover a step, not to the middle"), kit("6 balls", "2 flat markers")),
		put("corridor-backhand", "tennis", "Cross-court corridor, backhand", "First pair to twenty-five backhands across", "direction", "cross-court rally",
			students(2, 4, 4), minutes(8, 12, 15), hitters(4), at(-1.6, -12.4), rally(2.4, 12.2), like(over(1.1), gap(3.3)), ball(-2.6, -8.8, bh, aim(2.6, 9)), ball(-2.2, -8.8, bh, aim(2.6, 9)),
			thing("marker", 2.7, 9.2), box("Corridor", 2.4, 8.9, 3.4, 5.9), total(25, bh, cross), turn(2), cues("Shoulder under the chin", "Hit through, not around", "Race only when both can keep ten up"), kit("6 balls", "2 flat markers")),
		put("figure-of-eight", "tennis", "Figure of eight", "One plays straight, the other across: ten or more, then swap", "direction", "rally",
			students(2, 2, 4), minutes(5, 8, 12), hitters(2), after("swap"), at(0, -12.4), rally(0, 12.2), like(over(1.5), gap(4.2)), ball(2.4, -8.4, fh, aim(2.4, 9)), ball(-2.4, -8.4, bh, aim(-2.4, 9)),
			box("Half court, deep", 2.3, 8.9, 3.6, 5.9), both, row(10, any, straight), turn(2), cues("Early turn, the direction is set", "Higher when you are late", "Recover with two steps and a split"), kit("6 balls")),
		put("outside-the-gates", "tennis", "Outside the gates", "The third shot passes between marker and sideline", "direction", "rally",
			pitched("performance"), students(2, 2, 4), minutes(6, 10, 15), hitters(2), at(0, -12.4), rally(0, 12.2), like(over(0.9), gap(3.2)), ball(0.8, -8.8, any, aim(0, 9.5)), ball(-0.8, -8.8, any, aim(0, 9.5)), ball(1.2, -8.2, fh, aim(-2.9, 8)),
			thing("cone", -2.3, 5), thing("cone", 2.3, 5), gate("Gate", -3.2, 5, 1.8), both, total(6, fh, cross), turn(3), cues("Two to build, one to open", "Pick the gate before you swing", "Miss inside, not wide"), kit("6 balls", "2 cones")),
		put("marker-duel", "tennis", "Marker duel", "Knock the ball off the other’s marker before they knock yours", "depth", "rally",
			students(2, 2, 4), minutes(5, 8, 15), hitters(2), at(0, -12.4), rally(0, 12.2), like(over(1.2), gap(3.2)), ball(0.5, -8.8, fh, aim(0, 10)), ball(-0.5, -8.8, bh, aim(0, 10)),
			thing("marker", 0, -10), thing("marker", 0, 10), circle("Marker", 0, 10, 0.35), total(1, any, middle), box("Close to it", 0, 9.2, 3, 5), worth(0), total(10, any, middle), turn(2),
			cues("Same height every time", "Shape, then aim", "Three near it before you go for it"), kit("8 balls", "2 markers")),
		put("two-count-tempo", "tennis", "One, two", "Count the bounce and the hit aloud, then whispered, then in the head", "rhythm", "rally",
			pitched("beginner"), students(2, 4, 4), minutes(6, 6, 9), hitters(4), at(0, -12.2), rally(0, 12), like(over(1.8), gap(4)), ball(0.5, -7.8, fh, aim(0, 8.5)), ball(-0.5, -7.8, bh, aim(0, 8.5)),
			total(28, any, anywhere), turn(2), cues("One on the bounce, two on the hit", "Breathe out on two", "One, two and three minutes, then swap"), kit("6 balls", "stopwatch")),
	}
}

// volleys are the drills at and toward the net.
func volleys() []Entry {
	return []Entry{
		put("four-stations-volley", "tennis", "Four stations, five good ones", "Five volleys from each of four depths and back in, with one ball", "volley", "fed volley",
			students(1, 2, 4), minutes(8, 12, 20), after("swap"), at(0, -3.2), racket(0, 8.5), like(inAir, height(1), over(0.7), gap(2.6)),
			ball(0.3, -3.2, vo, aim(0, 8), goes(0, -6)), ball(-0.3, -6, vo, aim(0, 8), gap(3), goes(0, -8.6)), ball(0.3, -8.6, vo, aim(0, 8), over(1), gap(3), goes(0, -11.4)), ball(-0.3, -11.4, vo, aim(0, 8), over(1.3), gap(3), goes(0, -8.6)), ball(0.3, -8.6, vo, aim(0, 8), over(1), gap(3), goes(0, -6)), ball(0, -6, vo, aim(0, 8)),
			thing("marker", 1.2, -3.2), thing("marker", 1.2, -6.4), thing("marker", 1.2, -8.8), thing("marker", 1.2, -11.6), box("Back to the coach", 0, 8, 3, 3), row(5, vo, middle), total(20, vo, middle), basket(30, 1.5),
			cues("Five good ones, then back a station", "Farther back, earlier turn", "Same short punch from everywhere"), kit("30 balls", "4 flat markers")),
		put("body-through-middle", "tennis", "At the body, through the middle", "Five balls at you: get the elbow out of the way and keep them in front", "volley", "ball at the body",
			students(1, 2, 4), minutes(4, 6, 10), after("swap"), at(0, -3.6), racket(0, 7.5), like(inAir, height(1.1), over(0.5), gap(3)),
			ball(0, -3.4, vo, aim(0, 9)), ball(0.2, -3.4, vo, aim(0, 9)), ball(-0.2, -3.4, vo, aim(0, 9)), ball(0, -3.2, vo, aim(0, 9)), ball(0.1, -3.4, vo, aim(0, 9), gap(5)), box("Middle", 0, 8.2, 3, 6), row(5, vo, middle), basket(30, 1.5),
			cues("Backhand face for the body", "Elbow in front of the ribs", "Move a foot if there is time"), kit("30 balls", "protective eyewear where the rule asks for it")),
		put("closing-exchange", "tennis", "Closing exchange", "Keep it low until one pops up, then change direction", "volley", "volley exchange",
			doubles, students(2, 4, 4), minutes(5, 8, 12), hitters(4), at(-1.5, -4.4), rally(-1.5, 4.4), like(inAir, height(0.7), over(0.25), gap(1.9)),
			ball(-1.5, -4.2, vo, aim(-1.5, 4.4)), ball(-1.2, -4, vo, aim(-1.5, 4.4)), ball(-1.5, -3.2, vo, height(1.5), over(0.8), aim(2.6, 7), gap(3)), box("Open court", 2.6, 7, 3.6, 5), total(6, vo, anywhere), turn(3),
			cues("Low means nobody attacks", "See it rise, step in", "Change only above the tape"), kit("6 balls", "protective eyewear where the rule asks for it")),
		put("up-and-down", "tennis", "Up and down", "To the feet, then a lob, by turns: half volley and overhead", "volley", "feet and lob",
			students(1, 2, 4), minutes(5, 8, 10), after("swap"), basket(36, 2), at(0, -4.6), racket(0, 9), like(gap(3.4)),
			ball(0.4, -3.8, any, over(0.35), rising, height(0.35), aim(0, 9)), ball(0, -6, oh, inAir, apex(5.2), height(2.4), aim(2.4, 8.5), gap(5)), box("Deep half", 0, 8.5, 8.23, 6), total(8, any, anywhere),
			cues("Bend for the feet, turn for the lob", "Soft hands low", "Look behind before you go back"), kit("basket of balls")),
		put("walk-across-volleys", "tennis", "Walk across volleying", "A pair walks from alley to alley with the ball in the air between them", "volley", "volley exchange",
			doubles, students(2, 4, 8), minutes(4, 6, 8), hitters(4), after("swap"), at(-4, -3.6), rally(-4, 3.6), like(inAir, height(1.1), over(0.5), gap(2)),
			ball(-4, -3.4, vo, aim(-3, 3.6), goes(-3, -3.5)), ball(-3, -3.4, vo, aim(-2, 3.6), goes(-2, -3.5)), ball(-2, -3.4, vo, aim(-1, 3.6), goes(-1, -3.5)), ball(-1, -3.4, vo, aim(0, 3.6), goes(0, -3.5)), ball(0, -3.4, vo, aim(1, 3.6)), total(10, vo, anywhere),
			cues("Side steps, heads level", "Play it a step ahead of your partner", "Quiet racket"), kit("6 balls")),
		put("short-court-approach", "tennis", "Short-court approach and volley", "Inside the service boxes: one bounce, come in, volley to finish", "transition", "short-court rally",
			pitched("beginner"), students(2, 2, 4), minutes(5, 8, 10), hitters(2), after("swap"), at(0, -6.6), rally(0, 6), like(over(0.8), gap(3.2), height(0.6)),
			ball(0.6, -4, fh, aim(-1, 5), goes(0, -3.6)), ball(-0.3, -3.2, vo, inAir, height(1), over(1.2), aim(2, 5), gap(4)), box("Service boxes", 0, 3.6, 8.23, 5), total(10, any, anywhere),
			cues("Follow the ball you send", "Racket up on the way in", "Soft first, firm last"), kit("6 balls")),
		put("three-quarter-closing", "tennis", "One step in after each", "Start at three-quarter court and win a step with every volley", "volley", "fed volley",
			students(1, 2, 4), minutes(5, 8, 12), after("backToLine"), basket(48, 2), at(0, -8.4), racket(0, 10), like(inAir, height(1), over(0.8), gap(2.8)),
			ball(0.4, -7.6, vo, aim(0, 9.5), goes(0, -6.4)), ball(-0.4, -6.2, vo, aim(0, 9.5), goes(0, -5)), ball(0.4, -4.8, vo, over(0.6), aim(0, 9), goes(0, -3.6)), ball(-0.3, -3.4, vo, over(0.5), aim(2.6, 7), gap(5)), box("Deep half", 0, 8.5, 8.23, 6), row(4, vo, anywhere),
			cues("Hit, step, split", "Never two steps for one ball", "Closer means softer hands"), kit("basket of balls")),
	}
}

// transitions are the drills between baseline and net.
func transitions() []Entry {
	three := []part{ball(0.6, -8.6, fh, aim(-2.2, 9.5), gap(3.4)), ball(0.5, -6.4, fh, aim(-2.2, 9.5), gap(3.4)), ball(0.5, -4.2, fh, aim(2.6, 8.5), gap(5))}
	return []Entry{
		put("three-depths", "tennis", "Three depths forward", "Three forehands, each a zone nearer: neutral, attack, finish", "transition", "three depths",
			append(file(three...), deep, total(9, fh, anywhere), row(3, fh, anywhere), cues("Each ball earlier than the last", "Weight goes forward through all three", "The last is placed, not hit hard"), kit("basket of balls", "3 flat markers"))...),
		put("three-depths-throw", "tennis", "Three depths with a medicine ball", "Throw from the legs at three depths, moving forward", "technique", "throw",
			students(1, 3, 6), minutes(4, 6, 8), after("backToLine"), at(0, -12.2), person("waiting", 2.6, -15.5), step(0.6, -11, fh, 2.4, 5, aim(0, -5)), step(0.5, -8.6, fh, 2.4, 5, aim(0, -3)), step(0.5, -6.2, fh, 2.4, 7, aim(0, -1)),
			total(6, fh, anywhere), turn(3), cues("Load the back leg, turn, release", "Light ball, long throw", "Walk back: form, not fatigue"), kit("medicine ball, 1–2 kg")),
		put("three-depths-band", "tennis", "Three depths against a band", "A light band at the waist: push off first, then swing", "footwork", "three depths",
			students(1, 2, 4), minutes(4, 6, 8), after("swap"), at(0, -12), person("partner", 0, -14.4), step(0.6, -11, fh, 2, 4, aim(0, 9)), step(0.5, -9.8, fh, 2, 4, aim(0, 9)), step(0.5, -8.8, fh, 2, 6, aim(0, 9)),
			total(9, fh, anywhere), turn(3), cues("Low first step", "Swing only when both feet are down", "Partner gives with the pull"), kit("resistance band with belt")),
		put("stance-change", "tennis", "Open, closed, open", "The same forehand from the stance the ball asks for", "technique", "fed forehand",
			students(1, 3, 5), minutes(6, 8, 12), after("backToLine"), basket(60, 3), at(0, -12.2), person("waiting", -2.6, -15.6), racket(0, 6.4), like(over(1.3), gap(3.8)),
			ball(2.6, -8.6, fh, aim(-2.2, 9.5)), ball(0.8, -6, fh, aim(2.4, 9.5), gap(4.2)), ball(2.4, -8.6, fh, aim(-2.2, 9.5), gap(5.2)), deep, total(9, fh, anywhere),
			cues("Wide: open, outside foot loaded", "Short: step across, closed", "Say the stance before you hit"), kit("basket of balls")),
		put("through-the-zones", "tennis", "Through the zones", "Pulled in and pushed back through four depth zones, each with its own shots", "transition", "mixed depths",
			students(1, 2, 4), minutes(6, 10, 12), after("swap"), basket(60, 3), at(0, -12.2), racket(0, 8), like(over(1.1), gap(3.8)),
			ball(1, -8.8, any, aim(0, 9.8)), ball(-0.8, -6.2, any, aim(2.2, 9.8), goes(0, -5)), ball(0.6, -4.6, vo, inAir, height(1), over(0.7), aim(-2.4, 8), gap(3.4), goes(0, -3.4)), ball(0, -3, vo, inAir, height(1.1), over(0.6), aim(3, 6), goes(0, -3.4)), ball(0, -8.8, any, apex(7.5), height(0.7), aim(0, 10), gap(7)),
			deep, total(10, any, anywhere), cues("Know the zone, know the shot", "Fifteen to thirty seconds in each", "The lob sends you back: turn and run"), kit("basket of balls", "6 flat markers")),
		put("three-quarter-start", "tennis", "Three-quarter-court start", "A ball in the air from three-quarter court, then anything goes", "transition", "feed in the air",
			students(2, 4, 6), minutes(6, 10, 15), hitters(2), after("rotate"), at(0, -8.6), person("partner", 0, 12.2), racket(3.2, 6.4), like(gap(5)),
			ball(0.5, -8.2, vo, inAir, height(1.1), over(1), aim(0, 9.5)), total(8, vo, anywhere), turn(1),
			cues("Play the first one to a place", "Forward after it", "Who wins moves up a court"), kit("basket of balls"), care("Used to sort players by level: say so before, and give everyone ten.")),
	}
}
