package reports

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/ladders"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Reports are what a student's time comes to, for who may read it.
type Reports struct {
	store    *store.Store
	planner  *plan.Planner
	evidence *evidence.Ledger
	lessons  *lessons.Diary
	ladders  *ladders.Guide
}

// New returns the reports in that file.
func New(
	s *store.Store,
	p *plan.Planner,
	e *evidence.Ledger,
	l *lessons.Diary,
	g *ladders.Guide,
) *Reports {
	return &Reports{s, p, e, l, g}
}

// Report is what a period came to for one student, on one page: what was counted, none of
// it judged. Notes are those that the coach marked as shareable.
type Report struct {
	Student  students.Student `json:"student"`
	From     string           `json:"from"`
	To       string           `json:"to"`
	Attended int              `json:"attended"` // lessons
	Missed   int              `json:"missed"`   // lessons the student was in and did not come to
	Minutes  float64          `json:"minutes"`
	Balls    int              `json:"balls"`
	Good     int              `json:"good"`
	// Metres are those run for the balls counted, by the drills as they were given.
	Metres      float64        `json:"metres"`
	Repetitions int            `json:"repetitions"`
	Skills      []ReportSkill  `json:"skills"`
	Streaks     []ReportMark   `json:"streaks"`
	Choices     []ReportChoice `json:"choices"`
	// Misses are where balls went that were marked, the place hit most first.
	Misses    []ReportMiss   `json:"misses"`
	Rungs     []ReportRung   `json:"rungs"`
	Games     []ReportGame   `json:"games"`
	Engaged   float64        `json:"engaged,omitempty"` // mean of 1 to 10; 0: not asked
	Effort    float64        `json:"effort,omitempty"`
	Confident float64        `json:"confident,omitempty"`
	Home      []lessons.Done `json:"home"`
	Notes     []SharedLine   `json:"notes"`
}

// ReportSkill is a skill as it was before the period and at its end.
type ReportSkill struct {
	Label string         `json:"label"`
	Balls int            `json:"balls"`
	Good  int            `json:"good"`
	Was   *progress.Rate `json:"was,omitempty"`
	Is    *progress.Rate `json:"is,omitempty"`
	// First says that Was is after the first session there ever was. Both rates are at one target
	// of Target metres, whatever was played to; 0: not known. Used is what was played to last.
	First  bool    `json:"first,omitempty"`
	Target float64 `json:"target,omitempty"`
	Used   float64 `json:"used,omitempty"`
}

// ReportMark is the best of something counted besides chance.
type ReportMark struct {
	Title string `json:"title"`
	Stage string `json:"stage"`
	Best  string `json:"best"`
}

// ReportChoice is how often a choice was right, the first time in the period and the last.
type ReportChoice struct {
	Title string `json:"title"`
	Stage string `json:"stage"`
	First string `json:"first"` // "5 of 11"
	Last  string `json:"last"`  // "" where it was chosen once
	Said  string `json:"said"`  // what was chosen, in all of the period
}

// ReportMiss is a place that balls went to.
type ReportMiss struct {
	Where string `json:"where"` // net, long, wide, short
	N     int    `json:"n"`
}

// ReportRung is where the student stands on a ladder, with what moved in the period.
type ReportRung struct {
	Ladder string   `json:"ladder"`
	Rung   string   `json:"rung"`
	Place  int      `json:"place"` // from 1
	Of     int      `json:"of"`
	Moves  []string `json:"moves"`
}

// ReportGame is a game of the period.
type ReportGame struct {
	At      int64    `json:"at"`
	Title   string   `json:"title"`
	Against []string `json:"against"`
	Score   [2]int   `json:"score"` // the student's side first
	Marks   []string `json:"marks"` // of the student's side: "Marker hit 2"
	Over    bool     `json:"over"`
}

// SharedLine is a line about the student, and whether others may read it.
type SharedLine struct {
	evidence.Line
	Shared bool `json:"shared"`
}

// Report of a student from one day to another, both included, "" for no end. All notes
// are there for the coach; others get those that are shared.
func (c *Reports) Report(ctx context.Context, id, from, to string) (out Report, err error) {
	since, until, err := evidence.Period(from, to, c.store.Now().Location())
	if err != nil {
		return out, err
	}
	record, err := c.evidence.Record(ctx, id)
	if err != nil {
		return out, err
	}
	climbs, err := c.ladders.LaddersOf(ctx, id)
	if err != nil {
		return out, err
	}
	home, err := c.lessons.HomeOf(ctx, id)
	if err != nil {
		return out, err
	}
	out = Report{
		Student: record.Student,
		From:    from,
		To:      to,
		Skills:  []ReportSkill{},
		Streaks: []ReportMark{},
		Choices: []ReportChoice{},
		Misses:  []ReportMiss{},
		Rungs:   []ReportRung{},
		Games:   []ReportGame{},
		Home:    []lessons.Done{},
		Notes:   []SharedLine{},
	}
	in := func(at int64) bool { return at >= since && at < until }
	out.skills(record.Skills, in)
	out.marks(record.Series, in)
	out.choices(record.Series, in)
	out.games(record.Games, id, in)
	out.rungs(climbs.Ladders, in, c.store.Now())
	for _, d := range home.Done {
		if in(d.At) {
			out.Home = append(out.Home, d)
		}
	}
	var felt [3][]int
	for _, l := range record.Lessons {
		if in(l.At) {
			for i, v := range []int{l.Engaged, l.Effort, l.Confident} {
				felt[i] = append(felt[i], v)
			}
		}
	}
	out.Engaged, out.Effort, out.Confident = asked(felt[0]), asked(felt[1]), asked(felt[2])
	err = c.store.View(ctx, func(q *gen.Queries) error {
		shared, err := q.ListSharedNotes(ctx, id)
		if err != nil {
			return err
		}
		for _, n := range record.Notes {
			if in(n.At) {
				out.Notes = append(out.Notes, SharedLine{n, slices.Contains(shared, n.Run)})
			}
		}
		missed, err := q.CountMissed(ctx, gen.CountMissedParams{Since: since, Until: until, Student: id})
		if err != nil {
			return err
		}
		out.Missed = int(missed)
		return c.lived(ctx, q, &out, since, until)
	})
	return out, err
}

// asked is the mean of what was answered; 0 where nobody was asked.
func asked(all []int) float64 {
	sum, n := 0, 0
	for _, v := range all {
		if v > 0 {
			sum, n = sum+v, n+1
		}
	}
	return float64(sum) / float64(max(1, n))
}

func (out *Report) skills(all []evidence.Skill, in func(int64) bool) {
	for _, k := range all {
		s := ReportSkill{Label: k.Label, Target: k.Radius, Used: k.Used}
		for i, t := range k.Track {
			if !in(t.At) {
				continue
			}
			if s.Balls == 0 && i > 0 {
				s.Was = k.Track[i-1].Chance
			} else if s.Balls == 0 && len(k.Track) > 1 { // the first that there was
				s.Was, s.First = t.Chance, true
			}
			s.Balls, s.Good, s.Is = s.Balls+t.Balls, s.Good+t.Good, t.Chance
		}
		switch {
		case s.Balls == 0:
		case s.Is == nil:
			out.Repetitions += s.Balls
		default:
			out.Balls, out.Good = out.Balls+s.Balls, out.Good+s.Good
			out.Skills = append(out.Skills, s)
		}
	}
}

func (out *Report) marks(all []evidence.Series, in func(int64) bool) {
	for _, s := range all {
		one := progress.Series{Key: s.Key}
		for _, m := range s.Marks {
			if in(m.At) {
				one.Marks = append(one.Marks, m)
			}
		}
		if len(one.Marks) == 0 || s.Measure == progress.Good {
			continue
		}
		best := one.Best()
		one.Marks = []progress.Mark{best}
		out.Streaks = append(
			out.Streaks,
			ReportMark{s.Title, cmp.Or(best.Name, s.Stage), plan.SayMark(&one, best)},
		)
	}
}

// choices says what was chosen and how much of it was right, and where balls went.
func (out *Report) choices(all []evidence.Series, in func(int64) bool) {
	var missed progress.Misses
	for _, s := range all {
		var first, last string
		var chosen progress.Series
		for _, m := range s.Marks {
			if !in(m.At) {
				continue
			}
			missed.Add(m.Misses)
			if right, of := m.Read(); of > 0 {
				said := fmt.Sprintf("%d of %d", right, of)
				if first == "" {
					first = said
				} else {
					last = said
				}
			}
			m.Run = ""
			chosen.Add(m)
		}
		if len(chosen.Marks) == 0 || chosen.Last().SayChoices() == "" {
			continue
		}
		m := chosen.Last()
		out.Choices = append(out.Choices, ReportChoice{
			s.Title, cmp.Or(m.Name, s.Stage), first, last, m.SayChoices(),
		})
	}
	for _, where := range missed.Places() {
		out.Misses = append(out.Misses, ReportMiss{where, missed[where]})
	}
}

func (out *Report) games(all []evidence.Game, id string, in func(int64) bool) {
	for _, g := range all {
		if !in(g.At) {
			continue
		}
		mine := 0
		if slices.ContainsFunc(g.Sides[1], func(n evidence.Named) bool { return n.ID == id }) {
			mine = 1
		}
		r := ReportGame{At: g.At, Title: g.Title, Against: []string{}, Marks: []string{}, Over: g.Over,
			Score: [2]int{g.Points[mine], g.Points[1-mine]}}
		for _, n := range g.Sides[1-mine] {
			r.Against = append(r.Against, n.Name)
		}
		for _, c := range g.Marks {
			if len(c.By) == 2 && c.By[mine] > 0 {
				r.Marks = append(r.Marks, fmt.Sprintf("%s %d", c.Words, c.By[mine]))
			}
		}
		out.Games = append(out.Games, r)
	}
}

func (out *Report) rungs(all []ladders.Climb, in func(int64) bool, now time.Time) {
	for _, c := range all {
		at := c.Ladder.At(c.Rung)
		r := ReportRung{
			Ladder: c.Ladder.Title, Rung: c.Ladder.Rungs[at].Title, Place: at + 1, Of: len(c.Ladder.Rungs),
			Moves: []string{},
		}
		said := map[ladder.Kind]string{
			ladder.Begin: "began on",
			ladder.Up:    "moved up to",
			ladder.Ease:  "moved down to",
			ladder.Set:   "set to",
			ladder.Word:  "met, judged by the coach:",
		}
		for _, m := range c.Moves {
			if i := c.Ladder.At(m.Rung); in(m.At) && i >= 0 && said[m.Kind] != "" {
				r.Moves = append(r.Moves, fmt.Sprintf("%s %s “%s”",
					units.Day(time.UnixMilli(m.At), now), said[m.Kind], c.Ladder.Rungs[i].Title))
			}
		}
		out.Rungs = append(out.Rungs, r)
	}
}

// lived puts in the lessons of the period: minutes, and the metres that the balls
// counted took, by each drill's turn as it was given.
func (c *Reports) lived(ctx context.Context, q *gen.Queries, out *Report, since, until int64) error {
	runs, err := q.ListRunsOfStudentBetween(ctx, gen.ListRunsOfStudentBetweenParams{
		Since: since, Until: until, Student: out.Student.ID,
	})
	if err != nil {
		return err
	}
	lessons := map[string]*lesson.Lesson{}
	for _, r := range runs {
		out.Attended++
		out.Minutes += r.Minutes
		l := &lesson.Lesson{}
		if err := store.ReadText(r.Lesson, l); err != nil {
			return fmt.Errorf("lesson of run %s: %w", r.ID, err)
		}
		lessons[r.ID] = l
	}
	results, err := q.ListResultsOfStudent(ctx, out.Student.ID)
	for _, k := range results {
		l := lessons[k.RunID]
		if l == nil || k.Balls == 0 {
			continue
		}
		b := l.Block(k.BlockID)
		if b == nil || b.Drill == nil {
			continue
		}
		d := b.DrillFor(k.StudentID)
		out.Metres += float64(k.Balls) * c.metresABall(d, &out.Student, court.SportOf(l.Court))
	}
	return err
}

// metresABall is what a ball of a turn of the drill takes the student to run.
func (c *Reports) metresABall(d *drill.Drill, who *students.Student, in string) float64 {
	m, err := footwork.For(who.In(in))
	if err != nil {
		return 0
	}
	if who.Speed > 0 {
		m.MaxSpeed = who.Speed
	}
	if who.Reach > 0 {
		m.Reach = who.Reach
	}
	turn, err := c.planner.Flights.Play(d.Pattern, m, d.TurnBalls, false)
	if err != nil {
		return 0
	}
	return turn.Metres / float64(max(1, d.TurnBalls, len(d.Pattern.Feeds)))
}

// ShareNote lets others read the line about a student from a run, or keeps it.
func (c *Reports) ShareNote(ctx context.Context, id, run string, shared bool) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := q.GetStudent(ctx, id); err != nil {
			return answer.OrMissing(err, "student")
		}
		if !shared {
			return q.KeepNote(ctx, gen.KeepNoteParams{RunID: run, StudentID: id})
		}
		if _, err := q.GetRun(ctx, run); err != nil {
			return answer.OrMissing(err, "run")
		}
		return q.ShareNote(ctx, gen.ShareNoteParams{RunID: run, StudentID: id})
	})
}
