package run

import (
	"fmt"
	"slices"

	"hodometer/core/formation"
	"hodometer/core/game"
	"hodometer/core/lesson"
)

// firstGames are the games that a block begins with: as many courts as its first
// turn has, with who plays there; one game of nobody known where it has none.
func firstGames(l *lesson.Lesson, b *lesson.Block) []CourtState {
	turns := formation.Pairings(l, b)
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
	if c.Score.Moves != was.Moves {
		f.move(b, c, e.Court)
	}
	f.done = true
}

// move takes all one place on where others are on deck: what was played so far is
// kept for those who played it, and the score goes on.
func (f *fold) move(b *BlockState, c *CourtState, court int) {
	i := f.blockAt(b.ID)
	if f.lesson.Blocks[i].Moves() != lesson.OnDeck {
		return
	}
	turns, ok := f.turns[i]
	if !ok {
		turns = formation.Pairings(f.lesson, &f.lesson.Blocks[i])
		if f.turns == nil {
			f.turns = map[int][][][2][]string{}
		}
		f.turns[i] = turns
	}
	if len(turns) == 0 {
		return
	}
	if !c.Score.Over && c.Rallies != [2]int{} {
		b.Played = append(b.Played, c.played(b.ID, court))
	}
	*c = CourtState{Sides: turns[c.Score.Moves%len(turns)][0], Score: c.Score}
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
	next := newGame(rules, [2][]string{e.Sides[0], e.Sides[1]})
	next.Score.Own, next.Score.Moves = c.Score.Own, c.Score.Moves
	next.Score.WarmUpLeft = c.Score.WarmUpLeft // practice is for all, once
	*c = next
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
