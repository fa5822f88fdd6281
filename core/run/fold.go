package run

import (
	"cmp"
	"fmt"
	"slices"
	"sort"
	"strings"

	"hodometer/core/lesson"
	"hodometer/core/play"
	"hodometer/core/units"
)

// Fold gives the state after a set of valid events of a run of that lesson.
func Fold(l *lesson.Lesson, events []Event) State {
	f := folded(l, order(events))
	f.finishUp()
	return f.state
}

// folded is the fold of events in order.
func folded(l *lesson.Lesson, ordered []Event) fold {
	cancelled := cancelled(ordered)
	amended := amended(ordered, cancelled)
	f := fold{lesson: l, at: make(map[string]int, len(l.Blocks))}
	f.begin()
	for i := range l.Blocks {
		f.at[l.Blocks[i].ID] = i
	}
	if len(l.Blocks) > 0 {
		f.enter(0, 0)
	}
	for i := range ordered {
		e := &ordered[i]
		if cancelled != nil && cancelled[i] {
			continue
		}
		if amended != nil && amended[i] != nil {
			should := e.Amended(*amended[i])
			e = &should
		}
		f.apply(e)
	}
	f.state.Events = len(ordered)
	return f
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

// cancelled finds the events undone by an undo that stands, by their place; nil
// where none is. Reading backwards, every undo is judged before the earlier one it
// may cancel.
func cancelled(ordered []Event) (out []bool) {
	for i := len(ordered) - 1; i >= 0; i-- {
		if ordered[i].Kind != Undo || out != nil && out[i] {
			continue
		}
		if out == nil {
			out = make([]bool, len(ordered))
		}
		if at, ok := find(ordered, ordered[i].Undoes); ok {
			out[at] = true
		}
	}
	return out
}

// find the event of that id among those in order.
func find(ordered []Event, id string) (int, bool) {
	at := sort.Search(len(ordered), func(i int) bool { return ordered[i].ID >= id })
	return at, at < len(ordered) && ordered[at].ID == id
}

// amended finds what events should have said, by their place: the latest amendment
// that stands; nil where there is none.
func amended(ordered []Event, cancelled []bool) (out []*Event) {
	for i := range ordered {
		e := &ordered[i]
		if e.Kind != Amend || cancelled != nil && cancelled[i] {
			continue
		}
		if out == nil {
			out = make([]*Event, len(ordered))
		}
		if at, ok := find(ordered, e.Amends); ok {
			out[at] = e
		}
	}
	return out
}

func (f *fold) begin() {
	l, s := f.lesson, &f.state
	*s = State{
		Status:     Ready,
		Blocks:     make([]BlockState, len(l.Blocks)),
		Engagement: map[string]int{},
		Effort:     map[string]int{},
		Confidence: map[string]int{},
	}
	for _, id := range l.Students {
		if from, _ := l.Stay(id); from > 0 {
			s.Expected = append(s.Expected, id)
		}
	}
	here := f.here()
	f.scripts, f.plays = make([]*play.Script, len(l.Blocks)), make([]play.State, len(l.Blocks))
	f.undo = make([]undo, len(l.Blocks)+1)
	for i := range l.Blocks {
		b := &l.Blocks[i]
		s.Blocks[i] = BlockState{ID: b.ID, Minutes: b.Minutes, MostMs: mostOf(b.Minutes)}
		f.scripts[i] = f.script(i, here)
		f.plays[i] = f.scripts[i].Begin()
		for j, id := range l.Students {
			f.plays[i].Students[j].Away = slices.Contains(s.Expected, id)
		}
	}
	if len(l.Students) > 0 {
		s.Focus = l.Students[here[0]]
	}
}

// fold is a run so far: what belongs to the lesson in state, what belongs to a block in
// the engine's own.
type fold struct {
	lesson  *lesson.Lesson
	state   State
	at      map[string]int // places of the blocks
	scripts []*play.Script
	plays   []play.State
	known   map[seating]*play.Script
	picked  bool   // the coach chose who is counted
	undo    []undo // the last that can be taken back, by block; after them that of the lesson
	done    bool   // the event did what a coach may want to take back
	reached reached
}

// reached is the goal, or the end of a game, that the latest tap came to.
type reached struct {
	goal, game            bool
	block, student, stage int
	points                [2]int
}

// words say what was reached; nothing was: none.
func (r reached) words(l *lesson.Lesson) string {
	switch {
	case r.goal:
		d := l.Blocks[r.block].DrillFor(l.Students[r.student])
		s := d.Stages[r.stage]
		return s.Label() + ": " + d.GoalLabel(s)
	case r.game:
		return fmt.Sprintf("Game: %d–%d", r.points[0], r.points[1])
	}
	return ""
}

// seating is a block with who is there, a bit for each student.
type seating struct{ block, here int }

// script of a block for those who are there, compiled once.
func (f *fold) script(i int, here []int) *play.Script {
	key := seating{block: i}
	for _, who := range here {
		key.here |= 1 << who
	}
	if s := f.known[key]; s != nil {
		return s
	}
	if f.known == nil {
		f.known = map[seating]*play.Script{}
	}
	s := play.Compile(f.lesson, &f.lesson.Blocks[i], here)
	f.known[key] = s
	return s
}

// undo is an event that can be taken back.
type undo struct {
	id    string
	kind  Kind
	words string
}

func (f *fold) apply(e *Event) {
	f.reached, f.done = reached{}, false
	k := kindOf(e.Kind)
	if k == nil {
		return // of a later version: kept, and not understood
	}
	if len(f.plays) > 0 && f.state.Since != 0 {
		i := f.state.Block
		f.watch(i, f.scripts[i].Time(&f.plays[i], f.elapsed(i, e.At)))
	}
	k.does(f, e)
	if f.done {
		i := f.blockAt(e.Block)
		if i < 0 {
			i = len(f.undo) - 1
		}
		f.undo[i] = undo{e.ID, e.Kind, k.undo}
	}
}

// offerUndo sets what Undo takes back: the last thing in the block shown, or of the whole
// lesson since; where there is none, the last thing of another block, which is named.
func (f *fold) offerUndo() {
	s := &f.state
	s.Undoable, s.UndoWords, s.UndoKind, s.UndoBlock = "", "", "", ""
	take := func(i int) bool {
		if u := f.undo[i]; u.id > s.Undoable {
			s.Undoable, s.UndoWords, s.UndoKind = u.id, u.words, u.kind
			return true
		}
		return false
	}
	if take(len(f.undo) - 1); s.Block < len(f.plays) {
		take(s.Block)
	}
	if s.Undoable != "" {
		return
	}
	for i := range f.plays {
		if take(i) {
			s.UndoBlock = f.state.Blocks[i].ID
		}
	}
}

func (f *fold) start(e *Event) {
	if s := &f.state; s.Since == 0 {
		s.Since, s.Status = e.At, Running
		if s.Began == 0 {
			s.Began = e.At
		}
	}
}

func (f *fold) finish(e *Event) { f.end(e, Finished) }

func (f *fold) end(e *Event, how Status) {
	f.stop(e.At)
	f.state.Status, f.done = how, true
}

func (f *fold) pickUp(e *Event) {
	i := f.blockAt(e.Block)
	if i < 0 || f.plays[i].BasketLeft == play.NoBasket {
		return
	}
	f.plays[i].PickUps++
	f.plays[i].BasketLeft = f.lesson.Blocks[i].Drill.Basket
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
func (f *fold) lasted(e *Event) {
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

func (f *fold) goTo(e *Event) {
	s := &f.state
	if i := f.blockAt(e.Block); i >= 0 {
		if running := s.Since != 0; running {
			f.stop(e.At)
			s.Since, s.Status = e.At, Running
		}
		s.Block = i
		f.picked = false
		f.enter(i, e.At)
		if p := &f.plays[i]; p.Turn.On && !p.Turn.Full && f.lesson.Blocks[i].Drill != nil {
			f.watch(i, f.scripts[i].Hitter(p.Turn.Seat))
		}
	}
}

// minutes changes how long a block is meant to take; 0 leaves it out.
func (f *fold) minutes(e *Event) {
	if i := f.blockAt(e.Block); i >= 0 {
		b := &f.state.Blocks[i]
		b.Minutes, b.MostMs = e.Value, max(mostOf(f.lesson.Blocks[i].Minutes), mostOf(e.Value))
		f.done = true
	}
}

// setUp says that a block's court is laid out and its cautions were read.
func (f *fold) setUp(e *Event) {
	if i := f.blockAt(e.Block); i >= 0 {
		f.state.Blocks[i].SetUp = true
	}
}

func (f *fold) note(e *Event) {
	if e.Student == "" {
		f.state.Note = e.Text
		return
	}
	if f.state.Notes == nil {
		f.state.Notes = map[string]string{}
	}
	f.state.Notes[e.Student] = e.Text
}

func (f *fold) tag(e *Event) {
	if f.state.Tags == nil {
		f.state.Tags = map[string]map[string]int{}
	}
	of := f.state.Tags[e.Student]
	if of == nil {
		of = map[string]int{}
		f.state.Tags[e.Student] = of
	}
	of[cmp.Or(units.Seen(e.Text), "…")]++
	f.done = true
}

// Values of There.
const (
	NotThere = 0 // all the time
	IsThere  = 1
	HasGone  = 2 // was there until now
)

func (f *fold) there(e *Event) {
	s := &f.state
	without := func(ids []string) []string {
		return slices.DeleteFunc(ids, func(id string) bool { return id == e.Student })
	}
	s.Absent, s.Gone, s.Expected = without(s.Absent), without(s.Gone), without(s.Expected)
	switch e.Value {
	case NotThere:
		s.Absent = append(s.Absent, e.Student)
	case HasGone:
		s.Gone = append(s.Gone, e.Student)
	}
	f.away(e.Student, e.Value != IsThere)
	f.relay(e.At)
	f.done = true
}

// away says whether gates for all wait for a student.
func (f *fold) away(student string, is bool) {
	if i := f.who(student); i >= 0 {
		for b := range f.plays {
			f.plays[b].Students[i].Away = is
		}
	}
}

// blockAt is the place of a block in the lesson; −1 for none.
func (f *fold) blockAt(id string) int {
	if i, ok := f.at[id]; ok {
		return i
	}
	return -1
}
