// Package sample makes lessons and students for tests of the core.
package sample

import (
	"fmt"
	"slices"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// ID is the n-th id.
func ID(n int) string { return fmt.Sprintf("00000000-0000-7000-8000-%012d", n) }

// Court with that id.
func Court(t require.TestingT, id string) *court.Court {
	c, err := court.ByID(id)
	require.NoError(t, err)
	return c
}

// Drill that ships, to be changed.
func Drill(t require.TestingT, id string) *drill.Drill {
	d, err := library.ByID(id)
	require.NoError(t, err)
	own := d.Clone()
	return &own
}

func empty(title string) *lesson.Lesson {
	return &lesson.Lesson{
		ID: ID(1), Title: title, Date: "2026-05-17", Start: "17:00", SlotMinutes: 60, Court: "tennis",
	}
}

// Today is everything the tape can hold, for a right-hander of club level and a
// left-hander who performs: warm-up, short balls, game, water, talk.
func Today(t require.TestingT) (*lesson.Lesson, []plan.Student) {
	l := empty("Short balls")
	l.Students = []string{ID(101), ID(102)}
	for i, b := range draft.Templates(Court(t, "tennis")) {
		b.ID = ID(10 + i)
		l.Blocks = append(l.Blocks, b)
	}
	students := []plan.Student{
		{ID: ID(101), Name: "Wren", Hand: court.RightHand, Level: units.Club},
		{ID: ID(102), Name: "Ilse", Hand: court.LeftHand, Level: units.Performance},
	}
	d := l.Blocks[1].Drill
	for i := range students {
		Count(t, &students[i], d, Session{7, 20, 11 + i}, Session{2, 30, 20 + i})
	}
	require.Empty(t, l.Validate())
	return l, students
}

// Session is what was counted of each goal of a drill so many days ago.
type Session struct{ DaysAgo, Balls, Good int }

// Results are what was counted of each goal of a drill, the oldest session first,
// of students like that one.
func Results(
	t require.TestingT,
	s *plan.Student,
	d *drill.Drill,
	sessions ...Session,
) (out []progress.Result) {
	p := s.PlayerOf(d)
	for i, step := range d.Stages {
		curve := drill.CurveOf(nil, p.Level, d.Asks(nil, i, p.Mover))
		for _, c := range sessions {
			out = append(out, progress.Result{
				Run: fmt.Sprint(c.DaysAgo), Skill: string(d.Skill(step)), Day: -c.DaysAgo,
				Balls: c.Balls, Good: c.Good, Curve: curve,
			})
		}
	}
	slices.SortStableFunc(out, func(a, b progress.Result) int { return a.Day - b.Day })
	return out
}

// Count tells the student what was counted of a drill, and nothing else.
func Count(t require.TestingT, s *plan.Student, d *drill.Drill, sessions ...Session) {
	s.Learn(progress.Histories(Results(t, s, d, sessions...)), 0)
}

// Group makes n students; the first few are beginners.
func Group(n, beginners int) (out []plan.Student, ids []string) {
	for i := range n {
		s := plan.Student{
			ID:    ID(100 + i),
			Name:  fmt.Sprintf("Student%d", i),
			Hand:  court.RightHand,
			Level: units.Club,
		}
		if i < beginners {
			s.Level = units.Beginner
		}
		out, ids = append(out, s), append(ids, s.ID)
	}
	return out, ids
}

// Line is a lesson of one drill block for n.
func Line(t require.TestingT, drillID string, n, minutes int) (*lesson.Lesson, []plan.Student) {
	d := Drill(t, drillID)
	l := empty("Line")
	students, ids := Group(n, 0)
	l.Court, l.Students = d.Pattern.Court, ids
	l.Blocks = []lesson.Block{{ID: ID(10), Kind: lesson.Drill, Title: d.Title, Minutes: minutes, Drill: d}}
	return l, students
}

// Named is a draft with ids for itself and its blocks, as the club gives them.
func Named(l lesson.Lesson) *lesson.Lesson {
	l.ID = ID(1)
	for i := range l.Blocks {
		l.Blocks[i].ID = ID(10 + i)
	}
	return &l
}
