package evidence

import (
	"cmp"
	"context"
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/target"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Record is a student and all that was counted.
type Record struct {
	Student  students.Student `json:"student"`
	Skills   []Skill          `json:"skills"`
	Strength *Strength        `json:"strength,omitempty"` // nil before any game
	Series   []Series         `json:"series"`
	Missed   []Missed         `json:"missed"`
	Games    []Game           `json:"games"`
	Tags     []Tag            `json:"tags"`
	Notes    []Line           `json:"notes"`
	Lessons  []Lived          `json:"lessons"`
	Shown    []Shown          `json:"shown"`
}

// Missed is where a student's balls went at one stage over the last lessons in which it was
// marked.
type Missed struct {
	Drill   string `json:"drill"`
	Title   string `json:"title"`
	Name    string `json:"name"` // of the stage
	Said    string `json:"said"` // "7 net, 2 long"
	Lessons int    `json:"lessons"`
}

// Misses of fewer balls say nothing, and a page shows so many stages [trade].
const (
	leastMissed = 3
	mostMissed  = 4
)

// Strength is what games say: the chance of a rally against somebody in the middle of
// the student's own level, with 80 % certainty.
type Strength struct {
	Chance  float64 `json:"chance"`
	Low     float64 `json:"low"`
	High    float64 `json:"high"`
	Rallies int     `json:"rallies"`
}

// Series is one measure over the sessions, oldest first.
type Series struct {
	progress.Series
	Title string  `json:"title"` // of the drill
	Said  string  `json:"said"`  // the last, and the best where that is another
	Last  float64 `json:"last"`
	Best  float64 `json:"best"`
	Trend int     `json:"trend"`
}

// Tag is one of the coach's words for what was seen, with how often and when last.
type Tag struct {
	Word  string `json:"word"`
	Times int    `json:"times"`
	At    int64  `json:"at"`
}

// Line is a line about the student, from a run.
type Line struct {
	Run  string `json:"run"`
	At   int64  `json:"at"`
	Text string `json:"text"`
}

// Lived is a lesson the student was in, with the balls that were counted.
type Lived struct {
	Run   string `json:"run"`
	At    int64  `json:"at"`
	Title string `json:"title"`
	Balls int    `json:"balls"`
	Good  int    `json:"good"`
	Felt
}

// Record reads a student and all that was counted.
func (c *Ledger) Record(ctx context.Context, id string) (out Record, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		version, err := q.EvidenceVersion(ctx)
		if err != nil {
			return err
		}
		p, err := c.Read(ctx, q, version, id)
		if err != nil {
			return err
		}
		out = Record{
			Student: p.Student,
			Tags:    []Tag{},
			Notes:   []Line{},
			Lessons: []Lived{},
			Series:  []Series{},
			Missed:  []Missed{},
		}
		if out.Skills, err = c.skills(ctx, q, p); err != nil {
			return err
		}
		for _, s := range progress.Sorted(p.Series) {
			last := s.Last()
			out.Series = append(out.Series, Series{
				Series: s,
				Title:  last.Title,
				Said:   plan.SayMark(&s, last),
				Last:   last.Value,
				Best:   s.Best().Value,
				Trend:  s.Trend(),
			})
			missed, lessons := s.Missed()
			if missed.Marked() >= leastMissed && len(out.Missed) < mostMissed {
				out.Missed = append(
					out.Missed,
					Missed{s.Drill, last.Title, last.Name, missed.String(), lessons},
				)
			}
		}
		return out.seen(ctx, q, p)
	})
	return out, err
}

// skills are the student's ways at each skill.
func (c *Ledger) skills(ctx context.Context, q *gen.Queries, p *Person) ([]Skill, error) {
	situations, err := q.ListSituations(ctx)
	if err != nil {
		return nil, err
	}
	own := map[string]string{}
	for _, s := range situations {
		own[s.ID] = s.Words
	}
	p.shown.Do(func() {
		n := len(p.histories)
		p.tracks, p.within, p.size = make([][]progress.Counted, n), make([]float64, n), make([]float64, n)
		for i := range p.histories {
			curve, size := c.reference(ctx, q, p, p.histories[i].Skill)
			p.tracks[i], p.size[i] = p.histories[i].Track(curve), size
			if p.within[i], err = p.near(i); err != nil {
				return
			}
		}
	})
	out := make([]Skill, len(p.histories))
	for i := range p.histories {
		h := &p.histories[i]
		id := drill.Skill(h.Skill)
		out[i] = Skill{
			ID: id, Label: id.Label(own), Short: id.Short(), Radius: cmp.Or(p.size[i], h.Radius),
			Used: h.Radius, Track: p.tracks[i], Within: p.within[i],
		}
		out[i].count(h)
	}
	return out, err
}

// reference is the ball that a skill is judged by from lesson to lesson, since targets follow the
// student: that of the shelf's own drill in which it was counted last, with the radius of its
// target; nil and 0 where the drill is there no more.
func (c *Ledger) reference(
	ctx context.Context,
	q *gen.Queries,
	p *Person,
	skill string,
) (*target.Curve, float64) {
	if p.in[skill] == "" {
		return nil, 0
	}
	found, err := documents.FindDrill(ctx, q, p.in[skill])
	if err != nil {
		return nil, 0
	}
	d := &found.Drill
	if asks := p.last[skill]; asks[0].Court != d.Pattern.Court { // as it is on the court played on
		there, err := d.On(&c.planner.Flights, asks[0].Court)
		if err != nil {
			return nil, 0
		}
		d = &there
	}
	own, err := d.Court()
	if err != nil {
		return nil, 0
	}
	at := slices.IndexFunc(
		d.Stages,
		func(s drill.Stage) bool { return string(d.Skill(s)) == skill && d.ByChance(s) },
	)
	in := p.Student.In(own.Sport)
	level, err := target.LevelOf(in)
	mover, err2 := footwork.For(in)
	if at < 0 || err != nil || err2 != nil {
		return nil, 0
	}
	curve := drill.CurveOf(&c.planner.Curves, level, d.Asks(&c.planner.Flights, at, mover))
	return curve, d.Radial(d.Stages[at])
}

// count says how much the skill rests on.
func (k *Skill) count(h *progress.History) {
	for i, s := range h.Sessions {
		if k.Balls += s.Balls; i == 0 || s.Day != h.Sessions[i-1].Day {
			k.Days++
		}
	}
	k.Guess = k.Balls < progress.LeastBalls
}

// near is the metres around the aim that hold half of the balls at the i-th skill.
func (p *Person) near(i int) (float64, error) {
	h := &p.histories[i]
	asks := p.last[h.Skill]
	if len(asks) == 0 {
		return 0, nil
	}
	level, err := target.LevelOf(p.Student.In(court.SportOf(asks[0].Court)))
	if err != nil {
		return 0, err
	}
	b := h.At(h.Sessions[len(h.Sessions)-1].Day)
	within, _ := drill.Within(level, asks, math.Exp(b.Mean()), 0.5)
	return within, nil
}

// seen puts in the games, and what the coach wrote down.
func (r *Record) seen(ctx context.Context, q *gen.Queries, p *Person) error {
	id := p.Student.ID
	names, err := students.Names(ctx, q)
	if err != nil {
		return err
	}
	games, err := q.ListGamesOfStudents(ctx, store.List(id))
	if err != nil {
		return err
	}
	r.Games = gamesOf(games, names)
	alone := []plan.Student{p.At(0, "", "")}
	stand(alone, r.Games, names)
	if s := alone[0]; s.Standing != nil {
		chance, low, high := s.AgainstLevel()
		r.Strength = &Strength{chance, low, high, s.Rallied}
	}
	tags, err := q.ListTagsOfStudent(ctx, id)
	if err != nil {
		return err
	}
	at := map[string]int{}
	for _, t := range tags { // the latest first
		i, ok := at[t.Word]
		if !ok {
			i = len(r.Tags)
			at[t.Word] = i
			r.Tags = append(r.Tags, Tag{Word: t.Word, At: t.StartedAt})
		}
		r.Tags[i].Times += int(t.Times)
	}
	notes, err := q.ListNotesOfStudent(ctx, id)
	if err != nil {
		return err
	}
	for _, n := range notes {
		r.Notes = append(r.Notes, Line{n.RunID, n.StartedAt, n.Note})
	}
	lessons, err := q.ListAttendedByStudent(ctx, id)
	counted := map[string][2]int{}
	for _, k := range r.Skills {
		for _, t := range k.Track {
			if t.Chance != nil {
				n := counted[t.Run]
				counted[t.Run] = [2]int{n[0] + t.Balls, n[1] + t.Good}
			}
		}
	}
	for _, l := range lessons {
		n := counted[l.RunID]
		r.Lessons = append(r.Lessons, Lived{
			l.RunID, l.StartedAt, l.Title, n[0], n[1],
			Felt{int(l.Engagement), int(l.Effort), int(l.Confidence)},
		})
	}
	if err != nil {
		return err
	}
	r.Shown, err = shown(ctx, q, id)
	return err
}

// Skill is a student's way at one skill, oldest session first. The estimates
// are for a target of Radius metres, that of the shelf's own drill; Used is the one played to
// last, and Within the metres around its aim that hold half of the balls, 0 where fewer come over
// the net.
type Skill struct {
	ID     drill.Skill `json:"skill"`
	Label  string      `json:"label"`
	Short  string      `json:"short"` // its stroke alone
	Radius float64     `json:"radius"`
	Used   float64     `json:"used"`
	// Balls counted in all, on so many Days; a Guess where they say little more than the level.
	Balls  int                `json:"balls"`
	Days   int                `json:"days"`
	Guess  bool               `json:"guess"`
	Within float64            `json:"within,omitempty"`
	Track  []progress.Counted `json:"track"`
}
