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
	// Sessions are the lessons of the last five weeks, for the load.
	Sessions []progress.Session
}

// MatchPlan is what a game block comes to.
type MatchPlan struct {
	Minutes units.Figure  `json:"minutes"`           // one game, on average
	Games   units.Figure  `json:"games"`             // that fit the block
	ChanceA *units.Figure `json:"chanceA,omitempty"` // for the first of two
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
	// Between is the minutes that go on after it, before the next.
	Between float64 `json:"between"`
	// Room is what it may stretch between when the lesson is fitted.
	Room drill.Span `json:"room"`
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
	Part     Part         `json:"part"` // minutes of the lesson at each thing
	Home     []Practice   `json:"home"` // what to do alone until next time
	Load     units.Figure `json:"load"` // this lesson and the six days before

	Week progress.Week `json:"-"`
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
	Hand     *Hand        `json:"hand,omitempty"` // what is shown of one block only
}

// Reckon plans a valid lesson for the students in it, in the lesson's order.
// Lengths in notices are written in that system.
func Reckon(l *Lesson, students []Student, system units.System) Plan {
	return new(Reckoner).Reckon(l, students, system)
}

// Reckon is the same, with what is remembered.
func (r *Reckoner) Reckon(l *Lesson, students []Student, system units.System) Plan {
	people := r.people(students)
	plan := Plan{
		Blocks:   make([]BlockPlan, len(l.Blocks)),
		Students: make([]Total, len(students)),
		Notices:  []Notice{},
		Coach:    []Span{},
		Kit:      carry(l.kit(), students),
	}
	var sums sums
	sums.contacts, sums.metres, sums.overhead = make(
		[]float64,
		len(students),
	), make(
		[]float64,
		len(students),
	), make(
		[]float64,
		len(students),
	)
	for s := range students {
		plan.Students[s].Lane = []Span{} // an empty tape has lanes too
	}
	at, rallies := 0, []float64(nil)
	for i := range l.Blocks {
		b := &l.Blocks[i]
		bp := BlockPlan{
			ID:      b.ID,
			From:    at,
			To:      at + b.Minutes,
			Start:   clock(l.Start, at),
			End:     clock(l.Start, at+b.Minutes),
			Notices: []Notice{},
			Room:    b.Room(),
		}
		if i+1 < len(l.Blocks) {
			bp.Between = between(b, &l.Blocks[i+1], len(students))
		}
		lanes, coach := l.lanes(b, len(students), float64(at))
		for s, lane := range lanes {
			for _, span := range lane {
				plan.Students[s].Lane = add(plan.Students[s].Lane, span)
			}
		}
		for _, span := range coach {
			plan.Coach = add(plan.Coach, span)
		}
		switch {
		case b.Drill != nil && len(students) > 0:
			parts := l.parts(b, float64(at), len(students))
			known := r.answer(r.key(l, b, parts, people, float64(at), system), func() (a blockAnswer) {
				d := b.reckon(students, parts)
				a.drill, a.before = &d, before(b, students, parts)
				a.notices = append(b.notices(&d, students, system), l.idle(b, students, lanes)...)
				a.notices = append(a.notices, l.means(b, d.Balls.Value)...)
				return a
			})
			bp.Drill, bp.Before, bp.Notices = known.drill, known.before, known.notices
			sums.add(b, known.drill, students)
		case b.Match != nil:
			if rallies == nil && len(students) == 2 {
				rallies = l.rallyRates(students)
			}
			bp.Match = b.plan(rallies, students)
		default:
			bp.Notices = b.notices(nil, students, system)
		}
		sums.between += bp.Between
		plan.Blocks[i] = bp
		at += b.Minutes
	}
	sport := ""
	if c, err := court.ByID(l.Court); err == nil {
		sport = c.Sport
	}
	practices := l.practices(sport)
	for s := range students {
		t := &plan.Students[s]
		t.Home = home(practices, students[s], sport)
		t.ID, t.Name = students[s].ID, students[s].Name
		t.Contacts = sum(
			"Fed contacts",
			units.Balls,
			sums.contacts[s],
			"The balls this student hits in all drills; warm-up and games come on top.",
		)
		t.Metres = sum(
			"Metres",
			units.Metres,
			sums.metres[s],
			"The way through each drill's pattern, as often as it comes round for this student; warm-up and games come on top.",
		)
		t.Part = partOf(t.Lane)
		today := progress.Session{Minutes: float64(at) - t.Part.Away}
		t.Week = progress.Loads(students[s].Sessions, today.Load())
		t.Load = units.Figure{
			Value: t.Week.Total,
			Unit:  units.Count,
			Basis: progress.LoadBasis,
			Inputs: []units.Input{
				{Name: "This lesson", Value: today.Load(), Unit: units.Count},
				{
					Name:  "A usual week of late",
					Value: t.Week.Usual,
					Unit:  units.Count,
				},
				{Name: "Monotony", Value: t.Week.Monotony, Unit: units.Count},
				{Name: "Strain", Value: t.Week.Strain, Unit: units.Count},
			},
		}
		t.Overhead = sum(
			"Serves and overheads",
			units.Balls,
			sums.overhead[s],
			"Strokes over the head in all drills. For juniors follow the federation's or the clinician's limits.",
		)
	}
	plan.Minutes = sum("Planned", units.Minutes, float64(at), "The blocks one after the other.")
	plan.Minutes.Inputs = append(
		plan.Minutes.Inputs,
		units.Input{Name: "Slot", Value: float64(l.SlotMinutes), Unit: units.Minutes},
	)
	plan.Balls = sum("Balls fed", units.Balls, sums.balls, "The balls fed in all drills.")
	plan.PickUps = sum(
		"Pick-ups",
		units.Count,
		sums.pickUps,
		"The times the basket is refilled within a drill.",
	)
	plan.AtOnce = sum("Balls to have", units.Balls, sums.atOnce, "The most that any one drill needs at hand.")
	plan.Between = units.Figure{
		Value:  sums.between,
		Unit:   units.Minutes,
		Basis:  betweenBasis,
		Inputs: []units.Input{},
	}
	plan.Over, plan.End = at-l.SlotMinutes, clock(l.Start, at)
	plan.Fit = l.fitting(sums.between)
	plan.Notices = append(plan.Notices, l.notices(plan, students)...)
	return plan
}

// sums are what adds up over the blocks; the last three for each student.
type sums struct {
	balls, pickUps, atOnce, between float64
	contacts, metres, overhead      []float64
}

func (s *sums) add(b *Block, d *drill.Plan, students []Student) {
	s.balls += d.Balls.Value
	s.pickUps += d.PickUps.Value
	s.atOnce = max(s.atOnce, b.Drill.ToHave(int(d.Balls.Value)))
	feeds := float64(len(b.Drill.Pattern.Feeds))
	ran := map[progress.Level]float64{} // students of a level run alike
	for i, st := range students {
		if _, ok := ran[st.Level]; !ok {
			ran[st.Level] = b.Drill.Pattern.Run(movers[st.Level], d.Flown).Metres
		}
		contacts := d.Players[i].Contacts.Value
		s.contacts[i] += contacts
		s.metres[i] += contacts / feeds * ran[st.Level]
		s.overhead[i] += strain(b.Drill, contacts)
	}
}

// movers are how students of a level move.
var movers = map[progress.Level]footwork.Mover{
	progress.Beginner:    footwork.Junior,
	progress.Club:        footwork.Club,
	progress.Performance: footwork.Performance,
}

// part is a student's part of a drill block: how many share its balls while
// they are there, and for how many minutes.
type part struct{ students, minutes float64 }

// parts of a block that starts at that minute. At stations the group of each is
// smaller and its time shorter; those who come late or leave early share with
// fewer or more.
func (l *Lesson) parts(b *Block, at float64, n int) []part {
	out := make([]part, n)
	stations := 1.0
	if b.Arrange != nil && b.Arrange.Way == Stations {
		stations = float64(1 + len(b.Arrange.Others))
	}
	end := at + float64(b.Minutes)
	for i := range out {
		out[i] = part{float64(n), float64(b.Minutes)}
		if len(l.There) > 0 {
			from, to := l.stay(l.Students[i])
			from, to = max(at, from), min(end, to)
			together := 0.0 // minutes that others, and oneself, are there meanwhile
			for j := range n {
				f, t := l.stay(l.Students[j])
				together += max(0, min(to, t)-max(from, f))
			}
			if out[i].minutes = max(0, to-from); out[i].minutes > 0 {
				out[i].students = together / out[i].minutes
			}
		}
		out[i].students = max(1, out[i].students/stations)
		out[i].minutes /= stations
	}
	return out
}

// reckon plans the block's drill, each student with what is their own. Those who
// share alike are reckoned together.
func (b *Block) reckon(students []Student, parts []part) drill.Plan {
	whole := part{float64(len(students)), float64(b.Minutes)}
	t := b.Drill.Turns(whole.students, whole.minutes)
	players := Players(b.Drill, students)
	plan := t.Plan(players)
	for i, s := range students {
		d := b.DrillFor(s.ID)
		if d == b.Drill && parts[i] == whole {
			continue
		}
		p := players[i]
		if d != b.Drill {
			p = Players(d, students[i:i+1])[0]
		}
		plan.Players[i] = d.Turns(parts[i].students, parts[i].minutes).Player(p)
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

var matchBasis = units.Basis{
	Name:    "Length of a game",
	Mark:    units.Rule,
	Source:  "closed form; an even game is assumed",
	Words:   "Points until one side wins, on average, when both win every other point, times the seconds a point takes.",
	Formula: "Σ n · P(the game ends at point n) × seconds ÷ 60",
}

// plan of a game block; rallies are the rates of two students, or none.
func (b *Block) plan(rallies []float64, students []Student) *MatchPlan {
	m, minutes := b.Match, b.Minutes
	length := m.Rules.MeanMinutes(0.5)
	inputs := []units.Input{{Name: "To", Value: float64(m.Rules.To), Unit: units.Count},
		{Name: "Points, on average", Value: m.Rules.MeanPoints(0.5), Unit: units.Count},
		{Name: "Seconds for a point", Value: m.Rules.SecondsPerPoint, Unit: units.Seconds}}
	out := &MatchPlan{
		Minutes: units.Figure{Value: length, Unit: units.Minutes, Basis: matchBasis, Inputs: inputs},
		Games: units.Figure{
			Value: math.Floor(float64(minutes) / length),
			Unit:  units.Count,
			Basis: units.Basis{
				Name:    "Games that fit",
				Mark:    units.Rule,
				Source:  "counting",
				Words:   "Whole games of average length within the block.",
				Formula: "⌊block ÷ length of a game⌋",
			},
			Inputs: append(inputs, units.Input{Name: "Block", Value: float64(minutes), Unit: units.Minutes}),
		},
	}
	if len(rallies) == 2 {
		if chance, _ := b.even(rallies, students); chance != 0.5 {
			out.ChanceA = &units.Figure{
				Value: chance,
				Unit:  units.Chance,
				Basis: evenBasis,
				Inputs: []units.Input{
					{
						Name:  firstName(students[0].Name) + " keeps in",
						Value: rallies[0],
						Unit:  units.Chance,
					},
					{Name: firstName(students[1].Name) + " keeps in", Value: rallies[1], Unit: units.Chance},
					{
						Name:  "Chance of a rally",
						Value: rallyChance(rallies[0], rallies[1]),
						Unit:  units.Chance,
					},
				},
			}
		}
	}
	return out
}

func sum(name string, unit units.Unit, value float64, words string) units.Figure {
	return units.Figure{
		Value:  value,
		Unit:   unit,
		Inputs: []units.Input{},
		Basis: units.Basis{
			Name:    name,
			Words:   words,
			Formula: "sum over the blocks",
			Source:  "counting",
			Mark:    units.Rule,
		},
	}
}

// clock is the time of day so many minutes after start.
func clock(start string, minutes int) string {
	t, _ := time.Parse("15:04", start)
	return t.Add(time.Duration(minutes) * time.Minute).Format("15:04")
}
