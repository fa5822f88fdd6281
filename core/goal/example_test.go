package goal_test

import (
	"fmt"

	"hodometer/core/goal"
)

// Five in a row, for a student who makes every other ball.
func Example() {
	five := goal.Goal{Kind: goal.InARow, Count: 5}
	fmt.Println(
		five,
		"takes",
		five.MeanBalls(0.5),
		"balls on average,",
		five.Quantile(0.5, 0.9),
		"to be 90 % sure",
	)
	fmt.Printf("with 60 balls the chance is %.0f %%\n", 100*five.Chance(0.5, 60))
	// Output:
	// 5 in a row takes 62 balls on average, 138 to be 90 % sure
	// with 60 balls the chance is 62 %
}
