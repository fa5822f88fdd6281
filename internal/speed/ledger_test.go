package main

import (
	"testing"

	"github.com/stretchr/testify/require"
)

const printed = `goos: linux
BenchmarkFold10000-2   	     222	   9000000 ns/op	 1438992 B/op	   15688 allocs/op
BenchmarkFold10000-2   	     222	   8000000 ns/op	 1438992 B/op	   15688 allocs/op
BenchmarkOdds/tieBreak-2 	 100	     1000.5 ns/op
PASS
`

func TestTheLedgerIsReadAsItIsWritten(t *testing.T) {
	l := ledger{}
	l.add("core/run", printed, 2_000_000)
	require.InDelta(t, 4, l["core/run Fold10000"], 1e-9, "the least of several")
	require.InDelta(t, 0.00050025, l["core/run Odds/tieBreak"], 1e-9)
	again := read(page(l))
	require.Len(t, again, 2)
	for name, v := range l {
		require.InEpsilon(t, v, again[name], 0.005, name)
	}
	require.Empty(t, l.grown(again))
}

func TestWhatHasGrownByHalfIsNamed(t *testing.T) {
	agreed := ledger{"a": 2, "b": 2, "gone": 1}
	now := ledger{"a": 2.9, "b": 3.1, "new": 50}
	require.Equal(t, []string{"b: 3.1, agreed 2"}, now.grown(agreed))
}
