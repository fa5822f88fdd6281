package lesson

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/progress"
)

// Shares and counts past which advice is given [trade].
const (
	tooIdle      = 0.6  // of a drill's time waiting
	tooIdleYoung = 0.5  // for beginners
	onePlace     = 1.5  // m, within which all balls come to one place
	longInPlace  = 15   // minutes of it
	tooManyNew   = 2    // drills nobody has done
	wantsMatch   = 45   // minutes from which a lesson wants match play
	leastTurn    = 0.05 // of the time, waiting that is only the change
)

// idle says how much of a drill block is spent waiting, and offers more hitting
// at once.
func (b *Block) idle(students []Student, lanes [][]Span) []Notice {
	n := len(students)
	if n < 3 || b.Drill == nil {
		return nil
	}
	waiting, limit := 0.0, tooIdle
	for _, lane := range lanes {
		for _, s := range lane {
			if s.Doing == Waiting {
				waiting += (s.To - s.From) / float64(n*b.Minutes)
			}
		}
	}
	young := slices.ContainsFunc(students, func(s Student) bool { return s.Level == progress.Beginner })
	if young {
		limit = tooIdleYoung
	}
	if waiting <= limit+leastTurn/10 {
		return nil
	}
	out := Notice{Kind: "idle", Text: fmt.Sprintf("Each waits %.0f%% of this drill: %d in line for %s.", 100*waiting, n, map[bool]string{true: "one feed", false: "the feeds"}[b.Drill.Hitters == 1]), Fixes: []Fix{}}
	if young {
		out.Text += " Young players lose the thread sooner."
	}
	for h := b.Drill.Hitters + 1; h <= min(n, 4); h++ {
		fit, d := *b, b.Drill.Clone()
		d.Hitters, fit.Drill = h, &d
		left := 1 - float64(h)/float64(n)
		words := fmt.Sprintf("Run %d lines", h)
		if h == n {
			words = "Have all hit at once"
		}
		out.Fixes = append(out.Fixes, Fix{words, fmt.Sprintf("waits %.0f%%; a feeder for each line", 100*left), []Block{fit}})
		if left <= limit || len(out.Fixes) == 2 {
			break
		}
	}
	return []Notice{out}
}

// advice looks at the lesson as a whole: match play, one ball in one place, how
// much is new.
func (l *Lesson) advice(students []Student) []Notice {
	out := []Notice{}
	total, drills := 0, []*Block{}
	for i := range l.Blocks {
		if total += l.Blocks[i].Minutes; l.Blocks[i].Kind == Drill && l.Blocks[i].Drill != nil {
			drills = append(drills, &l.Blocks[i])
		}
	}
	match := slices.ContainsFunc(l.Blocks, func(b Block) bool { return b.Kind == Game })
	if len(drills) > 0 && !match && total >= wantsMatch && len(students) >= 2 {
		out = append(out, Notice{Kind: "noMatchPlay", Text: "Nothing in this lesson is match play: what is practised should be met in a game before they go.",
			Fixes: []Fix{{"Add a game to 11", "from the last drill’s ball", []Block{matchFrom(drills[len(drills)-1])}}}})
	}
	still, minutes := []*Block{}, 0
	for _, b := range drills {
		if b.Drill.Reach() < onePlace {
			still = append(still, b)
			minutes += b.Minutes
		}
	}
	if len(still) > 0 && len(still) == len(drills) && minutes >= longInPlace && !match {
		last := *still[len(still)-1]
		d := last.Drill.Anywhere(1.2, 1)
		last.Drill = &d
		out = append(out, Notice{Kind: "onePlace", Text: fmt.Sprintf("All %d minutes of drills are one ball in one place; little of that is left in a match.", minutes),
			Fixes: []Fix{{"Let the last come anywhere near", "reading and feet come back", []Block{last}}}})
	}
	if fresh := fresh(drills, students); len(fresh) > tooManyNew {
		out = append(out, Notice{Kind: "tooManyNew", Text: fmt.Sprintf("%d drills are new to everybody: %s. Two are plenty to explain in one lesson.", len(fresh), strings.Join(fresh, ", ")), Fixes: []Fix{}})
	}
	return out
}

// fresh are the titles of drills none of whose skills was ever counted.
func fresh(drills []*Block, students []Student) (titles []string) {
	for _, b := range drills {
		known := slices.ContainsFunc(students, func(s Student) bool {
			return slices.ContainsFunc(b.Drill.Steps, func(st drill.Step) bool { return len(s.Seen[b.Drill.Skill(st)]) > 0 })
		})
		if !known && len(students) > 0 {
			titles = append(titles, b.Title)
		}
	}
	return titles
}

// strain counts the strokes over the head, which add up for the young.
func strain(d *drill.Drill, contacts float64) float64 {
	n := 0
	for _, f := range d.Pattern.Feeds {
		if f.Stroke == "serve" || f.Stroke == "overhead" {
			n++
		}
	}
	return math.Floor(contacts * float64(n) / float64(len(d.Pattern.Feeds)))
}

// matchFrom makes a game out of a drill: it begins with the drill's ball.
func matchFrom(b *Block) Block {
	return Block{Kind: Game, Title: "Game from " + strings.ToLower(b.Title[:1]) + b.Title[1:], Minutes: 12, Match: &Match{
		Rules: game.Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: 20},
		Start: "the " + b.Drill.Situation + " of the drill, live from the first hit", Cue: first(b.Drill.Cues)}}
}

func first(words []string) string {
	if len(words) == 0 {
		return ""
	}
	return words[0]
}
