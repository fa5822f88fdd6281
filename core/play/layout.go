package play

import (
	"fmt"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
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
	Roles  []int // which of the drill's roles each place is, Nobody for none
}

// Posts lays out a drill for n: its roles where it has some, otherwise its hitters, the
// feeders and collectors among the students, and the line. Where hitters only change
// with the line they change together; where they change with feeders too, in groups when
// the numbers allow it, otherwise all move one place.
func Posts(b *lesson.Block, n int) Layout {
	if len(b.Drill.Roles) > 0 && b.Moves() == "" {
		return roles(b, n)
	}
	hitters := min(n, b.Drill.Hitters)
	feeders, collectors := 0, 0
	if a := b.Arrangement; b.Moves() == lesson.Posts {
		feeders = min(a.Feeders, n-hitters)
		collectors = min(a.Collectors, n-hitters-feeders)
	}
	// Who has just hit collects, where everybody collects what they hit.
	collecting := 0
	if b.Drill.After == "collect" && feeders+collectors == 0 {
		collecting = min(hitters, n-hitters)
	}
	y := Layout{Each: turnMinutes(b.Drill), Places: make([]rotation.Place, 0, n), Roles: make([]int, 0, n)}
	for i := range n {
		switch {
		case i < hitters:
			y.Places = append(y.Places, rotation.HitterPlace)
		case i < hitters+feeders:
			y.Places = append(y.Places, rotation.FeederPlace)
		case i < hitters+feeders+collectors || i >= n-collecting:
			y.Places = append(y.Places, rotation.CollectorPlace)
		default:
			y.Places = append(y.Places, rotation.WaitingPlace)
		}
		y.Roles = append(y.Roles, Nobody)
	}
	step := 1
	if feeders+collectors == 0 || n%hitters == 0 && feeders%hitters == 0 && collectors%hitters == 0 {
		step = max(1, hitters)
	}
	y.Turns = ring(n, step)
	y.Words = y.says() + "; change " + b.Drill.Until()
	return y
}

// turnMinutes is how long a turn of the drill takes, as it is reckoned with.
func turnMinutes(d *drill.Drill) float64 {
	return max(1e-6, float64(d.TurnBalls)*d.Tempo().SecondsPerBall/60)
}

// ring lets n move round their places by so many each turn, until all are back.
func ring(n, step int) (turns [][][]int) {
	rounds := n / gcd(n, step)
	who, seats := make([]int, n), make([][]int, rounds*n)
	for p := range who {
		who[p] = p
	}
	turns = make([][][]int, rounds)
	for t := range turns {
		turns[t] = seats[t*n : (t+1)*n]
		for p := range n {
			turns[t][((p-t*step)%n+n)%n] = who[p : p+1 : p+1]
		}
	}
	return turns
}

// says counts who does what: "1 hits, 1 feeds, 2 wait".
func (y Layout) says() string {
	var out []string
	for _, of := range []struct {
		doing     rotation.Doing
		one, more string
	}{
		{rotation.Hitting, "hits", "hit"}, {rotation.Feeding, "feeds", "feed"},
		{rotation.Collecting, "collects", "collect"}, {rotation.Waiting, "waits", "wait"},
	} {
		count := 0
		for _, p := range y.Places {
			if p.Doing == of.doing {
				count++
			}
		}
		if count > 0 {
			out = append(out, units.Plural(count, of.one, of.more))
		}
	}
	return strings.Join(out, ", ")
}

// doingOf a role.
func doingOf(is pattern.Role) rotation.Doing {
	switch is {
	case pattern.Feeder:
		return rotation.Feeding
	case pattern.Collector:
		return rotation.Collecting
	case pattern.InLine:
		return rotation.Waiting
	}
	return rotation.Hitting
}

// roles lays out a drill's own places for n. Students go through the roles in their
// order; those who are over wait behind the roles that have a line, as evenly as may be.
// With too few, the roles that are named last stay empty, those that hit last of all.
func roles(b *lesson.Block, n int) Layout {
	d := b.Drill
	held := make([]int, len(d.Roles))
	left := n
	for _, hitting := range []bool{true, false} {
		for i, r := range d.Roles {
			if (r.Is == pattern.Hitter) == hitting {
				held[i] = min(r.Places(), left)
				left -= held[i]
			}
		}
	}
	lines := 0
	for _, r := range d.Roles {
		if r.Line {
			lines++
		}
	}
	y := Layout{Each: turnMinutes(d)}
	var words []string
	var way []int // places in the order in which they are gone through
	place := func(p rotation.Place, role int) {
		y.Places, y.Roles = append(y.Places, p), append(y.Roles, role)
	}
	for i, r := range d.Roles {
		waiting := 0
		if r.Line {
			waiting = (left + lines - 1) / lines
			left, lines = left-waiting, lines-1
		}
		at := len(y.Places)
		for range held[i] {
			place(rotation.Place{ID: "role-" + r.ID, Name: r.Label(), Doing: doingOf(r.Is)}, i)
		}
		for range waiting {
			place(
				rotation.Place{ID: "line-" + r.ID, Name: r.Label() + ", in line", Doing: rotation.Waiting},
				Nobody,
			)
		}
		for k := range waiting { // from the end of the line to its head
			way = append(way, at+held[i]+waiting-1-k)
		}
		for k := range held[i] {
			way = append(way, at+k)
		}
		if held[i] > 0 {
			word := r.Label()
			if held[i] > 1 {
				word = fmt.Sprintf("%d × %s", held[i], word)
			}
			if waiting > 0 {
				word += fmt.Sprintf(" (%d in line)", waiting)
			}
			words = append(words, word)
		}
	}
	for range left { // no line for them
		way = append(way, len(y.Places))
		place(rotation.WaitingPlace, Nobody)
	}
	y.Turns = along(way, y.Places)
	y.Words = strings.Join(words, ", ") + "; change " + d.Until()
	return y
}

// along lets as many as there are places go their way through them, one place a turn.
// The first of the list hit first, and who waits comes last.
func along(way []int, places []rotation.Place) (turns [][][]int) {
	var begin []int // where on the way each begins
	for _, waits := range []bool{false, true} {
		for _, doing := range []bool{true, false} {
			for at := range places {
				p := places[at]
				if (p.Doing == rotation.Waiting) == waits && (p.Doing == rotation.Hitting) == doing {
					begin = append(begin, slices.Index(way, at))
				}
			}
		}
	}
	for t := range way {
		turn := make([][]int, len(places))
		for who, from := range begin {
			at := way[(from+t)%len(way)]
			turn[at] = []int{who}
		}
		turns = append(turns, turn)
	}
	return turns
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
	case len(b.Match.Sizes) == 2 && b.Match.Sizes[0] != b.Match.Sizes[1]:
		y = uneven(b.Match.Sizes[0], b.Match.Sizes[1], n)
	case way == lesson.WinnersStay:
		s := rotation.Lay(rotation.Ask{Pattern: rotation.WinnersStay, Players: n})
		y = Layout{
			Places: s.Places,
			Turns:  s.Turns,
			Each:   max(0.5, b.Match.Rules.MeanMinutes(0.5)),
			Words:  "The winner stays on and the next in line comes in (shown with each side winning in turn)",
		}
	case way == lesson.OnDeck && n >= 4:
		balls := b.Arrangement.Balls
		if balls == 0 {
			balls = movesAfter
		}
		s := rotation.Lay(rotation.Ask{Pattern: rotation.OnDeck, Players: n})
		y = Layout{
			Places: s.Places,
			Turns:  s.Turns,
			Each:   float64(balls) * seconds / 60,
			Words: fmt.Sprintf(
				"Two against two, %d on deck; after %s everyone moves one place",
				n-4,
				units.Plural(balls, "ball", "balls"),
			),
		}
	case way == lesson.Partners && n >= 4:
		y = heats(rotation.Doubles(n), courts)
		y.Words = "Two against two with changing partners"
	default:
		rounds := rotation.RoundRobin(n)
		if !b.Match.WholeRounds {
			rounds = rotation.Fewest(n, courts)
		}
		y = heats(rounds, courts)
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

// uneven lays out sides of different sizes for n: everybody moves one place, so that each
// is in turn the one, of the others, and waits.
func uneven(a, b, n int) Layout {
	a = min(a, n)
	b = min(b, n-a)
	places := []rotation.Place{
		rotation.CourtPlace(1, 1, "plays, side A"), rotation.CourtPlace(1, 2, "plays, side B"),
		rotation.WaitingPlace,
	}
	y := Layout{Places: places, Words: fmt.Sprintf("%d against %d; everyone moves one place", a, b)}
	for t := range n {
		turn := make([][]int, len(places))
		for i := range n {
			who := (i + t) % n
			switch {
			case i < a:
				turn[0] = append(turn[0], who)
			case i < a+b:
				turn[1] = append(turn[1], who)
			default:
				turn[2] = append(turn[2], who)
			}
		}
		y.Turns = append(y.Turns, turn)
	}
	return y
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
