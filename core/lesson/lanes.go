package lesson

import (
	"math"
	"slices"

	"hodometer/core/pattern"
)

// Doing is what a student is at.
type Doing string

// What a student can be at. Waiting is the one to keep short.
const (
	Hitting    Doing = "hitting"
	Waiting    Doing = "waiting"
	Collecting Doing = "collecting"
	Listening  Doing = "listening"
	Resting    Doing = "resting"
	Feeding    Doing = "feeding"
	Moving     Doing = "moving"   // without a ball
	Watching   Doing = "watching" // the coach, with free hands
)

// Span is a stretch of a student's lane, in minutes after the lesson's start.
type Span struct {
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Doing Doing   `json:"doing"`
}

// lane is what student who of n does in the block, which starts at minute at.
// It covers every minute of the block once.
func (b *Block) lane(who, n int, at float64) []Span {
	end := at + float64(b.Minutes)
	whole := func(d Doing) []Span { return []Span{{at, end, d}} }
	switch b.Kind {
	case Talk:
		return whole(Listening)
	case Break:
		return whole(Resting)
	case Physical, Stretch:
		return whole(Moving)
	case Drill:
		return b.turns(who, n, at, end)
	default:
		return whole(Hitting)
	}
}

// coach is what the coach does while the students do that: feeds where balls
// are fed, collects with them, watches otherwise.
func (b *Block) coach(lanes [][]Span, at float64) []Span {
	end := at + float64(b.Minutes)
	fed := b.Kind == Drill && b.Drill != nil && slices.ContainsFunc(b.Drill.Pattern.Feeds, func(f pattern.Feed) bool { return f.How == pattern.ByHand || f.How == pattern.ByRacket })
	switch {
	case b.Kind == Break:
		return []Span{{at, end, Resting}}
	case !fed || len(lanes) == 0:
		return []Span{{at, end, Watching}}
	}
	var out []Span
	for _, s := range lanes[0] {
		doing := Feeding
		if s.Doing == Collecting {
			doing = Collecting
		}
		if last := len(out) - 1; last >= 0 && out[last].Doing == doing {
			out[last].To = s.To
			continue
		}
		out = append(out, Span{s.From, s.To, doing})
	}
	return out
}

// turns walks a drill turn by turn: whose turn it is hits, the others wait, and
// everybody collects when the basket is empty.
func (b *Block) turns(who, n int, at, end float64) []Span {
	t, hitters := b.Drill.Tempo(), min(n, b.Drill.Hitters)
	var out []Span
	add := func(to float64, d Doing) {
		to = min(to, end)
		if to <= at {
			return
		}
		if last := len(out) - 1; last >= 0 && out[last].Doing == d {
			out[last].To = to
		} else {
			out = append(out, Span{at, to, d})
		}
		at = to
	}
	turnLeft, turn, basket := b.Drill.TurnBalls, 0, t.Basket
	for at < end-1e-9 {
		run := turnLeft
		if t.Basket > 0 {
			run = min(run, basket)
		}
		doing := Waiting
		if place := (who - turn*hitters%n + n) % n; place < hitters {
			doing = Hitting
		}
		add(at+math.Max(1e-6, float64(run)*t.SecondsPerBall/60), doing)
		basket -= run
		if turnLeft -= run; turnLeft == 0 {
			turnLeft, turn = b.Drill.TurnBalls, turn+1
		}
		if t.Basket > 0 && basket == 0 {
			basket = t.Basket
			add(at+t.PickUpMinutes, Collecting)
		}
	}
	return out
}
