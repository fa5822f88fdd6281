package rotation_test

import (
	"fmt"

	"hodometer/core/rotation"
)

// Five players each meet every other once; one sits out each round.
func ExampleRoundRobin() {
	for i, r := range rotation.RoundRobin(5) {
		fmt.Print(i+1, ":")
		for _, g := range r.Games {
			fmt.Print(" ", g.A[0], "–", g.B[0])
		}
		fmt.Println(", out", r.Sitting)
	}
	// Output:
	// 1: 1–4 3–2, out [0]
	// 2: 2–0 4–3, out [1]
	// 3: 3–1 0–4, out [2]
	// 4: 4–2 1–0, out [3]
	// 5: 0–3 2–1, out [4]
}
