package draft_test

import (
	"context"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/play"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// asked is a lesson that a coach may ask for.
type asked struct {
	court   string
	level   units.Level
	n       int
	courts  int
	minutes int
	aim     drill.Focus
}

func (a asked) String() string {
	aim := string(a.aim)
	if aim == "" {
		aim = "any"
	}
	return fmt.Sprintf("%s %s %d/%d %d min %s", a.court, a.level, a.n, a.courts, a.minutes, aim)
}

// askedFor are lessons of every sport and stage, of one to sixteen, short and long, for every
// aim and level.
func askedFor() (out []asked) {
	sizes := [][2]int{{1, 1}, {2, 1}, {3, 1}, {4, 1}, {6, 1}, {8, 1}, {12, 2}, {16, 3}}
	minutes := []int{60, 45, 60, 90, 60, 75, 90, 60}
	turn := 0
	for _, c := range court.All() {
		levels := []units.Level{units.Beginner, units.Club, units.Performance}
		if c.Ages != nil {
			levels = levels[:1]
		}
		for _, level := range levels {
			for i, n := range sizes {
				out = append(out, asked{c.ID, level, n[0], n[1], minutes[(i+turn)%len(minutes)], ""})
			}
			for _, f := range drill.Focuses {
				if turn++; f.ID == string(drill.WarmUp) || turn%4 > 0 {
					continue
				}
				n := sizes[turn%5]
				out = append(
					out,
					asked{c.ID, level, n[0], n[1], minutes[turn%len(minutes)], drill.Focus(f.ID)},
				)
			}
		}
	}
	each := 6
	switch {
	case os.Getenv("SHELF") == "all": // make shelf
		each = 1
	case sample.Race:
		each = 30
	}
	kept := out[:0]
	for i, a := range out {
		if i%each == 0 {
			kept = append(kept, a)
		}
	}
	return kept
}

func (a asked) brief() (draft.Brief, []plan.Student) {
	var students []plan.Student
	for i := range a.n {
		students = append(students, plan.Student{
			ID: sample.ID(100 + i), Name: fmt.Sprintf("S%d", i), Hand: court.RightHand, Level: a.level,
		})
	}
	return draft.Brief{
		Students:  students,
		Date:      "2026-05-17",
		Start:     "17:00",
		Minutes:   a.minutes,
		Court:     a.court,
		Aim:       a.aim,
		Resources: &lesson.Resources{Courts: a.courts, Balls: 120, Equipment: []string{"markers"}},
	}, students
}

// What a coach who asks for a lesson is offered: goals that are worth trying.
func TestDraftTable(t *testing.T) {
	var p plan.Planner
	var table strings.Builder
	var chances []float64
	for _, a := range askedFor() {
		brief, students := a.brief()
		out, err := draft.Drafts(context.Background(), &p, brief)
		require.NoError(t, err, a)
		require.NotEmpty(t, out, a)
		for _, d := range out {
			got, err := p.Plan(context.Background(), &d.Lesson, students, units.Metric)
			require.NoError(t, err)
			fmt.Fprintf(&table, "%s: %s:", a, d.Name)
			roots := map[string]bool{}
			for i, b := range got.Blocks {
				block := &d.Lesson.Blocks[i]
				if b.Match != nil && b.Match.Ends != nil {
					require.GreaterOrEqual(
						t,
						b.Match.Ends.Value,
						0.7,
						"%s: %s: %s ends",
						a,
						d.Name,
						block.Title,
					)
					walls := block.Match.From != nil && strings.HasPrefix(a.court, "squash")
					require.False(t, a.n == 4 && walls && block.Match.Side != 1, "%s: four between walls", a)
				}
				if block.Kind == lesson.Drill {
					require.False(t, roots[block.Drill.Root()], "%s: %s twice", a, block.Drill.Title)
					roots[block.Drill.Root()] = true
				}
				if b.Drill == nil {
					continue
				}
				least, most := 1.0, 0.0
				for _, s := range b.Drill.Players {
					if s.Finish != nil {
						chances = append(chances, s.Finish.Value)
						least, most = min(least, s.Finish.Value), max(most, s.Finish.Value)
					}
				}
				if most > 0 || least < 1 {
					fmt.Fprintf(
						&table,
						" %s %d' %.2f–%.2f,",
						d.Lesson.Blocks[i].Drill.ID,
						d.Lesson.Blocks[i].Minutes,
						least,
						most,
					)
				}
			}
			table.WriteString("\n")
		}
	}
	slices.Sort(chances)
	within := 0
	var tenths [11]int
	for _, c := range chances {
		if c >= 0.55 && c <= 0.90 {
			within++
		}
		tenths[int(10*c)]++
	}
	share := float64(within) / float64(len(chances))
	t.Logf("%s%d goals of students, %.0f%% of them with a chance of 0.55 to 0.90; by tenths %v",
		table.String(), len(chances), 100*share, tenths)
	require.GreaterOrEqual(t, share, 0.8)
}

// In the last days before a match at most one thing is new, and the draft says which.
func TestLittleIsNewBeforeAMatch(t *testing.T) {
	students, _ := sample.Group(2, 0)
	brief := draft.Brief{
		Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennis",
		MatchOn: "2026-05-19",
	}
	known := map[string]bool{}
	fresh := func(d draft.Draft) (n int) {
		for _, b := range d.Lesson.Blocks {
			if b.Kind == lesson.Drill && !known[b.Drill.Root()] {
				n++
			}
		}
		return n
	}
	said := false
	for _, d := range drafts(t, brief) { // nothing was ever done
		require.LessOrEqual(t, fresh(d), 1, d.Name)
		require.NotContains(t, d.Why, "nothing new")
		said = said || strings.Contains(d.Why, "is new to them")
	}
	require.True(t, said)
	for i, id := range []string{"serve-wide-open-court", "go-on-the-short-ball", "sliced-return"} {
		brief.Past = append(brief.Past, draft.Past{DaysAgo: float64(3 + i), Drill: *sample.Drill(t, id)})
		known[id] = true
	}
	for _, d := range drafts(t, brief) {
		require.LessOrEqual(t, fresh(d), 1, d.Name)
	}
}

// The reason of a draft names a student with the figure that it is set by.
func TestTheReasonNamesStudentAndFigure(t *testing.T) {
	for _, n := range []int{1, 2, 5} {
		students, _ := sample.Group(n, 0)
		named := 0
		for _, d := range drafts(t, draft.Brief{
			Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennis", Aim: "depth",
		}) {
			for _, s := range students {
				if strings.Contains(d.Why, s.FirstName()+" ") && strings.Contains(d.Why, "%") {
					named++
					break
				}
			}
		}
		require.NotZero(t, named, n)
	}
}

// Four at one court play doubles.
func TestFourPlayDoubles(t *testing.T) {
	students, _ := sample.Group(4, 0)
	doubles := 0
	for _, d := range drafts(t, draft.Brief{
		Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennis",
	}) {
		for i := range d.Lesson.Blocks {
			if b := &d.Lesson.Blocks[i]; b.Match != nil {
				y, ok := play.Games(b, 4, 1, float64(b.Minutes))
				require.True(t, ok)
				require.Len(t, y.Turns[0][0], 2, "%s: two on a side", b.Title)
				doubles++
			}
		}
	}
	require.NotZero(t, doubles)
}

// The same drills come at most twice running, also where somebody fell short in both: at the third
// time one of them changes, and the draft says so.
func TestTheSameDrillsComeTwiceAtMost(t *testing.T) {
	students, _ := sample.Group(2, 0)
	brief := draft.Brief{
		Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennis",
	}
	pair := []string{"line-all-deep", "low-ball-lift"}
	for _, ago := range []float64{3, 10} {
		for _, id := range pair {
			brief.Past = append(brief.Past, draft.Past{
				DaysAgo: ago, Drill: *sample.Drill(t, id), Short: []string{students[0].ID},
			})
		}
	}
	both := func(d draft.Draft) bool {
		for _, id := range pair {
			if !slices.ContainsFunc(d.Lesson.Blocks, func(b lesson.Block) bool {
				return b.Kind == lesson.Drill && b.Drill.Root() == id
			}) {
				return false
			}
		}
		return true
	}
	said := false
	for _, d := range drafts(t, brief) {
		require.False(t, both(d), "%s: %s", d.Name, d.Why)
		said = said || strings.Contains(d.Why, "takes its place")
	}
	require.True(t, said)
	brief.Past = brief.Past[:2] // once is no habit
	require.True(t, slices.ContainsFunc(drafts(t, brief), both))
}
