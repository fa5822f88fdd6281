package watch

import (
	"cmp"
	"fmt"
	"slices"

	"hodometer/core/lesson"
	"hodometer/core/play"
	"hodometer/core/rehearse"
	"hodometer/core/run"
)

// Span is when a block begins and is over, ms since the lesson began.
type Span struct {
	ID   string `json:"id"`
	From int64  `json:"from"`
	To   int64  `json:"to"`
	Met  []Met  `json:"met"` // in the order in which they were
}

// Met is a goal that a student met, ms after the lesson began.
type Met struct {
	Student string `json:"student"`
	Stage   int    `json:"step"`
	At      int64  `json:"at"`
}

// Lesson is one play of a lesson: the events that a coach would tap, the first of which
// stands at Began, and when its blocks begin and are over.
type Lesson struct {
	Began  int64       `json:"began"` // ms since 1970
	Events []run.Event `json:"events"`
	Blocks []Span      `json:"blocks"`
}

// Events are those of a play of a valid lesson, block by block, that begins at a time in ms
// since 1970. Their ids are made of their time and their number, so that the same play has
// the same events.
func Events(l *lesson.Lesson, began int64, blocks []rehearse.Trail) Lesson {
	w := &writer{lesson: l, out: Lesson{Began: began, Events: []run.Event{}, Blocks: []Span{}}}
	for i := range l.Students {
		if from, _ := l.Stay(l.Students[i]); from <= 0 {
			w.here = append(w.here, i)
		}
	}
	at := began
	for i, b := range blocks {
		id := l.Blocks[i].ID
		if i > 0 {
			w.add(run.Event{At: at, Kind: run.GoTo, Block: id})
		}
		steps := b.Steps
		if len(steps) > 0 && steps[0].What == rehearse.AreHere { // who is there before it begins
			w.step(i, at, steps[0])
			steps = steps[1:]
		}
		w.add(run.Event{At: at, Kind: run.SetUp, Block: id}, run.Event{At: at, Kind: run.Start})
		for _, s := range steps {
			w.step(i, at, s)
		}
		w.add(run.Event{At: at + b.Over, Kind: run.Pause})
		w.out.Blocks = append(w.out.Blocks, Span{id, at - began, at + b.Over - began, w.met(b, at-began)})
		at += b.Over + b.After
	}
	w.add(run.Event{At: at, Kind: run.Finish})
	return w.out
}

// met are the goals of a block that began so long after the lesson, those met in the order in
// which they were.
func (w *writer) met(b rehearse.Trail, from int64) []Met {
	out := []Met{}
	for i, met := range b.Met {
		if stages := len(b.Met) / len(w.lesson.Students); met {
			out = append(out, Met{w.lesson.Students[i/stages], i % stages, from + min(b.MetAt[i], b.Over)})
		}
	}
	slices.SortStableFunc(out, func(a, b Met) int { return cmp.Compare(a.At, b.At) })
	return out
}

type writer struct {
	lesson *lesson.Lesson
	out    Lesson
	here   []int
}

// add gives events their ids: UUIDv7, later ones greater.
func (w *writer) add(events ...run.Event) {
	for _, e := range events {
		n := len(w.out.Events)
		e.ID = fmt.Sprintf("%08x-%04x-7%03x-8000-%012x", e.At>>16, e.At&0xffff, n>>12&0xfff, n&0xfff)
		w.out.Events = append(w.out.Events, e)
	}
}

// taps are the kinds of event that are outcomes of a ball.
var taps = map[play.Did]run.Kind{
	play.Good: run.Good, play.Miss: run.Miss, play.Reps: run.Reps, play.Timed: run.Time, play.Go: run.Go,
}

// step of the i-th block, which began at a time.
func (w *writer) step(i int, from int64, s rehearse.Step) {
	e := run.Event{At: from + s.At, Block: w.lesson.Blocks[i].ID}
	switch s.What {
	case rehearse.Tapped:
		e.Kind, e.Stage = taps[s.Outcome.Did], s.Outcome.Stage
		e.Student = w.lesson.Students[s.Outcome.Student]
		if e.Kind == run.Reps || e.Kind == run.Time {
			e.Value = s.Outcome.Value
		}
		w.add(e)
	case rehearse.Changed:
		e.Kind, e.Value = run.Turn, s.Turn
		w.add(e)
	case rehearse.PickedUp:
		e.Kind = run.PickUp
		w.add(e)
	case rehearse.AreHere:
		w.are(s.Here, e.At)
	case rehearse.Rallied:
		p := s.Point
		e.Kind, e.Value, e.Court, e.Marks = run.Point, p.Side, p.On, p.Marks
		if p.Player != play.Nobody {
			e.Student = w.lesson.Students[p.Player]
		}
		w.add(e)
	}
}

// are there from a time on: who has come, and who has gone.
func (w *writer) are(here []int, at int64) {
	for i, id := range w.lesson.Students {
		was, is := slices.Contains(w.here, i), slices.Contains(here, i)
		switch {
		case is && !was:
			w.add(run.Event{At: at, Kind: run.There, Student: id, Value: run.IsThere})
		case was && !is:
			w.add(run.Event{At: at, Kind: run.There, Student: id, Value: run.HasGone})
		}
	}
	w.here = here
}
