package main

import (
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"slices"
	"strings"
	"time"

	"hodometer/internal/api"
	"hodometer/internal/club"
	"hodometer/internal/reach"
	"hodometer/internal/store"
	"hodometer/web"

	"golang.org/x/net/netutil"
)

// mostConnections are served at the same time; more wait for one to end [trade].
const mostConnections = 500

// noCopies is the folder for who wants none.
const noCopies = "none"

// serve opens a club file and serves it until ctx ends.
func serve(ctx context.Context, log *slog.Logger, path, copies string, d door) error {
	kind, err := d.kind()
	if err != nil {
		return err
	}
	lock, err := store.Hold(path, "a server that is starting")
	if err != nil {
		return err
	}
	defer lock.Release() //nolint:errcheck // it ends with the process at the latest
	s, err := store.Open(ctx, path)
	if err != nil {
		return err
	}
	defer s.Close()
	if u := s.Updated(); u != nil {
		const said = "The club file was brought up to date, from version %d of its tables to %d." +
			" As it was it is kept as %s\n"
		fmt.Printf(said, u.From, u.To, u.Kept)
		log.Info("brought up to date", "from", u.From, "to", u.To, "kept", u.Kept)
	}
	options := api.Options{Log: log}
	if options.Doors, err = d.doors(ctx, s, kind, path, log); err != nil {
		return err
	}
	config, own, err := d.config(kind, path)
	if err != nil {
		return err
	}
	l, err := net.Listen("tcp", d.Addr)
	if err != nil {
		return fmt.Errorf("%s cannot be listened on: %w", d.Addr, err)
	}
	l = netutil.LimitListener(reach.Share(l), mostConnections)
	defer l.Close()
	if options.Machine, err = d.machine(); err != nil {
		return err
	}
	options.Reach = d.reach(kind, l.Addr(), own)
	urls := options.Reach.URLs()
	if err := lock.Say(urls[0]); err != nil {
		return err
	}
	if options.Site, err = web.Site(); err != nil {
		return err
	}
	if copies != noCopies && !strings.HasSuffix(copies, string(os.PathSeparator)+noCopies) {
		options.Copies = store.CopiesOf(path, copies)
		defer meanwhile(ctx, func(ctx context.Context) { daily(ctx, log, options.Copies) })()
	}
	served := club.New(s)
	dir := "" // of the copies
	if options.Copies != nil {
		dir = options.Copies.Dir
	}
	if n, err := served.KeepErased(ctx, dir); err != nil {
		return err
	} else if n > 0 {
		log.Info("erased again what had come back", "number", n)
	}
	handler, err := api.New(served, options)
	if err != nil {
		return err
	}
	defer meanwhile(ctx, func(ctx context.Context) { lookThrough(ctx, log, s) })()
	defer meanwhile(ctx, func(ctx context.Context) { tidy(ctx, log, served) })()
	server := &http.Server{
		Handler:           handler,
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       30 * time.Second,
		IdleTimeout:       time.Minute,
		MaxHeaderBytes:    32 << 10,
		// A phone that does not trust us yet is no error of ours.
		ErrorLog: slog.NewLogLogger(log.Handler(), slog.LevelDebug),
	}
	server.RegisterOnShutdown(served.Hush)
	tell(kind, urls, options.Reach.Fingerprint)
	log.Info("serving", "addr", l.Addr().String(), "file", path, "reached", string(kind))
	return run(ctx, log, server, l, config, own, d.Host)
}

// meanwhile does some work beside the serving, until what it gives is called, or ctx ends.
func meanwhile(ctx context.Context, work func(ctx context.Context)) (stop func()) {
	working, end := context.WithCancel(ctx)
	done := make(chan struct{})
	go func() {
		defer close(done)
		work(working)
	}()
	return func() { end(); <-done }
}

// lookThrough looks at all of a large file while it is served, and says when that is done.
func lookThrough(ctx context.Context, log *slog.Logger, s *store.Store) {
	begun := time.Now()
	looked, err := s.Check(ctx)
	switch {
	case ctx.Err() != nil:
	case err != nil:
		log.Error("checking the file", "err", err)
	case looked:
		log.Info("checked the file", "ms", time.Since(begun).Milliseconds())
	}
}

// daily takes a copy a day.
func daily(ctx context.Context, log *slog.Logger, copies *store.Copies) {
	copies.Daily(ctx, func(c store.Copy, err error) {
		if err != nil {
			log.Error("copy", "err", err)
			return
		}
		log.Info("copy", "name", c.Name, "bytes", c.Bytes)
	})
}

// Old runs are packed a while after the start, and then so often [trade].
const (
	tidyFirst = time.Minute
	tidyAgain = 6 * time.Hour
)

// tidy packs what happened in old runs, now and then.
func tidy(ctx context.Context, log *slog.Logger, served *club.Club) {
	for wait := tidyFirst; ; wait = tidyAgain {
		select {
		case <-ctx.Done():
			return
		case <-time.After(wait):
		}
		if runs, err := served.Pack(ctx); err != nil && ctx.Err() == nil {
			log.Error("packing old runs", "err", err)
		} else if runs > 0 {
			log.Info("packed old runs", "runs", runs)
		}
		if old, err := served.Retain(ctx); err != nil && ctx.Err() == nil {
			log.Error("letting go of old notes", "err", err)
		} else if old > 0 {
			log.Info("let go of old notes", "lessons", old)
		}
		if gone, err := served.Tidy(ctx); err != nil && ctx.Err() == nil {
			log.Error("joining the saves of old sittings", "err", err)
		} else if gone > 0 {
			log.Info("joined the saves of old sittings", "versions", gone)
		}
	}
}

// run serves until ctx ends, then lets what is being answered go on for a moment. A request
// that never comes to its end does not hold it.
func run(
	ctx context.Context, log *slog.Logger, server *http.Server, l net.Listener, config *tls.Config,
	own *reach.Authority, names []string,
) error {
	failed := make(chan error, 2)
	plain := reach.PlainDoor(own, func(host string) bool {
		h := reach.Host(host)
		return h == "localhost" || net.ParseIP(h) != nil ||
			slices.ContainsFunc(names, func(n string) bool { return strings.EqualFold(n, h) })
	})
	if config == nil {
		go func() { failed <- server.Serve(l) }()
	} else {
		secure, open := reach.Split(l)
		server.TLSConfig = config
		go func() { failed <- server.ServeTLS(secure, "", "") }()
		go func() { failed <- plain.Serve(open) }()
	}
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	log.Info("stopping")
	const grace = 3 * time.Second
	down, cancel := context.WithTimeout(context.Background(), grace)
	defer cancel()
	err := server.Shutdown(down)
	plain.Close()
	if errors.Is(err, context.DeadlineExceeded) {
		err = server.Close()
	}
	if errors.Is(err, net.ErrClosed) {
		err = nil
	}
	return err
}
