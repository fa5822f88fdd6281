// Package footwork reckons whether a student gets to a ball, and where to wait
// for the next.
//
// A sprint from rest covers d(t) = V (t − τ (1 − e^{−t/τ})) metres in t seconds
// [paper: Furusawa, Hill & Parkinson 1927], V the top speed and τ how long it
// takes to build. Before it come reaction and split step; the arm and racket
// reach the last part. Speed lost by turning, and fatigue, are left out.
package footwork

import (
	"math"

	"hodometer/core/court"
)

// Mover is how a student moves.
type Mover struct {
	MaxSpeed     float64 `json:"maxSpeed"`     // V, m/s
	TimeConstant float64 `json:"timeConstant"` // τ, s
	Reaction     float64 `json:"reaction"`     // reaction and split step, s
	Reach        float64 `json:"reach"`        // from the body to the ball, m
}

// Defaults by level [memory]; every value can be set for a student.
var (
	Junior      = Mover{4.0, 0.8, 0.30, 0.9}
	Club        = Mover{4.8, 0.85, 0.27, 1.2}
	Performance = Mover{5.8, 0.9, 0.22, 1.4}
)

// Covered is the distance run from rest in t seconds.
func (m Mover) Covered(t float64) float64 {
	if t <= 0 {
		return 0
	}
	return m.MaxSpeed * (t + m.TimeConstant*math.Expm1(-t/m.TimeConstant))
}

// Run is the time to run d metres from rest.
func (m Mover) Run(d float64) float64 {
	if d <= 0 {
		return 0
	}
	// Newton from above: at d/V + τ the runner is past d, and Covered is convex.
	t := d/m.MaxSpeed + m.TimeConstant
	for range 60 {
		step := (m.Covered(t) - d) / (-m.MaxSpeed * math.Expm1(-t/m.TimeConstant))
		t -= step
		if math.Abs(step) < 1e-12 {
			break
		}
	}
	return t
}

// Needed is the time from the opponent's hit to being able to play a ball d
// metres away.
func (m Mover) Needed(d float64) float64 { return m.Reaction + m.Run(d-m.Reach) }

// Effort is how hard a ball is to get to.
type Effort string

// The efforts, by needed ÷ available: under ½, to 0.85, to 1, above [trade].
const (
	Easy        Effort = "easy"
	Working     Effort = "working"
	Stretch     Effort = "stretch"
	Unreachable Effort = "unreachable"
)

// Arrival is one ball as the student meets it.
type Arrival struct {
	Distance float64 `json:"distance"` // m
	Needed   float64 `json:"needed"`   // s
	Slack    float64 `json:"slack"`    // s, available − needed
	Ratio    float64 `json:"ratio"`    // needed ÷ available
	Effort   Effort  `json:"effort"`
}

// Meet says how a student meets a ball d metres away with so many seconds.
func (m Mover) Meet(d, available float64) Arrival {
	a := Arrival{Distance: d, Needed: m.Needed(d)}
	a.Slack, a.Ratio = available-a.Needed, a.Needed/available
	switch {
	case a.Ratio > 1:
		a.Effort = Unreachable
	case a.Ratio > 0.85:
		a.Effort = Stretch
	case a.Ratio > 0.5:
		a.Effort = Working
	default:
		a.Effort = Easy
	}
	return a
}

// Reply is one thing an opponent may do: where the ball must be met, the time
// there is, and how likely it is.
type Reply struct {
	At        court.Point `json:"at"`
	Available float64     `json:"available"` // s
	Weight    float64     `json:"weight"`
}

// worst is the largest time ratio over the replies, each scaled by its weight.
func (m Mover) worst(from court.Point, replies []Reply) float64 {
	w := 0.0
	for _, r := range replies {
		w = max(w, r.Weight*m.Needed(from.Distance(r.At))/r.Available)
	}
	return w
}

// Shifting is where to recover to by the school that shifts to what is likely
// next: the spot whose worst weighted time ratio is smallest.
func (m Mover) Shifting(replies []Reply) (spot court.Point, ratio float64) {
	if len(replies) == 0 {
		return court.Point{}, 0
	}
	lo, hi := replies[0].At, replies[0].At
	for _, r := range replies {
		lo.X, hi.X = min(lo.X, r.At.X), max(hi.X, r.At.X)
		lo.Y, hi.Y = min(lo.Y, r.At.Y), max(hi.Y, r.At.Y)
	}
	spot = court.Point{X: (lo.X + hi.X) / 2, Y: (lo.Y + hi.Y) / 2}
	ratio = m.worst(spot, replies)
	// A shrinking look around: the ratio has no slope where two replies tie.
	for step := math.Max(0.1, math.Max(hi.X-lo.X, hi.Y-lo.Y)/4); step > 1e-4; {
		better := false
		for k := range 16 {
			s, c := math.Sincos(2 * math.Pi * float64(k) / 16)
			p := court.Point{X: spot.X + step*c, Y: spot.Y + step*s}
			// A gain that hardly grows with the step is a crawl along the ridge.
			if r := m.worst(p, replies); r < ratio-0.0001*step {
				spot, ratio, better = p, r, true
			}
		}
		if !better {
			step /= 2
		}
	}
	return spot, ratio
}

// Bisector is the school's answer without weights or times: on the given depth,
// the x that halves the angle between the opponent's extreme replies.
func Bisector(opponent, left, right court.Point, depth float64) court.Point {
	al, ar := math.Atan2(left.X-opponent.X, opponent.Y-left.Y), math.Atan2(right.X-opponent.X, opponent.Y-right.Y)
	return court.Point{X: opponent.X + math.Tan((al+ar)/2)*(opponent.Y-depth), Y: depth}
}

// Metres is the length of the way from place to place, which the product is
// named for.
func Metres(places []court.Point) float64 {
	sum := 0.0
	for i := 1; i < len(places); i++ {
		sum += places[i-1].Distance(places[i])
	}
	return sum
}
