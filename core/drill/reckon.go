package drill

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/goal"
	"hodometer/core/target"
	"hodometer/core/units"
)

// Certainty is how sure the second time of a pair is: "12 min, 18 to be sure".
const Certainty = 0.9

// mostBalls bounds how far a course is followed; past it the answer is "over".
const mostBalls = 3000

// Rate is the chance of a good ball with an 80 % interval, the whole circle
// being in court.
type Rate struct {
	Mean float64 `json:"mean"`
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// Player is a student as the drill sees one: a hand, and a rate for each step
// at the target's radius.
type Player struct {
	ID    string
	Name  string
	Hand  court.Hand
	Rates []Rate
}

// StepPlan is one goal for one student.
type StepPlan struct {
	Label  string       `json:"label"`
	Goal   goal.Goal    `json:"goal"`
	Shape  Shape        `json:"shape"`
	Rate   Rate         `json:"rate"`   // lines taken into account
	Likely units.Figure `json:"likely"` // minutes, as likely as not
	Sure   units.Figure `json:"sure"`   // minutes, with 90 % certainty
}

// PlayerPlan is what the drill asks of one student.
type PlayerPlan struct {
	ID       string       `json:"id"`
	Contacts units.Figure `json:"contacts"` // balls in the block's time
	Finish   units.Figure `json:"finish"`   // chance that every goal is met
	Likely   units.Figure `json:"likely"`   // minutes for all goals
	Sure     units.Figure `json:"sure"`
	Steps    []StepPlan   `json:"steps"`
}

// Plan is what the drill comes to in a block of so many minutes.
type Plan struct {
	Balls   units.Figure  `json:"balls"`
	PickUps units.Figure  `json:"pickUps"`
	Offsets court.Offsets `json:"offsets"` // of the target
	Players []PlayerPlan  `json:"players"`
}

// Reckon plans a valid drill for these students in a block of that length. A
// player's rates beyond its steps, or missing ones, are a programming error.
func (d *Drill) Reckon(players []Player, minutes float64) Plan {
	c, _ := court.ByID(d.Court)
	balls := d.Tempo.Balls(minutes)
	plan := Plan{
		Balls:   ballsFigure(d.Tempo, minutes, balls),
		PickUps: pickUpsFigure(d.Tempo, balls),
		Offsets: c.Measure(d.Area, d.Target.Centre),
		Players: make([]PlayerPlan, len(players)),
	}
	for i, p := range players {
		plan.Players[i] = d.player(c, p, len(players), minutes, balls)
	}
	return plan
}

func (d *Drill) player(c *court.Court, p Player, n int, minutes float64, balls int) PlayerPlan {
	share := balls / n
	// minutesFor is when the student has played so many balls of their own.
	minutesFor := func(own float64) float64 { return d.Tempo.Minutes(own * float64(n)) }
	out := PlayerPlan{ID: p.ID, Contacts: contactsFigure(balls, n), Steps: make([]StepPlan, len(d.Steps))}
	rates := d.inCourt(c, p)
	for i, s := range d.Steps {
		r := rates[i]
		sp := StepPlan{Label: s.Label(), Goal: s.Goal, Shape: d.Shape(s, p.Hand), Rate: r}
		sp.Likely = stepFigure(s.Goal, r.Mean, 0.5, s.Goal.Quantile(r.Mean, 0.5), d.Tempo, n, minutesFor)
		sp.Sure = stepFigure(s.Goal, r.Mean, Certainty, s.Goal.Quantile(r.Mean, Certainty), d.Tempo, n, minutesFor)
		out.Steps[i] = sp
	}
	spread := d.course(rates, mean).Spread(share, mostBalls, Certainty)
	low := d.course(rates, low).Spread(share, share, 1).Chance(share)
	high := d.course(rates, high).Spread(share, share, 1).Chance(share)
	out.Finish = finishFigure(spread.Chance(share), low, high, out.Steps, share, minutes, n)
	likely, _ := spread.Quantile(0.5)
	sure, _ := spread.Quantile(Certainty)
	out.Likely = courseFigure(likely, 0.5, d.Tempo, n, minutesFor)
	out.Sure = courseFigure(sure, Certainty, d.Tempo, n, minutesFor)
	return out
}

func mean(r Rate) float64 { return r.Mean }
func low(r Rate) float64  { return r.Low }
func high(r Rate) float64 { return r.High }

// course is the drill's goals at one end of the rates.
func (d *Drill) course(rates []Rate, of func(Rate) float64) goal.Course {
	c := make(goal.Course, len(d.Steps))
	for i, s := range d.Steps {
		c[i] = goal.Step{Goal: s.Goal, Rate: of(rates[i])}
	}
	return c
}

// inCourt takes off each rate the part of the circle that lies outside the
// lines. The circle is the same for all steps but for its side, and the court
// is symmetric, so one look toward the lines serves them all.
func (d *Drill) inCourt(c *court.Court, p Player) []Rate {
	out := make([]Rate, len(d.Steps))
	whole := d.Target.Radius <= d.room(c)
	for i := range d.Steps {
		r := p.Rates[i]
		if !whole {
			r = Rate{d.clip(c, r.Mean), d.clip(c, r.Low), d.clip(c, r.High)}
		}
		out[i] = r
	}
	return out
}

// room is the largest radius whose circle lies wholly in court.
func (d *Drill) room(c *court.Court) float64 {
	o := c.Measure(d.Area, d.Target.Centre)
	return min(o.FromSideline, o.FromBaseline, o.FromNet) + 1e-9
}

func (d *Drill) clip(c *court.Court, rate float64) float64 {
	rate = min(rate, 1-1e-9)
	sigma := target.Sigma(d.Target.Radius, rate)
	return max(1e-9, target.ChanceInside(d.Target.Radius, sigma, func(theta float64) float64 {
		return c.ToEdge(d.Area, court.Far, d.Target.Centre, theta)
	}))
}

// Worst is the smallest chance among the students to finish; 1 with nobody.
func (p Plan) Worst() float64 {
	worst := 1.0
	for _, q := range p.Players {
		worst = math.Min(worst, q.Finish.Value)
	}
	return worst
}
