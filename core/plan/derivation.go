package plan

import (
	"hodometer/core/progress"
	"hodometer/core/units"
)

// Derivations of a lesson's figures.
var Derivations = []*units.Derivation{
	&minutesDerivation, &ballsDerivation, &pickUpsDerivation, &atOnceDerivation, &betweenDerivation,
	&contactsDerivation, &metresDerivation, &overheadDerivation, &progress.LoadDerivation,
	&gameDerivation, &gamesDerivation, &endsDerivation, &evenDerivation,
}

// total is the derivation of what adds up over the blocks.
func total(id, name, words string, inputs ...units.Parameter) units.Derivation {
	return units.Derivation{
		ID:      id,
		Name:    name,
		Words:   words,
		Formula: "sum over the blocks",
		Source:  "counting",
		Mark:    units.Rule,
		Inputs:  inputs,
	}
}

// gameInputs are what the length of a game is reckoned from.
var gameInputs = []units.Parameter{
	{Name: "To", Unit: units.Count},
	{Name: "Points, on average", Unit: units.Count},
	{Name: "Seconds for a point", Unit: units.Seconds},
}

var (
	minutesDerivation = total("lesson.minutes", "Planned", "The blocks one after the other.",
		units.Parameter{Name: "Slot", Unit: units.Minutes})
	ballsDerivation   = total("lesson.balls", "Balls fed", "The balls fed in all drills.")
	pickUpsDerivation = total(
		"lesson.pickUps",
		"Pick-ups",
		"The times the basket is refilled within a drill.",
	)
	atOnceDerivation = total(
		"lesson.atOnce",
		"Balls needed",
		"The largest number of balls that any one drill needs.",
	)
	contactsDerivation = total("lesson.contacts", "Balls hit",
		"The balls this student hits in all drills, without warm-up and games.")
	metresDerivation = total(
		"lesson.metres",
		"Metres",
		"The distance of one full turn of each drill, there and back, times this student’s turns. "+
			"Warm-up and games are not included.",
	)
	overheadDerivation = total("lesson.overhead", "Serves and overheads",
		"Serves and overheads in all drills. For juniors follow the federation’s or the clinician’s limits.")
	betweenDerivation = units.Derivation{
		ID:     "lesson.between",
		Name:   "Changeover",
		Mark:   units.Trade,
		Source: "common practice",
		Words: "Half a minute to move and explain, a quarter of a minute for each item still to set out, " +
			"and the time for everyone and the coach to pick up the last basket at 20 balls a " +
			"minute each.",
		Formula: "Σ ½ + ¼ × new things + balls out ÷ (20 × (students + 1))",
	}
	gameDerivation = units.Derivation{
		ID:     "lesson.game",
		Name:   "Length of a game",
		Mark:   units.Rule,
		Source: "closed form; an even game is assumed",
		Words: "Points until one side wins, on average, when both win every other point, times the " +
			"seconds a point" +
			" takes.",
		Formula: "Σ n · P(the game ends at point n) × seconds ÷ 60",
		Inputs:  gameInputs,
	}
	gamesDerivation = units.Derivation{
		ID: "lesson.games", Name: "Games that are over", Mark: units.Trade,
		Source:  "simulation with the engine that counts on court",
		Words:   "The games that are over within the block, on all courts, the mean of many plays of it.",
		Formula: "games that were over ÷ plays",
		Inputs: []units.Parameter{
			{
				Name: "Block",
				Unit: units.Minutes,
			},
			{Name: "Length of a game that is over", Unit: units.Minutes},
		},
	}
	endsDerivation = units.Derivation{
		ID:     "lesson.ends",
		Name:   "Chance that a game ends",
		Mark:   units.Trade,
		Source: "simulation with the engine that counts on court",
		Words: "The block is played many times with dice, rally by rally on every court. This is the share of " +
			"the games that are over when their time is up: the round’s, or the block’s.",
		Formula: "games over in their time ÷ games begun",
		Inputs: []units.Parameter{
			{Name: "Block", Unit: units.Minutes}, {Name: "Plays", Unit: units.Count},
		},
	}
	evenDerivation = units.Derivation{
		ID:     "lesson.even",
		Name:   "Chance of a rally",
		Mark:   units.Rule,
		Source: "closed form of the race; what a level is worth in a rally is common practice",
		Words: "The chance to win a rally comes from both players’ levels (one level higher wins 2 in " +
			"3), from all their games against anyone, and from what the rules favour: the " +
			"net, the feed. The levels count as 30 rallies. In doubles a side is the average " +
			"of its players. The game is then played through point by point. Drill results " +
			"are not used.",
		Formula: "log odds of a rally = θA − θB + what the rules favour, " +
			"θ by Bradley–Terry with the levels as prior; " +
			"Σ C(a−1+j, j) p^a (1−p)^j",
		Inputs: []units.Parameter{{Name: "Chance of a rally", Unit: units.Chance}},
	}
)
