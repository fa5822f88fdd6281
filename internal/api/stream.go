package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"time"

	"hodometer/core/run"
	"hodometer/internal/access"
)

// breath is how often a stream says that it is still there, so that nothing between the
// two ends takes it for dead.
const breath = 15 * time.Second

// isStream says whether a request is for a stream, which outlasts all others.
func isStream(r *http.Request) bool {
	return strings.HasPrefix(r.URL.Path, "/api/") && strings.HasSuffix(r.URL.Path, "/stream")
}

// stream is an answer that goes on until who listens, or the server, has gone.
type stream struct {
	ctx   context.Context
	known int
	added <-chan []run.Event
	stop  func()
	// unjudged leaves out what coaches write and judge.
	unjudged bool
}

func (h handlers) StreamRun(ctx context.Context, r StreamRunRequestObject) (StreamRunResponseObject, error) {
	added, stop := h.club.Listen(r.Run)
	known, err := h.club.EventCount(ctx, r.Run)
	if err != nil {
		stop()
		return nil, err
	}
	return stream{ctx, known, added, stop, !access.From(ctx).Role.May(access.Coach)}, nil
}

func (s stream) VisitStreamRunResponse(w http.ResponseWriter) error {
	defer s.stop()
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("Cache-Control", "no-store")
	out := http.NewResponseController(w)
	send := func(format string, a ...any) error {
		_ = out.SetWriteDeadline(time.Now().Add(2 * breath)) // one who does not read has gone
		if _, err := fmt.Fprintf(w, format, a...); err != nil {
			return err
		}
		return out.Flush()
	}
	if err := send("event: hello\ndata: %d\n\n", s.known); err != nil {
		return nil // who listened has gone
	}
	tick := time.NewTicker(breath)
	defer tick.Stop()
	for {
		var err error
		select {
		case <-s.ctx.Done():
			return nil
		case <-tick.C:
			err = send(": still here\n\n")
		case events, ok := <-s.added:
			if !ok { // too slow, or the server stops: the device asks again
				return nil
			}
			if s.unjudged {
				events = run.Unjudged(events)
			}
			text, e := json.Marshal(events)
			if e != nil {
				return e
			}
			err = send("data: %s\n\n", text)
		}
		if err != nil {
			return nil
		}
	}
}
