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

// Shortened is what is left of a script of one-minute roles in so many minutes: where its second
// half is the first with the partners swapped, whole roles of both halves, so that each partner
// has had each; and else its first minutes.
func Shortened(script []Minute, minutes int) []Minute {
	if minutes >= len(script) {
		return script
	}
	minutes = max(0, minutes)
	for alone := range script { // minutes of one's own come before the roles
		roles := script[alone:]
		half := len(roles) / 2
		if len(roles)%2 > 0 || !swapped(roles[:half], roles[half:]) {
			continue
		}
		most := min(half, minutes/2)
		if left := minutes - 2*most; left <= alone { // an odd minute is one of those, if there are any
			return slices.Concat(script[:left], roles[:most], roles[half:half+most])
		}
		return slices.Concat(roles[:most+1], roles[half:half+most])
	}
	return script[:minutes]
}

// swapped reports whether b has the roles of a with the partners changed.
func swapped(a, b []Minute) bool {
	return slices.EqualFunc(a, b, func(a, b Minute) bool {
		return a.Title == b.Title && slices.EqualFunc(a.Roles, b.Roles, func(r, o Role) bool {
			return r.Does == o.Does && r.Partner == 1-o.Partner
		})
	})
}
