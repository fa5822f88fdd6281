package evidence

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/target"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Ledger is what was counted of everybody.
type Ledger struct {
	store   *store.Store
	planner *plan.Planner
	people  people
}

// New returns the ledger in that file.
func New(s *store.Store, p *plan.Planner) *Ledger { return &Ledger{store: s, planner: p} }

// people remembers what is known of students, since every check of a lesson
// asks for all of it. The file counts the writes that change it: what was read
// at another count is forgotten, whoever wrote.
type people struct {
	mu      sync.Mutex
	version int64
	known   map[string]*Person
}

// Person is a student with all that was counted, oldest first.
type Person struct {
	Student   students.Student
	histories []progress.History
	last      map[string][]drill.Ask // what was asked last, by skill
	in        map[string]string      // the root of the drill that a skill was counted in last
	sessions  []session
	Series    map[progress.Key]*progress.Series // what was counted besides chance
	// What a page shows of the histories, reckoned when it is first asked for.
	shown  sync.Once
	tracks [][]progress.Counted
	within []float64
	size   []float64 // of the target that a track is for, metres
}

// session is a run that a student took part in.
type session struct {
	lesson  string
	day     int
	minutes float64
	rating  float64
	// What else the coach said of the student.
	engagement int
	words      string
}

// Read gives a student as of that count of writes, from memory where it can.
func (c *Ledger) Read(ctx context.Context, q *gen.Queries, version int64, id string) (*Person, error) {
	p := &c.people
	p.mu.Lock()
	if p.known == nil || p.version != version {
		p.version, p.known = version, map[string]*Person{}
	}
	known := p.known[id]
	p.mu.Unlock()
	if known != nil {
		return known, nil
	}
	out, err := c.readPerson(ctx, q, id)
	if err != nil {
		return nil, err
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.version == version {
		p.known[id] = out
	}
	return out, nil
}

// asking is what a goal asked of its balls, and how a student's spread tells on it.
type asking struct {
	asks  []drill.Ask
	curve *target.Curve
}

// asking reads what was asked of a student.
func (c *Ledger) asking(s *students.Student, text string) (out asking, err error) {
	if err := json.Unmarshal([]byte(text), &out.asks); err != nil {
		return out, err
	}
	in := ""
	if len(out.asks) > 0 {
		in = court.SportOf(out.asks[0].Court)
	}
	level, err := target.LevelOf(s.In(in))
	if err == nil {
		out.curve = drill.CurveOf(&c.planner.Curves, level, out.asks)
	}
	return out, err
}

func (c *Ledger) readPerson(ctx context.Context, q *gen.Queries, id string) (*Person, error) {
	row, err := q.GetStudent(ctx, id)
	if err != nil {
		return nil, answer.OrMissing(err, "student")
	}
	out := &Person{
		Student: students.Of(row),
		last:    map[string][]drill.Ask{},
		in:      map[string]string{},
		Series:  map[progress.Key]*progress.Series{},
	}
	rows, err := q.ListResultsOfStudent(ctx, id)
	if err != nil {
		return nil, err
	}
	var results []progress.Result
	var stage *progress.Series  // that of the row before
	asked := map[int64]asking{} // most lessons ask what others did
	for _, r := range rows {
		if r.Shot == 0 { // the others are of the same stage
			key, mark, err := markOf(r, c.store.Now().Location())
			if err != nil {
				return nil, err
			}
			if out.Series[key] == nil {
				out.Series[key] = &progress.Series{Key: key}
			}
			out.Series[key].Add(mark)
			stage = out.Series[key]
		} else if stage != nil {
			m := &stage.Marks[len(stage.Marks)-1]
			m.Balls, m.Good = m.Balls+int(r.Balls), m.Good+int(r.Good)
		}
		if r.Balls == 0 {
			continue // whose balls they were is not known, or there were none
		}
		ask, known := asked[r.Ask]
		if !known {
			text, err := q.GetAsk(ctx, r.Ask)
			if err != nil {
				return nil, err
			}
			if ask, err = c.asking(&out.Student, text); err != nil {
				return nil, fmt.Errorf("result of run %s: %w", r.RunID, err)
			}
			asked[r.Ask] = ask
		}
		results = append(results, progress.Result{
			Run: r.RunID, Skill: r.Skill, At: r.At, Day: units.DayNumber(c.store.At(r.At)),
			Balls: int(r.Balls), Good: int(r.Good), Best: int(r.Best), Met: r.Met != 0, Radius: r.Radius,
			Curve: ask.curve,
		})
		if len(ask.asks) > 0 {
			out.last[r.Skill], out.in[r.Skill] = ask.asks, r.Drill
		}
	}
	out.histories = progress.Histories(results)
	sessions, err := q.ListSessionsOfStudent(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, r := range sessions {
		out.sessions = append(
			out.sessions,
			session{
				lesson: r.LessonID, day: units.DayNumber(c.store.At(r.StartedAt)), minutes: r.Minutes,
				rating: float64(r.Rating), engagement: int(r.Engagement),
				words: strings.Trim(r.Note+", "+r.Words, ", "),
			},
		)
	}
	return out, err
}

// At is the student as the reckoning knows them on that day in that sport: what was
// counted, and the lessons given before it; where that lesson itself was given, what it
// came to.
func (p *Person) At(day int, in, lesson string) plan.Student {
	s := p.Student
	out := plan.Student{
		ID: s.ID, Name: s.Name, Hand: s.Hand, Level: s.In(in), Series: p.Series,
		Speed: s.Speed, Reach: s.Reach,
	}
	out.Learn(p.histories, day)
	for _, r := range p.sessions {
		if r.lesson == lesson {
			out.Given = &progress.Worked{Minutes: r.minutes, Rating: r.rating}
			continue
		}
		if before := day - r.day; before >= 0 {
			out.Felt = append(out.Felt, progress.Felt{
				DaysBefore: before, Engagement: r.engagement, Effort: int(r.rating), Words: r.words,
			})
		}
		if before := day - r.day; before >= 0 && before < progress.LoadDays {
			out.Worked = append(
				out.Worked,
				progress.Worked{DaysBefore: before, Minutes: r.minutes, Rating: r.rating},
			)
		}
	}
	return out
}

// planned are the lessons of a student from now until that day, but for that one.
func (c *Ledger) planned(
	ctx context.Context,
	q *gen.Queries,
	student string,
	day int,
	lesson string,
) (out []progress.Worked, err error) {
	rows, err := q.ListPlannedOfStudent(
		ctx,
		gen.ListPlannedOfStudentParams{Student: student, From: c.store.Now().Format(time.DateOnly)},
	)
	for _, r := range rows {
		on, ok := units.DayNumbered(r.Date)
		if before := day - on; ok && r.ID != lesson && before >= 0 && before < progress.LoadDays {
			out = append(out, progress.Worked{DaysBefore: before, Minutes: float64(r.SlotMinutes)})
		}
	}
	return out, err
}

// Everybody are the students of these ids, in order, as they are known on the date
// of that lesson in the sport of its court; today where it has none, and for what is past.
func (c *Ledger) Everybody(
	ctx context.Context,
	ids []string,
	date, lesson, courtID string,
) (out []plan.Student, err error) {
	day, ok := units.DayNumbered(date)
	if !ok {
		day = units.DayNumber(c.store.Now())
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		version, err := q.EvidenceVersion(ctx)
		if err != nil {
			return err
		}
		var wrong units.Problems
		for i, id := range ids {
			p, err := c.Read(ctx, q, version, id)
			switch {
			case errors.As(err, &answer.Missing{}):
				wrong.Add(fmt.Sprintf("students[%d]", i), "this student does not exist")
			case err != nil:
				return err
			default:
				s := p.At(day, court.SportOf(courtID), lesson)
				soon, err := c.planned(ctx, q, id, day, lesson)
				if err != nil {
					return err
				}
				s.Worked = append(s.Worked, soon...)
				out = append(out, s)
			}
		}
		plan.Call(out)
		if len(wrong) == 0 {
			if err := standing(ctx, q, out); err != nil {
				return err
			}
		}
		return wrong.Err()
	})
	return out, err
}

// KnownBefore are these students with what was counted of them in other runs.
func (c *Ledger) KnownBefore(
	ctx context.Context,
	q *gen.Queries,
	ids []string,
	run, courtID string,
) (out []plan.Student, err error) {
	version, err := q.EvidenceVersion(ctx)
	if err != nil {
		return nil, err
	}
	for _, id := range ids {
		p, err := c.Read(ctx, q, version, id)
		if err != nil {
			return nil, err
		}
		s := p.At(units.DayNumber(c.store.Now()), court.SportOf(courtID), "")
		s.Series = map[progress.Key]*progress.Series{}
		for k, series := range p.Series {
			other := progress.Series{Key: k}
			for _, m := range series.Marks {
				if m.Run != run {
					other.Marks = append(other.Marks, m)
				}
			}
			if len(other.Marks) > 0 {
				s.Series[k] = &other
			}
		}
		out = append(out, s)
	}
	plan.Call(out)
	return out, nil
}

// mostGames of each student are looked back on in a plan.
const mostGames = 30

// standing tells students what their games say of their strength, and what they played lately.
func standing(ctx context.Context, q *gen.Queries, of []plan.Student) error {
	ids := make([]string, len(of))
	for i := range of {
		ids[i] = of[i].ID
	}
	rows, err := q.ListGamesOfStudents(ctx, store.List(ids...))
	if err != nil || len(rows) == 0 {
		return err
	}
	names, err := students.Names(ctx, q)
	stand(of, gamesOf(rows, names), names)
	return err
}

// stand is standing by these games, the latest first.
func stand(of []plan.Student, games []Game, names map[string]students.Called) {
	if len(games) == 0 {
		return
	}
	place := map[string]int{}
	for i := range of {
		place[of[i].ID] = i
	}
	var others []units.Level
	var meetings []plan.Meeting
	for _, g := range games {
		if len(g.Sides[0]) == 0 || len(g.Sides[1]) == 0 {
			continue
		}
		played := plan.Game{
			Block:   g.Title,
			Game:    g.Game,
			Over:    g.Over,
			Run:     g.Run,
			Points:  g.Points,
			Rallies: g.Rallies[0] + g.Rallies[1],
			Marks:   map[string]int{},
			At:      g.At,
		}
		for _, c := range g.Marks {
			played.Marks[c.ID] = c.Times()
		}
		m := plan.Meeting{WonA: float64(g.Rallies[0]), WonB: float64(g.Rallies[1]), Favours: g.Favours}
		for side, who := range g.Sides {
			for _, s := range who {
				at, ok := place[s.ID]
				if !ok {
					at = len(of) + len(others)
					place[s.ID] = at
					others = append(others, names[s.ID].Level)
				}
				played.Sides[side] = append(played.Sides[side], s.ID)
				if side == 0 {
					m.A = append(m.A, at)
				} else {
					m.B = append(m.B, at)
				}
			}
		}
		meetings = append(meetings, m)
		for _, id := range slices.Concat(played.Sides[0], played.Sides[1]) {
			if at := place[id]; at < len(of) && len(of[at].Games) < mostGames {
				of[at].Games = append(of[at].Games, played)
			}
		}
	}
	plan.Stand(of, others, meetings)
}
