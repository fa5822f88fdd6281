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
	"hodometer/core/units"
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

// movers by level.
var movers = map[units.Level]Mover{units.Beginner: Junior, units.Club: Club, units.Performance: Performance}

// For is how students of a level move, before anything was measured of one.
func For(l units.Level) (Mover, error) {
	if err := l.Validate(); err != nil {
		return Mover{}, err
	}
	return movers[l], nil
}

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

// EffortTerms are the words of the efforts, easiest first.
var EffortTerms = []units.Term{
	{ID: string(Easy), Label: "easy"},
	{ID: string(Working), Label: "medium"},
	{ID: string(Stretch), Label: "hard"},
	{ID: string(Unreachable), Label: "out of reach"},
}

// Efforts there are, easiest first.
var Efforts = []Effort{Easy, Working, Stretch, Unreachable}

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
// next: the spot whose worst weighted time ratio is smallest, and that ratio. A
// ratio λ lets the student be no farther from a reply than
//
//	reach + d(λ · available/weight − reaction)
//
// so a spot does for λ when it lies in all those circles, and the least λ for
// which they meet is found by halving.
func (m Mover) Shifting(replies []Reply) (spot court.Point, ratio float64) {
	if len(replies) == 0 {
		return court.Point{}, 0
	}
	lo, hi := 0.0, 0.0
	for _, r := range replies {
		lo = max(lo, r.Weight*m.Reaction/r.Available) // even where it comes to hand
	}
	hi = max(lo, m.worst(replies[0].At, replies)) // waiting at the first does for this
	spot = replies[0].At
	if p, ok := m.meeting(replies, lo*(1+1e-12)); ok {
		return p, lo
	}
	for range 60 {
		mid := (lo + hi) / 2
		if p, ok := m.meeting(replies, mid); ok {
			spot, hi = p, mid
		} else {
			lo = mid
		}
	}
	return spot, m.worst(spot, replies)
}

// meeting is the middle of where the circles of that ratio meet, from the
// corners of the place they share; false where they share none.
func (m Mover) meeting(replies []Reply, ratio float64) (court.Point, bool) {
	radii := make([]float64, len(replies))
	for i, r := range replies {
		radii[i] = m.Reach + m.Covered(ratio*r.Available/r.Weight-m.Reaction)
	}
	within := func(p court.Point) bool {
		for i, r := range replies {
			if p.Distance(r.At) > radii[i]+1e-9 {
				return false
			}
		}
		return true
	}
	sum, n := court.Point{}, 0.0
	add := func(p court.Point) {
		if within(p) {
			sum.X, sum.Y, n = sum.X+p.X, sum.Y+p.Y, n+1
		}
	}
	for i, a := range replies {
		add(a.At)
		for j := range i {
			b := replies[j]
			d := a.At.Distance(b.At)
			if d == 0 || d > radii[i]+radii[j] {
				continue
			}
			// Where two circles cross: along the line of their centres and beside it.
			along := (d*d + radii[i]*radii[i] - radii[j]*radii[j]) / (2 * d)
			beside := math.Sqrt(max(0, radii[i]*radii[i]-along*along))
			ux, uy := (b.At.X-a.At.X)/d, (b.At.Y-a.At.Y)/d
			add(court.Point{X: a.At.X + along*ux - beside*uy, Y: a.At.Y + along*uy + beside*ux})
			add(court.Point{X: a.At.X + along*ux + beside*uy, Y: a.At.Y + along*uy - beside*ux})
		}
	}
	if n == 0 {
		return court.Point{}, false
	}
	return court.Point{X: sum.X / n, Y: sum.Y / n}, true
}

// Bisector is the school's answer without weights or times: on the given depth,
// the x that halves the angle between the opponent's extreme replies.
func Bisector(opponent, left, right court.Point, depth float64) court.Point {
	al, ar := math.Atan2(
		left.X-opponent.X,
		opponent.Y-left.Y,
	), math.Atan2(
		right.X-opponent.X,
		opponent.Y-right.Y,
	)
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
