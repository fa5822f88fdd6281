package run

import (
	"slices"

	"hodometer/core/lesson"
	"hodometer/core/play"
	"hodometer/core/rotation"
)

// Filling is what fills a turn, so that the next is called.
type Filling string

// What fills a turn.
const (
	ByBalls   Filling = "balls"   // so many counted of who hits
	ByTime    Filling = "time"    // so long on the block's clock
	ByRallies Filling = "rallies" // so many rallies, whoever wins them
	ByScore   Filling = "score"   // a game that is won
)

// Post is a place of a turn with those who hold it.
type Post struct {
	Place    rotation.Place `json:"place"`
	Students []string       `json:"students"`
}

// TurnState is who is where now and next. A turn that is full stays until the coach, or
// the next count of who comes, begins the one after it.
type TurnState struct {
	N     int     `json:"n"`     // turns before it
	Round int     `json:"round"` // turns until everybody was everywhere
	By    Filling `json:"by"`
	// Balls of it counted so far, of Of: of the hitter who has had fewest of those who
	// are counted at all. Rallies, where it is filled by them.
	Balls int `json:"balls"`
	Of    int `json:"of,omitempty"`
	// From is what the block's clock showed when it began, Ms how long the plan gives it.
	From int64  `json:"from"`
	Ms   int64  `json:"ms,omitempty"`
	Full bool   `json:"full,omitempty"`
	Held bool   `json:"held,omitempty"` // no change is called until it is let go
	Now  []Post `json:"now"`
	Next []Post `json:"next"`
	had  map[string]int
	out  []string // winners stay: who has played and waits, and who waits, in line
}

// rallies of a turn on deck where neither the rules nor the block say [trade].
const ralliesOnDeck = 5

// round of a block's turns for those who are there; nil where nothing changes.
func (f *fold) round(i int) *play.Round {
	if r, ok := f.rounds[i]; ok {
		return r
	}
	var r *play.Round
	if b := &f.lesson.Blocks[i]; (b.Drill != nil || b.Match != nil) && len(f.lesson.Students) > 0 {
		if y := play.RoundOf(f.lesson, b, f.here()); len(y.Turns) > 1 {
			r = &y
		}
	}
	if f.rounds == nil {
		f.rounds = map[int]*play.Round{}
	}
	f.rounds[i] = r
	return r
}

// here are those who take turns, by their place in the lesson; everybody where nobody
// is known to be there.
func (f *fold) here() (out []int) {
	s := &f.state
	for i, id := range f.lesson.Students {
		if !slices.Contains(s.Absent, id) && !slices.Contains(s.Gone, id) &&
			!slices.Contains(s.Expected, id) {
			out = append(out, i)
		}
	}
	if len(out) == 0 {
		for i := range f.lesson.Students {
			out = append(out, i)
		}
	}
	return out
}

// elapsed is what the block's clock shows at a time.
func (f *fold) elapsed(i int, at int64) int64 {
	b := &f.state.Blocks[i]
	if i != f.state.Block || f.state.Since == 0 {
		return b.ElapsedMs
	}
	return min(b.MostMs, b.ElapsedMs+max(0, at-f.state.Since))
}

// enter calls the first turn of a block that has none yet.
func (f *fold) enter(i int, at int64) {
	if f.state.Blocks[i].Turn == nil {
		f.call(i, 0, at)
	}
}

// call begins a turn of a block.
func (f *fold) call(i, n int, at int64) {
	r, b := f.round(i), &f.lesson.Blocks[i]
	state := &f.state.Blocks[i]
	if r == nil || n < 0 {
		state.Turn = nil
		return
	}
	t := &TurnState{N: n, Round: len(r.Turns), From: f.elapsed(i, at), had: map[string]int{}}
	was := state.Turn
	if was != nil {
		t.Held, t.out = was.Held, was.out
	}
	switch {
	case b.Match != nil && f.winnersStay(i):
		t.By = ByScore
		if c := &state.Courts[0]; was != nil && was.Full {
			var sides [2][]string
			sides, t.out = c.after(was.out)
			*c = f.next(c, b.Match.Rules, sides)
		}
	case b.Match != nil && b.Moves() == lesson.OnDeck && len(f.here()) >= 4:
		t.By, t.Of = ByRallies, ralliesOnDeck
		if b.Arrangement.Balls > 0 {
			t.Of = b.Arrangement.Balls
		}
		if set := b.Match.Rules.Set; set != nil {
			t.Of = set.Rallies
		}
	case b.Match != nil || b.Moves() == lesson.Stations:
		t.By, t.Ms = ByTime, int64(1000*r.Seconds)
	default:
		t.By, t.Of = ByBalls, b.Drill.TurnBalls
		if seconds := soLong(b, r.Seconds); seconds > 0 {
			t.By, t.Of, t.Ms = ByTime, 0, int64(1000*seconds)
		}
	}
	state.Turn = t
	f.place(i)
	if b.Match != nil {
		f.sit(i, n)
	} else if first := t.hitter(t.Now); i == f.state.Block && first != "" {
		f.state.Focus = first
	}
}

// soLong is how many seconds a turn of a drill lasts whose stages are all counted by the
// clock; 0 where balls fill it.
func soLong(b *lesson.Block, turn float64) float64 {
	seconds := 0
	for _, s := range b.Drill.Stages {
		if !s.Goal.Kind.Timed() {
			return 0
		}
		seconds = max(seconds, s.Goal.Seconds)
	}
	return max(turn, float64(seconds))
}

// place names who is where in the turn and in the next.
func (f *fold) place(i int) {
	t := f.state.Blocks[i].Turn
	if t.By == ByScore {
		f.queue(i)
		return
	}
	t.Now, t.Next = f.posts(i, t.N), f.posts(i, t.N+1)
}

// posts of a turn, those of nobody left out.
func (f *fold) posts(i, n int) (out []Post) {
	r := f.round(i)
	for p, held := range r.Turns[n%len(r.Turns)] {
		if len(held) == 0 {
			continue
		}
		ids := make([]string, len(held))
		for j, who := range held {
			ids[j] = f.lesson.Students[who]
		}
		if last := len(out) - 1; last >= 0 && out[last].Place == r.Places[p] {
			out[last].Students = append(out[last].Students, ids...)
			continue
		}
		out = append(out, Post{Place: r.Places[p], Students: ids})
	}
	return out
}

// hitter is the first of those who hit; "" for none.
func (t *TurnState) hitter(posts []Post) string {
	for _, p := range posts {
		if p.Place.Doing == rotation.Hitting {
			return p.Students[0]
		}
	}
	return ""
}

func hits(posts []Post, student string) bool {
	return slices.ContainsFunc(posts, func(p Post) bool {
		return p.Place.Doing == rotation.Hitting && slices.Contains(p.Students, student)
	})
}

// comes begins the next turn where a ball is counted of one who hits in it and this one
// is over.
func (f *fold) comes(i int, student string, at int64) {
	if s := &f.state; slices.Contains(s.Expected, student) { // who is counted has come
		s.Expected = slices.DeleteFunc(s.Expected, func(id string) bool { return id == student })
		f.away(student, false)
		f.relay(at)
	}
	f.enter(i, at)
	t := f.state.Blocks[i].Turn
	if t == nil || t.Held || t.By == ByRallies || t.By == ByScore {
		return
	}
	if t.By == ByBalls && hits(t.Now, student) && t.had[student] < t.Of {
		return // who hits in both turns still has a ball of this one
	}
	over := t.Full || t.By == ByTime && t.Ms > 0 && f.elapsed(i, at) >= t.From+t.Ms && !hits(t.Now, student)
	if over && hits(t.Next, student) {
		f.call(i, t.N+1, at)
	}
}

// played counts balls of a turn; when it is full the next hitter is in focus.
func (f *fold) played(i int, student string, balls int) {
	b := &f.state.Blocks[i]
	if b.Turn == nil || b.Turn.By != ByBalls || !hits(b.Turn.Now, student) {
		return
	}
	t, was := b.Turn, b.Turn.Full
	t.had[student] += balls
	t.fill()
	if next := t.hitter(t.Next); t.Full && !was && i == f.state.Block && next != "" {
		f.state.Focus = next
	}
}

// fill says whether a turn is full that balls or rallies fill.
func (t *TurnState) fill() {
	if t.By == ByTime || t.By == ByScore {
		return
	}
	first := len(t.had) > 0
	if first {
		t.Balls = 0
	}
	for _, n := range t.had {
		if n > 0 && (first || n < t.Balls) {
			t.Balls, first = n, false
		}
	}
	t.Full = !t.Held && t.Of > 0 && t.Balls >= t.Of
}

// turn begins the turn of that number, or the first one that the student named hits in.
func (f *fold) turn(e *Event) {
	i := f.blockAt(e.Block)
	if i < 0 || e.Value < 0 {
		return
	}
	n := e.Value
	if r := f.round(i); r != nil && e.Student != "" {
		for t := range r.Turns {
			if hits(f.posts(i, n+t), e.Student) {
				n += t
				break
			}
		}
	}
	f.call(i, n, e.At)
	if e.Student != "" {
		f.state.Focus = e.Student
	}
	f.done = true
}

// hold keeps a turn from filling, or lets it go.
func (f *fold) hold(e *Event) {
	i := f.blockAt(e.Block)
	if i < 0 || f.state.Blocks[i].Turn == nil {
		return
	}
	t := f.state.Blocks[i].Turn
	t.Held = e.Value == 1
	t.fill()
}

// relay lays the turns out anew for those who are there now, from the first.
func (f *fold) relay(at int64) {
	f.rounds = nil
	for i := f.state.Block; i < len(f.state.Blocks); i++ {
		b := &f.state.Blocks[i]
		begun := slices.ContainsFunc(b.Courts, func(c CourtState) bool { return c.Rallies != [2]int{} })
		if f.lesson.Blocks[i].Match != nil && !begun && len(b.Played) == 0 {
			b.Courts = firstGames(f.lesson, &f.lesson.Blocks[i], f.here())
		}
		if b.Turn != nil {
			b.Turn.out = nil
			f.call(i, 0, at)
		}
	}
}
