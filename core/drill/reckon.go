package drill

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/goal"
	"hodometer/core/pattern"
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
// at a circle of its target's Radial.
type Player struct {
	ID    string
	Name  string
	Hand  court.Hand
	Rates []Rate
}

// StepOutlook is one goal for one student.
type StepOutlook struct {
	Label     string       `json:"label"`
	Goal      goal.Goal    `json:"goal"`
	GoalLabel string       `json:"goalLabel"`
	Shape     Shape        `json:"shape"`
	Rate      Rate         `json:"rate"`   // lines taken into account
	Likely    units.Figure `json:"likely"` // minutes, as likely as not
	Sure      units.Figure `json:"sure"`   // minutes, with 90 % certainty
}

// PlayerOutlook is what the drill asks of one student.
type PlayerOutlook struct {
	ID       string        `json:"id"`
	Contacts units.Figure  `json:"contacts"` // balls in the block's time
	Finish   units.Figure  `json:"finish"`   // chance that every goal is met
	Likely   units.Figure  `json:"likely"`   // minutes for all goals
	Sure     units.Figure  `json:"sure"`
	Steps    []StepOutlook `json:"steps"`
}

// Outlook is what the drill comes to in a block of so many minutes.
type Outlook struct {
	Balls   units.Figure    `json:"balls"`
	PickUps units.Figure    `json:"pickUps"`
	Offsets court.Offsets   `json:"offsets"` // of the target
	Players []PlayerOutlook `json:"players"`

	// Flown are the pattern's balls, for who runs through them.
	Flown []pattern.Ball `json:"-"`
}

// Outlook reckons a valid drill for these students in a block of that length. A
// player's rates beyond its steps, or missing ones, are a programming error.
func (d *Drill) Outlook(players []Player, minutes float64) Outlook {
	flown, _ := d.Pattern.Fly()
	return d.Turns(flown, float64(len(players)), minutes).Outlook(players)
}

// Outlook is the whole drill for these students, who all take turns alike.
func (t Turns) Outlook(players []Player) Outlook {
	d, minutes := t.d, t.minutes
	plan := Outlook{
		Balls:   ballsFigure(t.tempo, minutes, int(d.fed()*float64(t.balls))),
		PickUps: pickUpsFigure(t.tempo, int(d.fed()*float64(t.balls))),
		Offsets: t.c.Measure(d.Pattern.Area, d.targetOf(Step{}).Aim()),
		Players: make([]PlayerOutlook, len(players)),
		Flown:   t.flown,
	}
	for i, p := range players {
		plan.Players[i] = t.Player(p)
	}
	return plan
}

// share is how many of the drill's balls it takes for one student's own: the
// others in line, for each who hits at the same time.
func (d *Drill) share(students float64) float64 {
	return max(1, students/min(float64(d.Hitters), max(1, students)))
}

// Turns is a drill in a block: what is the same for every student who shares
// its balls with as many for as long.
type Turns struct {
	d        *Drill
	c        *court.Court
	tempo    goal.Tempo
	minutes  float64
	balls    int     // fed in the block
	share    float64 // balls fed for each of one student's own
	flown    []pattern.Ball
	contacts []court.Point
}

// Turns is the drill, whose balls fly like that, for so many students and
// minutes. Students need not be a whole number: somebody who comes late shares
// with fewer before.
func (d *Drill) Turns(flown []pattern.Ball, students, minutes float64) Turns {
	c, _ := d.Court()
	tempo := d.Tempo()
	return Turns{d, c, tempo, minutes, tempo.Balls(minutes), d.share(students), flown, d.metAt(flown)}
}

// Player is what the drill asks of one student.
func (t Turns) Player(p Player) PlayerOutlook {
	d, share, n := t.d, int(float64(t.balls)/t.share), t.share
	// minutesFor is when the student has played so many balls of their own.
	minutesFor := func(own float64) float64 { return t.tempo.Minutes(own * n) }
	out := PlayerOutlook{
		ID:       p.ID,
		Contacts: contactsFigure(t.balls, n),
		Steps:    make([]StepOutlook, len(d.Steps)),
	}
	rates := d.inCourt(t.c, p, t.contacts)
	for i, s := range d.Steps {
		r := rates[i]
		sp := StepOutlook{
			Label: s.Label(), Goal: s.Goal, GoalLabel: s.Goal.String(),
			Shape: d.shape(s, p.Hand, t.contacts), Rate: r,
		}
		sp.Likely = stepFigure(
			s.Goal,
			r.Mean,
			0.5,
			s.Goal.Quantile(r.Mean, 0.5)/d.ballsFor(s),
			t.tempo,
			n,
			minutesFor,
		)
		sp.Sure = stepFigure(
			s.Goal,
			r.Mean,
			Certainty,
			s.Goal.Quantile(r.Mean, Certainty)/d.ballsFor(s),
			t.tempo,
			n,
			minutesFor,
		)
		out.Steps[i] = sp
	}
	spread := d.course(rates, mean).Spread(share, mostBalls, Certainty)
	low := d.course(rates, low).Spread(share, share, 1).Chance(share)
	high := d.course(rates, high).Spread(share, share, 1).Chance(share)
	out.Finish = finishFigure(spread.Chance(share), low, high, out.Steps, share, t.minutes, n)
	likely, _ := spread.Quantile(0.5)
	sure, _ := spread.Quantile(Certainty)
	out.Likely = courseFigure(likely, 0.5, t.tempo, n, minutesFor)
	out.Sure = courseFigure(sure, Certainty, t.tempo, n, minutesFor)
	return out
}

func mean(r Rate) float64 { return r.Mean }
func low(r Rate) float64  { return r.Low }
func high(r Rate) float64 { return r.High }

// course is the drill's goals at one end of the rates.
func (d *Drill) course(rates []Rate, of func(Rate) float64) goal.Course {
	c := make(goal.Course, len(d.Steps))
	for i, s := range d.Steps {
		c[i] = goal.Step{Goal: s.Goal, Rate: of(rates[i]), Share: d.ballsFor(s)}
	}
	return c
}

// ballsFor is the share of the pattern's balls that are played for a step: those
// of its stroke, or all where none or any stroke is asked for, as in a drill
// that is mirrored from wing to wing.
func (d *Drill) ballsFor(s Step) float64 {
	n := 0
	for _, f := range d.Pattern.Feeds {
		if f.Stroke == s.Stroke {
			n++
		}
	}
	if n == 0 || s.Stroke == pattern.Either {
		return 1
	}
	return float64(n) / float64(len(d.Pattern.Feeds))
}

// fed is the share of the pattern's balls that come new from a basket.
func (d *Drill) fed() float64 {
	n := 0
	for _, f := range d.Pattern.Feeds {
		if f.How.Fed() {
			n++
		}
	}
	return float64(n) / float64(len(d.Pattern.Feeds))
}

// targetOf a step; where none is set, the whole end aimed at.
func (d *Drill) targetOf(s Step) Target {
	if t, ok := d.target(s); ok {
		return t
	}
	c, err := d.Court()
	if err != nil {
		return Target{}
	}
	at := court.Point{Y: c.HalfLength / 2}
	if c.Target() == court.Near {
		at.Y = -at.Y
	}
	return Target{Kind: Box, At: at, Width: 2 * c.HalfWidth[d.Pattern.Area], Depth: c.HalfLength}
}

// Radial is the radius, in metres, that a step's counts are kept under.
func (d *Drill) Radial(s Step) float64 { return d.targetOf(s).Radial() }

// inCourt turns each rate, given for a circle of the step's Radial lying wholly
// in court, into the chance at the target as it is and stands: the spread that
// has that rate, integrated over the target's shape within the lines.
func (d *Drill) inCourt(c *court.Court, p Player, contacts []court.Point) []Rate {
	out := make([]Rate, len(d.Steps))
	type asked struct {
		target int
		rate   Rate
	}
	known := map[asked]Rate{} // steps often share a target and a skill
	for i, s := range d.Steps {
		t, r := d.targetOf(s), p.Rates[i]
		if t.Kind == Circle && t.Overhang(c, d.Pattern.Area) == 0 {
			out[i] = r
			continue
		}
		from := d.Pattern.Feeds[0].To
		if t.Kind == Gate { // only there does it matter where the shot comes from
			from = contacts[0]
		}
		key := asked{s.Target, r}
		if _, ok := known[key]; !ok {
			at := func(rate float64) float64 {
				sigma := target.Sigma(t.Radial(), min(rate, 1-1e-9))
				return min(1-1e-9, max(1e-9, t.chance(c, d.Pattern.Area, from, sigma)))
			}
			k := Rate{Mean: at(r.Mean)}
			k.Low, k.High = k.Mean, k.Mean
			if r.Low != r.Mean || r.High != r.Mean {
				k.Low, k.High = at(r.Low), at(r.High)
			}
			known[key] = k
		}
		out[i] = known[key]
	}
	return out
}

// Worst is the smallest chance among the students to finish; 1 with nobody.
func (p Outlook) Worst() float64 {
	worst := 1.0
	for _, q := range p.Players {
		worst = math.Min(worst, q.Finish.Value)
	}
	return worst
}
