package draft_test

import (
	"context"
	"testing"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Every court offers blocks that make a valid lesson as they are.
func TestTemplatesOfEveryCourt(t *testing.T) {
	for _, c := range court.All() {
		l := &lesson.Lesson{
			ID:          sample.ID(1),
			Title:       "New",
			Date:        "2026-05-17",
			Start:       "17:00",
			SlotMinutes: 60,
			Court:       c.ID,
		}
		for i, b := range draft.Templates(&c) {
			b.ID = sample.ID(10 + i)
			l.Blocks = append(l.Blocks, b)
		}
		require.NotEmpty(t, l.Blocks)
		require.Empty(t, l.Validate(), c.ID)
	}
}

// Whatever is wished for, every draft is a valid lesson that fits its slot with
// what goes on between, begins with a warm-up, asks for nothing that is not at
// hand, and draws none of the notices that a draft is there to avoid.
func TestDraftsHoldWhatTheyPromise(t *testing.T) {
	sample.Checks(t, 30)
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 8).Draw(t, "n")
		students, _ := sample.Group(n, rapid.IntRange(0, n).Draw(t, "beginners"))
		w := draft.Brief{
			Students: students,
			Date:     "2026-05-17",
			Start:    "17:00",
			Minutes:  rapid.IntRange(30, 120).Draw(t, "minutes"),
			Court: rapid.SampledFrom([]string{"tennis", "tennisOrange", "tableTennis", "badminton",
				"squash", "pickleball"}).
				Draw(t, "court"),
			Aim: rapid.SampledFrom([]drill.Focus{"", "depth", "volley", "footwork", "serveReturn"}).
				Draw(t, "aim"),
		}
		if rapid.Bool().Draw(t, "means") {
			w.Resources = &lesson.Resources{
				Balls:     rapid.IntRange(12, 100).Draw(t, "balls"),
				Courts:    rapid.IntRange(1, 2).Draw(t, "courts"),
				Equipment: []string{"markers"},
			}
		}
		if rapid.Bool().Draw(t, "match") {
			w.MatchOn = "2026-05-19"
		}
		made := drafts(t, w)
		require.NotEmpty(t, made)
		for _, d := range made {
			l := sample.Named(d.Lesson)
			require.Empty(t, l.Validate(), d.Name)
			require.NotEmpty(t, d.Why)
			got := reckon(t, l, students)
			require.LessOrEqual(
				t,
				float64(got.Over)+got.Between.Value,
				1.0,
				"%s of %d minutes: %v",
				d.Name,
				w.Minutes,
				got.Minutes.Value,
			)
			require.Contains(t, []lesson.Kind{lesson.WarmUp, lesson.Physical}, l.Blocks[0].Kind)
			for _, notice := range got.Notices {
				require.NotContains(t, []string{"overTime", "noWarmUp", "noRoomBetween"}, notice.Kind, d.Name)
				if w.Minutes >= 60 {
					require.NotEqual(t, "noMatchPlay", notice.Kind, d.Name)
				}
			}
			for _, b := range got.Blocks {
				for _, notice := range b.Notices {
					require.NotContains(
						t,
						[]string{"kitMissing", "tooFewBalls", "outOfReach"},
						notice.Kind,
						d.Name,
					)
				}
			}
		}
	})
}

// What fell short comes back first, levelled so that each is within the band;
// what has not been done for weeks is offered as due.
func TestDraftsKnowThePast(t *testing.T) {
	students, ids := sample.Group(2, 0)
	old := func(name string, ago float64, short ...string) draft.Past {
		return draft.Past{DaysAgo: ago, Drill: *sample.Drill(t, name), Short: short}
	}
	w := draft.Brief{
		Students: students,
		Court:    "tennis",
		Date:     "2026-05-17",
		Start:    "17:00",
		Minutes:  60,
		Past: []draft.Past{
			old("short-ball-corners", 7, ids[1]),
			old("deep-past-marker", 7),
			old("low-ball-lift", 21),
		},
	}
	made := drafts(t, w)
	require.Len(t, made, 3)
	require.Contains(
		t,
		made[0].Why,
		"Student1 did not meet the goal of “Short ball to the corners” 7 days ago",
	)
	l := sample.Named(made[0].Lesson)
	at := -1
	for i := range l.Blocks {
		if l.Blocks[i].Drill != nil && l.Blocks[i].Drill.ID == "short-ball-corners" {
			at = i
		}
	}
	require.NotEqual(t, -1, at)
	for _, p := range reckon(t, l, students).Blocks[at].Drill.Players {
		require.InDelta(t, 0.7, p.Stages[0].Rate.Mean, 0.1)
	}
	require.Contains(t, made[1].Why, "Lift the low slice")
	w.MatchOn = "2026-05-18"
	require.Contains(t, drafts(t, w)[0].Why, "tomorrow", "the event comes first")
}

// Common practice [trade]: 45 minutes are two drills with room to adjust them.
func TestFortyFiveMinutesAreTwoDrills(t *testing.T) {
	students, _ := sample.Group(2, 0)
	for _, d := range drafts(t, draft.Brief{Students: students, Court: "tennis", Date: "2026-05-17",
		Start: "17:00", Minutes: 45, Aim: "depth"}) {
		drills := 0
		for _, b := range d.Lesson.Blocks {
			if b.Kind == lesson.Drill {
				drills++
				require.GreaterOrEqual(t, b.Minutes, 5, d.Name)
			}
		}
		require.Equal(t, 2, drills, d.Name)
	}
}

// Common practice [trade]: the scripted warm-up is ten one-minute roles, five
// and the same swapped.
func TestTheScriptIsTenMinutes(t *testing.T) {
	script := draft.WarmUpScript("tennis", 10, false)
	require.Len(t, script, 10)
	for i, m := range script[:5] {
		require.Equal(t, m.Title, script[i+5].Title)
		require.Equal(t, m.Roles[0].Does, script[i+5].Roles[0].Does)
		require.Equal(t, 1-m.Roles[0].Partner, script[i+5].Roles[0].Partner, "swapped")
	}
}

func BenchmarkDrafts(b *testing.B) {
	students, _ := sample.Group(8, 8)
	w := draft.Brief{
		Students:  students,
		Court:     "tennisOrange",
		Date:      "2026-05-17",
		Start:     "17:00",
		Minutes:   60,
		Resources: &lesson.Resources{Balls: 60, Equipment: []string{"markers"}},
	}
	p := new(plan.Planner)
	for b.Loop() {
		_, err := draft.Drafts(context.Background(), p, w)
		require.NoError(b, err)
	}
}

// drafts makes the drafts of a brief with nothing remembered.
func drafts(t require.TestingT, b draft.Brief) []draft.Draft {
	out, err := draft.Drafts(context.Background(), new(plan.Planner), b)
	require.NoError(t, err)
	return out
}

func reckon(t require.TestingT, l *lesson.Lesson, students []plan.Student) plan.Plan {
	out, err := new(plan.Planner).Plan(context.Background(), l, students, units.Metric)
	require.NoError(t, err)
	return out
}
