package plan

import (
	"context"
	"strconv"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/rehearse"
	"hodometer/core/units"
)

// BenchQuestion is for whom a drill on the workbench is reckoned; the drill's
// own number and minutes stand in for what is left out.
type BenchQuestion struct {
	Student    Student
	Students   int
	Minutes    int
	Paths      bool // also each ball's way, to draw
	Neighbours bool
	Quick      bool // notices without their fixes, as while something is dragged
	System     units.System
	// Stage is the stage in hand, from 1, that is drawn and run through as it is
	// played; 0: the drill itself.
	Stage int
}

// Bench is the whole reckoning of a drill on the workbench.
type Bench struct {
	Turn pattern.Turn `json:"turn"`
	// Shown is the pattern of the stage in hand, where it is not the drill's own.
	Shown      *pattern.Pattern    `json:"shown,omitempty"`
	Wheels     drill.Wheels        `json:"wheels"`
	Player     drill.PlayerOutlook `json:"player"`
	Notices    []drill.Notice      `json:"notices"`
	Cautions   []drill.Caution     `json:"cautions"`
	Edits      drill.Edits         `json:"edits"`
	Neighbours []drill.Neighbour   `json:"neighbours,omitempty"`
}

// Bench reckons a valid drill as it stands, saved or not. It stops with the
// context.
func (p *Planner) Bench(ctx context.Context, d *drill.Drill, q BenchQuestion) (out Bench, err error) {
	if q.Students == 0 {
		q.Students = d.Players.Best
	}
	if q.Minutes == 0 {
		q.Minutes = d.Minutes.Best
	}
	mover := q.Student.mover()
	played := d
	if q.Stage > 0 && q.Stage <= len(d.Stages) {
		if played = d.At(&p.Flights, q.Stage-1); played != d {
			out.Shown = &played.Pattern
		}
	}
	if out.Turn, err = p.Flights.Play(played.Pattern, mover, d.TurnBalls, q.Paths); err != nil {
		return out, err
	}
	rerate := func(b *drill.Drill) []drill.Player { return []drill.Player{q.Student.PlayerOf(b)} }
	player := rerate(d)[0]
	turns := d.Turns(&p.Curves, &p.Flights, float64(q.Students), float64(q.Minutes))
	rehearsed := p.alike(ctx, d, q, player, turns)
	out.Player = rehearsed.Players[0]
	out.Wheels = turns.Wheels(player, out.Player.Contacts, rehearsed.Balls.Value)
	out.Notices = notices(p, d, played, mover, out.Turn, &player, q)
	out.Cautions = d.AllCautions()
	out.Edits = d.Edits()
	if q.Neighbours && ctx.Err() == nil {
		out.Neighbours = d.Neighbours(&p.Flights, &p.Curves, mover, rerate)
	}
	return out, ctx.Err()
}

// alike is what the drill comes to for so many students who are all alike, in a block of
// its own.
func (p *Planner) alike(
	ctx context.Context,
	d *drill.Drill,
	q BenchQuestion,
	player drill.Player,
	turns drill.Turns,
) drill.Outlook {
	b := lesson.ForDrill(d)
	b.ID, b.Minutes = "bench", q.Minutes
	l := &lesson.Lesson{Court: d.Pattern.Court, Blocks: []lesson.Block{b}}
	r := rehearse.Block{Lesson: l, Block: &l.Blocks[0], Sources: d.Sources()}
	curves := turns.Curves(player)
	for i := range q.Students {
		l.Students = append(l.Students, strconv.Itoa(i+1))
		r.Players = append(r.Players, rehearse.Player{Beliefs: player.Beliefs, Curves: curves})
	}
	out := drill.Outlook{Players: make([]drill.PlayerOutlook, q.Students)}
	for i := range out.Players {
		out.Players[i] = turns.Sketch(player)
	}
	plays := rehearse.Plays
	if q.Quick {
		plays = rehearse.Few
	}
	r.Rehearse(ctx, plays).Fill(&out, d, float64(q.Minutes))
	return out
}

// notices are those of the drill as it is drawn. Those of a stage's own setting come
// without fixes: a fix would change the drill, not the stage.
func notices(
	p *Planner,
	d, played *drill.Drill,
	mover footwork.Mover,
	turn pattern.Turn,
	player *drill.Player,
	q BenchQuestion,
) []drill.Notice {
	out := played.Notices(&p.Flights, mover, turn, player, !q.Quick && played == d, q.System)
	if played != d {
		for i := range out {
			out[i].Fixes = []drill.Fix{}
		}
	}
	return out
}
