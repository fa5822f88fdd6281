package access

import (
	"context"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// However strangers try, from wherever and at which door, a place that never failed has its tries,
// one that only went right has all of them, and none fails more often than the pace allows.
func TestStrangersHoldNobodyUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var l limits
		began := time.Unix(1_700_000_000, 0)
		now, failed := began, map[string]int{}
		for range rapid.IntRange(1, 300).Draw(t, "tries") {
			now = now.Add(time.Duration(rapid.IntRange(0, 3000).Draw(t, "ms")) * time.Millisecond)
			from := rapid.SampledFrom([]string{"a", "b", "c", "owner"}).Draw(t, "from")
			try := l.let("signIn", from, now)
			if from == "owner" {
				require.NotNil(t, try)
				try.right()
				continue
			}
			if try != nil {
				failed[from]++
			}
		}
		for from, n := range failed {
			require.LessOrEqual(t, n, triesAtOnce+int(now.Sub(began)/triesEvery), from)
		}
	})
}

// So many places that they are not all kept in mind: those that failed lately stay in it.
func TestPlacesThatFailedStayInMind(t *testing.T) {
	var l limits
	now := time.Unix(1_700_000_000, 0)
	for range triesAtOnce {
		require.NotNil(t, l.let("signIn", "stranger", now))
	}
	for i := range placesInMind + 10 {
		try := l.let("signIn", time.Duration(i).String(), now)
		require.NotNil(t, try)
		try.right()
	}
	require.Nil(t, l.let("signIn", "stranger", now))
}

// One at a time; of those who wait, who failed least, then who was first; who goes away leaves
// nobody waiting.
func TestTurnstile(t *testing.T) {
	var gate turnstile
	ctx := context.Background()
	require.NoError(t, gate.enter(ctx, 0))
	var order []int
	var all sync.WaitGroup
	waits := func(n int) {
		for {
			gate.mu.Lock()
			there := len(gate.waiting)
			gate.mu.Unlock()
			if there == n {
				return
			}
			time.Sleep(time.Millisecond)
		}
	}
	for i, failed := range []int{4, 1, 4, -1, 0, 1} {
		all.Go(func() {
			if gate.enter(ctx, failed) == nil {
				order = append(order, i)
				gate.leave()
			}
		})
		waits(i + 1)
	}
	gone, leave := context.WithCancel(ctx)
	all.Go(func() { require.ErrorIs(t, gate.enter(gone, -1), context.Canceled) })
	waits(7)
	leave()
	waits(6)
	gate.leave()
	all.Wait()
	require.Equal(t, []int{3, 4, 1, 5, 0, 2}, order)
	require.False(t, gate.busy)
	for range 200 { // a turn that comes as its waiter goes is given on
		require.NoError(t, gate.enter(ctx, 0))
		gone, leave := context.WithCancel(ctx)
		all.Go(func() {
			if gate.enter(gone, 0) == nil {
				gate.leave()
			}
		})
		waits(1)
		all.Go(leave)
		gate.leave()
		all.Wait()
		require.False(t, gate.busy)
	}
}
