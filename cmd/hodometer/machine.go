package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"time"

	"hodometer/internal/machine"
)

// simulated is how simulated ball machines behave.
type simulated struct {
	Times  float64 `help:"So many times as fast as in life." default:"1"`
	Hopper int     `help:"Balls that each holds; 0: as many as such a machine does."`
	JamIn  int     `help:"One ball in so many gets stuck; 0: none."`
	Seed   uint64  `help:"What the scatter is drawn from." default:"1"`
}

// machines listens for clients of simulated ball machines until stop is called, and gives the
// address of their WebSocket. They listen on this computer only: a machine does what it is told.
func machines(
	ctx context.Context,
	log *slog.Logger,
	addr string,
	s simulated,
) (at string, stop func(), err error) {
	host, _, err := net.SplitHostPort(addr)
	if ip := net.ParseIP(host); err != nil || host != "localhost" && (ip == nil || !ip.IsLoopback()) {
		return "", nil, fmt.Errorf(
			"a ball machine listens on this computer only, for example on 127.0.0.1:8471, not on %q",
			addr,
		)
	}
	if !(s.Times > 0 && s.Times <= 1000) {
		return "", nil, fmt.Errorf(
			"a simulated machine is up to 1000 times as fast as in life, not %g",
			s.Times,
		)
	}
	l, err := net.Listen("tcp", addr)
	if err != nil {
		return "", nil, fmt.Errorf("%s cannot be listened on: %w", addr, err)
	}
	hall := machine.NewHall(machine.Options{
		Seed: s.Seed, Times: s.Times, JamIn: s.JamIn, Hopper: s.Hopper, Log: log,
	})
	server := &http.Server{
		Handler:           hall.Handler(),
		ReadHeaderTimeout: 5 * time.Second,
		BaseContext:       func(net.Listener) context.Context { return ctx },
	}
	go func() {
		if err := server.Serve(l); !errors.Is(err, http.ErrServerClosed) {
			log.Error("ball machine", "err", err)
		}
	}()
	return "ws://" + l.Addr().String() + machine.Path, func() { server.Close() }, nil
}

// machine is the address of the ball machine's WebSocket, as a request is made to it; nil where none was
// named.
func (d door) machine() (*url.URL, error) {
	if d.Machine == "" {
		return nil, nil
	}
	at, err := url.Parse(d.Machine)
	secure := map[string]string{"ws": "http", "wss": "https"}
	if err != nil || at.Host == "" || secure[at.Scheme] == "" {
		return nil, fmt.Errorf(
			"%q is not the address of a ball machine; write it as ws://127.0.0.1:8471/machine",
			d.Machine,
		)
	}
	at.Scheme = secure[at.Scheme]
	return at, nil
}
