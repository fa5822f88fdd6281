package run

import (
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/machine"
	"hodometer/core/pattern"
	"hodometer/core/play"
)

// balls gives what an event says was done to the engine.
func balls(did play.Did) func(f *fold, e *Event) {
	return func(f *fold, e *Event) { f.ball(e, did) }
}

// ball gives an outcome to the engine. Who is counted has come, though they were not
// known to be there yet.
func (f *fold) ball(e *Event, did play.Did) {
	i := f.blockAt(e.Block)
	if !f.staged(i, e.Stage) {
		return
	}
	o := play.Outcome{
		Did: did, Student: play.Nobody, Stage: e.Stage, Value: e.Value, Of: e.Of, Best: e.Best,
		Where: f.where(i, e), At: e.At, Clock: f.elapsed(i, e.At),
	}
	for _, id := range e.Players {
		who := f.who(id)
		if who < 0 {
			return
		}
		o.Players = append(o.Players, who)
	}
	switch {
	case e.Student != "":
		if o.Student = f.who(e.Student); o.Student < 0 {
			return
		}
		f.comes(e.Student, e.At)
	case len(e.Players) > 0:
		f.comes(e.Players[0], e.At)
	default: // whose ball is due, at the stage that is due
		due := f.due(i)
		if o.Student, o.Stage = due.Student, due.Stage; o.Student == play.Nobody {
			return
		}
	}
	if e.Machine != nil && o.Student != play.Nobody {
		f.fedBy(i, f.lesson.Students[o.Student], e)
	}
	effects := f.scripts[i].Play(&f.plays[i], o)
	if effects.Met {
		f.reached = reached{goal: true, block: i, student: effects.Student, stage: effects.Stage}
	}
	f.watch(i, effects.Focus)
	f.done = f.done || effects.Done
}

// staged reports whether the lesson has a drill at that place with such a stage.
func (f *fold) staged(i, stage int) bool {
	if i < 0 || f.lesson.Blocks[i].Drill == nil {
		return false
	}
	return stage >= 0 && stage < len(f.lesson.Blocks[i].Drill.Stages)
}

// comes takes a student who was expected for there.
func (f *fold) comes(student string, at int64) {
	if s := &f.state; slices.Contains(s.Expected, student) {
		s.Expected = slices.DeleteFunc(s.Expected, func(id string) bool { return id == student })
		f.away(student, false)
		f.relay(at)
	}
}

// due is the ball that comes next in a block: that of whom the coach chose to count, or
// who is to hit.
func (f *fold) due(i int) play.Due {
	s, p := f.scripts[i], &f.plays[i]
	focus := f.who(f.state.Focus)
	if i != f.state.Block || focus < 0 {
		return s.Due(p, play.Nobody)
	}
	if f.picked || !s.Alternate(p) && s.Hits(p, focus) {
		return s.Due(p, focus)
	}
	return s.Due(p, play.Nobody)
}

// where a ball went, as the engine counts it; Nobody where it is not known.
func (f *fold) where(i int, e *Event) int {
	word := e.Where
	if word == "" && e.Spot != nil {
		word = f.landed(i, *e.Spot)
	}
	return slices.Index(wheres[:], word)
}

// wheres are the words for where a ball went, as the engine counts them.
var wheres = [...]string{play.InNet: InNet, play.Long: Long, play.Wide: Wide, play.Short: Short}

// landed says where a ball went that landed there.
func (f *fold) landed(i int, spot court.Point) string {
	c, err := f.lesson.Blocks[i].Drill.Court()
	if err != nil {
		return ""
	}
	area := f.lesson.Blocks[i].Drill.Pattern.Area
	switch y := spot.Y; {
	case c.Target() == court.Far && y <= 0:
		return InNet
	case math.Abs(spot.X) > c.HalfWidth[area]:
		return Wide
	case math.Abs(y) > c.HalfLength:
		return Long
	}
	return Short
}

// focus is whom the coach chose to count; nobody: whose ball is due.
func (f *fold) focus(e *Event) {
	if f.picked = e.Student != ""; f.picked {
		f.state.Focus = e.Student
	}
}

func (f *fold) pickStage(e *Event) {
	if i, who := f.blockAt(e.Block), f.who(e.Student); f.staged(i, e.Stage) && who >= 0 {
		f.scripts[i].Pick(&f.plays[i], who, e.Stage)
	}
}

// open takes one or all to a stage, through whatever gate.
func (f *fold) open(e *Event) {
	i := f.blockAt(e.Block)
	if !f.staged(i, e.Stage) {
		return
	}
	for who, id := range f.lesson.Students {
		if e.Student == "" || e.Student == id {
			f.scripts[i].Open(&f.plays[i], who, e.Stage)
		}
	}
}

// finishUp shows what every block has come to.
func (f *fold) finishUp() {
	for i := range f.state.Blocks {
		f.show(i)
	}
	f.offerUndo()
	f.state.Reached = f.reached.words(f.lesson)
}

// show fills a block's state from the engine's.
func (f *fold) show(i int) {
	b, p, s := &f.state.Blocks[i], &f.plays[i], f.scripts[i]
	block := &f.lesson.Blocks[i]
	*b = BlockState{
		ID: b.ID, ElapsedMs: b.ElapsedMs, Minutes: b.Minutes, SetUp: b.SetUp, MostMs: b.MostMs,
		Balls: p.Balls, PickUps: p.PickUps, BasketLeft: p.BasketLeft,
		PickUpNow: p.BasketLeft != play.NoBasket && p.BasketLeft <= nearlyEmpty, Machine: b.Machine,
	}
	if p.Fed != p.Balls {
		b.Fed = p.Fed
	}
	if block.Drill != nil && block.Drill.Pattern.Feeds[0].How == pattern.Live {
		// A feed of a rally is one's own ball; between two of them is the partner's.
		b.ShotMs = int64(1000 * block.Drill.Tempo().SecondsPerBall / 2)
	}
	b.Turn = f.turnState(i)
	f.games(i, b)
	if len(block.Script) > 0 {
		b.Minute = &MinuteState{p.Minute.N, p.Minute.From, p.Minute.Held}
	}
	for who, n := range p.Errors {
		if n == 0 {
			continue
		}
		if b.Errors == nil {
			b.Errors = map[string]int{}
		}
		id := ""
		if who < len(f.lesson.Students) {
			id = f.lesson.Students[who]
		}
		b.Errors[id] = n
	}
	if block.Drill == nil {
		return
	}
	b.Students = make([]StudentState, len(f.lesson.Students))
	stages := make([]StageState, len(b.Students)*len(block.Drill.Stages))
	for who, id := range f.lesson.Students {
		st := &p.Students[who]
		n := len(block.Drill.Stages)
		view := StudentState{
			ID:     id,
			Stages: stages[who*n : (who+1)*n : (who+1)*n],
			Stage:  st.Stage,
			Met:    st.Met,
			Waits:  st.Waits,
			Far:    st.Far,
		}
		if len(b.Machine) > 0 {
			view.Machine = b.sayFed(id, machine.Fed(block.Drill.Pattern))
		}
		if from, to := s.Group(st.Stage); to-from > 1 {
			view.Stage = s.Due(p, who).Stage
		}
		d := block.DrillFor(id)
		for j := range view.Stages {
			view.Stages[j] = f.stage(i, who, j, d)
		}
		b.Students[who] = view
	}
	if i == f.state.Block {
		b.Due, b.Next = f.dueState(i)
	}
}

// dueState is the ball that is due in a block and the one after it, as they are shown.
func (f *fold) dueState(i int) (due, next *DueState) {
	s, p := f.scripts[i], &f.plays[i]
	d := f.lesson.Blocks[i].Drill
	show := func(due play.Due) *DueState {
		if due.Student == play.Nobody {
			return nil
		}
		stage := d.Stages[due.Stage]
		said := stage.As(stage.Shot(s.OwnAt(p, due.Student, due.Stage).Balls)).Label()
		if len(stage.Shots) == 0 {
			said = stage.Label()
		}
		return &DueState{
			Student: f.lesson.Students[due.Student],
			Stage:   due.Stage,
			Feed:    due.Feed,
			Ball:    due.Ball,
			Said:    said,
			Sure:    s.Alternate(p) && !f.picked,
		}
	}
	first := f.due(i)
	if due = show(first); due != nil {
		next = show(s.Next(p, first))
	}
	return due, next
}

// stage is one stage for one student as it is shown.
func (f *fold) stage(i, who, j int, d *drill.Drill) StageState {
	s, p := f.scripts[i], &f.plays[i]
	own, t, stage := s.OwnAt(p, who, j), s.TallyAt(p, who, j), d.Stages[j]
	out := StageState{
		Label:     stage.Label(),
		Goal:      stage.Goal,
		GoalLabel: d.GoalLabel(stage),
		Holder:    stage.Holder,
		Cue:       stage.Cue,
		Repeats:   s.Repeats(j),
		Skipped:   s.Skipped(who, j),
		Beside:    stage.Beside,
		Balls:     own.Balls,
		Good:      own.Good,
		Held:      own.Held,
		Locked:    s.Locked(p, who, j),
		Tally: Tally{
			Streak: t.Streak, Best: t.Best, Count: t.Count, Met: t.Met, Over: t.Over, Extra: t.Extra,
			Tries: slices.Clone(t.Tries), TryAt: max(0, t.TryAt), Times: slices.Clone(t.Times),
		},
	}
	if turn := d.Turn; turn != nil && turn.OneBall && j == f.scripts[i].Begins(who) {
		out.Far = p.Students[who].Far
	}
	if own.LastHeld != play.Nobody {
		last := own.LastHeld
		out.LastHeld = &last
	}
	for at, n := range own.Misses {
		if n > 0 {
			if out.Misses == nil {
				out.Misses = map[string]int{}
			}
			out.Misses[wheres[at]] = n
		}
	}
	for at, n := range own.Choices {
		if n > 0 && at < len(stage.Choices) {
			if out.Choices == nil {
				out.Choices = map[string]int{}
			}
			out.Choices[stage.Choices[at].ID] = n
		}
	}
	for at, shot := range stage.Shots {
		out.Shots = append(
			out.Shots,
			ShotState{stage.As(shot).Label(), own.Shots[at].Balls, own.Shots[at].Good},
		)
	}
	if out.anything() {
		out.Said = out.say()
	}
	return out
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
	// Shot is which of the stage's shots that take turns it is of; the first has the State
	// of the stage as a whole.
	Shot int
	// Machine is what a ball machine's balls say of the student, in words.
	Machine string
}

// anything says whether something was counted.
func (s *StageState) anything() bool {
	return s.Balls > 0 || len(s.Choices) > 0 || s.Extra != 0 || len(s.Tries) > 0 || len(s.Times) > 0 ||
		s.Held != [3]int{}
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
					Balls: state.Balls, Good: state.Good, Radius: d.Radial(d.Stages[j]), Machine: st.Machine,
				}
				if state.Goal.Kind == goal.Rally { // every other shot is the other's
					r.Balls, r.Good = 0, 0
				}
				for k, shot := range state.Shots {
					if shot.Balls == 0 && k > 0 {
						continue
					}
					as := d.Stages[j].As(d.Stages[j].Shots[k])
					r.Shot, r.Balls, r.Good = k, shot.Balls, shot.Good
					r.Skill, r.Radius = d.Skill(as), d.Radial(as)
					out = append(out, r)
				}
				if len(state.Shots) == 0 {
					out = append(out, r)
				}
			}
		}
	}
	return out
}
