package main

import (
	"context"
	"io"
	"log/slog"
	"net/http/httptest"
	"os"
	"path/filepath"
	"testing"

	"hodometer/internal/api"
	"hodometer/internal/club"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

func students(t *testing.T, path string) int {
	s, err := store.Open(context.Background(), path)
	require.NoError(t, err)
	defer s.Close()
	people, err := club.New(s).Students(context.Background())
	require.NoError(t, err)
	return len(people)
}

// The demo is built once, built anew when asked, and never over a real file.
func TestDemoNeverTouchesARealFile(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	demo, real := filepath.Join(dir, "demo.db"), filepath.Join(dir, "club.db")
	require.NoError(t, buildDemo(ctx, demo, false))
	built, err := os.Stat(demo)
	require.NoError(t, err)
	require.Positive(t, students(t, demo))

	require.NoError(t, buildDemo(ctx, demo, false))
	kept, err := os.Stat(demo)
	require.NoError(t, err)
	require.Equal(t, built.ModTime(), kept.ModTime(), "a demo that is there is kept")
	require.NoError(t, buildDemo(ctx, demo, true))
	fresh, err := os.Stat(demo)
	require.NoError(t, err)
	require.True(t, fresh.ModTime().After(built.ModTime()))

	require.Zero(t, students(t, real))
	require.ErrorContains(t, buildDemo(ctx, real, true), "was not built by demo")
	require.Zero(t, students(t, real))
}

// From an existing demo file to the first answer; the aim is 300 ms for the
// whole process, of which this is all but the loading of the binary.
func BenchmarkStartToFirstAnswer(b *testing.B) {
	ctx := context.Background()
	path := filepath.Join(b.TempDir(), "demo.db")
	require.NoError(b, buildDemo(ctx, path, false))
	log := slog.New(slog.NewTextHandler(io.Discard, nil))
	for b.Loop() {
		s, err := store.Open(ctx, path)
		require.NoError(b, err)
		h, err := api.New(club.New(s), api.Options{Log: log})
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
