package formation

import "hodometer/core/lesson"

// Pairings are who plays whom in a game block, turn by turn and court by court, by
// their ids; for two, the one game they have. None where nobody is there.
func Pairings(l *lesson.Lesson, b *lesson.Block) (out [][][2][]string) {
	n := len(l.Students)
	switch {
	case b.Match == nil || n == 0:
		return nil
	case n <= 2:
		return [][][2][]string{{{l.Students[:1], l.Students[1:]}}}
	}
	y, ok := layoutOf(b, n, l.Resources.CourtCount())
	if !ok {
		return nil
	}
	for _, turn := range y.turns {
		courts := map[int]*[2][]string{}
		most := 0
		for i, held := range turn {
			p := y.places[i]
			if p.Court == 0 || p.Side == 0 || len(held) == 0 {
				continue
			}
			if courts[p.Court] == nil {
				courts[p.Court] = &[2][]string{{}, {}}
			}
			for _, who := range held {
				courts[p.Court][p.Side-1] = append(courts[p.Court][p.Side-1], l.Students[who])
			}
			most = max(most, p.Court)
		}
		var games [][2][]string
		for c := 1; c <= most; c++ {
			if g := courts[c]; g != nil {
				games = append(games, *g)
			}
		}
		out = append(out, games)
	}
	return out
}
