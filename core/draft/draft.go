package draft

import (
	"context"
	"fmt"
	"slices"
	"strings"

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
	Play     bool   // what has been climbed: no more drills, but the game of the first draft
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
	rung   bool // a ladder's
}

// maker makes drafts of one brief.
type maker struct {
	Brief
	ctx      context.Context
	planner  *plan.Planner
	court    *court.Court
	group    formation.Group
	made     int                      // drafts so far
	recent   map[string]int           // in how many of the last lessons a drill was, by its root
	away     []string                 // what those are called who have had no lesson for two weeks
	play     []Work                   // what is to be played
	hopeless map[string]bool          // drills, by their roots, in which somebody had hardly a chance
	set      map[string]plan.Levelled // drills by what they are and for how long, as they were set
	between  map[string]bool          // students with the rungs whose gate was out of reach
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
		between: map[string]bool{}, hopeless: map[string]bool{}, set: map[string]plan.Levelled{},
	}
	for i := range w.Students {
		if days, is := progress.Away(w.Students[i].Felt); is {
			w.away = append(w.away, fmt.Sprintf("%s (%d days)", w.Students[i].FirstName(), days))
		}
	}
	w.Work = nil
	for _, work := range b.Work {
		if work.Play {
			w.play = append(w.play, work)
		} else {
			w.Work = append(w.Work, work)
		}
	}
	out := w.drafts()
	return out, ctx.Err()
}

func (w *maker) drafts() []Draft {
	pool := w.pool()
	var out []Draft
	// A draft that is for certain drills is offered where one of them is in it in the end.
	offerFor := func(asked []found, name, why string, title drill.Focus, drills []found) {
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
		if len(asked) > 0 && !slices.ContainsFunc(asked, func(f found) bool { return holds(&l, &f.drill) }) {
			return
		}
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
			for _, said := range []string{w.sayUndrafted(&l), w.sayTired(&l)} {
				if said != "" {
					whys = append(whys, said)
				}
			}
		}
		out = append(out, Draft{name, strings.Join(whys, " "), l})
		w.made = len(out)
		pool = demoted(pool, drills) // the next draft had better be another lesson
	}
	offer := func(name, why string, title drill.Focus, drills []found) {
		offerFor(nil, name, why, title, drills)
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
			offerFor(d, "Next on the ladder", "", d[0].drill.Focus, w.fill(d, pool, max(2, len(d))))
		}
	}
	// Where few of a group are on a ladder, what fell short of all comes before.
	// A purpose that was asked for comes before both.
	first := w.Aim == "" && 2*w.working() >= len(w.Students)
	if first {
		ladders()
	}
	if d, why := w.failed(); len(d) > 0 {
		offerFor(d[:1], "Not met last time", why, d[0].drill.Focus, w.fill(d, pool, 2))
	}
	if !first && w.Aim == "" {
		ladders()
	}
	if d, why := w.due(); len(d) > 0 {
		offerFor(d[:1], "Due again", why, d[0].drill.Focus, w.fill(d, pool, 2))
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
