package rotation

import (
	"fmt"
	"math"
	"slices"

	"hodometer/core/units"
)

// Doing is what a place asks of whoever holds it.
type Doing string

// What a student can be doing.
const (
	Hitting    Doing = "hitting"
	Feeding    Doing = "feeding"
	Collecting Doing = "collecting"
	Waiting    Doing = "waiting"
)

// Place is one place of a rotation. Two places that are alike in all are one
// kind of place.
type Place struct {
	ID    string `json:"id"` // what it is: hitter, station, netLeft…
	Name  string `json:"name"`
	Doing Doing  `json:"doing"`
	// Court is which court a game is on, from 1; Side which side of it, 1 or 2.
	Court int `json:"court,omitempty"`
	Side  int `json:"side,omitempty"`
}

// The places there are.
var (
	HitterPlace    = Place{ID: "hitter", Name: "hits", Doing: Hitting}
	FeederPlace    = Place{ID: "feeder", Name: "feeds", Doing: Feeding}
	CollectorPlace = Place{ID: "collector", Name: "collects", Doing: Collecting}
	WaitingPlace   = Place{ID: "waiting", Name: "waits", Doing: Waiting}
)

// StationPlace is the i-th of several stations, from 0.
func StationPlace(i int, name string) Place {
	return Place{ID: fmt.Sprintf("station%d", i+1), Name: name, Doing: Hitting}
}

// CourtPlace is a side, 1 or 2, of a court, from 1.
func CourtPlace(court, side int, name string) Place {
	return Place{
		ID:    fmt.Sprintf("court%dside%d", court, side),
		Name:  name,
		Doing: Hitting,
		Court: court,
		Side:  side,
	}
}

// Pattern is how players move through places.
type Pattern string

// The patterns.
const (
	Line        Pattern = "line"        // single file: hit, then back to the end
	TwoLines    Pattern = "twoLines"    // two files side by side; the hitters change files
	Roles       Pattern = "roles"       // hitter, feeder, collector; the rest wait
	OnDeck      Pattern = "onDeck"      // two against two, the rest on deck; all move one place
	WinnersStay Pattern = "winnersStay" // the winner stays on court, the next in line comes in
	Stations    Pattern = "stations"    // all at stations, all move on when the time is up
)

// Ask is what a coach says of a rotation.
type Ask struct {
	Pattern  Pattern
	Players  int
	Places   int     // stations, or roles (2 or 3); else unused
	Turns    int     // 0: until everyone has held each place equally often
	Balls    int     // each turn
	Seconds  float64 // per ball
	Change   float64 // s between turns
	MostWins int     // winners stay: out after so many in a row; 0: never
	Winners  []int   // winners stay: 0 the one who stayed on, 1 the challenger; then in turn
}

// Share is one player's part of a rotation.
type Share struct {
	Turns int `json:"turns"` // hitting
	Balls int `json:"balls"`
	Time
	// WorkToRest is time hitting over all other time; 0 with no other time.
	WorkToRest float64 `json:"workToRest"`
}

// Time is how somebody's time is spent, in whatever unit it is added up in.
// Waiting is the time at a place that waits, and between one turn and the next.
// This is the one definition: lanes, offers, advice and sheets all add up here.
type Time struct {
	Hitting    float64 `json:"hitting"`
	Feeding    float64 `json:"feeding"`
	Collecting float64 `json:"collecting"`
	Waiting    float64 `json:"waiting"`
}

// Spend adds time at that. What is none of the four is left out.
func (t *Time) Spend(d Doing, long float64) {
	switch d {
	case Hitting:
		t.Hitting += long
	case Feeding:
		t.Feeding += long
	case Collecting:
		t.Collecting += long
	case Waiting:
		t.Waiting += long
	}
}

// WorkToRest is time hitting over the other three; 0 where there is none of them.
func (t Time) WorkToRest() float64 {
	if rest := t.Feeding + t.Collecting + t.Waiting; rest > 1e-9 {
		return t.Hitting / rest
	}
	return 0
}

// Sheet is who is where on every turn.
type Sheet struct {
	Places []Place `json:"places"`
	// Turns list, for each turn, who holds each place; several share a station.
	Turns  [][][]int `json:"turns"`
	Shares []Share   `json:"shares"` // for each player
	// EvenAfter is the first turn after which everyone has held each place
	// equally often; 0 where that does not come within 400 turns.
	EvenAfter int `json:"evenAfter"`
	// Apart is the difference between the most and the fewest turns hitting;
	// LeastApart the least it can be over so many turns.
	Apart      int     `json:"apart"`
	LeastApart int     `json:"leastApart"`
	Seconds    float64 `json:"seconds"` // in all
}

const longest = 400 // turns looked ahead

// Validate lists what is wrong with what is asked.
func (a Ask) Validate() (p units.Problems) {
	least, known := map[Pattern]int{Line: 1, TwoLines: 2, Roles: max(2, a.Places), OnDeck: 4,
		WinnersStay: 2, Stations: 1}[a.Pattern]
	if !known {
		p.Add("kind", fmt.Sprintf("%q is not a rotation", a.Pattern))
		return p
	}
	if a.Players < least || a.Players > 30 {
		p.Add("players", fmt.Sprintf("this rotation takes %d to 30 players, got %d", least, a.Players))
	}
	switch {
	case a.Pattern == Roles && (a.Places < 2 || a.Places > 3):
		p.Add("places", fmt.Sprintf("there are 2 or 3 roles (hitter, feeder, collector), not %d", a.Places))
	case a.Pattern == Stations && (a.Places < 2 || a.Places > 12):
		p.Add("places", fmt.Sprintf("there are 2 to 12 stations, got %d", a.Places))
	}
	if a.Turns < 0 || a.Turns > longest {
		p.Add("turns", fmt.Sprintf("0 to %d turns can be laid out, got %d", longest, a.Turns))
	}
	for i, w := range a.Winners {
		if w != 0 && w != 1 {
			p.Add(fmt.Sprintf("winners[%d]", i), "the winner is 0, who stayed on, or 1, the challenger")
		}
	}
	return p
}

// Lay lays out the rotation. What is asked must be valid.
func Lay(a Ask) Sheet {
	places, next := a.start()
	s := Sheet{Places: places}
	held := newCount(a.Players, places)
	for t := 0; t < longest && (a.Turns == 0 || t < a.Turns || s.EvenAfter == 0); t++ {
		turn := next(t)
		held.add(turn)
		if s.EvenAfter == 0 && held.even() {
			s.EvenAfter = t + 1
		}
		if a.Turns == 0 || t < a.Turns {
			s.Turns = append(s.Turns, turn)
		}
		if a.Turns == 0 && s.EvenAfter > 0 {
			break
		}
	}
	if a.Turns == 0 && s.EvenAfter == 0 {
		s.Turns = s.Turns[:2*a.Players] // it never evens out: two turns each to look at
	}
	s.share(a)
	return s
}

// start gives the places of a pattern and the turns, one after the other.
func (a Ask) start() ([]Place, func(t int) [][]int) {
	n := a.Players
	switch a.Pattern {
	case TwoLines:
		return a.twoLines()
	case WinnersStay:
		return a.winnersStay()
	case Stations:
		var places []Place
		for i := range a.Places {
			places = append(places, StationPlace(i, fmt.Sprintf("station %d", i+1)))
		}
		return places, func(t int) [][]int {
			turn := make([][]int, a.Places)
			for i := range turn {
				turn[i] = []int{}
			}
			for p := range n {
				i := (p + t) % a.Places
				turn[i] = append(turn[i], p)
			}
			return turn
		}
	}
	places := []Place{HitterPlace}
	switch a.Pattern {
	case Roles:
		places = []Place{HitterPlace, FeederPlace, CollectorPlace}[:a.Places]
	case OnDeck:
		places = []Place{
			{ID: "netLeft", Name: "net, left", Doing: Hitting, Court: 1, Side: 1},
			{ID: "netRight", Name: "net, right", Doing: Hitting, Court: 1, Side: 1},
			{ID: "backLeft", Name: "back, left", Doing: Hitting, Court: 1, Side: 2},
			{ID: "backRight", Name: "back, right", Doing: Hitting, Court: 1, Side: 2},
		}
	}
	for len(places) < n {
		places = append(places, WaitingPlace)
	}
	// All move one place each turn: the next in line comes to the first place.
	return places, func(t int) [][]int {
		turn := make([][]int, n)
		for i := range turn {
			turn[i] = []int{(i + t) % n}
		}
		return turn
	}
}

// twoLines deals the players into two files; who has hit goes to the end of the
// other file, so that both sides are practised.
func (a Ask) twoLines() ([]Place, func(int) [][]int) {
	var files [2][]int
	for p := range a.Players {
		files[p%2] = append(files[p%2], p)
	}
	places := []Place{
		{ID: "hitterLeft", Name: "hitter, left", Doing: Hitting},
		{ID: "hitterRight", Name: "hitter, right", Doing: Hitting},
	}
	for range a.Players - 2 {
		places = append(places, WaitingPlace)
	}
	return places, func(int) [][]int {
		turn := [][]int{{files[0][0]}, {files[1][0]}}
		for i := 1; i < max(len(files[0]), len(files[1])); i++ {
			for _, f := range files {
				if i < len(f) {
					turn = append(turn, []int{f[i]})
				}
			}
		}
		left, right := files[0][0], files[1][0]
		files[0] = append(slices.Clone(files[0][1:]), right)
		files[1] = append(slices.Clone(files[1][1:]), left)
		return turn
	}
}

// winnersStay follows results: given ones first, then stayer and challenger win
// in turn, which is the mean of even players.
func (a Ask) winnersStay() ([]Place, func(int) [][]int) {
	queue := make([]int, a.Players)
	for p := range queue {
		queue[p] = p
	}
	places := []Place{CourtPlace(1, 1, "stays on"), CourtPlace(1, 2, "challenger")}
	for range a.Players - 2 {
		places = append(places, WaitingPlace)
	}
	wins := 0
	return places, func(t int) [][]int {
		turn := make([][]int, len(queue))
		for i, p := range queue {
			turn[i] = []int{p}
		}
		challenger := t%2 == 1
		if t < len(a.Winners) {
			challenger = a.Winners[t] == 1
		}
		stay, out := queue[0], queue[1]
		if wins++; challenger {
			stay, out, wins = out, stay, 1
		}
		rest := append(slices.Clone(queue[2:]), out)
		if a.MostWins > 0 && wins >= a.MostWins && a.Players > 2 {
			rest = append(rest, stay) // enough: the next two come in
			stay, rest, wins = rest[0], rest[1:], 0
		}
		queue = append([]int{stay}, rest...)
		return turn
	}
}

// count is how often each player has held each kind of place.
type count struct {
	kind []int // of each place: the first place like it
	held [][]int
}

func newCount(n int, places []Place) *count {
	c := &count{held: make([][]int, n)}
	for _, p := range places {
		first := slices.IndexFunc(places, func(o Place) bool { return o == p })
		c.kind = append(c.kind, first)
	}
	for p := range c.held {
		c.held[p] = make([]int, len(places))
	}
	return c
}

func (c *count) add(turn [][]int) {
	for i, players := range turn {
		for _, p := range players {
			c.held[p][c.kind[i]]++
		}
	}
}

func (c *count) even() bool {
	for _, h := range c.held {
		if !slices.Equal(h, c.held[0]) {
			return false
		}
	}
	return true
}

// share adds up what each player does over the turns.
func (s *Sheet) share(a Ask) {
	s.Shares = make([]Share, a.Players)
	long := float64(a.Balls) * a.Seconds
	seats := 0
	for _, turn := range s.Turns {
		for i, players := range turn {
			for _, p := range players {
				h := &s.Shares[p]
				h.Spend(Waiting, a.Change)
				h.Spend(s.Places[i].Doing, long)
				if s.Places[i].Doing == Hitting {
					h.Turns++
					h.Balls += a.Balls
					seats++
				}
			}
		}
	}
	least, most := math.MaxInt, 0
	for i := range s.Shares {
		h := &s.Shares[i]
		least, most = min(least, h.Turns), max(most, h.Turns)
		h.WorkToRest = h.Time.WorkToRest()
	}
	s.Apart = most - least
	if seats%a.Players != 0 {
		s.LeastApart = 1
	}
	s.Seconds = float64(len(s.Turns)) * (long + a.Change)
}
