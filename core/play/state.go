package play

import (
	"fmt"
	"slices"

	"hodometer/core/game"
	"hodometer/core/goal"
)

// Tally is what counts toward a goal, of all who hold it.
type Tally struct {
	Streak, Best, Count int // Count stays at the goal once it is met
	Met, Over           bool
	Extra               int // good ones of which nobody counted the misses
	// Tries are the counts of a timed goal, and TryAt when the last began by its bell, in
	// device milliseconds; 0: it was told afterwards. Times are those against the clock, ms.
	Tries []int
	TryAt int64
	Times []int
	good  int  // of all who hold it, ones with misses counted
	odd   int  // good balls of a set that is not full
	again bool // it is tried again after it was met
}

// Own is what a student did at a stage.
type Own struct {
	Balls, Good int
	Held        [3]int // not yet, nearly, held
	LastHeld    int    // −1: nothing was rated
	Misses      [4]int // by Where
	// Shots are the balls and the good ones of the shots that take turns, Choices how
	// often a ball was each of the stage's choices.
	Shots   [6]struct{ Balls, Good int }
	Choices [4]int
}

// Student is where one student is in a drill.
type Student struct {
	Stage  int  // being worked on: the first of those side by side
	Met    bool // every goal
	Waits  bool // a gate that the others have to reach too holds this one
	Opened int  // the farthest stage the coach opened
	Away   bool // not there
	Far    int  // stages met one after the other in the longest try with one ball
	// Of this turn: balls so far, whichever they were; the next of the stage's balls; good
	// ones in a row; a miss; and whether a stage was met.
	had, ball, row int
	missed, met    bool
	done           int // stage whose repetition was the last; for its rating
	far            int // stages met in this try
}

// Filling is what fills a turn, so that the next is called.
type Filling uint8

// What fills a turn.
const (
	ByBalls   Filling = iota + 1 // so many counted of who hits
	ByTime                       // so long on the block's clock
	ByRallies                    // so many rallies, whoever wins them
	ByScore                      // a game that is won
	ByEnds                       // what the drill says
)

var fillings = [...]string{
	ByBalls: "balls", ByTime: "time", ByRallies: "rallies", ByScore: "score", ByEnds: "ends",
}

func (f Filling) String() string { return fillings[f] }

// MarshalText is the filling by its name, and UnmarshalText reads it.
func (f Filling) MarshalText() ([]byte, error) { return []byte(f.String()), nil }

// UnmarshalText returns an error where no filling has that name.
func (f *Filling) UnmarshalText(name []byte) error {
	i := slices.Index(fillings[:], string(name))
	if i < 0 {
		return fmt.Errorf("play: no turn is filled by %q", name)
	}
	*f = Filling(i)
	return nil
}

// Turn is the turn that is played. One that is full stays until the coach, or the next
// count of who comes, begins the one after it.
type Turn struct {
	On    bool // there are turns
	N     int  // turns before it
	Seat  int  // which of the round's turns it is, going round
	By    Filling
	Balls int // of each who hits: of who has had fewest of those who are counted at all
	Of    int
	From  int64 // what the block's clock showed when it began
	Ms    int64 // how long it is given
	Full  bool
	Held  bool  // no change is called until it is let go
	Bell  int64 // what the block's clock shows when its stage is over; 0: none runs by itself
	Rests bool  // the next student steps in; the bell begins their first stage
}

// Court is the game on one court.
type Court struct {
	Sides   [2][]int
	Score   game.Score
	Rallies [2]int   // won by each side in this game, practice left out
	Marks   [][2]int // by the rules' order, of each side
	Own     []int    // by student
}

// Played is a game, over or as it stood when it was left.
type Played struct {
	On int
	Court
}

// State is a block so far. A copy shares nothing that a step changes in place (Clone).
type State struct {
	Students   []Student
	Own        []Own // students × stages
	Tallies    []Tally
	Turn       Turn
	Balls      int // counted, of everybody
	Fed        int // played, counted or not
	New        int // of those, from the basket
	PickUps    int
	BasketLeft int // −1: no basket to count
	Courts     []Court
	Played     []Played
	Errors     []int // by student; the last: of nobody in particular
	Minute     Minute
	Clock      int64 // what the block's clock showed at the last outcome
	credited   bool  // Own is not as it was at the beginning
	queue      []int // winners stay: who waits, in line
}

// Minute is which minute of a script is on.
type Minute struct {
	N    int   // minutes before it
	From int64 // what the block's clock showed when it began
	Held bool
}

// NoBasket stands for the balls left where there is no basket to count.
const NoBasket = -1

// Begin is the block before the first ball. Its first turn is called when it is entered.
func (s *Script) Begin() State {
	st := State{
		Students: make([]Student, s.students), Own: make([]Own, s.students*s.stages),
		Tallies: make([]Tally, s.students*s.stages), BasketLeft: NoBasket, Errors: make([]int, s.students+1),
	}
	for i := range st.Students {
		st.Students[i].Away = !slices.Contains(s.Here, i)
		st.Students[i].done = Nobody
		if s.stages > 0 {
			st.Students[i].Stage = s.groups[s.begins[i]][0]
		}
	}
	for i := range st.Own {
		st.Own[i].LastHeld = Nobody
	}
	if s.Fed() {
		st.BasketLeft = s.Block.Drill.Basket
	}
	if s.Block.Match != nil {
		st.Courts = s.firstGames()
	}
	return st
}

// Again takes a state back to before the first ball, in its own memory, to play a drill
// block once more.
func (s *Script) Again(st *State) {
	if s.Block.Match != nil {
		*st = s.Begin()
		return
	}
	if goals := s.students * s.stages; len(st.Students) != s.students || len(st.Own) != goals {
		st.Students, st.Errors = sized(st.Students, s.students), sized(st.Errors, s.students+1)
		st.Own, st.Tallies = sized(st.Own, goals), sized(st.Tallies, goals)
		st.credited = true // whatever was there
	}
	tallies := st.Tallies
	for i := range tallies {
		tallies[i] = Tally{Tries: tallies[i].Tries[:0], Times: tallies[i].Times[:0]}
	}
	for i := range st.Students {
		st.Students[i] = Student{
			Away:  !slices.Contains(s.Here, i),
			done:  Nobody,
			Stage: s.groups[s.begins[i]][0],
		}
	}
	for i := range st.Own {
		if !st.credited {
			break
		}
		st.Own[i] = Own{LastHeld: Nobody}
	}
	clear(st.Errors)
	*st = State{
		Students: st.Students, Own: st.Own, Tallies: tallies, Errors: st.Errors, BasketLeft: NoBasket,
		Played: st.Played[:0],
	}
	if s.Fed() {
		st.BasketLeft = s.Block.Drill.Basket
	}
}

// sized is a slice of so many values, whichever they are.
func sized[T any](s []T, number int) []T { return slices.Grow(s[:0], number)[:number] }

// Clone is a copy that further steps do not change.
func (st State) Clone() State {
	st.Students, st.Own = slices.Clone(st.Students), slices.Clone(st.Own)
	st.Tallies, st.Errors = slices.Clone(st.Tallies), slices.Clone(st.Errors)
	for i := range st.Tallies {
		t := &st.Tallies[i]
		t.Tries, t.Times = slices.Clone(t.Tries), slices.Clone(t.Times)
	}
	st.queue = slices.Clone(st.queue)
	st.Played, st.Courts = slices.Clone(st.Played), slices.Clone(st.Courts)
	for i := range st.Courts {
		c := &st.Courts[i]
		c.Marks, c.Own = slices.Clone(c.Marks), slices.Clone(c.Own)
	}
	return st
}

// OwnAt is what a student did at a stage.
func (s *Script) OwnAt(st *State, student, stage int) *Own { return &st.Own[student*s.stages+stage] }

// TallyAt is the tally of a student's goal.
func (s *Script) TallyAt(st *State, student, stage int) *Tally {
	return &st.Tallies[s.pots[student*s.stages+stage]]
}

// Skipped reports whether a student begins past a stage.
func (s *Script) Skipped(student, stage int) bool { return stage < s.begins[student] }

// Begins is the stage with which a student begins.
func (s *Script) Begins(student int) int { return s.begins[student] }

// Repeats reports whether a stage is done, not hit.
func (s *Script) Repeats(stage int) bool { return s.repeats[stage] }

// Over reports whether a stage asks nothing more of a student.
func (s *Script) Over(st *State, student, stage int) bool {
	t := s.TallyAt(st, student, stage)
	return t.Met || t.Over || s.Skipped(student, stage)
}

// overAll reports whether the stages side by side with one ask nothing more.
func (s *Script) overAll(st *State, student, stage int) bool {
	from, to := s.Group(stage)
	for j := from; j < to; j++ {
		if !s.Over(st, student, j) {
			return false
		}
	}
	return true
}

// add counts so many good balls at once, or a miss, toward a goal, and reports whether
// it was just met.
func (t *Tally) add(g *aim, good int, miss bool, at int64) (met bool) {
	switch {
	case g.timed:
		t.odd += good
		sets := t.odd
		if g.SetOf > 1 {
			sets /= g.SetOf
		}
		t.try(sets)
		t.odd -= sets * max(1, g.SetOf)
	case miss:
		t.Streak = 0
	default:
		t.good += good
		t.Streak += good
		t.Best = max(t.Best, t.Streak)
	}
	return t.judge(g, at)
}

// many counts what was not tapped ball by ball: more in all, or a whole streak or rally
// that is over.
func (t *Tally) many(g *aim, value int, at int64) (met bool) {
	switch {
	case g.timed:
		t.try(value)
	case g.startsAgain:
		t.Best, t.Streak = max(t.Best, value), 0
		if value >= g.Count && (!t.Met || t.again) {
			t.Count, t.Met, t.again = value, true, false
			return true
		}
	default:
		t.Extra = max(-t.good, t.Extra+value)
	}
	return t.judge(g, at)
}

// try adds to the running try of a timed goal.
func (t *Tally) try(value int) {
	if len(t.Tries) == 0 {
		t.Tries = append(t.Tries, 0)
	}
	last := len(t.Tries) - 1
	t.Tries[last] = max(0, t.Tries[last]+value)
	if t.Best = max(t.Best, t.Tries[last]); value < 0 {
		t.Best = slices.Max(t.Tries)
	}
}

// begin opens a try, at a time by the device's clock; one that nothing was counted in
// begins anew.
func (t *Tally) begin(at int64) {
	if n := len(t.Tries); n == 0 || t.Tries[n-1] > 0 {
		t.Tries = append(t.Tries, 0)
	}
	t.TryAt, t.odd = at, 0
}

// judge sets the count and reports whether the goal was just met, at that time. What is
// met stays so, and its count with it.
func (t *Tally) judge(g *aim, at int64) (met bool) {
	if t.Met && !t.again && g.Count > 0 && !g.timed {
		return false
	}
	switch {
	case g.timed && len(t.Tries) > 0:
		t.Count = t.Tries[len(t.Tries)-1]
	case g.Kind == goal.Clock:
		t.Count = len(t.Times)
	case g.startsAgain:
		t.Count = t.Streak
	default:
		t.Count = t.good + t.Extra
	}
	if t.Over { // another was first
		return false
	}
	was := t.Met && !t.again
	var is bool
	switch {
	case g.Kind == goal.Clock:
		is = t.Count >= g.Count && (g.Seconds == 0 || slices.Min(t.Times) <= 1000*g.Seconds)
	case g.timed && g.Count == 0: // as many as there are: when its time is up
		up := t.TryAt == 0 || t.TryAt > 0 && at >= t.TryAt+1000*int64(g.Seconds) || len(t.Tries) > 1
		is = t.Met || up && t.Best > 0
	case g.timed:
		is = t.Best >= g.Count
	default:
		is = t.Count >= g.Count
	}
	if t.again { // it was met before, and stays so
		if is {
			t.again = false
		}
		return is
	}
	t.Met = is
	return is && !was
}
