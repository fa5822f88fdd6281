package flight

import (
	"math"

	"hodometer/core/units"
)

// wayOut looks for the nearest value of what was fixed that has a launch: more
// speed where the ball falls short, else whatever clears the net.
func (s *solver) wayOut(out *Answer) {
	if s.distance < 0.05 {
		return
	}
	if s.feed.By == BySpeed && !out.Flight.Landed {
		if reach := s.farthest(s.feed.Want); reach < s.distance {
			out.Reason = why(
				"At that speed the ball lands after %s, not %s.",
				units.Distance(reach),
				units.Distance(s.distance),
			)
			out.Nearest, out.NearestFound = s.slowest()
			return
		}
	}
	if s.feed.Net != nil && s.feed.From.Y*s.feed.To.Y < 0 {
		s.overNet(out)
	}
}

// slowest is the least speed, over the one that was fixed, that goes the
// distance.
func (s *solver) slowest() (float64, bool) {
	lo, hi := s.feed.Want, s.feed.Want
	for s.farthest(hi) < s.distance {
		if hi *= 1.5; hi > 150 {
			return 0, false
		}
	}
	for hi-lo > 0.01 {
		if mid := (lo + hi) / 2; s.farthest(mid) < s.distance {
			lo = mid
		} else {
			hi = mid
		}
	}
	return hi, true
}

// farthest is how far a ball of that speed can be sent, over all elevations.
func (s *solver) farthest(speed float64) float64 {
	far := func(elevation float64) float64 {
		o, landed := s.shoot(unknowns{speed * math.Cos(elevation), speed * math.Sin(elevation), 0})
		if !landed {
			return 0
		}
		return o[0]
	}
	const golden = 0.6180339887498949
	lo, hi := -0.2, 1.4
	a, b := hi-golden*(hi-lo), lo+golden*(hi-lo)
	fa, fb := far(a), far(b)
	for hi-lo > 1e-3 {
		if fa < fb {
			lo, a, fa = a, b, fb
			b = lo + golden*(hi-lo)
			fb = far(b)
		} else {
			hi, b, fb = b, a, fa
			a = hi - golden*(hi-lo)
			fa = far(a)
		}
	}
	return far((lo + hi) / 2)
}

// overNet finds the value of what was fixed at which the ball clears the net by
// little: its own width, or as much more as there needs to be.
func (s *solver) overNet(out *Answer) {
	for _, clearance := range []float64{s.ball.Diameter, 0.1, 0.2, 0.4, 0.8, 1.6, 3.2} {
		try := *s
		try.feed.By, try.feed.Want = ByClearance, clearance
		clear := try.attempt(false)
		if !clear.Feasible {
			continue
		}
		out.NearestFound = true
		switch s.feed.By {
		case BySpeed:
			out.Nearest = clear.Launch.Speed
		case ByTime:
			out.Nearest = clear.Flight.Landing.Time
		case ByApex:
			out.Nearest = clear.Flight.Apex
		case ByClearance:
			out.Nearest = clearance
		}
		return
	}
}
