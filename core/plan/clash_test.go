package plan

import (
	"strings"
	"testing"

	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

// Who is asked to be in two lessons at once is named; one lesson after the other is none.
func TestTwoLessonsAtOnce(t *testing.T) {
	l := &lesson.Lesson{Start: "17:00", SlotMinutes: 60}
	students := []Student{{ID: "a", Name: "Juno Vale"}, {ID: "b", Name: "Moss"}, {ID: "c", Name: "Pip"}}
	at := func(start string, minutes int, ids ...string) Elsewhere {
		return Elsewhere{"Depth", start, minutes, ids}
	}
	for what, c := range map[string]struct {
		other Elsewhere
		said  string // who, and when
	}{
		"within it":       {at("17:15", 20, "a"), "Juno is from 17:15 to 17:35"},
		"over its end":    {at("17:59", 60, "a", "b", "x"), "Juno and Moss are from 17:59 to 18:59"},
		"all of them":     {at("16:00", 180, "a", "b", "c"), "Juno, Moss and Pip are from 16:00 to 19:00"},
		"before it":       {at("16:00", 60, "a"), ""},
		"after it":        {at("18:00", 60, "a"), ""},
		"nobody of these": {at("17:00", 60, "x"), ""},
		"at no time":      {at("", 60, "a"), ""},
	} {
		p := &Plan{Notices: []Notice{notice("load", "…")}}
		p.Clashes(l, students, []Elsewhere{c.other})
		if c.said == "" {
			require.Len(t, p.Notices, 1, what)
			continue
		}
		who, when, _ := strings.Cut(c.said, " from ")
		require.Equal(t, who+" also in “Depth” from "+when+".", p.Notices[0].Text, what)
	}
	none := &Plan{Notices: []Notice{}}
	none.Clashes(l, students, nil)
	require.NotNil(t, none.Notices, "a screen goes through the list")
}

// Lessons of one name at one time are one sentence.
func TestLessonsAlikeClashOnce(t *testing.T) {
	l := &lesson.Lesson{Start: "17:00", SlotMinutes: 60}
	p := &Plan{Notices: []Notice{}}
	other := Elsewhere{"Depth", "17:00", 60, []string{"a"}}
	later := Elsewhere{"Depth", "17:30", 60, []string{"a"}}
	p.Clashes(l, []Student{{ID: "a", Name: "Juno"}}, []Elsewhere{other, other, other, later})
	require.Len(t, p.Notices, 2)
	require.Equal(t, "Juno is also in “Depth” from 17:00 to 18:00 (3 lessons).", p.Notices[0].Text)
	require.Equal(t, "Juno is also in “Depth” from 17:30 to 18:30.", p.Notices[1].Text)
}
