package api

import (
	"encoding/json"
	"net/http/httptest"
	"os"
	"path/filepath"
	"testing"
	"time"

	"hodometer/internal/access"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
)

// Copies are made, listed and downloaded; what was downloaded is a club.
func TestCopies(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	owner := g.owner()
	var c Copies
	w := g.call("POST", "/api/v1/copies", owner, nil, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &c))
	require.Len(t, c.Copies, 1)
	w = g.call("GET", "/api/v1/copies/"+c.Copies[0].Name, owner, nil, nil)
	require.Equal(t, 200, w.Code)
	require.EqualValues(t, c.Copies[0].Bytes, w.Body.Len())
	require.Equal(t, "SQLite format 3\x00", w.Body.String()[:16])
	for _, name := range []string{"..%2Fclub.db", "hodometer-2026-01-01-000000.db"} {
		require.Contains(
			t,
			[]int{400, 404},
			g.call("GET", "/api/v1/copies/"+name, owner, nil, nil).Code,
			name,
		)
	}
}

// Today says that a copy is due when the last one, or the first work, is older than a week
// and something was written since.
func TestACopyIsDue(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	owner, coach := g.owner(), g.come(access.Coach)
	due := func(cookie string) bool {
		var a Access
		w := g.call("GET", "/api/v1/access", cookie, nil, nil)
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &a), w.Body.String())
		return a.CopyDue
	}
	g.copies.Now = func() time.Time { return g.now }
	g.now = g.now.Add(8 * 24 * time.Hour)
	require.False(t, due(owner), "there is no work in it")
	l := shortBalls()
	w := g.call("PUT", "/api/v1/lessons/"+l["id"].(string), coach, l, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	require.True(t, due(owner), "a lesson was saved, and eight days went by")
	require.False(t, due(coach), "it is the owner's")
	require.Equal(t, 200, g.call("POST", "/api/v1/copies", owner, nil, nil).Code)
	require.False(t, due(owner))
}

// The file is taken from under the server: nothing more is acknowledged, and whoever asks
// hears why; who has not come in, without the folder it was in.
func TestTheFileIsGone(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	coach := g.come(access.Coach)
	save := func() *httptest.ResponseRecorder {
		wren := students.Student{ID: newID(), Name: "Wren", Hand: "right", Level: "club"}
		return g.call("PUT", "/api/v1/students/"+wren.ID, coach, wren, nil)
	}
	require.Equal(t, 200, save().Code)
	require.NoError(t, os.Rename(g.path, g.path+".elsewhere"))
	w := save()
	require.Equal(t, 503, w.Code)
	require.Contains(t, w.Body.String(), "is missing")
	require.Equal(t, 503, g.call("GET", "/healthz", "", nil, nil).Code)
	for _, cookie := range []string{"", coach} {
		said := g.call("GET", "/api/v1/access", cookie, nil, nil).Body.String()
		require.Contains(t, said, "is missing")
		require.NotContains(t, said, filepath.Dir(g.path))
	}
	require.Equal(
		t,
		200,
		g.call("GET", "/api/v1/students", coach, nil, nil).Code,
		"what is there can be read",
	)
}
