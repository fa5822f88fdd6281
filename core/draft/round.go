package draft

import (
	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/plan"
)

// Of a short round [trade]: games are short, so that everybody meets everybody; a round of
// them takes this long, and a lesson of them is neither over at once nor the whole evening.
const (
	roundTo       = 7 // points
	roundMinutes  = 5
	leastOfRounds = 20
	mostOfRounds  = 90
	roundSlack    = 5 // minutes of the slot besides
)

// ShortRound returns a lesson in which so many students play short games, everybody against
// everybody, on that court: from the drill that the sport's folder ranks by where it names one,
// else the sport's own game. Its students, day and ids are the caller's to set. It is false
// where the sport has no game.
func ShortRound(c *court.Court, students int) (lesson.Lesson, bool) {
	game := gameBlock(c)
	if d, ok := shipped(documents()[c.Sport].RankBy, c); ok {
		game = plan.MatchFrom(d)
	}
	if game.Match == nil {
		return lesson.Lesson{}, false
	}
	rounds := students - 1 + students%2
	game.Title = "Short games, everyone meets"
	game.Minutes = min(mostOfRounds, max(leastOfRounds, rounds*roundMinutes))
	game.Match.Rules.To, game.Match.Rules.WinBy = roundTo, 1
	game.Arrangement = &lesson.Arrangement{Manner: lesson.RoundRobin}
	out := lesson.Lesson{
		Court: c.ID, Aim: "Find even pairs", Blocks: []lesson.Block{warmUpBlock(c), game},
	}
	for _, b := range out.Blocks {
		out.SlotMinutes += b.Minutes
	}
	out.SlotMinutes += roundSlack
	return out, true
}
