package drill

import (
	"math"

	"hodometer/core/goal"
	"hodometer/core/units"
)

// Derivations of a drill's figures.
var Derivations = []*units.Derivation{
	&turnDerivation,
	&rhythmDerivation,
	&metresDerivation,
	&restDerivation,
	&toHaveDerivation,
	&overDerivation,
	&ballsDerivation,
	&pickUpsDerivation,
	&contactsDerivation,
	&runDerivation,
	&totalDerivation,
	&inARowDerivation,
	&timedDerivation,
	&rallyDerivation,
	&raceDerivation,
	&repetitionsDerivation,
	&courseDerivation,
	&finishDerivation,
}

// How each figure was reckoned, in one place.
var (
	turnDerivation = units.Derivation{
		ID:      "drill.turn",
		Name:    "A turn",
		Mark:    units.Rule,
		Source:  "counting",
		Words:   "From the first release to the last stroke of a turn.",
		Formula: "last contact − first release",
		Inputs: []units.Parameter{
			{Name: "Balls of a turn", Unit: units.Balls},
		},
	}
	rhythmDerivation = units.Derivation{
		ID:      "drill.rhythm",
		Name:    "Strokes a minute",
		Mark:    units.Rule,
		Source:  "counting",
		Words:   "The steady rhythm while balls keep coming.",
		Formula: "60 ÷ seconds between feeds",
		Inputs: []units.Parameter{
			{Name: "Between feeds", Unit: units.Seconds},
		},
	}
	metresDerivation = units.Derivation{
		ID:     "drill.metres",
		Name:   "Metres",
		Mark:   units.Rule,
		Source: "counting",
		Words: "The way the student drawn runs in a turn, back to where they recover to, as often as a " +
			"turn comes round in the time.",
		Formula: "own balls ÷ balls of a turn × metres of a turn",
		Inputs: []units.Parameter{
			{Name: "Own balls", Unit: units.Balls},
			{Name: "Balls of a turn", Unit: units.Balls},
			{Name: "Metres of a turn", Unit: units.Metres},
		},
	}
	runDerivation = units.Derivation{
		ID:      "drill.run",
		Name:    "Metres of a turn",
		Mark:    units.Rule,
		Source:  "package footwork",
		Words:   "The way from ball to ball through one whole turn, and back to where the student recovers to.",
		Formula: "sum of the distances run",
		Inputs:  []units.Parameter{{Name: "Balls of a turn", Unit: units.Balls}},
	}
	restDerivation = units.Derivation{
		ID:     "drill.rest",
		Name:   "Work and rest",
		Mark:   units.Rule,
		Source: "counting",
		Words: "Seconds of waiting for each second of play: the others’ turns, and the change at the end" +
			" of one’s own.",
		Formula: "(students for each who hits × turn − working) ÷ working",
		Inputs: []units.Parameter{
			{Name: "Working in a turn", Unit: units.Seconds},
			{Name: "A turn with the change", Unit: units.Seconds},
			{Name: "Students for each who hits", Unit: units.Count},
		},
	}
	toHaveDerivation = units.Derivation{
		ID:     "drill.toHave",
		Name:   "Balls to have",
		Mark:   units.Trade,
		Source: "common practice",
		Words: "Every ball that is fed, or a basketful that is picked up again. A rally, or a wall, " +
			"takes one ball in play and one in hand for each pair.",
		Formula: "min(balls fed, basket)",
		Inputs: []units.Parameter{
			{Name: "Balls fed", Unit: units.Balls},
			{Name: "Basket", Unit: units.Balls},
		},
	}
	overDerivation = units.Derivation{
		ID:     "drill.over",
		Name:   "Over the net",
		Mark:   units.Paper,
		Source: "package flight",
		Words: "Each ball is flown with drag and spin; this is the lowest of them where it crosses the " +
			"net, measured from its top edge.",
		Formula: "least of (height of the ball − height of the net) at the net",
		Inputs: []units.Parameter{
			{Name: "Balls", Unit: units.Balls},
		},
	}
	ballsDerivation = units.Derivation{
		ID:     "drill.balls",
		Name:   "Balls fed",
		Mark:   units.Rule,
		Source: "counting",
		Words: "A ball every few seconds until the basket is empty, then a pick-up, until the block " +
			"ends. Balls of a rally are not fed.",
		Formula: "full rounds × basket + what is left of the last round ÷ seconds per ball",
		Inputs: []units.Parameter{
			{Name: "Block", Unit: units.Minutes},
			{Name: "Between feeds", Unit: units.Seconds},
			{Name: "Basket", Unit: units.Balls},
			{Name: "Picking up", Unit: units.Minutes},
		},
	}
	pickUpsDerivation = units.Derivation{
		ID:      "drill.pickUps",
		Name:    "Pick-ups",
		Mark:    units.Rule,
		Source:  "counting",
		Words:   "The basket is refilled each time it is empty and more balls are to come.",
		Formula: "⌊(balls − 1) ÷ basket⌋",
		Inputs: []units.Parameter{
			{Name: "Balls fed", Unit: units.Balls},
			{Name: "Basket", Unit: units.Balls},
		},
	}
	contactsDerivation = units.Derivation{
		ID:     "drill.contacts",
		Name:   "Contacts",
		Mark:   units.Rule,
		Source: "counting",
		Words: "The students take turns. A ball that is fed goes to one of them, so those who hit at once share " +
			"it; in a rally each plays every ball, less what a miss costs in time. Where a block ends in the " +
			"middle of a round, who came first has a turn more.",
		Formula: "balls of all who feed ÷ students; in a rally balls × who hit at once ÷ students " +
			"÷ (1 + misses × 6 s ÷ seconds between)",
		Inputs: []units.Parameter{
			{Name: "Balls in the time", Unit: units.Balls},
			{Name: "Balls for each of one’s own", Unit: units.Count},
		},
	}
	totalDerivation = units.Derivation{
		ID:     "goal.total",
		Name:   "Goal in all",
		Mark:   units.Rule,
		Source: "negative binomial law, closed form",
		Words: "Each ball is good with the student's own success rate. This is the time by which the " +
			"goal is met with the certainty shown; pick-ups and the other students' turns are " +
			"counted.",
		Formula: "least n with I_p(N, n − N + 1) ≥ certainty",
		Inputs: []units.Parameter{
			{Name: "Good balls wanted", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Between feeds", Unit: units.Seconds},
			{Name: "Balls for each of one’s own", Unit: units.Count},
		},
	}
	inARowDerivation = units.Derivation{
		ID:     "goal.inARow",
		Name:   "Goal in a row",
		Mark:   units.Rule,
		Source: "exact recurrence; Feller, vol. 1",
		Words: "Each ball is good with the student's own success rate and a miss starts the count again." +
			" This is the time by which the goal is met with the certainty shown; pick-ups and the " +
			"other students' turns are counted.",
		Formula: "S(n) = S(n−1) − (1−p)·p^k·S(n−k−1); least n with 1 − S(n) ≥ certainty",
		Inputs: []units.Parameter{
			{Name: "Good balls wanted", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Between feeds", Unit: units.Seconds},
			{Name: "Students for each who hits", Unit: units.Count},
		},
	}
	timedDerivation = units.Derivation{
		ID:     "goal.timed",
		Name:   "Goal in a time",
		Mark:   units.Rule,
		Source: "binomial law, tries geometric",
		Words: "The time holds so many balls; a try is good enough with the chance that enough of them are good, " +
			"and is made again whole until one is. As many as there are takes its time and no more.",
		Formula: "n = seconds ÷ seconds between; q = P(good of n ≥ N); tries until one holds: 1 − (1 − q)^j",
		Inputs: []units.Parameter{
			{Name: "Good balls wanted", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Between feeds", Unit: units.Seconds},
			{Name: "Balls for each of one’s own", Unit: units.Count},
		},
	}
	rallyDerivation = units.Derivation{
		ID:     "goal.rally",
		Name:   "A rally",
		Mark:   units.Rule,
		Source: "exact recurrence; Feller, vol. 1",
		Words: "Those who play it hit in turn, each ball with the rate of who hits it; a miss begins it again. The " +
			"mean over what may be true of them.",
		Formula: "streak of N with the rates in turn, followed ball by ball",
		Inputs: []units.Parameter{
			{Name: "Good balls wanted", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Between feeds", Unit: units.Seconds},
			{Name: "Balls for each of one’s own", Unit: units.Count},
		},
	}
	raceDerivation = units.Derivation{
		ID:      "goal.race",
		Name:    "A race",
		Mark:    units.Rule,
		Source:  "negative binomial law, closed form",
		Words:   "Each counts their own good balls, in turn; it is over when the first is there.",
		Formula: "1 − Π over players of (1 − I_p(N, n − N + 1))",
		Inputs: []units.Parameter{
			{Name: "Good balls wanted", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Between feeds", Unit: units.Seconds},
			{Name: "Balls for each of one’s own", Unit: units.Count},
		},
	}
	repetitionsDerivation = units.Derivation{
		ID:     "goal.repetitions",
		Name:   "Repetitions",
		Mark:   units.Rule,
		Source: "counting",
		Words: "Every repetition counts, however it went: nothing is a matter of chance, only of time. The other " +
			"students' turns are counted.",
		Formula: "repetitions × seconds between",
		Inputs: []units.Parameter{
			{Name: "Repetitions", Unit: units.Count},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Count},
			{Name: "Between feeds", Unit: units.Seconds},
			{Name: "Balls for each of one’s own", Unit: units.Count},
		},
	}
	courseDerivation = units.Derivation{
		ID:     "drill.course",
		Name:   "All goals",
		Mark:   units.Rule,
		Source: "absorbing Markov chain, exact",
		Words: "All goals one after the other, ball by ball, at the student's own success rate for each " +
			"stroke; a ball of another stroke leaves a count as it is. Pick-ups and the other " +
			"students' turns are counted.",
		Formula: "chain over the counts reached: good → next count, miss → same (in all) or start (in a " +
			"row)",
		Inputs: []units.Parameter{
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Between feeds", Unit: units.Seconds},
			{Name: "Students for each who hits", Unit: units.Count},
		},
	}
	finishDerivation = units.Derivation{
		ID:     "drill.finish",
		Name:   "Chance to finish",
		Mark:   units.Rule,
		Source: "absorbing Markov chain, exact",
		Words: "The chance that every goal is met with the balls this student gets in the block: the mean over " +
			"all that may be true of the student for what was counted, not the chance of a student in the " +
			"middle. Eight times in ten the true chance lies in the range.",
		Formula: "Σ over k of belief(k) × chance of the chain being at its end after the own balls",
		Inputs: []units.Parameter{
			{Name: "Block", Unit: units.Minutes},
			{Name: "Balls for each of one’s own", Unit: units.Count},
			{Name: "Own balls", Unit: units.Balls},
		},
	}
)

func ballsFigure(t goal.Tempo, minutes, balls float64) units.Figure {
	return ballsDerivation.Of(
		balls,
		units.Balls,
		minutes,
		t.SecondsPerBall,
		float64(t.Basket),
		t.PickUpMinutes,
	)
}

func pickUpsFigure(t goal.Tempo, balls float64) units.Figure {
	return pickUpsDerivation.Of(t.PickUps(balls), units.Count, balls, float64(t.Basket))
}

func contactsFigure(own, balls, share float64) units.Figure {
	return contactsDerivation.Of(math.Floor(own+1e-9), units.Balls, balls, share)
}

// derivations of goals, by their kind.
var goalDerivations = map[goal.Kind]*units.Derivation{
	goal.Total:       &totalDerivation,
	goal.InARow:      &inARowDerivation,
	goal.Timed:       &timedDerivation,
	goal.Rally:       &rallyDerivation,
	goal.Race:        &raceDerivation,
	goal.Repetitions: &repetitionsDerivation,
	goal.Clock:       &repetitionsDerivation,
}

func stepFigure(
	g goal.Goal,
	p, certainty, balls float64,
	t goal.Tempo,
	students float64,
	minutesFor func(float64) float64,
) units.Figure {
	return goalDerivations[g.Kind].Of(min(goal.Beyond, minutesFor(balls)), units.Minutes,
		float64(g.Count), p, certainty, balls, t.SecondsPerBall, students)
}

func courseFigure(
	balls, certainty float64,
	t goal.Tempo,
	share float64,
	minutesFor func(float64) float64,
) units.Figure {
	return courseDerivation.Of(min(goal.Beyond, minutesFor(balls)), units.Minutes,
		certainty, balls, t.SecondsPerBall, share)
}

func finishFigure(c course, steps []StageOutlook, own, minutes, share float64) units.Figure {
	out := finishDerivation.Of(c.mean.Chance(int(own)), units.Chance, minutes, share, math.Floor(own))
	out.Low, out.High = &c.low, &c.high
	for _, s := range steps {
		if s.Rate != nil {
			out.More = append(out.More,
				units.Input{Name: s.Label + ", " + s.GoalLabel, Value: s.Rate.Mean, Unit: units.Chance})
		}
	}
	return out
}
