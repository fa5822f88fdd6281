package drill

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/progress"
	"hodometer/core/target"
	"hodometer/core/units"
)

// Certainty is how sure the second time of a pair is: "12 min, 18 to be sure".
const Certainty = 0.9

// Rate is the chance of a good ball with an 80 % interval.
type Rate = progress.Rate

// Player is a student as the drill sees one: a hand, how students of the level
// scatter, how the student moves, and what is believed of each step's skill.
type Player struct {
	ID      string
	Name    string
	Hand    court.Hand
	Level   target.Level
	Mover   footwork.Mover
	Beliefs []*progress.Belief
}

// StageOutlook is one goal for one student.
type StageOutlook struct {
	Label     string    `json:"label"`
	Goal      goal.Goal `json:"goal"`
	GoalLabel string    `json:"goalLabel"`
	Shape     Shape     `json:"shape"`
	Rate      *Rate     `json:"rate,omitempty"` // lines and net counted; absent for repetitions
	// First is the chance to be first, in a race; Met that to meet the goal in the block.
	First *float64 `json:"first,omitempty"`
	Met   *float64 `json:"met,omitempty"`
	// Likely are the minutes exceeded half of the time, Sure those with 90 % certainty; nil
	// where it would take more than four times the block.
	Likely *units.Figure `json:"likely,omitempty"`
	Sure   *units.Figure `json:"sure,omitempty"`
	// Tries are how many there are at a timed goal in the block, and Best the best count of
	// them; the means.
	Tries float64 `json:"tries,omitempty"`
	Best  float64 `json:"best,omitempty"`
}

// PlayerOutlook is what the drill asks of one student.
type PlayerOutlook struct {
	ID       string       `json:"id"`
	Contacts units.Figure `json:"contacts"` // balls in the block's time
	// Finish is the chance that every goal is met, absent where nothing is a
	// matter of chance, and Said the same in words.
	Finish *units.Figure  `json:"finish,omitempty"`
	Said   string         `json:"said,omitempty"`
	Likely *units.Figure  `json:"likely,omitempty"` // minutes for all goals
	Sure   *units.Figure  `json:"sure,omitempty"`
	Stages []StageOutlook `json:"stages"`
	// GoalsMet is how many of the goals are met, the mean, and Holds the one that holds the
	// student back most; nil where none does.
	GoalsMet float64 `json:"goalsMet,omitempty"`
	Holds    *int    `json:"holds,omitempty"`

	// Wanted are the minutes by which all is met with the wanted chance, nil where it is not
	// in four times the block, and Never says that in no play it was.
	Wanted *float64 `json:"-"`
	Never  bool     `json:"-"`
	// Few is the chance to finish of the first few plays alone, and Half that to finish within
	// half of the time. A ball costs so many metres, and the block Metres.
	Few        float64 `json:"-"`
	Half       float64 `json:"-"`
	MetresBall float64 `json:"-"`
	Metres     float64 `json:"-"`
	ByChance   bool    `json:"-"` // whether every goal is met is a matter of chance
}

// Outlook is what the drill comes to in a block of so many minutes.
type Outlook struct {
	Balls   units.Figure    `json:"balls"`
	PickUps units.Figure    `json:"pickUps"`
	Offsets court.Offsets   `json:"offsets"` // of the target
	Players []PlayerOutlook `json:"players"`
	// All is the chance that everybody meets everything, and Waits how many minutes the
	// first then waits for the last; nil for one student, and without chance.
	All   *units.Figure `json:"all,omitempty"`
	Waits float64       `json:"waits,omitempty"`

	// Flown are the pattern's balls, for who runs through them.
	Flown []pattern.Ball `json:"-"`
	// Over are the minutes that the last turn goes on after the time is up, by play.
	Over []float64 `json:"-"`
}

// Outlook is the whole drill; its players are put in by who plays it.
func (t Turns) Outlook() Outlook {
	d := t.d
	fed := d.FedShare() * t.balls * t.sources
	return Outlook{
		Balls:   ballsFigure(t.tempo, t.minutes, math.Floor(fed)),
		PickUps: pickUpsFigure(t.tempo, math.Floor(d.FedShare()*t.balls)),
		Offsets: t.c.Measure(d.Pattern.Area, d.targetOf(Stage{}).Aim()),
		Flown:   t.flown,
	}
}

// Turns is a drill in a block: what is the same for every student who shares
// its balls with as many for as long.
type Turns struct {
	d        *Drill
	c        *court.Court
	curves   *target.Curves
	tempo    goal.Tempo
	minutes  float64
	students float64
	sources  float64 // that bring balls at the same time
	balls    float64 // from one of them in the block
	own      float64 // one student's own; −1: an equal share
	flights  *pattern.Flights
	flown    []pattern.Ball
	stages   map[int]*atStage // by their place; those that are the drill's own under −1
	known    map[asked][]*target.Curve
}

// asked is what the chances of a drill's steps hang on.
type asked struct {
	d     *Drill
	level target.Level
	mover footwork.Mover
}

// Turns is the drill for so many students and minutes. Students need not be a whole
// number: somebody who comes late shares with fewer before. Curves and flights may
// be nil.
func (d *Drill) Turns(
	curves *target.Curves,
	flights *pattern.Flights,
	students, minutes float64,
) Turns {
	c, _ := d.Court()
	flown, _ := flights.Fly(d.Pattern, false)
	t := Turns{
		d: d, c: c, curves: curves, tempo: d.TempoFor(students), students: students, own: -1,
		sources: float64(d.Sources()), flights: flights, flown: flown,
		stages: map[int]*atStage{
			-1: {d.Pattern, nil, flown, d.metAt(flown), map[footwork.Mover]turnRun{}},
		},
		known: map[asked][]*target.Curve{},
	}
	t.tempo.SecondsPerBall *= d.slower()
	return t.lasting(minutes)
}

// slower is how much farther apart the balls come over all stages than the drill has
// them: the mean of their paces.
func (d *Drill) slower() float64 {
	sum := 0.0
	for _, s := range d.Stages {
		sum += math.Sqrt(1 / s.Paced())
	}
	return sum / float64(max(1, len(d.Stages)))
}

// lasting is the same drill in a block of so many minutes.
func (t Turns) lasting(minutes float64) Turns {
	t.minutes, t.balls = minutes, float64(t.tempo.Balls(minutes))
	return t
}

// Own says how many balls are one student's own, where turns do not give each as
// many.
func (t Turns) Own(balls float64) Turns {
	t.own = balls
	return t
}

// From says how many bring balls at the same time.
func (t Turns) From(sources int) Turns {
	t.sources = float64(max(1, sources))
	return t
}

// share is how many of one source's balls it takes for one student's own. What
// is fed goes to one hitter at a time, so that those who hit at once share it; in
// a rally each of them plays every ball.
func (t Turns) share() float64 {
	n := max(1, t.students)
	if t.d.Fed() {
		return max(1, n/t.sources)
	}
	return max(1, n/min(float64(t.d.Hitters), n))
}

// played are the student's own balls in the block. In a rally some go to misses:
// each takes the time to fetch another.
func (t Turns) played(p Player) float64 {
	own := t.own
	if own < 0 {
		own = t.balls / t.share()
	}
	return own * t.kept(p)
}

// fetching is the seconds until a rally goes on after a miss [trade].
const fetching = 6.0

// kept is the share of a rally's balls that are left when each miss costs the
// time to fetch and begin again; 1 where balls are fed.
func (t Turns) kept(p Player) float64 {
	if t.d.Fed() || !t.d.Rallied() {
		return 1
	}
	step := t.d.Stages[0]
	step.Target = MaxTargets // any ball in keeps a rally going
	step.Goal.Kind = goal.Total
	own := t.stage(-1)
	curve := CurveOf(
		t.curves,
		p.Level,
		t.d.asks(t.c, step, own.contacts, own.run(p.Mover, t.d.TurnBalls).runs),
	)
	if curve == nil {
		return 1
	}
	miss := 1 - p.Beliefs[0].Rate(curve).Mean
	return 1 / (1 + miss*fetching/t.tempo.SecondsPerBall)
}

// Curves are the chances of the drill's steps for that player, for every k; nil
// for repetitions.
func (t Turns) Curves(p Player) []*target.Curve {
	key := asked{t.d, p.Level, p.Mover}
	if out, ok := t.known[key]; ok {
		return out
	}
	out := make([]*target.Curve, len(t.d.Stages))
	for i, s := range t.d.Stages {
		same := i - 1
		for ; same >= 0; same-- {
			o := t.d.Stages[same]
			if o.Stroke == s.Stroke && o.Direction == s.Direction && o.Target == s.Target &&
				!t.d.elsewhere(same) && !t.d.elsewhere(i) && o.Goal.Kind.Repeats() == s.Goal.Kind.Repeats() {
				break
			}
		}
		if same >= 0 {
			out[i] = out[same]
			continue
		}
		at, d := t.stage(i), *t.d
		d.Pattern, d.countedBalls = at.pattern, at.counting
		out[i] = CurveOf(t.curves, p.Level, d.asks(t.c, s, at.contacts, at.run(p.Mover, d.TurnBalls).runs))
	}
	t.known[key] = out
	return out
}

// Rates are the chances of the drill's steps as they are believed; nil for
// repetitions.
func (t Turns) Rates(p Player) []*Rate {
	out := make([]*Rate, len(t.d.Stages))
	for i, c := range t.Curves(p) {
		if c != nil {
			r := p.Beliefs[i].Rate(c)
			out[i] = &r
		}
	}
	return out
}

// Sketch is what the drill asks of one student, but for the chances and times of its
// goals.
func (t Turns) Sketch(p Player) PlayerOutlook {
	d, own := t.d, t.played(p)
	out := PlayerOutlook{
		ID:       p.ID,
		Contacts: contactsFigure(own, t.balls*t.sources, t.share()),
		Stages:   make([]StageOutlook, len(d.Stages)),
	}
	curves := t.Curves(p)
	for i, s := range d.Stages {
		sp := StageOutlook{
			Label:     s.Label(),
			Goal:      s.Goal,
			GoalLabel: d.GoalLabel(s),
			Shape:     t.shape(i, p.Hand),
		}
		if c := curves[i]; c != nil {
			r := p.Beliefs[i].Rate(c)
			sp.Rate = &r
		}
		out.Stages[i] = sp
	}
	out.MetresBall = t.turnMetres(p.Mover) / float64(d.TurnBalls)
	out.Metres = own * out.MetresBall
	return out
}

// FedShare is the share of the pattern's balls that come new from a basket.
func (d *Drill) FedShare() float64 {
	n := 0
	for _, f := range d.Pattern.Feeds {
		if f.How.Fed() {
			n++
		}
	}
	return float64(n) / float64(len(d.Pattern.Feeds))
}

// Fed says whether any of the drill's balls comes new from a basket: then one
// hitter at a time gets them.
func (d *Drill) Fed() bool { return d.any(func(f pattern.Feed) bool { return f.How.Fed() }) }

// Sources is how many bring balls at the same time, as it is drawn: no more than
// hit, and each hitter where balls are their own.
func (d *Drill) Sources() int {
	if !d.any(func(f pattern.Feed) bool { return f.How.Fed() && f.How != pattern.Self }) {
		return d.Hitters
	}
	n := 0
	for _, p := range d.Pattern.People {
		if p.Role == pattern.Feeder {
			n++
		}
	}
	return max(1, min(n, d.Hitters))
}

// targetOf a step; where none is set, the whole end aimed at.
func (d *Drill) targetOf(s Stage) Target {
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

// Radial is the radius, in metres, of the circle as large as a step's target.
func (d *Drill) Radial(s Stage) float64 { return d.targetOf(s).Radial() }

// Worst is the smallest chance among the students to finish; 1 with nobody, or
// where nothing is a matter of chance.
func (p Outlook) Worst() float64 {
	worst := 1.0
	for _, q := range p.Players {
		if q.Finish != nil {
			worst = math.Min(worst, q.Finish.Value)
		}
	}
	return worst
}
