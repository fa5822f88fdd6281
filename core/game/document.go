package game

import (
	"fmt"
	"slices"

	"hodometer/core/court"
	"hodometer/core/sport"
	"hodometer/core/units"
)

// Format and FormatVersion mark a game document.
const (
	Format        = "hodometer.game"
	FormatVersion = 1
)

// Validate lists what is wrong with a game as a document: its rules, and the words
// around them.
func (g Preset) Validate() (p units.Problems) {
	if g.Format != Format || g.FormatVersion != FormatVersion {
		p.Add("format", fmt.Sprintf("this is not a %s document of version %d", Format, FormatVersion))
	}
	p.Named("title", g.Title, "a game needs a title")
	if len(g.Sports) == 0 {
		p.Add("sports", "a game needs at least one sport")
	}
	for i, id := range g.Sports {
		if _, err := sport.ByID(id); err != nil {
			p.Add(fmt.Sprintf("sports[%d]", i), err.Error())
		}
	}
	for i, id := range g.Courts {
		if c, err := court.ByID(id); err != nil {
			p.Add(fmt.Sprintf("courts[%d]", i), err.Error())
		} else if !slices.Contains(g.Sports, c.Sport) {
			p.Add(fmt.Sprintf("courts[%d]", i), fmt.Sprintf("%s is no court of the game's sports", c.Name))
		}
	}
	for i, n := range g.Players {
		if n < 1 || n > mostPlayers/2 {
			p.Add(
				fmt.Sprintf("players[%d]", i),
				fmt.Sprintf("players on a side: 1 to %d, got %d", mostPlayers/2, n),
			)
		}
	}
	p.Under("rules", g.Rules.Validate())
	return p
}

// On reports whether the game is played on that court.
func (g Preset) On(c *court.Court) bool {
	return slices.Contains(g.Sports, c.Sport) && (len(g.Courts) == 0 || slices.Contains(g.Courts, c.ID))
}
