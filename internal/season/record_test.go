//go:build !race

package season_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/core/run"
	"hodometer/internal/club/ladders"

	"github.com/stretchr/testify/require"
)

// given is a lesson as it was planned and as it went.
type given struct {
	group   *group
	lesson  *lesson.Lesson
	theme   course.Theme
	day     time.Time
	week    int
	planned *plan.Plan // by what was believed
	truly   *plan.Plan // by what was so
	known   []plan.Student
	events  []run.Event
}

// record is what is seen of a season.
type record struct {
	lessons []*given
	moves   []move
	ready   map[string]int // lessons with the drill since a student was ready for the next rung, by both
	waited  []int          // lessons from then to the move
	reasons map[string]string
	waits   []string
	away    map[string]int // lessons running without the drill of a student's rung, by both
	starved int            // the most of them
}

// move is one that was advised, with the truth.
type move struct {
	who, rung    string
	verdict      ladder.Verdict
	truly        float64 // the true rate at the rung; negative: nothing is by chance
	level, floor float64
	reason       string
	wrong        bool
}

func newRecord() *record {
	return &record{ready: map[string]int{}, away: map[string]int{}, reasons: map[string]string{}}
}

func (r *record) why(l *lesson.Lesson, why string) { r.reasons[l.ID] = why }

func (r *record) lesson(g *given) { r.lessons = append(r.lessons, g) }

// leeway is how far beside a level the truth may be for a move not to be wrong.
const leeway = 0.05

// advice keeps what is advised, and how long a student was ready for it.
func (r *record) advice(g *group, i int, c *ladders.Climb, truly float64, day time.Time) {
	rung := &c.Ladder.Rungs[c.Ladder.At(c.Rung)]
	level, floor := rung.Band()
	key := fmt.Sprintf("%s%d/%s/%s", g.name, i, c.Ladder.ID, rung.ID)
	worked := strings.Contains(r.lessons[len(r.lessons)-1].roots(), rung.Drill)
	d, err := library.ByID(rung.Drill)
	if r.away[key]++; worked || err != nil || g.have.Lacking(d) != nil { // or it is said why it cannot be
		r.away[key] = 0
	}
	if r.starved = max(r.starved, r.away[key]); r.away[key] > 3 {
		r.waits = append(
			r.waits,
			fmt.Sprintf("%s %s: %d lessons without its drill", key, day.Format("02 Jan"), r.away[key]),
		)
	}
	if worked && truly >= level+leeway && c.Advice.Met > 0 &&
		c.Advice.Toward == "" { // it is so, and was met once
		r.ready[key]++
	}
	if n := r.ready[key]; n > 3 { // the table says why
		r.waits = append(r.waits, fmt.Sprintf("%s %s: %d, %s", key, day.Format("02 Jan"), n, c.Advice.Reason))
	}
	if c.Advice.Verdict == ladder.Top {
		delete(r.ready, key)
	}
	if v := c.Advice.Verdict; v == ladder.GoUp || v == ladder.GoEase {
		m := move{
			who: fmt.Sprintf("%s%d %s", g.name, i, day.Format("02 Jan")), rung: rung.Title, verdict: v,
			truly: truly, level: level, floor: floor, reason: c.Advice.Reason,
		}
		m.wrong = truly >= 0 &&
			(v == ladder.GoUp && truly < level-leeway || v == ladder.GoEase && truly > floor+leeway)
		r.moves = append(r.moves, m)
		if v == ladder.GoUp && truly >= level+leeway {
			r.waited = append(r.waited, r.ready[key])
		}
		delete(r.ready, key)
	}
}

// roots are the drills of a lesson, in one word.
func (g *given) roots() string {
	var out []string
	for i := range g.lesson.Blocks {
		if b := &g.lesson.Blocks[i]; b.Kind == lesson.Drill && b.Drill != nil {
			out = append(out, b.Drill.Root())
		}
	}
	slices.Sort(out)
	return strings.Join(out, " + ")
}

// work is the minutes of drills and games, games those of games alone.
func (g *given) work() (work, games int) {
	for i := range g.lesson.Blocks {
		switch b := &g.lesson.Blocks[i]; b.Kind {
		case lesson.Game:
			games += b.Minutes
			work += b.Minutes
		case lesson.Drill, lesson.Serve:
			work += b.Minutes
		default:
		}
	}
	return work, games
}

// of are the group's lessons in their order.
func (r *record) of(name string) (out []*given) {
	for _, g := range r.lessons {
		if g.group.name == name {
			out = append(out, g)
		}
	}
	return out
}

// repeats is how often the same drills came more than twice running.
func (r *record) repeats(name string) (n int) {
	running, was := 0, ""
	for _, g := range r.of(name) {
		if now := g.roots(); now == was {
			running++
		} else {
			running, was = 1, now
		}
		if running > 2 {
			n++
		}
	}
	return n
}

// shares are the shares of good balls of each student in each drill of each lesson, of eight
// balls or more.
func (r *record) shares(name string) (out []float64) {
	for _, g := range r.of(name) {
		type key struct{ block, student string }
		balls, good := map[key]int{}, map[key]int{}
		for _, e := range g.events {
			if e.Kind == run.Good || e.Kind == run.Miss {
				k := key{e.Block, e.Student}
				balls[k]++
				if e.Kind == run.Good {
					good[k]++
				}
			}
		}
		for k, n := range balls {
			if n >= 8 {
				out = append(out, float64(good[k])/float64(n))
			}
		}
	}
	return out
}

// jumps are the changes of each student's target from one lesson with the drill to the next, as
// shares of the radius.
func (r *record) jumps(name string) (out []float64) {
	was, rung := map[string]float64{}, map[string]string{}
	for _, g := range r.of(name) {
		for i := range g.lesson.Blocks {
			b := &g.lesson.Blocks[i]
			if b.Drill == nil || len(b.Drill.Targets) == 0 {
				continue
			}
			first := slices.IndexFunc(b.Drill.Stages, b.Drill.ByChance)
			if first < 0 {
				continue
			}
			for _, id := range g.lesson.Students {
				d := b.DrillFor(id)
				now, key := d.Radial(d.Stages[first]), b.Drill.Root()+id
				at := b.Variant(id).Rung
				if was[key] > 0 && rung[key] == at { // a gate asks for its own target
					out = append(out, math.Abs(now/was[key]-1))
				}
				was[key], rung[key] = now, at
			}
		}
	}
	return out
}

// doubts is in how many lessons the draft said of itself that something will not fit.
func (r *record) doubts(name string) (n int) {
	for _, g := range r.of(name) {
		says := false
		for _, b := range g.planned.Blocks {
			says = says ||
				slices.ContainsFunc(b.Notices, func(n plan.Notice) bool { return n.Kind == "willNotFit" })
		}
		if says {
			n++
		}
	}
	return n
}

// astray are the lessons that do not follow their week: fewer than half of the drills are of its
// theme, or in a week of match play less than a third of the work is games.
func (r *record) astray(name string) (out []string) {
	done := map[string]bool{}
	for _, g := range r.of(name) {
		all, of := 0, 0
		for i := range g.lesson.Blocks {
			if b := &g.lesson.Blocks[i]; b.Kind == lesson.Drill && b.Drill != nil {
				all++
				if draft.Suits(g.theme, b.Drill, done[b.Drill.Root()]) {
					of++
				}
			}
		}
		for i := range g.lesson.Blocks {
			if b := &g.lesson.Blocks[i]; b.Drill != nil {
				done[b.Drill.Root()] = true
			}
		}
		work, games := g.work()
		if 2*of < all || g.theme == course.MatchDay && len(g.lesson.Students) > 1 && 3*games < work {
			out = append(
				out,
				fmt.Sprintf("%s %s %s: %d of %d, games %d of %d min", name, g.day.Format("02 Jan"),
					g.theme, of, all, games, work),
			)
		}
	}
	return out
}

// fresh is how many drills are new in the last three days before the event.
func (r *record) fresh(name string) (n int) {
	done := map[string]bool{}
	for _, g := range r.of(name) {
		left := g.group.event - int(g.day.Sub(first).Hours()/24)
		for i := range g.lesson.Blocks {
			b := &g.lesson.Blocks[i]
			if b.Drill == nil || b.Kind != lesson.Drill {
				continue
			}
			if g.group.event > 0 && left >= 0 && left <= 3 && !done[b.Drill.Root()] {
				n++
			}
			done[b.Drill.Root()] = true
		}
	}
	return n
}

// estimates are the errors of what was believed of rates that had been counted before, from the
// fourth week on, and in how many of them the truth lay within the 80 % band.
func (r *record) estimates() (off []float64, within int) {
	for _, g := range r.lessons {
		if g.week < 3 {
			continue
		}
		for i, b := range g.planned.Blocks {
			if b.Drill == nil {
				continue
			}
			block := &g.lesson.Blocks[i]
			for s := range b.Drill.Players {
				d := block.DrillFor(g.known[s].ID)
				for j, stage := range b.Drill.Players[s].Stages {
					so := g.truly.Blocks[i].Drill.Players[s].Stages[j]
					_, counted := g.known[s].Known[d.Skill(d.Stages[j])]
					if stage.Rate == nil || so.Rate == nil || !counted || !d.ByChance(d.Stages[j]) {
						continue
					}
					off = append(off, math.Abs(stage.Rate.Mean-so.Rate.Mean))
					if so.Rate.Mean >= stage.Rate.Low && so.Rate.Mean <= stage.Rate.High {
						within++
					}
				}
			}
		}
	}
	return off, within
}

func mean(of []float64) (sum float64) {
	for _, v := range of {
		sum += v / float64(len(of))
	}
	return sum
}

func share(of []float64, is func(float64) bool) float64 {
	n := 0
	for _, v := range of {
		if is(v) {
			n++
		}
	}
	return float64(n) / float64(max(1, len(of)))
}

// limits a season keeps, and the table that shows it.
func (r *record) judge(t *testing.T, all []*group) {
	var table strings.Builder
	line := func(format string, args ...any) { fmt.Fprintf(&table, format+"\n", args...) }
	line(
		"%-8s %7s %7s %8s %7s %8s %7s %7s %6s",
		"group",
		"lessons",
		"repeats",
		"55-88 %",
		"no fit",
		"jump",
		"astray",
		"new",
		"work %",
	)
	type row struct {
		name           string
		repeats, fresh int
		doubts         float64
		share, jump    float64
		work           float64
		astray         []string
	}
	var shares []float64
	var rows []row
	doubts := 0
	for _, g := range all {
		of := r.of(g.name)
		own := r.shares(g.name)
		shares = append(shares, own...)
		work := 0.0
		for _, l := range of {
			w, _ := l.work()
			work += float64(w) / float64(l.lesson.SlotMinutes) / float64(len(of))
		}
		doubts += r.doubts(g.name)
		rows = append(rows, row{
			g.name,
			r.repeats(g.name),
			r.fresh(g.name),
			float64(r.doubts(g.name)) / float64(len(of)),
			share(
				own,
				func(v float64) bool { return v >= 0.55 && v <= 0.88 },
			),
			slices.Max(append(r.jumps(g.name), 0)),
			work,
			r.astray(g.name),
		})
		last := rows[len(rows)-1]
		line("%-8s %7d %7d %8.0f %7.0f %8.2f %7d %7d %6.0f", g.name, len(of), last.repeats, 100*last.share,
			100*last.doubts, last.jump, len(last.astray), last.fresh, 100*work)
	}
	inside := share(shares, func(v float64) bool { return v >= 0.55 && v <= 0.88 })
	line("success shares of all within 55 to 88 %%: %.0f %%", 100*inside)
	off, within := r.estimates()
	coverage := float64(within) / float64(max(1, len(off)))
	line(
		"estimates from week 4: %d, mean error %.3f, within the 80 %% band %.0f %%",
		len(off),
		mean(off),
		100*coverage,
	)
	wrong := 0
	for _, m := range r.moves {
		mark := ""
		if m.wrong {
			wrong++
			mark = "  WRONG"
		}
		line(
			"%-14s %-5s %-28s truly %.2f (%.2f, %.2f)%s: %s",
			m.who,
			m.verdict,
			m.rung,
			m.truly,
			m.floor,
			m.level,
			mark,
			m.reason,
		)
	}
	slices.Sort(r.waited)
	for _, g := range r.lessons {
		for i, b := range g.planned.Blocks {
			for _, n := range b.Notices {
				if n.Kind == "willNotFit" {
					line(
						"%s %s %s: %s",
						g.group.name,
						g.day.Format("02 Jan"),
						g.lesson.Blocks[i].Title,
						n.Text,
					)
				}
			}
		}
	}
	line("%s", strings.Join(r.waits, "\n"))
	for _, row := range rows {
		line("%s", strings.Join(row.astray, "\n"))
	}
	line("most lessons running without the drill of somebody's rung: %d", r.starved)
	line("lessons from ready to the move: %v; still waiting %v", r.waited, r.ready)
	for _, g := range all {
		line("\n%s", g.name)
		for _, l := range r.of(g.name) {
			work, games := l.work()
			line("  %s %-8s %d/%d min  %s  %s", l.day.Format("Mon 02 Jan"), l.theme, work, games, l.roots(),
				r.reasons[l.lesson.ID])
		}
	}
	t.Log("\n" + table.String())

	for _, row := range rows {
		require.Zero(t, row.repeats, "%s: the same drills more than twice running", row.name)
		require.LessOrEqual(t, row.jump, 0.205, "%s: a target jumps", row.name)
		require.Empty(t, row.astray, "%s: lessons that do not follow their week", row.name)
		require.Zero(t, row.fresh, "%s: new before the event", row.name)
		require.GreaterOrEqual(t, row.work, 0.65, "%s: drills and games in the slot", row.name)
	}
	require.GreaterOrEqual(t, inside, 0.75, "success shares within 55 to 88 %")
	require.LessOrEqual(t, float64(doubts)/float64(len(r.lessons)), 0.02, "drafts that say they will not fit")
	require.LessOrEqual(t, float64(wrong)/float64(max(1, len(r.moves))), 0.05, "moves against the truth")
	require.NotEmpty(t, r.waited)
	require.LessOrEqual(t, r.waited[len(r.waited)-1], 4, "lessons from ready to the move")
	require.LessOrEqual(t, r.waited[len(r.waited)/2], 2, "the median of them")
	require.LessOrEqual(t, r.starved, 4, "lessons running without the drill of somebody's rung")
	require.LessOrEqual(t, mean(off), 0.045)
	require.True(t, coverage >= 0.75 && coverage <= 0.95, "coverage %.2f", coverage)
}
