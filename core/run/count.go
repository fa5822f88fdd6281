package run

import (
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
)

// student is the state of the block and the student that an event speaks of;
// nil where it names what the lesson does not have.
func (f *fold) student(e *Event, id string) (*BlockState, *StudentState) {
	i := f.blockAt(e.Block)
	if i < 0 || e.Stage < 0 {
		return nil, nil
	}
	b := &f.state.Blocks[i]
	for j := range b.Students {
		if st := &b.Students[j]; st.ID == id && e.Stage < len(st.Stages) {
			return b, st
		}
	}
	return b, nil
}

// doer is the one an event speaks of, or the first of several who did it as one; nil
// where any of them is not in the block.
func (f *fold) doer(e *Event) (*BlockState, *StudentState) {
	if e.Student != "" {
		return f.student(e, e.Student)
	}
	var first *StudentState
	var b *BlockState
	for _, id := range e.Players {
		var st *StudentState
		if b, st = f.student(e, id); st == nil {
			return b, nil
		}
		if first == nil {
			first = st
		}
	}
	return b, first
}

// holders are the others who hold a stage's goal with that student.
func (b *BlockState) holders(st *StudentState, stage int) (out []*StudentState) {
	s := drill.Stage{Holder: st.Stages[stage].Holder}
	if !s.Shared() {
		return nil
	}
	me := slices.IndexFunc(b.Students, func(o StudentState) bool { return o.ID == st.ID })
	for _, i := range drill.HeldBy(s, len(b.Students), me) {
		if i != me {
			out = append(out, &b.Students[i])
		}
	}
	return out
}

// toward changes the tally of a stage's goal, for all who hold it, and goes on where
// it is met. Change says whether it was just met.
func (f *fold) toward(b *BlockState, st *StudentState, stage int, change func(t *Tally, g goal.Goal) bool) {
	s := &st.Stages[stage]
	met := change(&s.Tally, s.Goal)
	others := b.holders(st, stage)
	for _, o := range others {
		o.Stages[stage].Tally = s.Tally
	}
	f.done = true
	if !met {
		return
	}
	f.state.Reached = s.Label + ": " + s.GoalLabel
	st.advance(stage, b)
	for _, o := range others {
		o.advance(stage, b)
	}
	if s.Goal.Kind == goal.Race {
		for i := range b.Students {
			if o := &b.Students[i]; o.ID != st.ID && !o.Stages[stage].Met {
				o.Stages[stage].Over = true
				o.advance(stage, b)
			}
		}
	}
	b.release(stage)
}

func (f *fold) tap(e *Event) {
	b, st := f.doer(e)
	if st == nil {
		return
	}
	f.comes(f.blockAt(e.Block), st.ID, e.At)
	b.Balls++
	if b.BasketLeft > 0 {
		b.fill(b.BasketLeft - 1)
	}
	s := &st.Stages[e.Stage]
	good := 0
	if e.Kind == Good {
		good = 1
	}
	if e.Student != "" { // whose ball it was is known
		s.Balls++
		s.Good += good
		if where := f.where(e); e.Kind == Miss && where != "" {
			if s.Misses == nil {
				s.Misses = map[string]int{}
			}
			s.Misses[where]++
		}
	}
	f.toward(b, st, e.Stage, func(t *Tally, g goal.Goal) bool { return t.add(g, good, e.Kind == Miss, e.At) })
	if e.Kind == Miss && s.Goal.Kind == goal.Rally && s.Met && st.Stage == e.Stage {
		st.advance(e.Stage, b)
		for _, o := range b.holders(st, e.Stage) {
			o.advance(e.Stage, b)
		}
	}
	f.played(f.blockAt(e.Block), st.ID, 1)
}

// where a ball went, in the word for it; "" where nobody said.
func (f *fold) where(e *Event) string {
	if e.Where != "" || e.Spot == nil {
		return e.Where
	}
	i := f.blockAt(e.Block)
	c, err := f.lesson.Blocks[i].Drill.Court()
	if err != nil {
		return ""
	}
	area := f.lesson.Blocks[i].Drill.Pattern.Area
	switch y := e.Spot.Y; {
	case c.Target() == court.Far && y <= 0:
		return InNet
	case math.Abs(e.Spot.X) > c.HalfWidth[area]:
		return Wide
	case math.Abs(y) > c.HalfLength:
		return Long
	}
	return Short
}

func (f *fold) many(e *Event) {
	b, st := f.doer(e)
	if st == nil {
		return
	}
	s := &st.Stages[e.Stage]
	i := f.blockAt(e.Block)
	f.comes(i, st.ID, e.At)
	defer f.played(i, st.ID, max(e.Of, 0))
	if e.Of > 0 && e.Student != "" { // balls that were counted tell of the chance
		b.Balls += e.Of
		s.Balls += e.Of
		s.Good += e.Value
		if b.BasketLeft > 0 {
			b.fill(max(0, b.BasketLeft-e.Of))
		}
		f.toward(b, st, e.Stage, func(t *Tally, g goal.Goal) bool {
			if g.Kind.Timed() || g.Kind.StartsAgain() {
				return t.many(g, e.Value, e.At)
			}
			t.good += e.Value
			return t.judge(g, e.At)
		})
		return
	}
	f.toward(b, st, e.Stage, func(t *Tally, g goal.Goal) bool { return t.many(g, e.Value, e.At) })
}

// goOn begins a try.
func (f *fold) goOn(e *Event) {
	if b, st := f.doer(e); st != nil {
		f.toward(b, st, e.Stage, func(t *Tally, _ goal.Goal) bool {
			t.begin(e.At)
			return false
		})
	}
	f.done = false
}

func (f *fold) time(e *Event) {
	if b, st := f.doer(e); st != nil {
		f.toward(b, st, e.Stage, func(t *Tally, g goal.Goal) bool {
			t.Times = append(slices.Clone(t.Times), e.Value)
			return t.judge(g, e.At)
		})
	}
}

func (f *fold) reps(e *Event) {
	b, st := f.student(e, e.Student)
	if st == nil {
		return
	}
	s := &st.Stages[e.Stage]
	s.Balls += e.Value
	s.Good += e.Value
	f.toward(b, st, e.Stage, func(t *Tally, g goal.Goal) bool {
		t.good += e.Value
		return t.judge(g, e.At)
	})
}

func (f *fold) held(e *Event) {
	if _, st := f.student(e, e.Student); st != nil && e.Value >= 0 && e.Value <= 2 {
		s := &st.Stages[e.Stage]
		s.Held[e.Value]++
		last := e.Value
		s.LastHeld = &last
		f.done = true
	}
}

// counted puts a count right: what was counted before it is as if it had been so.
func (f *fold) counted(e *Event) {
	b, st := f.student(e, e.Student)
	if st == nil {
		return
	}
	s := &st.Stages[e.Stage]
	others := s.good - s.Good // of those who hold it too
	b.Balls += e.Of - s.Balls
	s.Balls, s.Good = e.Of, e.Value
	f.toward(b, st, e.Stage, func(t *Tally, g goal.Goal) bool {
		t.Met, t.Streak, t.Extra, t.good = false, 0, 0, others+e.Value
		if e.Of == 0 { // of how many is not known
			t.good, t.Extra = others, e.Value
		}
		switch {
		case g.Kind.Timed():
			t.Tries, t.Best = []int{e.Value}, e.Value
		case g.Kind.StartsAgain():
			if t.Best = e.Best; t.Best >= g.Count {
				t.Count, t.Met = t.Best, true
				return true
			}
			t.Count = 0
			return false
		}
		return t.judge(g, e.At)
	})
	if e.Of == 0 {
		s.Good = 0
	}
}

func (f *fold) pickStage(e *Event) {
	if _, st := f.student(e, e.Student); st != nil {
		st.Stage, st.Waits = e.Stage, false
	}
}

// open takes one or all to a stage, through whatever gate.
func (f *fold) open(e *Event) {
	i := f.blockAt(e.Block)
	if i < 0 {
		return
	}
	for j := range f.state.Blocks[i].Students {
		st := &f.state.Blocks[i].Students[j]
		if e.Stage >= 0 && e.Stage < len(st.Stages) && (e.Student == "" || e.Student == st.ID) {
			st.Stage, st.Waits, st.opened = e.Stage, false, max(st.opened, e.Stage)
		}
	}
}

// over says whether a stage asks nothing more of the student.
func (s *StageState) over() bool { return s.Met || s.Over || s.Skipped }

// advance moves on to the next stage that is not over and whose gate is open,
// looking round from the one just met; with all over it stays.
func (st *StudentState) advance(from int, b *BlockState) {
	n := len(st.Stages)
	all := true
	switch s := &st.Stages[from]; {
	case s.Goal.Kind.Timed(), // its time goes on; the coach says when to go on
		s.Goal.Kind == goal.Rally && s.Streak > 0: // the rally goes on; its end moves on
		st.Met = !slices.ContainsFunc(st.Stages, func(s StageState) bool { return !s.over() })
		return
	}
	for i := range st.Stages {
		next := (from + 1 + i) % n
		if st.Stages[next].over() {
			continue
		}
		if all = false; !b.locked(st, next) {
			st.Stage, st.Waits = next, false
			return
		}
	}
	st.Met, st.Waits = all, !all
}

// release lets those go on who waited for the last to reach a gate.
func (b *BlockState) release(stage int) {
	for i := range b.Students {
		if st := &b.Students[i]; st.Waits {
			st.advance(min(stage, len(st.Stages)-1), b)
		}
	}
}

// locked says whether a gate before the stage is not open for that student.
func (b *BlockState) locked(st *StudentState, stage int) bool {
	if stage <= st.opened {
		return false
	}
	for i := range stage {
		switch st.Stages[i].gate {
		case drill.GateEach:
			if !st.Stages[i].over() {
				return true
			}
		case drill.GateAll:
			for j := range b.Students {
				if o := &b.Students[j]; !o.away && i < len(o.Stages) && !o.Stages[i].over() {
					return true
				}
			}
		}
	}
	return false
}

// finishUp marks the stages that no gate is open to, and says what was counted.
func (f *fold) finishUp() {
	for i := range f.state.Blocks {
		b := &f.state.Blocks[i]
		for j := range b.Students {
			st := &b.Students[j]
			for k := range st.Stages {
				s := &st.Stages[k]
				s.Locked, s.Said = b.locked(st, k), ""
				if s.anything() {
					s.Said = s.say()
				}
			}
		}
	}
}

// Result is what was counted of one stage, for a student's record.
type Result struct {
	Student, Block string
	Stage          int
	Skill          drill.Skill
	State          StageState
	// Balls and Good tell of a chance; 0 where whose ball it was is not known.
	Balls, Good int
	Radius      float64
}

// anything says whether something was counted.
func (s *StageState) anything() bool {
	return s.Balls > 0 || s.Extra != 0 || len(s.Tries) > 0 || len(s.Times) > 0 || s.Held != [3]int{}
}

// Results are what the run adds to the records of the students who were there: one
// for each stage at which something was counted.
func (s State) Results(l *lesson.Lesson) (out []Result) {
	for i, b := range s.Blocks {
		for _, st := range b.Students {
			if slices.Contains(s.Absent, st.ID) {
				continue
			}
			d := l.Blocks[i].DrillFor(st.ID)
			for j, state := range st.Stages {
				if !state.anything() {
					continue
				}
				r := Result{
					Student: st.ID, Block: b.ID, Stage: j, Skill: d.Skill(d.Stages[j]), State: state,
					Balls: state.Balls, Good: state.Good, Radius: d.Radial(d.Stages[j]),
				}
				if state.Goal.Kind == goal.Rally { // every other shot is the other's
					r.Balls, r.Good = 0, 0
				}
				out = append(out, r)
			}
		}
	}
	return out
}
