package library

import (
	"hodometer/core/court"
	"hodometer/core/drill"
)

// shortBalls are the step in on a short feed, in its stages.
func shortBalls() []Entry {
	full, _ := court.ByID("tennis")
	orange, _ := court.ByID("tennisOrange")
	small := drill.ShortBall(orange)
	small.Level, small.Title = "beginner", "Short ball to the corners, orange court"
	corner := circle("Deep corner", 2.74, 9.9, 1.37)
	return []Entry{
		{"short-ball-corners", drill.ShortBall(full)},
		{"short-ball-corners-orange", small},
		put("short-ball-own-toss", "tennis", "Short ball from one’s own hand", "Learn the step in without having to judge a feed", "shortBall", "own toss",
			pitched("beginner"), students(1, 2, 6), minutes(6, 10, 15), hitters(2), after("collect"), at(1.6, -7.6), lane(-2.6, -7.6, -2.6, 9.9),
			own(2, -6.6, fh, 1.6, 5, 0.8, aim(2.6, 9.5)), circle("Deep corner", 2.3, 9.4, 1.7), both, total(8, fh, straight), total(8, fh, cross), row(3, fh, straight),
			cues("Drop it in front of the hip", "Step through the ball", "Same swing on every ball"), kit("6 balls each", "2 flat markers"), basket(12, 1.5), turn(6)),
		put("short-ball-machine", "tennis", "Short ball off the machine", "The same short ball until the swing no longer slows, then five in a row", "shortBall", "short ball",
			students(1, 1, 3), minutes(10, 15, 25), at(0, -10.5), machine(0, 9), thing("machine", 0, 9), like(over(1.1), height(0.75), gap(5)),
			ball(2.2, -5, fh, aim(-2.7, 9.9)), corner, both, row(5, fh, cross), row(5, fh, straight), basket(60, 3), turn(10),
			cues("Split as the machine lets go", "Contact in front, above the hip", "Finish even when it counts"), kit("feeding machine", "60 balls", "2 flat markers")),
	}
}

// file is a single file at the baseline, fed by racket from the far service line.
func file(parts ...part) []part {
	return append([]part{students(3, 5, 8), minutes(6, 10, 15), after("backToLine"), basket(72, 3), at(0, -12.2), person("waiting", 0, -16),
		racket(0, 6.4), thing("basket", 0.9, 6.9), like(over(1.3), gap(3.6), height(0.8))}, parts...)
}

func deep(d *draft) { box("Past the service line", 0, 9.14, 8.23, 5.485)(d) }

// lines are the fed drills in single file and in two lines.
func lines() []Entry {
	return []Entry{
		put("line-all-deep", "tennis", "Three deep in a line", "Hold the baseline and send every ball past the service line", "depth", "deep feed",
			append(file(ball(2.2, -8.5, fh, aim(-2, 9.5)), ball(-2.2, -8.5, bh, aim(2, 9.5)), ball(2.2, -8.5, fh, aim(-2, 9.5), gap(4.5)), deep, total(12, any, anywhere)),
				cues("Split on every feed", "Height before pace", "Back past the middle after each"), kit("basket of balls", "6 flat markers"))...),
		put("line-deep-short-deep", "tennis", "Deep, short, deep", "In for the short one and out again without losing the line of the shot", "transition", "deep and short feeds",
			append(file(ball(2.2, -8.5, fh, aim(-2, 9.5), gap(3.8)), ball(0.8, -5, fh, aim(2.4, 9.8), gap(4.4)), ball(-2.2, -8.5, bh, aim(2, 9.5), gap(4.5)), deep, total(12, any, anywhere), row(3, any, anywhere)),
				cues("First step forward off the split", "Turn and run back, never backpedal", "Deep ball high over the net"), kit("basket of balls", "6 flat markers"))...),
		put("line-short-deep-short", "tennis", "Short, deep, short", "Twice forward and once back: find the balance before the swing", "transition", "deep and short feeds",
			append(file(ball(1.5, -5, fh, aim(-2.4, 9.8), gap(4.2)), ball(-1.8, -8.5, bh, aim(2, 9.5), gap(4)), ball(-0.8, -5, bh, aim(-2.4, 9.8), gap(4.8)), deep, total(10, any, anywhere)),
				cues("Brake before you swing", "Side on for the deep one", "Shoulders level on the short one"), kit("basket of balls", "6 flat markers"))...),
		put("line-around-backhand", "tennis", "Around the backhand", "Make room for the forehand on a ball to the backhand side", "footwork", "ball to the backhand",
			append(file(ball(-1.4, -8.2, fh, aim(-2.6, 9.8), gap(3.8)), ball(-1.8, -8.2, fh, aim(2.2, 9.8), gap(4.8)), box("Backhand corner", -2.4, 9.2, 3.2, 5), total(10, fh, anywhere)),
				cues("Small steps backward and to the side", "Outside foot behind the ball", "Recover past the middle"), kit("basket of balls", "4 flat markers"))...),
		put("line-wide-crossover", "tennis", "Wide, then cross over", "Reach the wide ball and be back for the next with one crossover step", "footwork", "wide ball",
			append(file(ball(3, -8.5, fh, aim(-2, 9.5), gap(4.2)), ball(-2.4, -8.5, bh, aim(2, 9.5), gap(5)), deep, total(10, any, cross)),
				cues("Push off the outside foot", "First step back crosses over", "Hands lead the turn"), kit("basket of balls", "6 flat markers"))...),
		put("line-approach-lob", "tennis", "Approach, then the lob", "Come in on the short ball and still recover the ball over your head", "transition", "approach and lob",
			append(file(ball(1, -5.2, fh, aim(2.6, 9.8), gap(4.6)), ball(0, -8.6, any, apex(6.5), height(0.7), aim(0, 9.5), gap(6)), deep, total(8, any, anywhere)),
				cues("Approach down the line, follow your ball", "Turn first, then run under it", "Lob back when you are late"), kit("basket of balls", "6 flat markers"))...),
		put("line-workout", "tennis", "Called side work-out", "A number of balls to a side called late: legs first, then the swing", "anticipation", "called feed",
			append(file(students(2, 4, 6), ball(2.4, -8.5, any, gap(3)), ball(1.6, -8.2, any, gap(3)), ball(-2.2, -8.5, any, gap(3)), ball(0.6, -6.2, any, gap(3.2)), ball(-1.6, -8.2, any, gap(3)), ball(2.4, -8.5, any, gap(6)),
				deep, total(15, any, anywhere), basket(72, 3)),
				cues("Read the feeder’s racket", "Breathe out on contact", "Stop when the form goes"), kit("basket of balls", "6 flat markers"), care("Water between rounds; a work-out is never a forfeit for the young."))...),
		put("line-collect", "tennis", "Collect what you hit", "Two balls, then fetch them: the line moves and the floor stays clear", "depth", "deep feed",
			append(file(pitched("beginner"), students(4, 6, 8), after("collect"), person("collector", 6.6, 10.5), ball(1.4, -7.5, fh, aim(-1.5, 9.5), over(1.5), gap(4.4)), ball(-1.4, -7.5, bh, aim(1.5, 9.5), over(1.5), gap(6)), deep, total(8, any, anywhere)),
				cues("Look where it lands", "Round the outside, never through the lane", "Back in line before your turn"), kit("basket of balls", "tube or hopper for each collector"))...),
		put("lines-two-net-partner", "tennis", "Two lines with a partner at the net", "Groundstrokes to a volleyer: twice the hits of one line", "direction", "volleyed ball",
			doubles, students(4, 6, 8), minutes(8, 12, 18), hitters(4), after("rotate"), at(-2.7, -12.2), person("waiting", -2.7, -16), lane(2.7, -12.2, 2.7, 3),
			rally(-2.7, 3), like(over(0.8), gap(3.4)), ball(-2.7, -8, fh, aim(-2.7, 3)), ball(-2.7, -8, bh, aim(-2.7, 3)), box("Within the partner’s reach", -2.7, 3, 2.4, 2.4), total(16, any, straight), turn(8),
			cues("Aim at the racket hand", "Low over the net, no harder than they can volley", "Call your own line"), kit("12 balls", "4 flat markers")),
		put("net-alley-centre-alley", "tennis", "Alley, centre, alley", "Three volleys to three places: angle the face, not the swing", "volley", "fed volley",
			students(2, 4, 6), minutes(5, 8, 12), after("backToLine"), basket(48, 2.5), at(0, -3.2), person("waiting", 3.2, -8.5), racket(0, 10), like(inAir, height(1.1), over(0.6), gap(2.6)),
			ball(0.9, -2.8, vo, aim(3.2, 7)), ball(0, -2.8, vo, aim(0, 9)), ball(-0.9, -2.8, vo, aim(-3.2, 7), gap(4)), box("Alley side", 3.1, 7, 2, 6), both, total(9, vo, anywhere),
			cues("Split as the feeder hits", "Step across with the other foot", "The wrist stays still"), kit("basket of balls", "4 flat markers")),
		put("net-closing-call", "tennis", "Close in on the call", "From the service line to the net when the coach calls, volleying on the way", "volley", "fed volley",
			students(2, 4, 6), minutes(5, 8, 12), after("backToLine"), basket(48, 2.5), at(0, -6.6), person("waiting", 3.4, -11), racket(0, 10), like(inAir, height(1), over(0.6), gap(3)),
			ball(0.6, -5.8, vo, aim(2.4, 9), goes(0, -4.2)), ball(-0.5, -4, vo, aim(-2.4, 9), goes(0, -2.8)), ball(0.3, -2.6, vo, aim(2.8, 6), gap(4.2)), box("Deep half", 0, 8.5, 8.23, 6), total(9, vo, anywhere),
			cues("Forward between the balls, still at the hit", "Racket up while you run", "The last one is finished"), kit("basket of balls")),
		put("net-low-then-high", "tennis", "Low down the line, high across", "Lift the low one safely, hit down on the one that follows", "volley", "low and high volley",
			students(2, 4, 6), minutes(5, 8, 12), after("backToLine"), basket(48, 2.5), at(0, -4), person("waiting", 3.4, -9), racket(0, 10), like(inAir, gap(3)),
			ball(1.2, -3.6, vo, height(0.45), over(0.35), aim(3, 9.5)), ball(-0.4, -3, vo, height(1.5), over(0.9), aim(-2.8, 6.5), gap(4)), box("Line side, deep", 2.9, 8.8, 2.2, 5.6), row(3, vo, straight), total(8, vo, anywhere),
			cues("Bend for the low one, back straight", "Open face low, firm face high", "One and two: no pause between"), kit("basket of balls", "2 flat markers")),
		put("net-rapid-pairs", "tennis", "Rapid volleys in pairs", "Quick hands at an agreed pace, both inside the service lines", "volley", "volley exchange",
			students(2, 4, 8), minutes(3, 6, 10), hitters(4), after("rotate"), at(-2, -3.6), lane(2, -3.6, 2, 3.6), rally(-2, 3.6), like(inAir, height(1), over(0.35), gap(1.5)),
			ball(-2, -3.4, vo, aim(-2, 3.6)), ball(-1.7, -3.4, vo, aim(-2, 3.6)), box("At the partner", -2, 3.6, 2, 2), row(10, vo, straight), turn(2),
			cues("Agree the pace before the first ball", "Racket between you and the ball", "Block, do not swing"), kit("6 balls", "protective eyewear where the rule asks for it")),
		put("net-overhead-touch", "tennis", "Overhead, touch the net, drop back", "The overhead again and again with the way back done right", "volley", "overhead",
			students(2, 3, 5), minutes(5, 8, 10), after("backToLine"), basket(36, 2), at(0, -3), start(0, -1.6), person("waiting", 4.2, -8), racket(0, 9), like(inAir, height(2.4), apex(5.2), gap(5)),
			ball(0.3, -5.5, oh, aim(2.4, 8.5)), ball(-0.3, -5.5, oh, aim(-2.4, 8.5), gap(6)), box("Deep half", 0, 8.5, 8.23, 6), total(6, oh, anywhere),
			cues("Turn and step, sideways on", "Point at the ball", "Touch the net, then drop back side on"), kit("basket of balls")),
		put("net-volley-chase-lob", "tennis", "Volley, then chase the lob", "Volley, turn, run it down after the bounce and put it up again", "transition", "volley and lob",
			students(2, 4, 6), minutes(5, 8, 12), after("backToLine"), basket(36, 2), at(0, -4), person("waiting", -5.4, -8), racket(0, 9), like(gap(3)),
			ball(0.5, -3.4, vo, inAir, height(1.1), over(0.7), aim(2.6, 8), gap(2.4)), ball(1, -8.4, any, apex(7.5), height(0.7), aim(0, 10), gap(7)), deep, total(8, any, anywhere),
			cues("Turn and run, look over the shoulder", "Run past it, then wait", "High and deep buys the time back"), kit("basket of balls")),
	}
}
