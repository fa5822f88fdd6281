package run_test

import (
	"fmt"

	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/run"
)

// Taps on court, folded: three good balls and a miss, the miss taken back. The
// order of arrival does not matter, nor does a tap that comes twice.
func ExampleFold() {
	d, _ := library.ByID("short-ball-corners")
	block := lesson.ForDrill(d)
	block.ID = "block"
	l := lesson.Lesson{Students: []string{"wren"}, Blocks: []lesson.Block{block}}
	tap := func(id string, k run.Kind) run.Event {
		return run.Event{ID: id, At: 1, Kind: k, Block: "block", Student: "wren"}
	}
	undo := run.Event{ID: "5", At: 2, Kind: run.Undo, Undoes: "4"}
	events := []run.Event{
		undo,
		tap("1", run.Good),
		tap("2", run.Good),
		tap("4", run.Miss),
		tap("3", run.Good),
		tap("2", run.Good),
	}
	goal := run.Fold(&l, events).Blocks[0].Students[0].Stages[0]
	fmt.Printf(
		"%s, %s: %d of %d good, streak %d\n",
		goal.Label,
		goal.GoalLabel,
		goal.Good,
		goal.Balls,
		goal.Streak,
	)
	// Output:
	// Forehand cross-court, 10 in all: 3 of 3 good, streak 3
}
