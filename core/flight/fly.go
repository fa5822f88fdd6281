package flight

import "math"

// Launch is how a ball leaves the racket, the hand or the machine.
type Launch struct {
	From      Vec
	Speed     float64 // m/s
	Elevation float64 // rad above the horizontal
	Heading   float64 // rad from straight ahead (+y), positive to the right
	Top, Side float64 // rad/s
}

// RPM turns revolutions per minute into radians per second.
func RPM(n float64) float64 { return n * 2 * math.Pi / 60 }

// velocity at launch.
func (l Launch) velocity() Vec {
	se, ce := math.Sincos(l.Elevation)
	sh, ch := math.Sincos(l.Heading)
	return Vec{l.Speed * ce * sh, l.Speed * ce * ch, l.Speed * se}
}

// spin as a vector: top about the horizontal axis across the flight.
func (l Launch) spin() Vec {
	sh, ch := math.Sincos(l.Heading)
	return Vec{-l.Top * ch, l.Top * sh, l.Side}
}

// Moment is where a ball is and how it moves at a time.
type Moment struct {
	Time     float64
	At       Vec
	Velocity Vec
}

// Speed at that moment.
func (m Moment) Speed() float64 { return m.Velocity.Length() }

// Flight is one flight from launch to where it comes down.
type Flight struct {
	Landing Moment
	Landed  bool // false: still up after ten seconds
	// Net is the crossing of the net plane, y = 0, where there is one.
	Net     Moment
	Crossed bool
	Apex    float64 // greatest height of the ball's centre
	Spin    Vec     // rad/s, unchanged in flight
	Path    []Moment
}

// Options of a flight.
type Options struct {
	Ground float64 // height of the ball's centre at which it has landed, m
	Path   bool    // keep the moments for drawing
}

const (
	longest   = 10.0 // s, after which a flight is given up
	tolerance = 1e-5 // m per step
	widest    = 0.12 // s, the longest step, so that cubics between steps are exact to 0.02 mm
)

// Fly flies a launch until it comes down to the ground height.
func Fly(b *Ball, air Air, l Launch, o Options) Flight {
	m := b.in(air)
	return m.fly(Moment{0, l.From, l.velocity()}, l.spin(), o)
}

func (m *medium) fly(now Moment, w Vec, o Options) Flight {
	f := Flight{Apex: now.At.Z, Spin: w}
	if o.Path {
		f.Path = append(f.Path, now)
	}
	a := m.accel(now.Velocity, w)
	h := 0.02
	for now.Time < longest {
		next, nextA, err := m.step(now, a, w, h)
		if err > tolerance && h > 1e-4 {
			h = max(1e-4, h*max(0.2, 0.9*math.Pow(tolerance/err, 0.2)))
			continue
		}
		if !f.Crossed && now.At.Y*next.At.Y < 0 {
			f.Net, f.Crossed = between(&now, &next, crossing{net: true}), true
		}
		if now.Velocity.Z > 0 && next.Velocity.Z <= 0 {
			f.Apex = max(f.Apex, apex(&now, &next))
		}
		if next.At.Z <= o.Ground && next.Velocity.Z < 0 {
			f.Landing, f.Landed = between(&now, &next, crossing{ground: o.Ground}), true
			if f.Crossed && f.Net.Time > f.Landing.Time {
				f.Crossed = false
			}
			if o.Path {
				f.Path = append(f.Path, f.Landing)
			}
			return f
		}
		now, a = next, nextA
		if o.Path {
			f.Path = append(f.Path, now)
		}
		h = min(widest, h*min(4, 0.9*math.Pow(tolerance/max(err, 1e-12), 0.2)))
	}
	f.Landing = now
	return f
}

// step is one Dormand–Prince step of h seconds; a is the acceleration now. It
// returns the acceleration at the end, which the next step starts with, and the
// estimated error of the place in metres.
func (m *medium) step(s Moment, a Vec, w Vec, h float64) (Moment, Vec, float64) {
	v1, a1 := s.Velocity, a
	v2 := v1.add(h/5, a1)
	a2 := m.accel(v2, w)
	v3 := v1.add(h*3/40, a1).add(h*9/40, a2)
	a3 := m.accel(v3, w)
	v4 := v1.add(h*44/45, a1).add(-h*56/15, a2).add(h*32/9, a3)
	a4 := m.accel(v4, w)
	v5 := v1.add(h*19372/6561, a1).add(-h*25360/2187, a2).add(h*64448/6561, a3).add(-h*212/729, a4)
	a5 := m.accel(v5, w)
	v6 := v1.add(h*9017/3168, a1).
		add(-h*355/33, a2).
		add(h*46732/5247, a3).
		add(h*49/176, a4).
		add(-h*5103/18656, a5)
	a6 := m.accel(v6, w)
	v7 := v1.add(h*35/384, a1).add(h*500/1113, a3).add(h*125/192, a4).add(-h*2187/6784, a5).add(h*11/84, a6)
	a7 := m.accel(v7, w)
	p := s.At.add(h*35/384, v1).add(h*500/1113, v3).add(h*125/192, v4).add(-h*2187/6784, v5).add(h*11/84, v6)
	// The difference to the embedded fourth-order formula.
	const e1, e3, e4, e5, e6, e7 = 71.0 / 57600, -71.0 / 16695, 71.0 / 1920, -17253.0 / 339200, 22.0 / 525, -1.0 / 40
	e := v1.times(h*e1).add(h*e3, v3).add(h*e4, v4).add(h*e5, v5).add(h*e6, v6).add(h*e7, v7)
	return Moment{s.Time + h, p, v7}, a7, e.Length()
}

// crossing is what an event waits for: the net plane, or the ground at a height.
type crossing struct {
	net    bool
	ground float64
}

// at is how far a moment is from the crossing, and how fast that changes.
func (c crossing) at(m *Moment) (value, rate float64) {
	if c.net {
		return m.At.Y, m.Velocity.Y
	}
	return m.At.Z - c.ground, m.Velocity.Z
}

// between is the moment in a step at which the crossing is zero, on the cubic
// through both ends: Newton's method, halving where it would leave the step.
func between(a, b *Moment, c crossing) Moment {
	ga, _ := c.at(a)
	gb, _ := c.at(b)
	lo, hi, u := 0.0, 1.0, ga/(ga-gb)
	h := b.Time - a.Time
	m := *a
	for range 50 {
		m = hermite(a, b, u)
		v, rate := c.at(&m)
		if math.Abs(v) < 1e-10 || hi-lo < 1e-13 {
			break
		}
		if (v < 0) == (ga < 0) {
			lo = u
		} else {
			hi = u
		}
		if u -= v / (rate * h); !(u > lo && u < hi) {
			u = (lo + hi) / 2
		}
	}
	return m
}

// hermite is the cubic through two moments, at share u of the way.
func hermite(a, b *Moment, u float64) Moment {
	h := b.Time - a.Time
	u2, u3 := u*u, u*u*u
	p := a.At.times(2*u3-3*u2+1).
		add(h*(u3-2*u2+u), a.Velocity).
		add(-2*u3+3*u2, b.At).
		add(h*(u3-u2), b.Velocity)
	v := a.At.times((6*u2-6*u)/h).
		add(3*u2-4*u+1, a.Velocity).
		add((6*u-6*u2)/h, b.At).
		add(3*u2-2*u, b.Velocity)
	return Moment{a.Time + u*h, p, v}
}

// apex is the greatest height in a step that turns from rising to falling,
// where the parabola through both ends' vertical speeds has its top.
func apex(a, b *Moment) float64 {
	u := a.Velocity.Z / (a.Velocity.Z - b.Velocity.Z)
	return hermite(a, b, u).At.Z
}

// Resample is a path read every dt seconds, its two ends kept, on the cubics
// through its moments.
func Resample(path []Moment, dt float64) []Moment {
	if len(path) < 2 {
		return path
	}
	end := path[len(path)-1]
	out := make([]Moment, 0, int((end.Time-path[0].Time)/dt)+2)
	i := 0
	for t := path[0].Time; t < end.Time-dt/4; t += dt {
		for i < len(path)-2 && path[i+1].Time < t {
			i++
		}
		a, b := &path[i], &path[i+1]
		out = append(out, hermite(a, b, (t-a.Time)/(b.Time-a.Time)))
	}
	return append(out, end)
}
