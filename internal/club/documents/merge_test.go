package documents

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Of any two changes to a document: one alone is what comes out, both come out the same
// whichever came first, and of each part that came out somebody wrote it.
func TestMergedIsSomebodysChange(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		drawn := func(label string) string {
			doc := map[string]any{}
			for _, field := range []string{"title", "intent", "net"} {
				if v := rapid.IntRange(0, 2).Draw(t, label+field); v > 0 {
					doc[field] = v
				}
			}
			rungs := make([]map[string]any, 3)
			for i := range rungs {
				rungs[i] = map[string]any{
					"id": fmt.Sprint(i), "goal": rapid.IntRange(0, 2).Draw(t, label+"goal"),
				}
			}
			doc["rungs"] = rungs
			text, err := json.Marshal(doc)
			require.NoError(t, err)
			return string(text)
		}
		base, a, b := drawn("base"), drawn("a"), drawn("b")
		for _, same := range [][3]string{{base, base, a}, {base, a, base}, {base, a, a}} {
			out, ok := merged(same[0], same[1], same[2])
			require.True(t, ok)
			require.JSONEq(t, a, out)
		}
		one, ok := merged(base, a, b)
		other, also := merged(base, b, a)
		require.Equal(t, ok, also)
		if !ok {
			require.NotEmpty(t, changes(base, a), "nobody is refused where nothing was changed")
			return
		}
		require.JSONEq(t, one, other)
		for field, v := range fields(one) {
			if field != "rungs" {
				require.Contains(t, []string{string(fields(a)[field]), string(fields(b)[field])}, string(v))
			}
		}
	})
	_, ok := merged("", `{"a":1}`, `{"a":2}`)
	require.False(t, ok, "a version that never was has nothing to compare")
}
