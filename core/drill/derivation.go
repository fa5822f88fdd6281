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
	&bellDerivation,
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
			{Name: "Time between feeds", Unit: units.Seconds},
		},
	}
	metresDerivation = units.Derivation{
		ID:     "drill.metres",
		Name:   "Distance run",
		Mark:   units.Rule,
		Source: "counting",
		Words: "The distance the student runs in a turn, including recovery, times the number of turns " +
			"in the block.",
		Formula: "own balls ÷ balls of a turn × distance of a turn",
		Inputs: []units.Parameter{
			{Name: "Own balls", Unit: units.Balls},
			{Name: "Balls of a turn", Unit: units.Balls},
			{Name: "Distance run in a turn", Unit: units.Metres},
		},
	}
	runDerivation = units.Derivation{
		ID:      "drill.run",
		Name:    "Distance run in a turn",
		Mark:    units.Rule,
		Source:  "package footwork",
		Words:   "The distance from ball to ball through one whole turn, and back to the recovery position.",
		Formula: "sum of the distances run",
		Inputs:  []units.Parameter{{Name: "Balls of a turn", Unit: units.Balls}},
	}
	restDerivation = units.Derivation{
		ID:     "drill.rest",
		Name:   "Work and rest",
		Mark:   units.Rule,
		Source: "counting",
		Words: "Seconds of rest for each second of work: the other students’ turns and the change after " +
			"the student’s own.",
		Formula: "(students per hitter × turn − working) ÷ working",
		Inputs: []units.Parameter{
			{Name: "Working in a turn", Unit: units.Seconds},
			{Name: "A turn with the change", Unit: units.Seconds},
			{Name: "Students per hitter", Unit: units.Count},
		},
	}
	toHaveDerivation = units.Derivation{
		ID:     "drill.toHave",
		Name:   "Balls needed",
		Mark:   units.Trade,
		Source: "common practice",
		Words: "Every ball that is fed, or one basket that is picked up and used again. A rally, or a wall, " +
			"takes one ball in play and one in hand for each pair.",
		Formula: "min(balls fed, basket)",
		Inputs: []units.Parameter{
			{Name: "Balls fed", Unit: units.Balls},
			{Name: "Basket", Unit: units.Balls},
		},
	}
	overDerivation = units.Derivation{
		ID:     "drill.over",
		Name:   "Height over the net",
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
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Basket", Unit: units.Balls},
			{Name: "Pick-up time", Unit: units.Minutes},
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
		Name:   "Balls hit",
		Mark:   units.Rule,
		Source: "counting",
		Words: "The students take turns. A ball that is fed goes to one of them, so those who hit at once share " +
			"it; in a rally each plays every ball, less what a miss costs in time. Where a block ends in the " +
			"middle of a round, who came first has a turn more.",
		Formula: "balls of all who feed ÷ students; in a rally balls × who hit at once ÷ students " +
			"÷ (1 + misses × 6 s ÷ seconds between)",
		Inputs: []units.Parameter{
			{Name: "Balls in the block", Unit: units.Balls},
			{Name: "Group balls per own ball", Unit: units.Count},
		},
	}
	totalDerivation = units.Derivation{
		ID:     "goal.total",
		Name:   "Total goal",
		Mark:   units.Rule,
		Source: "negative binomial law, closed form",
		Words: "Each ball is good with the student’s own success rate. This is the time by which the " +
			"goal is met with the certainty shown; pick-ups and the other students’ turns are " +
			"counted.",
		Formula: "least n with I_p(N, n − N + 1) ≥ certainty",
		Inputs: []units.Parameter{
			{Name: "Goal (good balls)", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Group balls per own ball", Unit: units.Count},
		},
	}
	inARowDerivation = units.Derivation{
		ID:     "goal.inARow",
		Name:   "Goal in a row",
		Mark:   units.Rule,
		Source: "exact recurrence; Feller, vol. 1",
		Words: "Each ball is good with the student’s own success rate and a miss starts the count again." +
			" This is the time by which the goal is met with the certainty shown; pick-ups and the " +
			"other students’ turns are counted.",
		Formula: "S(n) = S(n−1) − (1−p)·p^k·S(n−k−1); least n with 1 − S(n) ≥ certainty",
		Inputs: []units.Parameter{
			{Name: "Goal (good balls)", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Students per hitter", Unit: units.Count},
		},
	}
	timedDerivation = units.Derivation{
		ID:     "goal.timed",
		Name:   "Goal in a time",
		Mark:   units.Rule,
		Source: "binomial law, tries geometric",
		Words: "The number of balls follows from the time. A try succeeds if enough of them are good, " +
			"and is repeated until one succeeds. “As many as possible” takes one try.",
		Formula: "n = seconds ÷ seconds between; q = P(good of n ≥ N); tries until one holds: 1 − (1 − q)^j",
		Inputs: []units.Parameter{
			{Name: "Goal (good balls)", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Group balls per own ball", Unit: units.Count},
		},
	}
	rallyDerivation = units.Derivation{
		ID:     "goal.rally",
		Name:   "A rally",
		Mark:   units.Rule,
		Source: "exact recurrence; Feller, vol. 1",
		Words: "The players hit in turn, each with their own success rate; a miss starts the rally " +
			"again. Averaged over the uncertainty in their rates.",
		Formula: "streak of N with the rates in turn, followed ball by ball",
		Inputs: []units.Parameter{
			{Name: "Goal (good balls)", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Group balls per own ball", Unit: units.Count},
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
			{Name: "Goal (good balls)", Unit: units.Balls},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Group balls per own ball", Unit: units.Count},
		},
	}
	repetitionsDerivation = units.Derivation{
		ID:     "goal.repetitions",
		Name:   "Repetitions",
		Mark:   units.Rule,
		Source: "counting",
		Words: "Every repetition counts, whatever the result, so only time matters. The other " +
			"students’ turns are counted.",
		Formula: "repetitions × seconds between",
		Inputs: []units.Parameter{
			{Name: "Repetitions", Unit: units.Count},
			{Name: "Success rate", Unit: units.Chance},
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Count},
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Group balls per own ball", Unit: units.Count},
		},
	}
	courseDerivation = units.Derivation{
		ID:     "drill.course",
		Name:   "All goals",
		Mark:   units.Rule,
		Source: "absorbing Markov chain, exact",
		Words: "All goals one after the other, ball by ball, at the student’s own success rate for each " +
			"stroke; a ball of another stroke leaves a count as it is. Pick-ups and the other " +
			"students’ turns are counted.",
		Formula: "chain over the counts reached: good → next count, miss → same (in all) or start (in a " +
			"row)",
		Inputs: []units.Parameter{
			{Name: "Certainty", Unit: units.Chance},
			{Name: "Balls needed", Unit: units.Balls},
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Students per hitter", Unit: units.Count},
		},
	}
	bellDerivation = units.Derivation{
		ID:   "drill.bell",
		Name: "Stages by the bell",
		Mark: units.Rule,
		Words: "The stages follow each other by the bell, and the students follow each other, with a few " +
			"seconds to change.",
		Formula: "turns × seconds of the stages + (turns − 1) × seconds to change",
		Inputs: []units.Parameter{
			{Name: "Turns", Unit: units.Count},
			{Name: "The stages", Unit: units.Seconds},
			{Name: "To change", Unit: units.Seconds},
		},
	}
	finishDerivation = units.Derivation{
		ID:     "drill.finish",
		Name:   "Chance to finish",
		Mark:   units.Rule,
		Source: "absorbing Markov chain, exact",
		Words: "The chance that this student meets every goal with the balls they get in the block, " +
			"averaged over the uncertainty in their success rate.",
		Formula: "Σ over k of belief(k) × chance of the chain being at its end after the own balls",
		Inputs: []units.Parameter{
			{Name: "Block", Unit: units.Minutes},
			{Name: "Group balls per own ball", Unit: units.Count},
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

// ChangeSeconds are what students have to change where stages run by the bell [trade].
const ChangeSeconds = 5.0

// bellFigure is how long so many turns take, in which stages of so many seconds follow
// each other by the bell.
func bellFigure(turns, seconds float64) units.Figure {
	return bellDerivation.Of((turns*seconds+(turns-1)*ChangeSeconds)/60, units.Minutes,
		turns, seconds, ChangeSeconds)
}

// bell is how long the i-th stage runs by itself, in seconds; of the stages side by side
// the one that has a bell says so.
func (d *Drill) bell(i int) (seconds float64) {
	from, to := d.GroupOf(i)
	for j := from; j < to; j++ {
		if g := d.Stages[j].Goal; g.Kind.Timed() {
			seconds = max(seconds, float64(g.Seconds))
		}
	}
	return seconds
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
