package api

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"hodometer/core/lesson"
	"hodometer/internal/access"
	"hodometer/internal/club"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/students"
	"hodometer/internal/store"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers"
	"github.com/getkin/kin-openapi/routers/gorillamux"
	"github.com/stretchr/testify/require"
)

// desk is a server over an empty club, and somebody who uses it. Every answer
// is held against the contract.
type desk struct {
	t       testing.TB
	handler http.Handler
	club    *club.Club
}

// router finds the operation of the contract that an answer belongs to.
var router = sync.OnceValue(func() routers.Router {
	spec, err := written()
	if err != nil {
		panic(err)
	}
	anywhere := *spec
	anywhere.Servers = nil
	r, err := gorillamux.NewRouter(&anywhere)
	if err != nil {
		panic(err)
	}
	return r
})

func newDesk(t testing.TB) *desk {
	path := filepath.Join(t.TempDir(), "club.db")
	require.NoError(t, os.WriteFile(path, clubtest.Empty(), 0o600))
	return deskOver(t, path)
}

// deskOver serves a club file that is there.
func deskOver(t testing.TB, path string) *desk {
	s, err := store.Open(context.Background(), path)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	own := club.New(s)
	h, err := New(own, Options{
		Doors: access.New(s, access.Options{Open: true}),
		Log:   slog.New(slog.NewTextHandler(io.Discard, nil)),
		// Under the race detector, beside other packages, on a machine that stalls, an answer
		// of a third of a second has taken twenty; no test here is about time.
		Patience: 10 * time.Minute,
	})
	require.NoError(t, err)
	return &desk{t, h, own}
}

func (d *desk) raw(method, path string, body []byte) *httptest.ResponseRecorder {
	return d.rawAs(method, path, "application/json", body)
}

func (d *desk) rawAs(method, path, kind string, body []byte) *httptest.ResponseRecorder {
	r := httptest.NewRequest(method, "http://localhost"+path, bytes.NewReader(body))
	r.Header.Set("Content-Type", kind)
	w := httptest.NewRecorder()
	d.handler.ServeHTTP(w, r)
	declared(d.t, method, path, w.Code)
	return w
}

// ask sends a body and reads the answer into out, which must come with that
// status and fit the contract.
func (d *desk) ask(method, path string, body any, status int, out any) {
	d.t.Helper()
	text, err := json.Marshal(body)
	require.NoError(d.t, err)
	w := d.raw(method, path, text)
	require.Equal(d.t, status, w.Code, w.Body.String())
	r := httptest.NewRequest(method, path, nil)
	route, params, err := router().FindRoute(r)
	require.NoError(d.t, err)
	require.NoError(
		d.t,
		openapi3filter.ValidateResponse(context.Background(), &openapi3filter.ResponseValidationInput{
			RequestValidationInput: &openapi3filter.RequestValidationInput{
				Request:    r,
				Route:      route,
				PathParams: params,
			},
			Status: w.Code,
			Header: w.Header(),
			Body:   io.NopCloser(bytes.NewReader(w.Body.Bytes())),
		}),
	)
	if out != nil {
		require.NoError(d.t, json.Unmarshal(w.Body.Bytes(), out))
	}
}

// pair makes two students and a lesson for them with every kind of block.
func (d *desk) pair() (lesson.Lesson, []students.Student) {
	students := []students.Student{
		{ID: newID(), Name: "Wren", Hand: "right", Level: "club"},
		{ID: newID(), Name: "Tove", Hand: "left", Level: "beginner"},
	}
	for i := range students {
		d.ask("PUT", "/api/v1/students/"+students[i].ID, students[i], 200, &students[i])
	}
	l := lesson.Lesson{
		ID:          newID(),
		Title:       "Short balls",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tennis",
		Students:    []string{students[0].ID, students[1].ID},
	}
	d.ask("GET", "/api/v1/courts/tennis/blocks", nil, 200, &l.Blocks)
	d.ask("PUT", "/api/v1/lessons/"+l.ID, l, 200, &l)
	return l, students
}

func drillOf(l lesson.Lesson) *lesson.Block {
	for i := range l.Blocks {
		if l.Blocks[i].Drill != nil {
			return &l.Blocks[i]
		}
	}
	return nil
}
