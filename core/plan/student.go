package plan

import (
	"math"
	"slices"
	"strings"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/progress"
	"hodometer/core/units"
)

// Student is what the reckoning knows of a student: what was counted, by skill.
type Student struct {
	ID    string
	Name  string
	Hand  court.Hand
	Level units.Level
	Seen  map[drill.Skill][]progress.Evidence
	// Sessions are the lessons of the last five weeks, for the load.
	Sessions []progress.Session
}

// FirstName is what a coach calls the student.
func (s Student) FirstName() string {
	first, _, _ := strings.Cut(s.Name, " ")
	return first
}

// mover is how the student moves.
func (s Student) mover() footwork.Mover {
	m, err := footwork.For(s.Level)
	if err != nil { // a level is checked where it comes in
		panic("plan: " + err.Error())
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

// Players gives the drill each student's rates at its targets.
func Players(d *drill.Drill, students []Student) []drill.Player {
	return playersFrom(d, students, true, Student.seen)
}

func (s Student) seen(skill drill.Skill) []progress.Evidence { return s.Seen[skill] }

// seenBefore is what was counted before so many days ago.
func seenBefore(days float64) func(Student, drill.Skill) []progress.Evidence {
	return func(s Student, skill drill.Skill) (kept []progress.Evidence) {
		for _, e := range s.Seen[skill] {
			if e.DaysAgo > days {
				kept = append(kept, e)
			}
		}
		return kept
	}
}

func playersFrom(
	d *drill.Drill,
	students []Student,
	intervals bool,
	seen func(Student, drill.Skill) []progress.Evidence,
) []drill.Player {
	out := make([]drill.Player, len(students))
	for i, s := range students {
		out[i] = drill.Player{ID: s.ID, Name: s.Name, Hand: s.Hand, Rates: make([]drill.Rate, len(d.Steps))}
		prior, _ := progress.PriorFor(s.Level)
		if c, err := d.Court(); err == nil {
			prior = prior.On(c)
		}
		type asked struct {
			skill  drill.Skill
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

// latest is how many days ago one of the drill's skills was last counted; +∞
// where none was.
func (s Student) latest(d *drill.Drill) float64 {
	days := math.Inf(1)
	for _, step := range d.Steps {
		for _, e := range s.Seen[d.Skill(step)] {
			days = min(days, e.DaysAgo)
		}
	}
	return days
}

// rallyRates are what each student keeps in of the lesson's drills, or their
// level's rate where nothing of it was counted.
func rallyRates(l *lesson.Lesson, students []Student) []float64 {
	out := make([]float64, len(students))
	for i, s := range students {
		sum, n := 0.0, 0.0
		for k := range l.Blocks {
			d := l.Blocks[k].DrawnDrill()
			if d == nil {
				continue
			}
			for _, r := range playersFrom(d, students[i:i+1], false, Student.seen)[0].Rates {
				sum += r.Mean
				n++
			}
		}
		if n == 0 {
			prior, _ := progress.PriorFor(s.Level)
			sum, n = prior.Mean, 1
		}
		out[i] = min(0.97, max(0.05, sum/n))
	}
	return out
}
