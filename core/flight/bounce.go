package flight

import "math"

// Bounce is how a ball leaves a surface whose normal points to its side: the
// speed along the normal is kept by the share of restitution e, and friction
// μ(1+e) times the speed into the surface slows the skin's slip until the ball
// rolls, turning slip into spin:
//
//	Δv_t = −min(μ(1+e)|v_n|, |u|/(1 + 1/β)) û,  u = v_t + ω × (−r n)
//
// with I = β m r² [rule: Newton's and Coulomb's laws; coefficients memory].
// Velocity in m/s, spin in rad/s.
func (b *Ball) Bounce(velocity, spin, normal Vec) (Vec, Vec) {
	vn := velocity.dot(normal)
	if vn >= 0 { // already leaving
		return velocity, spin
	}
	r := b.Diameter / 2
	out := velocity.add(-(1+b.Restitution)*vn, normal)
	slip := velocity.add(-vn, normal).add(-r, spin.cross(normal))
	u := slip.Length()
	if u == 0 {
		return out, spin
	}
	change := math.Min(b.Friction*(1+b.Restitution)*-vn, u/(1+1/b.Inertia))
	along := slip.times(-change / u)
	// The push acts at −r n from the centre: Δω = (−r n × Δv) / (β r²).
	return out.plus(along), spin.add(-1/(b.Inertia*r), normal.cross(along))
}

// After is the flight from a bounce on the floor until the ball is met falling
// through the contact height, or comes down again where it does not rise to it.
func After(b *Ball, air Air, landing Moment, spin Vec, o Options) Flight {
	m := b.in(air)
	v, w := b.Bounce(landing.Velocity, spin, Vec{0, 0, 1})
	start := Moment{landing.Time, landing.At, v}
	f := m.fly(start, w, o)
	if f.Apex < o.Ground {
		o.Ground = b.Diameter / 2
		f = m.fly(start, w, o)
	}
	return f
}

// Wall is a flat surface that a ball can meet: points p with p·Normal = Offset,
// Normal pointing into play.
type Wall struct {
	Name   string
	Normal Vec
	Offset float64
}

// Touch is one meeting with a wall or the floor.
type Touch struct {
	On string // the wall's name, or "floor"
	Moment
}

// Rebound follows a ball from wall to wall until it has touched the floor twice
// or touched anything sixteen times. The centre stays a radius off each surface.
func Rebound(b *Ball, air Air, l Launch, walls []Wall) []Touch {
	m := b.in(air)
	r := b.Diameter / 2
	surfaces := append([]Wall{{"floor", Vec{0, 0, 1}, 0}}, walls...)
	now, spin := Moment{0, l.From, l.velocity()}, l.spin()
	var touches []Touch
	floors := 0
	for len(touches) < 16 && floors < 2 && now.Time < longest {
		next, hit := m.until(now, spin, surfaces, r)
		if hit < 0 {
			break
		}
		touches = append(touches, Touch{surfaces[hit].Name, next})
		if hit == 0 {
			floors++
		}
		next.Velocity, spin = b.Bounce(next.Velocity, spin, surfaces[hit].Normal)
		now = next
	}
	return touches
}

// until flies to the first surface the ball's skin meets; −1 when there is none
// in ten seconds.
func (m *medium) until(now Moment, spin Vec, surfaces []Wall, r float64) (Moment, int) {
	a := m.accel(now.Velocity, spin)
	const h = 0.02 // short, since walls are near and corners sharp
	for now.Time < longest {
		next, nextA, _ := m.step(now, a, spin, h)
		first, hit := next, -1
		for i, s := range surfaces {
			gap := func(p *Moment) float64 { return p.At.dot(s.Normal) - s.Offset - r }
			if gap(&next) >= 0 || next.Velocity.dot(s.Normal) >= 0 {
				continue
			}
			lo, hi := 0.0, 1.0
			for range 40 {
				mid := (lo + hi) / 2
				if p := hermite(&now, &next, mid); gap(&p) > 0 {
					lo = mid
				} else {
					hi = mid
				}
			}
			if at := hermite(&now, &next, hi); hit < 0 || at.Time < first.Time {
				first, hit = at, i
			}
		}
		if hit >= 0 {
			return first, hit
		}
		now, a = next, nextA
	}
	return now, -1
}
