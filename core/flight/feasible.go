package flight

import (
	"fmt"
	"math"
)

// infeasible says why there is no launch, and looks for the nearest value of
// what was fixed that has one.
func (s *solver) infeasible(b *Ball, air Air, why string) Answer {
	out := Answer{Reason: why}
	if s.feed.By != BySpeed {
		if out.Reason == "" {
			out.Reason = "No launch does that."
		}
		if s.feed.By == ByClearance && s.feed.Net != nil && s.feed.From.Y*s.feed.To.Y < 0 {
			s.overNet(b, air, &out)
		}
		return out
	}
	reach := s.farthest(s.feed.Want)
	if reach >= s.distance {
		out.Reason = "No launch at that speed was found."
		return out
	}
	out.Reason = fmt.Sprintf("At that speed it comes down after %.1f m, not %.1f m.", reach, s.distance)
	lo, hi := s.feed.Want, s.feed.Want
	for s.farthest(hi) < s.distance {
		if hi *= 1.5; hi > 150 {
			return out
		}
	}
	for hi-lo > 0.01 {
		if mid := (lo + hi) / 2; s.farthest(mid) < s.distance {
			lo = mid
		} else {
			hi = mid
		}
	}
	out.Nearest, out.NearestFound = hi, true
	return out
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

// overNet finds the value of what was fixed at which the ball just clears the
// net, a ball's width over the tape.
func (s *solver) overNet(b *Ball, air Air, out *Answer) {
	f := s.feed
	for _, clearance := range []float64{b.Diameter, 0.1, 0.2, 0.4, 0.8, 1.6} {
		f.By, f.Want = ByClearance, clearance
		clear := Solve(b, air, f, false)
		if !clear.Feasible {
			if f.Want > 1 || s.feed.By == ByClearance && clear.NearestFound {
				return
			}
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
