package draft

import (
	"fmt"
	"slices"
	"strings"

	"hodometer/core/course"
	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/plan"
)

// compose puts the drills on a tape with all that belongs around them, and fits
// it to the slot: warm-up first, the last drill turned into match play, water
// when it is long, a word at the end.
func (w *maker) compose(title drill.Focus, drills, pool []found) (lesson.Lesson, string) {
	var tried []found
	if w.isCalm() { // what takes the place of another is not new
		known := slices.DeleteFunc(slices.Clone(pool), func(f found) bool { return !f.known() })
		if len(known) > 0 {
			pool = known
		}
	}
	for {
		l, laid := w.filled(title, drills, pool)
		out := l
		out.Blocks = slices.Clone(l.Blocks)
		var hopeless []found
		said := ""
		for i := range out.Blocks {
			v := w.setTo(&out, out.Blocks[i])
			out.Blocks[i] = v.Block
			at := slices.IndexFunc(laid, func(f found) bool {
				return v.Block.Drill != nil && v.Block.Kind == lesson.Drill && f.drill.ID == v.Block.Drill.ID
			})
			if at >= 0 && v.Least() < w.hope(&laid[at]) {
				hopeless = append(hopeless, laid[at])
				w.hopeless[v.Block.Drill.Root()] = true
			}
			if said == "" && at >= 0 {
				said = w.sayChances(&v)
			}
		}
		tried = append(tried, hopeless...)
		if pool = without(pool, tried); len(hopeless) == 0 || len(tried) > mostTried ||
			len(pool) == 0 || w.ctx.Err() != nil {
			return w.endGames(out), said
		}
		if drills = without(drills, tried); len(drills) == 0 {
			drills = pool[:1]
		}
		drills = w.withBall(w.fill(drills, pool, w.wanted()), pool)
	}
}

// sayChances names the students of a block with their chances to finish it: each of up to
// three, else the least and the best.
func (w *maker) sayChances(v *plan.Levelled) string {
	if len(v.Chances) == 0 {
		return ""
	}
	say := func(i int) string {
		return fmt.Sprintf("%s %.0f%%", w.Students[i].FirstName(), 100*v.Chances[i])
	}
	of := fmt.Sprintf("Chance to meet the goals of “%s”: ", v.Block.Drill.Title)
	low, high := slices.Min(v.Chances), slices.Max(v.Chances)
	if len(v.Chances) > 1 && high-low < alikeChance {
		return of + fmt.Sprintf("about %.0f%% each.", 100*(low+high)/2)
	}
	if len(v.Chances) > mostNamed {
		least, most := 0, 0
		for i, c := range v.Chances {
			if c < v.Chances[least] {
				least = i
			}
			if c > v.Chances[most] {
				most = i
			}
		}
		return of + "from " + say(least) + " to " + say(most) + "."
	}
	var all []string
	for i := range v.Chances {
		all = append(all, say(i))
	}
	return of + strings.Join(all, ", ") + "."
}

// mostNamed students are named with their chances; of more, the least and the best. Chances that
// differ by less are alike.
const (
	mostNamed   = 3
	alikeChance = 0.03
)

// endGames sets the points of each game so that it ends in its minutes, and leaves out one that
// cannot: its minutes go to the work before it.
func (w *maker) endGames(l lesson.Lesson) lesson.Lesson {
	for i := 0; i < len(l.Blocks); i++ {
		if l.Blocks[i].Match == nil || len(w.Students) < 2 {
			continue
		}
		fit, ok := w.planner.Ending(w.ctx, &l, l.Blocks[i], w.Students)
		if !ok && len(w.Students) > 2 { // everybody cannot meet everybody: the winner stays on
			queue := l.Blocks[i]
			queue.Arrangement = &lesson.Arrangement{Manner: lesson.WinnersStay}
			fit, ok = w.planner.Ending(w.ctx, &l, queue, w.Students)
		}
		if ok {
			l.Blocks[i] = fit
			continue
		}
		l.Blocks = slices.Delete(l.Blocks, i, i+1)
		squeeze(&l, len(w.Students))
		i--
	}
	return l
}

// A drill in which somebody has less than some hope, however it is levelled, gives way to another,
// and that of a rung where it is less than the least; so many are tried [trade].
const (
	someHope  = 0.65
	leastHope = 0.05
	mostTried = 4
)

// hope is the chance that everybody has at least in a drill that is kept: of what many share,
// and of what a rung asks for, less is enough.
func (w *maker) hope(f *found) float64 {
	if f.rung || w.crowd(f) {
		return leastHope
	}
	return someHope
}

// crowd reports whether there are more students than the drill is for.
func (w *maker) crowd(f *found) bool {
	return len(w.Students) > f.drill.Players.Most*w.Resources.CourtCount()
}

// without is the pool without those drills.
func without(pool, gone []found) []found {
	return slices.DeleteFunc(slices.Clone(pool), func(f found) bool {
		return slices.ContainsFunc(gone, func(g found) bool { return alike(&g.drill, &f.drill) })
	})
}

// filled is the lesson with as many drills as its slot has room for, not yet levelled, and the
// drills.
func (w *maker) filled(title drill.Focus, drills, pool []found) (lesson.Lesson, []found) {
	l := w.lay(title, drills)
	for idle(&l, len(w.Students)) >= leastWork { // more work, not longer water
		more := w.another(drills, pool)
		if len(more) == len(drills) {
			break
		}
		longer := w.lay(title, more)
		if idle(&longer, len(w.Students)) >= idle(&l, len(w.Students)) {
			break
		}
		l, drills = longer, more
	}
	for i := range l.Blocks { // what no drill takes, the game may
		if l.Blocks[i].Span == &usualGame {
			l.Blocks[i].Span = nil
		}
	}
	squeeze(&l, len(w.Students))
	return l, drills
}

// leastWork is how many minutes left over are worth another drill [trade].
const leastWork = 5

// idle are the minutes of the slot in which nothing is planned and nothing goes on between.
func idle(l *lesson.Lesson, students int) (minutes float64) {
	minutes = float64(l.SlotMinutes) - fit.Between(l.Blocks, students)
	for i := range l.Blocks {
		minutes -= float64(l.Blocks[i].Minutes)
	}
	return minutes
}

// another adds the next drill of the pool that is not there; a lesson has no more than five.
func (w *maker) another(have, pool []found) []found {
	if f, ok := w.next(have, pool); ok && len(have) < mostDrills && !w.crowd(&f) {
		return append(slices.Clip(have), f)
	}
	return have
}

// mostDrills is how many a lesson has room for in a coach's head [trade].
const mostDrills = 5

// lay puts the drills on a tape, as they are.
func (w *maker) lay(title drill.Focus, drills []found) lesson.Lesson {
	l := lesson.Lesson{
		Format: lesson.Format, FormatVersion: lesson.FormatVersion,
		Title:       title.Label(),
		Date:        w.Date,
		Start:       w.Start,
		SlotMinutes: w.Minutes,
		Court:       w.Court,
		Resources:   w.Resources,
		MatchOn:     w.MatchOn,
		Students:    []string{},
	}
	for _, s := range w.Students {
		l.Students = append(l.Students, s.ID)
	}
	if len(drills) > 0 {
		l.Aim = drills[0].drill.Intent
	}
	l.Blocks = w.warmUp()
	for i := range drills {
		l.Blocks = append(l.Blocks, w.group.Busiest(&l, lesson.ForDrill(&drills[i].drill)))
		if w.Minutes >= longLesson && i == (len(drills)-1)/2 {
			water := lesson.Standard(lesson.Break)
			if w.Minutes < veryLong {
				water.Minutes = shortWater
			}
			l.Blocks = append(l.Blocks, water)
		}
	}
	if g, ok := w.game(drills); ok {
		l.Blocks = append(l.Blocks, g)
	}
	if w.Minutes >= veryLong {
		s, ok := servePractice(w.court)
		if ok && title != "serveReturn" && len(w.Students) > 0 {
			l.Blocks = append(l.Blocks, w.group.Busiest(&l, s))
		}
		l.Blocks = append(l.Blocks, lesson.Standard(lesson.Stretch))
	}
	l.Blocks = append(l.Blocks, w.talk(drills))
	if w.Resources != nil && w.Resources.Balls > 0 {
		for i := range l.Blocks {
			if l.Blocks[i].Drill != nil {
				l.Blocks[i] = plan.FromBalls(&l.Blocks[i], w.Resources.Balls, len(w.Students))
			}
		}
	}
	squeeze(&l, len(w.Students))
	return l
}

// warmUp is what comes first: without a ball for the young and in a long lesson,
// then the script, or half of it where time is short.
func (w *maker) warmUp() (out []lesson.Block) {
	young := w.level() == 0
	if young || w.Minutes >= veryLong {
		out = append(out, lesson.Standard(lesson.Physical))
	}
	if young && w.Minutes < longLesson {
		return out
	}
	if young || w.Minutes < mediumLesson {
		return append(out, warmUpOf(w.court, 5, young))
	}
	warm := warmUpBlock(w.court)
	return append(out, warm)
}

// last is how the drill went when it was last done.
func (w *maker) last(d *drill.Drill) plan.Last {
	if d == nil {
		return plan.Last{}
	}
	for i := range w.Past {
		if p := &w.Past[i]; alike(&p.Drill, d) {
			return plan.Last{Met: p.Met, Size: p.Size, Minutes: p.Minutes, Students: p.Students}
		}
	}
	return plan.Last{}
}

// game is what the lesson ends with: on a junior stage one of the games made for it, a different
// one in each draft, and else the last drill played out. False for one student alone.
func (w *maker) game(drills []found) (lesson.Block, bool) {
	n := len(w.Students)
	if n == 1 {
		return lesson.Block{}, false
	}
	if w.court.Ages != nil {
		var own []game.Preset
		for _, g := range game.Presets() {
			if all := g.Players[0] + g.Players[1]; len(g.Courts) > 0 && g.On(w.court) &&
				all <= max(2, n) && all*w.Resources.CourtCount() >= min(n, 4) {
				own = append(own, g)
			}
		}
		if len(own) > 0 {
			g := own[w.made%len(own)]
			m := lesson.MatchOf(g)
			return lesson.Block{
				Kind: lesson.Game, Title: g.Title, Minutes: 12, Span: w.gameRoom(), Match: &m,
			}, true
		}
	}
	from := matchDrill(drills)
	if d, ok := w.climbed(); ok {
		from = d
	}
	if from == nil {
		return lesson.Block{}, false
	}
	b := plan.MatchFrom(from)
	b.Span = w.gameRoom()
	if w.court.Walls != nil { // four play one against one between walls, in turn
		b.Match.Side = 1
	}
	return b, true
}

// gameRoom is how long the game at the end is while it is seen whether there is time for another
// drill: in a week of match play a third of the work at least.
func (w *maker) gameRoom() *drill.Span {
	if w.Theme == course.MatchDay {
		return &drill.Span{Least: w.Minutes / 4, Best: w.Minutes * 3 / 10, Most: w.Minutes * 2 / 5}
	}
	return &usualGame
}

// climbed is the drill at the end of a ladder, which the game of the first draft is played from;
// false where there is none to be played here.
func (w *maker) climbed() (*drill.Drill, bool) {
	for i := range w.play {
		if d, why := w.workOn(&w.play[i]); w.made == 0 && why == "" && d.Playable() {
			return &d, true
		}
	}
	return nil, false
}

// usualGame is how long a game at the end is [trade].
var usualGame = drill.Span{Least: 8, Best: 15, Most: 18}

// matchDrill is the drill that is turned into match play: the last that a game
// can begin from; nil where there is none.
func matchDrill(drills []found) *drill.Drill {
	for i := len(drills) - 1; i >= 0; i-- {
		if drills[i].drill.Playable() {
			return &drills[i].drill
		}
	}
	return nil
}

// spare are what a lesson can do without where it has too much, what is given up
// first coming first.
var spare = []lesson.Kind{
	lesson.Stretch,
	lesson.Serve,
	lesson.Break,
	lesson.Physical,
	lesson.Game,
	lesson.Talk,
}

// squeeze fits the blocks to the slot with what goes on between them, leaving
// out what can be done without where they are too many.
func squeeze(l *lesson.Lesson, students int) {
	if fits(l, students) {
		return
	}
	for _, kind := range spare {
		i := slices.IndexFunc(l.Blocks, func(b lesson.Block) bool { return b.Kind == kind })
		if i < 0 || kind == lesson.Physical && l.Blocks[i+1].Kind != lesson.WarmUp {
			continue
		}
		l.Blocks = slices.Delete(l.Blocks, i, i+1)
		if fits(l, students) {
			return
		}
	}
}

// fits sets the blocks to the lengths that fill the slot best, and says whether
// they fit.
func fits(l *lesson.Lesson, students int) bool {
	f := fit.Into(l, l.SlotMinutes, students)
	l.Blocks = f.Blocks
	return f.Over == 0
}
