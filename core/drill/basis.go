package drill

import (
	"math"

	"hodometer/core/goal"
	"hodometer/core/units"
)

// How each figure was reckoned, in one place.
var (
	turnBasis = units.Basis{
		Name:    "A turn",
		Mark:    units.Rule,
		Source:  "counting",
		Words:   "From the first release to the last stroke of the pattern; strokes a minute are its balls over that time.",
		Formula: "last contact − first release; 60 × balls ÷ seconds",
	}
	metresBasis = units.Basis{
		Name:    "Metres",
		Mark:    units.Rule,
		Source:  "counting",
		Words:   "The way the student drawn runs in the pattern, as often as the pattern comes round in the time.",
		Formula: "own balls ÷ balls in the pattern × metres in the pattern",
	}
	restBasis = units.Basis{
		Name:    "Work and rest",
		Mark:    units.Rule,
		Source:  "counting",
		Words:   "Seconds of waiting for each second of play: the others’ turns, and the change at the end of one’s own.",
		Formula: "(students for each who hits × turn − working) ÷ working",
	}
	toHaveBasis = units.Basis{
		Name:    "Balls to have",
		Mark:    units.Trade,
		Source:  "common practice",
		Words:   "Every ball that is fed, or a basketful that is picked up again. A rally, or a wall, takes one ball in play and one in hand for each pair.",
		Formula: "min(balls fed, basket)",
	}
	overBasis = units.Basis{
		Name:    "Over the net",
		Mark:    units.Paper,
		Source:  "package flight",
		Words:   "Each ball is flown with drag and spin; this is the lowest of them where it crosses the net, measured from its top edge.",
		Formula: "least of (height of the ball − height of the net) at the net",
	}
	ballsBasis = units.Basis{
		Name:    "Balls fed",
		Mark:    units.Rule,
		Source:  "counting",
		Words:   "A ball every few seconds until the basket is empty, then a pick-up, until the block ends. Balls of a rally are not fed.",
		Formula: "full rounds × basket + what is left of the last round ÷ seconds per ball",
	}
	pickUpsBasis = units.Basis{Name: "Pick-ups", Mark: units.Rule, Source: "counting",
		Words:   "The basket is refilled each time it is empty and more balls are to come.",
		Formula: "⌊(balls − 1) ÷ basket⌋"}
	contactsBasis = units.Basis{
		Name:    "Contacts",
		Mark:    units.Rule,
		Source:  "counting",
		Words:   "The students take turns, so each hits an equal share of the balls; where two hit at once each gets twice as many.",
		Formula: "balls × who hit at once ÷ students",
	}
	totalBasis = units.Basis{
		Name:    "Goal in all",
		Mark:    units.Rule,
		Source:  "negative binomial law, closed form",
		Words:   "Each ball is good with the student's own success rate. This is the time by which the goal is met with the certainty shown; pick-ups and the other students' turns are counted.",
		Formula: "least n with I_p(N, n − N + 1) ≥ certainty",
	}
	inARowBasis = units.Basis{
		Name:    "Goal in a row",
		Mark:    units.Rule,
		Source:  "exact recurrence; Feller, vol. 1",
		Words:   "Each ball is good with the student's own success rate and a miss starts the count again. This is the time by which the goal is met with the certainty shown; pick-ups and the other students' turns are counted.",
		Formula: "S(n) = S(n−1) − (1−p)·p^k·S(n−k−1); least n with 1 − S(n) ≥ certainty",
	}
	courseBasis = units.Basis{
		Name:    "All goals",
		Mark:    units.Rule,
		Source:  "absorbing Markov chain, exact",
		Words:   "All goals one after the other, ball by ball, at the student's own success rate for each stroke; a ball of another stroke leaves a count as it is. Pick-ups and the other students' turns are counted.",
		Formula: "chain over the counts reached: good → next count, miss → same (in all) or start (in a row)",
	}
	finishBasis = units.Basis{
		Name:    "Chance to finish",
		Mark:    units.Rule,
		Source:  "absorbing Markov chain, exact",
		Words:   "The chance that every goal is met with the balls this student gets in the block. The range is what it would be at the low and the high end of the success rates (80% intervals).",
		Formula: "chance of the chain being at its end after balls × who hit at once ÷ students",
	}
)

func ballsFigure(t goal.Tempo, minutes float64, balls int) units.Figure {
	return units.Figure{Value: float64(balls), Unit: units.Balls, Basis: ballsBasis, Inputs: []units.Input{
		{Name: "Block", Value: minutes, Unit: units.Minutes},
		{Name: "Between feeds", Value: t.SecondsPerBall, Unit: units.Seconds},
		{Name: "Basket", Value: float64(t.Basket), Unit: units.Balls},
		{Name: "Picking up", Value: t.PickUpMinutes, Unit: units.Minutes}}}
}

func pickUpsFigure(t goal.Tempo, balls int) units.Figure {
	return units.Figure{
		Value: t.PickUps(float64(balls)),
		Unit:  units.Count,
		Basis: pickUpsBasis,
		Inputs: []units.Input{
			{Name: "Balls fed", Value: float64(balls), Unit: units.Balls},
			{Name: "Basket", Value: float64(t.Basket), Unit: units.Balls}},
	}
}

func contactsFigure(balls int, share float64) units.Figure {
	return units.Figure{
		Value: math.Floor(float64(balls)/share + 1e-9),
		Unit:  units.Balls,
		Basis: contactsBasis,
		Inputs: []units.Input{
			{Name: "Balls fed", Value: float64(balls), Unit: units.Balls},
			{Name: "Students for each who hits", Value: share, Unit: units.Count}},
	}
}

func stepFigure(
	g goal.Goal,
	p, certainty, balls float64,
	t goal.Tempo,
	students float64,
	minutesFor func(float64) float64,
) units.Figure {
	basis := totalBasis
	if g.Kind == goal.InARow {
		basis = inARowBasis
	}
	return units.Figure{
		Value: min(goal.Beyond, minutesFor(balls)),
		Unit:  units.Minutes,
		Basis: basis,
		Inputs: []units.Input{
			{Name: "Good balls wanted", Value: float64(g.Count), Unit: units.Balls},
			{Name: "Success rate", Value: p, Unit: units.Chance},
			{Name: "Certainty", Value: certainty, Unit: units.Chance},
			{Name: "Balls needed", Value: balls, Unit: units.Balls},
			{Name: "Between feeds", Value: t.SecondsPerBall, Unit: units.Seconds},
			{Name: "Students for each who hits", Value: students, Unit: units.Count}},
	}
}

func courseFigure(
	balls int,
	certainty float64,
	t goal.Tempo,
	students float64,
	minutesFor func(float64) float64,
) units.Figure {
	return units.Figure{
		Value: minutesFor(float64(balls)),
		Unit:  units.Minutes,
		Basis: courseBasis,
		Inputs: []units.Input{
			{Name: "Certainty", Value: certainty, Unit: units.Chance},
			{Name: "Balls needed", Value: float64(balls), Unit: units.Balls},
			{Name: "Between feeds", Value: t.SecondsPerBall, Unit: units.Seconds},
			{Name: "Students for each who hits", Value: students, Unit: units.Count}},
	}
}

func finishFigure(
	chance, low, high float64,
	steps []StepPlan,
	share int,
	minutes float64,
	students float64,
) units.Figure {
	inputs := []units.Input{
		{Name: "Block", Value: minutes, Unit: units.Minutes},
		{Name: "Students for each who hits", Value: students, Unit: units.Count},
		{Name: "Own balls", Value: float64(share), Unit: units.Balls}}
	for _, s := range steps {
		inputs = append(
			inputs,
			units.Input{Name: s.Label + ", " + s.Goal.String(), Value: s.Rate.Mean, Unit: units.Chance},
		)
	}
	return units.Figure{
		Value:  chance,
		Unit:   units.Chance,
		Low:    &low,
		High:   &high,
		Basis:  finishBasis,
		Inputs: inputs,
	}
}
