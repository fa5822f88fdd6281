package formation

import (
	"hodometer/core/lesson"
	"hodometer/core/rotation"
)

// Layout is who holds which place turn by turn, for the tests.
type Layout struct {
	Places []rotation.Place
	Turns  [][][]int
	Each   float64
	Beats  func(who int) []Beat
}

func exported(y layout) Layout { return Layout{y.places, y.turns, y.each, y.beats} }

// PostsFor lays out a drill, GamesFor a game.
func PostsFor(b *lesson.Block, n int) Layout { return exported(posts(b, n)) }

// GamesFor lays out a game on so many courts.
func GamesFor(b *lesson.Block, n, courts int, minutes float64) (Layout, bool) {
	y, ok := games(b, n, courts, minutes)
	return exported(y), ok
}
