package game

import (
	"fmt"
	"slices"
	"sync"

	"hodometer/core/sport"
)

// Preset is a game as a coach would set it out: the rules as data and the rest
// in words. All are common practice [trade].
type Preset struct {
	// Format and FormatVersion mark it as a document of its own; those that ship are
	// kept in their sport's folder.
	Format        string    `json:"format,omitempty"`
	FormatVersion int       `json:"version,omitempty"`
	ID            string    `json:"id"`
	Title         string    `json:"title"`
	Sports        []string  `json:"sports"`
	Courts        []string  `json:"courts,omitempty"` // those it is for; none: every court of its sports
	Sides         [2]string `json:"sides"`            // what each side is or does
	Players       [2]int    `json:"players"`
	Start         string    `json:"start"` // how a rally begins
	How           string    `json:"how"`
	Rules         Rules     `json:"rules"`
	Caution       string    `json:"caution,omitempty"`
	GivesUp       string    `json:"givesUp,omitempty"` // what this choice costs, where coaches disagree
	SortedBy      string    `json:"sortedBy"`          // what it trains, in one word
}

// document is the games of a sport's folder: its own, and which common ones
// are played.
type document struct {
	Games  []Preset `json:"games"`
	Common []string `json:"common"`
}

// Presets are the games that ship: each sport's own, then the common ones, with
// the sports they are played in.
var Presets = sync.OnceValue(func() []Preset {
	var shared document
	sport.ReadCommon("games", &shared)
	var out []Preset
	for _, s := range sport.All() {
		var own document
		s.Read("games", &own)
		for _, g := range own.Games {
			g.Sports = []string{s.ID}
			out = append(out, g)
		}
		for _, id := range own.Common {
			i := slices.IndexFunc(shared.Games, func(g Preset) bool { return g.ID == id })
			shared.Games[i].Sports = append(shared.Games[i].Sports, s.ID)
		}
	}
	return append(out, shared.Games...)
})

// PresetByID finds a game that ships.
func PresetByID(id string) (Preset, error) {
	for _, g := range Presets() {
		if g.ID == id {
			return g, nil
		}
	}
	return Preset{}, fmt.Errorf("no game with the id %q comes with Hodometer", id)
}
