package plan

import (
	"hodometer/core/progress"
	"hodometer/core/units"
)

// Derivations of a lesson's figures.
var Derivations = []*units.Derivation{
	&minutesDerivation, &ballsDerivation, &pickUpsDerivation, &atOnceDerivation, &betweenDerivation,
	&contactsDerivation, &metresDerivation, &overheadDerivation, &progress.LoadDerivation,
	&gameDerivation, &gamesDerivation, &evenDerivation,
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
	atOnceDerivation   = total("lesson.atOnce", "Balls to have", "The most that any one drill needs at hand.")
	contactsDerivation = total("lesson.contacts", "Fed contacts",
		"The balls this student hits in all drills; warm-up and games come on top.")
	metresDerivation = total(
		"lesson.metres",
		"Metres",
		"The way through a whole turn of each drill and back, as often as it comes round for this student; warm-up "+
			"and games come on top.",
	)
	overheadDerivation = total("lesson.overhead", "Serves and overheads",
		"Strokes over the head in all drills. For juniors follow the federation's or the clinician's limits.")
	betweenDerivation = units.Derivation{
		ID:     "lesson.between",
		Name:   "Between blocks",
		Mark:   units.Trade,
		Source: "common practice",
		Words: "Half a minute to move and be told what is next; a quarter of a minute for each thing that is not" +
			" out yet; and the balls of the last basket picked up by everybody and the coach, twenty a " +
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
		ID: "lesson.games", Name: "Games that fit", Mark: units.Rule, Source: "counting",
		Words: "Whole games of average length within the block.", Formula: "⌊block ÷ length of a game⌋",
		Inputs: append(gameInputs, units.Parameter{Name: "Block", Unit: units.Minutes}),
	}
	evenDerivation = units.Derivation{
		ID:     "lesson.even",
		Name:   "Chance of a rally",
		Mark:   units.Rule,
		Source: "closed form of the race; what a level is worth in a rally is common practice",
		Words: "Who wins a rally goes by the levels of the two, a level above winning two in three, by all the games " +
			"they have played, with each other and with others, the levels counting as thirty rallies, and by " +
			"what the rules favour: the net, the feed. In doubles a side is the mean of its players. The game is " +
			"then followed point by point. Targets hit in drills say nothing about it.",
		Formula: "log odds of a rally = θA − θB + what the rules favour, " +
			"θ by Bradley–Terry with the levels as prior; " +
			"Σ C(a−1+j, j) p^a (1−p)^j",
		Inputs: []units.Parameter{{Name: "Chance of a rally", Unit: units.Chance}},
	}
)
