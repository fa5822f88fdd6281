package plan

import (
	"fmt"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/units"
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
func (q *question) idle(b *lesson.Block, lanes [][]formation.Span) []Notice {
	if len(q.students) < 3 || b.Drill == nil {
		return nil
	}
	waiting := formation.ShareOf(lanes, formation.Waiting, float64(b.Minutes))
	longest := 0.0
	for _, lane := range lanes {
		longest = max(longest, formation.PartOf(lane).LongestWait)
	}
	group, limit := GroupOf(q.students), tooIdle
	if group.Beginners {
		limit = tooIdleYoung
	}
	if waiting <= limit+0.005 && !(group.Beginners && longest > longWaitYoung) {
		return nil
	}
	out := notice(
		"idle",
		fmt.Sprintf("Each student waits %.0f%% of this drill, up to %.0f s at a time.", 100*waiting, longest),
	)
	if group.Beginners {
		out.Text += " Young players lose concentration sooner."
	}
	for _, o := range group.WaitLess(q.lesson, b, waiting, 2) {
		out.Fixes = append(out.Fixes, o.Fix)
	}
	return []Notice{out}
}

// lacking looks at what the block asks for that is not at hand.
func (q *question) lacking(b *lesson.Block, fed float64) (out []Notice) {
	r := q.lesson.Resources
	if b.Drill == nil || r == nil {
		return nil
	}
	if asks := b.Drill.ToHave(
		int(fed),
		formation.Sources(b, len(q.students)),
	); r.Balls > 0 &&
		asks > float64(r.Balls) {
		fit := FromBalls(b, r.Balls, len(q.students))
		t := fit.Drill.TempoFor(float64(len(q.students)))
		pickUps := int(t.PickUps(float64(t.Balls(float64(b.Minutes)))))
		out = append(
			out,
			notice("tooFewBalls", fmt.Sprintf("This drill needs %.0f balls, and you have %d.", asks, r.Balls),
				change(fmt.Sprintf("Use %d balls and pick up more often", r.Balls),
					units.Plural(pickUps, "pick-up", "pick-ups"), fit)),
		)
	}
	if lacks := r.Lacking(b.Drill); len(lacks) > 0 {
		var words []string
		for _, item := range lacks {
			words = append(words, item.String())
		}
		out = append(
			out,
			notice("kitMissing", "Equipment that is not here: "+strings.Join(words, ", ")+"."),
		)
	}
	return out
}

// FromBalls is the block fed from no more than so many balls, picked up in
// between.
func FromBalls(b *lesson.Block, balls, students int) lesson.Block {
	out := *b
	sources := formation.Sources(b, max(1, students))
	most := b.Drill.TempoFor(float64(students)).Balls(float64(max(b.Minutes, fit.Room(b).Most)))
	if b.Drill.ToHave(most*sources, sources) <= float64(balls) {
		return out
	}
	d := b.Drill.Clone()
	d.Basket = max(1, balls/sources) // each feeder has one
	if d.PickUp == 0 {
		d.PickUp = max(0.5, float64(balls)/(2*drill.BallsPicked))
	}
	out.Drill = &d
	return out
}

// advice looks at the lesson as a whole: match play, one ball in one place, how
// much is new.
func (q *question) advice() []Notice {
	l, out := q.lesson, []Notice{}
	total, drills := 0, []*lesson.Block{}
	for i := range l.Blocks {
		b := &l.Blocks[i]
		if total += b.Minutes; b.Drill != nil && b.Drill.Focus != drill.WarmUp {
			drills = append(drills, b)
		}
	}
	match := slices.ContainsFunc(l.Blocks, func(b lesson.Block) bool { return b.Kind == lesson.Game })
	if len(drills) > 0 && !match && total >= wantsMatch && len(q.students) >= 2 {
		n := notice(
			"noMatchPlay",
			"This lesson has no match play. Let the students use what they practised in a game before the end.",
		)
		for _, b := range slices.Backward(drills) {
			if b.Drill.Playable() {
				n.Fixes = append(n.Fixes, lesson.Fix{
					Label:   "Turn “" + b.Title + "” into match play",
					Outcome: "a game to 11 that starts with this drill’s feed",
					Blocks:  afterLast(l, MatchFrom(b.Drill)),
					Whole:   true,
				})
				break
			}
		}
		out = append(out, n)
	}
	still, minutes := []*lesson.Block{}, 0
	for _, b := range drills {
		varied := b.Machine != nil && (b.Machine.Shuffled || b.Machine.Anywhere > 0)
		if b.Drill.Reach() < onePlace && !varied {
			still = append(still, b)
			minutes += b.Minutes
		}
	}
	if len(still) > 0 && len(still) == len(drills) && minutes >= longInPlace && !match {
		last := *still[len(still)-1]
		d := last.Drill.Anywhere(1.2, 1)
		last.Drill = &d
		out = append(out, notice(
			"onePlace",
			fmt.Sprintf(
				"All %d minutes of drills use the same ball in the same place. Little of that carries over to a match.",
				minutes,
			),
			change(
				"Vary where the feeds of the last drill land",
				"students must read the ball and move",
				last,
			),
		))
	}
	if fresh := q.fresh(drills); len(fresh) > tooManyNew {
		out = append(out, notice("tooManyNew",
			fmt.Sprintf("%d drills are new to everyone: %s. Two new drills are enough for one lesson.",
				len(fresh), strings.Join(fresh, ", "))))
	}
	return out
}

// fresh are the titles of drills of which nothing was ever counted.
func (q *question) fresh(drills []*lesson.Block) (titles []string) {
	for _, b := range drills {
		known := slices.ContainsFunc(q.students, func(s Student) bool {
			return slices.ContainsFunc(
				b.Drill.Stages,
				func(st drill.Stage) bool {
					_, known := s.Known[b.Drill.Skill(st)]
					return known || s.Series[b.Drill.Series(st)] != nil
				},
			)
		})
		if !known && len(q.students) > 0 && !slices.Contains(titles, b.Title) {
			titles = append(titles, b.Title)
		}
	}
	return titles
}

// afterLast is the lesson's blocks with one more after the last drill or game.
func afterLast(l *lesson.Lesson, b lesson.Block) []lesson.Block {
	at := 0
	for i := range l.Blocks {
		if l.Blocks[i].Drill != nil || l.Blocks[i].Kind == lesson.Game {
			at = i + 1
		}
	}
	return slices.Insert(slices.Clone(l.Blocks), at, b)
}
