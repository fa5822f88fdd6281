package target

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/units"
)

// Level is how the balls of a level scatter: standard deviations in metres
// across and along a shot of LevelShot metres off a comfortable fed ball, and
// the share that ends in the net.
type Level struct {
	Across float64
	Along  float64
	Net    float64
}

// LevelShot is the length in metres of the shot that the levels are given for,
// on a full tennis court. A spread is an angle rather than a length: it grows in
// proportion to the shot.
const LevelShot = 20.0

// levels, set by judgement [trade].
var levels = map[units.Level]Level{
	units.Beginner:    {1.30, 2.10, 0.18},
	units.Club:        {0.95, 1.50, 0.10},
	units.Performance: {0.65, 1.05, 0.05},
}

// LevelOf is how a level scatters.
func LevelOf(l units.Level) (Level, error) {
	return levels[l], l.Validate()
}

// ReferenceShot is the usual length of a stroke on that court, in metres:
// LevelShot in proportion to the court's own length. Between walls that is the
// length to the back wall.
func ReferenceShot(c *court.Court) float64 {
	length := 2 * c.HalfLength
	if c.Walls != nil {
		length = c.HalfLength
	}
	return LevelShot * length / units.Feet(78)
}

// Effort widens the spread by how hard a ball is to get to, the time needed ÷
// the time there is: not at all up to 0.5, by a quarter at 0.85, by 0.6 at 1,
// in straight lines between [trade]. Past 1 the ball is not reached, and no
// factor says how it would have gone.
func Effort(ratio float64) (widens float64, reached bool) {
	switch {
	case ratio <= 0.5:
		return 1, true
	case ratio <= 0.85:
		return 1 + 0.25*(ratio-0.5)/0.35, true
	case ratio <= 1:
		return 1.25 + 0.35*(ratio-0.85)/0.15, true
	}
	return 0, false
}

// How a ball that is not fed widens or narrows the spread [trade].
const (
	OffOpponent = 1.2
	OffOwnToss  = 0.9
)

// Stroke is one ball that a student is asked to play: what counts, where it is
// aimed, and what makes it harder or easier. It may be the key of a map.
type Stroke struct {
	Court   *court.Court
	Area    court.Area
	Aim     court.Point
	Counts  Shape
	Length  float64 // of the shot, metres
	Heading float64 // radians from straight ahead
	// Widened is the factor of effort and of where the ball comes from; 0 is a
	// ball that is not reached.
	Widened float64
}

// Spread of a student of that level, k times as wide as the level's.
func (l Level) Spread(s Stroke, k float64) Spread {
	f := k * s.Widened * s.Length / LevelShot
	return Spread{Across: l.Across * f, Along: l.Along * f, Heading: s.Heading}
}

// Chance that the ball counts for a student of that level whose spread is k
// times the level's: over the net, in court, and in what counts.
func (l Level) Chance(s Stroke, k float64) float64 {
	if s.Widened <= 0 {
		return 0
	}
	spread := l.Spread(s, k)
	if c, ok := s.Counts.(Circle); ok && c.Centre == s.Aim && c.Radius <= Room(s.Court, s.Area, s.Aim) {
		return (1 - l.Net) * spread.Clear(c.Radius)
	}
	return (1 - l.Net) * spread.Chance(s.Court, s.Area, s.Aim, s.Counts)
}

// Curve of the stroke for that level: its chance for every k.
func (l Level) Curve(s Stroke) Curve {
	return CurveOf(func(k float64) float64 { return l.Chance(s, k) })
}

// ClearCurve is that of a circle of that radius about the aim of a shot of that
// length, both in metres, off a comfortable ball and with no line near.
func (l Level) ClearCurve(radius, length float64) Curve {
	s := Stroke{Length: length, Widened: 1}
	return CurveOf(func(k float64) float64 { return (1 - l.Net) * l.Spread(s, k).Clear(radius) })
}

// Within is the radius in metres around the aim that holds the share q of all
// balls, those in the net not among them, however the lines lie; false where so
// many do not come over.
func (l Level) Within(s Stroke, k, q float64) (float64, bool) {
	share := q / (1 - l.Net)
	if share >= 1 || s.Widened <= 0 {
		return 0, false
	}
	spread := l.Spread(s, k)
	lo, hi := 0.0, 6*math.Max(spread.Across, spread.Along)
	for range 30 {
		mid := (lo + hi) / 2
		if spread.Clear(mid) < share {
			lo = mid
		} else {
			hi = mid
		}
	}
	return hi, true
}
