package lesson

import (
	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/library"
)

var (
	physicalBlock = Block{Kind: Physical, Title: "Warm up", Minutes: 6, Prompts: []string{
		"Jog and side steps, two lengths each",
		"Knees up, heels up, arms in circles",
		"Split steps on the call",
		"Shadow strokes, half pace",
	}}
	stretchBlock = Block{Kind: Stretch, Title: "Stretch", Minutes: 5, Prompts: []string{
		"Calves, thighs, hips: slowly, without bouncing",
		"Shoulders and forearms",
		"Only as far as is comfortable",
	}}
	breakBlock = Block{Kind: Break, Title: "Water", Minutes: 3}
	talkBlock  = Block{Kind: Talk, Title: "Talk", Minutes: 5, Prompts: []string{
		"What shots did that ask of you?",
		"How engaged were you, from 1 to 10?",
		"What will you do differently next time?",
	}}
)

// Templates are the blocks a coach can put on a tape on that court, ready to be
// changed. Their ids are empty, for the caller to set.
func Templates(c *court.Court) []Block {
	warm := Block{Kind: WarmUp, Title: "On-court warm-up", Script: WarmUpScript(c.Sport)}
	warm.Minutes = len(warm.Script)
	if c.Sport != "tennis" { // its drills come from the shelf
		return []Block{warm,
			{Kind: Game, Title: "Game to 11", Minutes: 15, Match: &Match{
				Rules: game.Rules{
					To:               11,
					WinBy:            2,
					FeedChangesEvery: 2,
					SecondsPerPoint:  15,
				},
				Start: "a serve",
				Cue:   "Play the point you practised",
			}},
			breakBlock, talkBlock}
	}
	warm.Title = "Ten-minute warm-up"
	d := drill.ShortBall(c)
	return []Block{
		warm,
		{Kind: Drill, Title: d.Title, Minutes: 25, Drill: &d},
		{Kind: Game, Title: "Short-ball game to 11", Minutes: 15, Match: &Match{
			Rules: game.Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: 20},
			Start: "a short feed to the other side, live from the first hit",
			Cue:   "Approach, then close in",
		}},
		breakBlock, talkBlock,
	}
}

// Palette is everything that can be put on a tape on that court: the templates,
// and what a lesson may do without. Ids are empty.
func Palette(c *court.Court) []Block {
	out := append(Templates(c), physicalBlock, stretchBlock)
	if s, ok := servePractice(c); ok {
		out = append(out, s)
	}
	return out
}

// serves are the drills that ship for practising the serve, by sport.
var serves = map[string]string{
	"tennis":      "serve-from-service-line",
	"tableTennis": "table-serve-two-bounces",
	"badminton":   "shuttle-serve-low",
	"pickleball":  "deep-serve-return",
}

// servePractice is a block of serves on that court; false where none ships.
func servePractice(c *court.Court) (Block, bool) {
	e, err := library.ByID(serves[c.Sport])
	if err != nil {
		return Block{}, false
	}
	d := e.Drill.Clone()
	if d.Pattern.Court != c.ID {
		if d, err = d.On(c.ID); err != nil {
			return Block{}, false
		}
	}
	if d.Validate().Err() != nil {
		return Block{}, false
	}
	return Block{Kind: Serve, Title: "Serve practice", Minutes: d.Minutes.Best, Drill: &d}, true
}

// scripts are half a warm-up for pairs, by sport [trade]; the other half is the
// same with the roles swapped. A cue each.
var scripts = map[string][][4]string{
	"tennis": {
		{
			"Forehand volleys",
			"forehand volleys",
			"moving groundstrokes",
			"Catch it in front; feet always moving",
		},
		{"Backhand volleys", "backhand volleys", "moving groundstrokes", "Shoulder to the ball, no swing"},
		{
			"Volleys in turn",
			"volleys, one straight and one cross-court",
			"groundstrokes, recover after each",
			"Split as the other hits",
		},
		{"Small overheads", "small overheads", "soft lobs", "Turn and step; never run straight backward"},
		{
			"Serve and return",
			"easy serves to both boxes",
			"returns to the middle",
			"Toss, breathe out on contact",
		},
	},
	"tableTennis": {
		{
			"Forehands",
			"forehands, one diagonal",
			"forehands, the same diagonal",
			"Weight on the front of the feet",
		},
		{
			"Backhands",
			"backhands, the other diagonal",
			"backhands, the other diagonal",
			"Meet it in front, soft hand",
		},
		{
			"Backhand, then forehand",
			"backhand and forehand by turns",
			"blocks to both places",
			"Small steps before the stroke",
		},
		{"Pushes", "short pushes", "short pushes", "Low, no rush"},
		{
			"Serve and return",
			"short serves",
			"returns short or long as called",
			"Look at the racket, not the ball",
		},
	},
	"badminton": {
		{"Clears", "high clears", "high clears", "Turn, reach, land balanced"},
		{"Drops and lifts", "soft drops", "lifts from the net", "Racket up before the shuttle comes"},
		{"Drives", "flat drives", "flat drives", "Elbow in front, short swing"},
		{"Net", "net shots", "net shots", "Lunge, push back off the heel"},
		{
			"Smash and block",
			"half-pace smashes",
			"blocks to the net",
			"Turn and step; never run straight backward",
		},
	},
	"squash": {
		{
			"Straight lengths",
			"straight lengths, forehand side",
			"straight lengths, forehand side",
			"Racket up early",
		},
		{"Cross-courts", "cross-courts", "cross-courts", "Aim high on the front wall"},
		{"Length and short", "lengths", "short straight balls back", "Back to the T each time"},
		{"Volleys", "volleys from the T", "feeds to the T", "Short swing, firm hand"},
	},
	"pickleball": {
		{
			"Soft exchange",
			"soft balls over the net, cross-court",
			"soft balls over the net, cross-court",
			"Lift from the shoulder",
		},
		{"Volleys", "volleys from behind the zone", "groundstrokes at half pace", "Agree the pace first"},
		{"Deep balls", "deep groundstrokes", "deep groundstrokes", "Turn before the bounce"},
		{"Drops", "soft drops from the back", "volleys back deep", "High over the net, short behind it"},
		{"Serve and return", "deep serves", "deep returns", "Same toss, same swing"},
	},
}

// WarmUpScript is the minute-by-minute script of common practice [trade]: roles
// of a minute each, then swapped; ten minutes where five roles are known. No
// errors wanted.
func WarmUpScript(sport string) []Minute {
	var out []Minute
	for half := range 2 {
		for _, m := range scripts[sport] {
			out = append(out, Minute{Title: m[0], Cue: m[3], Roles: []Role{{half, m[1]}, {1 - half, m[2]}}})
		}
	}
	return out
}
