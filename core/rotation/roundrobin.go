package rotation

// Game is one game: the players of side A against those of side B, numbered
// from 0.
type Game struct {
	A []int `json:"a"`
	B []int `json:"b"`
}

// Round is what is played at once, and who sits out.
type Round struct {
	Games   []Game `json:"games"`
	Sitting []int  `json:"sitting"`
}

// RoundRobin lets every pair of n players meet once. With n odd one sits out
// each round, everybody once.
func RoundRobin(n int) []Round {
	m := n + n%2 // the last of an odd number is nobody
	out := make([]Round, 0, m-1)
	for r := range m - 1 {
		round := Round{Games: []Game{}, Sitting: []int{}}
		for i := range m / 2 {
			a, b, first := (r+i)%(m-1), (r-i+m-1)%(m-1), i%2 == 1
			if i == 0 { // the one who stays
				b, first = m-1, r%2 == 0
			}
			switch {
			case b == n: // nobody
				round.Sitting = append(round.Sitting, a)
			case first: // sides in turn, as the tables do with colours
				round.Games = append(round.Games, Game{[]int{a}, []int{b}})
			default:
				round.Games = append(round.Games, Game{[]int{b}, []int{a}})
			}
		}
		out = append(out, round)
	}
	return out
}
