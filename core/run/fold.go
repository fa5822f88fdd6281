package run

import (
	"fmt"
	"slices"
	"strings"

	"hodometer/core/game"
	"hodometer/core/lesson"
)

// Fold gives the state after a set of valid events of a run of that lesson.
func Fold(l *lesson.Lesson, events []Event) State {
	ordered := order(events)
	cancelled := cancelled(ordered)
	f := fold{lesson: l, state: begin(l)}
	for i := range ordered {
		if !cancelled[ordered[i].ID] {
			f.apply(ordered[i])
		}
	}
	f.state.Events = len(ordered)
	return f.state
}

// order sorts by id, which is by time, and drops repeats. Events that already
// stand in order are not copied.
func order(events []Event) []Event {
	byID := func(a, b Event) int { return strings.Compare(a.ID, b.ID) }
	strict := true
	for i := 1; i < len(events); i++ {
		strict = strict && events[i-1].ID < events[i].ID
	}
	if strict {
		return events
	}
	out := slices.Clone(events)
	slices.SortStableFunc(out, byID)
	return slices.CompactFunc(out, func(a, b Event) bool { return a.ID == b.ID })
}

// cancelled finds the events undone by an undo that stands. Reading backwards,
// every undo is judged before the earlier one it may cancel.
func cancelled(ordered []Event) map[string]bool {
	out := map[string]bool{}
	for _, e := range slices.Backward(ordered) {
		if e.Kind == Undo && !out[e.ID] {
			out[e.Undoes] = true
		}
	}
	return out
}

func begin(l *lesson.Lesson) State {
	s := State{
		Status:     Ready,
		Blocks:     make([]BlockState, len(l.Blocks)),
		Engagement: map[string]int{},
		Effort:     map[string]int{},
	}
	for i := range l.Blocks {
		b := &l.Blocks[i]
		s.Blocks[i] = BlockState{ID: b.ID, BasketLeft: noBasket, MostMs: mostOf(b.Minutes)}
		if b.Drill != nil {
			s.Blocks[i].Students = newStudents(b, l.Students)
			if b.Drill.Basket > 0 {
				s.Blocks[i].fill(b.Drill.Basket)
			}
		}
		if b.Match != nil {
			score := b.Match.Rules.Start()
			s.Blocks[i].Score = &score
		}
	}
	if len(l.Students) > 0 {
		s.Focus = l.Students[0]
	}
	return s
}

type fold struct {
	lesson *lesson.Lesson
	state  State
	done   bool // the event did what a coach may want to take back
}

func (f *fold) apply(e Event) {
	f.state.Reached, f.done = "", false
	k := kindOf(e.Kind)
	if k == nil {
		return // of a later version: kept, and not understood
	}
	k.does(f, e)
	if f.done {
		f.state.Undoable, f.state.UndoWords = e.ID, k.undo
	}
}

func (f *fold) start(e Event) {
	if s := &f.state; s.Since == 0 {
		s.Since, s.Status = e.At, Running
	}
}

func (f *fold) finish(e Event) {
	f.stop(e.At)
	f.state.Status, f.done = Finished, true
}

func (f *fold) pickStep(e Event) {
	if _, st := f.student(e); st != nil {
		st.Stage = e.Stage
	}
}

func (f *fold) pickUp(e Event) {
	i := f.blockAt(e.Block)
	if i < 0 || f.state.Blocks[i].BasketLeft == noBasket {
		return
	}
	b := &f.state.Blocks[i]
	b.PickUps++
	b.fill(f.lesson.Blocks[i].Drill.Basket)
	f.done = true
}

func (f *fold) stop(at int64) {
	s := &f.state
	if s.Since != 0 {
		// A device whose clock was set back must not take time away.
		b := &s.Blocks[s.Block]
		b.ElapsedMs = min(b.MostMs, b.ElapsedMs+max(0, at-s.Since))
		s.Since = 0
		s.Status = Paused
	}
}

// lasted corrects what the clock recorded of a block.
func (f *fold) lasted(e Event) {
	i := f.blockAt(e.Block)
	if i < 0 {
		return
	}
	s := &f.state
	s.Blocks[i].ElapsedMs = int64(e.Value)
	if i == s.Block && s.Since != 0 {
		s.Since = e.At
	}
	f.done = true
}

func (f *fold) goTo(e Event) {
	s := &f.state
	if i := f.blockAt(e.Block); i >= 0 {
		if running := s.Since != 0; running {
			f.stop(e.At)
			s.Since, s.Status = e.At, Running
		}
		s.Block = i
	}
}

func (f *fold) tap(e Event) {
	b, st := f.student(e)
	if st == nil {
		return
	}
	b.Balls++
	if b.BasketLeft > 0 {
		b.fill(b.BasketLeft - 1)
	}
	step := &st.Stages[e.Stage]
	if step.tap(e.Kind == Good) {
		f.state.Reached = step.Label + ": " + step.GoalLabel
		st.advance(e.Stage)
	}
	f.done = true
}

// advance moves on to the next goal not met, looking round from the one just
// met; with all met it stays.
func (st *StudentState) advance(from int) {
	for i := range st.Stages {
		if next := (from + 1 + i) % len(st.Stages); !st.Stages[next].Met {
			st.Stage = next
			return
		}
	}
	st.Met = true
}

func (f *fold) point(e Event) {
	i := f.blockAt(e.Block)
	if i < 0 || f.state.Blocks[i].Score == nil {
		return
	}
	b := &f.state.Blocks[i]
	next := f.lesson.Blocks[i].Match.Rules.Point(*b.Score, game.Side(e.Value))
	b.Score = &next
	b.Rallies[e.Value]++
	if next.Over {
		f.state.Reached = fmt.Sprintf("Game: %d–%d", next.Points[0], next.Points[1])
	}
	f.done = true
}

// blockAt is the place of a block in the lesson; −1 for none.
func (f *fold) blockAt(id string) int {
	for i := range f.lesson.Blocks {
		if f.lesson.Blocks[i].ID == id {
			return i
		}
	}
	return -1
}

// student is the state of the block and the student that an event speaks of;
// nil where it names what the lesson does not have.
func (f *fold) student(e Event) (*BlockState, *StudentState) {
	i := f.blockAt(e.Block)
	if i < 0 || e.Stage < 0 {
		return nil, nil
	}
	b := &f.state.Blocks[i]
	for j := range b.Students {
		if st := &b.Students[j]; st.ID == e.Student && e.Stage < len(st.Stages) {
			return b, st
		}
	}
	return b, nil
}

// Counts is what the run adds to the students' records: one for each goal that
// had a ball.
func (s State) Counts(l *lesson.Lesson) []Count {
	var out []Count
	for i, b := range s.Blocks {
		for _, st := range b.Students {
			d := l.Blocks[i].DrillFor(st.ID)
			for j, step := range st.Stages {
				if step.Balls > 0 {
					out = append(
						out,
						Count{
							st.ID,
							b.ID,
							j,
							d.Skill(d.Stages[j]),
							step.Balls,
							step.Good,
							step.Best,
							step.Met,
							d.Radial(d.Stages[j]),
						},
					)
				}
			}
		}
	}
	return out
}
