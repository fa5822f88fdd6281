package game

import "hodometer/core/units"

// RaceBasis of a race to a number of points.
var RaceDerivation = units.Derivation{
	ID:     "race",
	Name:   "Race",
	Mark:   units.Rule,
	Source: "closed form",
	Words: "A wins each rally with the same chance. With win by two, the chance of winning from deuce is " +
		"added.",
	Formula: "Σ_{j<b} C(a−1+j, j) p^a (1−p)^j",
}

// HandicapBasis of a fair race.
var HandicapDerivation = units.Derivation{
	ID:     "handicap",
	Name:   "Fair handicap",
	Mark:   units.Rule,
	Source: "closed form, all pairs of targets tried",
	Words: "Of all pairs of targets up to the longest, the pair whose race is nearest to even; of " +
		"equally fair ones the longer, which leaves less to luck.",
	Formula: "least |P(a, b, p) − ½|",
}

// OddsBasis of a game under any rules.
var OddsDerivation = units.Derivation{
	ID:     "game",
	Name:   "Game",
	Mark:   units.Rule,
	Source: "absorbing Markov chain over the game’s own fold",
	Words: "Every score the game can pass through is followed rally by rally with its chance, by the" +
		" same rules that keep the score courtside.",
	Formula: "P(next) = Σ P(now) · P(rally); until all but 10^−9 of the games are over",
}

// LevelsBasis of levels from short games.
var LevelsDerivation = units.Derivation{
	ID:     "levels",
	Name:   "Levels",
	Mark:   units.Paper,
	Source: "Bradley–Terry model; Hunter 2004",
	Words: "Finds the strengths that best explain the results so far. The interval is" +
		" wide while games are few.",
	Formula: "P(i beats j) = γi/(γi + γj); γi ← wins_i ÷ Σ n_ij/(γi + γj)",
}
