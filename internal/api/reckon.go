package api

import (
	"context"
	"math"
	"math/rand/v2"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/flight"
	"hodometer/core/footwork"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/rehearse"
	"hodometer/core/rotation"
	"hodometer/core/target"
	"hodometer/core/units"
)

// The reckoners: each one core call, in SI units. Those of the flight stand in
// reckon_flight.go, those of goals in reckon_goal.go, of games and rotations in
// reckon_games.go, of what a student can be expected to hit in reckon_estimate.go.

func (h handlers) ListBases(context.Context, ListBasesRequestObject) (ListBasesResponseObject, error) {
	return ListBases200JSONResponse(bases), nil
}

// bases say how each figure comes about, by the id of its derivation.
var bases = func() map[string]Derivation {
	out := map[string]Derivation{}
	for _, d := range slices.Concat(
		[]*Derivation{
			&goal.Derivation, &target.Derivation, &target.SigmaDerivation,
			&flight.Derivation, &flight.TempoDerivation,
			&footwork.Derivation, &footwork.RecoveryDerivation, &court.WindowDerivation,
			&game.RaceDerivation, &game.HandicapDerivation, &game.OddsDerivation, &game.LevelsDerivation,
			&rotation.Derivation, &progress.Derivation,
		},
		drill.Derivations, plan.Derivations, rehearse.Derivations,
	) {
		out[d.ID] = *d
	}
	return out
}()

// value of an optional field, or of the default.
func value[T any](p *T, otherwise T) T {
	if p == nil {
		return otherwise
	}
	return *p
}

// courtByID is the court that a question names.
func courtByID(id string) (*court.Court, error) {
	c, err := court.ByID(id)
	if err != nil {
		return nil, missing("court", err.Error())
	}
	return c, nil
}

func missing(field, detail string) error { return units.Problems{{Field: field, Detail: detail}} }

func (h handlers) ReckonTarget(
	_ context.Context,
	r ReckonTargetRequestObject,
) (ReckonTargetResponseObject, error) {
	q := r.Body
	c, err := courtByID(q.Court)
	if err != nil {
		return nil, err
	}
	aim := court.Point{X: q.Aim.X, Y: q.Aim.Y}
	area := court.Area(q.Area)
	if !c.In(area, c.Target(), aim) {
		return nil, missing("aim", "the aim is outside the part of the court where the ball must land")
	}
	shape, err := shapeOf(q, aim)
	if err != nil {
		return nil, err
	}
	s := target.Spread{Across: q.Spread.Across, Along: q.Spread.Along}
	if q.From != nil {
		s.Heading = math.Atan2(q.Aim.X-q.From.X, q.Aim.Y-q.From.Y)
	}
	net := value(q.NetShare, 0)
	over := 1 - net // what gets over the net lands by the spread
	l := s.Land(c, area, aim)
	hit := s.Hit(c, area, aim, q.Radius)
	if q.Shape != nil {
		hit = s.Chance(c, area, aim, shape)
	}
	room := c.Measure(area, aim)
	out := TargetAnswer{
		Hit:           over * hit,
		In:            over * l.In,
		Wide:          over * l.Wide,
		Long:          over * l.Long,
		Net:           &net,
		LargestRadius: target.Room(c, area, aim),
		Room:          &room,
	}
	if q.Penalty != nil {
		from := aim
		if circle, ok := shape.(target.Circle); ok {
			from = circle.Centre
		}
		b := s.BestAim(c, area, from, shape, *q.Penalty)
		out.BestAim = &struct {
			Hit float64 `json:"hit"`
			In  float64 `json:"in"`
			X   float64 `json:"x"`
			Y   float64 `json:"y"`
		}{over * b.Hit, over * b.In, b.At.X, b.At.Y}
	}
	if q.Band != nil {
		radii := []float64{}
		for _, p := range *q.Band {
			if p >= over {
				continue
			}
			if r, ok := s.RadiusInCourt(c, area, aim, p/over); ok {
				radii = append(radii, r)
			}
		}
		out.Radii = &radii
	}
	if n := value(q.Cloud, 0); n > 0 {
		out.Cloud = cloud(s, c, area, aim, shape, net, n)
	}
	return ReckonTarget200JSONResponse(out), nil
}

// shapeOf is what counts as a hit.
func shapeOf(q *TargetQuestion, aim court.Point) (target.Shape, error) {
	if q.Shape == nil {
		return target.Circle{Centre: aim, Radius: q.Radius}, nil
	}
	s := q.Shape
	centre := aim
	if s.Centre != nil {
		centre = court.Point{X: s.Centre.X, Y: s.Centre.Y}
	}
	switch s.Kind {
	case "rectangle":
		if s.Min == nil || s.Max == nil || s.Min.X >= s.Max.X || s.Min.Y >= s.Max.Y {
			return nil, missing("shape.min", "a rectangle needs two corners, min left of and below max")
		}
		return target.Rectangle{
			Min: court.Point{X: s.Min.X, Y: s.Min.Y},
			Max: court.Point{X: s.Max.X, Y: s.Max.Y},
		}, nil
	case "gate":
		if q.From == nil || s.Y == nil || s.Left == nil || s.Right == nil || *s.Left >= *s.Right {
			return nil, missing(
				"shape.left",
				"a gate needs from, the line y it stands on, and left short of right",
			)
		}
		return target.Gate{
			From:  court.Point{X: q.From.X, Y: q.From.Y},
			Y:     *s.Y,
			Left:  *s.Left,
			Right: *s.Right,
		}, nil
	case "object":
		if s.Size == nil {
			return nil, missing("shape.size", "the width of the object is missing")
		}
		return target.Object(centre, *s.Size, q.Radius), nil
	default:
		return target.Circle{Centre: centre, Radius: q.Radius}, nil
	}
}

// cloud are n likely balls, always the same for the same question.
func cloud(
	s target.Spread,
	c *court.Court,
	area court.Area,
	aim court.Point,
	shape target.Shape,
	net float64,
	n int,
) *[]LikelyBall {
	rng := rand.New(rand.NewPCG(1, 1))
	out := make([]LikelyBall, n)
	from, to := shape.Depth()
	for i := range out {
		across, along := rng.NormFloat64()*s.Across, rng.NormFloat64()*s.Along
		sh, ch := math.Sincos(s.Heading)
		p := court.Point{X: aim.X + across*ch + along*sh, Y: aim.Y - across*sh + along*ch}
		lo, hi := shape.At(p.Y)
		end := LikelyBallEnd("out")
		switch {
		case rng.Float64() < net:
			end = "net"
		case c.In(area, c.Target(), p):
			end = "in"
			if p.Y >= from && p.Y <= to && p.X >= lo && p.X <= hi {
				end = "hit"
			}
		}
		out[i] = LikelyBall{X: p.X, Y: p.Y, End: end}
	}
	return &out
}

func (h handlers) ReckonSigma(
	_ context.Context,
	r ReckonSigmaRequestObject,
) (ReckonSigmaResponseObject, error) {
	q := r.Body
	var logs []target.Log
	if q.Logs != nil {
		for _, l := range *q.Logs {
			logs = append(logs, target.Log{Radius: l.Radius, Balls: l.Balls, Hits: l.Hits})
		}
	} else {
		if q.Radius == nil || q.Balls == nil || q.Hits == nil {
			return nil, missing("radius", "give radius, balls and hits, or logs of several")
		}
		logs = []target.Log{{Radius: *q.Radius, Balls: *q.Balls, Hits: *q.Hits}}
	}
	for _, l := range logs {
		if l.Hits > l.Balls {
			return nil, missing("hits", "there cannot be more hits than balls")
		}
	}
	if q.Logs == nil && q.Level == nil {
		sigma, low, high := target.FromLog(logs[0].Radius, logs[0].Balls, logs[0].Hits)
		return ReckonSigma200JSONResponse{Sigma: sigma, Low: low, High: high}, nil
	}
	prior, weight := 1.0, 0.0
	if q.Level != nil {
		l, err := target.LevelOf(units.Level(*q.Level))
		if err != nil {
			return nil, missing("level", err.Error())
		}
		prior, weight = math.Sqrt(l.Across*l.Along), levelWeighs
	}
	sigma, low, high := target.Pooled(logs, prior, weight)
	return ReckonSigma200JSONResponse{Sigma: sigma, Low: low, High: high}, nil
}

func (h handlers) ReckonWindow(
	_ context.Context,
	r ReckonWindowRequestObject,
) (ReckonWindowResponseObject, error) {
	q := r.Body
	c, err := courtByID(q.Court)
	if err != nil {
		return nil, err
	}
	from, area := court.Point{X: q.From.X, Y: q.From.Y}, court.Area(q.Area)
	depth := q.Depth
	if depth > c.HalfLength {
		return nil, missing("depth", "the ball must bounce on the court")
	}
	if from.Y >= 0 {
		return nil, missing("from", "strike the ball on the near side: y below zero")
	}
	left, right := c.Window(area, from, depth)
	w := c.HalfWidth[area]
	to := func(x float64) float64 { return from.Distance(court.Point{X: x, Y: depth}) }
	far := court.Point{X: 0, Y: c.HalfLength}
	wait := footwork.Bisector(from, court.Point{X: -w, Y: depth}, court.Point{X: w, Y: depth}, far.Y)
	const deg = 180 / math.Pi
	share := 0.0 // straight ahead may itself be out
	if left < 0 && right > left {
		share = min(1, -left/(right-left))
	}
	return ReckonWindow200JSONResponse{
		LeftDeg:        left * deg,
		RightDeg:       right * deg,
		WidthDeg:       (right - left) * deg,
		LeftShare:      share,
		LeftMetres:     to(-w),
		RightMetres:    to(w),
		StraightMetres: depth - from.Y,
		WaitX:          wait.X,
	}, nil
}

func (h handlers) ReckonFootwork(
	_ context.Context,
	r ReckonFootworkRequestObject,
) (ReckonFootworkResponseObject, error) {
	q := r.Body
	m := footwork.Mover{
		MaxSpeed:     q.MaxSpeed,
		TimeConstant: q.TimeConstant,
		Reaction:     q.Reaction,
		Reach:        q.Reach,
	}
	a := m.Meet(q.Distance, q.Available)
	return ReckonFootwork200JSONResponse{
		Needed: a.Needed,
		Slack:  a.Slack,
		Ratio:  a.Ratio,
		Effort: FootworkAnswerEffort(a.Effort),
	}, nil
}

func (h handlers) ReckonRecovery(
	_ context.Context,
	r ReckonRecoveryRequestObject,
) (ReckonRecoveryResponseObject, error) {
	q := r.Body
	var m footwork.Mover
	switch {
	case q.Level != nil:
		found, err := footwork.For(units.Level(*q.Level))
		if err != nil {
			return nil, missing("level", err.Error())
		}
		m = found
	case q.MaxSpeed == nil || q.TimeConstant == nil || q.Reaction == nil || q.Reach == nil:
		return nil, missing("level", "give a level, or all of maxSpeed, timeConstant, reaction and reach")
	default:
		m = footwork.Mover{
			MaxSpeed:     *q.MaxSpeed,
			TimeConstant: *q.TimeConstant,
			Reaction:     *q.Reaction,
			Reach:        *q.Reach,
		}
	}
	replies := make([]footwork.Reply, len(q.Replies))
	for i, p := range q.Replies {
		replies[i] = footwork.Reply{
			At:        court.Point{X: p.X, Y: p.Y},
			Available: p.Available,
			Weight:    value(p.Weight, 1),
		}
	}
	s := m.Compare(court.Point{X: q.Base.X, Y: q.Base.Y}, replies)
	return ReckonRecovery200JSONResponse{
		Shift:      s.Shift,
		BaseRatio:  s.BaseRatio,
		ShiftRatio: s.ShiftRatio, BaseWeight: &s.BaseWeight, ShiftWeight: &s.ShiftWeight,
		BaseSlack:  s.BaseSlack,
		ShiftSlack: s.ShiftSlack,
	}, nil
}
