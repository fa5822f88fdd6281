package plan_test

import (
	"context"
	"fmt"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/core/units"
)

// A lesson of one drill that ships, reckoned for one student: when it ends, the
// chance to finish, and what is worth a word.
func ExamplePlanner_Plan() {
	d, _ := library.ByID("short-ball-corners")
	block := lesson.ForDrill(d)
	block.ID, block.Minutes = "00000000-0000-7000-8000-000000000009", 20
	wren := plan.Student{
		ID: "00000000-0000-7000-8000-000000000001", Name: "Wren", Hand: court.RightHand, Level: units.Club,
	}
	l := lesson.Lesson{
		ID: "00000000-0000-7000-8000-000000000008", Title: "Short balls", Date: "2026-05-17", Start: "17:00",
		SlotMinutes: 20, Court: "tennis", Students: []string{wren.ID}, Blocks: []lesson.Block{block},
	}
	var planner plan.Planner // remembers what it has reckoned; keep it
	p, err := planner.Plan(context.Background(), &l, []plan.Student{wren}, units.Metric)
	if err != nil {
		fmt.Println(err)
		return
	}
	finish := p.Blocks[0].Drill.Players[0].Finish
	fmt.Printf("ends at %s, %.0f balls, finishes with %.0f %%\n", p.End, p.Balls.Value, 100*finish.Value)
	fmt.Println("reckoned by", finish.Derivation)
	for _, n := range p.Blocks[0].Notices {
		fmt.Println(n.Kind)
	}
	// Output:
	// ends at 17:20, 216 balls, finishes with 22 %
	// reckoned by rehearse.finish
	// willNotFit
	// caution
	// caution
	// caution
}
