package game_test

import (
	"fmt"

	"hodometer/core/game"
)

// Who wins two rallies of three gives a head start: the fairest race to at most
// eleven.
func ExampleFairWithin() {
	f := game.FairWithin(0.67, 11, 1e9)
	fmt.Printf("%d against %d, won by the stronger in %.0f %%\n", f.A, f.B, 100*f.ChanceA)
	// Output:
	// 10 against 5, won by the stronger in 49 %
}
