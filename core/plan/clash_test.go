package plan

import (
	"testing"

	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

// Who is asked to be in two lessons at once is named; one lesson after the other is none.
func TestTwoLessonsAtOnce(t *testing.T) {
	l := &lesson.Lesson{Start: "17:00", SlotMinutes: 60}
	students := []Student{{ID: "a", Name: "Juno Vale"}, {ID: "b", Name: "Moss"}, {ID: "c", Name: "Pip"}}
	for what, c := range map[string]struct {
		other Elsewhere
		said  string
	}{
		"within it":       {Elsewhere{"Depth", "17:15", 20, []string{"a"}}, "Juno is also in “Depth” from 17:15 to 17:35."},
		"over its end":    {Elsewhere{"Depth", "17:59", 60, []string{"a", "b", "x"}}, "Juno and Moss are also in “Depth” from 17:59 to 18:59."},
		"all of them":     {Elsewhere{"Depth", "16:00", 180, []string{"a", "b", "c"}}, "Juno, Moss and Pip are also in “Depth” from 16:00 to 19:00."},
		"before it":       {Elsewhere{"Depth", "16:00", 60, []string{"a"}}, ""},
		"after it":        {Elsewhere{"Depth", "18:00", 60, []string{"a"}}, ""},
		"nobody of these": {Elsewhere{"Depth", "17:00", 60, []string{"x"}}, ""},
		"at no time":      {Elsewhere{"Depth", "", 60, []string{"a"}}, ""},
	} {
		p := &Plan{Notices: []Notice{notice("load", "…")}}
		p.Clashes(l, students, []Elsewhere{c.other})
		if c.said == "" {
			require.Len(t, p.Notices, 1, what)
			continue
		}
		require.Equal(t, c.said, p.Notices[0].Text, what)
	}
}
