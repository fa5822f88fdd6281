package lesson

import (
	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
)

var (
	physicalBlock = Block{Kind: Physical, Title: "Warm up", Minutes: 6, Prompts: []string{
		"Jog and side steps, two lengths each", "Knees up, heels up, arms in circles", "Split steps on the call", "Shadow strokes, half pace"}}
	stretchBlock = Block{Kind: Stretch, Title: "Stretch", Minutes: 5, Prompts: []string{
		"Calves, thighs, hips: slowly, without bouncing", "Shoulders and forearms", "Only as far as is comfortable"}}
	breakBlock = Block{Kind: Break, Title: "Water", Minutes: 3}
	talkBlock  = Block{Kind: Talk, Title: "Talk", Minutes: 5, Prompts: []string{
		"What shots did that ask of you?", "How engaged were you, from 1 to 10?", "What will you do differently next time?"}}
)

// Templates are the blocks a coach can put on a tape on that court, ready to be
// changed. Their ids are empty, for the caller to set.
func Templates(c *court.Court) []Block {
	if c.Sport != "tennis" { // its drills come from the shelf
		return []Block{
			{Kind: Game, Title: "Game to 11", Minutes: 15, Match: &Match{
				Rules: game.Rules{To: 11, WinBy: 2, FeedChangesEvery: 2, SecondsPerPoint: 15}, Start: "a serve", Cue: "Play the point you practised"}},
			breakBlock, talkBlock}
	}
	d := drill.ShortBall(c)
	return []Block{
		{Kind: WarmUp, Title: "Ten-minute warm-up", Minutes: 10, Script: WarmUpScript()},
		{Kind: Drill, Title: d.Title, Minutes: 25, Drill: &d},
		{Kind: Game, Title: "Short-ball game to 11", Minutes: 15, Match: &Match{
			Rules: game.Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: 20},
			Start: "a short feed to the other side, live from the first hit", Cue: "Approach, then close in"}},
		breakBlock, talkBlock,
	}
}

// Palette is everything that can be put on a tape on that court: the templates,
// and what a lesson may do without. Ids are empty.
func Palette(c *court.Court) []Block {
	return append(Templates(c), physicalBlock, stretchBlock)
}

// WarmUpScript is the ten one-minute roles of common practice [trade]: five at
// the net against moving groundstrokes, then swapped. No errors wanted.
func WarmUpScript() []Minute {
	five := []struct{ title, net, back, cue string }{
		{"Forehand volleys", "forehand volleys", "moving groundstrokes", "Catch it in front; feet always moving"},
		{"Backhand volleys", "backhand volleys", "moving groundstrokes", "Shoulder to the ball, no swing"},
		{"Volleys in turn", "volleys, one straight and one cross-court", "groundstrokes, recover after each", "Split as the other hits"},
		{"Small overheads", "small overheads", "soft lobs", "Turn and step; never run straight backward"},
		{"Serve and return", "easy serves to both boxes", "returns to the middle", "Toss, breathe out on contact"},
	}
	var out []Minute
	for half := range 2 {
		for _, m := range five {
			out = append(out, Minute{Title: m.title, Cue: m.cue, Roles: []Role{{half, m.net}, {1 - half, m.back}}})
		}
	}
	return out
}
