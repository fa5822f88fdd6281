package play

import (
	"slices"

	"hodometer/core/game"
	"hodometer/core/lesson"
)

// firstGames are the games that a block begins with for those who are there: as many
// courts as its first turn has, with who plays there; one game of nobody known where it
// has none.
func (s *Script) firstGames() []Court {
	turns := s.pairings
	if len(turns) == 0 {
		return []Court{s.newGame([2][]int{})}
	}
	out := make([]Court, len(turns[0]))
	for i, g := range turns[0] {
		out[i] = s.newGame(g)
	}
	return out
}

func (s *Script) newGame(sides [2][]int) Court {
	return Court{Sides: sides, Score: s.Block.Match.Rules.Start()}
}

// court is the game on a court; more courts than were planned are opened as they come.
func (s *Script) court(st *State, on int) *Court {
	for len(st.Courts) <= on {
		st.Courts = append(st.Courts, s.newGame([2][]int{}))
	}
	return &st.Courts[on]
}

// Point is a rally won on a court: by which side, with what marks, by whom where that is
// known.
type Point struct {
	On     int
	Side   int
	Marks  []string
	Player int // Nobody: not known
	Clock  int64
}

// Point counts a rally, and returns the score where it ended the game.
func (s *Script) Point(st *State, o Point) (over *game.Score) {
	s.Time(st, o.Clock)
	rules := s.Block.Match.Rules
	c := s.court(st, o.On)
	if s.Enter(st, o.Clock); st.Turn.On && st.Turn.Full { // the next rally is the next turn's
		s.Call(st, st.Turn.N+1, o.Clock)
		c = s.court(st, o.On) // the courts may be others now
	}
	if c.Score.Over { // the next rally opens a new game
		*c = Court{Sides: c.Sides, Score: c.Score}
	}
	counts := c.Score.WarmUpLeft == 0
	y := game.Rally{Winner: game.Side(o.Side), Marks: o.Marks, Players: c.Sides[o.Side]}
	if o.Player != Nobody {
		y.Player = &o.Player
	}
	was := c.Score
	c.Score = rules.Rally(c.Score, y)
	if counts {
		c.Rallies[o.Side]++
		s.note(c, o, was)
	}
	if c.Score.Over {
		over = &c.Score
		st.Played = append(st.Played, Played{o.On, *c})
	}
	switch t := &st.Turn; {
	case !t.On:
	case c.Score.Moves != was.Moves && t.By == ByRallies:
		s.Call(st, c.Score.Moves, o.Clock)
	case t.By == ByRallies && rules.Set == nil && !t.Held:
		t.Balls++
		t.Full = t.Of > 0 && t.Balls >= t.Of
	case t.By == ByRallies:
		t.Balls = rules.Set.Rallies - c.Score.SetLeft
	case t.By == ByScore && c.Score.Over && !t.Held:
		t.Full = true
	}
	return over
}

// note counts what the rally carried, and the own score of who made it.
func (s *Script) note(c *Court, o Point, was game.Score) {
	rules := s.Block.Match.Rules
	for _, m := range o.Marks {
		if c.Marks == nil {
			c.Marks = make([][2]int, len(rules.Marks)+1)
		}
		i := slices.IndexFunc(rules.Marks, func(o game.Mark) bool { return o.ID == m })
		if i < 0 { // begun with the second serve
			i = len(rules.Marks)
		}
		c.Marks[i][rules.Whose(m, game.Side(o.Side), was.Feeder)]++
	}
	for i, n := range c.Score.Own {
		if i < len(was.Own) {
			n -= was.Own[i]
		}
		if n == 0 {
			continue
		}
		if c.Own == nil {
			c.Own = make([]int, max(s.students, len(c.Score.Own)))
		}
		c.Own[i] += n
	}
}

// leave keeps a game that is not over as it stood.
func (st *State) leave(on int) {
	if c := &st.Courts[on]; !c.Score.Over && c.Rallies != [2]int{} {
		st.Played = append(st.Played, Played{on, *c})
	}
}

// sit puts those of a turn on the courts. What was played so far is kept for those who
// played it; others begin a game of their own, at nothing.
func (s *Script) sit(st *State) {
	if st.Turn.By == ByScore {
		return
	}
	turns := s.pairings
	if len(turns) == 0 {
		return
	}
	n := len(turns)
	games := turns[((st.Turn.Seat%n)+n)%n]
	for on, sides := range games {
		c := s.court(st, on)
		if slices.Equal(c.Sides[0], sides[0]) && slices.Equal(c.Sides[1], sides[1]) {
			continue
		}
		st.leave(on)
		*c = s.next(c, sides)
	}
	for on := len(games); on < len(st.Courts); on++ { // a court that this turn leaves free
		st.leave(on)
	}
	st.Courts = st.Courts[:len(games)]
}

// next is the game after another on the same court, with others on its sides; practice
// and own scores go on, for they are everybody's.
func (s *Script) next(c *Court, sides [2][]int) Court {
	out := s.newGame(sides)
	out.Score.Own, out.Score.Moves = c.Score.Own, c.Score.Moves
	out.Score.WarmUpLeft = c.Score.WarmUpLeft
	return out
}

// winnersStay reports whether who wins stays on, with somebody waiting to come in.
func (s *Script) winnersStay() bool {
	return s.Block.Moves() == lesson.WinnersStay && len(s.Here) > 2
}

// fillQueue lines up those who do not play, where winners stay.
func (s *Script) fillQueue(st *State) {
	c := &st.Courts[0]
	if st.queue != nil {
		return
	}
	for _, who := range s.Here {
		if !slices.Contains(c.Sides[0], who) && !slices.Contains(c.Sides[1], who) {
			st.queue = append(st.queue, who)
		}
	}
}

// Queue is who plays where winners stay, and who waits in line: now, or once the game
// that is over has been cleared.
func (s *Script) Queue(st *State, next bool) (sides [2][]int, line []int) {
	c := &st.Courts[0]
	if next {
		return c.after(st.queue)
	}
	return c.Sides, st.queue
}

// after a won game: who plays, and who waits in line.
func (c *Court) after(queue []int) (sides [2][]int, line []int) {
	loser := 1 - int(c.Score.Winner)
	line = slices.Concat(queue, c.Sides[loser])
	n := min(len(c.Sides[loser]), len(line))
	sides[1-loser], sides[loser] = c.Sides[1-loser], line[:n:n]
	return sides, line[n:]
}

// Sit puts others on a court because the coach says so; a game that was begun is kept as
// it stood.
func (s *Script) Sit(st *State, on int, sides [2][]int) {
	c := s.court(st, on)
	st.leave(on)
	*c = s.next(c, sides)
	if st.Turn.On && st.Turn.By == ByScore {
		st.queue = nil
		s.fillQueue(st)
	}
}

// Practise sets how many practice rounds come before the next rally counts.
func (s *Script) Practise(st *State, on, rounds int) {
	c := s.court(st, on)
	c.Score = s.Block.Match.Rules.Practise(c.Score, rounds)
}

// Scored puts the running game's score right.
func (s *Script) Scored(st *State, on int, points [2]int) {
	c := s.court(st, on)
	if c.Score.Over && len(st.Played) > 0 { // the game that was over is the one to mend
		st.Played = st.Played[:len(st.Played)-1]
	}
	if c.Score = s.Block.Match.Rules.At(c.Score, points); c.Score.Over {
		st.Played = append(st.Played, Played{on, *c})
	}
}

// Carry is a state gone on with under another script of the same block, compiled for
// those who are there now. Counts, the number of the turn and whose turn it is go on;
// where who hit has left, the next who hits takes over.
func (s *Script) Carry(st *State, was *Script, clock int64) (focus int) {
	for i := range st.Students {
		st.Students[i].Away = !slices.Contains(s.Here, i)
	}
	if s.Block.Match != nil {
		s.carryGames(st)
	}
	if !st.Turn.On {
		return Nobody
	}
	if s.Round == nil && !s.turn.Runs {
		if s.Block.Match != nil { // two are left: they play
			s.sit(st)
		}
		st.Turn, st.queue = Turn{}, nil
		return Nobody
	}
	t := &st.Turn
	if t.By == ByScore {
		return Nobody
	}
	hitter, follows := was.Hitter(t.Seat), Nobody
	if was.Round != nil {
		follows = was.Hitter(t.Seat + 1)
	}
	for _, who := range []int{hitter, follows, Nobody} {
		for seat := range s.Turns() {
			if who != Nobody && !s.hits(seat, who) {
				continue
			}
			if t.Seat = seat; who != hitter {
				return s.Call(st, t.N, clock)
			}
			if s.Block.Match != nil {
				s.sit(st)
			}
			s.fill(st)
			return Nobody
		}
	}
	return Nobody
}

// Turns of the round; one where nothing changes.
func (s *Script) Turns() int {
	if s.Round == nil {
		return 1
	}
	return len(s.Round.Turns)
}

// carryGames lays out a game that has not begun for those who are there, and takes who
// has left off the courts.
func (s *Script) carryGames(st *State) {
	begun := len(st.Played) > 0
	for _, c := range st.Courts {
		begun = begun || c.Rallies != [2]int{}
	}
	if !begun {
		st.Courts = s.firstGames()
		if st.Turn.On && st.Turn.By == ByScore {
			st.queue = nil
			s.fillQueue(st)
		}
		return
	}
	if t := &st.Turn; t.On && t.By == ByScore {
		gone := func(who int) bool { return !slices.Contains(s.Here, who) }
		st.queue = slices.DeleteFunc(slices.Clone(st.queue), gone)
		for _, who := range s.Here {
			c := &st.Courts[0]
			if !slices.Contains(st.queue, who) && !slices.Contains(c.Sides[0], who) &&
				!slices.Contains(c.Sides[1], who) {
				st.queue = append(st.queue, who) // who has come waits last
			}
		}
		c := &st.Courts[0]
		sides, left := [2][]int{slices.Clone(c.Sides[0]), slices.Clone(c.Sides[1])}, false
		for i := range sides {
			for j, who := range sides[i] {
				if !gone(who) {
					continue
				}
				left = true
				if len(st.queue) > 0 {
					sides[i][j], st.queue = st.queue[0], st.queue[1:]
				}
			}
			sides[i] = slices.DeleteFunc(sides[i], gone)
		}
		if left {
			if st.leave(0); c.Score.Over { // who comes in meets the winner
				t.Full = false
			}
			*c = s.next(c, sides)
		}
	}
}
