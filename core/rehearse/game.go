package rehearse

import (
	"context"
	"slices"

	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/play"
)

// Game is a game block about to be rehearsed.
type Game struct {
	Lesson *lesson.Lesson
	Block  *lesson.Block
	From   float64 // minutes of the lesson before it
	// Rally is the chance that a rally goes to side A, of students by their place in the
	// lesson.
	Rally func(a, b []int) float64
}

// GamePlayed is what a game block comes to.
type GamePlayed struct {
	Ends    float64 // chance that a game is over before its time: the round's, or the block's
	Minutes float64 // of a game that is over, the mean; 0: none ever is
	Games   float64 // that are over in the block, on all courts, the mean
	Turns   float64 // rounds that are played, the mean
	Plays   int
	// Score is how a game ends, the medians of who wins and who does not; where fewer than half
	// end, how it stands when its time is up.
	Score [2]int
	Over  []float64 // minutes that the last rally goes on after the time is up, by play
}

// Rehearse plays a game block so many times, a rally on every court at a time.
// It stops with the context.
func (g Game) Rehearse(ctx context.Context, number int) GamePlayed {
	stretches := stretchesOf(g.Lesson, g.Block, g.From)
	out := GamePlayed{Plays: number}
	begun, over, turns := 0, 0, 0
	var ended, stood [][2]int
	ends := ms(float64(g.Block.Minutes) * 60)
	for k := range number {
		if ctx.Err() != nil {
			break
		}
		p := g.evening(k, stretches)
		p.play()
		out.Over = append(out.Over, float64(p.ends-ends)/60_000)
		ended, stood = append(ended, p.scores...), append(stood, p.stood...)
		begun, over, turns = begun+p.begun, over+p.over, turns+p.turns
		out.Games += float64(p.games) / float64(number)
		out.Minutes += float64(p.took) / 60_000
	}
	if games := out.Games * float64(number); games > 0 {
		out.Minutes /= games
	}
	if begun > 0 {
		out.Ends = float64(over) / float64(begun)
	}
	if out.Score = median(ended); out.Ends < 0.5 {
		out.Score = median(stood)
	}
	out.Turns = float64(turns) / float64(number)
	return out
}

// evening is one play of a game block.
type evening struct {
	Game
	stretches []stretch
	dice      die
	thrown    int
	st        play.State
	clock     int64
	from      []int64 // when the game on each court began
	ended     []bool  // a game was over on it since the turn began
	// Games begun with a turn's time before them, and of those the ones over in it; all
	// that were over, and the time they took; turns.
	begun, over, games int
	took               int64
	turns              int
	scores, stood      [][2]int   // of games that were over, and of those that were not; the higher first
	ends               int64      // of the last rally, ms
	told               func(Step) // who watches; nil: nobody
}

func (g Game) evening(number int, stretches []stretch) *evening {
	return &evening{Game: g, dice: dieOf(seedOf(g.Block.ID), number), stretches: stretches}
}

func (p *evening) tell(s Step) {
	if p.told != nil {
		p.told(s)
	}
}

func (p *evening) chance() float64 {
	p.thrown++
	return float64(p.dice.throw(p.thrown)>>11) / (1 << 53)
}

func (p *evening) play() {
	s, ends := p.stretches[0].script, ms(float64(p.Block.Minutes)*60)
	rules := p.Block.Match.Rules
	rally := max(1, ms(rules.SecondsPerPoint))
	p.st = s.Begin()
	s.Enter(&p.st, 0)
	p.tell(Step{What: AreHere, Here: s.Here})
	p.turn()
	for next := 1; p.clock < ends; p.clock += rally {
		for next < len(p.stretches) && p.clock >= p.stretches[next].from {
			was := s
			s = p.stretches[next].script
			p.tell(Step{At: p.clock, What: AreHere, Here: s.Here})
			s.Carry(&p.st, was, p.clock)
			s.Enter(&p.st, p.clock)
			next++
		}
		if t := &p.st.Turn; t.On && t.By == play.ByTime && t.Ms > 0 && p.clock >= t.From+t.Ms {
			p.close()
			s.Call(&p.st, t.N+1, p.clock)
			p.tell(Step{At: p.clock, What: Changed, Turn: t.N})
			p.turn()
		}
		for on := range len(p.st.Courts) {
			p.rally(s, on)
		}
	}
	// Rallies are of any length: the last is over in a part of its time.
	p.ends = max(ends, p.clock-int64(p.chance()*float64(rally)))
	p.close()
}

// turn begins the games of a turn.
func (p *evening) turn() {
	p.turns++
	p.from, p.ended = p.from[:0], p.ended[:0]
	for range p.st.Courts {
		p.from, p.ended = append(p.from, p.clock), append(p.ended, false)
	}
}

// close counts in how many courts a game was over in the turn.
func (p *evening) close() {
	for on, ended := range p.ended {
		if p.begun++; ended {
			p.over++
		} else if on < len(p.st.Courts) {
			p.stood = append(p.stood, higher(p.st.Courts[on].Score.Points))
		}
	}
}

// higher is a score with the higher points first.
func higher(points [2]int) [2]int {
	return [2]int{max(points[0], points[1]), min(points[0], points[1])}
}

// median of scores, of either side by itself.
func median(scores [][2]int) (out [2]int) {
	if len(scores) == 0 {
		return out
	}
	for side := range out {
		slices.SortFunc(scores, func(a, b [2]int) int { return a[side] - b[side] })
		out[side] = scores[len(scores)/2][side]
	}
	return out
}

// rally is played on a court, where two sides are.
func (p *evening) rally(s *play.Script, on int) {
	sides := p.st.Courts[on].Sides
	if len(sides[0]) == 0 || len(sides[1]) == 0 {
		return
	}
	o := play.Point{On: on, Side: 1, Player: play.Nobody, Clock: p.clock}
	if p.chance() < p.Rally(sides[0], sides[1]) {
		o.Side = 0
	}
	rules := p.Block.Match.Rules
	for i := range rules.Marks {
		if m := &rules.Marks[i]; m.Usual > 0 && p.chance() < m.Usual {
			o.Marks = append(o.Marks, m.ID)
		}
	}
	if rules.OwnScores && rules.OwnFor == "" {
		won := sides[o.Side]
		o.Player = won[int(p.chance()*float64(len(won)))]
	}
	p.tell(Step{At: p.clock, What: Rallied, Point: o})
	if over := s.Point(&p.st, o); over != nil {
		p.scores = append(p.scores, higher(over.Points))
		p.done(on)
	}
}

// done is a game over on a court; the next begins with the next rally.
func (p *evening) done(on int) {
	for len(p.from) <= on { // a court was opened in the meantime
		p.from, p.ended = append(p.from, p.clock), append(p.ended, false)
	}
	rally := ms(p.Block.Match.Rules.SecondsPerPoint)
	p.games++
	p.took += p.clock + rally - p.from[on]
	p.from[on], p.ended[on] = p.clock+rally, true
}

// Even is a game between equals, but for what the rules favour.
func Even(rules game.Rules) func(a, b []int) float64 {
	return func(a, b []int) float64 {
		if rules.Favours > 0 && len(a) == len(b) {
			return rules.Favours
		}
		return 0.5
	}
}
