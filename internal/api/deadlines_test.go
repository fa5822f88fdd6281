package api

import (
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/require"
)

// dated is an answer that remembers until when it may be written.
type dated struct {
	http.ResponseWriter
	until time.Time
}

func (d *dated) SetWriteDeadline(t time.Time) error { d.until = t; return nil }

// Every answer has an end by which it must have been read, a copy of the club a later one; a
// stream sets its own with each message.
func TestAnswersThatNobodyReadsEnd(t *testing.T) {
	t.Parallel()
	for path, within := range map[string]time.Duration{
		"/api/v1/students": readWithin, "/": readWithin, "/api/v1/copies": readWithin,
		"/api/v1/copies/hodometer-2026-01-01-040000.db": readLongWithin,
		"/api/v1/students/x/erase":                      readLongWithin,
		"/api/v1/runs/x/stream":                         0,
	} {
		w := &dated{ResponseWriter: httptest.NewRecorder()}
		c := echo.New().NewContext(httptest.NewRequest(http.MethodGet, path, nil), w)
		begun := time.Now()
		require.NoError(t, deadlines(func(*echo.Context) error { return nil })(c))
		if within == 0 {
			require.True(t, w.until.IsZero(), path)
			continue
		}
		require.WithinDuration(t, begun.Add(within), w.until, 20*time.Second, path)
	}
}

// An id of a request that could not stand in a log is another one.
func TestARequestHasAnIDThatCanBeLogged(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	for id, kept := range map[string]bool{
		"abc-1.2_3": true, "": false, strings.Repeat("x", 65): false, "a b": false, "a\nb": false, "“": false,
	} {
		r := httptest.NewRequest(http.MethodGet, "http://localhost/api/v1/access", nil)
		r.Header[echo.HeaderXRequestID] = []string{id}
		w := httptest.NewRecorder()
		d.handler.ServeHTTP(w, r)
		got := w.Header().Get(echo.HeaderXRequestID)
		require.Equal(t, kept, got == id, "%q", id)
		require.Regexp(t, requestID, got)
	}
}
