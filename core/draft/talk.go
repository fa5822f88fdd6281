package draft

import (
	"slices"

	"hodometer/core/drill"
	"hodometer/core/lesson"
)

// asks are the questions that a talk after work on something begins with [trade].
var asks = map[drill.Focus]string{
	"depth":        "What did you do differently when the ball went past the service line?",
	"direction":    "When did you change direction, and what told you to?",
	"shortBall":    "What did your feet do before the short ball? Did the swing slow?",
	"lowBall":      "What got the low ball up: the legs or the arm?",
	"early":        "What did you see that let you take it early?",
	"volley":       "Where did you stand when the volley was easy?",
	"transition":   "Were you moving or set when your opponent hit?",
	"serveReturn":  "Which serve came back easiest, and why?",
	"spin":         "How could you tell the ball had spin: by the sound or the flight?",
	"footwork":     "What came first, the feet or the swing?",
	"anticipation": "What did you read, and how early?",
	"rhythm":       "What broke the rhythm, and what brought it back?",
}

// mostAsked questions fit a talk of five minutes [trade].
const mostAsked = 3

// Questions for the talk after a lesson: of what it spent most time on, of its games,
// and what comes of it.
func Questions(l *lesson.Lesson) []string {
	minutes := map[drill.Focus]int{}
	var focuses []drill.Focus
	games := false
	for i := range l.Blocks {
		b := &l.Blocks[i]
		games = games || b.Match != nil
		if b.Drill == nil || asks[b.Drill.Focus] == "" {
			continue
		}
		if minutes[b.Drill.Focus] == 0 {
			focuses = append(focuses, b.Drill.Focus)
		}
		minutes[b.Drill.Focus] += b.Minutes
	}
	slices.SortStableFunc(focuses, func(a, b drill.Focus) int { return minutes[b] - minutes[a] })
	var out []string
	for _, f := range focuses {
		out = append(out, asks[f])
	}
	if games {
		out = slices.Insert(out, min(1, len(out)), "Which shots did you need?")
	}
	return append(out[:min(len(out), mostAsked-1)], "What will you do differently next time?")
}
