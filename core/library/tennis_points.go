package library

// serves are the serve and return situations.
func serves() []Entry {
	boxWide := box("Wide in the box", -3, 4.9, 2, 3)
	return []Entry{
		put("serve-wide-open-court", "tennis", "Serve wide, then the open court", "Wide serve, and the next ball into the space it makes", "serveReturn", "serve and next ball",
			students(1, 2, 4), minutes(8, 12, 15), after("swap"), basket(48, 2.5), at(0.6, -12.1), racket(-4.5, 9.5), own(0.6, -12, sv, 2, 4, 2.6, aim(-3.2, 5)),
			ball(1.6, -7.6, fh, over(1), gap(7), aim(2.8, 9)), boxWide, total(6, sv, cross), box("Open court", 2.7, 8.6, 2.8, 6), total(6, fh, straight),
			cues("Toss to the right for the wide one", "Land and split", "The second ball is placed early, not hard"), kit("48 balls", "4 flat markers")),
		put("serve-from-service-line", "tennis", "Serve from the service line", "The short serve, then a step back after every three good ones", "serveReturn", "serve",
			pitched("beginner"), students(1, 4, 8), minutes(5, 8, 12), hitters(4), after("collect"), at(1, -6.6), own(1, -6.5, sv, 2.5, 7, 2.3, aim(-2, 4.5)), basket(32, 2), turn(4),
			box("Service box", -2.06, 3.2, 4.1, 6.4), total(8, sv, cross), row(3, sv, cross), cues("Racket on edge like a knife", "Up, then out", "Three good ones, one step back"), kit("8 balls each")),
		put("serve-and-volley", "tennis", "Serve and volley", "Serve, three steps, split, first volley deep", "serveReturn", "serve and first volley",
			pitched("performance"), students(1, 2, 4), minutes(6, 10, 15), after("swap"), basket(48, 2.5), at(0.6, -12.1), racket(-2, 11), own(0.6, -11.6, sv, 1.8, 3.6, 2.7, aim(-2, 5.5), goes(0.4, -8)),
			ball(0.3, -7.2, vo, inAir, height(0.8), over(0.6), gap(9), aim(2, 9.5)), deep, total(10, vo, anywhere), cues("Land inside the court", "Split before the return, wherever you are", "First volley deep, second to finish"), kit("48 balls")),
		put("return-and-come-in", "tennis", "Return and come in", "Take the second serve early and follow it to the net", "serveReturn", "second serve",
			students(1, 2, 4), minutes(6, 10, 15), after("swap"), basket(48, 2.5), at(3, -11.6), from("racket", "feeder", 0.8, 11.2, 2.4), ball(3, -4.6, fh, over(0.7), height(1), gap(3.6), aim(3, 9.8), goes(1.6, -5.4)),
			like(func(f *feed) { f.From.Z = 1 }), ball(1.4, -4.6, vo, inAir, height(1), over(0.8), gap(8), aim(-2.8, 7.5)), box("Down the line, deep", 2.9, 8.9, 2.2, 5.6), total(8, fh, straight),
			cues("Step in as they toss", "Block, do not swing", "Keep going: the net is the plan"), kit("48 balls", "2 flat markers")),
		put("sliced-return", "tennis", "Sliced return", "Float it low and deep off the backhand", "serveReturn", "serve to the backhand",
			students(1, 2, 4), minutes(5, 8, 12), after("swap"), basket(48, 2.5), at(-3, -12.4), from("racket", "feeder", -0.8, 11.2, 2.4), ball(-3.2, -5.2, bh, over(0.5), height(1), gap(6), aim(-2.6, 9.5)), turn(6),
			box("Backhand half, deep", -2.2, 8.9, 3.6, 5.9), total(10, bh, straight), row(4, bh, straight), cues("High to low with a firm wrist", "Shoulder turn is the backswing", "Low over the net, deep"), kit("48 balls")),
		put("four-and-four", "tennis", "Four serves, four returns", "Cross-court to eleven: four serves, then four returns, alleys in or out as called", "pressure", "serve",
			doubles, students(2, 4, 4), minutes(10, 12, 20), hitters(2), after("rotate"), at(1.2, -12.1), person("partner", -4, 12.4), own(1.2, -12, sv, 2, 14, 2.6, aim(-3, 5.2)), turn(4), basket(32, 1.5),
			box("Service box", -2.06, 3.2, 4.1, 6.4), total(11, sv, cross), cues("One breath before each", "Pick the place, then the pace", "First serve counts"), kit("8 balls each")),
	}
}

// netGames are the openings of games for two against two and one against one.
func netGames() []Entry {
	return []Entry{
		put("take-the-net", "tennis", "Take the net", "Two against two, five balls; winners hold or take the net, the others move up", "pressure", "feed to the baseline pair",
			doubles, students(4, 6, 10), minutes(10, 15, 25), hitters(4), after("rotate"), basket(50, 2), at(2, -12.2), lane(-3, -12.2, -3, 9), person("partner", -2, 2.8), person("partner", 2, 2.8), person("waiting", 7.2, -13),
			racket(6.6, 1.5), like(over(1), gap(12)), ball(2, -8, fh, aim(2.6, 9)), turn(5), total(10, any, anywhere), cues("First ball low at the nearer volleyer", "Move up together", "On deck: feet moving"), kit("50 balls"), care("For the young the net pair starts farther back, and the coach feeds.")),
		put("both-come-in", "tennis", "Both must come in", "Whoever steps back loses the rally: forward is the only way", "transition", "short feed",
			doubles, students(4, 4, 8), minutes(8, 12, 15), hitters(4), after("rotate"), basket(40, 2), at(2.4, -8.4), lane(-2.6, -8.4, -2.6, 8), person("partner", 2.4, 8.4), person("partner", -2.4, 8.4),
			racket(6.4, 8.4), like(over(0.9), gap(11)), ball(2.2, -6, fh, aim(2, 8), goes(2.2, -5.6)), ball(2.2, -5, vo, inAir, height(0.9), over(0.7), aim(2, 8)), turn(2), total(8, any, anywhere), cues("In together, split together", "Middle first", "Soft at the feet, then forward"), kit("40 balls")),
		put("serve-volley-bonus", "tennis", "Bonus for the first two", "A point on top for making the serve and the first volley", "pressure", "serve and first volley",
			doubles, students(4, 4, 4), minutes(10, 15, 20), hitters(2), after("rotate"), basket(32, 1.5), at(1.2, -12.1), person("partner", -2.4, -3), rally(-4, 12), own(1.2, -11.6, sv, 2, 3.8, 2.6, aim(-3, 5.2), goes(1, -8)),
			ball(1, -7.6, vo, inAir, height(0.8), over(0.6), gap(12), aim(-3, 9)), total(6, vo, cross), cues("Serve to be able to volley", "Through the service line before the split", "Cross-court, away from the net player"), kit("16 balls")),
		put("three-part-point", "tennis", "Three-part point", "Approach, volley, overhead: two of three win the point, all three sweep it", "pressure", "approach, volley, overhead",
			students(1, 3, 4), minutes(8, 12, 15), after("swap"), basket(60, 3), at(0, -11), racket(0, 9), like(gap(4)), person("waiting", 4.6, -14),
			ball(1, -5.4, fh, over(1.1), aim(2.6, 9.8), gap(4), goes(0.2, -4)), ball(-0.4, -3.6, vo, inAir, height(1.1), over(0.7), aim(-2.6, 8), gap(3.4), goes(0, -4)), ball(0, -5.6, oh, inAir, apex(5.4), height(2.4), aim(2.4, 8), gap(6)),
			deep, total(6, any, anywhere), row(3, any, anywhere), cues("Each part is its own ball", "Forward, sideways, back: feet first", "A miss is gone, play the next"), kit("basket of balls")),
		put("go-on-the-short-ball", "tennis", "Go on the short one", "Rally until one is short; then go, and the rest is played out", "anticipation", "rally, then a short ball",
			students(2, 2, 4), minutes(8, 12, 15), hitters(2), at(0, -12.4), rally(0, 12.2), like(over(1.2), gap(3.2)), ball(0.8, -8.8, any, aim(0, 9.5)), ball(-0.8, -8.8, any, aim(0, 9.5)), ball(1.4, -5, fh, aim(2.6, 9.8), gap(6)),
			circle("Approach", 2.5, 9.6, 1.5), both, total(8, fh, straight), cues("Say short as you see it", "Go through the ball", "No going back once you went"), kit("6 balls", "2 flat markers")),
		put("uneven-race", "tennis", "Uneven race at the net", "One attacks from the net to ten, one defends to five; change the numbers with the level", "pressure", "feed to the net player",
			students(2, 2, 4), minutes(8, 12, 15), hitters(2), after("swap"), basket(30, 1.5), at(0, -3.4), person("partner", 0, 12.2), racket(4.8, 12.2), like(inAir, height(1), over(0.8), gap(9)), ball(0.8, -3.2, vo, aim(-2.6, 8.6)), turn(1),
			box("Away from the defender", -2.6, 8.2, 2.8, 6), both, total(10, vo, anywhere), cues("First volley deep, second away", "Defender: high and through the middle", "Swap at the end of the race"), kit("30 balls")),
	}
}

// techniques are the ladders of one movement, with and without a ball.
func techniques() []Entry {
	return []Entry{
		put("loosen-the-grip", "tennis", "Loosen the grip", "Hand on with five, four, three, two fingers; alternate loose and normal", "technique", "fed forehand",
			students(1, 3, 6), minutes(4, 6, 8), after("backToLine"), basket(40, 2), at(0.6, -11.4), person("waiting", -2.4, -14.6), toss(-1.4, -8), like(apex(1.9), height(0.8), gap(3.4)),
			ball(0.9, -9.6, fh, aim(0, 9)), ball(0.9, -9.6, fh, aim(0, 9)), ball(0.9, -9.6, fh, aim(0, 9)), ball(0.9, -9.6, fh, aim(0, 9), gap(5)), deep, total(12, fh, anywhere), cues("Five, four, three, two fingers", "Loose until the hit", "When it stiffens, one rung back"), kit("40 balls")),
		put("under-and-over", "tennis", "Under and over the pole", "Swing from under a pole to over it: low to high without thinking of it", "spin", "dropped ball",
			students(1, 2, 4), minutes(4, 6, 8), hitters(2), after("swap"), at(0.8, -11.4), thing("obstacle", 1.9, -11.2), own(1.2, -11, fh, 1.8, 5, 0.8, aim(0, 9)), turn(6), basket(24, 1.5), lane(-3.4, -11.4, -3.4, 9),
			deep, total(10, fh, anywhere), cues("Racket under, ball, racket over", "Knees do the lifting", "Slow is fine"), kit("soft pole or rope", "24 balls")),
		put("brush-the-net", "tennis", "Brush up the net", "Ten to fifteen slow brushes with the strings up the net, then a ball", "spin", "brush",
			pitched("beginner"), students(1, 4, 8), minutes(3, 4, 6), hitters(4), at(0, -0.9), step(0.2, -0.7, fh, 2, 3), total(12, fh, anywhere), turn(12), cues("Strings feel every cord", "Up, not through", "Wrist quiet, shoulder free"), kit("racket")),
		put("roll-over-basket", "tennis", "Roll over the basket", "A basket in front of the feet: the finish must roll over it", "spin", "fed forehand",
			students(1, 3, 5), minutes(5, 8, 10), after("backToLine"), basket(40, 2), at(0.6, -11.2), person("waiting", -2.6, -14.6), thing("basket", 0.9, -10.2), toss(-1.6, -8.2), like(apex(1.9), height(0.9), gap(3.6)),
			ball(0.9, -9.4, fh, aim(0, 9.2)), ball(0.9, -9.4, fh, aim(0, 9.2)), ball(0.9, -9.4, fh, aim(0, 9.2), gap(5)), deep, total(10, fh, anywhere), cues("Up and over it", "The racket rolls, the wrist follows", "Chin stays level"), kit("empty basket", "40 balls"), care("Keep the basket an arm’s length from the feet, and take it away before anyone runs.")),
		put("ball-under-armpit", "tennis", "Ball under the armpit", "It falls out when the finish is full", "technique", "fed forehand",
			pitched("beginner"), students(1, 3, 6), minutes(4, 6, 8), after("backToLine"), basket(30, 2), at(0.6, -11), person("waiting", -2.6, -14.4), toss(-1.6, -8.2), like(apex(1.8), height(0.8), gap(5)),
			ball(0.9, -9.4, fh, aim(0, 8.8)), ball(0.9, -9.4, fh, aim(0, 8.8), gap(6)), deep, total(8, fh, anywhere), cues("Squeeze it on the way back", "Let it fall at the finish", "Two in a row before the next rung"), kit("30 balls")),
		put("ball-ladder", "tennis", "From the air to across the net", "Out of the air, bounced, tossed from beside, then across the net", "technique", "ladder of feeds",
			pitched("beginner"), students(1, 3, 5), minutes(6, 8, 12), after("backToLine"), basket(40, 2), at(0.6, -11.2), person("waiting", -2.8, -14.8), own(1, -10.8, fh, 1.6, 4, 0.9, aim(0, 8.6)),
			toss(-1.6, -8.4), like(apex(1.9), height(0.8), gap(4)), ball(0.9, -9.6, fh, aim(0, 8.6)), from("hand", "feeder", 0, 2.2, 1.2), ball(0.8, -8.2, fh, over(1.4), height(0.8), gap(6), aim(0, 9)),
			deep, total(9, fh, anywhere), cues("Same swing on every rung", "Three good ones, one rung on", "When it stiffens, one rung back"), kit("40 balls")),
		put("shadow-minute", "tennis", "Shadow for a minute", "Sixty to ninety seconds of whole strokes without a ball, feet included", "technique", "shadow",
			pitched("beginner"), students(1, 6, 12), minutes(2, 3, 5), hitters(6), at(0, -12), step(1.6, -11.6, fh, 2, 3.2), step(-1.6, -11.6, bh, 2, 3.2), step(0.6, -9, fh, 2.2, 3.6), step(0, -12, bh, 2.4, 3.6), total(20, any, anywhere),
			cues("Split, turn, swing, recover", "Hold the finish for a breath", "Slower than you think"), kit("racket"), care("Two racket lengths between shadows.")),
		put("warm-up-pair", "tennis", "Volleys against moving groundstrokes", "A minute each role: no errors wanted, feet always moving", "warmUp", "easy exchange",
			pitched("beginner"), students(2, 4, 4), minutes(2, 10, 10), hitters(4), after("swap"), at(-1.8, -11.8), lane(1.8, -11.8, 1.8, 3.6), rally(-1.8, 3.6), like(over(0.9), gap(3.6)),
			ball(-1.2, -7.4, fh, aim(-1.8, 3.6)), ball(-2.2, -7.4, bh, aim(-1.8, 3.6)), box("To the partner", -1.8, 3.6, 3, 3), total(12, any, straight), turn(2), cues("Half pace", "Split as the other hits", "Small steps, always"), kit("6 balls")),
	}
}
