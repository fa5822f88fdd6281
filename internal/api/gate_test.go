package api

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"hodometer/core/run"
	"hodometer/internal/access"
	"hodometer/internal/club"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/students"
	"hodometer/internal/reach"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

const passphrase = "four loose words here"

// gate is a server that is reached from elsewhere, with an owner.
type gate struct {
	*desk
	doors  *access.Doors
	now    time.Time
	from   string // the address that asks
	path   string // of the club file
	log    *bytes.Buffer
	copies *store.Copies
}

func newGate(t testing.TB) *gate {
	path := filepath.Join(t.TempDir(), "club.db")
	require.NoError(t, os.WriteFile(path, clubtest.Empty(), 0o600))
	s, err := store.Open(t.Context(), path)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	g := &gate{now: time.Now(), from: "192.168.7.50:4000", path: path, log: &bytes.Buffer{}}
	g.doors = access.New(s, access.Options{
		Log: slog.New(slog.NewTextHandler(g.log, nil)), Cost: access.Light,
	})
	g.doors.Now = func() time.Time { return g.now }
	require.NoError(t, g.doors.SetPassphrase(t.Context(), passphrase, ""))
	own := club.New(s)
	g.copies = store.CopiesOf(path, "")
	h, err := New(own, Options{
		Log:      slog.New(slog.NewTextHandler(io.Discard, nil)),
		Doors:    g.doors,
		Patience: 10 * time.Minute,
		Reach: Reach{
			Kind: reach.Own,
			URLs: func() []string { return []string{"https://192.168.7.20:8443"} },
		},
		Copies: g.copies,
	})
	require.NoError(t, err)
	g.desk = &desk{t, h, own}
	return g
}

// call asks as who has that cookie, from an origin.
func (g *gate) call(
	method, path, cookie string,
	body any,
	header map[string]string,
) *httptest.ResponseRecorder {
	text, err := json.Marshal(body)
	require.NoError(g.t, err)
	ctx := context.Background()
	if strings.HasSuffix(path, "/stream") { // it goes on until who listens goes
		listening, leave := context.WithTimeout(ctx, 100*time.Millisecond)
		defer leave()
		ctx = listening
	}
	r := httptest.NewRequestWithContext(ctx, method, "https://192.168.7.20:8443"+path, bytes.NewReader(text))
	r.RemoteAddr = g.from
	r.Header.Set("Content-Type", "application/json")
	if cookie != "" {
		r.Header.Set("Cookie", cookie)
	}
	for k, v := range header {
		if k == "Host" {
			r.Host = v
		} else {
			r.Header.Set(k, v)
		}
	}
	w := httptest.NewRecorder()
	g.handler.ServeHTTP(w, r)
	declared(g.t, method, path, w.Code)
	return w
}

func cookieOf(w *httptest.ResponseRecorder) string {
	for _, c := range w.Result().Cookies() {
		if c.Value != "" && !strings.HasSuffix(c.Name, "-known") {
			return c.Name + "=" + c.Value
		}
	}
	return ""
}

// owner signs in; come lets a device in with a role, by the secret of a code.
func (g *gate) owner() string {
	w := g.call(
		"POST",
		"/api/v1/access/signIn",
		"",
		map[string]any{"passphrase": passphrase, "name": "Laptop"},
		nil,
	)
	require.Equal(g.t, 200, w.Code, w.Body.String())
	g.now = g.now.Add(time.Minute) // at the door's pace
	return cookieOf(w)
}

func (g *gate) come(role access.Role) string {
	c, err := g.doors.MakeCode(g.t.Context(), role, "")
	require.NoError(g.t, err)
	w := g.call(
		"POST",
		"/api/v1/access/pair",
		"",
		map[string]any{"code": c.Secret, "name": string(role)},
		nil,
	)
	require.Equal(g.t, 200, w.Code, w.Body.String())
	g.now = g.now.Add(time.Minute)
	return cookieOf(w)
}

// shortBalls is a lesson for them as it is sent, with a break and nothing else.
func shortBalls(students ...string) map[string]any {
	return map[string]any{
		"id":          newID(),
		"version":     0,
		"title":       "Short balls",
		"aim":         "",
		"date":        "2026-05-17",
		"start":       "17:00",
		"slotMinutes": 60,
		"court":       "tennis",
		"students":    append([]string{}, students...),
		"blocks":      []any{map[string]any{"id": newID(), "kind": "break", "title": "Water", "minutes": 5}},
	}
}

// What the doors cost a tap: the same one on the machine itself, and by a phone that came in.
func BenchmarkTapThroughTheDoor(b *testing.B) {
	g := newGate(b)
	cookie := g.come(access.Coach)
	g.doors.Now = time.Now
	tap := func(call func(method, path string, body any) int) func(b *testing.B) {
		return func(b *testing.B) {
			wren := students.Student{ID: newID(), Name: "Wren", Hand: "right", Level: "club"}
			require.Equal(b, 200, call("PUT", "/api/v1/students/"+wren.ID, wren))
			l := shortBalls(wren.ID)
			require.Equal(b, 200, call("PUT", "/api/v1/lessons/"+l["id"].(string), l))
			at, k := "/api/v1/runs/"+newID()+"/events?state=false", &tick{}
			for b.Loop() {
				require.Equal(b, 204, call("POST", at, map[string]any{
					"lesson": map[string]any{"id": l["id"], "version": 1},
					"events": []run.Event{k.event(run.Event{Kind: run.Start})},
				}))
			}
		}
	}
	d := newDesk(b)
	b.Run("here", tap(func(method, path string, body any) int {
		text, err := json.Marshal(body)
		require.NoError(b, err)
		return d.raw(method, path, text).Code
	}))
	b.Run("phone", tap(func(method, path string, body any) int {
		return g.call(method, path, cookie, body, nil).Code
	}))
}
