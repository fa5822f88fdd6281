package flight

import (
	"math"

	"hodometer/core/units"
)

// Given is the one thing about a feed that the coach fixes.
type Given string

// What can be fixed. Time is to the landing; Clearance is of the ball's centre
// over the tape where it crosses the net; Apex is of the ball's centre over the
// floor.
const (
	BySpeed     Given = "speed"     // m/s
	ByClearance Given = "clearance" // m
	ByTime      Given = "time"      // s
	ByApex      Given = "apex"      // m
)

// Feed is a ball wanted from one place to another.
type Feed struct {
	From Vec
	To   Vec // where it must come down; the height is of the ball's centre
	Top  float64
	Side float64 // rad/s
	By   Given
	Want float64
	// Net is the height of the tape at x; nil where nothing stands at y = 0.
	Net func(x float64) float64
}

// Answer is the launch that does what a feed asks or, where none does, why not
// and the nearest that would.
type Answer struct {
	Feasible bool
	Reason   Reason // when not feasible
	// Nearest is the value of the thing that was fixed which would do, when
	// there is one near; NearestFound says so.
	Nearest      float64
	NearestFound bool
	Launch       Launch
	Flight       Flight
}

// close enough: a tenth of what a coach could see.
const (
	placeError = 2e-4  // m
	wantError  = 2e-4  // m, s or m/s
	fastest    = 200.0 // m/s, past which nothing is looked for
)

// Solve finds the launch. Where two do (a flat ball and a lob at one speed) it
// gives the flatter.
func Solve(b *Ball, air Air, f Feed, path bool) Answer {
	s := newSolver(b, air, f)
	out := s.attempt(path)
	if !out.Feasible {
		s.wayOut(&out)
	}
	return out
}

func newSolver(b *Ball, air Air, f Feed) solver {
	dx, dy := f.To.X-f.From.X, f.To.Y-f.From.Y
	return solver{medium: b.in(air), feed: f, distance: math.Hypot(dx, dy), heading: math.Atan2(dx, dy)}
}

// attempt looks for the launch, and says why where there is none.
func (s *solver) attempt(path bool) Answer {
	if s.distance < 0.05 {
		return Answer{Reason: why("The ball lands where it starts. Move the start or the landing point.")}
	}
	u, ok, not := s.guess()
	if !ok {
		return Answer{Reason: not}
	}
	if math.Hypot(u[0], u[1]) > fastest {
		return Answer{
			Reason: why(
				"The launch speed would be over %s, faster than any ball is hit.",
				units.Pace(fastest),
			),
		}
	}
	if u, ok = s.root(u); !ok {
		return Answer{Reason: why("No launch speed and angle give that flight.")}
	}
	l := s.launch(u)
	out := Answer{
		Feasible: true,
		Launch:   l,
		Flight: s.fly(
			Moment{0, s.feed.From, l.velocity()},
			l.spin(),
			Options{Ground: s.feed.To.Z, Path: path},
		),
	}
	if s.feed.Net != nil && out.Flight.Crossed {
		if gap := out.Flight.Net.At.Z - s.ball.Diameter/2 - s.feed.Net(out.Flight.Net.At.X); gap < 0 {
			out.Feasible = false
			out.Reason = why("The ball hits the net %s below the tape.", units.Distance(-gap))
		}
	}
	return out
}

type solver struct {
	medium
	feed     Feed
	distance float64
	heading  float64
}

// unknowns of a launch: horizontal and vertical speed, and the angle off the
// straight line to the target.
type unknowns [3]float64

func (s *solver) launch(u unknowns) Launch {
	return Launch{
		From:      s.feed.From,
		Speed:     math.Hypot(u[0], u[1]),
		Elevation: math.Atan2(u[1], u[0]),
		Heading:   s.heading + u[2],
		Top:       s.feed.Top,
		Side:      s.feed.Side,
	}
}

// outcome of a launch: how far along and beside the line it lands, and the
// thing that was fixed.
type outcome [3]float64

func (s *solver) shoot(u unknowns) (outcome, bool) {
	l := s.launch(u)
	f := s.fly(Moment{0, l.From, l.velocity()}, l.spin(), Options{Ground: s.feed.To.Z})
	if !f.Landed || l.Speed > 2*fastest {
		return outcome{}, false
	}
	d := f.Landing.At.minus(s.feed.From)
	sh, ch := math.Sincos(s.heading)
	out := outcome{d.X*sh + d.Y*ch, d.X*ch - d.Y*sh, 0}
	switch s.feed.By {
	case BySpeed:
		out[2] = l.Speed
	case ByTime:
		out[2] = f.Landing.Time
	case ByApex:
		out[2] = f.Apex
	case ByClearance:
		if !f.Crossed {
			return out, false
		}
		out[2] = f.Net.At.Z - s.feed.Net(f.Net.At.X)
	}
	return out, true
}

// drag is the drag of the ball as one number, 1/m, for the estimate.
func (s *solver) drag() float64 {
	switch s.ball.Law {
	case Shuttle:
		return Gravity / (s.ball.Terminal * s.ball.Terminal)
	case Smooth:
		return s.k * s.ball.Drag
	case Felt:
		return s.k * 0.56
	}
	panic("flight: no law of the air called " + string(s.ball.Law))
}

// model is the estimate that the search starts from: level drag only, so that a
// distance x takes (e^{kx} − 1)/(k v), and falling as without air.
func (s *solver) model(u unknowns) outcome {
	k, g := s.drag(), Gravity
	t := (u[1] + math.Sqrt(math.Max(0, u[1]*u[1]+2*g*(s.feed.From.Z-s.feed.To.Z)))) / g
	x := math.Log1p(k*u[0]*t) / k
	out := outcome{x, x * u[2], 0}
	switch s.feed.By {
	case BySpeed:
		out[2] = math.Hypot(u[0], u[1])
	case ByTime:
		out[2] = t
	case ByApex:
		up := math.Max(0, u[1])
		out[2] = s.feed.From.Z + up*up/(2*g)
	case ByClearance:
		t1 := math.Expm1(k*s.toNet()) / (k * u[0])
		out[2] = s.feed.From.Z + u[1]*t1 - g*t1*t1/2
	}
	return out
}

// toNet is how far along the line the net stands.
func (s *solver) toNet() float64 {
	return -s.feed.From.Y / (s.feed.To.Y - s.feed.From.Y) * s.distance
}

// guess is the launch by the model; not ok, with the reason, where the thing that
// was fixed cannot be.
func (s *solver) guess() (u unknowns, ok bool, not Reason) {
	k, g, want := s.drag(), Gravity, s.feed.Want
	fall := s.feed.From.Z - s.feed.To.Z
	stretch := math.Expm1(k*s.distance) / k // level speed × time for the distance
	t := want
	switch s.feed.By {
	case BySpeed:
		t = stretch / (0.95 * want)
	case ByApex:
		if want <= math.Max(s.feed.From.Z, s.feed.To.Z) {
			return u, false, why("The top of the flight cannot be lower than its start or its landing point.")
		}
		t = math.Sqrt(2*(want-s.feed.From.Z)/g) + math.Sqrt(2*(want-s.feed.To.Z)/g)
	case ByClearance:
		if s.feed.Net == nil || s.feed.From.Y*s.feed.To.Y >= 0 {
			return u, false, why("This ball does not cross the net.")
		}
		share := math.Expm1(k*s.toNet()) / (k * stretch)
		rise := want + s.feed.Net(
			s.feed.From.X+(s.feed.To.X-s.feed.From.X)*s.toNet()/s.distance,
		) - s.feed.From.Z + share*fall
		if rise <= 0 {
			return u, false, why("Even a straight line passes higher over the net than that.")
		}
		t = math.Sqrt(2 * rise / (g * share * (1 - share)))
	}
	if !(t > 0) {
		return u, false, why("These values are not possible together.")
	}
	return unknowns{stretch / t, -fall/t + g*t/2, 0}, true, Reason{}
}

// root starts Broyden's method with the model's slope.
func (s *solver) root(u unknowns) (unknowns, bool) {
	inv, ok := s.slope(u)
	if !ok {
		return u, false
	}
	return broyden(outcome{s.distance, 0, s.feed.Want}, u, inv, s.shoot)
}

// broyden looks for the unknowns that come out at the goal: inv is the inverse
// of the first slope, each flight corrects it.
func broyden(goal outcome, u unknowns, inv matrix, shoot func(unknowns) (outcome, bool)) (unknowns, bool) {
	got, landed := shoot(u)
	if !landed {
		return u, false
	}
	for range 40 {
		r := outcome{goal[0] - got[0], goal[1] - got[1], goal[2] - got[2]}
		if math.Abs(r[0]) < placeError && math.Abs(r[1]) < placeError && math.Abs(r[2]) < wantError {
			return u, true
		}
		step := inv.times(r)
		// Never more than half the level speed at once: beyond, the slope says nothing.
		if most := 0.5 * u[0]; math.Hypot(step[0], step[1]) > most {
			k := most / math.Hypot(step[0], step[1])
			step = outcome{k * step[0], k * step[1], k * step[2]}
		}
		next := unknowns{math.Max(0.05, u[0]+step[0]), u[1] + step[1], u[2] + step[2]}
		after, landed := shoot(next)
		if !landed {
			return u, false
		}
		du := outcome{next[0] - u[0], next[1] - u[1], next[2] - u[2]}
		inv.correct(du, outcome{after[0] - got[0], after[1] - got[1], after[2] - got[2]})
		u, got = next, after
	}
	return u, false
}

type matrix [3][3]float64

func (m *matrix) times(r outcome) (out outcome) {
	for i := range 3 {
		out[i] = m[i][0]*r[0] + m[i][1]*r[1] + m[i][2]*r[2]
	}
	return out
}

// correct is Broyden's update of the inverse slope: du was tried, dr came of it.
func (m *matrix) correct(du, dr outcome) {
	h := m.times(dr)
	var row outcome // duᵀ M
	for j := range 3 {
		row[j] = du[0]*m[0][j] + du[1]*m[1][j] + du[2]*m[2][j]
	}
	den := du[0]*h[0] + du[1]*h[1] + du[2]*h[2]
	if math.Abs(den) < 1e-14 {
		return
	}
	for i := range 3 {
		for j := range 3 {
			m[i][j] += (du[i] - h[i]) * row[j] / den
		}
	}
}

// slope is the inverse of how the model's outcome changes with the unknowns.
func (s *solver) slope(u unknowns) (matrix, bool) {
	var j matrix
	base := s.model(u)
	for c := range 3 {
		h, v := 1e-5, u
		v[c] += h
		o := s.model(v)
		for r := range 3 {
			j[r][c] = (o[r] - base[r]) / h
		}
	}
	return invert(j)
}

func invert(a matrix) (m matrix, ok bool) {
	minor := func(r, c int) float64 {
		r1, r2, c1, c2 := (r+1)%3, (r+2)%3, (c+1)%3, (c+2)%3
		return a[r1][c1]*a[r2][c2] - a[r1][c2]*a[r2][c1]
	}
	det := a[0][0]*minor(0, 0) + a[0][1]*minor(0, 1) + a[0][2]*minor(0, 2)
	if math.Abs(det) < 1e-12 {
		return m, false
	}
	for r := range 3 {
		for c := range 3 {
			m[c][r] = minor(r, c) / det
		}
	}
	return m, true
}
