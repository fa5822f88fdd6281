package plan_test

import (
	"fmt"
	"slices"
	"testing"

	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/progress"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// eight students, twelve blocks, two hundred feeds.
func bigLesson(t require.TestingT) (*lesson.Lesson, []plan.Student) {
	l, students := lessonOf(t, 8, 12, 17)
	feeds := 0
	for _, b := range l.Blocks {
		feeds += len(b.Drill.Pattern.Feeds)
	}
	require.GreaterOrEqual(t, feeds, 200)
	return l, students
}

// lessonOf so many students with something of their own counted, blocks and feeds in each.
func lessonOf(t require.TestingT, number, blocks, feeds int) (*lesson.Lesson, []plan.Student) {
	l := &lesson.Lesson{
		ID:          sample.ID(1),
		Title:       "Big",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 90,
		Court:       "tennis",
	}
	var students []plan.Student
	for i := range number {
		l.Students = append(l.Students, sample.ID(100+i))
		students = append(
			students,
			plan.Student{
				ID:    sample.ID(100 + i),
				Name:  fmt.Sprintf("Student %d", i),
				Hand:  "right",
				Level: units.Club,
			},
		)
	}
	var counted []progress.Result
	for i := range blocks {
		d := *sample.Drill(t, []string{"line-deep-short-deep", "four-stations-volley", "line-workout",
			"through-the-zones"}[i%4])
		for j := 0; len(d.Pattern.Feeds) < feeds; j++ {
			f := d.Pattern.Feeds[j]
			f.To.X += 0.01 * float64(i+j) // no two alike
			d.Pattern.Feeds = append(d.Pattern.Feeds, f)
		}
		d.TurnBalls = len(d.Pattern.Feeds)
		if i < 4 { // something was counted of each
			counted = append(
				counted,
				sample.Results(t, &students[0], &d, sample.Session{DaysAgo: 4, Balls: 20, Good: 8})...)
		}
		l.Blocks = append(
			l.Blocks,
			lesson.Block{ID: sample.ID(10 + i), Kind: lesson.Drill, Title: d.Title, Minutes: 7, Drill: &d},
		)
	}
	for j := range students { // of each their own
		for i := range counted {
			counted[i].Good = 8 + j
		}
		students[j].Learn(progress.Histories(counted), 0)
	}
	require.Empty(t, l.Validate())
	return l, students
}

// move shifts every ball of a block a hair, so that none was flown before.
func move(b *lesson.Block) {
	for j := range b.Drill.Pattern.Feeds {
		b.Drill.Pattern.Feeds[j].To.X += 1e-7
	}
}

// The whole lesson with every ball new, and with those of one block new, as
// when that block is edited.
func BenchmarkReckonBig(b *testing.B) {
	for name, blocks := range map[string]int{"allNew": 12, "oneBlockNew": 1} {
		b.Run(name, func(b *testing.B) {
			l, students := bigLesson(b)
			var p plan.Planner
			by(b, &p, l, students)
			b.ReportAllocs()
			for b.Loop() {
				for i := range blocks {
					move(&l.Blocks[i])
				}
				by(b, &p, l, students)
			}
		})
	}
}

// What levels a block for eight students: shown beside it, and set in a draft. A student of
// them is levelled in an eighth of that.
func BenchmarkLevel(b *testing.B) {
	l, students := bigLesson(b)
	var p plan.Planner
	planned := by(b, &p, l, students)
	each := func(b *testing.B) {
		b.ReportMetric(float64(b.Elapsed().Nanoseconds())/float64(b.N*len(students))/1e6, "ms/student")
	}
	b.Run("shown", func(b *testing.B) {
		for b.Loop() {
			p.Detail(b.Context(), l, &planned, l.Blocks[0].ID, students, units.Metric)
		}
		each(b)
	})
	b.Run("drafted", func(b *testing.B) {
		for b.Loop() {
			p.Level(b.Context(), l, l.Blocks[0], students, plan.Last{}, units.Metric)
		}
		each(b)
	})
}

// The heaviest lesson that is legal, all new.
func BenchmarkReckonHeaviest(b *testing.B) {
	l, students := lessonOf(b, 16, 40, 24)
	var p plan.Planner
	b.ReportAllocs()
	for b.Loop() {
		for i := range l.Blocks {
			move(&l.Blocks[i])
		}
		by(b, &p, l, students)
	}
}

// Today's lesson, all new.
func BenchmarkReckonToday(b *testing.B) {
	l, students := sample.Today(b)
	b.ReportAllocs()
	for b.Loop() {
		reckon(b, l, students)
	}
}

// How much longer a block may become hangs on the minutes of the others.
func TestWhatIsOfferedKnowsTheOtherBlocks(t *testing.T) {
	l, students := bigLesson(t)
	l.Blocks = l.Blocks[:2]
	var p plan.Planner
	for _, minutes := range []int{3, 30, 10, 40} {
		l.Blocks[1].Minutes = minutes
		require.Equal(t, reckon(t, l, students), by(t, &p, l, students), "%d minutes", minutes)
	}
}

// What is remembered does not change with the drill that was asked about.
func TestWhatIsRememberedIsItsOwn(t *testing.T) {
	l, students := bigLesson(t)
	l.Blocks = l.Blocks[:2]
	var p plan.Planner
	by(t, &p, l, students)
	for i := range l.Blocks {
		as := l.Blocks[i].Drill.Clone()
		l.Blocks[i].Drill.Basket += 2
		l.Blocks[i].Drill = &as
	}
	require.Equal(t, reckon(t, l, students), by(t, &p, l, students))
}

// What is remembered is what would be reckoned anew, whatever is edited.
func TestRememberingChangesNothing(t *testing.T) {
	sample.Checks(t, 30)
	var p plan.Planner
	big, everybody := bigLesson(t)
	rapid.Check(t, func(t *rapid.T) {
		copied, students := *big, slices.Clone(everybody)
		l := &copied
		l.Blocks = slices.Clone(l.Blocks[:2])
		for i := range l.Blocks {
			d := l.Blocks[i].Drill.Clone()
			l.Blocks[i].Drill = &d
		}
		for range 2 {
			b := &l.Blocks[rapid.IntRange(0, 1).Draw(t, "block")]
			switch rapid.IntRange(0, 4).Draw(t, "edit") {
			case 0:
				b.Minutes = rapid.IntRange(3, 20).Draw(t, "minutes")
			case 1:
				b.Drill.Basket = rapid.IntRange(0, 90).Draw(t, "basket")
			case 2:
				sample.Count(t, &students[0], b.Drill,
					sample.Session{DaysAgo: 2, Balls: 20, Good: rapid.IntRange(0, 20).Draw(t, "good")})
			case 3:
				l.Resources = &lesson.Resources{
					Balls:     rapid.IntRange(0, 60).Draw(t, "balls"),
					Equipment: []string{},
				}
			case 4:
				l.Attendance = []lesson.Stay{
					{Student: students[2].ID, From: rapid.IntRange(0, 20).Draw(t, "late")},
				}
			}
			require.Equal(t, reckon(t, l, students), by(t, &p, l, students))
		}
	})
}
