package game

import "slices"

// Score is the state of a game.
type Score struct {
	Points    [2]int `json:"points"`
	Games     [2]int `json:"games"`     // games won before this one
	Feeder    Side   `json:"feeder"`    // who feeds the next rally
	FeedsLeft int    `json:"feedsLeft"` // rallies until the feed changes; 0: it does not
	Over      bool   `json:"over"`
	Winner    Side   `json:"winner"` // when over
	// WarmUpLeft is how many rallies are still played before any counts.
	WarmUpLeft int `json:"warmUpLeft,omitempty"`
	// Set is what each side has won of the running set, SetLeft its rallies to come.
	Set     [2]int `json:"set,omitzero"`
	SetLeft int    `json:"setLeft,omitempty"`
	// Net is the side that has the net, where the rules let it change hands.
	Net *Side `json:"net,omitempty"`
	// Own are the players' own scores, where they keep them.
	Own []int `json:"own,omitempty"`
	// Moves counts the sets played: with players on deck, all move one place.
	Moves int `json:"moves,omitempty"`
}

// Start is the score before the first rally.
func (r Rules) Start() Score {
	s := Score{FeedsLeft: r.FeedChangesEvery, WarmUpLeft: r.practice(r.WarmUp)}
	if r.FeedFirst > 0 {
		s.FeedsLeft = r.FeedFirst
	}
	if r.Set != nil {
		s.SetLeft = r.Set.Rallies
	}
	if r.Net != "" {
		first := A
		s.Net = &first
	}
	return s
}

// Point is the score after that side wins a rally with nothing else to it.
func (r Rules) Point(s Score, winner Side) Score { return r.Rally(s, Rally{Winner: winner}) }

// Rally is the score after a rally. One after the end opens the next game, which
// the other side feeds first; warm-up rallies are not played again.
func (r Rules) Rally(s Score, y Rally) Score {
	if s.Over {
		games, own, moves := s.Games, s.Own, s.Moves
		games[s.Winner]++
		s = r.Start()
		s.Games, s.Own, s.Moves, s.WarmUpLeft = games, own, moves, 0
		if r.Feeder != "same" {
			s.Feeder = Side((games[A] + games[B]) % 2)
		}
	}
	if s.WarmUpLeft > 0 {
		s.WarmUpLeft--
		return r.practised(s, y.Winner)
	}
	worth, bonus := r.worth(y.Marks)
	scores := true
	if r.Net == "winner" {
		scores = !r.OnlyNetScores || *s.Net == y.Winner
		holder := y.Winner
		s.Net = &holder
	}
	s = r.own(s, y, worth)
	feeder := s.Feeder
	switch {
	case !scores:
	case r.Set != nil:
		s = r.inSet(s, y.Winner, worth)
	default:
		s.Points[y.Winner] += worth
	}
	s = r.nextFeed(s, y.Winner)
	if s = r.decide(s, y.Winner); !s.Over && bonus > 0 {
		s.Points[feeder] += bonus
		s = r.decide(s, feeder)
	}
	return s
}

// own is the score with what a rally is worth to its players. Where all the winners
// score, each gets one, and who made a mark the rest of what it is worth.
func (r Rules) own(s Score, y Rally, worth int) Score {
	if !r.OwnScores {
		return s
	}
	add := func(player, n int) {
		if player >= 0 && player < mostPlayers && n > 0 {
			s.Own = append(slices.Clone(s.Own), make([]int, max(0, player+1-len(s.Own)))...)
			s.Own[player] += n
		}
	}
	if r.OwnFor == "winners" {
		for _, p := range y.Players {
			add(p, 1)
		}
		worth--
	}
	if y.Player != nil {
		add(*y.Player, worth)
	}
	return s
}

// Practise is the score with so many practice rounds to come before the next rally
// counts.
func (r Rules) Practise(s Score, rounds int) Score {
	s.WarmUpLeft = r.practice(rounds)
	if r.Set != nil {
		s.Set, s.SetLeft = [2]int{}, r.Set.Rallies
	}
	return s
}

// practised is the score after a rally that does not count: in a set all still move
// at its end, and the net may change hands.
func (r Rules) practised(s Score, winner Side) Score {
	if r.Set == nil {
		return s
	}
	s.Set[winner]++
	if s.SetLeft--; s.SetLeft > 0 {
		return s
	}
	if ahead := s.ahead(); r.Net == "set" && ahead >= 0 {
		side := Side(ahead)
		s.Net = &side
	}
	s.Set, s.SetLeft = [2]int{}, r.Set.Rallies
	s.Moves++
	return s
}

// ahead is the side that has won more of the running set; −1 where neither has.
func (s Score) ahead() int {
	switch {
	case s.Set[A] > s.Set[B]:
		return int(A)
	case s.Set[B] > s.Set[A]:
		return int(B)
	}
	return -1
}

// worth is what a rally with those marks scores, and the feeder's bonus.
func (r Rules) worth(marks []string) (worth, bonus int) {
	worth = 1
	times := 1
	for _, m := range r.Marks {
		if !slices.Contains(marks, m.ID) || m.FirstServe && slices.Contains(marks, SecondServe) {
			continue
		}
		worth = max(worth, m.Worth)
		times *= max(1, m.Times)
		bonus += m.Bonus
	}
	return worth * times, bonus
}

// inSet counts a rally within the set and, when it is the last, scores the set.
func (r Rules) inSet(s Score, winner Side, worth int) Score {
	s.Set[winner] += worth
	if s.SetLeft--; s.SetLeft > 0 {
		return s
	}
	if leads := s.ahead(); leads >= 0 {
		ahead := Side(leads)
		points := r.Set.Points
		if s.Set[1-ahead] == 0 && r.Set.Sweep > 0 {
			points = r.Set.Sweep
		}
		s.Points[ahead] += points
		if r.Net == "set" {
			s.Net = &ahead
		}
	}
	s.Set, s.SetLeft = [2]int{}, r.Set.Rallies
	s.Moves++
	return s
}

func (r Rules) nextFeed(s Score, winner Side) Score {
	switch {
	case r.Feeder == "same":
	case r.Feeder == "winner":
		s.Feeder = winner
	case r.Feeder == "loser":
		s.Feeder = 1 - winner
	case r.FeedChangesEvery > 0:
		if s.FeedsLeft--; s.FeedsLeft == 0 {
			s.FeedsLeft, s.Feeder = r.FeedChangesEvery, 1-s.Feeder
		}
	}
	return s
}

// decide ends the game when a side has enough; the side that scored first is
// looked at first.
func (r Rules) decide(s Score, first Side) Score {
	for _, side := range []Side{first, 1 - first} {
		have, lead := s.Points[side], s.Points[side]-s.Points[1-side]
		// An uneven race has no lead to speak of.
		enough := have >= r.target(side) && (r.ToB > 0 || lead >= r.WinBy)
		if enough || r.Cap > 0 && have >= r.Cap {
			s.Over, s.Winner = true, side
			return s
		}
	}
	return s
}

// At is the game with its score put right: over, where that is enough.
func (r Rules) At(s Score, points [2]int) Score {
	s.Points, s.Over = points, false
	leads := A
	if points[B] > points[A] {
		leads = B
	}
	return r.decide(s, leads)
}
