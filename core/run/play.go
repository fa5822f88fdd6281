package run

import (
	"fmt"
	"slices"

	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/play"
	"hodometer/core/rotation"
)

// firstGames are the games that a block begins with for those who are there: as many
// courts as its first turn has, with who plays there; one game of nobody known where it
// has none.
func firstGames(l *lesson.Lesson, b *lesson.Block, here []int) []CourtState {
	turns := play.PairingsOf(l, b, here)
	if len(turns) == 0 {
		return []CourtState{newGame(b.Match.Rules, [2][]string{{}, {}})}
	}
	out := make([]CourtState, len(turns[0]))
	for i, g := range turns[0] {
		out[i] = newGame(b.Match.Rules, g)
	}
	return out
}

func newGame(r game.Rules, sides [2][]string) CourtState {
	return CourtState{Sides: sides, Score: r.Start()}
}

// court is the game that an event speaks of, with its rules; nil where the lesson has
// none.
func (f *fold) court(e *Event) (*BlockState, *CourtState, game.Rules) {
	i := f.blockAt(e.Block)
	if i < 0 || f.lesson.Blocks[i].Match == nil || e.Court < 0 || e.Court >= lesson.MaxCourts {
		return nil, nil, game.Rules{}
	}
	b, rules := &f.state.Blocks[i], f.lesson.Blocks[i].Match.Rules
	for len(b.Courts) <= e.Court { // more courts than were planned
		b.Courts = append(b.Courts, newGame(rules, [2][]string{{}, {}}))
	}
	return b, &b.Courts[e.Court], rules
}

func (f *fold) point(e *Event) {
	b, c, rules := f.court(e)
	if c == nil || e.Value != 0 && e.Value != 1 {
		return
	}
	i := f.blockAt(e.Block)
	if f.enter(i, e.At); b.Turn != nil && b.Turn.Full { // the next rally is the next turn's
		f.call(i, b.Turn.N+1, e.At)
		_, c, _ = f.court(e) // the courts may be others now
	}
	if c.Score.Over { // the next rally opens a new game
		*c = CourtState{Sides: c.Sides, Score: c.Score}
	}
	counts := c.Score.WarmUpLeft == 0
	y := game.Rally{Winner: game.Side(e.Value), Marks: e.Marks}
	if who := slices.Index(f.lesson.Students, e.Student); who >= 0 {
		y.Player = &who
	}
	was := c.Score
	c.Score = rules.Rally(c.Score, y)
	if counts {
		c.Rallies[e.Value]++
		c.note(e, was, f.lesson.Students)
	}
	if c.Score.Over {
		f.state.Reached = fmt.Sprintf("Game: %d–%d", c.Score.Points[0], c.Score.Points[1])
		b.Played = append(b.Played, c.played(b.ID, e.Court))
	}
	switch t := b.Turn; {
	case t == nil:
	case c.Score.Moves != was.Moves && t.By == ByRallies:
		f.call(i, c.Score.Moves, e.At)
	case t.By == ByRallies && rules.Set == nil && !t.Held:
		t.Balls++
		t.fill()
	case t.By == ByRallies:
		t.Balls = rules.Set.Rallies - c.Score.SetLeft
	case t.By == ByScore && c.Score.Over && !t.Held:
		t.Full = true
		f.place(i)
	}
	f.done = true
}

// sit puts those of a turn on the courts. On deck the score goes on while all move one
// place; otherwise others begin a game of their own. What was played so far is kept for
// those who played it.
func (f *fold) sit(i, n int) {
	b, l := &f.state.Blocks[i], &f.lesson.Blocks[i]
	if b.Turn.By == ByScore {
		return
	}
	turns := play.PairingsOf(f.lesson, l, f.here())
	if len(turns) == 0 {
		return
	}
	games := turns[n%len(turns)]
	for at, sides := range games {
		for len(b.Courts) <= at {
			b.Courts = append(b.Courts, newGame(l.Match.Rules, [2][]string{{}, {}}))
		}
		c := &b.Courts[at]
		if slices.Equal(c.Sides[0], sides[0]) && slices.Equal(c.Sides[1], sides[1]) {
			continue
		}
		if !c.Score.Over && c.Rallies != [2]int{} {
			b.Played = append(b.Played, c.played(b.ID, at))
		}
		if b.Turn.By == ByRallies {
			*c = CourtState{Sides: sides, Score: c.Score}
		} else {
			*c = f.next(c, l.Match.Rules, sides)
		}
	}
	for at := len(games); at < len(b.Courts); at++ { // a court that this turn leaves free
		if c := &b.Courts[at]; !c.Score.Over && c.Rallies != [2]int{} {
			b.Played = append(b.Played, c.played(b.ID, at))
		}
	}
	b.Courts = b.Courts[:len(games)]
}

// next is the game after another on the same court, with others on its sides; practice
// and own scores go on, for they are everybody's.
func (f *fold) next(c *CourtState, rules game.Rules, sides [2][]string) CourtState {
	out := newGame(rules, sides)
	out.Score.Own, out.Score.Moves = c.Score.Own, c.Score.Moves
	out.Score.WarmUpLeft = c.Score.WarmUpLeft
	return out
}

// winnersStay says whether who wins stays on, with somebody waiting to come in.
func (f *fold) winnersStay(i int) bool {
	return f.lesson.Blocks[i].Moves() == lesson.WinnersStay && len(f.here()) > 2
}

// queue names who plays where winners stay, who waits in which order, and who stays and
// comes in once the game is won.
func (f *fold) queue(i int) {
	b := &f.state.Blocks[i]
	t, c := b.Turn, &b.Courts[0]
	if t.out == nil {
		for _, who := range f.here() {
			id := f.lesson.Students[who]
			if !slices.Contains(c.Sides[0], id) && !slices.Contains(c.Sides[1], id) {
				t.out = append(t.out, id)
			}
		}
	}
	post := func(sides [2][]string, out []string) (posts []Post) {
		for side, who := range sides {
			posts = append(posts, Post{rotation.CourtPlace(1, side+1, "plays"), who})
		}
		return append(posts, Post{rotation.WaitingPlace, out})
	}
	t.Now, t.Next = post(c.Sides, t.out), nil
	if t.Full {
		sides, out := c.after(t.out)
		t.Next = post(sides, out)
	}
}

// after a won game: who plays, and who waits in line.
func (c *CourtState) after(out []string) (sides [2][]string, line []string) {
	loser := 1 - int(c.Score.Winner)
	line = slices.Concat(out, c.Sides[loser])
	n := min(len(c.Sides[loser]), len(line))
	sides[1-loser], sides[loser] = c.Sides[1-loser], line[:n:n]
	return sides, line[n:]
}

// note counts what the rally carried, and the own score of who made it.
func (c *CourtState) note(e *Event, was game.Score, students []string) {
	if len(e.Marks) > 0 && c.marks == nil {
		c.marks = map[string]int{}
	}
	for _, m := range e.Marks {
		c.marks[m]++
	}
	for i, n := range c.Score.Own {
		if i < len(was.Own) {
			n -= was.Own[i]
		}
		if n == 0 {
			continue
		}
		if c.own == nil {
			c.own = map[string]int{}
		}
		c.own[students[i]] += n
	}
}

func (c *CourtState) played(block string, court int) Played {
	return Played{
		Block: block, Court: court, Sides: c.Sides, Points: c.Score.Points, Rallies: c.Rallies,
		Over: c.Score.Over, Winner: int(c.Score.Winner), Marks: c.marks, Own: c.own,
	}
}

// sides puts others on a court; a game that was begun is kept as it stood.
func (f *fold) sides(e *Event) {
	b, c, rules := f.court(e)
	if c == nil || len(e.Sides) != 2 {
		return
	}
	if !c.Score.Over && c.Rallies != [2]int{} {
		b.Played = append(b.Played, c.played(b.ID, e.Court))
	}
	*c = f.next(c, rules, [2][]string{e.Sides[0], e.Sides[1]})
	if b.Turn != nil && b.Turn.By == ByScore {
		b.Turn.out = nil
		f.place(f.blockAt(e.Block))
	}
	f.done = true
}

func (f *fold) practice(e *Event) {
	if _, c, rules := f.court(e); c != nil {
		c.Score = rules.Practise(c.Score, e.Value)
	}
}

// scored puts the running game's score right.
func (f *fold) scored(e *Event) {
	b, c, rules := f.court(e)
	if c == nil {
		return
	}
	if c.Score.Over && len(b.Played) > 0 { // the game that was over is the one to mend
		b.Played = b.Played[:len(b.Played)-1]
	}
	c.Score = rules.At(c.Score, [2]int{e.Value, e.Of})
	if c.Score.Over {
		b.Played = append(b.Played, c.played(b.ID, e.Court))
	}
	f.done = true
}

// Games are those that were played, over or not, in the order of their blocks.
func (s State) Games() (out []Played) {
	for _, b := range s.Blocks {
		out = append(out, b.Played...)
		for i := range b.Courts {
			if c := &b.Courts[i]; !c.Score.Over && c.Rallies != [2]int{} {
				out = append(out, c.played(b.ID, i))
			}
		}
	}
	return out
}
