package course

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func sample(weeks int, days ...int) *Course {
	c := &Course{
		Format: Format, Version: Version, ID: "x", Title: "Spring", Students: []string{"s"}, Court: "tennis",
		Start: "17:00", Minutes: 60, Days: days, From: "2026-05-13", Event: "",
	}
	themes, _ := Lay(weeks, ToEvent)
	for _, t := range themes {
		c.Weeks = append(c.Weeks, Week{Theme: t})
	}
	return c
}

// Toward an event: basics, combined and speed in turn, then match play, then short and
// known; the pattern's days from the first on, none on a day off, none on or after the
// event. 2026-05-13 is a Wednesday.
func TestTowardAnEvent(t *testing.T) {
	c := sample(6, 2, 5)
	require.Equal(
		t,
		[]Week{{Basics, ""}, {Basics, ""}, {Combined, ""}, {AtSpeed, ""}, {MatchDay, ""}, {Easing, ""}},
		c.Weeks,
	)
	c.Off = []Off{{From: "2026-05-25", To: "2026-05-31", Why: "half-term"}}
	c.Event = "2026-06-19"
	require.Empty(t, c.Validate())
	var on []string
	for _, s := range c.Make() {
		on = append(on, fmt.Sprint(s.Date, " ", s.Week, " ", s.Minutes))
	}
	require.Equal(t, []string{
		"2026-05-15 0 60", "2026-05-19 1 60", "2026-05-22 1 60", "2026-06-02 3 60", "2026-06-05 3 60",
		"2026-06-09 4 60", "2026-06-12 4 60", "2026-06-16 5 40",
	}, on)
}

// Weeks without a lesson take no theme from the others: after two weeks off comes what would
// have come in them. Toward an event the last week that is taught eases.
func TestDaysOffTakeNoTheme(t *testing.T) {
	c := sample(6, 2, 5)
	c.Off = []Off{{From: "2026-05-18", To: "2026-05-31", Why: "half-term"}}
	themes := func(m Manner) (out []Theme) {
		require.NoError(t, c.Lay(m))
		for _, w := range c.Weeks {
			out = append(out, w.Theme)
		}
		return out
	}
	require.Equal(t, []Theme{Basics, Open, Open, Combined, AtSpeed, MatchDay}, themes(StepByStep))
	require.Equal(t, []Theme{Mix, Open, Open, Mix, Mix, Mix}, themes(EvenMix))
	c.Event = "2026-06-09" // two weeks are left
	require.Equal(t, []Theme{MatchDay, Open, Open, Easing, Open, Open}, themes(ToEvent))
	require.Error(t, c.Lay("somehow"))
}

// Where the first day of the pattern is next week, the first theme is next week's.
func TestTheFirstWeekHasLessons(t *testing.T) {
	c := sample(3, 1)
	require.Equal(t, "2026-05-18", c.Begins())
	lessons := c.Make()
	require.Len(t, lessons, 3)
	require.Equal(t, Slot{Week: 0, Date: "2026-05-18", Start: "17:00", Minutes: 60}, lessons[0])
}

// Whatever is called off in whatever order, no work is lost while a lesson still comes:
// each lesson that is off is carried by exactly one that is given, unless none comes after
// it; and what is taken up again is carried by none.
func TestNoWorkIsLost(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := sample(rapid.IntRange(1, 6).Draw(t, "weeks"), 1, 3, 6)
		c.Lessons = c.Make()
		if len(c.Lessons) == 0 {
			return
		}
		for i := range c.Lessons {
			c.Lessons[i].ID = fmt.Sprint(i)
		}
		for range rapid.IntRange(0, 12).Draw(t, "steps") {
			id := fmt.Sprint(rapid.IntRange(0, len(c.Lessons)-1).Draw(t, "which"))
			switch s := c.Lesson(id); rapid.IntRange(0, 2).Draw(t, "what") {
			case 0:
				require.NoError(t, c.CallOff(id, Rained))
			case 1:
				require.NoError(t, c.Restore(id))
			case 2:
				was, err := time.Parse(time.DateOnly, s.Date)
				require.NoError(t, err)
				require.NoError(
					t,
					c.Move(
						id,
						was.AddDate(0, 0, rapid.IntRange(-9, 9).Draw(t, "days")).Format(time.DateOnly),
						"09:00",
					),
				)
			}
		}
		carried := map[string]int{}
		last := ""
		for _, s := range c.Lessons {
			if s.State == Planned {
				last = s.Date + s.Start
			}
			for _, id := range s.Carries {
				require.Equal(t, Planned, s.State)
				carried[id]++
			}
		}
		for _, s := range c.Lessons {
			switch {
			case s.State == Planned:
				require.Zero(t, carried[s.ID])
			case s.Date+s.Start < last:
				require.Equal(t, 1, carried[s.ID])
			default:
				require.LessOrEqual(t, carried[s.ID], 1)
			}
		}
	})
}
