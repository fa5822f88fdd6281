package plan

import (
	"context"
	"fmt"
	"math"
	"runtime"
	"runtime/debug"
	"sync"
	"sync/atomic"
	"time"

	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/progress"
	"hodometer/core/rehearse"
	"hodometer/core/units"
)

// Block is what one block comes to.
type Block struct {
	ID    string         `json:"id"`
	Start string         `json:"start"` // clock, what goes on between blocks counted
	End   string         `json:"end"`
	From  int            `json:"from"` // minutes after the start of the lesson
	To    int            `json:"to"`
	Drill *drill.Outlook `json:"drill,omitempty"`
	Match *Match         `json:"match,omitempty"`
	// Before holds, for each student, the chance to finish as it was before
	// the last session that counted any of this drill's skills.
	Before  []Earlier `json:"before,omitempty"`
	Notices []Notice  `json:"notices"`
	// Ends is when it is over in eight of ten plays.
	Ends Edge `json:"ends"`
	// Between is the minutes that go on after it, before the next.
	Between float64 `json:"between"`
	// Room is what it may stretch between when the lesson is fitted.
	Room drill.Span `json:"room"`
	// Playable: a game can begin from its drill.
	Playable bool `json:"playable,omitempty"`
	// Quick: its balls come faster than they can be counted one by one.
	Quick bool `json:"quick,omitempty"`

	over []float64 // minutes that it goes on after its time, by play
}

// Edge is between which times something ends, eight in ten: in minutes after the start of the
// lesson by the clock, and by the time of day.
type Edge struct {
	Early float64 `json:"early"`
	Late  float64 `json:"late"`
	From  string  `json:"from"`
	To    string  `json:"to"`
}

// Earlier is a student's chance to finish before the latest evidence.
type Earlier struct {
	Student string  `json:"student"`
	Chance  float64 `json:"chance"`
}

// Total is a student's share of the lesson.
type Total struct {
	ID       string           `json:"id"`
	Name     string           `json:"name"`
	Contacts units.Figure     `json:"contacts"`
	Metres   units.Figure     `json:"metres"`   // run for fed and rallied balls
	Overhead units.Figure     `json:"overhead"` // serves and overheads
	Lane     []formation.Span `json:"lane"`
	Part     formation.Part   `json:"part"` // minutes of the lesson at each thing
	Load     units.Figure     `json:"load"` // this lesson and the six days before

	week progress.Week
}

// Plan is the whole reckoning of a lesson.
type Plan struct {
	Minutes  units.Figure     `json:"minutes"`
	Over     int              `json:"over"` // minutes past the slot; negative: to spare
	End      string           `json:"end"`
	Ends     Edge             `json:"ends"` // of the last block
	Balls    units.Figure     `json:"balls"`
	PickUps  units.Figure     `json:"pickUps"`
	Blocks   []Block          `json:"blocks"`
	Students []Total          `json:"students"`
	Coach    []formation.Span `json:"coach"` // the coach's lane
	Notices  []Notice         `json:"notices"`
	Between  units.Figure     `json:"between"` // minutes between blocks, in all
	AtOnce   units.Figure     `json:"atOnce"`  // balls to have at hand
	Kit      []Carried        `json:"kit"`     // everything to bring, once
	// Pairs are the students of a script's partners 0 and 1, by their place in
	// the lesson.
	Pairs  [2][]int    `json:"pairs"`
	Fit    *lesson.Fix `json:"fit,omitempty"`
	Detail *Detail     `json:"detail,omitempty"` // what is shown of one block only
}

// Plan reckons a valid lesson for the students in it, in the lesson's order.
// Lengths in notices are written in that system. It stops with the context.
func (p *Planner) Plan(
	ctx context.Context,
	l *lesson.Lesson,
	students []Student,
	system units.System,
) (Plan, error) {
	q := p.ask(ctx, l, students, system)
	out := Plan{
		Blocks:   make([]Block, len(l.Blocks)),
		Students: make([]Total, len(students)),
		Notices:  []Notice{},
		Coach:    []formation.Span{},
		Kit:      carry(l, students),
		Pairs:    lesson.Pairs(len(students)),
	}
	for s := range students {
		out.Students[s] = Total{ID: students[s].ID, Name: students[s].Name, Lane: []formation.Span{}}
	}
	sums := newSums(len(students))
	answers := q.answers()
	at, between := 0, 0.0
	var ends rehearse.Ends
	for i := range l.Blocks {
		if err := ctx.Err(); err != nil {
			return Plan{}, err
		}
		b := q.block(i, at, answers[i], &out, sums)
		b.Start, b.End = clock(l.Start, float64(at)+between), clock(l.Start, float64(b.To)+between)
		behind := rehearse.Range{}
		if kind := &l.Blocks[i]; kind.Drill == nil && kind.Match == nil && kind.Script == nil {
			behind = ends.Loose(b.ID, float64(kind.Minutes))
		} else {
			behind = ends.Block(b.over)
		}
		b.Ends = edge(l.Start, float64(b.To)+between, behind)
		ends.Between(b.ID, b.Between)
		between += b.Between
		at = b.To
		out.Ends = b.Ends
		out.Blocks[i] = b
	}
	sums.between = between
	q.totals(&out, sums, at)
	out.Over, out.End = at-l.SlotMinutes, clock(l.Start, float64(at)+between)
	out.Fit = fitToSlot(l, out.Blocks, len(students))
	out.Notices = append(out.Notices, q.aboutLesson(out)...)
	return out, nil
}

// answers are what the blocks come to, reckoned side by side.
func (q *question) answers() []blockAnswer {
	out, from := make([]blockAnswer, len(q.lesson.Blocks)), make([]float64, len(q.lesson.Blocks)+1)
	for i := range out {
		from[i+1] = from[i] + float64(q.lesson.Blocks[i].Minutes)
	}
	var next atomic.Int64
	var work sync.WaitGroup
	var fault atomic.Value // of ours: it is the asker's, and not the end of the server
	for range min(len(out), runtime.GOMAXPROCS(0)) {
		work.Go(func() {
			defer func() {
				if r := recover(); r != nil {
					fault.Store(fmt.Sprintf("%v\n%s", r, debug.Stack()))
				}
			}()
			own := *q // drills that are shared are its own
			for i := int(next.Add(1)) - 1; i < len(out); i = int(next.Add(1)) - 1 {
				out[i] = own.answer(&own.lesson.Blocks[i], from[i])
			}
		})
	}
	work.Wait()
	if f := fault.Load(); f != nil {
		panic(f)
	}
	return out
}

// answer is what a block comes to that starts at a minute, as it is remembered. What is offered holds
// the block: one of its own, which the asker cannot change.
func (q *question) answer(b *lesson.Block, at float64) blockAnswer {
	switch n := len(q.students); {
	case b.Drill != nil && n > 0:
		parts := formation.Sharings(q.lesson, b, at, n)
		return q.known.GetIf(q.key(b, parts, at), mostKnown, func() (blockAnswer, bool) {
			own := *b
			d := b.Drill.Clone()
			own.Drill = &d
			lanes, _ := formation.Lanes(q.lesson, &own, n, at)
			return q.drillBlock(&own, parts, lanes, at), q.ctx.Err() == nil
		})
	case b.Match != nil:
		return q.known.GetIf(q.key(b, nil, at), mostKnown, func() (blockAnswer, bool) {
			own, m := *b, *b.Match
			own.Match = &m
			return q.gameBlock(&own, at), q.ctx.Err() == nil
		})
	}
	return blockAnswer{notices: q.aboutBlock(b, nil, at)}
}

// quickest are the seconds between balls under which a coach who feeds does not count each: more than
// twenty a minute [trade].
const quickest = 3.0

// block is the i-th block, which starts at minute at and comes to that; it adds its lanes
// and sums.
func (q *question) block(i, at int, known blockAnswer, out *Plan, sums *sums) Block {
	l, b, n := q.lesson, &q.lesson.Blocks[i], len(q.students)
	bp := Block{
		ID:      b.ID,
		From:    at,
		To:      at + b.Minutes,
		Room:    fit.Room(b),
		Drill:   known.drill,
		Match:   known.match,
		Before:  known.before,
		Notices: known.notices,
		over:    known.over,
	}
	if bp.Notices == nil {
		bp.Notices = []Notice{}
	}
	bp.Playable = b.Drill != nil && b.Drill.Playable()
	bp.Quick = b.Drill != nil && b.Drill.Tempo().SecondsPerBall < quickest
	if i+1 < len(l.Blocks) {
		bp.Between = fit.After(b, &l.Blocks[i+1], n)
	}
	lanes, coach := formation.Lanes(l, b, n, float64(at))
	for s, lane := range lanes {
		for _, span := range lane {
			out.Students[s].Lane = formation.Append(out.Students[s].Lane, span)
		}
	}
	for _, span := range coach {
		out.Coach = formation.Append(out.Coach, span)
	}
	if known.drill != nil {
		sums.add(b, known, q.students)
	}
	return bp
}

// drillBlock is what a drill block comes to, wherever it stands.
func (q *question) drillBlock(
	b *lesson.Block,
	parts []formation.Sharing,
	lanes [][]formation.Span,
	at float64,
) (a blockAnswer) {
	outlook := q.outlook(b, parts, at)
	a.over = outlook.Over
	a.drill, a.before = &outlook, q.before(b, parts, at, outlook)
	a.notices = append(q.aboutBlock(b, &outlook, at), q.idle(b, lanes)...)
	a.notices = append(a.notices, q.lacking(b, outlook.Balls.Value)...)
	return a
}

// turns is a drill shared like that. What is the same for those who share alike is
// reckoned once in a question.
func (q *question) turns(d *drill.Drill, s formation.Sharing) drill.Turns {
	own := s.Own
	s.Own = -1
	if q.shared == nil {
		q.shared = map[shared]drill.Turns{}
	}
	t, ok := q.shared[shared{d, s}]
	if !ok {
		t = d.Turns(&q.Curves, &q.Flights, s.Students, s.Minutes).From(s.Sources)
		q.shared[shared{d, s}] = t
	}
	return t.Own(own)
}

// shared is a drill and how it is shared, but for one's own balls.
type shared struct {
	d    *drill.Drill
	part formation.Sharing
}

// whole is the block's drill for everybody alike.
func (q *question) whole(b *lesson.Block) drill.Turns {
	n := len(q.students)
	return q.turns(b.Drill, formation.Sharing{
		Students: float64(n), Minutes: float64(b.Minutes), Sources: formation.Sources(b, n), Own: -1,
	})
}

// totals are each student's share and the lesson's sums; at is its length.
func (q *question) totals(out *Plan, sums *sums, at int) {
	for s := range q.students {
		t := &out.Students[s]
		t.Contacts = contactsDerivation.Of(sums.contacts[s], units.Balls)
		t.Metres = metresDerivation.Of(sums.metres[s], units.Metres)
		t.Overhead = overheadDerivation.Of(math.Round(sums.overhead[s]), units.Balls)
		t.Part = formation.PartOf(t.Lane)
		today := progress.Worked{Minutes: float64(at) - t.Part.Away}
		if given := q.students[s].Given; given != nil {
			today = *given
		}
		t.week = progress.Loads(q.students[s].Worked, today.Load())
		t.Load = progress.LoadDerivation.Of(t.week.Total, units.Load,
			today.Load(), t.week.Usual, t.week.Monotony, t.week.Strain)
	}
	out.Minutes = minutesDerivation.Of(float64(at), units.Minutes, float64(q.lesson.SlotMinutes))
	out.Balls = ballsDerivation.Of(sums.balls, units.Balls)
	out.PickUps = pickUpsDerivation.Of(sums.pickUps, units.Count)
	out.AtOnce = atOnceDerivation.Of(sums.atOnce, units.Balls)
	out.Between = betweenDerivation.Of(sums.between, units.Minutes)
}

// sums are what adds up over the blocks; the last three for each student.
type sums struct {
	balls, pickUps, atOnce, between float64
	contacts, metres, overhead      []float64
}

func newSums(students int) *sums {
	return &sums{
		contacts: make([]float64, students),
		metres:   make([]float64, students),
		overhead: make([]float64, students),
	}
}

func (s *sums) add(b *lesson.Block, a blockAnswer, students []Student) {
	d := a.drill
	s.balls += d.Balls.Value
	s.pickUps += d.PickUps.Value
	s.atOnce = max(s.atOnce, b.Drill.ToHave(int(d.Balls.Value), formation.Sources(b, len(students))))
	for i := range students {
		contacts := d.Players[i].Contacts.Value
		s.metres[i] += d.Players[i].Metres
		if !b.Drill.Hits() {
			continue // a shadow stroke is no contact
		}
		s.contacts[i] += contacts
		s.overhead[i] += strain(b.Drill, contacts)
	}
}

// strain counts the strokes over the head, which add up for the young.
func strain(d *drill.Drill, contacts float64) float64 {
	n := 0
	for _, f := range d.Pattern.Feeds {
		if f.Stroke == pattern.Serve || f.Stroke == pattern.Overhead {
			n++
		}
	}
	return contacts * float64(n) / float64(len(d.Pattern.Feeds))
}

// clock is the time of day so many minutes after start, to the nearest.
func clock(start string, minutes float64) string {
	t, _ := time.Parse("15:04", start)
	return t.Add(time.Duration(math.Round(minutes)) * time.Minute).Format("15:04")
}

// edge is about a minute after start, so far behind.
func edge(start string, minute float64, behind rehearse.Range) Edge {
	early, late := minute+behind.Early, minute+behind.Late
	return Edge{early, late, clock(start, early), clock(start, late)}
}

// Outline is what a plan comes to in a few figures, to choose among several.
type Outline struct {
	Minutes float64 `json:"minutes"`
	Between float64 `json:"between"`
	Balls   float64 `json:"balls"`   // fed
	Hitting float64 `json:"hitting"` // share of the minutes, mean of the students
	Waiting float64 `json:"waiting"`
}

// Outline of the plan.
func (p Plan) Outline() Outline {
	out := Outline{Minutes: p.Minutes.Value, Between: p.Between.Value, Balls: p.Balls.Value}
	for _, s := range p.Students {
		share := 1 / float64(len(p.Students)) / max(1, p.Minutes.Value)
		out.Hitting += s.Part.Hitting * share
		out.Waiting += s.Part.Waiting * share
	}
	return out
}
