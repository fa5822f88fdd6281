package game

import (
	"fmt"

	"hodometer/core/units"
)

// Side is one of the two sides of a game.
type Side int

// The two sides.
const (
	A Side = 0
	B Side = 1
)

// Rules of a game to a number of points, fed by the sides in turn.
type Rules struct {
	To               int     `json:"to"`
	WinBy            int     `json:"winBy"`            // 1 or 2
	FeedChangesEvery int     `json:"feedChangesEvery"` // points; 0: the coach feeds
	SecondsPerPoint  float64 `json:"secondsPerPoint"`  // feed to feed, walking back included
}

// Validate lists what is wrong with the rules.
func (r Rules) Validate() (p units.Problems) {
	if r.To < 1 || r.To > 100 {
		p.Add("to", fmt.Sprintf("a game goes to 1 to 100 points, not %d", r.To))
	}
	if r.WinBy != 1 && r.WinBy != 2 {
		p.Add("winBy", fmt.Sprintf("a game is won by 1 or by 2 points, not %d", r.WinBy))
	}
	if r.FeedChangesEvery < 0 || r.FeedChangesEvery > 50 {
		p.Add("feedChangesEvery", fmt.Sprintf("the feed changes every 0 to 50 points, not %d", r.FeedChangesEvery))
	}
	if !(r.SecondsPerPoint >= 1 && r.SecondsPerPoint <= 300) {
		p.Add("secondsPerPoint", fmt.Sprintf("a point takes 1 to 300 seconds, not %g", r.SecondsPerPoint))
	}
	return p
}

// Score is the state of a game.
type Score struct {
	Points    [2]int `json:"points"`
	Games     [2]int `json:"games"`     // games won before this one
	Feeder    Side   `json:"feeder"`    // who feeds the next point
	FeedsLeft int    `json:"feedsLeft"` // points until the feed changes; 0: it does not
	Over      bool   `json:"over"`
	Winner    Side   `json:"winner"` // when over
}

// Start is the score before the first point.
func (r Rules) Start() Score { return Score{FeedsLeft: r.FeedChangesEvery} }

// Point is the score after that side wins a point. A point after the end opens
// the next game, which the other side feeds first.
func (r Rules) Point(s Score, winner Side) Score {
	if s.Over {
		games := s.Games
		games[s.Winner]++
		s = r.Start()
		s.Games = games
		s.Feeder = Side((games[A] + games[B]) % 2)
	}
	s.Points[winner]++
	if r.FeedChangesEvery > 0 {
		if s.FeedsLeft--; s.FeedsLeft == 0 {
			s.FeedsLeft, s.Feeder = r.FeedChangesEvery, 1-s.Feeder
		}
	}
	lead := s.Points[winner] - s.Points[1-winner]
	if s.Points[winner] >= r.To && lead >= r.WinBy {
		s.Over, s.Winner = true, winner
	}
	return s
}
