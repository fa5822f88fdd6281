package pattern

import (
	"math"
	"slices"
	"sync"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/footwork"
)

// Ball is what one feed comes to. Times are seconds from the first release.
type Ball struct {
	Release  float64       `json:"release"`
	Net      float64       `json:"net"`    // 0 where it crosses no net
	Bounce   float64       `json:"bounce"` // 0 where it is met in the air
	Contact  float64       `json:"contact"`
	At       Place         `json:"at"`       // contact
	Pace     float64       `json:"pace"`     // m/s at release
	Arrives  float64       `json:"arrives"`  // m/s at contact
	Over     float64       `json:"over"`     // m over the net, or tin
	Feasible bool          `json:"feasible"` // the feed can be made
	Reason   flight.Reason `json:"reason,omitzero"`
	// Nearest is the value of what was fixed that could be made.
	Nearest *float64     `json:"nearest,omitempty"`
	Leg     footwork.Leg `json:"leg"`
	Feed    int          `json:"-"` // of the pattern
	// Elevation and Heading of the release, in radians: over the horizontal, and from straight
	// across the net to the right.
	Elevation float64 `json:"-"`
	Heading   float64 `json:"-"`
	// Path is the flight to the bounce and on to contact, for drawing.
	Path []Spot `json:"path,omitempty"`

	flown []flight.Moment
}

// Spot is where a ball is at a time, in seconds from the first release.
type Spot struct {
	T float64 `json:"t"`
	X float64 `json:"x"`
	Y float64 `json:"y"`
	Z float64 `json:"z"`
}

// Turn is what a pattern asks of one student in one turn.
type Turn struct {
	Balls    []Ball      `json:"balls"`
	Recovers court.Point `json:"recovers"` // where to, by the school chosen
	Seconds  float64     `json:"seconds"`  // first release to last contact
	Metres   float64     `json:"metres"`   // and back to where the student recovers to
	// PerMinute is strokes a minute while balls keep coming: the steady rhythm.
	PerMinute float64 `json:"perMinute"`
	// LeastOver is the lowest ball over the net; LeastSlack the tightest run.
	LeastOver  float64 `json:"leastOver"`
	LeastSlack float64 `json:"leastSlack"`
	// Efforts counts the balls by effort.
	Efforts map[footwork.Effort]int `json:"efforts"`
}

// Play flies every feed and runs the student through a whole turn of so many
// balls. The balls are those of the pattern once, each with the hardest of its
// runs in the turn: the first begins where the student starts, the others where
// they have got to. The pattern must be valid. With paths, each ball carries its
// flight.
func (k *Flights) Play(p Pattern, m footwork.Mover, balls int, paths bool) (Turn, error) {
	return k.play(p, m, balls, paths, new(room))
}

// room is memory for the balls of a turn, for who tries many.
type room struct{ flown, whole []Ball }

var rooms = sync.Pool{New: func() any { return new(room) }}

// play is Play in a room, where the turn lies until the next.
func (k *Flights) play(p Pattern, m footwork.Mover, balls int, paths bool, in *room) (Turn, error) {
	flown, err := k.fly(p, paths, in.flown[:0])
	if err != nil {
		return Turn{}, err
	}
	in.flown = flown
	out := p.whole(m, flown, max(balls, len(flown)), in.whole[:0])
	in.whole = out.Balls
	for _, b := range out.Balls {
		if once := &flown[b.Feed]; b.Leg.Ratio > once.Leg.Ratio || once.Leg.Effort == "" {
			once.Leg = b.Leg
		}
	}
	out.Balls = flown
	out.Efforts = map[footwork.Effort]int{}
	for _, b := range out.Balls {
		out.Efforts[b.Leg.Effort]++
	}
	return out, nil
}

// Play is the same, with nothing remembered.
func (p Pattern) Play(m footwork.Mover, balls int, paths bool) (Turn, error) {
	return (*Flights)(nil).Play(p, m, balls, paths)
}

// Fly is the pattern's balls as they come, with nothing remembered.
func (p Pattern) Fly() ([]Ball, error) { return (*Flights)(nil).Fly(p, false) }

// Fly solves every feed: the balls as they come, nobody running yet.
func (k *Flights) Fly(p Pattern, paths bool) ([]Ball, error) { return k.fly(p, paths, nil) }

// fly is Fly that appends to balls.
func (k *Flights) fly(p Pattern, paths bool, balls []Ball) ([]Ball, error) {
	c, err := court.ByID(p.Court)
	if err != nil {
		return nil, err
	}
	ball, err := flight.BallByID(c.Ball)
	if err != nil {
		return nil, err
	}
	balls, at := slices.Grow(balls, len(p.Feeds)), 0.0
	for i, f := range p.Feeds {
		var b Ball
		if paths {
			b = f.fly(c, ball, true)
			b.draw(at)
		} else {
			b = k.ball(f, c, ball)
		}
		b.shift(at)
		b.Feed = i
		balls = append(balls, b)
		at += f.Gap
	}
	return balls, nil
}

// Run sends a student who moves like that through balls of this pattern, and
// adds up. The balls stay as they are.
func (p Pattern) Run(m footwork.Mover, balls []Ball) Turn {
	return p.through(m, slices.Clone(balls))
}

// through is Run with balls that it may change.
func (p Pattern) through(m footwork.Mover, balls []Ball) Turn {
	plan := Turn{
		Balls:      balls,
		Recovers:   p.Base,
		Efforts:    map[footwork.Effort]int{},
		LeastOver:  math.Inf(1),
		LeastSlack: math.Inf(1),
	}
	if p.Shift {
		plan.Recovers = p.better(m, plan.Balls)
	}
	p.run(m, &plan)
	return plan
}

// draw makes the path of a ball released at that time, read often enough to look
// like the curve it is: the flight and what follows the bounce, each by itself.
func (b *Ball) draw(release float64) {
	way := b.flown
	bounce := len(way)
	for i, m := range way {
		if b.Bounce > 0 && m.Time >= b.Bounce {
			bounce = i + 1
			break
		}
	}
	for _, part := range [][]flight.Moment{way[:bounce], way[min(bounce, len(way)):]} {
		for _, m := range flight.Resample(part, 0.03) {
			b.Path = append(
				b.Path,
				Spot{milli(release + m.Time), milli(m.At.X), milli(m.At.Y), milli(m.At.Z)},
			)
		}
	}
	b.flown = nil
}

// milli rounds to a thousandth, which no drawing shows and every wire likes.
func milli(v float64) float64 { return math.Round(1000*v) / 1000 }

// shift moves the times of a ball by so many seconds.
func (b *Ball) shift(by float64) {
	b.Release, b.Contact = b.Release+by, b.Contact+by
	if b.Net > 0 {
		b.Net += by
	}
	if b.Bounce > 0 {
		b.Bounce += by
	}
}

// fly solves the feed and follows it to where it is met; times from its release.
func (f Feed) fly(c *court.Court, ball *flight.Ball, paths bool) Ball {
	if !f.How.Flown() { // it is where it is wanted, when it is wanted
		return Ball{Feasible: true, Contact: f.Want, At: Place{f.To.X, f.To.Y, f.Height}}
	}
	from := flight.Vec{X: f.From.X, Y: f.From.Y, Z: max(f.From.Z, ball.Diameter/2)}
	feed := flight.Feed{
		From: from,
		To:   flight.Vec{X: f.To.X, Y: f.To.Y, Z: ball.Diameter / 2},
		By:   f.By,
		Want: f.Want,
		Top:  flight.RPM(f.TopRPM),
		Side: flight.RPM(f.SideRPM),
	}
	if f.Meet == InAir {
		feed.To.Z = f.Height
	}
	if c.Walls != nil {
		return f.offWall(c, ball, feed)
	}
	feed.Net = func(x float64) float64 { return c.NetHeight(court.Doubles, x) }
	a := flight.Solve(ball, flight.Standard, feed, paths)
	out := Ball{Feasible: a.Feasible, Reason: a.Reason}
	if a.NearestFound {
		out.Nearest = &a.Nearest
	}
	if !a.Flight.Landed { // stand-in for a ball that cannot come: met where it should be
		out.At = Place{f.To.X, f.To.Y, f.Height}
		return out
	}
	out.Pace, out.flown = a.Launch.Speed, a.Flight.Path
	out.Elevation, out.Heading = a.Launch.Elevation, a.Launch.Heading
	if a.Flight.Crossed {
		out.Net, out.Over = a.Flight.Net.Time, a.Flight.Net.At.Z-feed.Net(a.Flight.Net.At.X)
	}
	met := a.Flight.Landing
	if f.Meet != InAir {
		out.Bounce = met.Time
		met = f.after(ball, a.Flight, &out)
	}
	out.Contact, out.At, out.Arrives = met.Time, Place{met.At.X, met.At.Y, met.At.Z}, met.Speed()
	return out
}

// after follows the ball from its bounce to where it is met.
func (f Feed) after(ball *flight.Ball, in flight.Flight, out *Ball) flight.Moment {
	keep := out.flown != nil
	g := flight.After(
		ball,
		flight.Standard,
		in.Landing,
		in.Spin,
		flight.Options{Ground: f.Height, Path: keep || f.Meet == Rising},
	)
	met, path := g.Landing, g.Path
	if f.Meet == Rising {
		path = flight.Resample(g.Path, 0.005)
		for i, m := range path {
			if m.At.Z >= f.Height || m.Velocity.Z <= 0 { // at the height, or at the top below it
				met, path = m, path[:i+1]
				break
			}
		}
	}
	if keep {
		out.flown = append(out.flown, path...)
	}
	return met
}

// offWall is a feed off the front wall to its first bounce, and on to contact.
func (f Feed) offWall(c *court.Court, ball *flight.Ball, feed flight.Feed) Ball {
	feed.To.Z = ball.Diameter / 2
	s := flight.SolveWall(ball, flight.Standard, c, feed)
	out := Ball{Feasible: s.Reason.IsZero(), Reason: s.Reason, At: Place{f.To.X, f.To.Y, f.Height}}
	if s.NearestFound {
		out.Nearest = &s.Nearest
	}
	if s.Bounce == nil || s.Front == nil {
		return out
	}
	out.Elevation, out.Heading = s.Launch.Elevation, s.Launch.Heading
	before, after := flight.WallPath(ball, flight.Standard, c, s.Launch)
	out.Pace, out.Net, out.Over = s.Launch.Speed, s.Front.Time, s.Front.At.Z-c.Walls.Tin
	met, way := *s.Bounce, before
	if f.Meet == InAir {
		// Met coming off the wall, falling through the height or at the bounce.
		for i, m := range before {
			if m.Time > s.Front.Time && m.At.Z <= f.Height && m.Velocity.Z < 0 {
				met, way = m, before[:i+1]
				break
			}
		}
	} else {
		out.Bounce = met.Time
		top := false
		for i, m := range after {
			top = top || m.Velocity.Z <= 0 && i > 0
			if i > 0 &&
				(f.Meet == Rising && (m.At.Z >= f.Height || top) || f.Meet == Falling && top &&
					m.At.Z <= f.Height || i == len(after)-1) {
				met, way = m, append(before[:len(before):len(before)], after[:i+1]...)
				break
			}
		}
	}
	out.Contact, out.At, out.Arrives, out.flown = met.Time, Place{
		met.At.X,
		met.At.Y,
		met.At.Z,
	}, met.Speed(), way
	return out
}

// better is the spot that is best for all balls of the pattern alike.
func (p Pattern) better(m footwork.Mover, balls []Ball) court.Point {
	replies := make([]footwork.Reply, 0, len(balls))
	for _, b := range balls {
		if available := b.Contact - b.Release; available > 0 {
			replies = append(replies, footwork.Reply{At: b.At.Floor(), Available: available, Weight: 1})
		}
	}
	if len(replies) == 0 {
		return p.Base
	}
	spot, _ := m.Shifting(replies)
	return spot
}

// mostRun is how many balls of a turn are run through one by one; what is left
// of a longer turn costs what its last round did.
const mostRun = 48

// Whole sends a student who moves like that through a turn of n balls, flown as
// given: the pattern over and over, the run going on from ball to ball, and back
// at the end to where the student recovers to. One feed eight times costs what
// eight feeds cost. Where the order is drawn anew every round is another.
func (p Pattern) Whole(m footwork.Mover, balls []Ball, n int) Turn { return p.whole(m, balls, n, nil) }

// Run is how hard a student runs for a ball of a turn: the time needed, of the time there is.
type Run struct {
	Feed  int
	Ratio float64
}

// Turn is Whole without its balls, which take much room, but for the runs.
func (p Pattern) Turn(m footwork.Mover, balls []Ball, n int) (turn Turn, runs []Run) {
	in := rooms.Get().(*room)
	defer rooms.Put(in)
	turn = p.whole(m, balls, n, in.whole[:0])
	in.whole, turn.Balls = turn.Balls, nil
	runs = make([]Run, len(in.whole))
	for i, b := range in.whole {
		runs[i] = Run{b.Feed, b.Leg.Ratio}
	}
	return turn, runs
}

// whole is Whole, whose balls are appended to into.
func (p Pattern) whole(m footwork.Mover, balls []Ball, n int, into []Ball) Turn {
	out := p.through(m, p.over(balls, n, into))
	if left := n - len(out.Balls); left > 0 { // as the last round went
		round, cycle := 0.0, p.cycle()
		for _, b := range out.Balls[len(out.Balls)-len(balls):] {
			round += b.Leg.Metres
		}
		rounds := float64(left) / float64(len(balls))
		out.Metres += rounds * round
		out.Seconds += rounds * cycle
	}
	return out
}

// cycle is how long a round of the pattern lasts, s.
func (p Pattern) cycle() (seconds float64) {
	for _, f := range p.Feeds {
		seconds += f.Gap
	}
	return seconds
}

// over appends the balls of a turn of n to all, the pattern over and over: those that are run
// through one by one.
func (p Pattern) over(balls []Ball, n int, all []Ball) []Ball {
	feeds, cycle := len(balls), p.cycle()
	all = slices.Grow(all, min(n, mostRun+feeds))
	var from []int
	for i := range max(1, n) {
		if i >= mostRun && i%feeds == 0 {
			break
		}
		if i%feeds == 0 {
			from = p.drawn(i / feeds)
		}
		b := balls[from[i%feeds]]
		// Released when the ball of this place is, in this round.
		b.shift(float64(i/feeds)*cycle + balls[i%feeds].Release - b.Release)
		all = append(all, b)
	}
	return all
}

// obstacles are where the soft obstacles stand.
func (p Pattern) obstacles() (out []court.Point) {
	for _, o := range p.Objects {
		if o.Kind == Obstacle {
			out = append(out, o.At)
		}
	}
	return out
}

// run sends the student through the balls and adds up.
func (p Pattern) run(m footwork.Mover, plan *Turn) {
	at, last, obstacles := p.Start, 0.0, p.obstacles()
	for i := range plan.Balls {
		b := &plan.Balls[i]
		// A ball released before the last was played can only be run for from then.
		next := footwork.Ball{
			Contact:   b.At.Floor(),
			Available: max(0.01, b.Contact-max(b.Release, last)),
			Recover:   p.Start,
		}
		if i > 0 {
			next.Between = max(0, b.Release-last)
			next.Recover = p.after(plan.Balls[i-1].Feed, plan.Recovers)
		}
		last = max(last, b.Contact)
		leg := m.Next(at, next, obstacles...)
		b.Leg = leg
		plan.Metres += leg.Metres
		at = leg.Ends
		plan.Efforts[leg.Effort]++
		plan.LeastSlack = min(plan.LeastSlack, leg.Slack)
		if b.Net > 0 {
			plan.LeastOver = min(plan.LeastOver, b.Over)
		}
	}
	if math.IsInf(plan.LeastOver, 1) {
		plan.LeastOver = 0
	}
	plan.Metres += at.Distance(p.after(plan.Balls[len(plan.Balls)-1].Feed, plan.Recovers)) // and back
	plan.Seconds = last
	for _, f := range p.Feeds {
		plan.PerMinute += f.Gap / float64(len(p.Feeds))
	}
	plan.PerMinute = 60 / plan.PerMinute
}

// after is where the student makes for after a feed.
func (p Pattern) after(feed int, recovers court.Point) court.Point {
	if to := p.Feeds[feed].Go; to != nil {
		return *to
	}
	return recovers
}
