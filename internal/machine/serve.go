package machine

import (
	"context"
	"encoding/json"
	"fmt"
	"log/slog"
	"net/http"
	"sync"
	"time"

	"github.com/coder/websocket"

	"hodometer/core/machine"
)

// Path of a machine's WebSocket.
const Path = "/machine"

// Options of simulated machines.
type Options struct {
	Seed  uint64
	Times float64 // so many times as fast as real time; 0: once
	JamIn int     // one ball in so many is stuck; 0: none
	// Hopper is how many balls each holds; 0: as many as its kind.
	Hopper int
	Log    *slog.Logger
}

// Hall is simulated machines, one for each sport. Each serves one client at a time and goes
// on counting from one connection to the next.
type Hall struct {
	o    Options
	mu   sync.Mutex
	sims map[string]*Sim
	busy map[string]bool
}

// NewHall returns machines that are switched on and have fed nothing yet.
func NewHall(o Options) *Hall {
	if o.Times <= 0 {
		o.Times = 1
	}
	if o.Log == nil {
		o.Log = slog.Default()
	}
	return &Hall{o: o, sims: map[string]*Sim{}, busy: map[string]bool{}}
}

// Handler serves the machines at Path.
func (h *Hall) Handler() http.Handler {
	mux := http.NewServeMux()
	mux.HandleFunc("GET "+Path, h.serve)
	return mux
}

// take gives the machine of a sport to one client; why not, in words.
func (h *Hall) take(sport string) (s *Sim, give func(), why string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	k, ok := machine.For(sport)
	switch {
	case !ok:
		return nil, nil, fmt.Sprintf("There is no machine for %q.", sport)
	case h.busy[sport]:
		return nil, nil, "Another device uses this machine."
	}
	if s = h.sims[sport]; s == nil {
		if h.o.Hopper > 0 {
			k.Hopper = h.o.Hopper
		}
		s = NewSim(k, fmt.Sprintf("%s-%d", sport, time.Now().UnixMilli()), h.o.Seed)
		s.JamIn = h.o.JamIn
		h.sims[sport] = s
	}
	h.busy[sport] = true
	return s, func() {
		h.mu.Lock()
		defer h.mu.Unlock()
		h.busy[sport] = false
	}, ""
}

// serve is one client's connection. A page of another site must not start a machine, so
// whoever says that it is a page is refused: a club's server does not.
func (h *Hall) serve(w http.ResponseWriter, r *http.Request) {
	if r.Header.Get("Origin") != "" {
		http.Error(w, "pages talk to a machine through their club's server", http.StatusForbidden)
		return
	}
	conn, err := websocket.Accept(w, r, nil)
	if err != nil {
		return // it has been answered
	}
	conn.SetReadLimit(MaxMessage)
	defer conn.CloseNow() //nolint:errcheck // it is over
	ctx, stop := context.WithCancel(r.Context())
	defer stop()
	c := &client{conn: conn, heard: make(chan []byte, 16)}
	go c.listen(ctx, stop)
	if err := c.greet(ctx, h); err != nil {
		h.o.Log.Debug("machine", "err", err)
	}
}

// client is who uses a machine.
type client struct {
	conn  *websocket.Conn
	heard chan []byte
}

// listen hands on what comes until the connection is gone.
func (c *client) listen(ctx context.Context, gone func()) {
	defer gone()
	for {
		_, text, err := c.conn.Read(ctx)
		if err != nil {
			return
		}
		select {
		case c.heard <- text:
		case <-ctx.Done():
			return
		}
	}
}

func (c *client) say(ctx context.Context, messages ...Message) error {
	for _, m := range messages {
		text, err := json.Marshal(m)
		if err != nil {
			return err
		}
		within, cancel := context.WithTimeout(ctx, Lost)
		err = c.conn.Write(within, websocket.MessageText, text)
		cancel()
		if err != nil {
			return err
		}
	}
	return nil
}

// greet waits for who it is and gives them their sport's machine.
func (c *client) greet(ctx context.Context, h *Hall) error {
	first, cancel := context.WithTimeout(ctx, 5*time.Second)
	defer cancel()
	select {
	case <-first.Done():
		return first.Err()
	case text := <-c.heard:
		m, err := Read(text)
		if err == nil && m.Kind != Hello {
			err = fmt.Errorf("a client says hello first, not %q", m.Kind)
		}
		if err != nil {
			return c.say(ctx, Message{Kind: Refused, Why: err.Error()})
		}
		sim, give, why := h.take(m.Sport)
		if why != "" {
			return c.say(ctx, Message{Kind: Refused, Why: why})
		}
		defer give()
		cancel()
		return c.play(ctx, sim, m, h.o)
	}
}

// play runs the machine for its client until one of them leaves. However it ends, the
// machine feeds no more.
func (c *client) play(ctx context.Context, sim *Sim, hello Message, o Options) error {
	begun := time.Now()
	now := func() time.Time { return begun.Add(time.Duration(o.Times * float64(time.Since(begun)))) }
	defer func() { sim.Stop(Stop, "the connection is gone") }()
	if err := c.say(ctx, sim.Hear(hello, now())...); err != nil {
		return err
	}
	beat := time.NewTicker(BeatEvery)
	defer beat.Stop()
	last := time.Now()
	wake := time.NewTimer(time.Hour)
	defer wake.Stop()
	for {
		wait := time.Hour
		if next, ok := sim.Next(); ok {
			wait = max(0, time.Duration(float64(next.Sub(now()))/o.Times))
		}
		wake.Reset(wait)
		var out []Message
		select {
		case <-ctx.Done():
			return ctx.Err()
		case text := <-c.heard:
			last = time.Now()
			m, err := Read(text)
			if err != nil {
				out = []Message{{Kind: Refused, Why: err.Error()}}
				break
			}
			out = sim.Hear(m, now())
			if m.Kind == Bye {
				return c.say(ctx, append(out, Message{Kind: Bye})...)
			}
		case <-beat.C:
			if time.Since(last) > Lost {
				return fmt.Errorf("nothing heard for %v", Lost)
			}
			out = []Message{{Kind: Beat}}
		case <-wake.C:
			// One that stood still does not throw all it missed at once.
			if next, ok := sim.Next(); ok && float64(now().Sub(next)) > o.Times*float64(Lost) {
				out = sim.Stop(Stop, "the machine stood still")
				break
			}
			out = sim.Until(now())
		}
		if err := c.say(ctx, out...); err != nil {
			return err
		}
	}
}
