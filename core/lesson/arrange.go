package lesson

import (
	"fmt"
	"slices"

	"hodometer/core/pattern"
	"hodometer/core/rotation"
	"hodometer/core/units"
)

// Way is how a group moves through a block.
type Way string

// The ways. Posts and stations are for drills, the others for games.
const (
	Posts       Way = "posts"       // hitters, feeders and collectors; the rest in line
	Stations    Way = "stations"    // groups move on when the time is up
	RoundRobin  Way = "roundRobin"  // every pair meets
	Partners    Way = "partners"    // doubles with changing partners
	OnDeck      Way = "onDeck"      // two against two; all move one place after so many balls
	WinnersStay Way = "winnersStay" // the winner stays on, the next in line comes in
)

// Arrangement is a way with its numbers. How many hit at the same time and the
// balls of a turn are the drill's.
type Arrangement struct {
	Way        Way `json:"way"`
	Feeders    int `json:"feeders,omitempty"`    // students who feed, besides the coach
	Collectors int `json:"collectors,omitempty"` // students who collect
	// Others are what is done at the stations besides the drill.
	Others []string `json:"others,omitempty"`
	Balls  int      `json:"balls,omitempty"` // on deck: before all move; 0: five
}

// movesAfter balls all move one place [trade].
const movesAfter = 5

func (a Arrangement) validate() (p units.Problems) {
	if !slices.Contains([]Way{Posts, Stations, RoundRobin, Partners, OnDeck, WinnersStay}, a.Way) {
		p.Add("way", fmt.Sprintf("%q is not a way to arrange a group", a.Way))
	}
	if a.Feeders < 0 || a.Collectors < 0 || a.Feeders+a.Collectors > MaxStudents {
		p.Add("feeders", fmt.Sprintf("up to %d students feed and collect", MaxStudents))
	}
	if n := len(a.Others); n > 6 || a.Way == Stations && n == 0 {
		p.Add("others", "there are 1 to 6 stations besides the drill")
	}
	if a.Balls < 0 || a.Balls > 50 {
		p.Add("balls", fmt.Sprintf("all move after 1 to 50 balls, not %d", a.Balls))
	}
	return p
}

// layout is who is where turn by turn, round and round, for players numbered
// from 0: turns[t][place] lists who holds the place.
type layout struct {
	places []rotation.Place
	turns  [][][]int
	each   float64 // minutes of a turn
	words  string
}

// beats are what a player does over one round of the turns.
func (y layout) beats(who int) []Beat {
	var out []Beat
	for _, turn := range y.turns {
		for i, held := range turn {
			if !slices.Contains(held, who) {
				continue
			}
			d := Doing(y.places[i].Doing)
			if last := len(out) - 1; last >= 0 && out[last].Doing == d {
				out[last].Minutes += y.each
			} else {
				out = append(out, Beat{d, y.each})
			}
		}
	}
	return out
}

func plural(n int, one, many string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, many)
}

// posts lays out a drill for n: its hitters, the feeders and collectors among
// the students, and the line. Where hitters only change with the line they
// change together; where they change with feeders too, in groups when the
// numbers allow it, otherwise all move one place.
func (b *Block) posts(n int) layout {
	hitters := min(n, b.Drill.Hitters)
	feeders, collectors := 0, 0
	if a := b.Arrange; a != nil && a.Way == Posts {
		feeders = min(a.Feeders, n-hitters)
		collectors = min(a.Collectors, n-hitters-feeders)
	}
	y := layout{each: max(1e-6, float64(b.Drill.TurnBalls)*b.Drill.Tempo().SecondsPerBall/60)}
	for i := range n {
		switch {
		case i < hitters:
			y.places = append(y.places, rotation.Place{Name: "hits", Doing: rotation.Hitting})
		case i < hitters+feeders:
			y.places = append(y.places, rotation.Place{Name: "feeds", Doing: rotation.Feeding})
		case i < hitters+feeders+collectors:
			y.places = append(y.places, rotation.Place{Name: "collects", Doing: rotation.Collecting})
		default:
			y.places = append(y.places, rotation.Place{Name: "waits", Doing: rotation.Waiting})
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
		y.turns = append(y.turns, seats[t*n:(t+1)*n])
	}
	waiting := n - hitters - feeders - collectors
	y.words = plural(hitters, "hits", "hit")
	if feeders > 0 {
		y.words += ", " + plural(feeders, "feeds", "feed")
	}
	if collectors > 0 {
		y.words += ", " + plural(collectors, "collects", "collect")
	}
	if waiting > 0 {
		y.words += ", " + plural(waiting, "waits", "wait")
	}
	y.words += "; change after " + plural(b.Drill.TurnBalls, "ball", "balls")
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
func (b *Block) sides(n int) int {
	if b.Match.Side > 0 {
		return b.Match.Side
	}
	if n <= 3 {
		return 1
	}
	return 2
}

// wayOf a game for n, when none is set: changing partners, or every pair.
func (b *Block) wayOf(n int) Way {
	if b.Arrange != nil && b.Arrange.Way != Posts && b.Arrange.Way != Stations {
		return b.Arrange.Way
	}
	if b.sides(n) == 1 {
		return RoundRobin
	}
	return Partners
}

// games lays out a game block of so many minutes for n on that many courts;
// false where everybody plays all the time.
func (b *Block) games(n, courts int, minutes float64) (y layout, ok bool) {
	if n <= 2 {
		return y, false
	}
	seconds := b.Match.Rules.SecondsPerPoint
	switch way := b.wayOf(n); {
	case way == WinnersStay:
		s := rotation.Lay(rotation.Ask{Pattern: rotation.WinnersStay, Players: n})
		y = layout{
			s.Places,
			s.Turns,
			max(0.5, b.Match.Rules.MeanMinutes(0.5)),
			"The winner stays on, the next in line comes in (shown as if both won in turn)",
		}
	case way == OnDeck && n >= 4:
		balls := b.Arrange.Balls
		if balls == 0 {
			balls = movesAfter
		}
		s := rotation.Lay(rotation.Ask{Pattern: rotation.OnDeck, Players: n})
		y = layout{
			s.Places,
			s.Turns,
			float64(balls) * seconds / 60,
			fmt.Sprintf(
				"Two against two, %d on deck; after %s all move one place",
				n-4,
				plural(balls, "ball", "balls"),
			),
		}
	case way == Partners && n >= 4:
		y = heats(rotation.Doubles(n), courts)
		y.words = "Two against two with changing partners"
	default:
		y = heats(rotation.RoundRobin(n), courts)
		y.words = "One against one until every pair has met"
	}
	if y.each == 0 {
		y.each = max(minutes/float64(len(y.turns)), leastGame)
		if played := int(minutes/y.each + 1e-9); played < len(y.turns) {
			y.words += fmt.Sprintf("; %d of %d rounds fit, %.0f min each", played, len(y.turns), y.each)
		} else {
			y.words += fmt.Sprintf("; %.1f min each", y.each)
		}
	}
	return y, true
}

// heats plays rounds on so many courts, as many games at once as there are.
func heats(rounds []rotation.Round, courts int) (y layout) {
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
		y.places = append(
			y.places,
			rotation.Place{Name: name + ", side A", Doing: rotation.Hitting},
			rotation.Place{Name: name + ", side B", Doing: rotation.Hitting},
		)
	}
	y.places = append(y.places, rotation.Place{Name: "waits", Doing: rotation.Waiting})
	for _, r := range rounds {
		for from := 0; from < len(r.Games); from += courts {
			turn := make([][]int, len(y.places))
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
			y.turns = append(y.turns, turn)
		}
	}
	return y
}

// coachFeeds says whether the coach brings the balls of the block.
func (b *Block) coachFeeds() bool {
	if b.Drill == nil {
		return false
	}
	fed := slices.ContainsFunc(
		b.Drill.Pattern.Feeds,
		func(f pattern.Feed) bool { return f.How == pattern.ByHand || f.How == pattern.ByRacket },
	)
	return fed && (b.Arrange == nil || b.Arrange.Feeders < b.Drill.Hitters)
}
