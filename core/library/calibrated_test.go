package library_test

import (
	"context"
	"fmt"
	"testing"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// What a goal worth trying comes to [trade]: the chance to meet all of a drill's goals, the
// share of its minutes by which half of the students have, and the chance of one goal alone in
// its share of the minutes.
const (
	leastChance, mostChance = 0.55, 0.85
	soonest, latest         = 0.4, 0.9
	sure                    = 0.95
	hopeless                = 0.3 // for whom the turns leave least
)

// asked is a lesson of one block of the drill, for so many students of its level of whom nothing
// was counted.
func asked(d *drill.Drill, n, minutes int) (*lesson.Lesson, []plan.Student) {
	l := &lesson.Lesson{
		Format: lesson.Format, FormatVersion: lesson.FormatVersion, ID: sample.ID(1), Title: d.Title,
		Date: "2026-05-17", Start: "17:00", SlotMinutes: 240, Court: d.Pattern.Court, Students: []string{},
	}
	var students []plan.Student
	for i := range n {
		students = append(students, plan.Student{
			ID: sample.ID(100 + i), Name: fmt.Sprintf("S%d", i), Hand: court.RightHand, Level: d.Level,
		})
		l.Students = append(l.Students, students[i].ID)
	}
	b := lesson.ForDrill(d)
	b.ID, b.Minutes = sample.ID(2), minutes
	l.Blocks = []lesson.Block{b}
	return l, students
}

// reckoned is what a drill comes to for as many students as suit it best.
func reckoned(t *testing.T, p *plan.Planner, d *drill.Drill, minutes int) *drill.Outlook {
	t.Helper()
	l, students := asked(d, d.Players.Best, minutes)
	out, err := p.Plan(context.Background(), l, students, units.Metric)
	require.NoError(t, err, d.ID)
	require.NotNil(t, out.Blocks[0].Drill, d.ID)
	return out.Blocks[0].Drill
}

// The engine plays every drill to its end, for the fewest, the ideal and the most students: its
// balls fly, each student has some, and it is over when its last turn is.
func TestEveryDrillIsPlayedToItsEnd(t *testing.T) {
	var p plan.Planner
	for _, d := range some() {
		balls, err := p.Flights.Fly(d.Pattern, true)
		require.NoError(t, err, d.ID)
		for i, b := range balls {
			require.True(t, b.Feasible, "%s, ball %d", d.ID, i+1)
		}
		for _, n := range []int{d.Players.Least, d.Players.Best, d.Players.Most} {
			l, students := asked(&d, n, d.Minutes.Best)
			require.Empty(t, l.Validate(), d.ID)
			trails, _, err := p.Watch(context.Background(), l, students, 0)
			require.NoError(t, err, d.ID)
			require.Len(t, trails, 1)
			end := int64(d.Minutes.Best) * 60_000
			require.GreaterOrEqual(t, trails[0].Over, end, d.ID)
			require.LessOrEqual(t, trails[0].Over, 2*end, "%s with %d", d.ID, n)
			out, err := p.Plan(context.Background(), l, students, units.Metric)
			require.NoError(t, err, d.ID)
			for _, s := range out.Blocks[0].Drill.Players {
				require.Positive(t, s.Contacts.Value, "%s with %d: nobody is left out", d.ID, n)
			}
		}
	}
}

// some are all drills that ship, and each eighth where the race detector watches.
func some() (out []drill.Drill) {
	all := library.All()
	if !sample.Race {
		return all
	}
	for i := 0; i < len(all); i += 8 {
		out = append(out, all[i])
	}
	return out
}

// alone is the drill with one of its goals.
func alone(d *drill.Drill, stage int) *drill.Drill {
	out := d.Clone()
	out.Stages = out.Stages[stage : stage+1]
	return &out
}

// easy are goals that are nearly sure by themselves, by drill and place, and why.
var easy = map[string]string{
	"four-stations-volley 0": "the near stations come first, so that the far one is the test",
	"four-stations-volley 1": "the same",
	"four-stations-volley 2": "the same",
	"four-stations-volley 4": "the same, on the way back in",
	"four-stations-volley 5": "the same",
	"four-stations-volley 6": "the same",
	"walk-across-volleys 0":  "the crossing is learnt before it is counted",
}

// judged is how the goals of a drill stand: the mean chance of its students, the least of
// them, and the share of its minutes by which half of them are done; false where nothing is by
// chance.
func judged(d *drill.Drill, o *drill.Outlook) (mean, least, half float64, ok bool) {
	least, n, done := 1.0, 0.0, 0.0
	for _, s := range o.Players {
		if s.Finish == nil {
			continue
		}
		n++
		mean += s.Finish.Value
		least = min(least, s.Finish.Value)
		at := 4.0
		if s.Likely != nil {
			at = s.Likely.Value / float64(d.Minutes.Best)
		}
		done += at
	}
	return mean / n, least, done / n, n > 0
}

// Every goal of the shelf is worth trying at the drill's own level, with its own students and
// minutes: neither hopeless nor sure, nor met in the first minute. Warm-ups want to be met.
func TestShelfTable(t *testing.T) {
	var p plan.Planner
	table := "drill: level, students, minutes; chance (least), half done by; goals alone\n"
	judgedAll := 0
	for _, d := range some() {
		o := reckoned(t, &p, &d, d.Minutes.Best)
		row := fmt.Sprintf("%-28s %-12s %d %3d min:", d.ID, d.Level, d.Players.Best, d.Minutes.Best)
		mean, least, half, ok := judged(&d, o)
		if !ok {
			table += row + " by nothing of chance\n"
			continue
		}
		row += fmt.Sprintf(" %.2f (%.2f) at %.0f%%", mean, least, 100*half)
		for i, s := range d.Stages {
			if from, to := d.GroupOf(i); !d.ByChance(s) || to-from > 1 { // side by side they share each turn
				continue
			}
			one := alone(&d, i)
			if by, _, _, ok := judged(one, reckoned(t, &p, one, max(1, d.Minutes.Best/len(d.Stages)))); ok {
				row += fmt.Sprintf(" [%s %.2f]", s.Goal, by)
				key := fmt.Sprint(d.ID, " ", i)
				if d.Focus != drill.WarmUp && (by > sure) != (easy[key] != "") {
					t.Errorf("%s: goal %d alone", row, i)
				}
			}
		}
		table += row + "\n"
		if d.Focus == drill.WarmUp {
			continue
		}
		judgedAll++
		if mean < leastChance || mean > mostChance || least < hopeless || half < soonest || half > latest {
			t.Errorf("not worth trying: %s", row)
		}
	}
	t.Log(table)
	require.Greater(t, judgedAll, len(some())/2)
}
