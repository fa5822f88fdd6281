package plan

import (
	"context"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/pattern"
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
		if played = d.At(q.Stage - 1); played != d {
			out.Shown = &played.Pattern
		}
	}
	if out.Turn, err = p.Flights.Play(played.Pattern, mover, d.TurnBalls, q.Paths); err != nil {
		return out, err
	}
	rerate := func(b *drill.Drill) []drill.Player { return []drill.Player{q.Student.PlayerOf(b)} }
	player := rerate(d)[0]
	turns := d.Turns(&p.Curves, &p.Flights, float64(q.Students), float64(q.Minutes))
	out.Player = turns.Player(player)
	out.Wheels = turns.Wheels(player)
	out.Notices = notices(p, d, played, mover, out.Turn, &player, q)
	out.Cautions = d.AllCautions()
	out.Edits = d.Edits()
	if q.Neighbours && ctx.Err() == nil {
		out.Neighbours = d.Neighbours(&p.Flights, &p.Curves, mover, rerate)
	}
	return out, ctx.Err()
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
