package play

import (
	"fmt"

	"hodometer/core/lesson"
	"hodometer/core/rotation"
)

// Round is one round of a block's turns, with who is where.
type Round struct {
	Words  string
	Places []rotation.Place
	// Turns list for each place those who hold it, by their place in the lesson's list of
	// students.
	Turns   [][][]int
	Seconds float64 // of a turn
	// Roles are which of the drill's roles each place is, Nobody for none.
	Roles []int
}

// RoundOf a drill or game block for those who are there, by their place in the lesson's
// list, at least one. Where all are busy all the time it is one turn of one place, as
// long as the block.
func RoundOf(l *lesson.Lesson, b *lesson.Block, here []int) Round {
	y, ok := layoutOf(b, len(here), l.Resources.CourtCount())
	if !ok {
		y = Layout{
			Places: []rotation.Place{{ID: "plays", Name: "plays", Doing: rotation.Hitting}},
			Turns:  [][][]int{{nil}},
			Each:   float64(b.Minutes),
			Words:  "Everyone plays all the time",
		}
		for i := range here {
			y.Turns[0][0] = append(y.Turns[0][0], i)
		}
	}
	out := Round{
		Words:   y.Words,
		Places:  y.Places,
		Seconds: 60 * y.Each,
		Turns:   make([][][]int, len(y.Turns)),
		Roles:   y.Roles,
	}
	for t, turn := range y.Turns {
		out.Turns[t] = make([][]int, len(turn))
		for i, held := range turn {
			named := make([]int, len(held))
			for j, p := range held {
				named[j] = here[p]
			}
			out.Turns[t][i] = named
		}
	}
	return out
}

// layoutOf a block for so many on that many courts; false where everybody is
// busy all the time.
func layoutOf(b *lesson.Block, n, courts int) (Layout, bool) {
	switch {
	case b.Drill != nil && b.Moves() == lesson.Stations:
		k := 1 + len(b.Arrangement.Others)
		y := Layout{
			Each: float64(b.Minutes) / float64(k),
			Words: fmt.Sprintf(
				"%d stations; everyone moves on after %.0f min",
				k,
				float64(b.Minutes)/float64(k),
			),
		}
		y.Places = append(
			y.Places,
			rotation.StationPlace(0, b.Title+", with the coach"),
		)
		for i, o := range b.Arrangement.Others {
			y.Places = append(y.Places, rotation.StationPlace(i+1, o))
		}
		for t := range k {
			turn := make([][]int, k)
			for p := range n {
				i := (p + t) % k
				turn[i] = append(turn[i], p)
			}
			y.Turns = append(y.Turns, turn)
		}
		return y, true
	case b.Drill != nil:
		return Posts(b, n), true
	case b.Match != nil:
		return Games(b, n, courts, float64(b.Minutes))
	}
	return Layout{}, false
}
