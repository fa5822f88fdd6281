package drill

import (
	"fmt"
	"math"

	"hodometer/core/court"
	"hodometer/core/footwork"
	"hodometer/core/pattern"
	"hodometer/core/target"
	"hodometer/core/units"
)

// Notice says what will not work in a drill, at which ball (from 0; −1 where it
// is not one ball's), and what would mend it.
type Notice struct {
	Kind  string `json:"kind"`
	Feed  int    `json:"feed"`
	Text  string `json:"text"`
	Fixes []Fix  `json:"fixes"`
}

// Fix is a change that mends what a notice is about.
type Fix struct {
	Label   string `json:"label"`
	Outcome string `json:"outcome"`
	Drill   Drill  `json:"drill"`
}

// Kinds of notices besides those of a pattern.
const (
	OffCourt     = "offCourt"     // a target reaches past a line
	InsideMargin = "insideMargin" // aimed so near a line that too many go out
	BadTurn      = "badTurn"      // turns that end in the middle of the pattern
	TooManyHit   = "tooManyHit"   // more hit at once than the drill is for
)

// tooManyOut is the share of balls past one line at which a target stands too
// near it, and margin the share it is moved in for [trade].
const (
	tooManyOut = 0.2
	margin     = 0.15
)

// Notices looks through the drill for what will not work for that mover and
// that player (nil: nobody in particular). Lengths are written in that system.
// Without fixes it is quick enough for a drag.
func (d *Drill) Notices(
	k *pattern.Flights,
	m footwork.Mover,
	plan pattern.Turn,
	p *Player,
	fixes bool,
	system units.System,
) []Notice {
	out := []Notice{}
	for _, n := range k.Notices(d.Pattern, m, d.TurnBalls, plan, fixes, system) {
		own := Notice{string(n.Kind), n.Feed, n.Text, []Fix{}}
		for _, f := range n.Fixes {
			own.Fixes = append(own.Fixes, Fix{f.Label, f.Outcome, d.with(f.Pattern)})
		}
		out = append(out, own)
	}
	if over := d.Overhang(); over > 0.005 {
		out = append(
			out,
			Notice{
				OffCourt,
				-1,
				fmt.Sprintf(
					"Part of a target is outside the court, by %s. Balls that land there are out.",
					units.Length(over, system),
				),
				[]Fix{{"Move target in", "the whole target is in court", d.PulledIn()}},
			},
		)
	}
	if n := len(d.Pattern.Feeds); d.TurnBalls%n != 0 && d.Players.Best > d.Hitters && n > 1 {
		whole := d.Clone()
		whole.TurnBalls = max(n, int(math.Round(float64(d.TurnBalls)/float64(n)))*n)
		out = append(
			out,
			Notice{
				BadTurn,
				-1,
				fmt.Sprintf("A turn of %d balls ends partway through the pattern of %d.", d.TurnBalls, n),
				[]Fix{{fmt.Sprintf("Make it %d", whole.TurnBalls), "complete patterns", whole}},
			},
		)
	}
	if d.Hitters > d.Players.Most {
		fewer, more := d.Clone(), d.Clone()
		fewer.Hitters, more.Players.Most = d.Players.Most, d.Hitters
		out = append(out, Notice{
			TooManyHit, -1,
			fmt.Sprintf("%d hit at once, and the drill is for at most %s.",
				d.Hitters, units.Plural(d.Players.Most, "student", "students")),
			[]Fix{
				{fmt.Sprintf("Let %d hit at once", fewer.Hitters), "the others wait", fewer},
				{fmt.Sprintf("Allow %d students", d.Hitters), "all of them hit", more},
			},
		})
	}
	if p != nil {
		out = append(out, d.insideMargin(k, *p, system)...)
	}
	for i := range out {
		if !fixes {
			out[i].Fixes = []Fix{}
		}
	}
	return out
}

// insideMargin looks for targets aimed at so near a line that more than
// tooManyOut of the player's balls go past it.
func (d *Drill) insideMargin(k *pattern.Flights, p Player, system units.System) []Notice {
	c, err := d.Court()
	if err != nil || c.Walls != nil { // a wall is not a line: the ball comes back off it
		return nil
	}
	out := []Notice{}
	done := map[int]bool{}
	for i, s := range d.Stages {
		t, ok := d.target(s)
		if !ok || done[s.Target] || t.Kind == Gate || !d.ByChance(s) {
			continue
		}
		done[s.Target] = true
		across, along := d.deviation(k, c, s, p, i)
		o := c.Measure(d.Pattern.Area, t.Aim())
		line, room, sigma := "sideline", o.FromSideline, across
		if target.Past(along, o.FromBaseline) > target.Past(across, room) {
			line, room, sigma = "baseline", o.FromBaseline, along
		}
		share := target.Past(sigma, room)
		if share <= tooManyOut {
			continue
		}
		moved, by := d.Clone(), target.Margin(sigma, margin)-room
		at := &moved.Targets[s.Target].At
		half := c.HalfWidth[d.Pattern.Area]
		if line == "sideline" {
			by = min(by, half-room)
			at.X = math.Copysign(math.Abs(at.X)-by, at.X)
		} else {
			by = min(by, c.HalfLength/2-room)
			at.Y = math.Copysign(math.Abs(at.Y)-by, at.Y)
		}
		n := Notice{
			InsideMargin,
			-1,
			fmt.Sprintf(
				"%s is too close to the %s: %.0f%% of the balls aimed at it would go out there.",
				t.called(),
				line,
				100*share,
			),
			[]Fix{},
		}
		if by > 0.02 {
			n.Fixes = append(
				n.Fixes,
				Fix{
					fmt.Sprintf("Move it in by %s", units.Length(by, system)),
					fmt.Sprintf("%.0f%% would go out", 100*target.Past(sigma, room+by)),
					moved,
				},
			)
		}
		out = append(out, n)
	}
	return out
}

// deviation of the player's balls at a step, across the court and along it, as
// far as is believed.
func (d *Drill) deviation(
	k *pattern.Flights,
	c *court.Court,
	s Stage,
	p Player,
	step int,
) (across, along float64) {
	flown, _ := k.Fly(d.Pattern, false)
	contacts := d.metAt(flown)
	wide := math.Exp(p.Beliefs[step].Mean())
	_, turn := d.Pattern.Turn(p.Mover, flown, d.TurnBalls)
	for _, a := range d.asks(c, s, contacts, turn) {
		x, y := p.Level.Spread(a.stroke(c), wide).Deviation()
		across, along = across+a.Share*x, along+a.Share*y
	}
	return max(across, 1e-6), max(along, 1e-6)
}

// called is the target's name in a sentence.
func (t Target) called() string {
	if t.Name == "" {
		return "The target"
	}
	return "“" + t.Name + "”"
}
