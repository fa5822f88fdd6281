package drill

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/footwork"
	"hodometer/core/pattern"
	"hodometer/core/target"
)

// Ask is one ball that a goal is counted at: what counts, where it is aimed and
// played from, and what makes it harder. It is kept beside what was counted, so
// that a drill changed later does not change what its balls told.
type Ask struct {
	Share  float64    `json:"share"` // of the goal's balls
	Court  string     `json:"court"`
	Area   court.Area `json:"area"`
	Target *Target    `json:"target,omitempty"` // absent: any ball in
	// Box is the service box that a serve without a target must hit.
	Box     *target.Rectangle `json:"box,omitempty"`
	From    court.Point       `json:"from"`
	Aim     court.Point       `json:"aim"`
	Length  float64           `json:"length"`  // m
	Heading float64           `json:"heading"` // radians from straight ahead
	Widened float64           `json:"widened"` // by effort and by who brings the ball; 0: not reached
}

// stroke is the ask as its chance is reckoned.
func (a Ask) stroke(c *court.Court) target.Stroke {
	s := target.Stroke{
		Court: c, Area: a.Area, Aim: a.Aim, Counts: target.All{},
		Length: a.Length, Heading: a.Heading, Widened: a.Widened,
	}
	switch {
	case a.Target != nil:
		s.Counts = a.Target.Shape(a.From)
	case a.Box != nil:
		s.Counts = *a.Box
	}
	return s
}

// CurveOf is the chance of a goal's balls for that level, for every k; nil where
// nothing is asked that has a chance.
func CurveOf(k *target.Curves, level target.Level, asks []Ask) *target.Curve {
	var out target.Curve
	for _, a := range asks {
		c, err := court.ByID(a.Court)
		if err != nil {
			return nil
		}
		out = out.Plus(a.Share, k.Of(level, a.stroke(c)))
	}
	if len(asks) == 0 {
		return nil
	}
	return &out
}

// ByChance says whether a step's balls are good or not by where they go. What is
// not a ball sent somewhere is counted in repetitions: shadow strokes, technique
// and whatever else the goal calls so.
func (d *Drill) ByChance(s Stage) bool {
	if s.Goal.Kind.Repeats() || d.Focus == Technique {
		return false
	}
	for _, f := range d.Pattern.Feeds {
		if d.plays(s, f) && f.How != pattern.Shadow {
			return true
		}
	}
	return false
}

// AnyChance says whether any of the drill's goals is by chance.
func (d *Drill) AnyChance() bool {
	for _, s := range d.Stages {
		if d.ByChance(s) {
			return true
		}
	}
	return false
}

// plays says whether a feed is played for a step: those of its stroke, or all
// where none or any stroke is asked for, as in a drill that is mirrored from
// wing to wing.
func (d *Drill) plays(s Stage, f pattern.Feed) bool {
	if f.Stroke == s.Stroke || s.Stroke == pattern.Either {
		return true
	}
	for _, o := range d.Pattern.Feeds {
		if o.Stroke == s.Stroke {
			return false
		}
	}
	return true
}

// widening of a ball is kept in steps of a hundredth, so that balls that are as
// good as alike are reckoned once.
const widenStep = 0.01

// asks are the balls of a step for a student who runs a turn like that; none
// where the step is not by chance.
func (d *Drill) asks(c *court.Court, s Stage, contacts []court.Point, turn []pattern.Run) (out []Ask) {
	if !d.ByChance(s) {
		return nil
	}
	for _, shot := range s.Shots { // each as often as the others
		for _, a := range d.asks(c, s.As(shot), contacts, turn) {
			a.Share /= float64(len(s.Shots))
			out = append(out, a)
		}
	}
	if len(out) > 0 {
		return out
	}
	total, known := 0.0, make([]Ask, len(d.Pattern.Feeds))
	for _, run := range turn {
		i := run.Feed
		f := d.Pattern.Feeds[i]
		if !d.plays(s, f) || f.How == pattern.Shadow || d.countedBalls != nil && !d.countedBalls[i] {
			continue
		}
		if known[i].Court == "" {
			known[i] = d.ask(c, s, i, contacts[i])
		}
		a := known[i]
		if widens, reached := target.Effort(run.Ratio); reached {
			a.Widened = math.Ceil(widens*from(f.How)*steadied(s.Paced())/widenStep) * widenStep
		}
		total++
		same := false
		for k := range out {
			if same = out[k].alike(a); same {
				out[k].Share++
				break
			}
		}
		if !same {
			a.Share = 1
			out = append(out, a)
		}
	}
	for k := range out {
		out[k].Share /= total
	}
	return out
}

// steadied narrows the spread of strokes at less than full pace, and widens it past
// that: at half pace it is 0.85 of what it is [trade, set by judgement].
func steadied(pace float64) float64 { return 0.7 + 0.3*pace }

// from widens a ball by who brings it.
func from(how pattern.How) float64 {
	switch how {
	case pattern.Live:
		return target.OffOpponent
	case pattern.Self:
		return target.OffOwnToss
	}
	return 1
}

// alike says whether two asks of one step are the same but for their shares.
func (a Ask) alike(b Ask) bool {
	return a.From == b.From && a.Aim == b.Aim && a.Widened == b.Widened
}

// ask is the ball of the i-th feed for a step, met there, at no effort. It is
// reckoned for the hand drawn: mirrored it is the same.
func (d *Drill) ask(c *court.Court, s Stage, i int, hit court.Point) Ask {
	a := Ask{Court: c.ID, Area: d.Pattern.Area, From: hit}
	f := d.Pattern.Feeds[i]
	switch t, ok := d.target(s); {
	case ok:
		if t.Both && (s.Direction == CrossCourt || s.Direction == Straight) &&
			(t.Aim().X > 0) != ((hit.X > 0) == (s.Direction == Straight)) {
			t = t.Mirror()
		}
		a.Aim, a.Target = t.Aim(), &t
	case f.Aim != nil && c.In(a.Area, c.Target(), *f.Aim):
		a.Aim = *f.Aim
	default:
		a.Aim = d.middle()
	}
	if a.Target == nil && f.Stroke == pattern.Serve {
		if b, ok := serviceBox(c, a.Area, hit); ok {
			a.Box, a.Aim = &b, court.Point{X: (b.Min.X + b.Max.X) / 2, Y: b.Min.Y + 0.6*(b.Max.Y-b.Min.Y)}
		}
	}
	along := a.Aim.Y - hit.Y
	if c.Walls != nil { // by way of the front wall
		along = -(a.Aim.Y + hit.Y)
		a.Heading = -math.Atan2(a.Aim.X-hit.X, along)
	} else {
		a.Heading = math.Atan2(a.Aim.X-hit.X, along)
	}
	a.Length = math.Hypot(a.Aim.X-hit.X, along)
	return a
}

// serviceBox is where a serve from there must bounce, where the court has boxes.
func serviceBox(c *court.Court, area court.Area, from court.Point) (target.Rectangle, bool) {
	b, err := c.ServiceBox(area, court.Near, from.X >= 0)
	if err != nil || c.Walls != nil {
		return target.Rectangle{}, false
	}
	return target.Rectangle{Min: b.Min, Max: b.Max}, true
}

// Asks are what the i-th stage asks of somebody who moves like that.
func (d *Drill) Asks(k *pattern.Flights, i int, m footwork.Mover) []Ask {
	return d.asked(k, i, m, d.TurnBalls)
}

func (d *Drill) asked(k *pattern.Flights, i int, m footwork.Mover, balls int) []Ask {
	at := d.At(k, i)
	c, err := at.Court()
	if err != nil {
		return nil
	}
	flown, _ := k.Fly(at.Pattern, false)
	_, turn := at.Pattern.Turn(m, flown, balls)
	return at.asks(c, at.Stages[i], at.metAt(flown), turn)
}

// Asked is what the i-th stage had asked of somebody whose balls were counted, in
// turns of so many. What was counted was played: a ball that was reckoned out of reach came
// at full stretch, since the coach had waited, or the student was quicker than
// thought.
func (d *Drill) Asked(k *pattern.Flights, i int, m footwork.Mover, balls int) []Ask {
	stretch, _ := target.Effort(1)
	out := d.asked(k, i, m, balls)
	for j := range out {
		if out[j].Widened == 0 {
			out[j].Widened = stretch
		}
	}
	return out
}

// Hits says whether the drill's balls are hit: not where all are shadow strokes.
func (d *Drill) Hits() bool {
	return d.any(func(f pattern.Feed) bool { return f.How != pattern.Shadow })
}

// Playable says whether a game can begin with the drill's ball: one comes over,
// or is served, and where it goes decides.
func (d *Drill) Playable() bool {
	return d.AnyChance() &&
		d.any(func(f pattern.Feed) bool { return f.How.Flown() || f.Stroke == pattern.Serve })
}

// Within is the radius around the aim, in metres, that holds the share q of the
// balls of a student whose spread is k times the level's, at the first of the asks
// that is reached; false where so many do not come over the net.
func Within(level target.Level, asks []Ask, k, q float64) (float64, bool) {
	for _, a := range asks {
		if c, err := court.ByID(a.Court); err == nil && a.Widened > 0 {
			return level.Within(a.stroke(c), k, q)
		}
	}
	return 0, false
}
