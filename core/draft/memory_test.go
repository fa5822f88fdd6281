package draft_test

import (
	"slices"
	"strings"
	"testing"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// worked is a brief of two club students with that work on their ladders.
func worked(t *testing.T, work ...draft.Work) (draft.Brief, []string) {
	students, ids := sample.Group(2, 0)
	for i := range work {
		work[i].Students = ids[:1]
	}
	return draft.Brief{
		Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennis", Work: work,
		Resources: &lesson.Resources{Balls: 72, Equipment: []string{"markers"}},
	}, ids
}

// blockOf is the block of that drill; nil where the lesson has none.
func blockOf(l *lesson.Lesson, root string) *lesson.Block {
	for i := range l.Blocks {
		if b := &l.Blocks[i]; b.Kind == lesson.Drill && b.Drill != nil && b.Drill.Root() == root {
			return b
		}
	}
	return nil
}

// A block for a rung asks exactly its gate: the count of the gate at the target and the pace of
// the shelf, however easy or hard the rest is made. Others in the block are levelled.
func TestARungBinds(t *testing.T) {
	d := sample.Drill(t, "short-ball-own-toss")
	brief, ids := worked(t, draft.Work{Drill: *d, Count: 6, Why: "Six", Rung: "Six of them"})
	made := drafts(t, brief)
	b := blockOf(&made[0].Lesson, d.Root())
	require.NotNil(t, b, made[0].Why)
	v := b.Variant(ids[0])
	require.Equal(t, "Six of them", v.Rung)
	require.Equal(t, 1.0, v.Scale)
	require.Zero(t, v.Tempo)
	require.Equal(t, 6, b.DrillFor(ids[0]).Stages[0].Goal.Count)
	require.Contains(t, made[0].Why, "Student0: Six.")
	l := sample.Named(made[0].Lesson)
	for _, p := range reckon(t, l, brief.Students).Blocks {
		for _, n := range p.Notices {
			require.NotEqual(t, "willNotFit", n.Kind, "a gate is hard, as it should be: %s", n.Text)
		}
	}
}

// A gate that is out of reach is not asked for: the drill is set to the student as a step toward
// it, and the draft says so.
func TestAGateOutOfReachBecomesAStep(t *testing.T) {
	d := sample.Drill(t, "short-ball-own-toss").Clone()
	d.Stages[0].Goal = goal.Goal{Kind: goal.InARow, Count: 5}
	d.Stages = d.Stages[:1]
	brief, ids := worked(t, draft.Work{Drill: d, Count: 60, Why: "Sixty", Rung: "Sixty in a row"})
	made := drafts(t, brief)
	b := blockOf(&made[0].Lesson, d.Root())
	require.NotNil(t, b, made[0].Why)
	require.Empty(t, b.Variant(ids[0]).Rung)
	require.Less(t, b.DrillFor(ids[0]).Stages[0].Goal.Count, 60)
	require.Contains(t, made[0].Why, "a step toward it")
}

// A rung that needs what is not there is named with what to do, and the talk asks about no drill
// that is not in the lesson.
func TestARungThatCannotBeDraftedIsSaid(t *testing.T) {
	d := sample.Drill(t, "short-ball-machine")
	brief, _ := worked(t, draft.Work{Drill: *d, Why: "Machine", Rung: "From a machine"})
	made := drafts(t, brief)
	require.Contains(t, made[0].Why, "“From a machine” (Student0) is not in these drafts: it asks for")
	for _, m := range made {
		require.Nil(t, blockOf(&m.Lesson, d.Root()))
		for _, b := range m.Lesson.Blocks {
			require.NotContains(t, strings.Join(b.Prompts, " "), "From a machine")
		}
	}
	brief.Resources.Equipment = append(brief.Resources.Equipment, "machine")
	made = drafts(t, brief)
	require.NotNil(t, blockOf(&made[0].Lesson, d.Root()), made[0].Why)
	require.NotContains(t, made[0].Why, "not in these drafts")
}

// The first draft follows the theme of the week, also where ladders ask for something else, and in
// a week of match play a third of the work is games.
func TestTheThemeComesFirst(t *testing.T) {
	d := sample.Drill(t, "figure-of-eight")
	require.False(t, draft.Suits(course.Basics, d, true))
	brief, _ := worked(t, draft.Work{Drill: *d, Why: "Eight", Rung: "Eight"})
	for _, theme := range []course.Theme{course.Basics, course.Combined, course.AtSpeed, course.MatchDay} {
		brief.Theme = theme
		l := drafts(t, brief)[0].Lesson
		all, of, work, games := 0, 0, 0, 0
		for i := range l.Blocks {
			switch b := &l.Blocks[i]; b.Kind {
			case lesson.Drill:
				all, work = all+1, work+b.Minutes
				if draft.Suits(theme, b.Drill, false) {
					of++
				}
			case lesson.Game:
				work, games = work+b.Minutes, games+b.Minutes
			default:
			}
		}
		require.GreaterOrEqual(t, 2*of, all, theme)
		if theme == course.MatchDay {
			require.GreaterOrEqual(t, 3*games, work)
		}
	}
}

// What one student falls short of comes back at most twice running, and what was had in the last
// lessons stands behind what was not.
func TestDraftsRemember(t *testing.T) {
	brief, ids := worked(t)
	for _, ago := range []float64{3, 10, 17} {
		brief.Past = append(brief.Past, draft.Past{
			DaysAgo: ago, Drill: *sample.Drill(t, "low-ball-lift"), Short: ids[:1],
		})
	}
	for _, m := range drafts(t, brief) {
		require.Nil(t, blockOf(&m.Lesson, "low-ball-lift"), m.Name)
	}
	brief.Past = brief.Past[:1]
	require.NotNil(t, blockOf(&drafts(t, brief)[0].Lesson, "low-ball-lift"))
}

// After weeks away the first draft says so, and has no hard runs.
func TestTheFirstLessonBackIsLight(t *testing.T) {
	brief, _ := worked(t)
	hard := func(felt []progress.Felt) (n int, why string) {
		for i := range brief.Students {
			brief.Students[i].Felt = felt
		}
		made := drafts(t, brief)
		for i := range made[0].Lesson.Blocks {
			if b := &made[0].Lesson.Blocks[i]; b.Kind == lesson.Drill && b.Drill.Focus != drill.WarmUp {
				if e := b.Drill.Summary(nil).Effort; e != footwork.Easy && e != footwork.Working {
					n++
				}
			}
		}
		return n, made[0].Why
	}
	n, why := hard([]progress.Felt{{DaysBefore: 20}})
	require.Zero(t, n)
	require.Contains(t, why, "Back after weeks away: Student0 (20 days)")
	_, why = hard([]progress.Felt{{DaysBefore: 7}})
	require.NotContains(t, why, "weeks away")
}

// What has been climbed is drafted no more as a drill, but is what the first draft plays.
func TestWhatWasClimbedIsPlayed(t *testing.T) {
	d := sample.Drill(t, "short-ball-corners")
	brief, ids := worked(t, draft.Work{Drill: *d, Why: "Corners", Play: true})
	brief.Work[0].Students = ids
	made := drafts(t, brief)
	i := slices.IndexFunc(made[0].Lesson.Blocks, func(b lesson.Block) bool { return b.Match != nil })
	require.GreaterOrEqual(t, i, 0)
	require.Equal(t, d.Root(), made[0].Lesson.Blocks[i].Match.From.Root())
	require.Contains(
		t,
		made[0].Why,
		"Student0 and Student1: “"+d.Title+"” has been climbed and is played as the game.",
	)
	require.NotEqual(t, "Next on the ladder", made[0].Name)
}

// A rung in which somebody of the group has hardly a chance is left out, and that is said too.
func TestARungOutOfReachOfTheGroupIsSaid(t *testing.T) {
	d := sample.Drill(t, "short-ball-own-toss").Clone()
	d.Targets[0].Radius, d.Minutes = 0.15, drill.Span{Least: 2, Best: 2, Most: 2}
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.InARow, Count: 2}
	for i := range d.Pattern.Feeds {
		d.Pattern.Feeds[i].Gap = 15
	}
	brief, ids := worked(t, draft.Work{Drill: d, Why: "Hair", Rung: "A hair"})
	brief.Past = []draft.Past{{DaysAgo: 3, Drill: d, Size: map[string]float64{ids[0]: 0.15, ids[1]: 0.15}}}
	made := drafts(t, brief)
	require.Nil(t, blockOf(&made[0].Lesson, d.Root()), made[0].Why)
	require.Contains(
		t,
		made[0].Why,
		"“A hair” (Student0) is not in these drafts: somebody in this group",
	)
}

// What a draft says it is for is in it: a drill that somebody did not meet and in which somebody has
// hardly a chance is not said to be repeated.
func TestADraftHoldsWhatItIsFor(t *testing.T) {
	brief, ids := worked(t)
	d := sample.Drill(t, "deep-past-marker").Clone()
	d.Targets[0].Width, d.Targets[0].Depth, d.Targets[0].Radius = 0.2, 0.2, 0.2
	for _, size := range []float64{0, 0.1} { // 0: any target may be set
		brief.Past = []draft.Past{{DaysAgo: 5, Drill: d, Short: ids[:1], Size: map[string]float64{
			ids[0]: size, ids[1]: size,
		}}}
		for _, m := range drafts(t, brief) {
			if strings.Contains(m.Why, "It is repeated") {
				require.NotNil(t, blockOf(&m.Lesson, d.Root()), m.Why)
			}
		}
	}
}
