package club

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Run is a lesson being given, or given.
type Run struct {
	ID       string         `json:"id"`
	Lesson   *lesson.Lesson `json:"lesson"` // as it was when the run began
	Students []Student      `json:"students"`
	State    run.State      `json:"state"`
	// Undoable are the kinds of event that can be taken back, Pairs the students
	// of a script's partners 0 and 1, by their place.
	Undoable []run.Kind `json:"undoable"`
	Pairs    [2][]int   `json:"pairs"`
}

// BeginRun starts a run of a lesson under an id made by the device. Beginning
// it again changes nothing.
func (c *Club) BeginRun(ctx context.Context, id, lessonID string) (Run, error) {
	err := c.store.Write(ctx, func(q *gen.Queries) error {
		if r, err := q.GetRun(ctx, id); err == nil {
			if r.LessonID != lessonID {
				return units.Problems{{Field: "lesson", Detail: "this run belongs to another lesson"}}
			}
			return nil
		} else if !errors.Is(err, sql.ErrNoRows) {
			return err
		}
		l, err := readLesson(ctx, q, lessonID)
		if err != nil {
			return err
		}
		if len(l.Blocks) == 0 {
			return units.Problems{
				{Field: "lesson", Detail: "this lesson has no blocks yet; put something on its tape first"},
			}
		}
		text, err := json.Marshal(l)
		if err != nil {
			return err
		}
		return q.InsertRun(
			ctx,
			gen.InsertRunParams{
				ID:        id,
				LessonID:  lessonID,
				Lesson:    string(text),
				StartedAt: c.Now().UnixMilli(),
			},
		)
	})
	if err != nil {
		return Run{}, err
	}
	return c.Run(ctx, id)
}

// Run reads a run and folds its events.
func (c *Club) Run(ctx context.Context, id string) (out Run, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, l, events, err := readRun(ctx, q, id)
		if err != nil {
			return err
		}
		out = Run{
			ID:       row.ID,
			Lesson:   l,
			Students: []Student{},
			State:    run.Fold(l, events),
			Undoable: run.Undoable(),
			Pairs:    lesson.Pairs(len(l.Students)),
		}
		for _, sid := range l.Students {
			s, err := q.GetStudent(ctx, sid)
			if err != nil {
				return err
			}
			out.Students = append(out.Students, student(s))
		}
		return nil
	})
	return out, err
}

func readRun(
	ctx context.Context,
	q *gen.Queries,
	id string,
) (row gen.Run, l *lesson.Lesson, events []run.Event, err error) {
	if row, err = q.GetRun(ctx, id); err != nil {
		return row, nil, nil, orMissing(err, "run")
	}
	l = &lesson.Lesson{}
	if err = json.Unmarshal([]byte(row.Lesson), l); err != nil {
		return row, nil, nil, fmt.Errorf("lesson of run %s: %w", id, err)
	}
	bodies, err := q.ListEvents(ctx, id)
	if err != nil {
		return row, nil, nil, err
	}
	events = make([]run.Event, len(bodies))
	for i, b := range bodies {
		if err = json.Unmarshal([]byte(b), &events[i]); err != nil {
			return row, nil, nil, fmt.Errorf("event of run %s: %w", id, err)
		}
	}
	return row, l, events, nil
}

// AddEvents adds what happened to a run and gives the state after it. Events
// that are there already change nothing. Either all are taken or none.
func (c *Club) AddEvents(ctx context.Context, id string, added []run.Event) (state run.State, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		row, l, events, err := readRun(ctx, q, id)
		if err != nil {
			return err
		}
		var p units.Problems
		for i, e := range added {
			p.Under(fmt.Sprintf("events[%d]", i), e.Validate(l))
		}
		if err := p.Err(); err != nil {
			return err
		}
		for _, e := range added {
			text, err := json.Marshal(e)
			if err != nil {
				return err
			}
			if err := q.InsertEvent(
				ctx,
				gen.InsertEventParams{RunID: id, ID: e.ID, Body: string(text)},
			); err != nil {
				return err
			}
		}
		events = append(events, added...)
		state = run.Fold(l, events)
		return c.writeOutcome(ctx, q, row, l, events, state)
	})
	return state, err
}

// clockOff is how far the time of a device may be from the server's when the run
// began, in milliseconds, and still be believed.
const clockOff = 36 * 60 * 60 * 1000

// writeOutcome writes what the log and the estimates read: the run's status and, once
// it is finished, its results.
func (c *Club) writeOutcome(
	ctx context.Context,
	q *gen.Queries,
	row gen.Run,
	l *lesson.Lesson,
	events []run.Event,
	state run.State,
) error {
	started, minutes := slices.MinFunc(events, func(a, b run.Event) int { return int(a.At - b.At) }).At, 0.0
	if off := started - row.StartedAt; off > clockOff || off < -clockOff {
		started = row.StartedAt // the device's clock is wrong, not the day
	}
	for _, b := range state.Blocks {
		minutes += float64(b.ElapsedMs) / 60000
	}
	if err := q.UpdateRun(
		ctx,
		gen.UpdateRunParams{
			StartedAt: started,
			Status:    string(state.Status),
			Minutes:   minutes,
			Note:      state.Note,
			ID:        row.ID,
		},
	); err != nil {
		return err
	}
	if state.Status != run.Finished && row.Status != string(run.Finished) {
		return nil
	}
	if err := q.EvidenceChanged(ctx); err != nil {
		return err
	}
	for _, forget := range []func(context.Context, string) error{
		q.DeleteResults, q.DeleteRallies, q.DeleteEngagements, q.DeleteEfforts,
	} {
		if err := forget(ctx, row.ID); err != nil {
			return err
		}
	}
	if state.Status != run.Finished { // the end was undone
		return nil
	}
	if err := c.writeResults(ctx, q, row.ID, started, l, state); err != nil {
		return err
	}
	if err := writeRallies(ctx, q, row.ID, l, state); err != nil {
		return err
	}
	for s, v := range state.Effort {
		if err := q.InsertEffort(
			ctx,
			gen.InsertEffortParams{RunID: row.ID, StudentID: s, Value: int64(v)},
		); err != nil {
			return err
		}
	}
	for s, v := range state.Engagement {
		if err := q.InsertEngagement(
			ctx,
			gen.InsertEngagementParams{RunID: row.ID, StudentID: s, Value: int64(v)},
		); err != nil {
			return err
		}
	}
	return nil
}

// writeResults keeps what was counted of each goal, and what its balls were asked
// for.
func (c *Club) writeResults(
	ctx context.Context,
	q *gen.Queries,
	runID string,
	started int64,
	l *lesson.Lesson,
	state run.State,
) error {
	level := map[string]units.Level{}
	for _, k := range state.Counts(l) {
		if level[k.Student] == "" {
			s, err := q.GetStudent(ctx, k.Student)
			if err != nil {
				return err
			}
			level[k.Student] = units.Level(s.Level)
		}
		d := l.Block(k.Block).DrillFor(k.Student)
		asked, err := store.AskedOf(&c.planner.Flights, d, k.Stage, level[k.Student], d.TurnBalls)
		if err != nil {
			return err
		}
		met := int64(0)
		if k.Met {
			met = 1
		}
		if err := q.InsertResult(
			ctx,
			gen.InsertResultParams{
				RunID:     runID,
				StudentID: k.Student,
				BlockID:   k.Block,
				Step:      int64(k.Stage),
				Skill:     string(k.Skill),
				At:        started,
				Balls: int64(
					k.Balls,
				),
				Good:   int64(k.Good),
				Best:   int64(k.Best),
				Met:    met,
				Radius: k.Radius,
				Asked:  asked,
			},
		); err != nil {
			return err
		}
	}
	return nil
}

// writeRallies keeps who won how many rallies against whom, where two played and
// the rules favoured neither.
func writeRallies(
	ctx context.Context,
	q *gen.Queries,
	runID string,
	l *lesson.Lesson,
	state run.State,
) error {
	if len(l.Students) != 2 {
		return nil
	}
	for i, b := range state.Blocks {
		if l.Blocks[i].Match == nil || l.Blocks[i].Match.Rules.Favours > 0 || b.Rallies == [2]int{} {
			continue
		}
		if err := q.InsertRallies(ctx, gen.InsertRalliesParams{
			RunID: runID, BlockID: b.ID, StudentA: l.Students[0], StudentB: l.Students[1],
			WonA: int64(b.Rallies[0]), WonB: int64(b.Rallies[1]),
		}); err != nil {
			return err
		}
	}
	return nil
}

// Share is one student's part of a run, for the log.
type Share struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	Balls int    `json:"balls"`
	Good  int    `json:"good"`
	Best  int    `json:"best"`
	Goals int    `json:"goals"` // that were tried
	// Repetitions are what was done and not hit; they are no balls.
	Repetitions int `json:"repetitions,omitempty"`
	GoalsMet    int `json:"goalsMet"`
	Engagement  int `json:"engagement,omitempty"` // absent: not asked
}

// Entry is a run as the log shows it.
type Entry struct {
	ID       string    `json:"id"`
	Lesson   string    `json:"lesson"`
	Title    string    `json:"title"`
	Day      time.Time `json:"day"`
	Status   string    `json:"status"`
	Minutes  float64   `json:"minutes"`
	Note     string    `json:"note"`
	Students []Share   `json:"students"`
}

// Log lists the runs, latest first.
func (c *Club) Log(ctx context.Context) (out []Entry, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		names := map[string]string{}
		people, err := q.ListStudents(ctx)
		if err != nil {
			return err
		}
		for _, s := range people {
			names[s.ID] = s.Name
		}
		rows, err := q.ListRuns(ctx)
		if err != nil {
			return err
		}
		at := map[string]*Entry{}
		out = make([]Entry, len(rows))
		for i, r := range rows {
			var l lesson.Lesson
			if err := json.Unmarshal([]byte(r.Lesson), &l); err != nil {
				return err
			}
			e := Entry{
				ID:       r.ID,
				Lesson:   r.LessonID,
				Title:    l.Title,
				Day:      time.UnixMilli(r.StartedAt),
				Status:   r.Status,
				Minutes:  r.Minutes,
				Note:     r.Note,
				Students: []Share{},
			}
			for _, s := range l.Students {
				e.Students = append(e.Students, Share{ID: s, Name: names[s]})
			}
			out[i], at[r.ID] = e, &out[i]
		}
		results, err := q.ListResultsOfRuns(ctx)
		if err != nil {
			return err
		}
		for _, r := range results {
			s := at[r.RunID].share(r.StudentID)
			if r.Asked == "[]" { // done, not hit
				s.Repetitions += int(r.Balls)
			} else {
				s.Balls += int(r.Balls)
				s.Good += int(r.Good)
				s.Best = max(s.Best, int(r.Best))
			}
			s.Goals++ // a goal without a ball leaves no result: what was not begun is not "not met"
			s.GoalsMet += int(r.Met)
		}
		engaged, err := q.ListEngagements(ctx)
		for _, g := range engaged {
			at[g.RunID].share(g.StudentID).Engagement = int(g.Value)
		}
		return err
	})
	return out, err
}

// share is a student's part; one who is not in the lesson has a part nobody sees.
func (e *Entry) share(student string) *Share {
	i := slices.IndexFunc(e.Students, func(s Share) bool { return s.ID == student })
	if i < 0 {
		return &Share{}
	}
	return &e.Students[i]
}
