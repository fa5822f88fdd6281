package run

import (
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/lesson"
)

// Status of a run.
type Status string

// The statuses.
const (
	Ready    Status = "ready"
	Running  Status = "running"
	Paused   Status = "paused"
	Finished Status = "finished"
)

// StageState is one goal for one student so far.
type StageState struct {
	Label string    `json:"label"`
	Goal  goal.Goal `json:"goal"`
	// GoalLabel is the goal as a coach says it: "5 in a row".
	GoalLabel string `json:"goalLabel"`
	Balls     int    `json:"balls"`
	Good      int    `json:"good"`
	Streak    int    `json:"streak"`
	Best      int    `json:"best"`
	Count     int    `json:"count"` // toward the goal; stays at the goal once met
	Met       bool   `json:"met"`
	// Repeats: it is done, not hit; there is no miss.
	Repeats bool `json:"repeats,omitempty"`
}

// StudentState is one student in one drill.
type StudentState struct {
	ID     string       `json:"id"`
	Stages []StageState `json:"stages"`
	Stage  int          `json:"stage"` // the goal being worked on
	Met    bool         `json:"met"`   // every goal
}

// BlockState is one block so far.
type BlockState struct {
	ID        string `json:"id"`
	ElapsedMs int64  `json:"elapsedMs"` // up to State.Since
	// MostMs is where its clock stops by itself: a run left open, or a clock that
	// was wrong, is no lesson of two days.
	MostMs     int64          `json:"mostMs"`
	Balls      int            `json:"balls"`
	PickUps    int            `json:"pickUps"`
	BasketLeft int            `json:"basketLeft"` // −1: no basket to count
	PickUpNow  bool           `json:"pickUpNow"`  // it is nearly empty
	Students   []StudentState `json:"students,omitempty"`
	Score      *game.Score    `json:"score,omitempty"`
	Rallies    [2]int         `json:"-"` // won by each side
}

// mostOf a block's time: twice its minutes and a quarter of an hour, well after
// its end [trade].
func mostOf(minutes int) int64 { return int64(2*minutes+15) * 60_000 }

// noBasket stands for the balls left where there is no basket to count.
const noBasket = -1

// nearlyEmpty is how many balls in the basket say that it is time to pick up
// [trade].
const nearlyEmpty = 5

// fill sets the balls left in the basket.
func (b *BlockState) fill(balls int) {
	b.BasketLeft, b.PickUpNow = balls, balls <= nearlyEmpty
}

// State is everything the courtside screen and the log show.
type State struct {
	Status Status `json:"status"`
	Block  int    `json:"block"` // place of the block in progress
	// Since is when the clock last started, in device milliseconds; 0 when it
	// stands. The block's time is its ElapsedMs plus now − Since, up to its MostMs.
	Since      int64          `json:"since"`
	Blocks     []BlockState   `json:"blocks"`
	Focus      string         `json:"focus"` // student being counted
	Undoable   string         `json:"undoable,omitempty"`
	UndoWords  string         `json:"undoWords,omitempty"`
	Reached    string         `json:"reached,omitempty"` // goal met by the latest tap, in words
	Engagement map[string]int `json:"engagement"`
	Effort     map[string]int `json:"effort"` // how hard it was, 1 to 10
	Note       string         `json:"note"`
	Events     int            `json:"events"`
}

// Count is what was counted of one skill, for a student's record.
type Count struct {
	Student string
	Block   string
	Stage   int
	Skill   drill.Skill
	Balls   int
	Good    int
	Best    int
	Met     bool
	Radius  float64
}

// tap adds a ball to the goal and says whether it was just met.
func (s *StageState) tap(good bool) (met bool) {
	s.Balls++
	if good {
		s.Good++
		s.Streak++
		s.Best = max(s.Best, s.Streak)
	} else {
		s.Streak = 0
	}
	if s.Met {
		return false
	}
	s.Count = s.Good
	if s.Goal.Kind.StartsAgain() {
		s.Count = s.Streak
	}
	s.Met = s.Count >= s.Goal.Count
	return s.Met
}

func newStudents(b *lesson.Block, ids []string) []StudentState {
	out := make([]StudentState, len(ids))
	for i, id := range ids {
		d := b.DrillFor(id) // each counts toward what is their own
		out[i] = StudentState{ID: id, Stages: make([]StageState, len(d.Stages))}
		for j, s := range d.Stages {
			out[i].Stages[j] = StageState{
				Label: s.Label(), Goal: s.Goal, GoalLabel: d.GoalLabel(s),
				Repeats: !d.ByChance(s) && !s.Goal.Kind.StartsAgain(),
			}
		}
	}
	return out
}
