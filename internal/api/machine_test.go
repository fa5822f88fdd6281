package api

import (
	"context"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"net/url"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/coder/websocket"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"hodometer/core/library"
	core "hodometer/core/machine"
	"hodometer/core/plan"
	"hodometer/internal/access"
	"hodometer/internal/club"
	"hodometer/internal/machine"
	"hodometer/internal/store"
)

// served is a server over an empty club, with those options.
func served(t *testing.T, o Options) string {
	t.Helper()
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "club.db"))
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	o.Doors = access.New(s, access.Options{Open: true})
	h, err := New(club.New(s), o)
	require.NoError(t, err)
	server := httptest.NewServer(h)
	t.Cleanup(server.Close)
	return server.URL
}

// withMachine is a server whose ball machine is simulated, and the address of the machine itself.
func withMachine(t *testing.T) string {
	t.Helper()
	m := httptest.NewServer(machine.NewHall(machine.Options{Times: 20}).Handler())
	t.Cleanup(m.Close)
	at, err := url.Parse(m.URL + machine.Path)
	require.NoError(t, err)
	return served(t, Options{Machine: at})
}

func TestAPageTalksToTheBallMachine(t *testing.T) {
	s := withMachine(t)
	var asked plan.Machine
	drill, err := library.ByID("table-machine-push-open")
	require.NoError(t, err)
	body, err := json.Marshal(
		map[string]any{"drill": drill, "setting": core.Setting{Balls: 2, PerMinute: 40}},
	)
	require.NoError(t, err)
	answer, err := http.Post(
		s+"/api/v1/machine/programme",
		"application/json",
		strings.NewReader(string(body)),
	)
	require.NoError(t, err)
	defer answer.Body.Close()
	require.Equal(t, http.StatusOK, answer.StatusCode)
	require.NoError(t, json.NewDecoder(answer.Body).Decode(&asked))
	assert.Equal(t, 1, asked.Step)
	assert.Len(t, asked.Steps, 5)
	assert.Empty(t, asked.Cannot)

	within, cancel := context.WithTimeout(t.Context(), 20*time.Second)
	defer cancel()
	at := "ws" + strings.TrimPrefix(s, "http") + "/api/v1/machine/stream"
	conn, _, err := websocket.Dial(within, at, &websocket.DialOptions{HTTPHeader: http.Header{"Origin": {s}}})
	require.NoError(t, err)
	defer conn.CloseNow()
	say := func(m machine.Message) {
		text, err := json.Marshal(m)
		require.NoError(t, err)
		require.NoError(t, conn.Write(within, websocket.MessageText, text))
	}
	say(machine.Message{Kind: machine.Hello, Version: machine.Version, Sport: "tableTennis"})
	say(machine.Message{Kind: machine.Load, Programme: &asked.Programme})
	say(machine.Message{Kind: machine.Start, Countdown: 3})
	for n := 0; n < 10; {
		_, text, err := conn.Read(within)
		require.NoError(t, err)
		var m machine.Message
		require.NoError(t, json.Unmarshal(text, &m))
		switch m.Kind {
		case machine.Beat:
			say(machine.Message{Kind: machine.Beat})
		case machine.Refused:
			t.Fatal(m.Why)
		case machine.Thrown:
			n++
			assert.Equal(t, n, m.N)
			assert.InDelta(t, 40, m.Setting.PerMinute, 0.5)
		}
	}
}

// Nobody but a page of the server gets through to the machine.
func TestWhoGetsToTheBallMachine(t *testing.T) {
	s := withMachine(t)
	without := served(t, Options{})
	for _, c := range []struct {
		server, origin string
		status         int
		said           string
	}{
		{s, "", http.StatusForbidden, "Only a page of this server"},
		{s, "https://elsewhere.example", http.StatusForbidden, "Only a page of this server"},
		{s, "null", http.StatusForbidden, "Only a page of this server"},
		{without, without, http.StatusServiceUnavailable, "No ball machine is connected"},
	} {
		r, err := http.NewRequest(http.MethodGet, c.server+"/api/v1/machine/stream", http.NoBody)
		require.NoError(t, err)
		for k, v := range map[string]string{
			"Origin": c.origin, "Connection": "Upgrade", "Upgrade": "websocket",
			"Sec-WebSocket-Version": "13", "Sec-WebSocket-Key": "dGhlIHNhbXBsZSBub25jZQ==",
		} {
			if v != "" {
				r.Header.Set(k, v)
			}
		}
		answer, err := http.DefaultClient.Do(r)
		require.NoError(t, err)
		var problem struct{ Detail string }
		require.NoError(t, json.NewDecoder(answer.Body).Decode(&problem))
		answer.Body.Close()
		assert.Equal(t, c.status, answer.StatusCode, c.origin)
		assert.Contains(t, problem.Detail, c.said)
	}
}
