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
	each := 3
	switch {
	case os.Getenv("SHELF") == "all": // make shelf
		each = 1
	case sample.Race:
		each = 20
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
			for i, b := range got.Blocks {
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
