package run

import (
	"slices"

	"hodometer/core/lesson"
	"hodometer/core/play"
)

// court is the block of a game that an event speaks of; −1 where the lesson has none.
func (f *fold) court(e *Event) int {
	i := f.blockAt(e.Block)
	if i < 0 || f.lesson.Blocks[i].Match == nil || e.Court < 0 || e.Court >= lesson.MaxCourts {
		return -1
	}
	return i
}

func (f *fold) point(e *Event) {
	i := f.court(e)
	if i < 0 || e.Value != 0 && e.Value != 1 {
		return
	}
	over := f.scripts[i].Point(&f.plays[i], play.Point{
		On: e.Court, Side: e.Value, Marks: e.Marks, Player: f.who(e.Student), Clock: f.elapsed(i, e.At),
	})
	if over != nil {
		f.reached = reached{game: true, points: over.Points}
	}
	f.done = true
}

// sides puts others on a court; a game that was begun is kept as it stood.
func (f *fold) sides(e *Event) {
	i := f.court(e)
	if i < 0 || len(e.Sides) != 2 {
		return
	}
	var sides [2][]int
	for side, ids := range e.Sides {
		for _, id := range ids {
			if who := f.who(id); who >= 0 {
				sides[side] = append(sides[side], who)
			}
		}
	}
	f.scripts[i].Sit(&f.plays[i], e.Court, sides)
	f.done = true
}

func (f *fold) practice(e *Event) {
	if i := f.court(e); i >= 0 {
		f.scripts[i].Practise(&f.plays[i], e.Court, e.Value)
	}
}

// scored puts the running game's score right.
func (f *fold) scored(e *Event) {
	if i := f.court(e); i >= 0 {
		f.scripts[i].Scored(&f.plays[i], e.Court, [2]int{e.Value, e.Of})
		f.done = true
	}
}

// ids of students, by their place in the lesson.
func (f *fold) ids(who []int) []string {
	out := make([]string, len(who))
	for i, p := range who {
		out[i] = f.lesson.Students[p]
	}
	return out
}

func (f *fold) sidesOf(c *play.Court) [2][]string {
	return [2][]string{f.ids(c.Sides[0]), f.ids(c.Sides[1])}
}

// played is a game as the log has it.
func (f *fold) played(i int, g play.Played) Played {
	out := Played{
		Block: f.lesson.Blocks[i].ID, Court: g.On, Sides: f.sidesOf(&g.Court), Points: g.Score.Points,
		Rallies: g.Rallies, Over: g.Score.Over, Winner: int(g.Score.Winner),
	}
	rules := f.lesson.Blocks[i].Match.Rules
	for m, n := range g.Marks {
		if n == [2]int{} {
			continue
		}
		if out.Marks == nil {
			out.Marks = map[string][2]int{}
		}
		out.Marks[rules.MarkID(m)] = n
	}
	for who, n := range g.Own {
		if n == 0 || who >= len(f.lesson.Students) {
			continue
		}
		if out.Own == nil {
			out.Own = map[string]int{}
		}
		out.Own[f.lesson.Students[who]] = n
	}
	return out
}

// games fills a block's state with its courts and the games that were played.
func (f *fold) games(i int, b *BlockState) {
	p := &f.plays[i]
	if len(p.Courts) == 0 && len(p.Played) == 0 {
		return
	}
	b.Courts = make([]CourtState, len(p.Courts))
	for j := range p.Courts {
		c := &p.Courts[j]
		b.Courts[j] = CourtState{Sides: f.sidesOf(c), Score: c.Score, Rallies: c.Rallies}
	}
	b.Played = slices.Grow(b.Played, len(p.Played))
	for _, g := range p.Played {
		b.Played = append(b.Played, f.played(i, g))
	}
	for j := range p.Courts {
		if c := &p.Courts[j]; !c.Score.Over && c.Rallies != [2]int{} {
			b.running = append(b.running, f.played(i, play.Played{On: j, Court: *c}))
		}
	}
}

// Games are those that were played, over or not, in the order of their blocks.
func (s State) Games() (out []Played) {
	for _, b := range s.Blocks {
		out = append(append(out, b.Played...), b.running...)
	}
	return slices.Clip(out)
}
