package evidence

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strconv"
	"time"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

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
	// Tried are the goals that were tried, those met among them.
	Tried []Tried `json:"tried"`
	Felt
	Note string `json:"note,omitempty"`
	// Marks are what was counted besides balls, as a coach says it.
	Marks []string `json:"marks,omitempty"`
	// Missed says where balls went that were marked: "7 net, 2 long".
	Missed string `json:"missed,omitempty"`
	missed progress.Misses
	stage  stageMark
}

// Tried is a goal that was tried, with what it came to.
type Tried struct {
	Block string `json:"block"`
	Stage int    `json:"stage"`
	Title string `json:"title"` // of the drill
	Name  string `json:"name"`  // of the stage
	Asks  string `json:"asks"`  // the goal, as a coach says it
	Met   bool   `json:"met"`
	Said  string `json:"said"`
}

// Felt is what was said of a student in a lesson, each 1 to 10; 0 was not asked.
type Felt struct {
	Engaged   int `json:"engaged,omitempty"`
	Effort    int `json:"effort,omitempty"`
	Confident int `json:"confident,omitempty"`
}

// stageMark is what a stage came to, and whether its goal was counted among those tried.
type stageMark struct {
	block string
	stage int
	goal  goal.Goal
	key   progress.Key
	mark  progress.Mark
	among bool
}

// judge counts the stage's goal among those tried, once, with what it came to so far.
func (m *stageMark) judge(s *Share) {
	if !m.among && !tried(m.goal.Kind, m.mark) {
		return
	}
	one := progress.Series{Key: m.key}
	said := m.mark
	said.Goal = 0 // it stands beside it
	one.Add(said)
	is := Tried{
		m.block, m.stage, said.Title, said.Name, m.goal.String(), said.Met, plan.SayMark(&one, said),
	}
	if m.among {
		s.Tried[len(s.Tried)-1] = is
		return
	}
	m.among, s.Tried = true, append(s.Tried, is)
	if s.Goals++; m.mark.Met {
		s.GoalsMet++
	}
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
	Games    []Game    `json:"games"`
}

// Log is a page of the runs, latest first: those that count, or those that were removed or
// given up.
func (c *Ledger) Log(ctx context.Context, part answer.Part, gone bool) (out answer.Page[Entry], err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		out, err = logOf(ctx, q, part, gone, c.store.Now().Location())
		return err
	})
	return out, err
}

func logOf(
	ctx context.Context,
	q *gen.Queries,
	part answer.Part,
	gone bool,
	where *time.Location,
) (out answer.Page[Entry], err error) {
	names, err := students.Names(ctx, q)
	if err != nil {
		return out, err
	}
	rows, err := runsOf(ctx, q, part, gone, where)
	if err != nil {
		return out, err
	}
	at, ids := map[string]*Entry{}, make([]string, len(rows.Items))
	out = answer.Page[Entry]{Items: make([]Entry, len(rows.Items)), Next: rows.Next}
	for i, r := range rows.Items {
		students := []string{}
		if err := json.Unmarshal([]byte(r.Students), &students); err != nil {
			return out, fmt.Errorf("students of run %s: %w", r.ID, err)
		}
		e := Entry{
			ID:       r.ID,
			Lesson:   r.LessonID,
			Title:    r.Title,
			Day:      time.UnixMilli(r.StartedAt).In(where),
			Status:   r.Status,
			Minutes:  r.Minutes,
			Note:     r.Note,
			Students: []Share{},
			Games:    []Game{},
		}
		for _, s := range students {
			e.Students = append(e.Students, Share{ID: names[s].ID, Name: names[s].Name, Tried: []Tried{}})
		}
		out.Items[i], at[r.ID], ids[i] = e, &out.Items[i], r.ID
	}
	asked := store.List(ids...)
	results, err := q.ListResultsOfRuns(ctx, asked)
	if err != nil {
		return out, err
	}
	for _, r := range results {
		if err := at[r.RunID].share(names[r.StudentID].ID).add(r, where); err != nil {
			return out, err
		}
	}
	played, err := q.ListGamesOfRuns(ctx, asked)
	if err != nil {
		return out, err
	}
	for _, g := range gamesOf(played, names) {
		at[g.Run].Games = append(at[g.Run].Games, g)
	}
	there, err := q.ListAttended(ctx, asked)
	for _, a := range there {
		s := at[a.RunID].share(names[a.StudentID].ID)
		s.Felt, s.Note = Felt{int(a.Engagement), int(a.Effort), int(a.Confidence)}, a.Note
	}
	return out, err
}

// runsOf are the rows of a page of runs.
func runsOf(
	ctx context.Context,
	q *gen.Queries,
	part answer.Part,
	gone bool,
	where *time.Location,
) (out answer.Page[gen.PageOfRunsRow], err error) {
	key, err := part.Key(2)
	if err != nil {
		return out, err
	}
	since, until, err := part.Times(where)
	if err != nil {
		return out, err
	}
	asked := gen.PageOfRunsParams{
		Since: since, Until: until, At: math.MaxInt64, Student: part.Student, Words: part.WordList(),
		Limit: int64(part.AtMost() + 1),
	}
	if gone {
		asked.Gone = 1
	}
	if !part.Unjudged {
		asked.Judged = 1
	}
	if key != nil {
		if asked.At, err = strconv.ParseInt(key[0], 10, 64); err != nil {
			return out, units.Problems{{Field: "after", Detail: "this page does not exist; begin again"}}
		}
		asked.ID = key[1]
	}
	rows, err := q.PageOfRuns(ctx, asked)
	return answer.Paged(
		rows,
		part.AtMost(),
		func(r gen.PageOfRunsRow) []string { return keyOf(r.StartedAt, r.ID) },
	), err
}

// add puts a result into a student's part of a run.
func (s *Share) add(r gen.Counted, where *time.Location) error {
	if r.Balls > 0 {
		if r.Hit == 0 { // done
			s.Repetitions += int(r.Balls)
		} else {
			s.Balls += int(r.Balls)
			s.Good += int(r.Good)
			if goal.Kind(r.Kind) != goal.Timed { // its best is a count of its own
				s.Best = max(s.Best, int(r.Best))
			}
		}
	}
	if r.Shot > 0 { // the stage's first shot has what it came to
		s.stage.mark.Balls += int(r.Balls)
		s.stage.judge(s)
		return nil
	}
	key, mark, err := markOf(r, where)
	if err != nil {
		return err
	}
	// What was not begun leaves no result, and what could not be met yet was not tried: a block
	// that was left early has not been failed.
	s.stage = stageMark{
		block: r.BlockID, stage: int(r.Step), key: key, mark: mark,
		goal: goal.Goal{Kind: goal.Kind(r.Kind), Count: mark.Goal, Seconds: key.Seconds, SetOf: key.SetOf},
	}
	s.stage.judge(s)
	if mark.Misses.Marked() > 0 {
		s.missed.Add(mark.Misses)
		s.Missed = s.missed.String()
	}
	if said := mark.SayChoices(); said != "" {
		s.Marks = append(s.Marks, mark.Name+": "+said)
	}
	switch goal.Kind(r.Kind) {
	case goal.Total, goal.InARow, goal.Race: // said by the balls
		return nil
	}
	one := progress.Series{Key: key}
	one.Add(mark)
	s.Marks = append(s.Marks, mark.Name+": "+plan.SayMark(&one, mark))
	return nil
}

// tried says whether a goal could have been met by what was counted; of one to do as many as
// possible there is nothing to meet.
func tried(k goal.Kind, m progress.Mark) bool {
	switch {
	case m.Met:
		return m.Goal > 0
	case m.Goal == 0:
		return false
	case k == goal.Total || k == goal.InARow:
		return m.Balls >= m.Goal
	case k.Repeats():
		return int(m.Value) >= m.Goal
	}
	return true
}

// markOf a result: which series it belongs to, and what it came to.
func markOf(r gen.Counted, where *time.Location) (key progress.Key, m progress.Mark, err error) {
	more, err := store.ReadMore(r)
	if err != nil {
		return key, m, err
	}
	g := goal.Goal{Kind: goal.Kind(r.Kind), Count: more.Goal, Seconds: more.Seconds, SetOf: more.SetOf}
	key = drill.SeriesOf(r.Drill, r.Stage, g)
	m = progress.Mark{
		Run:     r.RunID,
		At:      r.At,
		Day:     units.DayNumber(time.UnixMilli(r.At).In(where)),
		Goal:    more.Goal,
		Met:     r.Met != 0,
		Held:    more.Held,
		Title:   more.Title,
		Name:    more.Name,
		Value:   float64(more.Count),
		Balls:   int(r.Balls),
		Good:    int(r.Good),
		Choices: more.Choices,
		Far:     more.Far,
		Machine: more.Machine,
		Misses:  more.Misses,
	}
	switch key.Measure {
	case progress.Seconds:
		if m.Value = 0; len(more.Times) > 0 {
			m.Value = float64(slices.Min(more.Times)) / 1000
		}
	case progress.Tempo, progress.Rally, progress.Streak:
		m.Value = float64(r.Best)
	}
	return key, m, nil
}

// Game is one that was played, as the log and a student's page show it.
type Game struct {
	Run    string     `json:"run"`
	Block  string     `json:"block"`
	At     int64      `json:"at"`
	Title  string     `json:"title"`
	Court  int        `json:"court"`
	Sides  [2][]Named `json:"sides"`
	Points [2]int     `json:"points"`
	// Rallies won by each side; Over says whether the game was finished, Winner who won.
	Rallies [2]int          `json:"rallies"`
	Over    bool            `json:"over"`
	Winner  int             `json:"winner"`
	Game    string          `json:"game,omitempty"` // its id on the shelf
	Favours float64         `json:"favours"`
	Marks   []store.Carried `json:"marks"`
	Own     map[string]int  `json:"own"` // by the student's id
}

// Named is a student by id and name.
type Named struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// gamesOf are the games in those rows, with who played them by name.
func gamesOf[Row gen.ListGamesOfRunsRow | gen.ListGamesOfStudentsRow](
	rows []Row,
	names map[string]students.Called,
) []Game {
	out := make([]Game, len(rows))
	for i, row := range rows {
		r := gen.ListGamesOfRunsRow(row)
		g := Game{
			Run: r.RunID, Block: r.BlockID, At: r.At, Title: r.Title, Court: int(r.Court),
			Sides: [2][]Named{{}, {}}, Points: [2]int{int(r.PointsA), int(r.PointsB)},
			Rallies: [2]int{int(r.WonA), int(r.WonB)}, Over: r.Over != 0, Winner: int(r.Winner),
			Favours: r.Favours, Game: r.Game,
		}
		var players []string // each is a side and an id, as one text
		_ = json.Unmarshal([]byte(r.Players), &players)
		g.Marks, _ = store.CarriedOf(r.Marks) // written by us
		_ = json.Unmarshal([]byte(r.Own), &g.Own)
		slices.Sort(players)
		for _, p := range players {
			side, id := int(p[0]-'0'), p[1:]
			g.Sides[side] = append(g.Sides[side], Named{id, names[id].Name})
		}
		out[i] = g
	}
	return out
}

// share is a student's part; one who is not in the lesson has a part nobody sees.
func (e *Entry) share(student string) *Share {
	i := slices.IndexFunc(e.Students, func(s Share) bool { return s.ID == student })
	if i < 0 {
		return &Share{}
	}
	return &e.Students[i]
}

// keyOf a run: when it began, and its id.
func keyOf(at int64, id string) []string { return []string{strconv.FormatInt(at, 10), id} }
