package run

import (
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/goal"
)

// Status of a run.
type Status string

// The statuses.
const (
	Ready    Status = "ready"
	Running  Status = "running"
	Paused   Status = "paused"
	Finished Status = "finished"
	GivenUp  Status = "givenUp"
	Removed  Status = "removed"
)

// Tally is what counts toward a goal. Of a goal that several hold it is the same
// for each of them.
type Tally struct {
	Streak int `json:"streak"`
	Best   int `json:"best"`
	Count  int `json:"count"` // toward the goal; stays at the goal once met
	// Met: the goal is reached. Over: somebody else was first.
	Met  bool `json:"met"`
	Over bool `json:"over,omitempty"`
	// Extra are good ones of which nobody counted the misses.
	Extra int `json:"extra,omitempty"`
	// Tries are the counts of a timed goal, in what it counts, and TryAt when the last
	// began by its bell; 0: it was told afterwards.
	Tries []int `json:"tries,omitempty"`
	TryAt int64 `json:"tryAt,omitempty"`
	// Times are those taken against the clock, ms.
	Times []int `json:"times,omitempty"`
}

// StageState is one stage for one student so far.
type StageState struct {
	Label string    `json:"label"`
	Goal  goal.Goal `json:"goal"`
	// GoalLabel is the goal as a coach says it: "5 in a row".
	GoalLabel string `json:"goalLabel"`
	// Balls and Good are the student's own, whoever holds the goal.
	Balls int `json:"balls"`
	Good  int `json:"good"`
	Tally
	Holder drill.Holder `json:"holder,omitempty"`
	Cue    string       `json:"cue,omitempty"`
	// Repeats: it is done, not hit; there is no miss.
	Repeats bool `json:"repeats,omitempty"`
	// Held counts what was not yet, nearly and held, and LastHeld the latest of them.
	Held     [3]int `json:"held,omitzero"`
	LastHeld *int   `json:"lastHeld,omitempty"`
	// Skipped: the student begins past it. Locked: a gate before it is not open.
	Skipped bool `json:"skipped,omitempty"`
	Locked  bool `json:"locked,omitempty"`
	// Where the misses went, by the word for it.
	Misses map[string]int `json:"misses,omitempty"`
	// Said is all of it as a coach says it; "" where nothing was counted.
	Said string `json:"said,omitempty"`
	// Far is how many stages from this one were met one after the other in the longest try,
	// where one ball is all there is.
	Far int `json:"far,omitempty"`
	// Beside: it runs at the same time as the one before it.
	Beside bool `json:"beside,omitempty"`
	// Choices are how often a ball was each of the stage's choices, by id, and Shots what
	// the shots that take turns came to.
	Choices map[string]int `json:"choices,omitempty"`
	Shots   []ShotState    `json:"shots,omitempty"`
}

// ShotState is one of the shots that take turns in a stage, for one student so far.
type ShotState struct {
	Label string `json:"label"`
	Balls int    `json:"balls"`
	Good  int    `json:"good"`
}

// StudentState is one student in one drill.
type StudentState struct {
	ID     string       `json:"id"`
	Stages []StageState `json:"stages"`
	Stage  int          `json:"stage"` // being worked on
	Met    bool         `json:"met"`   // every goal
	// Waits: a gate that the others have to reach too holds this one.
	Waits bool `json:"waits,omitempty"`
	// Far is how many stages were met one after the other in the longest try, where one
	// ball is all there is.
	Far int `json:"far,omitempty"`
	// Machine is what the ball machine's balls say of the student, in words.
	Machine string `json:"machine,omitempty"`
}

// CourtState is the game on one court.
type CourtState struct {
	// Sides are the students who play, by side; none where that is not known.
	Sides [2][]string `json:"sides"`
	Score game.Score  `json:"score"`
	// Rallies won by each side in this game, practice left out.
	Rallies [2]int `json:"rallies"`
}

// Played is a game, over or as it stood when it was left.
type Played struct {
	Block   string      `json:"block"`
	Court   int         `json:"court"`
	Sides   [2][]string `json:"sides"`
	Points  [2]int      `json:"points"`
	Rallies [2]int      `json:"rallies"`
	Over    bool        `json:"over"`
	// Winner is the side that won, where it is over.
	Winner int `json:"winner"`
	// Marks counts what rallies carried, by id, of each side; Own the students' own scores.
	Marks map[string][2]int `json:"marks,omitempty"`
	Own   map[string]int    `json:"own,omitempty"`
}

// BlockState is one block so far.
type BlockState struct {
	ID        string `json:"id"`
	ElapsedMs int64  `json:"elapsedMs"` // up to State.Since
	// Minutes it is meant to take by now, 0 where it is left out; SetUp: its card was read.
	Minutes int  `json:"minutes"`
	SetUp   bool `json:"setUp,omitempty"`
	// MostMs is where its clock stops by itself: a run left open, or a clock that
	// was wrong, is no lesson of two days.
	MostMs     int64 `json:"mostMs"`
	Balls      int   `json:"balls"`
	PickUps    int   `json:"pickUps"`
	BasketLeft int   `json:"basketLeft"` // −1: no basket to count
	PickUpNow  bool  `json:"pickUpNow"`  // it is nearly empty
	// Fed are the balls that were brought, counted or not.
	Fed  int        `json:"fed,omitempty"`
	Turn *TurnState `json:"turn,omitempty"`
	// Due is the ball that comes next, and Next the one after it.
	Due  *DueState `json:"due,omitempty"`
	Next *DueState `json:"next,omitempty"`
	// ShotMs is the time from one shot of a rally to the next, as the drill is drawn; 0
	// where nothing comes from a rally.
	ShotMs int64 `json:"shotMs,omitempty"`
	// Minute is which minute of a warm-up is on, Errors what went wrong in it: by student,
	// "" for nobody in particular.
	Minute   *MinuteState   `json:"minute,omitempty"`
	Errors   map[string]int `json:"errors,omitempty"`
	Students []StudentState `json:"students,omitempty"`
	// Courts are the games that run, Played those that were.
	Courts []CourtState `json:"courts,omitempty"`
	Played []Played     `json:"played,omitempty"`
	// Machine is what a ball machine fed, by student and setting, those set last at the end.
	Machine []FedState `json:"machine,omitempty"`
	// running are the games that are not over, as they stand.
	running []Played
}

// DueState is a ball that comes: who hits it, at which stage it counts, what it is, and
// which ball of the turn it is, from 1.
type DueState struct {
	Student string `json:"student"`
	Stage   int    `json:"stage"`
	// Feed is the ball of the pattern, from 0; −1 where their order is not known.
	Feed int    `json:"feed"`
	Ball int    `json:"ball"`
	Said string `json:"said"` // "serve cross-court"
	// Sure: whose ball it is is known, so that a count needs no name.
	Sure bool `json:"sure,omitempty"`
}

// MinuteState is which minute of a script is on, from 0, since what the block's clock
// showed then; held: it stays.
type MinuteState struct {
	N    int   `json:"n"`
	From int64 `json:"from"`
	Held bool  `json:"held,omitempty"`
}

// mostOf a block's time: twice its minutes and a quarter of an hour, well after
// its end [trade].
func mostOf(minutes int) int64 { return int64(2*minutes+15) * 60_000 }

// nearlyEmpty is how many balls in the basket say that it is time to pick up
// [trade].
const nearlyEmpty = 5

// State is everything the courtside screen and the log show.
type State struct {
	Status Status `json:"status"`
	Block  int    `json:"block"` // place of the block in progress
	// Since is when the clock last started, in device milliseconds; 0 when it
	// stands. The block's time is its ElapsedMs plus now − Since, up to its MostMs.
	Since     int64        `json:"since"`
	Blocks    []BlockState `json:"blocks"`
	Focus     string       `json:"focus"` // student being counted
	Undoable  string       `json:"undoable,omitempty"`
	UndoWords string       `json:"undoWords,omitempty"`
	UndoKind  Kind         `json:"undoKind,omitempty"`
	// UndoBlock is the block of what Undo takes back, where that is not the one shown.
	UndoBlock  string         `json:"undoBlock,omitempty"`
	Reached    string         `json:"reached,omitempty"` // goal met by the latest tap, in words
	Engagement map[string]int `json:"engagement"`
	Effort     map[string]int `json:"effort"`     // how hard it was, 1 to 10
	Confidence map[string]int `json:"confidence"` // what the students say, 1 to 10
	Note       string         `json:"note"`
	// Began is when the clock first ran, in device milliseconds.
	Began int64 `json:"began,omitempty"`
	// Expected are those who come late and have not come yet, Gone those who left early.
	Expected []string `json:"expected,omitempty"`
	Gone     []string `json:"gone,omitempty"`
	// Notes are the lines about single students, Tags the coach's words for what was
	// seen of each, with how often, and Absent who was not there.
	Notes  map[string]string         `json:"notes,omitempty"`
	Tags   map[string]map[string]int `json:"tags,omitempty"`
	Absent []string                  `json:"absent,omitempty"`
	Events int                       `json:"events"`
}
