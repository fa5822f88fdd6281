package plan

import (
	"context"
	"fmt"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/rehearse"
	"hodometer/core/units"
)

// gameBlock is what a game block comes to that begins at that minute.
func (q *question) gameBlock(b *lesson.Block, at float64) (a blockAnswer) {
	a.match = q.match(b)
	a.notices = append(q.lastGame(b), q.marksSeen(b)...)
	if len(q.students) < 2 {
		return a
	}
	played := q.gamesIn(b, at)
	a.over = played.Over
	ends := endsDerivation.Of(played.Ends, units.Chance, float64(b.Minutes), float64(played.Plays))
	a.match.Ends, a.match.Stands = &ends, played.Ends < 0.5
	if played.Score != [2]int{} {
		a.match.Score = &played.Score
	}
	if played.Games > 0 {
		a.match.Games = gamesDerivation.Of(played.Games, units.Count, float64(b.Minutes), played.Minutes)
	} else {
		a.match.Games.Value = 0
	}
	if played.Ends < drill.Enough {
		a.notices = append(a.notices, q.willNotEnd(b, at, played.Ends))
	}
	return a
}

// gamesIn a block, read off plays of it.
func (q *question) gamesIn(b *lesson.Block, at float64) rehearse.GamePlayed {
	rallies := float64(b.Minutes) * 60 / b.Match.Rules.SecondsPerPoint * float64(max(1, len(q.students)/2))
	return q.game(b, at).Rehearse(q.ctx, int(min(rehearse.Few, max(fewest, mostRallies/rallies))))
}

// game is a game block that begins at that minute, ready to be rehearsed: rallies go by the
// strengths of those on either side.
func (q *question) game(b *lesson.Block, at float64) rehearse.Game {
	among := q.students
	if among[0].Standing == nil || slices.ContainsFunc(
		among,
		func(s Student) bool { return s.Standing != among[0].Standing },
	) {
		among = slices.Clone(among)
		Stand(among, nil, nil)
	}
	place := func(who []int) []int {
		out := make([]int, len(who))
		for i, w := range who {
			out[i] = among[w].Place
		}
		return out
	}
	known := map[[2]uint32]float64{} // by who is on either side
	mask := func(who []int) (out uint32) {
		for _, w := range who {
			out |= 1 << w
		}
		return out
	}
	with, _, _ := q.seen(b)
	return rehearse.Game{Lesson: q.lesson, Block: with, From: at, Rally: func(a, o []int) float64 {
		key := [2]uint32{mask(a), mask(o)}
		chance, ok := known[key]
		if !ok {
			chance, _, _ = among[0].Standing.Rally(
				Meeting{A: place(a), B: place(o), Favours: b.Match.Rules.Favours},
			)
			known[key] = chance
		}
		return chance
	}}
}

// willNotEnd says that games will stay unfinished, and offers a shorter game and more time.
func (q *question) willNotEnd(b *lesson.Block, at, ends float64) Notice {
	n := notice("willNotEnd",
		fmt.Sprintf("Games will stay unfinished: %s of them are over when their time is up.", percent(ends)))
	try := func(label string, fit lesson.Block) {
		if chance := q.gamesIn(&fit, at).Ends; chance >= drill.Wanted {
			n.Fixes = append(n.Fixes, change(label, percent(chance)+" of the games end", fit))
		}
	}
	rules := b.Match.Rules
	to := func(points int) lesson.Block {
		fit, m := *b, *b.Match
		m.Rules.To = points
		fit.Match = &m
		return fit
	}
	if rules.ToB == 0 && rules.Cap == 0 && rules.Set == nil {
		lo, hi := leastRace, rules.To // lo may do, hi does not
		for hi-lo > 1 {
			mid := (lo + hi) / 2
			if fit := to(mid); q.gamesIn(&fit, at).Ends >= drill.Wanted {
				lo = mid
			} else {
				hi = mid
			}
		}
		if lo < rules.To {
			try(fmt.Sprintf("Play to %d", lo), to(lo))
		}
	}
	lasting := func(minutes int) lesson.Block {
		fit := *b
		fit.Minutes = minutes
		return fit
	}
	longest := q.longest(b)
	lo, hi := b.Minutes, longest+1 // lo does not do
	for hi-lo > 1 {
		mid := (lo + hi) / 2
		if fit := lasting(mid); q.gamesIn(&fit, at).Ends < drill.Wanted {
			lo = mid
		} else {
			hi = mid
		}
	}
	if hi <= longest {
		try(fmt.Sprintf("Give it %d minutes", hi), lasting(hi))
	}
	return n
}

// A long block is played fewer times, for there are more games in it.
const (
	fewest      = 32.0
	mostRallies = 20_000.0
)

// leastRace is the fewest points that a shorter game is played to.
const leastRace = 3

// Ending returns the game block with the most points that let its games end in its minutes, no
// more than it has; false where even the shortest race does not.
func (p *Planner) Ending(
	ctx context.Context,
	l *lesson.Lesson,
	b lesson.Block,
	students []Student,
) (lesson.Block, bool) {
	q := p.ask(ctx, l, students, units.Metric)
	if b.Match == nil || len(students) < 2 {
		return b, b.Match != nil
	}
	to := func(points int) lesson.Block {
		fit, m := b, *b.Match
		if m.Rules.ToB > 0 { // an uneven race keeps its proportion
			m.Rules.ToB = max(1, m.Rules.ToB*points/m.Rules.To)
		}
		m.Rules.To = points
		m.Rules.Cap = 0
		fit.Match = &m
		return fit
	}
	for _, points := range []int{b.Match.Rules.To, 15, 11, 9, 7, 5, leastRace + 1} {
		if points > b.Match.Rules.To {
			continue
		}
		fit := b
		if points < b.Match.Rules.To {
			fit = to(points)
		}
		if q.gamesIn(&fit, 0).Ends >= drill.Wanted {
			return fit, true
		}
	}
	return b, false
}
