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

// ChangeSeconds are what students have to change where stages run by the bell [trade].
const ChangeSeconds = 5.0
