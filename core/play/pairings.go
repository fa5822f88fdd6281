package play

import (
	"slices"

	"hodometer/core/lesson"
)

// Pairings are who plays whom in a game block, turn by turn and court by court, by
// their ids; for two, the one game they have. None where nobody is there.
func Pairings(l *lesson.Lesson, b *lesson.Block) [][][2][]string {
	everybody := make([]int, len(l.Students))
	for i := range everybody {
		everybody[i] = i
	}
	return PairingsOf(l, b, everybody)
}

// PairingsOf are the pairings with only those there who are named, by their place in the
// lesson's list of students.
func PairingsOf(l *lesson.Lesson, b *lesson.Block, here []int) (out [][][2][]string) {
	for _, turn := range pairingsOf(l, b, here) {
		var games [][2][]string
		for _, sides := range turn {
			var g [2][]string
			for i, who := range sides {
				g[i] = make([]string, len(who))
				for j, p := range who {
					g[i][j] = l.Students[p]
				}
			}
			games = append(games, g)
		}
		out = append(out, games)
	}
	return out
}

func pairingsOf(l *lesson.Lesson, b *lesson.Block, here []int) (out [][][2][]int) {
	if b.Match == nil || len(here) == 0 {
		return nil
	}
	if len(here) <= 2 {
		return [][][2][]int{{{slices.Clone(here[:1]), slices.Clone(here[1:])}}}
	}
	y := RoundOf(l, b, here)
	for _, turn := range y.Turns {
		courts := map[int]*[2][]int{}
		most := 0
		for i, held := range turn {
			p := y.Places[i]
			if p.Court == 0 || p.Side == 0 || len(held) == 0 {
				continue
			}
			if courts[p.Court] == nil {
				courts[p.Court] = &[2][]int{}
			}
			courts[p.Court][p.Side-1] = append(courts[p.Court][p.Side-1], held...)
			most = max(most, p.Court)
		}
		var games [][2][]int
		for c := 1; c <= most; c++ {
			if g := courts[c]; g != nil {
				games = append(games, *g)
			}
		}
		out = append(out, games)
	}
	return out
}
