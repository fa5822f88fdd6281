//go:build !race

package season_test

import (
	"context"
	"fmt"
	"hash/fnv"
	"math"
	"math/rand/v2"
	"path/filepath"
	"slices"
	"testing"
	"time"

	"hodometer/core/course"
	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/core/watch"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/drafts"
	"hodometer/internal/club/ladders"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
)

// group is who is taught together, and how.
type group struct {
	name    string
	court   string
	perWeek int
	manner  course.Manner // "": no weeks are planned, each lesson is drafted by itself
	event   int           // days from the first to the event; 0: none
	ladder  string
	next    string // the ladder after the first has ended
	have    lesson.Resources
	levels  []units.Level
	seed    uint64

	ids    []string
	course string
	truths []truth
}

// truth is a student's spread at each skill, ln k: it begins somewhere and becomes smaller.
type truth struct {
	seed        uint64
	base, gains float64 // gains a day
}

func (t *truth) at(skill drill.Skill, day float64) float64 {
	h := fnv.New64a()
	h.Write([]byte(skill))
	own := rand.New(rand.NewPCG(t.seed, h.Sum64()))
	return t.base + 0.15*own.NormFloat64() - t.gains*day
}

func groups() []*group {
	kit := func(balls, courts int) lesson.Resources {
		return lesson.Resources{Balls: balls, Courts: courts, Equipment: []string{"markers"}}
	}
	return []*group{
		{
			name:    "Adult",
			court:   "tennis",
			perWeek: 2,
			ladder:  "stroke-control-first",
			next:    "serve-building",
			have:    kit(60, 1),
			levels:  []units.Level{units.Club},
			seed:    1,
		},
		{
			name:    "Player",
			court:   "tennis",
			perWeek: 2,
			manner:  course.ToEvent,
			event:   54,
			ladder:  "serve-building",
			next:    "return-building",
			have:    kit(90, 1),
			levels:  []units.Level{units.Performance},
			seed:    2,
		},
		{
			name:    "Pair",
			court:   "tennis",
			perWeek: 2,
			manner:  course.StepByStep,
			ladder:  "short-ball-pressure",
			next:    "volley-closing",
			have:    kit(72, 1),
			levels:  []units.Level{units.Club, units.Club},
			seed:    3,
		},
		{
			name:    "Four",
			court:   "tennisOrange",
			perWeek: 2,
			ladder:  "net-game-by-age",
			next:    "stroke-control-first",
			have:    kit(60, 1),
			levels:  []units.Level{units.Beginner, units.Beginner, units.Beginner, units.Beginner},
			seed:    4,
		},
		{
			name:    "Table",
			court:   "tableTennis",
			perWeek: 1,
			ladder:  "table-footwork-control",
			next:    "table-serve",
			have:    kit(120, 1),
			levels:  []units.Level{units.Club, units.Club, units.Beginner},
			seed:    5,
		},
		{
			name: "Soft", court: "pickleball", perWeek: 1, ladder: "soft-game", next: "deep-serve",
			have: kit(30, 1), levels: []units.Level{units.Beginner, units.Club}, seed: 6,
		},
	}
}

// world is a club in which the weeks go by.
type world struct {
	t     *testing.T
	ctx   context.Context
	club  *clubtest.Club
	now   time.Time
	first time.Time
	true  plan.Planner // plays what really happens
	seen  *record
	seed  uint64
	n     int // lessons
	ids   int // given so far
}

// weeks that a season lasts.
const weeks = 8

func newWorld(t *testing.T, seed uint64) *world {
	w := &world{t: t, ctx: t.Context(), seed: seed, seen: newRecord()}
	w.first = first
	w.now = w.first
	w.club = clubtest.Open(t, filepath.Join(t.TempDir(), "season.db"))
	w.club.SetClock(func() time.Time { return w.now })
	require.NoError(t, w.club.SetZone(w.ctx, "UTC"))
	return w
}

// id is one that is the same in each season of the seed, as the dice are thrown by ids.
func (w *world) id() string {
	w.ids++
	return fmt.Sprintf("00000000-0000-7000-8000-%06d%06d", w.seed, w.ids)
}

// join makes the group's students and puts them on their ladder.
func (w *world) join(g *group) {
	rng := rand.New(rand.NewPCG(g.seed, w.seed))
	for i, level := range g.levels {
		id := w.id()
		_, err := w.club.SaveStudent(w.ctx, students.Student{
			ID: id, Name: fmt.Sprintf("%s%c Season", g.name, 'a'+i), Hand: court.RightHand, Level: level,
		})
		require.NoError(w.t, err)
		g.ids = append(g.ids, id)
		g.truths = append(g.truths, truth{
			seed: w.seed<<20 + g.seed<<10 + uint64(
				i,
			),
			base:  0.25 * rng.NormFloat64(),
			gains: 0.002 + 0.003*rng.Float64(),
		})
		w.begin(id, g.ladder)
	}
	if g.manner == "" {
		return
	}
	c := course.Course{
		Format: course.Format, Version: course.Version, ID: clubtest.ID(), Title: g.name, Students: g.ids,
		Court: g.court, Start: "17:00", Minutes: 60, Days: g.days(), From: w.first.Format(time.DateOnly),
		Weeks: make([]course.Week, weeks), Resources: &g.have,
	}
	if g.event > 0 {
		c.Event = w.first.AddDate(0, 0, g.event).Format(time.DateOnly)
	}
	laid, err := w.club.PlanCourse(c, g.manner)
	require.NoError(w.t, err)
	saved, err := w.club.SaveCourse(w.ctx, laid)
	require.NoError(w.t, err)
	g.course = saved.Course.ID
}

func (g *group) days() []int {
	if g.perWeek == 1 {
		return []int{3}
	}
	return []int{2, 5}
}

func (w *world) begin(student, id string) {
	l, ok := ladder.ByID(id)
	require.True(w.t, ok, id)
	_, err := w.club.Move(w.ctx, student, ladders.Step{Ladder: id, Kind: ladder.Begin, Rung: l.Rungs[0].ID})
	require.NoError(w.t, err)
}

// teach is one lesson of the group: drafted, given, and all advice followed.
func (w *world) teach(g *group, day time.Time) {
	w.now = day.Add(-2 * time.Hour)
	l, theme := w.draft(g, day)
	known, err := w.club.Everybody(w.ctx, g.ids, l.Date, l.ID, l.Court)
	require.NoError(w.t, err)
	before, err := new(plan.Planner).Plan(w.ctx, l, known, units.Metric)
	require.NoError(w.t, err)
	really := w.really(g, l, known, day)
	happens, err := w.true.Plan(w.ctx, l, really, units.Metric)
	require.NoError(w.t, err)

	w.now = day
	r, err := w.club.OpenRun(w.ctx, clubtest.ID(), l.ID)
	require.NoError(w.t, err)
	w.n++
	trails, _, err := w.true.Watch(w.ctx, l, really, w.n) // chance has it differently each time
	require.NoError(w.t, err)
	played := watch.Events(l, day.UnixMilli(), trails)
	events := w.rated(g, played.Events)
	end := events[len(events)-1].At
	for _, id := range g.ids {
		for kind, value := range map[run.Kind]int{run.Engagement: 7, run.Effort: 5} {
			end++
			events = append(
				events,
				run.Event{ID: clubtest.ID(), At: end, Kind: kind, Student: id, Value: value},
			)
		}
	}
	w.now = time.UnixMilli(end).Add(time.Minute)
	_, err = w.club.AddEvents(w.ctx, r.ID, r.From(), events)
	require.NoError(w.t, err)
	w.seen.lesson(&given{
		group: g, lesson: l, theme: theme, day: day, week: int(day.Sub(w.first).Hours() / 24 / 7),
		planned: &before, truly: &happens, known: known, events: events,
	})
	w.follow(g, day)
}

// draft is the first draft of the lesson, saved.
func (w *world) draft(g *group, day time.Time) (*lesson.Lesson, course.Theme) {
	l, theme := w.drafted(g, day)
	for i := range l.Blocks {
		l.Blocks[i].ID = w.id()
	}
	saved, err := w.club.SaveLesson(w.ctx, l)
	require.NoError(w.t, err)
	return saved, theme
}

func (w *world) drafted(g *group, day time.Time) (*lesson.Lesson, course.Theme) {
	if g.course != "" {
		c, err := w.club.Course(w.ctx, g.course)
		require.NoError(w.t, err)
		for _, s := range c.Course.Lessons {
			if s.Date == day.Format(time.DateOnly) {
				l, err := w.club.DraftSlot(w.ctx, g.course, s.ID)
				require.NoError(w.t, err)
				return l, c.Course.Weeks[s.Week].Theme
			}
		}
		w.t.Fatalf("%s has no lesson on %s", g.name, day)
	}
	made, err := w.club.Drafts(w.ctx, drafts.Brief{
		Students: g.ids, Court: g.court, Date: day.Format(time.DateOnly), Start: day.Format("15:04"),
		Minutes: 60, Resources: &g.have, System: units.Metric,
	})
	require.NoError(w.t, err)
	require.NotEmpty(w.t, made)
	l := made[0].Lesson
	w.seen.why(&l, made[0].Why)
	return &l, course.Open
}

// really are the students as they truly are that day.
func (w *world) really(g *group, l *lesson.Lesson, known []plan.Student, day time.Time) []plan.Student {
	out := make([]plan.Student, len(known))
	for i := range known {
		out[i] = w.truly(g, i, known[i], day, l.Blocks)
	}
	return out
}

func (w *world) truly(g *group, i int, s plan.Student, day time.Time, blocks []lesson.Block) plan.Student {
	s.Known = map[drill.Skill]*plan.Known{}
	for b := range blocks {
		if blocks[b].Drill == nil {
			continue
		}
		d := blocks[b].DrillFor(s.ID)
		for _, stage := range d.Stages {
			w.tell(&s, g, i, d.Skill(stage), day)
		}
	}
	return s
}

func (w *world) tell(s *plan.Student, g *group, i int, skill drill.Skill, day time.Time) {
	lnK := g.truths[i].at(skill, day.Sub(w.first).Hours()/24)
	s.Known[skill] = &plan.Known{Belief: progress.Certain(lnK)}
}

// rated are the events with the coach's ratings of what is repeated: held as often as the
// student's own skill has it.
func (w *world) rated(g *group, played []run.Event) []run.Event {
	var out []run.Event
	for _, e := range played {
		out = append(out, e)
		if e.Kind != run.Reps {
			continue
		}
		i := slices.Index(g.ids, e.Student)
		day := time.UnixMilli(e.At).Sub(w.first).Hours() / 24
		chance := 1 / (1 + math.Exp(2*g.truths[i].at("held", day)-1.4))
		own := rand.New(rand.NewPCG(uint64(e.At), g.truths[i].seed))
		for range min(3, max(1, e.Value)) {
			value := 1
			if own.Float64() < chance {
				value = 2
			}
			at := out[len(out)-1].At
			out = append(out, run.Event{
				ID: clubtest.ID(), At: at, Kind: run.Held, Block: e.Block, Student: e.Student, Stage: e.Stage,
				Value: value,
			})
		}
	}
	return out
}

// follow takes what is advised of each student's ladders, and looks at it beside the truth.
func (w *world) follow(g *group, day time.Time) {
	for i, id := range g.ids {
		all, err := w.club.LaddersOf(w.ctx, id)
		require.NoError(w.t, err)
		for _, c := range all.Ladders {
			at := c.Ladder.At(c.Rung)
			rung := &c.Ladder.Rungs[at]
			truly := w.chance(g, i, rung, day)
			w.seen.advice(g, i, &c, truly, day)
			switch c.Advice.Verdict {
			case ladder.GoUp, ladder.GoEase:
				kind := map[ladder.Verdict]ladder.Kind{ladder.GoUp: ladder.Up, ladder.GoEase: ladder.Ease}
				_, err := w.club.Move(w.ctx, id, ladders.Step{
					Ladder: c.Ladder.ID,
					Kind:   kind[c.Advice.Verdict],
					Rung:   c.Advice.To,
					Reason: c.Advice.Reason,
				})
				require.NoError(w.t, err)
			case ladder.Top:
				if c.Ladder.ID == g.ladder && len(all.Ladders) == 1 {
					w.begin(id, g.next)
				}
			case ladder.Stay:
			}
		}
	}
}

// chance is the student's true chance of a good ball at a rung; negative where nothing is by
// chance.
func (w *world) chance(g *group, i int, r *ladder.Rung, day time.Time) float64 {
	d, err := library.ByID(r.Drill)
	if err != nil {
		return -1
	}
	if at := r.StageIn(d); at < 0 || !d.ByChance(d.Stages[at]) {
		return -1
	}
	known, err := w.club.Everybody(w.ctx, g.ids[i:i+1], day.Format(time.DateOnly), "", g.court)
	require.NoError(w.t, err)
	s := w.truly(g, i, known[0], day, []lesson.Block{lesson.ForDrill(d)})
	e := ladder.EvidenceOf(&w.true, &s, r, d)
	if e.Rate == nil {
		return -1
	}
	return e.Rate.Mean
}
