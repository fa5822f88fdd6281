package plan

import "hodometer/core/game"

// What the tests look at from outside.
var (
	Clock   = clock
	Percent = percent
	Even    = even
)

// RallyChance is what is believed of a rally between two.
func RallyChance(rules game.Rules, students []Student) float64 {
	p, _, _ := rallyChance(rules, students)
	return p
}

// Figures the tests hold answers to.
const (
	TooTight    = tooTight
	WorthMoving = worthMoving
)
