package play

import (
	"fmt"
	"slices"

	"hodometer/core/lesson"
	"hodometer/core/rotation"
	"hodometer/core/units"
)

// movesAfter balls all move one place [trade].
const movesAfter = 5

// Layout is who is where turn by turn, round and round, for players numbered
// from 0: Turns[t][place] lists who holds the place.
type Layout struct {
	Places []rotation.Place
	Turns  [][][]int
	Each   float64 // minutes of a turn
	Words  string
}

// Posts lays out a drill for n: its hitters, the feeders and collectors among
// the students, and the line. Where hitters only change with the line they
// change together; where they change with feeders too, in groups when the
// numbers allow it, otherwise all move one place.
func Posts(b *lesson.Block, n int) Layout {
	hitters := min(n, b.Drill.Hitters)
	feeders, collectors := 0, 0
	if a := b.Arrangement; b.Moves() == lesson.Posts {
		feeders = min(a.Feeders, n-hitters)
		collectors = min(a.Collectors, n-hitters-feeders)
	}
	y := Layout{Each: max(1e-6, float64(b.Drill.TurnBalls)*b.Drill.Tempo().SecondsPerBall/60)}
	for i := range n {
		switch {
		case i < hitters:
			y.Places = append(y.Places, rotation.HitterPlace)
		case i < hitters+feeders:
			y.Places = append(y.Places, rotation.FeederPlace)
		case i < hitters+feeders+collectors:
			y.Places = append(y.Places, rotation.CollectorPlace)
		default:
			y.Places = append(y.Places, rotation.WaitingPlace)
		}
	}
	step := 1
	if feeders+collectors == 0 || n%hitters == 0 && feeders%hitters == 0 && collectors%hitters == 0 {
		step = max(1, hitters)
	}
	rounds := n / gcd(n, step)
	flat := make([]int, rounds*n)
	seats := make([][]int, rounds*n)
	for t := range rounds {
		for p := range n {
			at := t*n + ((p-t*step)%n+n)%n
			flat[at] = p
			seats[at] = flat[at : at+1 : at+1]
		}
		y.Turns = append(y.Turns, seats[t*n:(t+1)*n])
	}
	waiting := n - hitters - feeders - collectors
	y.Words = units.Plural(hitters, "hits", "hit")
	if feeders > 0 {
		y.Words += ", " + units.Plural(feeders, "feeds", "feed")
	}
	if collectors > 0 {
		y.Words += ", " + units.Plural(collectors, "collects", "collect")
	}
	if waiting > 0 {
		y.Words += ", " + units.Plural(waiting, "waits", "wait")
	}
	y.Words += "; change after " + units.Plural(b.Drill.TurnBalls, "ball", "balls")
	return y
}

func gcd(a, b int) int {
	for b != 0 {
		a, b = b, a%b
	}
	return max(1, a)
}

// leastGame is the shortest game worth playing, in minutes [trade].
const leastGame = 3.0

// sides is how many play on a side with n there.
func sides(b *lesson.Block, n int) int {
	if b.Match.Side > 0 {
		return b.Match.Side
	}
	if n <= 3 {
		return 1
	}
	return 2
}

// mannerOf a game for n, when none is set: changing partners, or every pair.
func mannerOf(b *lesson.Block, n int) lesson.Manner {
	switch m := b.Moves(); m {
	case lesson.RoundRobin, lesson.Partners, lesson.OnDeck, lesson.WinnersStay:
		return m
	}
	if sides(b, n) == 1 {
		return lesson.RoundRobin
	}
	return lesson.Partners
}

// Games lays out a game block of so many minutes for n on that many courts;
// false where everybody plays all the time.
func Games(b *lesson.Block, n, courts int, minutes float64) (y Layout, ok bool) {
	if n <= 2 {
		return y, false
	}
	seconds := b.Match.Rules.SecondsPerPoint
	switch way := mannerOf(b, n); {
	case way == lesson.WinnersStay:
		s := rotation.Lay(rotation.Ask{Pattern: rotation.WinnersStay, Players: n})
		y = Layout{
			s.Places,
			s.Turns,
			max(0.5, b.Match.Rules.MeanMinutes(0.5)),
			"The winner stays on and the next in line comes in (shown with each side winning in turn)",
		}
	case way == lesson.OnDeck && n >= 4:
		balls := b.Arrangement.Balls
		if balls == 0 {
			balls = movesAfter
		}
		s := rotation.Lay(rotation.Ask{Pattern: rotation.OnDeck, Players: n})
		y = Layout{
			s.Places,
			s.Turns,
			float64(balls) * seconds / 60,
			fmt.Sprintf(
				"Two against two, %d on deck; after %s everyone moves one place",
				n-4,
				units.Plural(balls, "ball", "balls"),
			),
		}
	case way == lesson.Partners && n >= 4:
		y = heats(rotation.Doubles(n), courts)
		y.Words = "Two against two with changing partners"
	default:
		y = heats(rotation.RoundRobin(n), courts)
		y.Words = "One against one until every pair has met"
	}
	if y.Each == 0 {
		y.Each = max(minutes/float64(len(y.Turns)), leastGame)
		if played := int(minutes/y.Each + 1e-9); played < len(y.Turns) {
			y.Words += fmt.Sprintf("; %d of %d rounds fit, %.0f min each", played, len(y.Turns), y.Each)
		} else {
			y.Words += fmt.Sprintf("; %.1f min each", y.Each)
		}
	}
	return y, true
}

// heats plays rounds on so many courts, as many games at once as there are.
func heats(rounds []rotation.Round, courts int) (y Layout) {
	most := 0
	for _, r := range rounds {
		most = max(most, len(r.Games))
	}
	courts = min(courts, most)
	players := 0
	for _, g := range rounds[0].Games {
		players += len(g.A) + len(g.B)
	}
	players += len(rounds[0].Sitting)
	for i := range courts {
		name := "plays"
		if courts > 1 {
			name = fmt.Sprintf("court %d", i+1)
		}
		y.Places = append(
			y.Places,
			rotation.CourtPlace(i+1, 1, name+", side A"),
			rotation.CourtPlace(i+1, 2, name+", side B"),
		)
	}
	y.Places = append(y.Places, rotation.WaitingPlace)
	for _, r := range rounds {
		for from := 0; from < len(r.Games); from += courts {
			turn := make([][]int, len(y.Places))
			on := map[int]bool{}
			for i, g := range r.Games[from:min(from+courts, len(r.Games))] {
				turn[2*i], turn[2*i+1] = g.A, g.B
				for _, p := range slices.Concat(g.A, g.B) {
					on[p] = true
				}
			}
			for p := range players {
				if !on[p] {
					turn[len(turn)-1] = append(turn[len(turn)-1], p)
				}
			}
			y.Turns = append(y.Turns, turn)
		}
	}
	return y
}
