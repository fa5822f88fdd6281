package api

import (
	"bufio"
	"compress/gzip"
	"encoding/json"
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"hodometer/core/run"

	"github.com/stretchr/testify/require"
)

// Who listens to a run hears what is added to it, each event once, and how many there
// were when they began; when the server stops, the stream ends.
func TestAStreamTellsWhatIsAdded(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	l, students := d.pair()
	id, k := newID(), &tick{}
	tap := func() run.Event {
		return k.event(run.Event{Kind: run.Good, Block: drillOf(l).ID, Student: students[0].ID})
	}
	add := func(events ...run.Event) {
		body, _ := json.Marshal(map[string]any{
			"lesson": map[string]any{"id": l.ID, "version": l.Version}, "events": events,
		})
		w := d.raw("POST", "/api/v1/runs/"+id+"/events?state=false", body)
		require.Equal(t, http.StatusNoContent, w.Code, w.Body.String())
	}
	first := tap()
	add(first)
	server := httptest.NewServer(d.handler)
	defer server.Close()
	r, err := http.Get(server.URL + "/api/v1/runs/" + id + "/stream")
	require.NoError(t, err)
	defer r.Body.Close()
	require.Equal(t, "text/event-stream", r.Header.Get("Content-Type"))
	lines := make(chan string)
	go func() {
		defer close(lines)
		in := bufio.NewScanner(r.Body)
		for in.Scan() {
			if data, ok := strings.CutPrefix(in.Text(), "data: "); ok {
				lines <- data
			}
		}
	}()
	hear := func() string {
		select {
		case said := <-lines:
			return said
		case <-time.After(2 * time.Minute):
			t.Fatal("nothing was heard")
			return ""
		}
	}
	require.Equal(t, "1", hear())
	second, third := tap(), tap()
	add(first, second) // one of them is there already
	add(third)
	for _, want := range []run.Event{second, third} {
		var heard []run.Event
		require.NoError(t, json.Unmarshal([]byte(hear()), &heard))
		require.Equal(t, []run.Event{want}, heard)
	}
	d.club.Hush()
	_, open := <-lines
	require.False(t, open)
}

// What is there compressed only is sent as the asker can read it, and plain to who cannot;
// unpacked once, or a few who ask so would keep the server busy.
func TestPackedFilesAreSentAsTheyCanBeRead(t *testing.T) {
	t.Parallel()
	var zipped strings.Builder
	z := gzip.NewWriter(&zipped)
	_, err := io.WriteString(z, "the core")
	require.NoError(t, err)
	require.NoError(t, z.Close())
	h := serveSite(fstest.MapFS{
		"index.html":                   {Data: []byte("the application")},
		"_app/immutable/core.wasm.gz":  {Data: []byte(zipped.String())},
		"_app/immutable/core.wasm.br":  {Data: []byte("as brotli")},
		"_app/immutable/script.js":     {Data: []byte("script")},
		"_app/immutable/unpacked.wasm": {Data: []byte("plain")},
	})
	plain := unpacked(fstest.MapFS{"core.gz": {Data: []byte(zipped.String())}})
	first, err := plain("core")
	require.NoError(t, err)
	again, err := plain("core")
	require.NoError(t, err)
	require.Same(t, &first[0], &again[0])
	for reads, want := range map[string][2]string{
		"gzip, br": {"br", "as brotli"}, "gzip": {"gzip", zipped.String()}, "": {"", "the core"},
	} {
		r := httptest.NewRequest("GET", "/_app/immutable/core.wasm", nil)
		r.Header.Set("Accept-Encoding", reads)
		w := httptest.NewRecorder()
		h(w, r)
		require.Equal(t, 200, w.Code)
		require.Equal(t, want, [2]string{w.Header().Get("Content-Encoding"), w.Body.String()}, reads)
		require.Equal(t, "application/wasm", w.Header().Get("Content-Type"))
	}
}
