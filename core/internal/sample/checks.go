package sample

import (
	"flag"
	"strconv"
	"testing"

	"github.com/stretchr/testify/require"
)

// Checks lets a property be tried so many times in a test, where each takes long and the
// usual hundred would take minutes with the race detector. More asked for on the command
// line stand.
func Checks(t *testing.T, n int) {
	f := flag.Lookup("rapid.checks")
	require.NotNil(t, f)
	was := f.Value.String()
	if asked, err := strconv.Atoi(was); err == nil && asked > 100 {
		return
	}
	require.NoError(t, flag.Set("rapid.checks", strconv.Itoa(n)))
	t.Cleanup(func() { require.NoError(t, flag.Set("rapid.checks", was)) })
}
