package draft

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"hodometer/core/course"
	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"
)

// Past is a drill of an earlier lesson as it went.
type Past struct {
	DaysAgo float64
	Drill   drill.Drill
	// Short are the ids of those who tried a goal and did not meet it, Met of those
	// who met them all.
	Short []string
	Met   []string
	// Size is how large each student's target was then, metres.
	Size map[string]float64
	// Minutes and Students are those of the block then.
	Minutes, Students int
}

// Brief is what a coach knows of a lesson to come.
type Brief struct {
	Students  []plan.Student
	Court     string
	Date      string
	Start     string
	Minutes   int
	Aim       drill.Focus // "": what the students need
	Resources *lesson.Resources
	MatchOn   string
	Past      []Past // the latest first
	// Own are the club’s own drills, which stand beside those that ship.
	Own []drill.Drill
	// Work is what students are at by their ladders, or what a lesson that was not given
	// leaves to do.
	Work []Work
	// Theme is that of the week.
	Theme course.Theme
}

// Work is a stage of a drill that students have to do, and why.
type Work struct {
	Students []string // ids; none: all
	Drill    drill.Drill
	Stage    int
	Count    int    // what its goal asks for; 0: as the drill has it
	Why      string // "Full pace (up a rung)"
	Rung     string // what it is called on a ladder; "": it is not from one
	Between  bool   // a step toward the rung, which does not ask for its gate
}

// Draft is a lesson made by rules, and why it is as it is, in a line.
type Draft struct {
	Name   string        `json:"name"`
	Why    string        `json:"why"`
	Lesson lesson.Lesson `json:"lesson"`
}

// Rules of thumb for drafting [trade].
const (
	dueAfter     = 10.0 // days since a drill was last done
	nearMatch    = 4    // days before a match in which nothing new is begun
	longLesson   = 60   // minutes from which there is a break
	veryLong     = 75   // and from which there is a stretch and a second warm-up
	mostFailing  = 35.0 // days that a drill fallen short of is remembered
	levelsAbove  = 1    // the group that a drill may be pitched at
	waitWeighs   = 2.0  // a place, of a drill in which all would wait
	shortLesson  = 40   // minutes below which there is one drill
	mediumLesson = 50   // and below which the warm-up takes five
)

// found is a drill brought to the lesson's court, and how well it suits.
type found struct {
	drill  drill.Drill
	score  float64
	past   *Past
	own    bool // the club's
	native bool // of the lesson's court, not brought to it
	asked  bool // a ladder's, or one that somebody fell short of
	rung   bool // a ladder's
}

// maker makes drafts of one brief.
type maker struct {
	Brief
	ctx     context.Context
	planner *plan.Planner
	court   *court.Court
	group   formation.Group
	made    int             // drafts so far
	recent  map[string]int  // in how many of the last lessons a drill was, by its root
	away    []string        // what those are called who have had no lesson for two weeks
	between map[string]bool // students with the rungs whose gate was out of reach
}

// Drafts makes up to three lessons for a valid brief: what is due or fell short,
// the aim from the basics to match play, and for a match that is near what
// carries into it. Each fits its slot; each drill is arranged so that few wait,
// and levelled where it asks too much or too little. Ids of lessons and blocks
// are empty. It stops with the context.
func Drafts(ctx context.Context, p *plan.Planner, b Brief) ([]Draft, error) {
	c, err := court.ByID(b.Court)
	if err != nil {
		return nil, err
	}
	w := &maker{
		Brief: b, ctx: ctx, planner: p, court: c, group: plan.GroupOf(b.Students), recent: recent(b.Past),
		between: map[string]bool{},
	}
	for i := range w.Students {
		if days, is := progress.Away(w.Students[i].Felt); is {
			w.away = append(w.away, fmt.Sprintf("%s (%d days)", w.Students[i].FirstName(), days))
		}
	}
	out := w.drafts()
	return out, ctx.Err()
}

func (w *maker) drafts() []Draft {
	pool := w.pool()
	var out []Draft
	offer := func(name, why string, title drill.Focus, drills []found) {
		drills = w.calm(w.withBall(drills, pool), pool)
		if len(drills) == 0 ||
			slices.ContainsFunc(
				out,
				func(d Draft) bool { return d.Name == name || sameDrills(d.Lesson, drills) },
			) {
			return
		}
		drills, left, changed := w.refreshed(drills, pool)
		l, chances := w.compose(title, drills, left)
		var whys []string
		for _, said := range []string{why, w.sayRungs(&l), changed, chances} {
			if said != "" {
				whys = append(whys, said)
			}
		}
		if len(out) == 0 {
			if len(w.away) > 0 {
				whys = append(
					whys,
					fmt.Sprintf(
						"Back after weeks away: %s. Drills that are known and no hard runs come first.",
						strings.Join(w.away, ", "),
					),
				)
			}
			for _, said := range []string{w.sayUndrafted(), w.sayTired(&l)} {
				if said != "" {
					whys = append(whys, said)
				}
			}
		}
		out = append(out, Draft{name, strings.Join(whys, " "), l})
		w.made = len(out)
		pool = demoted(pool, drills) // the next draft had better be another lesson
	}
	// The event and the week's theme come first, then the ladders within the theme, then what
	// was not met, then variety.
	if days, ok := w.toMatch(); ok && days <= nearMatch {
		d := w.calm(w.forMatch(pool), pool)
		offer("Match preparation", fmt.Sprintf(
			"The match is %s: %s. Serve, return and points under pressure in short blocks.",
			inDays(days), sayNew(d),
		), "pressure", d)
	}
	if w.themed() {
		if d := w.ofTheme(pool); len(d) > 0 {
			offer(w.themeName(), "", d[0].drill.Focus, d)
		}
	}
	ladders := func() {
		if d := w.onLadders(); len(d) > 0 {
			offer("Next on the ladder", "", d[0].drill.Focus, w.fill(d, pool, max(2, len(d))))
		}
	}
	// Where few of a group are on a ladder, what fell short of all comes before.
	// A purpose that was asked for comes before both.
	first := w.Aim == "" && 2*w.working() >= len(w.Students)
	if first {
		ladders()
	}
	if d, why := w.failed(); len(d) > 0 {
		offer("Not met last time", why, d[0].drill.Focus, w.fill(d, pool, 2))
	}
	if !first && w.Aim == "" {
		ladders()
	}
	if d, why := w.due(); len(d) > 0 {
		offer("Due again", why, d[0].drill.Focus, w.fill(d, pool, 2))
	}
	aim := w.Aim
	if aim == "" && len(pool) > 0 {
		aim = pool[0].drill.Focus
	}
	variety := func() {
		if d := w.variety(aim, pool); len(d) > 1 && len(out) < 3 {
			offer(
				"Two focuses",
				fmt.Sprintf(
					"%s and %s: two focuses, for variety.",
					d[0].drill.Focus.Label(),
					strings.ToLower(d[len(d)-1].drill.Focus.Label()),
				),
				d[0].drill.Focus,
				d,
			)
		}
	}
	if w.Theme == course.Mix {
		variety()
	}
	if d := w.steps(aim, pool); len(d) > 0 {
		aim := aim
		if !slices.ContainsFunc(d, func(f found) bool { return f.drill.Focus == aim }) {
			aim = d[0].drill.Focus // nothing suits that is for the aim: it is called what it is
		}
		how := "First to one place, then in a sequence, then a game that starts with the same ball"
		if w.court.Ages != nil {
			how = "First to one place, then in a sequence, then a game of this stage"
		}
		switch {
		case matchDrill(d) == nil:
			how = "First one thing, then in a sequence"
		case len(w.Students) == 1:
			how = "First to one place, then in a sequence, with time for variations"
		case len(d) == 1:
			how = "One drill with time for variations, then a game that starts with its feed"
		}
		offer(aim.Label()+", step by step", how+".", aim, d)
	}
	if w.Aim != "" {
		ladders()
	}
	variety()
	for _, f := range pool { // and where there is no past, other purposes
		if other := f.drill.Focus; other != aim && len(out) < 3 {
			if d := w.steps(other, pool); len(d) > 0 && d[0].drill.Focus == other {
				offer(
					other.Label()+", step by step",
					other.Label()+" also suits this group. It starts with few balls and builds up.",
					other,
					d,
				)
			}
		}
	}
	if w.Theme != course.Open {
		for i := range out {
			out[i].Why = strings.TrimSpace(units.LabelOf(course.Themes, string(w.Theme)) + ". " + out[i].Why)
		}
	}
	return out[:min(3, len(out))]
}

// withBall sees to it that one of the drills can be played out, where there is
// one: a lesson of shadow strokes alone leads into no game.
func (w *maker) withBall(drills, pool []found) []found {
	if len(drills) == 0 || matchDrill(drills) != nil {
		return drills
	}
	i := slices.IndexFunc(pool, func(f found) bool { return f.drill.Playable() })
	if i < 0 {
		return drills
	}
	return append(slices.Clone(drills[:min(len(drills), max(0, w.wanted()-1))]), pool[i])
}

// demoted is the pool with those drills behind.
func demoted(pool, used []found) []found {
	out := slices.Clone(pool)
	for i := range out {
		if slices.ContainsFunc(used, func(u found) bool { return u.drill.ID == out[i].drill.ID }) {
			out[i].score -= usedWeighs
		}
	}
	slices.SortStableFunc(out, func(a, b found) int { return cmp.Compare(b.score, a.score) })
	return out
}

// What counts beside how well a drill suits [trade]: that it was used in another draft counts
// against it, that it is for the week's theme or for what the lesson is for in its favour.
const (
	usedWeighs  = 100.0
	focusWeighs = 1.5
)

// next is the drill of the pool that goes best with those that a lesson has; false where there is
// none.
func (w *maker) next(have, pool []found) (best found, ok bool) {
	most := 0.0
	for _, f := range pool {
		if slices.ContainsFunc(have, func(h found) bool { return alike(&h.drill, &f.drill) }) ||
			w.isCalm() && !f.known() {
			continue
		}
		score := f.score
		if f.drill.Focus == have[0].drill.Focus {
			score += focusWeighs
		}
		if w.themed() && Suits(w.Theme, &f.drill, f.known()) {
			score += usedWeighs
		}
		if !ok || score > most {
			best, most, ok = f, score, true
		}
	}
	return best, ok
}

func inDays(n int) string {
	switch n {
	case 0:
		return "today"
	case 1:
		return "tomorrow"
	}
	return fmt.Sprintf("in %d days", n)
}

// sameDrills says whether a lesson holds those drills, in whatever order.
func sameDrills(l lesson.Lesson, drills []found) bool {
	var ids []string
	for _, b := range l.Blocks {
		if b.Kind == lesson.Drill {
			ids = append(ids, b.Drill.ID)
		}
	}
	return len(ids) == len(drills) &&
		!slices.ContainsFunc(drills, func(f found) bool { return !slices.Contains(ids, f.drill.ID) })
}

// toMatch is the days from the lesson to the match.
func (w *maker) toMatch() (int, bool) {
	a, err := time.Parse(time.DateOnly, w.Date)
	b, err2 := time.Parse(time.DateOnly, w.MatchOn)
	if err != nil || err2 != nil || b.Before(a) {
		return 0, false
	}
	return int(b.Sub(a).Hours()/24 + 0.5), true
}

// failed are the drills of the last lesson that somebody fell short in.
func (w *maker) failed() (out []found, why string) {
	for i, p := range w.Past {
		if len(p.Short) == 0 || p.DaysAgo > w.Past[0].DaysAgo+0.5 || p.DaysAgo > mostFailing ||
			w.running(p.Drill.Root()) >= mostRunning {
			continue
		}
		d, ok := w.on(&p.Drill)
		if !ok || w.Resources.Lacking(&d) != nil || len(out) == 2 ||
			slices.ContainsFunc(out, func(f found) bool { return alike(&f.drill, &d) }) {
			continue
		}
		out = append(out, found{drill: d, past: &w.Past[i], asked: true})
		if why == "" {
			who := w.names(p.Short) + " did not meet"
			if len(p.Short) == len(w.Students) && len(p.Short) > 1 {
				who = "Nobody met"
			}
			why = fmt.Sprintf(
				"%s the goal of “%s” %s. It is repeated with a target that suits each student",
				who,
				p.Drill.Title,
				ago(p.DaysAgo),
			)
			if len(w.Students) > 1 && d.Playable() {
				why += ", then as match play"
			}
			why += "."
		}
	}
	return out, why
}

// alike says whether two drills are one: the same, or bent from the same.
func alike(a, b *drill.Drill) bool { return a.Root() == b.Root() }

func (w *maker) names(ids []string) string {
	var names []string
	for _, s := range w.Students {
		if slices.Contains(ids, s.ID) {
			names = append(names, s.FirstName())
		}
	}
	switch n := len(names); {
	case n == 0:
		return "The group"
	case n == 1:
		return names[0]
	case n == len(w.Students) && n > 3:
		return "Everyone"
	default:
		return strings.Join(names[:n-1], ", ") + " and " + names[n-1]
	}
}

// due are drills done before and not for a while, the longest ago first.
func (w *maker) due() (out []found, why string) {
	seen := map[string]bool{}
	var old []*Past
	for i := range w.Past { // latest first: the first of a drill is its last time
		p := &w.Past[i]
		if !seen[p.Drill.Root()] && p.DaysAgo >= dueAfter {
			old = append(old, p)
		}
		seen[p.Drill.Root()] = true
	}
	slices.SortStableFunc(old, func(a, b *Past) int { return cmp.Compare(b.DaysAgo, a.DaysAgo) })
	for _, p := range old {
		d, ok := w.on(&p.Drill)
		if !ok || w.Resources.Lacking(&d) != nil || len(out) == 2 {
			continue
		}
		out = append(out, found{drill: d, past: p})
		if why == "" {
			why = fmt.Sprintf(
				"“%s” was last done %s. Its results are getting old.",
				p.Drill.Title,
				ago(p.DaysAgo),
			)
		}
	}
	return out, why
}

// wanted is how many drills a lesson of that length holds [trade]: two in 45
// minutes with many adjustments.
func (w *maker) wanted() int {
	switch {
	case w.Minutes < shortLesson:
		return 1
	case w.Minutes < 100:
		return 2
	}
	return 3
}

// fill adds the drills that go best with them, up to as many as are wanted.
func (w *maker) fill(have, pool []found, most int) []found {
	have = have[:min(len(have), w.wanted(), most)]
	for len(have) < min(w.wanted(), most) {
		f, ok := w.next(have, pool)
		if !ok {
			break
		}
		have = append(have, f)
	}
	return have
}

// steps are drills of one purpose from few balls in one place to more.
func (w *maker) steps(aim drill.Focus, pool []found) []found {
	var out []found
	for _, f := range pool {
		if f.drill.Focus == aim && len(out) < w.wanted() {
			out = append(out, f)
		}
	}
	if len(out) == 0 && len(pool) > 0 {
		out = append(out, pool[0])
	}
	if len(out) > 0 {
		out = w.fill(out, pool, w.wanted())
	}
	slices.SortStableFunc(out, func(a, b found) int {
		return cmp.Compare(
			len(a.drill.Pattern.Feeds)*100+int(10*a.drill.Reach()),
			len(b.drill.Pattern.Feeds)*100+int(10*b.drill.Reach()),
		)
	})
	return out
}

// forMatch are serve and return, and what is played under pressure.
func (w *maker) forMatch(pool []found) (out []found) {
	for _, focus := range []drill.Focus{"serveReturn", "pressure", "direction"} {
		for _, f := range pool {
			if f.drill.Focus == focus {
				out = append(out, f)
				break
			}
		}
	}
	return out[:min(len(out), w.wanted())]
}

// variety is the best drill for the aim with the best of another purpose.
func (w *maker) variety(aim drill.Focus, pool []found) (out []found) {
	for _, f := range pool {
		if f.drill.Focus == aim {
			out = append(out, f)
			break
		}
	}
	for _, f := range pool {
		if f.drill.Focus != aim && len(out) < w.wanted() &&
			(len(out) == 0 || f.drill.Focus != out[0].drill.Focus) {
			out = append(out, f)
			break
		}
	}
	return out
}

// known reports whether the students have done the drill.
func (f found) known() bool { return f.past != nil }

// calm is a lesson of those drills with nothing new in the last days before a match, where what
// the students have done takes the place of the rest, and one new drill where they have done
// none; and on other days with nothing new in its beginning, where a drill that they know comes
// first, if there is one.
func (w *maker) calm(drills, pool []found) []found {
	if !w.isCalm() {
		if len(drills) > 2 && !drills[0].known() && !drills[1].known() {
			if i := slices.IndexFunc(drills, found.known); i > 0 {
				out := slices.Clone(drills)
				return slices.Insert(slices.Delete(out, i, i+1), 0, drills[i])
			}
		}
		return drills
	}
	var out []found
	for _, f := range append(slices.Clone(drills), pool...) {
		if len(out) < len(drills) && f.known() &&
			!slices.ContainsFunc(out, func(o found) bool { return alike(&o.drill, &f.drill) }) {
			out = append(out, f)
		}
	}
	if len(out) == 0 && len(drills) > 0 { // one that leads into a game, if there is one
		i := max(0, slices.IndexFunc(drills, func(f found) bool { return f.drill.Playable() }))
		return drills[i : i+1]
	}
	return out
}

// isCalm reports whether the lesson is in the last days before a match.
func (w *maker) isCalm() bool {
	days, match := w.toMatch()
	return match && days <= lastDays
}

// lastDays before a match nothing is new [trade].
const lastDays = 3

// sayNew says how much of it is new to the students, who have something to do again.
func sayNew(drills []found) string {
	i := slices.IndexFunc(drills, func(f found) bool { return !f.known() })
	if i < 0 {
		return "nothing new"
	}
	return fmt.Sprintf("only “%s” is new to them", drills[i].drill.Title)
}
