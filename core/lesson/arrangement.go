package lesson

import (
	"fmt"

	"hodometer/core/units"
)

// Manner is how a group moves through a block.
type Manner string

// The manners. Posts and stations are for drills, the others for games.
const (
	Posts       Manner = "posts"       // hitters, feeders and collectors; the rest in line
	Stations    Manner = "stations"    // groups move on when the time is up
	RoundRobin  Manner = "roundRobin"  // every pair meets
	Partners    Manner = "partners"    // doubles with changing partners
	OnDeck      Manner = "onDeck"      // two against two; all move one place after so many balls
	WinnersStay Manner = "winnersStay" // the winner stays on, the next in line comes in
)

// Manners there are.
var Manners = []units.Term{
	{ID: string(Posts), Label: "Hitters, feeders, collectors"},
	{ID: string(Stations), Label: "Stations"},
	{ID: string(RoundRobin), Label: "Every pair"},
	{ID: string(Partners), Label: "Changing partners"},
	{ID: string(OnDeck), Label: "Two on two, others on deck"},
	{ID: string(WinnersStay), Label: "Winners stay"},
}

// Arrangement is a manner with its numbers. How many hit at the same time and
// the balls of a turn are the drill's.
type Arrangement struct {
	Manner     Manner `json:"manner"`
	Feeders    int    `json:"feeders,omitempty"`    // students who feed, besides the coach
	Collectors int    `json:"collectors,omitempty"` // students who collect
	// Others are what is done at the stations besides the drill.
	Others []string `json:"others,omitempty"`
	Balls  int      `json:"balls,omitempty"` // on deck: before all move; 0: five
}

func (a Arrangement) validate() (p units.Problems) {
	p.OneOf("manner", string(a.Manner), Manners)
	if a.Feeders < 0 || a.Collectors < 0 || a.Feeders+a.Collectors > MaxStudents {
		p.Add("feeders", fmt.Sprintf("at most %d students feed and collect", MaxStudents))
	}
	if n := len(a.Others); n > 6 || a.Manner == Stations && n == 0 {
		p.Add("others", "stations besides the drill: 1 to 6")
	}
	if a.Balls < 0 || a.Balls > 50 {
		p.Add("balls", fmt.Sprintf("balls before everyone moves: 1 to 50, got %d", a.Balls))
	}
	return p
}

// Moves is the block's manner; "" where none was chosen.
func (b *Block) Moves() Manner {
	if b.Arrangement == nil {
		return ""
	}
	return b.Arrangement.Manner
}
