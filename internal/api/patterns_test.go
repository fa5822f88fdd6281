package api

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// twoBalls is a pattern of a deep and a short ball, as a screen sends it.
const twoBalls = `{"court":"tennis","area":"singles","hand":"right","start":{"x":0,"y":-12},"base":{"x":0,"y":-12},"shift":false,"people":[{"role":"waiting","at":{"x":0,"y":-16}}],"objects":[],"feeds":[
	{"how":"racket","from":{"x":0,"y":6.4,"z":1},"to":{"x":2.5,"y":-9},"by":"clearance","want":1,"topRpm":0,"sideRpm":0,"meet":"falling","height":0.8,"stroke":"forehand","aim":{"x":-2,"y":9},"gap":3},
	{"how":"racket","from":{"x":0,"y":6.4,"z":1},"to":{"x":-1,"y":-5.5},"by":"clearance","want":1.6,"topRpm":0,"sideRpm":0,"meet":"falling","height":0.6,"stroke":"backhand","gap":3}]}`

// A pattern is reckoned over HTTP with its way to draw and its neighbours; the
// fix of a notice, sent back, mends it.
func TestPatternsAreChecked(t *testing.T) {
	d := newDesk(t)
	check := func(pattern any) (out struct {
		Plan       map[string]any
		Notices    []map[string]any
		Neighbours []map[string]any
	}) {
		d.ask("POST", "/api/v1/patterns/check", map[string]any{"pattern": pattern, "level": "club", "paths": true, "neighbours": true}, 200, &out)
		return out
	}
	good := check(json.RawMessage(twoBalls))
	require.Empty(t, good.Notices)
	balls := good.Plan["balls"].([]any)
	require.Len(t, balls, 2)
	require.NotEmpty(t, balls[0].(map[string]any)["path"])
	require.Greater(t, len(good.Neighbours), 6)
	require.Contains(t, []any{"easy", "working"}, balls[1].(map[string]any)["leg"].(map[string]any)["effort"])

	slow := check(json.RawMessage(strings.Replace(twoBalls, `"by":"clearance","want":1`, `"by":"speed","want":8`, 1)))
	require.Len(t, slow.Notices, 1)
	require.Equal(t, "cannotFeed", slow.Notices[0]["kind"])
	fixed := slow.Notices[0]["fixes"].([]any)[0].(map[string]any)["pattern"]
	require.Empty(t, check(fixed).Notices)

	for field, spoilt := range map[string]string{
		"pattern.feeds[0].by": strings.Replace(twoBalls, `"by":"clearance"`, `"by":"luck"`, 1),
		"feeds[0].want":       strings.Replace(twoBalls, `"want":1`, `"want":99`, 1),
		"court":               strings.Replace(twoBalls, `"court":"tennis"`, `"court":"moon"`, 1),
		"start":               strings.Replace(twoBalls, `"start":{"x":0`, `"start":{"x":70`, 1),
	} {
		w := d.raw("POST", "/api/v1/patterns/check", []byte(fmt.Sprintf(`{"pattern":%s}`, spoilt)))
		require.Contains(t, []int{400, 422}, w.Code, field)
		var p Problem
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
		require.Equal(t, field, (*p.Errors)[0].Field)
	}
}

// Whatever pattern is sent, there is an answer or a problem.
func FuzzCheckPattern(f *testing.F) {
	d := newDesk(f)
	f.Add([]byte(`{"pattern":` + twoBalls + `,"paths":true,"neighbours":true}`))
	f.Add([]byte(`{"pattern":` + strings.ReplaceAll(strings.ReplaceAll(twoBalls, `"y":6.4`, `"y":-4`), "tennis", "squash") + `,"neighbours":true}`))
	f.Fuzz(func(t *testing.T, q []byte) {
		w := d.raw("POST", "/api/v1/patterns/check", q)
		require.Less(t, w.Code, 500, string(q))
		require.True(t, json.Valid(w.Body.Bytes()))
	})
}

func BenchmarkCheckPattern(b *testing.B) {
	d := newDesk(b)
	q := []byte(`{"pattern":` + twoBalls + `,"paths":true}`)
	for b.Loop() {
		if w := d.raw("POST", "/api/v1/patterns/check", q); w.Code != 200 {
			b.Fatal(w.Body.String())
		}
	}
}
