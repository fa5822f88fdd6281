package flight

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/units"
)

// WallsOf are the walls of a court that has some: front, back and sides.
func WallsOf(c *court.Court) []Wall {
	w, l := c.HalfWidth[court.Singles], c.HalfLength
	return []Wall{
		{"front-wall", Vec{0, -1, 0}, 0},
		{"back-wall", Vec{0, 1, 0}, -l},
		{"right-wall", Vec{-1, 0, 0}, -w},
		{"left-wall", Vec{1, 0, 0}, -w},
	}
}

// WallShot is a shot between walls: every touch up to the second bounce, and
// why it is not good where it is not.
type WallShot struct {
	Launch  Launch
	Touches []Touch
	Reason  Reason  // zero: good
	Bounce  *Moment // the first on the floor
	Front   *Moment // where it meets the front wall
	// Nearest is the value of what was fixed which would do, where there is one
	// near; NearestFound says so.
	Nearest      float64
	NearestFound bool
}

// PlayWall plays a launch between the walls of c. It is good when it reaches the
// front wall before the floor, over the tin, and stays under the out line.
func PlayWall(b *Ball, air Air, c *court.Court, l Launch) WallShot {
	out := WallShot{Launch: l, Touches: Rebound(b, air, l, WallsOf(c))}
	for i := range out.Touches {
		t := &out.Touches[i]
		switch t.On {
		case "floor":
			if out.Bounce == nil {
				out.Bounce = &t.Moment
			}
		case "front-wall":
			if out.Front == nil && out.Bounce == nil {
				out.Front = &t.Moment
			}
		}
		if out.Bounce == nil && out.Reason.IsZero() {
			if over := t.At.Z - outLine(c, t.At.Y); over > 0 {
				out.Reason = why(
					"The ball is out, %s over the out line of the %s.",
					units.Distance(over),
					units.Word(t.On),
				)
			}
		}
	}
	switch {
	case out.Front == nil:
		out.Reason = why("The ball does not reach the front wall.")
	case out.Front.At.Z < c.Walls.Tin+b.Diameter/2:
		out.Reason = why(
			"The ball hits the tin, %s too low.",
			units.Distance(c.Walls.Tin+b.Diameter/2-out.Front.At.Z),
		)
	}
	return out
}

// outLine is the height of the out line at depth y: straight along the side from
// the front wall's to the back wall's.
func outLine(c *court.Court, y float64) float64 {
	return c.Walls.Out + (c.Walls.OutBack-c.Walls.Out)*min(1, -y/c.HalfLength)
}

// SolveWall finds the launch whose first bounce, after the front wall, is at
// f.To; f.By is speed, time (to that bounce), or clearance of the ball's centre
// over the tin. Where two launches do, it gives the flatter. It aims straight at
// the front wall and does not look for shots by way of a side wall.
//
// Where none does, it looks for the nearest value of what was fixed that has one.
func SolveWall(b *Ball, air Air, c *court.Court, f Feed) WallShot {
	out := solveWall(b, air, c, f)
	if out.Reason.IsZero() {
		return out
	}
	try := func(want float64) bool {
		f.Want = want
		return solveWall(b, air, c, f).Reason.IsZero()
	}
	wanted := f.Want
	for step := 1; step <= 10 && !out.NearestFound; step++ {
		for _, sign := range []float64{1, -1} {
			want := nearby(f.By, wanted, sign*float64(step))
			if want <= 0 || !try(want) {
				continue
			}
			out.Nearest, out.NearestFound = want, true
			not := nearby(f.By, wanted, sign*float64(step-1))
			for range 4 { // and nearer, as far as is worth saying
				if mid := (not + out.Nearest) / 2; try(mid) {
					out.Nearest = mid
				} else {
					not = mid
				}
			}
			break
		}
	}
	return out
}

// nearby is a value so many steps above what was wanted, or below: by shares of
// a speed or a time, by 20 cm of a height.
func nearby(by Given, wanted, step float64) float64 {
	if by == BySpeed || by == ByTime {
		return wanted * math.Pow(1.15, step)
	}
	return wanted + 0.2*step
}

func solveWall(b *Ball, air Air, c *court.Court, f Feed) WallShot {
	s := wallSolver{solver: newSolver(b, air, f), court: c}
	for _, level := range []float64{0, 6, 9, 13, 18, 25, 35, 50} {
		if level == 0 {
			if f.By != BySpeed {
				continue
			}
			level = f.Want
		}
		u := s.first(level)
		inv, ok := s.slopeAt(u)
		if !ok {
			continue
		}
		if u, ok = broyden(outcome{f.To.X, f.To.Y, f.Want}, u, inv, s.play); !ok {
			continue
		}
		// The launch is at an angle from straight ahead here, not from the line.
		shot := PlayWall(b, air, c, s.launchOf(u))
		if shot.Bounce != nil {
			return shot
		}
	}
	return WallShot{Reason: why("No shot off the front wall does that.")}
}

type wallSolver struct {
	solver
	court *court.Court
}

func (s *wallSolver) launchOf(u unknowns) Launch {
	l := s.launch(u)
	l.Heading = u[2]
	return l
}

// first is an estimate without air: out to the wall at the level speed, back
// with what the bounce leaves of it, falling to the floor when it gets there.
func (s *wallSolver) first(level float64) unknowns {
	e, keep := s.ball.Restitution, 0.7 // friction takes a part of the speed along the wall
	out, back := -s.feed.From.Y, -s.feed.To.Y
	heading := math.Atan2(s.feed.To.X-s.feed.From.X, out+back*keep/e)
	t1 := out / (level * math.Cos(heading))
	t2 := back / (e * level * math.Cos(heading))
	g := Gravity
	// z0 + v t1 − g t1²/2 + keep (v − g t1) t2 − g t2²/2 = 0
	v := (g*t1*t1/2 + keep*g*t1*t2 + g*t2*t2/2 - s.feed.From.Z) / (t1 + keep*t2)
	return unknowns{level, v, heading}
}

// play is where the shot bounces first, and the thing that was fixed. Only the
// front wall is there: a root must not jump from wall to wall.
func (s *wallSolver) play(u unknowns) (outcome, bool) {
	l := s.launchOf(u)
	if l.Speed > 2*fastest {
		return outcome{}, false
	}
	surfaces := [...]Wall{{"floor", Vec{0, 0, 1}, 0}, {"front-wall", Vec{0, -1, 0}, 0}}
	r := s.ball.Diameter / 2
	now, spin := Moment{0, l.From, l.velocity()}, l.spin()
	front, hit := s.until(now, spin, surfaces[:], r)
	if hit != 1 {
		return outcome{}, false
	}
	now = front
	now.Velocity, spin = s.ball.Bounce(front.Velocity, spin, surfaces[1].Normal)
	floor, hit := s.until(now, spin, surfaces[:1], r)
	if hit != 0 {
		return outcome{}, false
	}
	out := outcome{floor.At.X, floor.At.Y, l.Speed}
	switch s.feed.By {
	case ByTime:
		out[2] = floor.Time
	case ByClearance:
		out[2] = front.At.Z - s.court.Walls.Tin
	case ByApex, BySpeed: // apex is refused before
	}
	return out, true
}

// slopeAt is the inverse of how the played outcome changes with the unknowns.
func (s *wallSolver) slopeAt(u unknowns) (matrix, bool) {
	base, ok := s.play(u)
	if !ok {
		return matrix{}, false
	}
	var j matrix
	for c := range 3 {
		h, v := 1e-4, u
		v[c] += h
		o, ok := s.play(v)
		if !ok {
			return matrix{}, false
		}
		for r := range 3 {
			j[r][c] = (o[r] - base[r]) / h
		}
	}
	return invert(j)
}

// WallPath is the way of a shot between the walls of c, for drawing: up to its
// first bounce on the floor, and from there to the second.
func WallPath(b *Ball, air Air, c *court.Court, l Launch) (before, after []Moment) {
	m := b.in(air)
	surfaces := append([]Wall{{"floor", Vec{0, 0, 1}, 0}}, WallsOf(c)...)
	path := m.track(
		Moment{0, l.From, l.velocity()},
		l.spin(),
		surfaces,
		func(floors int) bool { return floors < 2 },
	)
	for i, t := range path {
		if t.On == "floor" {
			return moments(path[:i+1]), moments(path[i:])
		}
	}
	return moments(path), nil
}

func moments(path []Touch) []Moment {
	out := make([]Moment, len(path))
	for i, t := range path {
		out[i] = t.Moment
	}
	return out
}

// track follows a ball from surface to surface in steps of 20 ms, for drawing;
// On names the surface where a step ends on one.
func (m *medium) track(now Moment, spin Vec, surfaces []Wall, more func(floors int) bool) []Touch {
	out := []Touch{{"", now}}
	floors := 0
	for range 16 {
		at, hit := m.until(now, spin, surfaces, m.ball.Diameter/2)
		a := m.accel(now.Velocity, spin)
		for t := now; t.Time+0.02 < at.Time; {
			t, a, _ = m.step(t, a, spin, 0.02)
			out = append(out, Touch{"", t})
		}
		if hit < 0 {
			return out
		}
		out = append(out, Touch{surfaces[hit].Name, at})
		if surfaces[hit].Name == "floor" {
			floors++
		}
		if surfaces[hit].Name == "player" || !more(floors) {
			return out
		}
		at.Velocity, spin = m.ball.Bounce(at.Velocity, spin, surfaces[hit].Normal)
		now = at
	}
	return out
}
