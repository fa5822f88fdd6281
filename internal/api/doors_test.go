package api

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"

	"hodometer/internal/access"
	"hodometer/internal/club"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// A page can make its own name stand for the loopback address; its requests
// still carry that name, and are refused whatever they ask.
func TestForeignHostsAreRefused(t *testing.T) {
	t.Parallel()
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "club.db"))
	require.NoError(t, err)
	defer s.Close()
	h, err := New(club.New(s), Options{
		Reach: Reach{Names: []string{"courts.lan"}},
		Doors: access.New(s, access.Options{Open: true}),
		Log:   slog.New(slog.NewTextHandler(io.Discard, nil)),
	})
	require.NoError(t, err)
	for host, want := range map[string]int{
		"localhost:8080":              200,
		"LOCALHOST":                   200,
		"127.0.0.1:8080":              200,
		"[::1]:8080":                  200,
		"192.168.7.20:8080":           200,
		"courts.lan":                  200,
		"Courts.lan.:8080":            200,
		"elsewhere.example":           421,
		"elsewhere.example:8080":      421,
		"127.0.0.1.elsewhere.example": 421,
		"localhost.elsewhere.example": 421,
		"":                            421,
	} {
		for _, path := range []string{"/api/v1/lessons", "/healthz"} {
			r := httptest.NewRequest("GET", path, nil)
			r.Host = host
			w := httptest.NewRecorder()
			h.ServeHTTP(w, r)
			require.Equal(t, want, w.Code, host+path)
			if want == 421 {
				require.Contains(t, w.Body.String(), "--host", host)
			}
		}
	}
}

// malformed are bodies up to the limit, each as full of faults as it can be.
func malformed() map[string]string {
	full := func(one string) string { return strings.Repeat(one+",", (bodyLimit-600)/(len(one)+1)) + one }
	lesson := `{"id":"0192aaaa-0000-7000-8000-000000000001","version":0,"title":"","aim":"","date":"",` +
		`"start":"","slotMinutes":60,"court":"tennis","students":[],"blocks":[%s]}`
	fields := make([]string, 30000)
	for i := range fields {
		fields[i] = fmt.Sprintf(`"f%d":%d`, i, i)
	}
	return map[string]string{
		"empty blocks":    fmt.Sprintf(lesson, full("{}")),
		"blocks of words": fmt.Sprintf(lesson, full(`"block"`)),
		"unknown fields":  "{" + strings.Join(fields, ",") + "}",
		"deep":            strings.Repeat("[", bodyLimit-10),
		"a long word":     `{"id":"` + strings.Repeat("x", bodyLimit-100) + `"}`,
		"numbers":         "[" + full("1e308") + "]",
		"half":            fmt.Sprintf(lesson, full("{}"))[:bodyLimit/2],
	}
}

// A body full of faults is refused by the first of them, in a few words. How
// long that takes is measured by BenchmarkMalformed.
func TestMalformedBodiesAreRefusedInAFewWords(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	const id = "0192aaaa-0000-7000-8000-000000000001"
	for why, body := range malformed() {
		require.LessOrEqual(t, len(body), bodyLimit, why)
		for _, at := range [][2]string{
			{"PUT", "/api/v1/lessons/" + id},
			{"POST", "/api/v1/lessons/drafts"},
			{"POST", "/api/v1/drills/check"},
		} {
			w := d.raw(at[0], at[1], []byte(body))
			require.Equal(t, 400, w.Code, why+at[1])
			require.Less(t, w.Body.Len(), 2000, why+at[1])
			var p Problem
			require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p), why)
			require.Len(t, *p.Errors, 1, why)
		}
	}
}

// The aim is a tenth of a second for the worst of them.
func BenchmarkMalformed(b *testing.B) {
	d := newDesk(b)
	for why, body := range malformed() {
		b.Run(strings.ReplaceAll(why, " ", "-"), func(b *testing.B) {
			for b.Loop() {
				if w := d.raw("POST", "/api/v1/lessons/matchFrom", []byte(body)); w.Code != 400 {
					b.Fatal(w.Body.String())
				}
			}
		})
	}
}

// Reckoning stops when the asker has gone.
func TestGoneAskersAreNotReckonedFor(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	l, _ := d.pair()
	gone, leave := context.WithCancel(context.Background())
	leave()
	for path, body := range map[string]any{
		"/api/v1/lessons/check": map[string]any{"lesson": l},
		"/api/v1/lessons/drafts": map[string]any{
			"students": l.Students, "court": "tennis", "date": l.Date, "start": l.Start, "minutes": 60,
		},
		"/api/v1/drills/check": map[string]any{"drill": shippedDrill(t, "line-deep-short-deep"), "neighbours": true},
	} {
		r := httptest.NewRequestWithContext(
			gone, "POST", "http://localhost"+path, bytes.NewReader(must(json.Marshal(body))),
		)
		r.Header.Set("Content-Type", "application/json")
		w := httptest.NewRecorder()
		d.handler.ServeHTTP(w, r)
		require.NotEqual(t, http.StatusOK, w.Code, path)
	}
}

// The built pages run no script but their own: each that stands in the page is named by its
// digest, and a folder is not listed.
func TestThePagesRunTheirOwnScriptsAlone(t *testing.T) {
	t.Parallel()
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "club.db"))
	require.NoError(t, err)
	defer s.Close()
	const script = "document.title = 'ours'"
	h, err := New(club.New(s), Options{
		Doors: access.New(s, access.Options{Open: true}), Log: slog.New(slog.NewTextHandler(io.Discard, nil)),
		Site: fstest.MapFS{
			"index.html":            {Data: []byte("<script>" + script + "</script>")},
			"_app/immutable/one.js": {Data: []byte("1")},
		},
	})
	require.NoError(t, err)
	get := func(method, path string) *httptest.ResponseRecorder {
		w := httptest.NewRecorder()
		h.ServeHTTP(w, httptest.NewRequest(method, "http://localhost"+path, nil))
		return w
	}
	policy := get("GET", "/weeks").Header().Get("Content-Security-Policy")
	sum := sha256.Sum256([]byte(script))
	require.Contains(t, policy, "'sha256-"+base64.StdEncoding.EncodeToString(sum[:])+"'")
	scripts, _, _ := strings.Cut(policy[strings.Index(policy, "script-src"):], ";")
	require.NotContains(t, scripts, "unsafe-inline")
	require.Equal(t, 200, get("GET", "/_app/immutable/one.js").Code)
	for _, folder := range []string{"/_app/", "/_app/immutable/", "/_app/immutable"} {
		w := get("GET", folder)
		require.Equal(t, 404, w.Code, folder)
		require.NotContains(t, w.Body.String(), "one.js")
	}
	require.Equal(t, 200, get("HEAD", "/").Code)
	require.Equal(t, 405, get("POST", "/").Code)
	api := get("GET", "/api/v1/lessons")
	require.Equal(t, "no-store", api.Header().Get("Cache-Control"))
	require.Equal(t, "same-origin", api.Header().Get("Cross-Origin-Opener-Policy"))
	require.Equal(
		t,
		"default-src 'none'; frame-ancestors 'none'",
		api.Header().Get("Content-Security-Policy"),
	)
}

// A method that an address does not know is said to be that.
func TestMethodsThatAreNotThere(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	for _, at := range []string{"/api/v1/lessons", "/api/v1/reckon/goal"} {
		w := d.raw("DELETE", at, nil)
		require.Equal(t, http.StatusMethodNotAllowed, w.Code, at)
		require.Contains(t, []string{"GET", "POST"}, w.Header().Get("Allow"), at)
	}
	require.Equal(t, http.StatusNotFound, d.raw("GET", "/api/v1/nothing", nil).Code)
}
