package ladders

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/ladder"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/evidence"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Guide is where students stand on ladders, and what is advised.
type Guide struct {
	store    *store.Store
	planner  *plan.Planner
	evidence *evidence.Ledger
}

// New returns the guide in that file.
func New(s *store.Store, p *plan.Planner, e *evidence.Ledger) *Guide { return &Guide{s, p, e} }

// Climb is a student on one ladder: the rungs with what was counted at each, where the
// student stands, how that came, and what is advised.
type Climb struct {
	Ladder ladder.Ladder   `json:"ladder"`
	Rung   string          `json:"rung"` // where the student stands
	Since  int64           `json:"since"`
	Moves  ladder.Standing `json:"moves"`
	Rungs  []Rung          `json:"rungs"`
	Advice ladder.Advice   `json:"advice"`
	// Declined says that the coach declined this advice and nothing new was counted since.
	Declined bool `json:"declined,omitempty"`
	Next     Next `json:"next"`
	// After are ladders that could come next, where this one has been climbed.
	After []Ladder `json:"after,omitempty"`
}

// Ladder is one that could come next.
type Ladder struct {
	ID    string `json:"id"`
	Title string `json:"title"`
	Rung  string `json:"rung"` // its first
}

// Rung is one of a student's rungs.
type Rung struct {
	ID    string `json:"id"`
	Title string `json:"title"`
	Gate  string `json:"gate"` // as a coach says it; "": by the coach's word
	Drill string `json:"drill,omitempty"`
	In    string `json:"in,omitempty"` // the drill's title
	ladder.Evidence
}

// Next is the drill to go on with, and at what.
type Next struct {
	Rung  string `json:"rung"`
	Drill string `json:"drill,omitempty"`
	Title string `json:"title"`
	Said  string `json:"said"` // what to change in it
}

// StudentLadders are all that a student stands on, what else is advised, and the chart of
// what was counted in which form.
type StudentLadders struct {
	Ladders []Climb        `json:"ladders"`
	More    []MoreAdvice   `json:"more"`
	Charts  []ladder.Chart `json:"charts"`
	First   *First         `json:"first,omitempty"` // nil: nothing is advised
}

// First is what to do before anything else that is advised: of the Ladder or of More with
// that id.
type First struct {
	Ladder string `json:"ladder,omitempty"`
	More   string `json:"more,omitempty"`
}

// first chooses among what is advised and was not declined: a step down comes before a step
// up, for a student who fails loses most; then what can be played or fades; then the work on
// the rung, of the ladder moved on last.
func (s *StudentLadders) first() *First {
	for _, v := range []ladder.Verdict{ladder.GoEase, ladder.GoUp} {
		for _, c := range s.Ladders {
			if c.Advice.Verdict == v && !c.Declined {
				return &First{Ladder: c.Ladder.ID}
			}
		}
	}
	for _, m := range s.More {
		if !m.Declined {
			return &First{More: m.ID}
		}
	}
	if len(s.Ladders) > 0 {
		return &First{Ladder: s.Ladders[0].Ladder.ID}
	}
	return nil
}

// MoreAdvice is advice beside the ladders: what fades, what can be played.
type MoreAdvice struct {
	ID       string `json:"id"`
	Kind     string `json:"kind"` // repeat, play
	Drill    string `json:"drill"`
	Title    string `json:"title"`
	Reason   string `json:"reason"`
	Declined bool   `json:"declined,omitempty"`
	Sessions int    `json:"-"` // counted so far
}

// climber is a student with what ladders ask for.
type climber struct {
	c        *Guide
	q        *gen.Queries
	p        *evidence.Person
	moves    map[string]ladder.Standing
	declined map[string]int64 // sessions counted when it was
	drills   map[string]*drill.Drill
	day      int
}

func (c *Guide) climber(ctx context.Context, q *gen.Queries, id string, day int) (*climber, error) {
	version, err := q.EvidenceVersion(ctx)
	if err != nil {
		return nil, err
	}
	p, err := c.evidence.Read(ctx, q, version, id)
	if err != nil {
		return nil, err
	}
	w := &climber{
		c: c, q: q, p: p, day: day,
		moves: map[string]ladder.Standing{}, declined: map[string]int64{}, drills: map[string]*drill.Drill{},
	}
	rows, err := q.ListMoves(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, r := range rows {
		w.moves[r.Ladder] = append(w.moves[r.Ladder], ladder.Move{
			Kind: ladder.Kind(
				r.Kind,
			),
			Rung:   r.Rung,
			At:     r.At,
			Day:    units.DayNumber(c.store.At(r.At)),
			Reason: r.Reason,
		})
	}
	no, err := q.ListDeclined(ctx, id)
	for _, r := range no {
		w.declined[r.Advice] = r.Sessions
	}
	return w, err
}

// drill is one of the shelf by its root: the club's own, or as it ships; nil for none.
func (w *climber) drill(ctx context.Context, root string) *drill.Drill {
	if root == "" {
		return nil
	}
	if d, ok := w.drills[root]; ok {
		return d
	}
	var d *drill.Drill
	if found, err := documents.FindDrill(ctx, w.q, root); err == nil {
		d = &found.Drill
	} else if shipped, err := library.ByID(root); err == nil {
		d = shipped
	}
	w.drills[root] = d
	return d
}

// climb judges a student's way on one ladder; false off it.
func (w *climber) climb(ctx context.Context, id string) (out Climb, on bool, err error) {
	l, err := documents.FindLadder(ctx, w.q, id)
	if err != nil {
		return out, false, err
	}
	standing := onRungsOf(l, w.moves[id])
	rung, on := standing.Now()
	i := l.At(rung)
	if !on || i < 0 {
		return out, false, nil
	}
	s := w.p.At(w.day, l.Sport, "")
	out = Climb{Ladder: *l, Rung: rung, Since: standing[len(standing)-1].At, Moves: standing, Rungs: []Rung{}}
	for k := range l.Rungs {
		r := &l.Rungs[k]
		d := w.drill(ctx, r.Drill)
		one := Rung{
			ID:       r.ID,
			Title:    r.Title,
			Drill:    r.Drill,
			Evidence: ladder.EvidenceOf(w.c.planner, &s, r, d),
		}
		if d != nil {
			one.In = d.Title
			if at := r.StageIn(d); at >= 0 {
				stage := d.Stages[at]
				stage.Goal = r.GateIn(d, at)
				one.Gate = d.GoalLabel(stage)
			}
		}
		out.Rungs = append(out.Rungs, one)
	}
	out.Advice, _ = ladder.Advise(
		l,
		standing,
		out.Rungs[i].Evidence,
		out.Rungs[min(i+1, len(l.Rungs)-1)].Evidence,
		w.c.store.Now(),
	)
	out.Declined = w.isDeclined(adviceKey(id, out.Advice), int64(len(out.Rungs[i].Tries)))
	out.Next = w.next(ctx, l, &out)
	if out.Advice.Verdict == ladder.Top {
		out.After = w.after(l)
	}
	return out, true, nil
}

// mostAfter ladders are offered at the end of one.
const mostAfter = 2

// after are ladders of the sport that the student has not been on, those that go on with what this
// one is for first; not the one that goes to the same in another order.
func (w *climber) after(l *ladder.Ladder) (out []Ladder) {
	ends := map[ladder.Dimension]bool{}
	for i := range l.Rungs {
		ends[l.Rungs[i].Dimension] = true
	}
	all := slices.DeleteFunc(slices.Clone(ladder.All()), func(o ladder.Ladder) bool {
		return o.Sport != l.Sport || o.ID == l.ID || o.ID == l.Other || len(w.moves[o.ID]) > 0
	})
	slices.SortStableFunc(all, func(a, b ladder.Ladder) int {
		same := func(o *ladder.Ladder) int {
			if d := o.Rungs[len(o.Rungs)-1].Dimension; d != "" && ends[d] {
				return 0
			}
			return 1
		}
		return same(&a) - same(&b)
	})
	for i := range all[:min(len(all), mostAfter)] {
		out = append(out, Ladder{all[i].ID, all[i].Title, all[i].Rungs[0].ID})
	}
	return out
}

// onRungsOf is a way on a ladder that may have been changed since: moves to rungs that are
// gone do not count, and where all are gone it begins anew.
func onRungsOf(l *ladder.Ladder, s ladder.Standing) (out ladder.Standing) {
	for _, m := range s {
		if m.Kind == ladder.Off || l.At(m.Rung) >= 0 {
			out = append(out, m)
		}
	}
	if len(s) > 0 && (len(out) == 0 || out[len(out)-1].Kind == ladder.Off && s[len(s)-1].Kind != ladder.Off) {
		out = append(
			out,
			ladder.Move{Kind: ladder.Begin, Rung: l.Rungs[0].ID, At: last(s).At, Day: last(s).Day},
		)
	}
	return out
}

// adviceKey is what advice on a rung is remembered under.
func adviceKey(ladderID string, a ladder.Advice) string {
	return ladderID + "/" + a.Rung + "/" + string(a.Verdict)
}

// isDeclined says whether advice was declined and nothing was counted since.
func (w *climber) isDeclined(key string, sessions int64) bool {
	at, no := w.declined[key]
	return no && sessions <= at
}

// next is the drill to go on with: that of the rung advised, where the advice stands.
func (w *climber) next(ctx context.Context, l *ladder.Ladder, c *Climb) Next {
	to := c.Rung
	if c.Advice.To != "" && !c.Declined {
		to = c.Advice.To
	}
	r := &l.Rungs[l.At(to)]
	out := Next{Rung: r.ID, Drill: r.Drill, Title: r.Title}
	d := w.drill(ctx, r.Drill)
	if d == nil {
		out.Said = "judged by you: this rung has no drill"
		return out
	}
	at := r.StageIn(d)
	if at < 0 {
		out.Said = fmt.Sprintf("“%s” no longer has this stage", d.Title)
		return out
	}
	stage := d.Stages[at]
	stage.Goal = r.GateIn(d, at)
	out.Title = d.Title
	said := []string{d.GoalLabel(stage)}
	if d.Stages[at].Name != "" {
		said = slices.Insert(said, 0, strings.ToLower(stage.Name))
	}
	if cue := cmp.Or(r.Cue, stage.Cue); cue != "" {
		said = append(said, cue)
	}
	out.Said = strings.Join(said, "; ")
	return out
}

// Ladders of a student: where they stand, what was counted, and what is advised.
func (c *Guide) LaddersOf(ctx context.Context, id string) (out StudentLadders, err error) {
	out = StudentLadders{Ladders: []Climb{}, More: []MoreAdvice{}, Charts: []ladder.Chart{}}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		w, err := c.climber(ctx, q, id, units.DayNumber(c.store.Now()))
		if err != nil {
			return err
		}
		out, err = w.all(ctx)
		return err
	})
	return out, err
}

func (w *climber) all(ctx context.Context) (out StudentLadders, err error) {
	out = StudentLadders{More: []MoreAdvice{}, Charts: []ladder.Chart{}}
	if out.Ladders, err = w.climbs(ctx); err != nil {
		return out, err
	}
	counted, err := w.counted(ctx)
	if err != nil {
		return out, err
	}
	out.Charts = append(out.Charts, ladder.Charts(counted)...)
	out.More = append(out.More, w.more(ctx, out.Ladders)...)
	out.First = out.first()
	return out, nil
}

// climbs are the ladders that the student is on, the latest moved first.
func (w *climber) climbs(ctx context.Context) ([]Climb, error) {
	out := []Climb{}
	var ids []string
	for id := range w.moves {
		ids = append(ids, id)
	}
	slices.SortFunc(ids, func(a, b string) int {
		return cmp.Or(cmp.Compare(last(w.moves[b]).At, last(w.moves[a]).At), cmp.Compare(a, b))
	})
	for _, id := range ids {
		climb, on, err := w.climb(ctx, id)
		if err != nil {
			return nil, err
		}
		if on {
			out = append(out, climb)
		}
	}
	return out, nil
}

func last(s ladder.Standing) ladder.Move { return s[len(s)-1] }

// counted is all that was counted of the student, for the chart.
func (w *climber) counted(ctx context.Context) (out []ladder.Counted, err error) {
	rows, err := w.q.ListResultsOfStudent(ctx, w.p.Student.ID)
	for _, r := range rows {
		focus := drill.Focus("")
		if d := w.drill(ctx, r.Drill); d != nil {
			focus = d.Focus
		}
		one := ladder.Counted{
			Skill: drill.Skill(r.Skill), Focus: focus, Kind: goal.Kind(r.Kind),
			Balls: int(r.Balls), Judged: int(r.Balls), Good: int(r.Good), At: r.At, Run: r.RunID,
		}
		if r.Hit == 0 { // done: good is what was rated so
			more, err := store.ReadMore(r)
			if err != nil {
				return nil, err
			}
			one.Judged, one.Good = more.Held[0]+more.Held[1]+more.Held[2], more.Held[2]
		}
		out = append(out, one)
	}
	return out, err
}

// Advice beside the ladders [trade]: what was good and was not counted for three weeks
// fades and is repeated; what holds is played.
const (
	fadesAfter = 21
	repeats    = 0.65
	mostMore   = 4
)

// more is what fades and what can be played, of the drills last done.
func (w *climber) more(ctx context.Context, climbs []Climb) (out []MoreAdvice) {
	for _, s := range progress.Sorted(w.p.Series) {
		d := w.drill(ctx, s.Drill)
		if d == nil || slices.ContainsFunc(out, func(m MoreAdvice) bool { return m.Drill == s.Drill }) {
			continue
		}
		at := slices.IndexFunc(d.Stages, func(st drill.Stage) bool { return d.Series(st) == s.Key })
		if at < 0 || !d.ByChance(d.Stages[at]) {
			continue
		}
		dc, err := d.Court()
		if err != nil {
			continue
		}
		who := w.p.At(w.day, dc.Sport, "")
		known, ok := who.Known[d.Skill(d.Stages[at])]
		if !ok {
			continue
		}
		least := leastFor(climbs, s.Drill)
		rung := &ladder.Rung{Stage: d.Stages[at].Key()}
		e := ladder.EvidenceOf(w.c.planner, &who, rung, d)
		m := MoreAdvice{Kind: "play", Drill: s.Drill, Title: d.Title, Sessions: len(s.Marks)}
		switch why := e.Holds(rung, least.Play, w.c.store.Now()); {
		case e.Rate != nil && e.Rate.Mean >= repeats && known.DaysAgo >= fadesAfter && e.Balls() >= least.Up:
			m.Kind = "repeat"
			m.Reason = fmt.Sprintf(
				"Success rate about %.0f%% after %d balls, but not counted for %d days: the estimate is getting old.",
				100*e.Rate.Mean,
				e.Balls(),
				known.DaysAgo,
			)
		case d.Playable() && why != "" && known.DaysAgo < fadesAfter:
			m.Reason = fmt.Sprintf("Reliable: %s.", why)
		default:
			continue
		}
		m.ID = m.Kind + "/" + s.Drill
		m.Declined = w.isDeclined(m.ID, int64(m.Sessions))
		if out = append(out, m); len(out) == mostMore {
			break
		}
	}
	return out
}

// leastFor is how many balls advice on a drill takes: as its ladder says, of those that the
// student is on, else as is usual.
func leastFor(climbs []Climb, root string) ladder.Least {
	for i := range climbs {
		l := &climbs[i].Ladder
		if slices.ContainsFunc(l.Rungs, func(r ladder.Rung) bool { return r.Drill == root }) {
			return l.Least()
		}
	}
	return (&ladder.Ladder{}).Least()
}
