package lesson

import (
	"math"
	"slices"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/progress"
	"hodometer/core/units"
)

// Student is what the reckoning knows of a student: what was counted, by skill.
type Student struct {
	ID    string
	Name  string
	Hand  court.Hand
	Level progress.Level
	Seen  map[string][]progress.Evidence
}

// MatchPlan is what a game block comes to.
type MatchPlan struct {
	Minutes units.Figure `json:"minutes"` // one game, on average
	Games   units.Figure `json:"games"`   // that fit the block
}

// BlockPlan is what one block comes to.
type BlockPlan struct {
	ID    string      `json:"id"`
	Start string      `json:"start"` // clock
	End   string      `json:"end"`
	From  int         `json:"from"` // minutes after the start of the lesson
	To    int         `json:"to"`
	Drill *drill.Plan `json:"drill,omitempty"`
	Match *MatchPlan  `json:"match,omitempty"`
	// Before holds, for each student, the chance to finish as it was before
	// the last session that counted any of this drill's skills.
	Before  []Change `json:"before,omitempty"`
	Notices []Notice `json:"notices"`
	// Level gives each student the target that is hard enough; nil where
	// everybody's is.
	Level *Fix `json:"level,omitempty"`
	// Between is the minutes that go on after it, before the next.
	Between float64 `json:"between"`
}

// Change is a student's chance to finish before the latest evidence.
type Change struct {
	Student string  `json:"student"`
	Chance  float64 `json:"chance"`
}

// Total is a student's share of the lesson.
type Total struct {
	ID       string       `json:"id"`
	Name     string       `json:"name"`
	Contacts units.Figure `json:"contacts"`
	Metres   units.Figure `json:"metres"`   // run for fed and rallied balls
	Overhead units.Figure `json:"overhead"` // serves and overheads
	Lane     []Span       `json:"lane"`
	Home     []Practice   `json:"home"` // what to do alone until next time
}

// Plan is the whole reckoning of a lesson.
type Plan struct {
	Minutes  units.Figure `json:"minutes"`
	Over     int          `json:"over"` // minutes past the slot; negative: to spare
	End      string       `json:"end"`
	Balls    units.Figure `json:"balls"`
	PickUps  units.Figure `json:"pickUps"`
	Blocks   []BlockPlan  `json:"blocks"`
	Students []Total      `json:"students"`
	Coach    []Span       `json:"coach"` // the coach's lane
	Notices  []Notice     `json:"notices"`
	Between  units.Figure `json:"between"` // minutes between blocks, in all
	AtOnce   units.Figure `json:"atOnce"`  // balls to have at hand
	Kit      []Carried    `json:"kit"`     // everything to bring, once
	Fit      *Fix         `json:"fit,omitempty"`
}

// Reckon plans a valid lesson for the students in it, in the lesson's order.
// Lengths in notices are written in that system.
func Reckon(l *Lesson, students []Student, system units.System) Plan {
	plan := Plan{Blocks: make([]BlockPlan, len(l.Blocks)), Students: make([]Total, len(students)), Notices: []Notice{}, Coach: []Span{}, Kit: carry(l.kit(), students)}
	var sums sums
	sums.metres, sums.overhead = make([]float64, len(students)), make([]float64, len(students))
	at := 0
	for i := range l.Blocks {
		b := &l.Blocks[i]
		bp := BlockPlan{ID: b.ID, From: at, To: at + b.Minutes, Start: clock(l.Start, at), End: clock(l.Start, at+b.Minutes), Notices: []Notice{}, Between: l.between(i, len(students))}
		lanes := make([][]Span, len(students))
		for s := range students {
			lanes[s] = b.lane(s, len(students), float64(at))
			plan.Students[s].Lane = append(plan.Students[s].Lane, lanes[s]...)
		}
		plan.Coach = append(plan.Coach, b.coach(lanes, float64(at))...)
		switch {
		case b.Kind == Drill && len(students) > 0:
			d := b.reckon(students)
			bp.Drill, bp.Before = &d, before(b, students)
			bp.Level = b.level(&d, students, system)
			sums.add(b, &d, students)
		case b.Kind == Game:
			bp.Match = b.Match.plan(b.Minutes)
		}
		bp.Notices = append(b.notices(bp, students, system), b.idle(students, lanes)...)
		sums.between += bp.Between
		plan.Blocks[i] = bp
		at += b.Minutes
	}
	sport := ""
	if c, err := court.ByID(l.Court); err == nil {
		sport = c.Sport
	}
	for s := range students {
		t := &plan.Students[s]
		t.Home = l.home(students[s], sport)
		t.ID, t.Name = students[s].ID, students[s].Name
		t.Contacts = sum("Fed contacts", units.Balls, sums.contacts, "The balls this student hits in all drills; warm-up and games come on top.")
		t.Metres = sum("Metres", units.Metres, sums.metres[s], "The way through each drill's pattern, as often as it comes round for this student; warm-up and games come on top.")
		t.Overhead = sum("Serves and overheads", units.Balls, sums.overhead[s], "Strokes over the head in all drills. For juniors follow the federation's or the clinician's limits.")
	}
	plan.Minutes = sum("Planned", units.Minutes, float64(at), "The blocks one after the other.")
	plan.Minutes.Inputs = append(plan.Minutes.Inputs, units.Input{Name: "Slot", Value: float64(l.SlotMinutes), Unit: units.Minutes})
	plan.Balls = sum("Balls fed", units.Balls, sums.balls, "The balls fed in all drills.")
	plan.PickUps = sum("Pick-ups", units.Count, sums.pickUps, "The times the basket is refilled within a drill.")
	plan.AtOnce = sum("Balls to have", units.Balls, sums.atOnce, "The most that any one drill needs at hand.")
	plan.Between = units.Figure{Value: sums.between, Unit: units.Minutes, Basis: betweenBasis, Inputs: []units.Input{}}
	plan.Over, plan.End = at-l.SlotMinutes, clock(l.Start, at)
	plan.Fit = l.fitting(sums.between)
	plan.Notices = append(plan.Notices, l.notices(plan, students)...)
	return plan
}

// sums are what adds up over the blocks; metres and overhead for each student.
type sums struct {
	balls, pickUps, contacts, atOnce, between float64
	metres, overhead                          []float64
}

func (s *sums) add(b *Block, d *drill.Plan, students []Student) {
	s.balls += d.Balls.Value
	s.pickUps += d.PickUps.Value
	s.atOnce = max(s.atOnce, b.Drill.ToHave(int(d.Balls.Value)))
	contacts := d.Players[0].Contacts.Value
	s.contacts += contacts
	feeds := float64(len(b.Drill.Pattern.Feeds))
	ran := map[progress.Level]float64{} // students of a level run alike
	for i, st := range students {
		if _, ok := ran[st.Level]; !ok {
			ran[st.Level] = b.Drill.Pattern.Run(movers[st.Level], d.Flown).Metres
		}
		s.metres[i] += contacts / feeds * ran[st.Level]
		s.overhead[i] += strain(b.Drill, contacts)
	}
}

// movers are how students of a level move.
var movers = map[progress.Level]footwork.Mover{progress.Beginner: footwork.Junior, progress.Club: footwork.Club, progress.Performance: footwork.Performance}

// reckon plans the block's drill, each student at their own target.
func (b *Block) reckon(students []Student) drill.Plan {
	plan := b.Drill.Reckon(Players(b.Drill, students), float64(b.Minutes))
	for i, s := range students {
		if d := b.drillFor(s.ID); d != b.Drill {
			plan.Players[i] = d.ReckonOne(Players(d, students[i:i+1])[0], len(students), float64(b.Minutes))
		}
	}
	return plan
}

// kit is everything to bring, each thing once, in the order it is needed.
func (l *Lesson) kit() []string {
	out := []string{}
	for _, b := range l.Blocks {
		if b.Drill == nil {
			continue
		}
		for _, k := range b.Drill.Kit {
			if !slices.Contains(out, k) {
				out = append(out, k)
			}
		}
	}
	return out
}

// Players gives the drill each student's rates at its targets.
func Players(d *drill.Drill, students []Student) []drill.Player {
	return playersFrom(d, students, true, func(s Student, skill string) []progress.Evidence { return s.Seen[skill] })
}

func playersFrom(d *drill.Drill, students []Student, intervals bool, seen func(Student, string) []progress.Evidence) []drill.Player {
	out := make([]drill.Player, len(students))
	for i, s := range students {
		out[i] = drill.Player{ID: s.ID, Name: s.Name, Hand: s.Hand, Rates: make([]drill.Rate, len(d.Steps))}
		prior, _ := progress.PriorFor(s.Level)
		if c, err := d.Court(); err == nil {
			prior = prior.On(c)
		}
		type asked struct {
			skill  string
			radius float64
		}
		known := map[asked]drill.Rate{} // a skill is often asked for twice
		for j, step := range d.Steps {
			skill := asked{d.Skill(step), d.Radial(step)}
			r, ok := known[skill]
			if !ok {
				e := progress.Judge(prior, seen(s, skill.skill), skill.radius, progress.HalfLife)
				r.Mean = e.Mean()
				r.Low, r.High = r.Mean, r.Mean
				if intervals {
					r.Low, r.High = e.Interval()
				}
				known[skill] = r
			}
			out[i].Rates[j] = r
		}
	}
	return out
}

// before reckons the chances without each student's latest session.
func before(b *Block, students []Student) []Change {
	var out []Change
	for _, s := range students {
		d := b.drillFor(s.ID)
		latest := math.Inf(1)
		for _, step := range d.Steps {
			for _, e := range s.Seen[d.Skill(step)] {
				latest = min(latest, e.DaysAgo)
			}
		}
		if math.IsInf(latest, 1) {
			continue
		}
		was := playersFrom(d, []Student{s}, false, func(s Student, skill string) (kept []progress.Evidence) {
			for _, e := range s.Seen[skill] {
				if e.DaysAgo > latest {
					kept = append(kept, e)
				}
			}
			return kept
		})
		out = append(out, Change{s.ID, d.Chance(was[0], len(students), float64(b.Minutes))})
	}
	return out
}

var matchBasis = units.Basis{Name: "Length of a game", Mark: units.Rule, Source: "closed form; an even game is assumed",
	Words:   "Points until one side wins, on average, when both win every other point, times the seconds a point takes.",
	Formula: "Σ n · P(the game ends at point n) × seconds ÷ 60"}

func (m *Match) plan(minutes int) *MatchPlan {
	length := m.Rules.MeanMinutes(0.5)
	inputs := []units.Input{{Name: "To", Value: float64(m.Rules.To), Unit: units.Count},
		{Name: "Points, on average", Value: m.Rules.MeanPoints(0.5), Unit: units.Count},
		{Name: "Seconds for a point", Value: m.Rules.SecondsPerPoint, Unit: units.Seconds}}
	return &MatchPlan{
		Minutes: units.Figure{Value: length, Unit: units.Minutes, Basis: matchBasis, Inputs: inputs},
		Games: units.Figure{Value: math.Floor(float64(minutes) / length), Unit: units.Count,
			Basis:  units.Basis{Name: "Games that fit", Mark: units.Rule, Source: "counting", Words: "Whole games of average length within the block.", Formula: "⌊block ÷ length of a game⌋"},
			Inputs: append(inputs, units.Input{Name: "Block", Value: float64(minutes), Unit: units.Minutes})},
	}
}

func sum(name string, unit units.Unit, value float64, words string) units.Figure {
	return units.Figure{Value: value, Unit: unit, Inputs: []units.Input{},
		Basis: units.Basis{Name: name, Words: words, Formula: "sum over the blocks", Source: "counting", Mark: units.Rule}}
}

// clock is the time of day so many minutes after start.
func clock(start string, minutes int) string {
	t, _ := time.Parse("15:04", start)
	return t.Add(time.Duration(minutes) * time.Minute).Format("15:04")
}
