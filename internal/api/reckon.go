package api

import (
	"context"
	"math"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/footwork"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/rotation"
	"hodometer/core/target"
	"hodometer/core/units"
)

func (h handlers) ReckonGoal(_ context.Context, r ReckonGoalRequestObject) (ReckonGoalResponseObject, error) {
	q := r.Body
	g := goal.Goal{Kind: goal.Kind(q.Kind), Count: q.Count}
	t := goal.Tempo{SecondsPerBall: q.SecondsPerBall}
	if q.Basket != nil {
		t.Basket = *q.Basket
	}
	if q.PickUpMinutes != nil {
		t.PickUpMinutes = *q.PickUpMinutes
	}
	median, p90 := g.Quantile(q.SuccessRate, 0.5), g.Quantile(q.SuccessRate, 0.9)
	balls := t.Balls(q.Minutes)
	mean := g.MeanBalls(q.SuccessRate)
	return ReckonGoal200JSONResponse{
		MeanBalls: mean, MedianBalls: median, P90Balls: p90,
		MeanMinutes: t.MeanMinutes(g, q.SuccessRate), MedianMinutes: t.Minutes(median), P90Minutes: t.Minutes(p90),
		ChanceInTime: g.Chance(q.SuccessRate, balls), BallsInTime: balls,
		FittingCount: goal.Fitting(g.Kind, q.SuccessRate, balls, 0.8),
		Beyond:       max(mean, median, p90) >= goal.Beyond,
	}, nil
}

func (h handlers) ReckonTarget(_ context.Context, r ReckonTargetRequestObject) (ReckonTargetResponseObject, error) {
	q := r.Body
	c, err := court.ByID(string(q.Court))
	if err != nil {
		return nil, err
	}
	aim := court.Point{X: q.Aim.X, Y: q.Aim.Y}
	area := court.Area(q.Area)
	if !c.In(area, court.Far, aim) {
		return nil, units.Problems{{Field: "aim", Detail: "the aim lies off the far half of the court"}}
	}
	s := target.Spread{Across: q.Spread.Across, Along: q.Spread.Along}
	if q.From != nil {
		s.Heading = math.Atan2(q.Aim.X-q.From.X, q.Aim.Y-q.From.Y)
	}
	l := s.Land(c, area, aim)
	return ReckonTarget200JSONResponse{Hit: s.Hit(c, area, aim, q.Radius), In: l.In, Wide: l.Wide, Long: l.Long, LargestRadius: target.Room(c, area, aim)}, nil
}

func (h handlers) ReckonFlight(_ context.Context, r ReckonFlightRequestObject) (ReckonFlightResponseObject, error) {
	q := r.Body
	ball, err := flight.BallByID(string(q.Ball))
	if err != nil {
		return nil, err
	}
	air := flight.Standard
	if q.Altitude != nil {
		air.Altitude = *q.Altitude
	}
	if q.Temperature != nil {
		air.Temperature = *q.Temperature
	}
	radius := ball.Diameter / 2
	feed := flight.Feed{From: vec(q.From, 0), Net: netOf(q)}
	if q.Spin != nil {
		feed.Top, feed.Side = flight.RPM(value(q.Spin.TopRpm)), flight.RPM(value(q.Spin.SideRpm))
	}
	fixed := 0
	for _, f := range []struct {
		by   flight.Given
		want *float64
	}{{flight.BySpeed, q.Speed}, {flight.ByClearance, q.Clearance}, {flight.ByTime, q.Time}, {flight.ByApex, q.Apex}} {
		if f.want != nil {
			fixed++
			feed.By, feed.Want = f.by, *f.want
		}
	}
	if q.Launch != nil {
		if q.To != nil || fixed > 0 {
			return nil, units.Problems{{Field: "launch", Detail: "give either a launch, or to and one of speed, clearance, time and apex"}}
		}
		l := flight.Launch{From: feed.From, Speed: q.Launch.Speed, Elevation: q.Launch.ElevationDeg * math.Pi / 180, Heading: q.Launch.HeadingDeg * math.Pi / 180, Top: feed.Top, Side: feed.Side}
		return flown(flight.Answer{Feasible: true, Launch: l, Flight: flight.Fly(ball, air, l, flight.Options{Ground: radius})}), nil
	}
	if q.To == nil || fixed != 1 {
		return nil, units.Problems{{Field: "to", Detail: "give to and exactly one of speed, clearance, time and apex, or a launch"}}
	}
	feed.To = vec(*q.To, radius)
	return flown(flight.Solve(ball, air, feed, false)), nil
}

// netOf is the net at y = 0: the named court's, or that of the ball's own
// court where there is one.
func netOf(q *FlightQuestion) func(float64) float64 {
	own := map[FlightQuestionBall]string{"tennis": "tennis", "tennisGreen": "tennis", "tennisOrange": "tennisOrange", "tennisRed": "tennisRed", "tableTennis": "tableTennis", "pickleball": "pickleball", "shuttle": "badminton"}
	id := own[q.Ball]
	if q.Court != nil {
		id = string(*q.Court)
	}
	c, err := court.ByID(id)
	if err != nil {
		return nil
	}
	return func(x float64) float64 { return c.NetHeight(court.Doubles, x) }
}

// flown words an answer. Where there is no launch only the reason is given.
func flown(a flight.Answer) ReckonFlight200JSONResponse {
	out := ReckonFlight200JSONResponse{Feasible: a.Feasible, Reason: a.Reason}
	if a.NearestFound {
		out.Nearest = &a.Nearest
	}
	if f := a.Flight; f.Landed {
		out.Launch = &Launch{Speed: a.Launch.Speed, ElevationDeg: a.Launch.Elevation * 180 / math.Pi, HeadingDeg: a.Launch.Heading * 180 / math.Pi}
		out.Bounce = &struct {
			Speed float64 `json:"speed"`
			Time  float64 `json:"time"`
			X     float64 `json:"x"`
			Y     float64 `json:"y"`
		}{f.Landing.Speed(), f.Landing.Time, f.Landing.At.X, f.Landing.At.Y}
		out.Apex = &f.Apex
		if f.Crossed {
			out.NetHeight = &f.Net.At.Z
		}
	} else if a.Feasible {
		out.Feasible, out.Reason = false, "It does not come down within ten seconds."
	}
	return out
}

func vec(p Place, z float64) flight.Vec {
	if p.Z != nil {
		z = *p.Z
	}
	return flight.Vec{X: p.X, Y: p.Y, Z: z}
}

func value(p *float64) float64 {
	if p == nil {
		return 0
	}
	return *p
}

func (h handlers) ReckonFootwork(_ context.Context, r ReckonFootworkRequestObject) (ReckonFootworkResponseObject, error) {
	q := r.Body
	m := footwork.Mover{MaxSpeed: q.MaxSpeed, TimeConstant: q.TimeConstant, Reaction: q.Reaction, Reach: q.Reach}
	a := m.Meet(q.Distance, q.Available)
	return ReckonFootwork200JSONResponse{Needed: a.Needed, Slack: a.Slack, Ratio: a.Ratio, Effort: FootworkAnswerEffort(a.Effort)}, nil
}

func (h handlers) ReckonRace(_ context.Context, r ReckonRaceRequestObject) (ReckonRaceResponseObject, error) {
	q := r.Body
	if q.WinBy != nil && *q.WinBy == 2 {
		if q.TargetA != q.TargetB {
			return nil, units.Problems{{Field: "winBy", Detail: "a race won by two needs equal targets"}}
		}
		rules := game.Rules{To: q.TargetA, WinBy: 2}
		return ReckonRace200JSONResponse{ChanceA: rules.Chance(q.PointChance), MeanPoints: rules.MeanPoints(q.PointChance)}, nil
	}
	return ReckonRace200JSONResponse{ChanceA: game.ChanceA(q.TargetA, q.TargetB, q.PointChance), MeanPoints: game.MeanPoints(q.TargetA, q.TargetB, q.PointChance)}, nil
}

func (h handlers) ReckonHandicap(_ context.Context, r ReckonHandicapRequestObject) (ReckonHandicapResponseObject, error) {
	f := game.Fair(r.Body.PointChance, r.Body.LongestTarget)
	return ReckonHandicap200JSONResponse{TargetA: f.A, TargetB: f.B, ChanceA: f.ChanceA}, nil
}

func (h handlers) ReckonSigma(_ context.Context, r ReckonSigmaRequestObject) (ReckonSigmaResponseObject, error) {
	q := r.Body
	if q.Hits > q.Balls {
		return nil, units.Problems{{Field: "hits", Detail: "there cannot be more hits than balls"}}
	}
	sigma, low, high := target.FromLog(q.Radius, q.Balls, q.Hits)
	return ReckonSigma200JSONResponse{Sigma: sigma, Low: low, High: high}, nil
}

func (h handlers) ReckonRotation(_ context.Context, r ReckonRotationRequestObject) (ReckonRotationResponseObject, error) {
	n := r.Body.Players
	if r.Body.Kind == "roundRobin" {
		rounds := rotation.RoundRobin(n)
		return ReckonRotation200JSONResponse{Rounds: rounds, Meetings: rotation.Count(n, rounds)}, nil
	}
	if n < 4 {
		return nil, units.Problems{{Field: "players", Detail: "doubles takes at least 4 players"}}
	}
	rounds := rotation.Doubles(n)
	return ReckonRotation200JSONResponse{Rounds: rounds, Meetings: rotation.Count(n, rounds)}, nil
}
