package sample

import (
	"hodometer/core/lesson"

	"pgregory.net/rapid"
)

// Stays are who comes late and who leaves early.
func Stays(t *rapid.T, students []string) (out []lesson.Stay) {
	for _, id := range students {
		if !rapid.Bool().Draw(t, "all the time") {
			continue
		}
		s := lesson.Stay{Student: id, From: rapid.IntRange(0, 60).Draw(t, "from")}
		if rapid.Bool().Draw(t, "leaves") {
			s.To = s.From + rapid.IntRange(1, 30).Draw(t, "for")
		}
		out = append(out, s)
	}
	return out
}

// Arranged is an arrangement of any manner that there is.
func Arranged(t *rapid.T) *lesson.Arrangement {
	a := &lesson.Arrangement{Manner: rapid.SampledFrom([]lesson.Manner{
		"", lesson.Posts, lesson.Stations, lesson.RoundRobin, lesson.Partners, lesson.OnDeck,
		lesson.WinnersStay,
	}).Draw(t, "manner")}
	switch a.Manner {
	case "":
		return nil
	case lesson.Posts:
		a.Feeders, a.Collectors = rapid.IntRange(0, 2).
			Draw(t, "feeders"),
			rapid.IntRange(0, 2).
				Draw(t, "collectors")
	case lesson.Stations:
		a.Others = []string{"serves", "rally"}
	}
	return a
}
