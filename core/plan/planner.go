package plan

import (
	"context"
	"encoding/json"
	"hash/maphash"
	"sync"

	"hodometer/core/drill"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/memo"
	"hodometer/core/pattern"
	"hodometer/core/rehearse"
	"hodometer/core/target"
	"hodometer/core/units"
)

// Planner reckons lessons and remembers flights and drill blocks. A lesson is
// asked about again with every change, and all but one of its blocks are as
// they were, so editing one block costs about that block. What it answers is
// what a new one would. It may be used by many at once; the zero value is ready.
type Planner struct {
	// Flights are the balls that flew; drills on a workbench may share them.
	Flights pattern.Flights
	// Curves are the chances of strokes, for every spread.
	Curves target.Curves

	ranks rehearse.Ranks
	once  sync.Once
	seed  maphash.Seed
	known memo.Of[uint64, blockAnswer]
}

// blockAnswer is the part of a block's plan that does not hang on when it is.
type blockAnswer struct {
	drill   *drill.Outlook
	match   *Match
	before  []Earlier
	notices []Notice
	over    []float64 // minutes that it goes on after its time, by play
}

// mostKnown blocks are remembered, some 30 kB each.
const mostKnown = 1000

// question is one lesson that is being reckoned for these students.
type question struct {
	*Planner
	ctx      context.Context
	lesson   *lesson.Lesson
	students []Student
	system   units.System
	people   uint64 // a mark of the students and what was counted of them
	last     Last   // how a drill that is levelled went before
	shared   map[shared]drill.Turns
	quick    bool // few plays do, since the answer is only compared
}

func (p *Planner) ask(
	ctx context.Context,
	l *lesson.Lesson,
	students []Student,
	system units.System,
) *question {
	p.once.Do(func() { p.seed = maphash.MakeSeed() })
	return &question{p, ctx, l, students, system, p.markOf(students), Last{}, nil, false}
}

// key is made of all that a block's answer hangs on: the block, what is at hand,
// who is there and what was counted of them.
func (q *question) key(b *lesson.Block, parts []formation.Sharing, at float64) uint64 {
	var h maphash.Hash
	h.SetSeed(q.seed)
	e := json.NewEncoder(&h)
	_ = e.Encode(b) // a hash takes whatever is written
	_ = e.Encode(q.lesson.Resources)
	if len(q.lesson.Attendance) > 0 {
		_ = e.Encode(q.lesson.Attendance)
		maphash.WriteComparable(&h, at)
	}
	for _, p := range parts {
		maphash.WriteComparable(&h, p)
	}
	maphash.WriteComparable(&h, q.longest(b)) // how much longer it may become
	h.WriteString(string(q.system))
	maphash.WriteComparable(&h, q.people)
	return h.Sum64()
}

// markOf the students and what was counted of them.
func (p *Planner) markOf(students []Student) uint64 {
	var all maphash.Hash
	all.SetSeed(p.seed)
	for _, s := range students {
		all.WriteString(
			s.ID + "\x00" + s.Name + "\x00" + s.Called + "\x00" + string(s.Hand) + string(s.Level),
		)
		maphash.WriteComparable(&all, [2]float64{s.Speed, s.Reach})
		sum := uint64(0) // skills come in any order
		for skill, known := range s.Known {
			var h maphash.Hash
			h.SetSeed(p.seed)
			h.WriteString(string(skill))
			maphash.WriteComparable(&h, *known)
			sum += h.Sum64()
		}
		for k, series := range s.Series {
			var h maphash.Hash
			h.SetSeed(p.seed)
			maphash.WriteComparable(&h, k)
			last := series.Last()
			h.WriteString(last.Run + "\x00" + last.Title + "\x00" + last.Name + "\x00" + last.SayChoices())
			maphash.WriteComparable(
				&h,
				[4]float64{last.Value, float64(last.At), float64(last.Goal), float64(last.Far)},
			)
			maphash.WriteComparable(&h, last.Held)
			maphash.WriteComparable(&h, last.Met)
			maphash.WriteComparable(&h, len(series.Marks))
			sum += h.Sum64()
		}
		for _, g := range s.Games {
			maphash.WriteComparable(&all, g.At)
			all.WriteString(g.Run + "\x00" + g.Block + "\x00" + g.Game)
			marked := 0
			for _, n := range g.Marks {
				marked += n
			}
			maphash.WriteComparable(&all, [2]int{g.Rallies, marked})
		}
		if s.Standing != nil {
			maphash.WriteComparable(&all, [3]float64{
				float64(s.Place), float64(s.Rallied), s.Standing.Strength(s.Place).Value,
			})
		}
		maphash.WriteComparable(&all, sum)
		maphash.WriteComparable(&all, *s.others())
	}
	return all.Sum64()
}
