package store

import (
	"cmp"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/progress"
	"hodometer/core/run"
	"hodometer/internal/store/gen"
)

// MoreCounted is what a result keeps besides balls, by what was counted.
type MoreCounted struct {
	Title   string         `json:"title,omitempty"` // of the drill
	Name    string         `json:"name,omitempty"`  // of the stage
	Count   int            `json:"count,omitempty"` // toward the goal
	Goal    int            `json:"goal,omitempty"`  // what it asked for
	Seconds int            `json:"seconds,omitempty"`
	SetOf   int            `json:"setOf,omitempty"`
	Holder  string         `json:"holder,omitempty"`
	Tries   []int          `json:"tries,omitempty"`
	Times   []int          `json:"times,omitempty"` // ms
	Held    [3]int         `json:"held,omitzero"`
	Misses  map[string]int `json:"misses,omitempty"`
	// Choices are how often a ball was each of the stage's choices, Far the stages met in
	// the longest try with one ball.
	Choices []progress.Choice `json:"choices,omitempty"`
	Far     int               `json:"far,omitempty"`
	// Machine is what a ball machine's balls say of the student.
	Machine string `json:"machine,omitempty"`
}

// ReadMore reads what a result keeps besides balls, with its drill's title and its stage's name
// where it keeps no other.
func ReadMore(c gen.Counted) (m MoreCounted, err error) {
	if err := json.Unmarshal([]byte(c.More), &m); err != nil {
		return m, fmt.Errorf("result of run %s: %w", c.RunID, err)
	}
	m.Title, m.Name = cmp.Or(m.Title, c.DrillTitle), cmp.Or(m.Name, c.Stage)
	return m, nil
}

// KeepAsk keeps what was asked of a drill's stage once, however often it is counted, and returns
// what refers to it with the rest of a result: its title, and its name where that is the stage,
// stand with what was asked.
func KeepAsk(
	ctx context.Context,
	q *gen.Queries,
	a gen.InsertAskParams,
	of MoreCounted,
) (id int64, more string, err error) {
	a.Title, of.Title = of.Title, ""
	if of.Name == a.Stage {
		of.Name = ""
	}
	text, err := json.Marshal(of)
	if err != nil {
		return 0, "", err
	}
	id, err = q.FindAsk(ctx, gen.FindAskParams{
		Drill: a.Drill, Edition: a.Edition, Stage: a.Stage, Kind: a.Kind, Title: a.Title, Body: a.Body,
	})
	if errors.Is(err, ErrNone) {
		id, err = q.InsertAsk(ctx, a)
	}
	return id, string(text), err
}

// MoreOf a result of that drill.
func MoreOf(r run.Result, d *drill.Drill) MoreCounted {
	s := r.State
	var choices []progress.Choice
	for _, c := range d.Stages[r.Stage].Choices {
		if n := s.Choices[c.ID]; n > 0 {
			choices = append(
				choices,
				progress.Choice{ID: c.ID, Words: c.Words, Right: c.Right, Wrong: c.Wrong, N: n},
			)
		}
	}
	return MoreCounted{
		Title:   d.Title,
		Name:    s.Label,
		Count:   s.Count,
		Goal:    s.Goal.Count,
		Seconds: s.Goal.Seconds,
		SetOf:   s.Goal.SetOf,
		Holder:  string(s.Holder),
		Tries:   s.Tries,
		Times:   s.Times,
		Held:    s.Held,
		Misses:  s.Misses,
		Choices: choices,
		Far:     s.Far,
		Machine: r.Machine,
	}
}

// Carried is how often rallies of a game carried a mark: By each side, or in all, where the
// game is from before that was kept.
type Carried struct {
	ID    string `json:"id"`
	Words string `json:"words"`
	By    []int  `json:"by"`
}

// Times is how often it was, whoever's it was.
func (c Carried) Times() (n int) {
	for _, by := range c.By {
		n += by
	}
	return n
}

// carriedIn are the marks that rallies carried, in the order of the rules.
func carriedIn(rules game.Rules, marks map[string][2]int) []Carried {
	out := []Carried{}
	for i := range len(rules.Marks) + 1 {
		id, words := rules.MarkID(i), "second serve"
		if i < len(rules.Marks) {
			words = rules.Marks[i].Words
		}
		if by, any := marks[id]; any {
			out = append(out, Carried{id, words, by[:]})
		}
	}
	return out
}

// CarriedOf reads the marks of a game as its table keeps them; of games from before, only
// how often each was.
func CarriedOf(kept string) ([]Carried, error) {
	out := []Carried{}
	err := json.Unmarshal([]byte(kept), &out)
	if err == nil {
		return append([]Carried{}, out...), nil
	}
	var before map[string]int
	if err := json.Unmarshal([]byte(kept), &before); err != nil {
		return nil, err
	}
	out = []Carried{}
	for _, id := range slices.Sorted(maps.Keys(before)) {
		out = append(out, Carried{ID: id, By: []int{before[id]}})
	}
	return out, nil
}

// GamesOf are the games of a run that began at that time, as their table keeps them.
func GamesOf(
	runID string,
	at int64,
	l *lesson.Lesson,
	games []run.Played,
) (out []gen.InsertGameParams, err error) {
	for n, g := range games {
		b := l.Block(g.Block)
		marks, err := json.Marshal(carriedIn(b.Match.Rules, g.Marks))
		if err != nil {
			return nil, err
		}
		own, err := json.Marshal(g.Own)
		if err != nil {
			return nil, err
		}
		over := int64(0)
		if g.Over {
			over = 1
		}
		out = append(out, gen.InsertGameParams{
			RunID: runID, BlockID: g.Block, N: int64(n), At: at, Title: b.Title, Court: int64(g.Court),
			PointsA: int64(g.Points[0]), PointsB: int64(g.Points[1]),
			WonA: int64(g.Rallies[0]), WonB: int64(g.Rallies[1]), Over: over, Winner: int64(g.Winner),
			Favours: b.Match.Rules.Favours, Marks: string(marks), Own: string(own), Game: b.Match.Game,
		})
	}
	return out, nil
}

// countedBefore fills in of what results from before are, and writes the games of two
// that were played before games were kept. It is the tenth migration, in Go, since it
// folds those runs.
func countedBefore(ctx context.Context, tx *sql.Tx) error {
	rows, err := tx.QueryContext(
		ctx,
		`select id, lesson, started_at from runs where status = 'finished' order by id`,
	)
	if err != nil {
		return err
	}
	type given struct {
		id, body string
		at       int64
	}
	var runs []given
	for rows.Next() {
		var g given
		if err := rows.Scan(&g.id, &g.body, &g.at); err != nil {
			rows.Close()
			return err
		}
		runs = append(runs, g)
	}
	rows.Close()
	if err := rows.Err(); err != nil {
		return err
	}
	for _, r := range runs {
		if err := recount(ctx, tx, r.id, r.body, r.at); err != nil {
			return fmt.Errorf("run %s: %w", r.id, err)
		}
	}
	return nil
}

// recount folds one run again. Its SQL is that of the ninth migration's tables, whatever
// they become later.
func recount(ctx context.Context, tx *sql.Tx, id, body string, at int64) error {
	l := &lesson.Lesson{}
	if err := json.Unmarshal([]byte(body), l); err != nil {
		return err
	}
	events, err := eventsOf(ctx, tx, id)
	if err != nil {
		return err
	}
	state := run.Fold(l, events)
	for _, k := range state.Results(l) {
		d := l.Block(k.Block).DrillFor(k.Student)
		more, err := json.Marshal(MoreOf(k, d))
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx,
			`update results set kind = ?, stage = ?, drill = ?, edition = ?, more = ?
			 where run_id = ? and student_id = ? and block_id = ? and step = ?`,
			string(k.State.Goal.Kind), d.Stages[k.Stage].Key(), d.Root(), d.Edition(), string(more),
			id, k.Student, k.Block, k.Stage,
		); err != nil {
			return err
		}
	}
	if len(l.Students) != 2 {
		return nil // who played whom was not known
	}
	for _, forget := range []string{"delete from game_players where run_id = ?", "delete from games where run_id = ?"} {
		if _, err := tx.ExecContext(ctx, forget, id); err != nil {
			return err
		}
	}
	games, err := GamesOf(id, at, l, state.Games())
	if err != nil {
		return err
	}
	for _, g := range games {
		if _, err := tx.ExecContext(
			ctx,
			`insert into games values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
			g.RunID,
			g.BlockID,
			g.N,
			g.At,
			g.Title,
			g.Court,
			g.PointsA,
			g.PointsB,
			g.WonA,
			g.WonB,
			g.Over,
			g.Winner,
			g.Favours,
			g.Marks,
			g.Own,
		); err != nil {
			return err
		}
		for side, student := range l.Students {
			if _, err := tx.ExecContext(ctx,
				`insert into game_players values (?, ?, ?, ?, ?)`, student, g.RunID, g.BlockID, g.N, side,
			); err != nil {
				return err
			}
		}
	}
	return nil
}

func eventsOf(ctx context.Context, tx *sql.Tx, id string) (out []run.Event, err error) {
	rows, err := tx.QueryContext(ctx, `select body from events where run_id = ? order by id`, id)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var body string
		var e run.Event
		if err := rows.Scan(&body); err != nil {
			return nil, err
		}
		if err := json.Unmarshal([]byte(body), &e); err != nil {
			return nil, err
		}
		out = append(out, e)
	}
	return out, rows.Err()
}
