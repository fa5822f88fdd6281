package draft_test

import (
	"context"
	"fmt"
	"strings"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/plan"
	"hodometer/core/units"
)

// Two students, an hour, an aim: lessons that fit, each with a line that says
// why, and what the first comes to.
func Example() {
	var planner plan.Planner
	students := []plan.Student{
		{ID: "00000000-0000-7000-8000-000000000001", Name: "Wren", Hand: court.RightHand, Level: units.Club},
		{
			ID:    "00000000-0000-7000-8000-000000000002",
			Name:  "Tove",
			Hand:  court.LeftHand,
			Level: units.Beginner,
		},
	}
	drafts, err := draft.Drafts(context.Background(), &planner, draft.Brief{
		Students: students, Court: "tennis", Date: "2026-05-17", Start: "17:00", Minutes: 60, Aim: "volley",
	})
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, d := range drafts {
		why, chances, _ := strings.Cut(d.Why, " Chance")
		fmt.Println(d.Name+":", why)
		fmt.Println("  Chance" + chances)
	}
	// Output:
	// Volleys, step by step: First to one place, then in a sequence, then a game that starts with the same ball.
	//   Chance to meet the goals of “Feet, then lob”: Wren 81%, Tove 74%.
	// Two focuses: Volleys and coming in: two focuses, for variety.
	//   Chance to meet the goals of “One step in after each”: Wren 67%, Tove 80%.
	// Rhythm, step by step: Rhythm also suits this group. It starts with few balls and builds up.
	//   Chance to meet the goals of “Alley, centre, alley”: Wren 83%, Tove 80%.
}
