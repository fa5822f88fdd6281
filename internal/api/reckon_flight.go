package api

import (
	"context"
	"math"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/units"
)

const degree = math.Pi / 180

func (h handlers) ReckonFlight(
	_ context.Context,
	r ReckonFlightRequestObject,
) (ReckonFlightResponseObject, error) {
	q := r.Body
	ball, err := flight.BallByID(q.Ball)
	if err != nil {
		return nil, missing("ball", err.Error())
	}
	air := flight.Air{Altitude: value(q.Altitude, 0), Temperature: value(q.Temperature, 20)}
	c, err := courtOf(q, ball)
	if err != nil {
		return nil, err
	}
	feed := flight.Feed{From: vec(q.From, 0)}
	if c != nil && c.Walls == nil {
		feed.Net = func(x float64) float64 { return c.NetHeight(court.Doubles, x) }
	}
	if q.Spin != nil {
		feed.Top, feed.Side = flight.RPM(value(q.Spin.TopRpm, 0)), flight.RPM(value(q.Spin.SideRpm, 0))
	}
	fixed := 0
	for _, f := range []struct {
		by   flight.Given
		want *float64
	}{{flight.BySpeed, q.Speed}, {flight.ByClearance, q.Clearance}, {flight.ByTime,
		q.Time}, {flight.ByApex, q.Apex}} {
		if f.want != nil {
			fixed++
			feed.By, feed.Want = f.by, *f.want
		}
	}
	a := asked{
		ball,
		air,
		c,
		court.Area(value(q.Area, "singles")),
		value(q.Path, false),
		value(q.Meet, 0),
		units.System(value(q.Units, "metric")),
	}
	if q.Launch != nil {
		if q.To != nil || fixed > 0 {
			return nil, missing(
				"launch",
				"give either a launch, or to and one of speed, clearance, time and apex",
			)
		}
		l := flight.Launch{
			From:      feed.From,
			Speed:     q.Launch.Speed,
			Elevation: q.Launch.ElevationDeg * degree,
			Heading:   q.Launch.HeadingDeg * degree,
			Top:       feed.Top,
			Side:      feed.Side,
		}
		if a.walls() {
			return ReckonFlight200JSONResponse(a.played(flight.PlayWall(ball, air, c, l))), nil
		}
		return ReckonFlight200JSONResponse(
			a.flown(
				flight.Answer{
					Feasible: true,
					Launch:   l,
					Flight: flight.Fly(
						ball,
						air,
						l,
						flight.Options{Ground: ball.Diameter / 2, Path: a.path},
					),
				},
			),
		), nil
	}
	if q.To == nil || fixed != 1 {
		return nil, missing("to", "give to and exactly one of speed, clearance, time and apex, or a launch")
	}
	feed.To = vec(*q.To, ball.Diameter/2)
	if a.walls() {
		switch {
		case feed.By == flight.ByApex:
			return nil, missing("apex", "off a front wall give speed, time, or clearance over the tin")
		case feed.From.Y >= 0 || feed.To.Y >= 0:
			return nil, missing(
				"from",
				"between walls both places lie in front of the front wall: y below zero",
			)
		}
		return ReckonFlight200JSONResponse(a.played(flight.SolveWall(ball, air, c, feed))), nil
	}
	return ReckonFlight200JSONResponse(a.flown(flight.Solve(ball, air, feed, a.path))), nil
}

// courtOf is the court asked for, or the ball's own; nil where a ball has none.
func courtOf(q *FlightQuestion, ball *flight.Ball) (*court.Court, error) {
	id := value(q.Court, ball.Court)
	if id == "" {
		return nil, nil
	}
	return courtByID(id)
}

// asked is what an answer about a flight needs to be worded.
type asked struct {
	ball  *flight.Ball
	air   flight.Air
	court *court.Court
	area  court.Area
	path  bool
	meet  float64
	units units.System
}

func (a asked) walls() bool { return a.court != nil && a.court.Walls != nil }

// sayReason says why a flight is not possible; "" where it is.
func sayReason(r flight.Reason, s units.System) string {
	if r.IsZero() {
		return ""
	}
	return r.Say(s)
}

// flown words an answer. Where there is no launch only the reason is given.
func (a asked) flown(f flight.Answer) FlightAnswer {
	out := FlightAnswer{Feasible: f.Feasible, Reason: sayReason(f.Reason, a.units)}
	if f.NearestFound {
		out.Nearest = &f.Nearest
	}
	if !f.Flight.Landed {
		if f.Feasible {
			out.Feasible, out.Reason = false, "The ball does not land within ten seconds."
		}
		return out
	}
	a.describe(&out, f.Launch, f.Flight.Landing)
	out.Apex = &f.Flight.Apex
	if f.Flight.Crossed {
		n := f.Flight.Net
		out.NetHeight, out.TimeToNet = &n.At.Z, &n.Time
		if a.court != nil {
			over := n.At.Z - a.court.NetHeight(court.Doubles, n.At.X)
			out.Clearance = &over
		}
	}
	if a.path {
		out.Path = drawn(f.Flight.Path)
		after := flight.After(
			a.ball,
			a.air,
			f.Flight.Landing,
			f.Flight.Spin,
			flight.Options{Ground: max(a.meet, a.ball.Diameter/2), Path: true},
		)
		out.After = drawn(after.Path)
	}
	return out
}

// played words a shot between walls. The path is given from touch to touch.
func (a asked) played(s flight.WallShot) FlightAnswer {
	out := FlightAnswer{Feasible: s.Reason.IsZero(), Reason: sayReason(s.Reason, a.units)}
	if s.NearestFound {
		out.Nearest = &s.Nearest
	}
	if s.Bounce == nil {
		return out
	}
	a.describe(&out, s.Launch, *s.Bounce)
	if s.Front != nil {
		over := s.Front.At.Z - a.court.Walls.Tin
		out.NetHeight, out.TimeToNet, out.Clearance = &s.Front.At.Z, &s.Front.Time, &over
	}
	touches := make([]TouchPoint, len(s.Touches))
	for i, t := range s.Touches {
		touches[i] = TouchPoint{On: t.On, X: t.At.X, Y: t.At.Y, Z: t.At.Z, T: t.Time}
	}
	out.Touches = &touches
	if a.path {
		before, after := flight.WallPath(a.ball, a.air, a.court, s.Launch)
		out.Path, out.After = points(before), points(after)
	}
	return out
}

func (a asked) describe(out *FlightAnswer, l flight.Launch, b flight.Moment) {
	out.Launch = &Launch{Speed: l.Speed, ElevationDeg: l.Elevation / degree, HeadingDeg: l.Heading / degree}
	out.Bounce = &struct {
		Speed float64 `json:"speed"`
		Time  float64 `json:"time"`
		X     float64 `json:"x"`
		Y     float64 `json:"y"`
	}{b.Speed(), b.Time, b.At.X, b.At.Y}
	if a.court != nil {
		p := court.Point{X: b.At.X, Y: b.At.Y}
		lands, in := a.court.Measure(a.area, p), a.court.In(a.area, a.court.Target(), p)
		out.Lands, out.InCourt = &lands, &in
	}
}

// drawn is a path in fifty pieces or more, so that it looks like the curve it is.
func drawn(path []flight.Moment) *[]PathPoint {
	if len(path) < 2 {
		return points(path)
	}
	return points(flight.Resample(path, min(0.025, max(0.002, (path[len(path)-1].Time-path[0].Time)/50))))
}

func points(path []flight.Moment) *[]PathPoint {
	out := make([]PathPoint, len(path))
	for i, m := range path {
		out[i] = PathPoint{X: m.At.X, Y: m.At.Y, Z: m.At.Z, T: m.Time, Speed: m.Speed()}
	}
	return &out
}

func vec(p Place, z float64) flight.Vec { return flight.Vec{X: p.X, Y: p.Y, Z: value(p.Z, z)} }

func (h handlers) ReckonTempo(
	_ context.Context,
	r ReckonTempoRequestObject,
) (ReckonTempoResponseObject, error) {
	q := r.Body
	c, err := courtByID(q.Court)
	if err != nil {
		return nil, err
	}
	if (q.Pace == nil) == (q.BallsPerMinute == nil) {
		return nil, missing("pace", "give either the pace or the balls a minute")
	}
	air := flight.Air{Altitude: value(q.Altitude, 0), Temperature: value(q.Temperature, 20)}
	top := flight.RPM(value(q.TopRpm, 0))
	var b flight.Beat
	if q.Pace != nil {
		b = flight.BeatAt(c, air, *q.Pace, q.Clearance, top)
	} else {
		b = flight.PaceFor(c, air, *q.BallsPerMinute, q.Clearance, top)
	}
	out := TempoAnswer{
		Feasible: b.Feasible,
		Reason:   sayReason(b.Reason, units.System(value(q.Units, "metric"))),
	}
	if b.Seconds == 0 {
		return ReckonTempo200JSONResponse(out), nil
	}
	out.Pace = &b.Launch.Speed
	if perMinute := b.BallsPerMinute(); !b.TooLow {
		out.BallsPerMinute, out.SecondsPerBall = &perMinute, &b.Seconds
	}
	met := c.HalfLength - math.Abs(b.Met.At.Y)
	in := math.Round(1e6*(c.Play.Rally.Depth-math.Abs(b.Met.At.Y))) / 1e6
	out.MetFromLine, out.MetHeight, out.ComesIn = &met, &b.Met.At.Z, &in
	if b.Bounce != nil {
		lands := c.HalfLength - math.Abs(b.Bounce.At.Y)
		out.LandsFromLine = &lands
	}
	if !b.Feasible {
		if hold, ok := flight.Holding(c, air, b.Launch.Speed, q.Clearance); ok {
			rpm := hold * 60 / (2 * math.Pi)
			out.HoldingTopRpm = &rpm
		}
	}
	if value(q.Path, false) {
		out.Path = points(flight.BeatPath(c, air, b))
	}
	return ReckonTempo200JSONResponse(out), nil
}
