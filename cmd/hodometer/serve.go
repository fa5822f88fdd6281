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

	"hodometer/internal/access"
	"hodometer/internal/api"
	"hodometer/internal/club"
	"hodometer/internal/reach"
	"hodometer/internal/store"
	"hodometer/web"
)

// door is where the application is reached, and how safely.
type door struct {
	Addr string   `help:"Address to listen on; 0.0.0.0:8443 is the whole network." default:"127.0.0.1:8080"`
	Host []string `help:"Name it is reached by, besides localhost and IP addresses; may be repeated."`

	// Where the certificate comes from, see internal/reach.
	TLS  string `help:"Certificate: own authority, files, or acme (a public one)." enum:",own,files,acme" default:""`
	Cert string `help:"Certificate, with --tls files." type:"path"`
	Key  string `help:"Its key, with --tls files." type:"path"`
	ACME string `help:"Directory of the public authority, with --tls acme." name:"acme-directory"`

	TrustProxy bool `help:"A proxy on this machine has the certificate, and says who asks. Name it with --host."`
	Plain      bool `help:"Reached from elsewhere without TLS: names can be read on the way, and phones grant less."`
}

const noCopies = "none"

func (d door) kind() (reach.Kind, error) {
	alone := reach.Loopback(d.Addr)
	switch {
	case d.TrustProxy && (d.TLS != "" || len(d.Host) == 0):
		return "", errors.New("--trust-proxy goes with the --host that the proxy serves, and without --tls")
	case d.TrustProxy:
		return reach.Proxy, nil
	case d.TLS != "":
		return reach.Kind(d.TLS), nil
	case alone:
		return reach.Alone, nil
	case d.Plain:
		return reach.Plain, nil
	}
	return "", fmt.Errorf(
		"%s is reached from elsewhere, and without TLS the names of children can be read on the way."+
			" Start it with --tls own (or files, or acme). On a network where nobody else is, --plain does without;"+
			" phones then grant neither lessons without a signal nor a screen that stays on",
		d.Addr,
	)
}

func (d door) config(kind reach.Kind, beside string) (*tls.Config, *reach.Authority, error) {
	switch kind {
	case reach.Own:
		a, err := reach.OwnAuthority(beside+".tls", d.Host)
		if err != nil {
			return nil, nil, err
		}
		return a.TLS(), a, nil
	case reach.Files:
		c, err := reach.FromFiles(d.Cert, d.Key)
		return c, nil, err
	case reach.ACME:
		c, err := reach.FromACME(beside+".acme", d.Host, d.ACME, nil)
		return c, nil, err
	}
	return nil, nil, nil
}

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
	doors := access.New(s, access.Options{
		Open:   kind == reach.Alone,
		Secure: !slices.Contains([]reach.Kind{reach.Alone, reach.Plain}, kind),
	})
	if set, err := doors.HasPassphrase(ctx); err != nil {
		return err
	} else if !set && kind != reach.Alone {
		return fmt.Errorf(
			"whoever reaches %s would see the names of the children in the club. Set the owner's"+
				" passphrase first: hodometer owner --db %s",
			d.Addr,
			path,
		)
	}
	config, own, err := d.config(kind, path)
	if err != nil {
		return err
	}
	l, err := net.Listen("tcp", d.Addr)
	if err != nil {
		return fmt.Errorf("%s cannot be listened on: %w", d.Addr, err)
	}
	defer l.Close()
	at := reached(kind, l.Addr(), d.Host)
	if err := lock.Say(at()[0]); err != nil {
		return err
	}
	options := api.Options{Log: log, Doors: doors, Reach: api.Reach{Kind: kind, URLs: at, Names: d.Host}}
	if options.Site, err = web.Site(); err != nil {
		return err
	}
	if own != nil {
		options.Reach.Fingerprint = own.Fingerprint()
		options.Reach.Served = map[string]http.Handler{"/trust": own.TrustPage()}
		options.Reach.Trust = func() []string {
			urls := at()
			for i, u := range urls {
				urls[i] = "http://" + strings.TrimPrefix(u, "https://") + "/trust"
			}
			return urls
		}
	}
	if copies != noCopies && !strings.HasSuffix(copies, string(os.PathSeparator)+noCopies) {
		options.Copies = store.CopiesOf(path, copies)
		copying, stop := context.WithCancel(ctx)
		done := make(chan struct{})
		go func() {
			defer close(done)
			options.Copies.Daily(copying, func(c store.Copy, err error) {
				if err != nil {
					log.Error("copy", "err", err)
					return
				}
				log.Info("copy", "name", c.Name, "bytes", c.Bytes)
			})
		}()
		defer func() { stop(); <-done }()
	}
	served := club.New(s)
	handler, err := api.New(served, options)
	if err != nil {
		return err
	}
	server := &http.Server{
		Handler:           handler,
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       30 * time.Second,
		IdleTimeout:       2 * time.Minute,
		MaxHeaderBytes:    32 << 10,
		ErrorLog: slog.NewLogLogger(
			log.Handler(),
			slog.LevelDebug,
		), // a phone that does not trust us yet
	}
	server.RegisterOnShutdown(served.Hush)
	tell(kind, at())
	log.Info("serving", "addr", l.Addr().String(), "file", path, "reached", string(kind))
	return run(ctx, log, server, l, config, own, d.Host)
}

// reached gives the addresses to type, now: the machine may move to another network.
func reached(kind reach.Kind, listening net.Addr, names []string) func() []string {
	return func() []string {
		switch kind {
		case reach.Proxy:
			out := make([]string, len(names))
			for i, n := range names {
				out[i] = "https://" + n
			}
			return out
		case reach.Alone, reach.Plain:
			return orHere(reach.URLs("http", listening, nil), "http", listening)
		case reach.ACME:
			return reach.URLs("https", listening, names)[:len(names)]
		}
		urls := reach.URLs("https", listening, names)
		if kind == reach.Own {
			urls = reach.Vouched(urls)
		}
		return orHere(urls, "https", listening)
	}
}

// orHere is for a machine on no network: it can still be reached from itself.
func orHere(urls []string, scheme string, listening net.Addr) []string {
	if len(urls) > 0 {
		return urls
	}
	_, port, _ := net.SplitHostPort(listening.String())
	return []string{scheme + "://localhost:" + port}
}

func tell(kind reach.Kind, urls []string) {
	fmt.Printf("Hodometer is at %s\n", urls[0])
	for _, u := range urls[1:] {
		fmt.Printf("             or %s\n", u)
	}
	switch kind {
	case reach.Own:
		fmt.Println("Open it, sign in with the owner's passphrase, and let phones in under On your phone.")
	case reach.Plain:
		fmt.Println(
			"WITHOUT TLS: what is said can be read on the way, and phones grant neither lessons without a" +
				" signal nor a screen that stays on.",
		)
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
		return h == "localhost" || net.ParseIP(h) != nil || slices.Contains(names, h)
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
