package main

import (
	"context"
	"io"
	"log/slog"
	"net/http/httptest"
	"os"
	"path/filepath"
	"testing"

	"hodometer/internal/access"
	"hodometer/internal/api"
	"hodometer/internal/club"
	"hodometer/internal/club/students"
	"hodometer/internal/demo"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

func howMany(t *testing.T, path string) int {
	s, err := store.Open(context.Background(), path)
	require.NoError(t, err)
	defer s.Close()
	people, err := club.New(s).Students(context.Background())
	require.NoError(t, err)
	return len(people)
}

// oneStudent fills a demo quickly.
func oneStudent(ctx context.Context, c *club.Club) error {
	_, err := c.SaveStudent(ctx, students.Student{
		ID: "0192aaaa-0000-7000-8000-000000000002", Name: "Marlow", Hand: "right", Level: "club",
	})
	return err
}

// The demo is built once, built anew when asked, and never from or over a real file; what
// a coach did in it is kept.
func TestDemoNeverTouchesARealFile(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	demo, real := filepath.Join(dir, "demo.db"), filepath.Join(dir, "club.db")
	require.NoError(t, buildDemo(ctx, demo, false, oneStudent))
	built, err := os.Stat(demo)
	require.NoError(t, err)
	require.NoError(t, buildDemo(ctx, demo, false, oneStudent))
	kept, err := os.Stat(demo)
	require.NoError(t, err)
	require.True(t, os.SameFile(built, kept), "a demo that is there is kept")
	require.Positive(t, howMany(t, demo))

	require.NoError(t, buildDemo(ctx, demo, true, oneStudent))
	beside := func() []string {
		found, err := filepath.Glob(demo + ".kept-*")
		require.NoError(t, err)
		return found
	}
	require.Empty(t, beside(), "nobody did anything in it")
	s, err := store.Open(ctx, demo)
	require.NoError(t, err)
	own := club.New(s)
	_, err = own.SaveStudent(ctx, students.Student{
		ID: "0192aaaa-0000-7000-8000-000000000001", Name: "Isolde", Hand: "right", Level: "club",
	})
	require.NoError(t, err)
	require.NoError(t, s.Close())
	before := howMany(t, demo)
	require.NoError(t, buildDemo(ctx, demo, true, oneStudent))
	require.Len(t, beside(), 1)
	require.Equal(t, before, howMany(t, beside()[0]))
	require.Equal(t, before-1, howMany(t, demo))

	require.Zero(t, howMany(t, real))
	for _, fresh := range []bool{false, true} {
		require.ErrorContains(t, buildDemo(ctx, real, fresh, oneStudent), "was not built by demo")
	}
	require.Zero(t, howMany(t, real))
}

// From an existing demo file to the first answer; the aim is 300 ms for the
// whole process, of which this is all but the loading of the binary.
func BenchmarkStartToFirstAnswer(b *testing.B) {
	ctx := context.Background()
	path := filepath.Join(b.TempDir(), "demo.db")
	require.NoError(b, buildDemo(ctx, path, false, demo.Fill))
	log := slog.New(slog.NewTextHandler(io.Discard, nil))
	for b.Loop() {
		s, err := store.Open(ctx, path)
		require.NoError(b, err)
		h, err := api.New(
			club.New(s),
			api.Options{Log: log, Doors: access.New(s, access.Options{Open: true})},
		)
		require.NoError(b, err)
		w := httptest.NewRecorder()
		h.ServeHTTP(w, httptest.NewRequest("GET", "http://localhost/api/v1/lessons", nil))
		require.Equal(b, 200, w.Code)
		require.NoError(b, s.Close())
	}
}

// The build says where it comes from.
func TestVersion(t *testing.T) {
	require.Regexp(t, `^hodometer .*go1\.`, version())
}
