package sample

import (
	"flag"
	"strconv"
	"testing"

	"github.com/stretchr/testify/require"
)

// Checks lets a property be tried so many times in a test, where each takes long; a fifth as
// often with the race detector, which does not look for what the property says: the run
// without it does (make go). More asked for on the command line stand.
func Checks(t *testing.T, n int) {
	if Race {
		n = max(3, n/5)
	}
	f := flag.Lookup("rapid.checks")
	require.NotNil(t, f)
	was := f.Value.String()
	if asked, err := strconv.Atoi(was); err == nil && asked > 100 {
		return
	}
	require.NoError(t, flag.Set("rapid.checks", strconv.Itoa(n)))
	t.Cleanup(func() { require.NoError(t, flag.Set("rapid.checks", was)) })
}
