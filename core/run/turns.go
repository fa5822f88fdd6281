package run

import (
	"slices"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/play"
	"hodometer/core/rotation"
)

// Filling is what fills a turn, so that the next is called.
type Filling = play.Filling

// What fills a turn.
const (
	ByBalls   = play.ByBalls
	ByTime    = play.ByTime
	ByRallies = play.ByRallies
	ByScore   = play.ByScore
	ByEnds    = play.ByEnds
)

// Post is a place of a turn with those who hold it.
type Post struct {
	Place    rotation.Place `json:"place"`
	Students []string       `json:"students"`
	// At is where each of them stands, m, where a drill is played.
	At []court.Point `json:"at,omitempty"`
}

// stand says where everybody of these posts stands in the block.
func stand(b *lesson.Block, posts []Post) []Post {
	if b.Drill == nil {
		return posts
	}
	var places []rotation.Place
	for _, p := range posts {
		for range p.Students {
			places = append(places, p.Place)
		}
	}
	at := play.Stand(b.Drill, places)
	for i := range posts {
		n := len(posts[i].Students)
		posts[i].At, at = at[:n:n], at[n:]
	}
	return posts
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
	// Secret: the students are not told how many.
	Secret bool `json:"secret,omitempty"`
	// Until says when it is over, where that is not a number of balls alone.
	Until string `json:"until,omitempty"`
	// From is what the block's clock showed when it began, Ms how long the plan gives it.
	From int64 `json:"from"`
	Ms   int64 `json:"ms,omitempty"`
	Full bool  `json:"full,omitempty"`
	Held bool  `json:"held,omitempty"` // no change is called until it is let go
	// Comes: the next student comes up now, while the turn goes on.
	Comes bool `json:"comes,omitempty"`
	// Bell is what the block's clock shows when the stage that runs is over; Rests: the
	// next student steps in until then.
	Bell  int64  `json:"bell,omitempty"`
	Rests bool   `json:"rests,omitempty"`
	Now   []Post `json:"now"`
	Next  []Post `json:"next"`
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

// who is the place of a student in the lesson; −1 for none.
func (f *fold) who(id string) int { return slices.Index(f.lesson.Students, id) }

// elapsed is what the block's clock shows at a time.
func (f *fold) elapsed(i int, at int64) int64 {
	b := &f.state.Blocks[i]
	if i != f.state.Block || f.state.Since == 0 {
		return b.ElapsedMs
	}
	return min(b.MostMs, b.ElapsedMs+max(0, at-f.state.Since))
}

// watch puts a student in focus, where the block is the one in progress.
func (f *fold) watch(i, student int) {
	if student != play.Nobody && i == f.state.Block {
		f.state.Focus, f.picked = f.lesson.Students[student], false
	}
}

// enter calls the first turn of a block that has none yet.
func (f *fold) enter(i int, at int64) {
	f.watch(i, f.scripts[i].Enter(&f.plays[i], f.elapsed(i, at)))
}

// turn begins the turn of that number, or the first one that the student named hits in.
func (f *fold) turn(e *Event) {
	i := f.blockAt(e.Block)
	if i < 0 || e.Value < 0 {
		return
	}
	s, p := f.scripts[i], &f.plays[i]
	n := e.Value
	if who := f.who(e.Student); who >= 0 {
		n += s.Until(p, n, who)
	}
	f.watch(i, s.Call(p, n, f.elapsed(i, e.At)))
	if who := f.who(e.Student); who >= 0 {
		f.state.Focus = e.Student
	}
	f.done = true
}

// hold keeps a turn, or the minute of a warm-up, from ending, or lets it go.
func (f *fold) hold(e *Event) {
	if i := f.blockAt(e.Block); i >= 0 {
		f.scripts[i].Hold(&f.plays[i], e.Value == 1, f.elapsed(i, e.At))
	}
}

// bell ends the stage that runs by the clock, before its time.
func (f *fold) bell(e *Event) {
	if i := f.blockAt(e.Block); i >= 0 {
		f.watch(i, f.scripts[i].Skip(&f.plays[i], f.elapsed(i, e.At)))
		f.done = true
	}
}

// minute goes to a minute of a warm-up.
func (f *fold) minute(e *Event) {
	if i := f.blockAt(e.Block); i >= 0 && e.Value < len(f.lesson.Blocks[i].Script) {
		m := &f.plays[i].Minute
		m.N, m.From = e.Value, f.elapsed(i, e.At)
	}
}

// wrong counts errors where no ball is counted singly.
func (f *fold) wrong(e *Event) {
	if i := f.blockAt(e.Block); i >= 0 {
		errors := f.plays[i].Errors
		at := len(errors) - 1
		if who := f.who(e.Student); who >= 0 {
			at = who
		}
		errors[at] = max(0, errors[at]+e.Value)
		f.done = true
	}
}

// relay lays the turns out anew for those who are there now. Counts, the number of the
// turn and whose turn it is go on.
func (f *fold) relay(at int64) {
	here := f.here()
	for i := f.state.Block; i < len(f.plays); i++ {
		was := f.scripts[i]
		away := make([]bool, len(f.plays[i].Students))
		for j := range away {
			away[j] = f.plays[i].Students[j].Away
		}
		f.scripts[i] = f.script(i, here)
		f.watch(i, f.scripts[i].Carry(&f.plays[i], was, f.elapsed(i, at)))
		for j := range away {
			f.plays[i].Students[j].Away = away[j]
		}
		if i == f.state.Block || f.plays[i].Turn.On {
			f.enter(i, at)
		}
	}
}

// turnState is a block's turn as it is shown; nil where there are none.
func (f *fold) turnState(i int) *TurnState {
	s, t := f.scripts[i], &f.plays[i].Turn
	if !t.On {
		return nil
	}
	out := &TurnState{
		N: t.N, Round: s.Turns(), By: t.By, Balls: t.Balls, Of: t.Of, From: t.From, Ms: t.Ms, Full: t.Full,
		Held: t.Held, Bell: t.Bell, Rests: t.Rests, Comes: s.Comes(&f.plays[i]),
	}
	if d := f.lesson.Blocks[i].Drill; d != nil && t.By == ByEnds {
		out.Until, out.Secret = d.Until(), !s.Told()
	}
	if t.By != ByScore {
		b := &f.lesson.Blocks[i]
		out.Now, out.Next = stand(b, f.posts(s, t.Seat)), stand(b, f.posts(s, t.Seat+1))
		return out
	}
	queue := func(next bool) (posts []Post) {
		sides, line := s.Queue(&f.plays[i], next)
		for side, who := range sides {
			posts = append(posts, Post{Place: rotation.CourtPlace(1, side+1, "plays"), Students: f.ids(who)})
		}
		return append(posts, Post{Place: rotation.WaitingPlace, Students: f.ids(line)})
	}
	if out.Now = queue(false); t.Full {
		out.Next = queue(true)
	}
	return out
}

// posts of a turn, those of nobody left out.
func (f *fold) posts(s *play.Script, seat int) (out []Post) {
	if s.Round == nil { // all of them hit
		return []Post{{Place: rotation.HitterPlace, Students: f.ids(s.Here)}}
	}
	for p, held := range s.Seats(seat) {
		if len(held) == 0 {
			continue
		}
		if last := len(out) - 1; last >= 0 && out[last].Place == s.Round.Places[p] {
			out[last].Students = append(out[last].Students, f.ids(held)...)
			continue
		}
		out = append(out, Post{Place: s.Round.Places[p], Students: f.ids(held)})
	}
	return out
}
