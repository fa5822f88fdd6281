package lesson

import (
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/units"
)

// compose puts the drills on a tape with all that belongs around them, and fits
// it to the slot: warm-up first, the last drill turned into match play, water
// when it is long, a word at the end.
func (w Wish) compose(c *court.Court, title drill.Focus, drills []found) Lesson {
	l := Lesson{
		Title:       focusWords[title],
		Date:        w.Date,
		Start:       w.Start,
		SlotMinutes: w.Minutes,
		Court:       w.Court,
		Have:        w.Have,
		MatchOn:     w.MatchOn,
		Students:    []string{},
	}
	for _, s := range w.Students {
		l.Students = append(l.Students, s.ID)
	}
	if len(drills) > 0 {
		l.Aim = drills[0].drill.Intent
	}
	young := w.level() == 0
	warm := Templates(c)[0]
	if young || w.Minutes >= veryLong {
		l.Blocks = append(l.Blocks, physicalBlock)
	}
	if !young || w.Minutes >= longLesson {
		if (young || w.Minutes < shortLesson) && len(warm.Script) > 4 { // half of it, both roles
			warm.Script = slices.Concat(warm.Script[:2], warm.Script[len(warm.Script)/2:len(warm.Script)/2+2])
			warm.Minutes, warm.Title = len(warm.Script), "Short warm-up"
		}
		l.Blocks = append(l.Blocks, warm)
	}
	for i := range drills {
		d := drills[i].drill
		l.Blocks = append(
			l.Blocks,
			l.least(Block{Kind: Drill, Title: d.Title, Minutes: d.Minutes.Best, Drill: &d}, w.Students),
		)
		if w.Minutes >= longLesson && i == (len(drills)-1)/2 {
			l.Blocks = append(l.Blocks, breakBlock)
		}
	}
	if len(w.Students) != 1 && len(drills) > 0 {
		from := drills[len(drills)-1].drill
		for _, f := range drills {
			if !from.Pattern.Flown() {
				from = f.drill
			}
		}
		l.Blocks = append(l.Blocks, MatchFrom(&from))
	}
	if s, ok := servePractice(
		c,
	); ok && w.Minutes >= veryLong && title != "serveReturn" &&
		len(w.Students) > 0 {
		l.Blocks = append(l.Blocks, l.least(s, w.Students))
	}
	if w.Minutes >= veryLong {
		l.Blocks = append(l.Blocks, stretchBlock)
	}
	l.Blocks = append(l.Blocks, talkBlock)
	for i := range l.Blocks {
		if b := &l.Blocks[i]; b.Drill != nil && w.Have != nil && w.Have.Balls > 0 {
			*b = b.from(w.Have.Balls)
		}
	}
	l.squeeze(len(w.Students))
	for i := range l.Blocks {
		l.levelled(i, w.Students)
	}
	return l
}

// squeeze fits the blocks to the slot with what goes on between them, leaving
// out what can be done without where they are too many.
func (l *Lesson) squeeze(students int) {
	for _, spare := range []Kind{"", Stretch, Serve, Break, Physical, Game, Talk} {
		if i := slices.IndexFunc(
			l.Blocks,
			func(b Block) bool { return b.Kind == spare },
		); i >= 0 &&
			!(spare == Physical && l.Blocks[i+1].Kind != WarmUp) {
			l.Blocks = slices.Delete(l.Blocks, i, i+1)
		} else if spare != "" {
			continue
		}
		gone := 0.0
		for i := 0; i+1 < len(l.Blocks); i++ {
			gone += between(&l.Blocks[i], &l.Blocks[i+1], students)
		}
		f := l.Fit(l.SlotMinutes - int(math.Ceil(gone-0.25)))
		l.Blocks = f.Blocks
		if f.Over == 0 {
			return
		}
	}
}

// levelled gives each student of a drill block the target that is hard enough,
// and goals they will probably meet.
func (l *Lesson) levelled(i int, students []Student) {
	b := &l.Blocks[i]
	if b.Drill == nil || len(students) == 0 {
		return
	}
	parts := l.parts(b, 0, len(students))
	plan := b.reckon(students, parts)
	if v := b.levelTarget(&plan, parts, students, units.Metric); v != nil {
		*b = v.Fix.Blocks[0]
		plan = b.reckon(students, parts)
	}
	if plan.Worst() < drill.Enough {
		if v := b.levelGoal(&plan, parts, students, units.Metric); v != nil {
			*b = v.Fix.Blocks[0]
		}
	}
}
