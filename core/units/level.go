package units

import "fmt"

// Level is how a coach sorts students before anything was counted, and whom a
// drill is pitched at.
type Level string

// The levels.
const (
	Beginner    Level = "beginner"
	Club        Level = "club"
	Performance Level = "performance"
)

// Levels there are, easiest first.
var Levels = []Term{
	{ID: string(Beginner), Label: "beginner"},
	{ID: string(Club), Label: "club"},
	{ID: string(Performance), Label: "performance"},
}

// Rank is the level's place among Levels, from 0; −1 for one that is none.
func (l Level) Rank() int {
	for i, t := range Levels {
		if t.ID == string(l) {
			return i
		}
	}
	return -1
}

// Validate says which levels there are, where l is none.
func (l Level) Validate() error {
	if l.Rank() < 0 {
		return fmt.Errorf("%q is not a level; use beginner, club or performance", l)
	}
	return nil
}
