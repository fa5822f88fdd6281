package lesson

import (
	"slices"

	"hodometer/core/drill"
	"hodometer/core/game"
)

// PlaceForDrill is where one more drill goes: after the drills there are, or
// else after the warm-up; before the games, the talk and what follows them.
func (l *Lesson) PlaceForDrill() int {
	afterDrills, afterWarmUp := 0, 0
	for i, b := range l.Blocks {
		if b.Kind == Drill {
			afterDrills = i + 1
		}
		if d, _ := Describe(b.Kind); d.Warms {
			afterWarmUp = i + 1
		}
	}
	if afterDrills > 0 {
		return afterDrills
	}
	return afterWarmUp
}

// ForDrill is a block for that drill, without an id.
func ForDrill(d *drill.Drill) Block {
	own := d.Clone()
	return Block{Kind: Drill, Title: own.Title, Minutes: own.Minutes.Best, Drill: &own}
}

// Without is the lesson's blocks less those of these ids.
func (l *Lesson) Without(ids []string) []Block {
	return slices.DeleteFunc(slices.Clone(l.Blocks), func(b Block) bool { return slices.Contains(ids, b.ID) })
}

// MatchOf is a game of the shelf as a block holds it.
func MatchOf(g game.Preset) Match {
	out := Match{
		Rules: g.Rules,
		Start: g.Start,
		Cue:   g.How,
		Game:  g.ID,
		Side:  g.Players[0],
		Sides: g.Sides[:],
	}
	if g.Players[0] != g.Players[1] {
		out.Side, out.Sizes = 0, g.Players[:]
	}
	return out
}
