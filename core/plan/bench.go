package plan

import (
	"context"

	"hodometer/core/drill"
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
}

// Bench is the whole reckoning of a drill on the workbench.
type Bench struct {
	Turn       pattern.Turn        `json:"turn"`
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
	if out.Turn, err = p.Flights.Play(d.Pattern, mover, d.TurnBalls, q.Paths); err != nil {
		return out, err
	}
	rerate := func(b *drill.Drill) []drill.Player { return []drill.Player{q.Student.PlayerOf(b)} }
	player := rerate(d)[0]
	turns := d.Turns(&p.Curves, &p.Flights, float64(q.Students), float64(q.Minutes))
	out.Player = turns.Player(player)
	out.Wheels = turns.Wheels(player)
	out.Notices = d.Notices(&p.Flights, mover, out.Turn, &player, !q.Quick, q.System)
	out.Cautions = d.AllCautions()
	out.Edits = d.Edits()
	if q.Neighbours && ctx.Err() == nil {
		out.Neighbours = d.Neighbours(&p.Flights, &p.Curves, mover, rerate)
	}
	return out, ctx.Err()
}
