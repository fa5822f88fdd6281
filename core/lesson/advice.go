package lesson

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/progress"
)

// Shares and counts past which advice is given [trade].
const (
	tooIdle      = 0.6 // of a drill's time waiting
	tooIdleYoung = 0.5 // for beginners
	onePlace     = 1.5 // m, within which all balls come to one place
	longInPlace  = 15  // minutes of it
	tooManyNew   = 2   // drills nobody has done
	wantsMatch   = 45  // minutes from which a lesson wants match play
	// longWaitYoung is how long in seconds beginners stand in a row at most.
	longWaitYoung = 60.0
)

// idle says how much of a drill block is spent waiting, or how long the young
// stand in a row, and offers the arrangements that wait least.
func (l *Lesson) idle(b *Block, students []Student, lanes [][]Span) []Notice {
	n := len(students)
	if n < 3 || b.Drill == nil {
		return nil
	}
	waiting := shareOf(lanes, Waiting, float64(b.Minutes))
	longest := 0.0
	for _, lane := range lanes {
		longest = max(longest, 60*longestWait(lane))
	}
	young := slices.ContainsFunc(students, func(s Student) bool { return s.Level == progress.Beginner })
	limit := tooIdle
	if young {
		limit = tooIdleYoung
	}
	long := young && longest > longWaitYoung
	if waiting <= limit+0.005 && !long {
		return nil
	}
	out := Notice{
		Kind:  "idle",
		Text:  fmt.Sprintf("Each waits %.0f%% of this drill, up to %.0f s in a row.", 100*waiting, longest),
		Fixes: []Fix{},
	}
	if young {
		out.Text += " Young players lose the thread sooner."
	}
	for _, o := range l.options(b, students) {
		if o.waiting > waiting-0.1 || len(out.Fixes) == 2 {
			break
		}
		out.Fixes = append(
			out.Fixes,
			Fix{
				Words:   o.words,
				Outcome: fmt.Sprintf("waits %.0f%%", 100*o.waiting),
				Blocks:  []Block{o.block},
			},
		)
	}
	return []Notice{out}
}

// means looks at what the block asks for that is not at hand.
func (l *Lesson) means(b *Block, balls float64) (out []Notice) {
	if b.Drill == nil || l.Have == nil {
		return nil
	}
	if have := l.Have.Balls; have > 0 && b.Drill.ToHave(int(balls)) > float64(have) {
		n := Notice{
			Kind: "tooFewBalls",
			Text: fmt.Sprintf(
				"It is fed from %.0f balls, and there are %d.",
				b.Drill.ToHave(int(balls)),
				have,
			),
			Fixes: []Fix{},
		}
		fit := b.from(have)
		d := fit.Drill
		n.Fixes = append(
			n.Fixes,
			Fix{
				Words: fmt.Sprintf("Feed from %d and pick up more often", have),
				Outcome: plural(
					int(d.Tempo().PickUps(float64(d.Tempo().Balls(float64(b.Minutes))))),
					"pick-up",
					"pick-ups",
				),
				Blocks: []Block{fit},
			},
		)
		out = append(out, n)
	}
	if lacks := l.Have.Lacking(b.Drill); len(lacks) > 0 {
		out = append(
			out,
			Notice{
				Kind:  "kitMissing",
				Text:  "It asks for what is not at hand: " + strings.Join(lacks, ", ") + ".",
				Fixes: []Fix{},
			},
		)
	}
	return out
}

// from is the block fed from no more than so many balls, picked up in between.
func (b *Block) from(balls int) Block {
	out := *b
	t := b.Drill.Tempo()
	if b.Drill.ToHave(t.Balls(float64(max(b.Minutes, b.Room().Most)))) <= float64(balls) {
		return out
	}
	d := b.Drill.Clone()
	d.Basket = balls
	if d.PickUp == 0 {
		d.PickUp = max(0.5, float64(balls)/(2*ballsPickedPerMinute))
	}
	out.Drill = &d
	return out
}

// advice looks at the lesson as a whole: match play, one ball in one place, how
// much is new.
func (l *Lesson) advice(students []Student) []Notice {
	out := []Notice{}
	total, drills := 0, []*Block{}
	for i := range l.Blocks {
		if total += l.Blocks[i].Minutes; l.Blocks[i].Drill != nil && l.Blocks[i].Drill.Focus != "warmUp" {
			drills = append(drills, &l.Blocks[i])
		}
	}
	match := slices.ContainsFunc(l.Blocks, func(b Block) bool { return b.Kind == Game })
	if len(drills) > 0 && !match && total >= wantsMatch && len(students) >= 2 {
		out = append(
			out,
			Notice{
				Kind: "noMatchPlay",
				Text: "Nothing in this lesson is match play: what is practised should be met in a game before they go.",
				Fixes: []Fix{
					{
						Words:   "Turn the last drill into match play",
						Outcome: "a game to 11 from its ball",
						Blocks:  l.afterLast(MatchFrom(drills[len(drills)-1].Drill)),
						Whole:   true,
					},
				},
			},
		)
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
		out = append(
			out,
			Notice{
				Kind: "onePlace",
				Text: fmt.Sprintf(
					"All %d minutes of drills are one ball in one place; little of that is left in a match.",
					minutes,
				),
				Fixes: []Fix{
					{
						Words:   "Let the last come anywhere near",
						Outcome: "reading and feet come back",
						Blocks:  []Block{last},
					},
				},
			},
		)
	}
	if fresh := fresh(drills, students); len(fresh) > tooManyNew {
		out = append(
			out,
			Notice{
				Kind: "tooManyNew",
				Text: fmt.Sprintf(
					"%d drills are new to everybody: %s. Two are plenty to explain in one lesson.",
					len(fresh),
					strings.Join(fresh, ", "),
				),
				Fixes: []Fix{},
			},
		)
	}
	return out
}

// fresh are the titles of drills none of whose skills was ever counted.
func fresh(drills []*Block, students []Student) (titles []string) {
	for _, b := range drills {
		known := slices.ContainsFunc(students, func(s Student) bool {
			return slices.ContainsFunc(
				b.Drill.Steps,
				func(st drill.Step) bool { return len(s.Seen[b.Drill.Skill(st)]) > 0 },
			)
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

// MatchFrom makes a match drill out of a drill, without an id: each point begins
// with its first ball, from where it is fed.
func MatchFrom(from *drill.Drill) Block {
	d := from.Clone()
	seconds := 20.0
	if c, err := d.Court(); err == nil && c.Sport != "tennis" {
		seconds = 12
	}
	first, size := utf8.DecodeRuneInString(d.Title)
	return Block{
		Kind:    Game,
		Title:   "Match play: " + string(unicode.ToLower(first)) + d.Title[size:],
		Minutes: 12,
		Match: &Match{
			Rules: game.Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: seconds},
			Start: "the " + d.Situation + " of the drill, live from the first hit",
			Cue:   firstOf(d.Cues),
			From:  &d,
		},
	}
}

// afterLast is the lesson's blocks with one more after the last drill or game.
func (l *Lesson) afterLast(b Block) []Block {
	at := 0
	for i := range l.Blocks {
		if l.Blocks[i].Drill != nil || l.Blocks[i].Kind == Game {
			at = i + 1
		}
	}
	return slices.Insert(slices.Clone(l.Blocks), at, b)
}

func firstOf(words []string) string {
	if len(words) == 0 {
		return ""
	}
	return words[0]
}
