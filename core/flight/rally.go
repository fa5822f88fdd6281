package flight

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/units"
)

// A rally's tempo: the ball leaves one player's racket at the pace, passes the
// net with the clearance, bounces and is met at the same place on the other
// side (between walls: comes back to the same depth). Balls a minute are 60 s
// over that time, since each player's stroke is the next one's feed.

// Beat is one ball of a rally.
type Beat struct {
	Seconds  float64 // stroke to stroke
	Launch   Launch
	Bounce   *Moment
	Met      Moment
	Feasible bool
	TooLow   bool // nobody would play it
	Reason   Reason
}

// BallsPerMinute of a rally of such beats.
func (b Beat) BallsPerMinute() float64 { return 60 / b.Seconds }

// BeatAt is the ball of a rally at that pace (m/s off the racket), clearance
// (m, of the ball's centre over the net, or tin) and topspin (rad/s).
func BeatAt(c *court.Court, air Air, pace, clearance, top float64) Beat {
	x := c.Play.Rally
	b, err := BallByID(c.Ball)
	if err != nil {
		return Beat{Reason: why("%s", units.Word(err.Error()))}
	}
	m := b.in(air)
	from := Vec{0, -x.Depth, x.Height}
	want := c.NetHeight(court.Doubles, 0) + clearance
	if c.Walls != nil {
		want = c.Walls.Tin + clearance
	}
	// The flatter launch that passes y = 0 at the wanted height: its height there
	// grows with elevation until the ball no longer gets there.
	over := func(elevation float64) float64 {
		l := Launch{From: from, Speed: pace, Elevation: elevation, Top: top}
		f := m.fly(Moment{0, from, l.velocity()}, l.spin(), Options{Ground: -5})
		if !f.Crossed {
			return math.Inf(-1)
		}
		return f.Net.At.Z - want
	}
	lo, hi := -0.6, -0.6
	for hi < 1.2 && over(hi) < 0 {
		lo, hi = hi, hi+0.05
	}
	if hi >= 1.2 {
		return Beat{Reason: why("At that pace the ball does not clear the net at that height.")}
	}
	for range 40 {
		if mid := (lo + hi) / 2; over(mid) < 0 {
			lo = mid
		} else {
			hi = mid
		}
	}
	return m.beat(c, x, Launch{From: from, Speed: pace, Elevation: hi, Top: top})
}

// surfaces that a ball of the rally can meet; the player is one of them.
func surfaces(x court.Rally, c *court.Court, r float64) []Wall {
	floor := Wall{"floor", Vec{0, 0, 1}, 0}
	if c.Walls != nil {
		return []Wall{floor, {"player", Vec{0, 1, 0}, -x.Depth - r}, {"front-wall", Vec{0, -1, 0}, 0}}
	}
	return []Wall{floor, {"player", Vec{0, -1, 0}, -x.Depth - r}}
}

// BeatPath is the way of a beat's ball, for drawing.
func BeatPath(c *court.Court, air Air, b Beat) []Moment {
	x := c.Play.Rally
	ball, err := BallByID(c.Ball)
	if err != nil {
		return nil
	}
	m := ball.in(air)
	l := b.Launch
	most := 2
	if x.Volley {
		most = 1
	}
	path := moments(
		m.track(
			Moment{0, l.From, l.velocity()},
			l.spin(),
			surfaces(x, c, ball.Diameter/2),
			func(floors int) bool { return floors < most },
		),
	)
	// It ends where the ball is met.
	for n := len(path); n > 0 && path[n-1].Time >= b.Met.Time; n-- {
		path = path[:n-1]
	}
	return append(path, b.Met)
}

// beat plays the launch until it is met.
func (m *medium) beat(c *court.Court, x court.Rally, l Launch) Beat {
	r := m.ball.Diameter / 2
	around := surfaces(x, c, r)
	out := Beat{Launch: l}
	now, spin := Moment{0, l.From, l.velocity()}, l.spin()
	for {
		next, hit := m.until(now, spin, around, r)
		if hit < 0 {
			out.Reason = why("The ball does not land within ten seconds.")
			return out
		}
		switch around[hit].Name {
		case "player":
			out.Met, out.Seconds = next, next.Time
			out.Feasible = out.Bounce != nil || x.Volley || c.Walls != nil
			if !out.Feasible {
				out.Reason = why("The ball flies past the baseline before it bounces.")
			} else if next.Velocity.Z < 0 { // one that rises is played off the ground
				out.playedAt(lowest * x.Height)
			}
			return out
		case "floor":
			if x.Volley {
				out.Met, out.Seconds = next, next.Time
				out.Reason = why("The ball lands before it reaches the partner.")
				return out
			}
			bounce := next
			out.Bounce = &bounce
			if long := math.Abs(next.At.Y) - c.HalfLength; long > 0 {
				out.Reason = why("The ball bounces %s past the baseline.", units.Distance(long))
				out.Met, out.Seconds = next, next.Time
				return out
			}
		case "reach":
			out.Met, out.Seconds, out.Feasible = next, next.Time, true
			out.playedAt(lowest * x.Height)
			return out
		}
		next.Velocity, spin = m.ball.Bounce(next.Velocity, spin, around[hit].Normal)
		if now = next; around[hit].Name == "floor" { // who comes in meets it before it is down again
			around[hit] = Wall{"reach", Vec{0, 0, 1}, lowest*x.Height - r}
		}
	}
}

// playedAt refuses a ball that is met lower than that, in m.
func (b *Beat) playedAt(least float64) {
	if low := least - b.Met.At.Z; low > 0.01 {
		b.Feasible, b.TooLow = false, true
		b.Reason = why("The ball is %s too low to be played.", units.Distance(low))
	}
}

// lowest is the height at which a ball of a rally is played at the least, as a share of the
// usual [trade].
const lowest = 0.3

// Holding is the least topspin in rad/s, up to 5 000 rpm, that keeps such a
// ball in court, and whether there is one.
func Holding(c *court.Court, air Air, pace, clearance float64) (top float64, ok bool) {
	for rpm := 0.0; rpm <= 5000; rpm += 100 {
		if BeatAt(c, air, pace, clearance, RPM(rpm)).Feasible {
			return RPM(rpm), true
		}
	}
	return 0, false
}

// PaceFor is the pace whose rally has so many balls a minute at that clearance
// and topspin: tempo grows with pace, so halve. It says why where there is none.
func PaceFor(c *court.Court, air Air, perMinute, clearance, top float64) Beat {
	const slow, fast = 2.0, 70.0
	lo, hi := slow, fast
	for range 40 {
		mid := (lo + hi) / 2
		b := BeatAt(c, air, mid, clearance, top)
		switch {
		case b.Seconds == 0: // does not get over: more
			lo = mid
		case b.BallsPerMinute() < perMinute:
			lo = mid
		default:
			hi = mid
		}
	}
	b := BeatAt(c, air, hi, clearance, top)
	if math.Abs(b.BallsPerMinute()-perMinute) > 0.01*perMinute {
		b.Feasible = false
		if b.Reason.IsZero() {
			b.Reason = why("At that height no pace gives that tempo.")
		}
	}
	return b
}
