package lesson

import (
	"testing"

	"hodometer/core/drill"
	"hodometer/core/library"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// named gives the blocks of a draft ids, as the club does.
func named(l Lesson) *Lesson {
	l.ID = id(1)
	for i := range l.Blocks {
		l.Blocks[i].ID = id(10 + i)
	}
	return &l
}

// Whatever is wished for, every draft is a valid lesson that fits its slot with
// what goes on between, begins with a warm-up, asks for nothing that is not at
// hand, and draws none of the notices that a draft is there to avoid.
func TestDraftsHoldWhatTheyPromise(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 8).Draw(t, "n")
		students, _ := group(n, rapid.IntRange(0, n).Draw(t, "beginners"))
		w := Wish{
			Students: students,
			Date:     "2026-05-17",
			Start:    "17:00",
			Minutes:  rapid.IntRange(30, 120).Draw(t, "minutes"),
			Court: rapid.SampledFrom([]string{"tennis", "tennisOrange", "tableTennis", "badminton", "squash", "pickleball"}).
				Draw(t, "court"),
			Aim: rapid.SampledFrom([]drill.Focus{"", "depth", "volley", "footwork", "serveReturn"}).
				Draw(t, "aim"),
		}
		if rapid.Bool().Draw(t, "means") {
			w.Have = &Means{
				Balls:  rapid.IntRange(12, 100).Draw(t, "balls"),
				Courts: rapid.IntRange(1, 2).Draw(t, "courts"),
				Kit:    []string{"markers"},
			}
		}
		if rapid.Bool().Draw(t, "match") {
			w.MatchOn = "2026-05-19"
		}
		drafts := Drafts(w)
		require.NotEmpty(t, drafts)
		for _, d := range drafts {
			l := named(d.Lesson)
			require.Empty(t, l.Validate(), d.Name)
			require.NotEmpty(t, d.Why)
			plan := Reckon(l, students, units.Metric)
			require.LessOrEqual(
				t,
				float64(plan.Over)+plan.Between.Value,
				1.0,
				"%s of %d minutes: %v",
				d.Name,
				w.Minutes,
				plan.Minutes.Value,
			)
			require.Contains(t, []Kind{WarmUp, Physical}, l.Blocks[0].Kind)
			for _, notice := range plan.Notices {
				require.NotContains(t, []string{"overTime", "noWarmUp", "noRoomBetween"}, notice.Kind, d.Name)
				if w.Minutes >= 60 {
					require.NotEqual(t, "noMatchPlay", notice.Kind, d.Name)
				}
			}
			for _, b := range plan.Blocks {
				for _, notice := range b.Notices {
					require.NotContains(t, []string{"kitMissing", "tooFewBalls"}, notice.Kind, d.Name)
				}
			}
		}
	})
}

// What fell short comes back first, levelled so that each is within the band;
// what has not been done for weeks is offered as due.
func TestDraftsKnowThePast(t *testing.T) {
	students, ids := group(2, 0)
	old := func(name string, ago float64, short ...string) Past {
		e, err := library.ByID(name)
		require.NoError(t, err)
		return Past{DaysAgo: ago, Drill: e.Drill, Short: short}
	}
	w := Wish{
		Students: students,
		Court:    "tennis",
		Date:     "2026-05-17",
		Start:    "17:00",
		Minutes:  60,
		Past: []Past{
			old("short-ball-corners", 7, ids[1]),
			old("deep-past-marker", 7),
			old("low-ball-lift", 21),
		},
	}
	drafts := Drafts(w)
	require.Len(t, drafts, 3)
	require.Contains(t, drafts[0].Why, "Student1 did not meet “Short ball to the corners” 7 days ago")
	l := named(drafts[0].Lesson)
	at := -1
	for i := range l.Blocks {
		if l.Blocks[i].Drill != nil && l.Blocks[i].Drill.Title == "Short ball to the corners" {
			at = i
		}
	}
	require.NotEqual(t, -1, at)
	for _, p := range Reckon(l, students, units.Metric).Blocks[at].Drill.Players {
		require.InDelta(t, 0.7, p.Steps[0].Rate.Mean, 0.1)
	}
	require.Contains(t, drafts[1].Why, "Lift the low slice")
	w.MatchOn = "2026-05-18"
	require.Contains(t, Drafts(w)[1].Why, "tomorrow")
}

// Common practice [trade]: 45 minutes are two drills with room to adjust them.
func TestFortyFiveMinutesAreTwoDrills(t *testing.T) {
	students, _ := group(2, 0)
	for _, d := range Drafts(Wish{Students: students, Court: "tennis", Date: "2026-05-17", Start: "17:00", Minutes: 45, Aim: "depth"}) {
		drills := 0
		for _, b := range d.Lesson.Blocks {
			if b.Kind == Drill {
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
	script := WarmUpScript("tennis")
	require.Len(t, script, 10)
	for i, m := range script[:5] {
		require.Equal(t, m.Title, script[i+5].Title)
		require.Equal(t, m.Roles[0].Does, script[i+5].Roles[0].Does)
		require.Equal(t, 1-m.Roles[0].Who, script[i+5].Roles[0].Who, "swapped")
	}
}

// Common practice [trade]: ten minutes of games, a ten-minute break, ten more.
func TestGamesBreakGames(t *testing.T) {
	c := mustCourt(t, "tennis")
	game := Templates(c)[2]
	game.Minutes, game.Fixed = 10, true
	rest := breakBlock
	rest.Minutes = 10
	again := game
	l := named(
		Lesson{
			Title:       "Games",
			Date:        "2026-05-17",
			Start:       "18:00",
			SlotMinutes: 31,
			Court:       "tennis",
			Students:    []string{id(100), id(101)},
			Blocks:      []Block{game, rest, again},
		},
	)
	require.Empty(t, l.Validate())
	students, _ := group(2, 0)
	plan := Reckon(l, students, units.Metric)
	require.Equal(t, "18:30", plan.End)
	require.InDelta(t, 20, plan.Students[0].Part.Hitting, 1e-9)
	require.InDelta(t, 10, spent(plan.Coach, Resting), 1e-9)
	f := l.Fit(25)
	require.Equal(
		t,
		[]int{10, 5, 10},
		[]int{f.Blocks[0].Minutes, f.Blocks[1].Minutes, f.Blocks[2].Minutes},
		"the break gives way, the games stand",
	)
}

// A drill turned into match play begins with the drill's ball and draws it.
func TestMatchPlayFromADrill(t *testing.T) {
	l, _ := line(t, "third-shot-drop", 4, 10)
	b := MatchFrom(l.Blocks[0].Drill)
	b.ID = id(5)
	l.Blocks = append(l.Blocks, b)
	require.Empty(t, l.Validate())
	require.Equal(t, l.Blocks[0].Drill, b.Match.From)
	require.NotEmpty(t, b.SetUp())
	other := l.Blocks[0].Drill.Clone()
	other.Title = "Ärmel hoch" // a letter of two bytes
	require.Equal(t, "Match play: ärmel hoch", MatchFrom(&other).Title)
}

func BenchmarkDrafts(b *testing.B) {
	students, _ := group(8, 8)
	w := Wish{
		Students: students,
		Court:    "tennisOrange",
		Date:     "2026-05-17",
		Start:    "17:00",
		Minutes:  60,
		Have:     &Means{Balls: 60, Kit: []string{"markers"}},
	}
	for b.Loop() {
		Drafts(w)
	}
}
