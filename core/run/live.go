package run

import (
	"maps"
	"slices"
	"sort"

	"hodometer/core/lesson"
)

// Live is a run that goes on: its events so far, in order, and what they come to. The
// latest of them costs the same however long the run is; an undo, an amendment or one
// that comes late folds all of them again. It is not for several goroutines at once.
type Live struct {
	lesson *lesson.Lesson
	events []Event
	fold   fold
}

// Follow takes up a run of that lesson after those valid events, in whatever order.
func Follow(l *lesson.Lesson, events []Event) *Live {
	v := &Live{lesson: l, events: slices.Clone(order(events))}
	v.again()
	return v
}

// Add takes more valid events, in whatever order; those that are there already change
// nothing. It says how many were new.
func (v *Live) Add(events ...Event) (fresh int) {
	refold := false
	for _, e := range order(events) {
		at := sort.Search(len(v.events), func(i int) bool { return v.events[i].ID >= e.ID })
		switch {
		case at == len(v.events):
			v.events = append(v.events, e)
		case v.events[at].ID == e.ID:
			continue
		default:
			v.events = append(v.events, Event{})
			copy(v.events[at+1:], v.events[at:])
			v.events[at] = e
			refold = true
		}
		fresh++
		if refold = refold || e.Kind == Undo || e.Kind == Amend; !refold {
			v.fold.apply(&v.events[len(v.events)-1])
		}
	}
	if refold {
		v.again()
	}
	return fresh
}

// Finish is the event that finished the run, and stands; false where it goes on.
func (v *Live) Finish() (Event, bool) {
	return v.latest(func(e *Event) bool { return e.Kind == Finish })
}

// Replaced is the latest event of the same kind, about the same student and block, that stands:
// what another one would change.
func (v *Live) Replaced(by Event) (Event, bool) {
	return v.latest(func(e *Event) bool {
		return e.Kind == by.Kind && e.Student == by.Student && e.Block == by.Block
	})
}

func (v *Live) latest(is func(e *Event) bool) (Event, bool) {
	cancelled := cancelled(v.events)
	for i := len(v.events) - 1; i >= 0; i-- {
		if is(&v.events[i]) && (cancelled == nil || !cancelled[i]) {
			return v.events[i], true
		}
	}
	return Event{}, false
}

// State is what the events come to.
func (v *Live) State() State { return v.shown() }

// StateAt is what the events have come to by a time of the device: bells have rung that
// no event came after.
func (v *Live) StateAt(now int64) State {
	f := &v.fold
	i := f.state.Block
	if f.state.Since == 0 || i >= len(f.plays) {
		return v.shown()
	}
	was, focus, picked := f.plays[i], f.state.Focus, f.picked
	f.plays[i] = was.Clone()
	f.watch(i, f.scripts[i].Time(&f.plays[i], f.elapsed(i, now)))
	out := v.shown()
	f.plays[i], f.state.Focus, f.picked = was, focus, picked
	return out
}

// shown is the state as it is, which further events do not change.
func (v *Live) shown() State {
	v.fold.finishUp()
	v.fold.state.Events = len(v.events)
	return v.fold.state.clone()
}

// clone is a state that further events do not change. Blocks are made anew each time they
// are shown.
func (s State) clone() State {
	s.Blocks = slices.Clone(s.Blocks)
	s.Engagement, s.Effort = maps.Clone(s.Engagement), maps.Clone(s.Effort)
	s.Confidence = maps.Clone(s.Confidence)
	s.Notes, s.Tags = maps.Clone(s.Notes), maps.Clone(s.Tags)
	for id, of := range s.Tags {
		s.Tags[id] = maps.Clone(of)
	}
	s.Absent, s.Gone, s.Expected = slices.Clone(s.Absent), slices.Clone(s.Gone), slices.Clone(s.Expected)
	return s
}

// Has says whether an event of that id is among them, and gives it.
func (v *Live) Has(id string) (Event, bool) {
	at, ok := find(v.events, id)
	if !ok {
		return Event{}, false
	}
	return v.events[at], true
}

// Events so far, in order; not to be changed.
func (v *Live) Events() []Event { return v.events }

func (v *Live) again() { v.fold = folded(v.lesson, v.events) }
