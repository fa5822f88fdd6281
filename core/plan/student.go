package plan

import (
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/formation"
	"hodometer/core/game"
	"hodometer/core/progress"
	"hodometer/core/target"
	"hodometer/core/units"
)

// Student is what the reckoning knows of a student: what is believed of each
// skill that was counted, and of any other.
type Student struct {
	ID   string
	Name string
	// Called is what a coach calls the student among those of the lesson (Call); "":
	// the first name.
	Called string
	Hand   court.Hand
	Level  units.Level
	// Speed is the top speed (m/s) and Reach the racket's (m); 0: as the level has it.
	Speed, Reach float64
	Known        map[drill.Skill]*Known
	// Others is what to believe of a skill that is not among them; nil: what the
	// level alone says.
	Others *progress.Belief
	// Worked are the lessons near this one, for the load, and Given what this one came to;
	// nil: it is still planned.
	Worked []progress.Worked
	Given  *progress.Worked
	// Felt is how the lessons before were for the student, the latest first.
	Felt []progress.Felt
	// Series are what was counted besides chance.
	Series map[progress.Key]*progress.Series
	// Games are those played lately, the latest first.
	Games []Game
	// Standing is the strengths of all who have played with these students, in which
	// this one is at Place; nil: what the levels alone say. Rallied are the rallies of
	// those games.
	Standing *game.Posterior
	Place    int
	Rallied  int
}

// strengths of the levels in a rally, as odds: a level above wins two in three [trade].
// Games counted say it better.
var strengths = map[units.Level]float64{units.Beginner: 1, units.Club: 2, units.Performance: 4}

// Meeting is what two sides won of each other in rallies: students of a lesson by their
// place in it, and after them others who have played with them.
type Meeting = game.Meeting

// Stand tells students what their games say of their strength. Others are the levels
// of those not among them who are in the games, numbered on from them.
func Stand(students []Student, others []units.Level, meetings []Meeting) {
	prior := make([]float64, 0, len(students)+len(others))
	for i := range students {
		prior = append(prior, math.Log(strengths[students[i].Level]))
	}
	for _, l := range others {
		prior = append(prior, math.Log(strengths[l]))
	}
	all := game.Levels(prior, meetings)
	for i := range students {
		students[i].Standing, students[i].Place, students[i].Rallied = &all, i, 0
		for _, m := range meetings {
			if slices.Contains(m.A, i) || slices.Contains(m.B, i) {
				students[i].Rallied += int(m.WonA + m.WonB)
			}
		}
	}
}

// AgainstLevel is the chance that the student wins a rally against somebody in the
// middle of the level, with 80 % certainty.
func (s *Student) AgainstLevel() (chance, low, high float64) {
	me := s.Standing.Strength(s.Place)
	of := func(v float64) float64 { return 1 / (1 + math.Exp(math.Log(strengths[s.Level])-v)) }
	return of(me.Value), of(me.Low), of(me.High)
}

// Known is a skill of which something was counted.
type Known struct {
	Belief progress.Belief
	// Before is what would be believed without the last session.
	Before  progress.Belief
	DaysAgo int // since the last session
}

// Learn puts in what these histories tell of the student on that day.
func (s *Student) Learn(histories []progress.History, day int) {
	s.Known = map[drill.Skill]*Known{}
	for i := range histories {
		h := &histories[i]
		if h.Last == nil {
			continue
		}
		last := h.Sessions[len(h.Sessions)-1].Day
		s.Known[drill.Skill(h.Skill)] = &Known{h.At(day), h.Before(day), max(0, day-last)}
	}
	others := progress.Others(histories, day)
	s.Others = &others
}

// FirstName is what a coach calls the student.
func (s *Student) FirstName() string {
	if s.Called != "" {
		return s.Called
	}
	return units.CallNames([]string{s.Name})[0]
}

// Call tells the students of a lesson apart by what they are called: two with one
// first name are called by a part of their surnames too.
func Call(students []Student) {
	names := make([]string, len(students))
	for i, s := range students {
		names[i] = s.Name
	}
	for i, called := range units.CallNames(names) {
		students[i].Called = called
	}
}

// mover is how the student moves.
func (s *Student) mover() footwork.Mover {
	m, err := footwork.For(s.Level)
	if err != nil { // a level is checked where it comes in
		panic("plan: " + err.Error())
	}
	if s.Speed > 0 {
		m.MaxSpeed = s.Speed
	}
	if s.Reach > 0 {
		m.Reach = s.Reach
	}
	return m
}

// GroupOf is what arranging a group needs to know of it.
func GroupOf(students []Student) formation.Group {
	return formation.Group{
		Size:      len(students),
		Beginners: slices.ContainsFunc(students, func(s Student) bool { return s.Level == units.Beginner }),
	}
}

// unknown is what the level alone says.
var unknown = progress.Unknown(0)

// belief of a skill.
func (s *Student) belief(skill drill.Skill) *progress.Belief {
	if k, ok := s.Known[skill]; ok {
		return &k.Belief
	}
	return s.others()
}

func (s *Student) others() *progress.Belief {
	if s.Others != nil {
		return s.Others
	}
	return &unknown
}

// player is the student as the drill sees one, with a belief for each step.
func (s *Student) player(d *drill.Drill, belief func(drill.Skill) *progress.Belief) drill.Player {
	level, err := target.LevelOf(s.Level)
	if err != nil { // a level is checked where it comes in
		panic("plan: " + err.Error())
	}
	out := drill.Player{
		ID: s.ID, Name: s.Name, Hand: s.Hand, Level: level, Mover: s.mover(),
		Beliefs: make([]*progress.Belief, len(d.Stages)),
	}
	for i, step := range d.Stages {
		out.Beliefs[i] = belief(d.Skill(step))
	}
	return out
}

// PlayerOf is the student as the drill sees one.
func (s *Student) PlayerOf(d *drill.Drill) drill.Player { return s.player(d, s.belief) }

// before is the student without what was counted so many days ago, where that
// was the last time.
func (s *Student) before(d *drill.Drill, daysAgo int) drill.Player {
	return s.player(d, func(skill drill.Skill) *progress.Belief {
		if k, ok := s.Known[skill]; ok && k.DaysAgo == daysAgo {
			return &k.Before
		}
		return s.belief(skill)
	})
}

// latest is how many days ago one of the drill's skills was last counted; false
// where none was.
func (s *Student) latest(d *drill.Drill) (days int, ok bool) {
	for _, step := range d.Stages {
		if k, known := s.Known[d.Skill(step)]; known && d.ByChance(step) {
			if !ok || k.DaysAgo < days {
				days, ok = k.DaysAgo, true
			}
		}
	}
	return days, ok
}
