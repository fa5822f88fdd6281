package runs

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/play"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Runs are the lessons that are given, and were.
type Runs struct {
	store    *store.Store
	planner  *plan.Planner
	diary    *lessons.Diary
	evidence *evidence.Ledger
	// following are those that go on.
	following following
}

// New returns the runs in that file.
func New(s *store.Store, p *plan.Planner, d *lessons.Diary, e *evidence.Ledger) *Runs {
	return &Runs{store: s, planner: p, diary: d, evidence: e}
}

// Run is a lesson being given, or given.
type Run struct {
	ID       string             `json:"id"`
	Lesson   *lesson.Lesson     `json:"lesson"` // as it was when the run began
	Students []students.Student `json:"students"`
	State    run.State          `json:"state"`
	Events   []run.Event        `json:"events"` // what has happened so far
	// Undoable are the kinds of event that can be taken back, Pairs the students
	// of a script's partners 0 and 1, by their place.
	Undoable []run.Kind `json:"undoable"`
	Pairs    [2][]int   `json:"pairs"`
	// Pairings are who plays whom in each game block, turn by turn and court by court;
	// LastTime how each drill block's stages went when they were last done; Words the
	// coach's own for what is seen, those used most first; Trace what was changed.
	Pairings map[string][][][2][]string `json:"pairings"`
	LastTime map[string][]plan.LastTime `json:"lastTime"`
	Words    []string                   `json:"words"`
	Trace    []Change                   `json:"trace"`
	// Cards say by block what to put where, and what to mind.
	Cards map[string]Card `json:"cards"`
	// Questions are for the talk; Home what each student can do alone until next time.
	Questions []string                    `json:"questions"`
	Home      map[string][]draft.Practice `json:"home"`
}

// Origin is the lesson that a run is of, in the version that was opened. A device that was
// told that the file has neither brings Whole, the lesson as it was given, and who was in it:
// the file may be an older copy.
type Origin struct {
	ID       string             `json:"id"`
	Version  int                `json:"version"`
	Whole    *lesson.Lesson     `json:"whole,omitempty"`
	Students []students.Student `json:"students,omitempty"`
}

// From is where the run comes from.
func (r Run) From() *Origin { return &Origin{ID: r.Lesson.ID, Version: r.Lesson.Version} }

// OpenRun is the run of that id, made by the device; before anything has happened in
// it, it is the lesson as it stands now, and nothing is written.
func (c *Runs) OpenRun(ctx context.Context, id, lessonID string) (out Run, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetRun(ctx, id)
		switch {
		case errors.Is(err, store.ErrNone):
			if err := erased(ctx, q, id, lessonID); err != nil {
				return err
			}
			l, err := lessons.Read(ctx, q, lessonID)
			if err != nil {
				return err
			}
			if err := begins(l); err != nil {
				return err
			}
			out, err = c.run(ctx, q, id, l, nil)
			return err
		case err != nil:
			return err
		case row.LessonID != lessonID:
			return units.Problems{{Field: "lesson", Detail: "this run belongs to another lesson"}}
		}
		_, l, events, err := readRun(ctx, q, id)
		if err != nil {
			return err
		}
		out, err = c.run(ctx, q, id, l, events)
		return err
	})
	return out, err
}

// begins says whether a lesson can be given.
func begins(l *lesson.Lesson) error {
	if len(l.Blocks) == 0 {
		return units.Problems{
			{Field: "lesson", Detail: "this lesson has no blocks yet; add one first"},
		}
	}
	return nil
}

// errMayNotBring is returned if the file lacks the lesson and the device may not add one.
var errMayNotBring = errors.New("may not bring a lesson")

// begin writes the row of a run with its first event. Where the file does not have the lesson, a device
// that may plan brings it.
func (c *Runs) begin(ctx context.Context, q *gen.Queries, id string, of Origin, plans bool) error {
	if _, err := q.GetRun(ctx, id); !errors.Is(err, store.ErrNone) {
		return err
	}
	if err := erased(ctx, q, id, of.ID); err != nil {
		return err
	}
	l, err := opened(ctx, q, of)
	if errors.As(err, &answer.Missing{}) && of.Whole != nil {
		if !plans {
			return errMayNotBring
		}
		l, err = c.bring(ctx, q, of)
	}
	if err != nil {
		return err
	}
	if err := begins(l); err != nil {
		return err
	}
	text, err := json.Marshal(l)
	if err != nil {
		return err
	}
	kept, err := store.KeepText(ctx, q, text)
	if err != nil {
		return err
	}
	students, err := json.Marshal(slices.Concat([]string{}, l.Students))
	if err != nil {
		return err
	}
	return q.InsertRun(
		ctx,
		gen.InsertRunParams{
			ID:        id,
			LessonID:  of.ID,
			Text:      kept,
			Title:     l.Title,
			Students:  string(students),
			StartedAt: c.store.Now().UnixMilli(),
		},
	)
}

// erased gives Gone where any of these was erased for good.
func erased(ctx context.Context, q *gen.Queries, ids ...string) error {
	n, err := q.CountErased(ctx, ids)
	if err == nil && n > 0 {
		err = answer.Gone{What: "lesson"}
	}
	return err
}

// opened is the lesson in the version that was opened; Missing where the file has none of it.
func opened(ctx context.Context, q *gen.Queries, of Origin) (*lesson.Lesson, error) {
	l, err := lessons.Read(ctx, q, of.ID)
	if err != nil || l.Version == of.Version {
		return l, err
	}
	// It was changed meanwhile: what was opened is what is run.
	row, err := q.LessonVersionFrom(
		ctx,
		gen.LessonVersionFromParams{LessonID: of.ID, Version: int64(of.Version)},
	)
	if err != nil {
		return nil, answer.OrMissing(err, "version of the lesson")
	}
	l = &lesson.Lesson{}
	if err := store.ReadText(row.Body, l); err != nil {
		return nil, fmt.Errorf("version %d of lesson %s: %w", of.Version, of.ID, err)
	}
	l.Version = int(row.Version)
	return l, nil
}

// bring is the lesson that a device brought, with those of its students who are not in the
// file. Where the file has no lesson of that id, it is kept; one that is there stays as it is.
func (c *Runs) bring(ctx context.Context, q *gen.Queries, of Origin) (*lesson.Lesson, error) {
	l := *of.Whole
	if l.ID != of.ID {
		return nil, units.Problems{{Field: "lesson.whole", Detail: "this is another lesson"}}
	}
	for _, s := range of.Students {
		if !slices.Contains(l.Students, s.ID) {
			continue
		}
		if err := students.Bring(ctx, c.store, q, s); err != nil {
			return nil, err
		}
	}
	_, err := lessons.Read(ctx, q, l.ID)
	if !errors.As(err, &answer.Missing{}) {
		if err == nil {
			err = l.Validate().Err()
		}
		return &l, err
	}
	l.Version = 0
	return c.diary.SaveIn(ctx, q, &l)
}

// Day is the club's day on which a run was played, 2006-01-02.
func (c *Runs) Day(ctx context.Context, id string) (day string, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetRun(ctx, id)
		day = c.store.At(row.StartedAt).Format(time.DateOnly)
		return answer.OrMissing(err, "run")
	})
	return day, err
}

// Run reads a run and folds its events.
func (c *Runs) Run(ctx context.Context, id string) (out Run, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		_, l, events, err := readRun(ctx, q, id)
		if err != nil {
			return err
		}
		out, err = c.run(ctx, q, id, l, events)
		return err
	})
	return out, err
}

// run is all that a run carries.
func (c *Runs) run(
	ctx context.Context,
	q *gen.Queries,
	id string,
	l *lesson.Lesson,
	events []run.Event,
) (out Run, err error) {
	out = Run{
		ID:        id,
		Lesson:    l,
		Students:  []students.Student{},
		State:     run.Fold(l, events),
		Events:    append([]run.Event{}, events...),
		Undoable:  run.Undoable(),
		Pairs:     lesson.Pairs(len(l.Students)),
		Pairings:  map[string][][][2][]string{},
		LastTime:  map[string][]plan.LastTime{},
		Words:     []string{},
		Trace:     trace(events),
		Cards:     map[string]Card{},
		Questions: draft.Questions(l),
		Home:      map[string][]draft.Practice{},
	}
	for _, sid := range l.Students {
		s, err := q.GetStudent(ctx, sid)
		if err != nil {
			return out, err
		}
		out.Students = append(out.Students, students.Of(s))
		if out.Home[sid], err = lessons.CardOfHome(ctx, q, students.Of(s), l); err != nil {
			return out, err
		}
	}
	known, err := c.evidence.KnownBefore(ctx, q, l.Students, id, l.Court)
	if err != nil {
		return out, err
	}
	for i := range l.Blocks {
		b := &l.Blocks[i]
		card, any := cardOf(b)
		if i == 0 {
			card.Cautions = append(card.Cautions, mind(out.Students)...)
		}
		if any || len(card.Cautions) > 0 {
			out.Cards[b.ID] = card
		}
		if p := play.Pairings(l, b); p != nil {
			out.Pairings[b.ID] = p
		}
		if last := plan.LastTimes(b, known); len(last) > 0 {
			out.LastTime[b.ID] = last
		}
	}
	words, err := q.ListTagWords(ctx)
	for _, w := range words {
		out.Words = append(out.Words, w.Word)
	}
	return out, err
}

// Card is what a coach wants to know before a block begins.
type Card struct {
	SetUp    []plan.Placement `json:"setUp"`
	Bring    []string         `json:"bring"`
	Cautions []drill.Caution  `json:"cautions"`
}

// mind is what to take care of in those who come, read before the first block.
func mind(students []students.Student) (out []drill.Caution) {
	names := make([]string, len(students))
	for k, s := range students {
		names[k] = s.Name
	}
	called := units.CallNames(names)
	for k, s := range students {
		for i, c := range s.Cautions {
			out = append(
				out,
				drill.Caution{ID: fmt.Sprintf("student.%s.%d", s.ID, i), Text: called[k] + ": " + c},
			)
		}
	}
	return out
}

// cardOf a block; false where there is nothing to put out and nothing to mind.
func cardOf(b *lesson.Block) (out Card, any bool) {
	out = Card{SetUp: plan.SetUp(b), Bring: []string{}, Cautions: []drill.Caution{}}
	if d := b.DrawnDrill(); d != nil {
		out.Cautions = append(out.Cautions, d.AllCautions()...)
		for _, item := range d.Kit {
			out.Bring = append(out.Bring, item.String())
		}
	}
	return out, len(out.SetUp)+len(out.Cautions)+len(out.Bring) > 0
}

// Change is a correction made after the lesson, with when.
type Change struct {
	ID     string   `json:"id"`
	At     int64    `json:"at"`
	Kind   run.Kind `json:"kind"`
	Undone bool     `json:"undone,omitempty"`
}

// trace are the changes that were made to what was counted, oldest first.
func trace(events []run.Event) []Change {
	out := []Change{}
	undone := map[string]bool{}
	for _, e := range slices.Backward(events) {
		if e.Kind == run.Undo && !undone[e.ID] {
			undone[e.Undoes] = true
		}
	}
	for _, e := range events {
		switch e.Kind {
		case run.Lasted, run.There, run.Counted, run.Scored, run.Amend, run.GiveUp, run.Remove:
			out = append(out, Change{e.ID, e.At, e.Kind, undone[e.ID]})
		}
	}
	return out
}

func readRun(
	ctx context.Context,
	q *gen.Queries,
	id string,
) (row gen.GetRunRow, l *lesson.Lesson, events []run.Event, err error) {
	if row, err = q.GetRun(ctx, id); err != nil {
		return row, nil, nil, answer.OrMissing(err, "run")
	}
	l = &lesson.Lesson{}
	if err = store.ReadText(row.Lesson, l); err != nil {
		return row, nil, nil, fmt.Errorf("lesson of run %s: %w", id, err)
	}
	noted, err := notedOf(ctx, q, id)
	for _, n := range noted {
		events = append(events, n.event)
	}
	return row, l, events, err
}

// AddEvents adds what happened to a run and gives the state after it. Events
// that are there already change nothing. Either all are taken or none. The first
// of a run begins it, of the lesson it says it is of.
func (c *Runs) AddEvents(
	ctx context.Context,
	id string,
	of *Origin,
	added []run.Event,
) (run.State, error) {
	return c.AddEventsBy(ctx, By{}, id, of, added)
}

// AddEventsBy is AddEvents by somebody who may not add everything.
func (c *Runs) AddEventsBy(
	ctx context.Context,
	by By,
	id string,
	of *Origin,
	added []run.Event,
) (run.State, error) {
	a := &adding{run: id, of: of, by: by, added: added, done: make(chan struct{})}
	c.queue(ctx, a)
	<-a.done
	if a.err == nil && by.Took != nil {
		by.Took(a.fresh, a.late)
	}
	return a.state, a.err
}

// add is one adding, in a transaction; the lock of those that go on must be held.
func (c *Runs) add(ctx context.Context, q *gen.Queries, a *adding) error {
	if _, known := c.following.runs[a.run]; !known && a.of != nil {
		switch err := c.begin(ctx, q, a.run, *a.of, a.by.May == nil); {
		case errors.Is(err, errMayNotBring):
			return c.keepAside(ctx, q, a)
		case err != nil:
			return err
		}
	}
	f, err := c.follow(ctx, q, a.run)
	if err != nil {
		return err
	}
	var p units.Problems
	for i, e := range a.added {
		p.Under(fmt.Sprintf("events[%d]", i), valid(e, f, a.added))
	}
	if err := p.Err(); err != nil {
		return err
	}
	if err := c.may(ctx, q, a, f); err != nil {
		return err
	}
	for _, e := range a.added {
		if _, there := f.live.Has(e.ID); there {
			continue
		}
		if e, err = store.Unnamed(ctx, c.store, q, e, f.lesson.Students); err != nil {
			return err
		}
		text, err := json.Marshal(e)
		if err != nil {
			return err
		}
		if err := q.InsertEvent(
			ctx,
			gen.InsertEventParams{RunID: a.run, ID: e.ID, Body: string(text), Device: a.by.Device},
		); err != nil {
			return err
		}
		a.fresh = append(a.fresh, e)
	}
	f.live.Add(a.fresh...)
	f.earliest(a.fresh)
	a.state = f.live.State()
	return c.writeOutcome(ctx, q, a.run, f, a.state)
}

// valid lists what is wrong with an event, and with another as it amends it.
func valid(e run.Event, f *followed, added []run.Event) units.Problems {
	p := e.Validate(f.lesson)
	if e.Kind != run.Amend || len(p) > 0 {
		return p
	}
	what, ok := f.live.Has(e.Amends)
	for _, o := range added {
		if o.ID == e.Amends {
			what, ok = o, true
		}
	}
	if ok {
		return what.Amended(e).Validate(f.lesson)
	}
	p.Add("amends", "this lesson has no entry with this id")
	return p
}
