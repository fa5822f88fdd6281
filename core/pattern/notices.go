package pattern

import (
	"fmt"
	"math"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/footwork"
	"hodometer/core/units"
)

// Kind of a notice.
type Kind string

// The kinds of notices, by their cause.
const (
	CannotFeed  Kind = "cannotFeed"
	Unreachable Kind = "unreachable"
	Behind      Kind = "behind" // met off the floor there is
	Lane        Kind = "lane"   // somebody stands in the way
	Collecting  Kind = "collecting"
	// NobodyBrings is a ball that comes from where nobody stands.
	NobodyBrings Kind = "nobodyBrings"
)

// Fix is a change that mends what a notice is about.
type Fix struct {
	Label   string  `json:"label"`
	Outcome string  `json:"outcome"`
	Pattern Pattern `json:"pattern"`
}

// Notice says what will not work, where, and what would mend it.
type Notice struct {
	Kind  Kind   `json:"kind"`
	Feed  int    `json:"feed"` // from 0; −1 where it is not one feed's
	Text  string `json:"text"`
	Fixes []Fix  `json:"fixes"`
}

// Distances that people keep, common practice [trade].
const (
	swingRoom = 2.0 // m, between a hitter and anybody else
	laneRoom  = 1.0 // m, beside the way of a hit ball
)

// Notices looks through a turn of the pattern, of so many balls, for what will
// not work. Lengths and speeds are written in that system. Looking for fixes
// takes most of the time; a drag can do without them.
func (k *Flights) Notices(
	p Pattern,
	m footwork.Mover,
	balls int,
	plan Turn,
	fixes bool,
	system units.System,
) []Notice {
	c, err := court.ByID(p.Court)
	if err != nil {
		return nil
	}
	out := []Notice{}
	for i, b := range plan.Balls {
		switch {
		case !b.Feasible:
			out = append(out, p.cannotFeed(i, b, system))
			continue
		case b.Leg.Effort == footwork.Unreachable:
			out = append(out, p.unreachable(k, m, balls, i, b, fixes, system))
		}
		if !c.OnFloor(b.At.Floor()) {
			out = append(
				out,
				Notice{
					Behind,
					i,
					fmt.Sprintf(
						"Ball %d would be hit %s behind the baseline, where there is no room. Take it earlier or "+
							"feed it shorter.",
						i+1,
						units.Length(math.Abs(b.At.Y)-c.HalfLength, system),
					),
					p.earlier(i),
				},
			)
		}
	}
	return append(append(out, p.inTheWay(plan, system)...), p.nobodyBrings()...)
}

// cannotFeed words a feed that has no launch, with the nearest that has.
func (p Pattern) cannotFeed(i int, b Ball, system units.System) Notice {
	n := Notice{
		CannotFeed,
		i,
		fmt.Sprintf("Ball %d cannot be fed like that. %s", i+1, b.Reason.Say(system)),
		[]Fix{},
	}
	if b.Nearest != nil {
		q := p.Clone()
		q.Feeds[i].Want = math.Ceil(*b.Nearest*100) / 100
		want := q.Feeds[i].Want
		label := map[flight.Given]string{
			flight.BySpeed:     "Feed it at " + units.Speed(want, system),
			flight.ByClearance: "Feed it " + units.Length(want, system) + " over the net",
			flight.ByTime:      fmt.Sprintf("Give it a flight time of %.2f s", want),
			flight.ByApex:      "Let it rise to " + units.Length(want, system),
		}[p.Feeds[i].By]
		n.Fixes = append(n.Fixes, Fix{label, "the ball gets there", q})
	}
	return n
}

// reach is the time ratio at which a ball still is work and no stretch.
const reach = 0.85

// unreachable offers more time before the ball, a higher ball, and one nearer
// by: of each the least that brings the ratio down to a working one.
func (p Pattern) unreachable(
	k *Flights,
	m footwork.Mover,
	balls, i int,
	b Ball,
	fixes bool,
	system units.System,
) Notice {
	n := Notice{
		Unreachable,
		i,
		fmt.Sprintf(
			"Ball %d is out of reach: the student needs %.2f s to get there and has %.2f s.",
			i+1,
			b.Leg.Needed,
			b.Leg.Needed+b.Leg.Slack,
		),
		[]Fix{},
	}
	if !fixes {
		return n
	}
	metres := func(words string) func(float64) string {
		return func(by float64) string { return fmt.Sprintf(words, units.Length(by, system)) }
	}
	in := rooms.Get().(*room)
	defer rooms.Put(in)
	tried := p
	tried.Feeds = nil
	try := func(most float64, label func(by float64) string, change func(q *Pattern, by float64)) {
		bent := func(by float64) Pattern {
			q := p.Clone()
			change(&q, by)
			return q
		}
		by, ok := least(most, func(by float64) bool {
			tried.Feeds = append(tried.Feeds[:0], p.Feeds...)
			change(&tried, by)
			plan, err := k.play(tried, m, balls, false, in)
			return err == nil && plan.Balls[i].Feasible && plan.Balls[i].Leg.Ratio <= reach
		})
		if ok {
			n.Fixes = append(n.Fixes, Fix{label(by), "in reach", bent(by)})
		}
	}
	before := (i + len(p.Feeds) - 1) % len(p.Feeds) // of the round before
	if balls > i && (i > 0 || balls > len(p.Feeds)) {
		later := func(by float64) string { return fmt.Sprintf("Feed it %.1f s later", by) }
		try(3, later, func(q *Pattern, by float64) {
			q.Feeds[before].Gap = math.Round(100*(q.Feeds[before].Gap+by)) / 100
		})
	}
	if p.Base != p.Start && !p.Shift {
		q := p.Clone()
		q.Base = q.Start
		if plan, err := k.Play(q, m, balls, false); err == nil && plan.Balls[i].Leg.Ratio <= 1 {
			n.Fixes = append(n.Fixes, Fix{"Recover only to the start position", "in reach", q})
		}
	}
	if by := p.Feeds[i].By; by == flight.ByClearance || by == flight.ByApex {
		try(5, metres("Feed it %s higher"), func(q *Pattern, by float64) { q.Feeds[i].Want += by })
	}
	// The ball is met some way past its bounce: both move by what brings the
	// contact toward the student.
	to, at, from := p.Feeds[i].To, b.At.Floor(), b.Leg.Stands
	if away := at.Distance(from); away > 0.1 {
		nearer := func(q *Pattern, by float64) {
			q.Feeds[i].To = court.Point{
				X: to.X + (from.X-at.X)*by/away,
				Y: min(-0.3, to.Y+(from.Y-at.Y)*by/away),
			}
		}
		most := math.Floor(away*10) / 10
		try(most, metres("Feed it %s closer"), nearer)
		if len(n.Fixes) == 0 && i > 0 { // neither alone: both
			try(most, metres("Feed it 2 s later and %s closer"), func(q *Pattern, by float64) {
				q.Feeds[before].Gap += 2
				nearer(q, by)
			})
		}
	}
	return n
}

// earlier offers a ball taken on the rise.
func (p Pattern) earlier(i int) []Fix {
	if p.Feeds[i].Meet != Falling {
		return []Fix{}
	}
	q := p.Clone()
	q.Feeds[i].Meet = Rising
	return []Fix{{"Take it on the rise", "contact closer to the baseline", q}}
}

// least is the smallest value up to most, to a tenth, for which ok holds, when
// it holds from some value on.
func least(most float64, ok func(float64) bool) (float64, bool) {
	if !ok(most) {
		return 0, false
	}
	lo, hi := 0.0, most
	for hi-lo > 0.02 {
		if mid := (lo + hi) / 2; ok(mid) {
			hi = mid
		} else {
			lo = mid
		}
	}
	return min(most, math.Ceil(hi*10)/10), true
}

// inTheWay looks for people in the hitter's swing and in the way of hit balls,
// and for hitters whose lanes cross.
func (p Pattern) inTheWay(plan Turn, system units.System) []Notice {
	out := []Notice{}
	for k, who := range p.People {
		if who.Role == Feeder || who.Role == Partner {
			continue // they see the ball and play it
		}
		for i, b := range plan.Balls {
			if kind, text := p.blocks(who, i, b.At.Floor(), system); text != "" {
				out = append(out, Notice{kind, i, text, p.aside(k)})
				break
			}
		}
	}
	return out
}

// blocks says how that person is in the way of ball i, met there; "" if not.
func (p Pattern) blocks(who Person, i int, met court.Point, system units.System) (Kind, string) {
	aim := p.Feeds[i].Aim
	near := who.At.Distance(met) < p.room(swingRoom)
	switch {
	case who.Role == "hitter" && near:
		return Lane, fmt.Sprintf(
			"The other hitter stands within %s of the swing at ball %d.",
			units.Length(p.room(swingRoom), system),
			i+1,
		)
	case who.Role == "hitter":
		if aim != nil && who.Aim != nil && cross(met, *aim, who.At, *who.Aim) {
			return Lane, fmt.Sprintf(
				"The two hitters’ lanes cross at ball %d: one lane for each hitter.",
				i+1,
			)
		}
	case aim != nil && (court.Line{From: met, To: *aim}).Distance(who.At) < p.room(laneRoom):
		if who.Role == "collector" {
			return Collecting, fmt.Sprintf("The collector is in the path of the shot from ball %d.", i+1)
		}
		return Lane, fmt.Sprintf("A waiting student is in the path of the shot from ball %d.", i+1)
	case near && who.Role == "collector":
		return Collecting, fmt.Sprintf(
			"The collector stands within %s of the swing at ball %d.",
			units.Length(p.room(swingRoom), system),
			i+1,
		)
	case near:
		return Lane, fmt.Sprintf(
			"A waiting student stands within %s of the swing at ball %d.",
			units.Length(p.room(swingRoom), system),
			i+1,
		)
	}
	for _, other := range p.People {
		if other.Role == Hitter && other.Aim != nil && who.Role != Hitter &&
			(court.Line{From: other.At, To: *other.Aim}).Distance(who.At) < p.room(laneRoom) {
			return Lane, fmt.Sprintf(
				"%s stands in the other hitter’s lane.",
				map[Role]string{InLine: "A waiting student", Collector: "The collector"}[who.Role],
			)
		}
	}
	return "", ""
}

// room is a distance kept, less where the racket and court are small: at a
// table half of it.
func (p Pattern) room(metres float64) float64 {
	if c, err := court.ByID(p.Court); err == nil && c.Table {
		return metres / 2
	}
	return metres
}

// cross says whether the lanes a–b and c–d cross.
func cross(a, b, c, d court.Point) bool {
	side := func(p, q, r court.Point) float64 { return (q.X-p.X)*(r.Y-p.Y) - (q.Y-p.Y)*(r.X-p.X) }
	return side(a, b, c)*side(a, b, d) < 0 && side(c, d, a)*side(c, d, b) < 0
}

// aside moves a person out to the side of the court, behind the baseline.
func (p Pattern) aside(k int) []Fix {
	c, err := court.ByID(p.Court)
	if err != nil || c.Walls != nil {
		return []Fix{}
	}
	q := p.Clone()
	if who := &q.People[k]; who.Role == "hitter" {
		if who.Aim == nil {
			return []Fix{}
		}
		who.Aim.X = who.At.X
		for i, f := range q.Feeds {
			if f.Aim != nil {
				f.Aim.X = f.To.X
				q.Feeds[i] = f
			}
		}
		return []Fix{{"Both hit straight", "one lane for each", q}}
	}
	x := c.HalfWidth[court.Doubles] + c.RunSide*0.7
	if q.People[k].At.X < 0 {
		x = -x
	}
	q.People[k].At.X = x
	return []Fix{{"Stand outside the court", "clear of swing and shot", q}}
}
