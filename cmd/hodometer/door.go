package main

import (
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"slices"
	"strings"

	"hodometer/internal/access"
	"hodometer/internal/api"
	"hodometer/internal/reach"
	"hodometer/internal/store"
)

// door is where the application is reached, and how safely.
type door struct {
	Addr string   `help:"Address to listen on; 0.0.0.0:8443 is the whole network." default:"127.0.0.1:8080"`
	Host []string `help:"Name of this server, besides localhost and IP addresses; may be repeated."`

	// Where the certificate comes from, see internal/reach.
	TLS  string `help:"Certificate: own authority, files, or acme (a public one)." enum:",own,files,acme" default:""`
	Cert string `help:"Certificate, with --tls files." type:"path"`
	Key  string `help:"Its key, with --tls files." type:"path"`
	ACME string `help:"Directory of the public authority, with --tls acme." name:"acme-directory"`

	Machine string `help:"Ball machine to use: the address of its WebSocket." placeholder:"ws://127.0.0.1:8471/machine"`

	TrustProxy string `help:"IP address of the proxy that has the certificate; goes with --host." placeholder:"IP"`
	Plain      bool   `help:"Open to the network without TLS: others can read the names, and phones allow less."`
}

func (d door) kind() (reach.Kind, error) {
	alone := reach.Loopback(d.Addr)
	switch {
	case d.TrustProxy != "" && (d.TLS != "" || len(d.Host) == 0):
		return "", errors.New("--trust-proxy goes with the --host that the proxy serves, and without --tls")
	case d.TrustProxy != "" && net.ParseIP(d.TrustProxy) == nil:
		return "", fmt.Errorf(
			"--trust-proxy is the proxy’s IP address, such as 127.0.0.1; got %q",
			d.TrustProxy,
		)
	case d.TrustProxy != "":
		return reach.Proxy, nil
	case d.TLS != "":
		return reach.Kind(d.TLS), nil
	case alone:
		return reach.Alone, nil
	case d.Plain:
		return reach.Plain, nil
	}
	return "", fmt.Errorf(
		"%s is open to the network, and without TLS others can read the children’s names."+
			" Start it with --tls own (or files, or acme). On a network that nobody else uses, --plain works without"+
			" TLS; phones then allow neither offline lessons nor a screen that stays on",
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

// doors of the club: none on loopback alone; elsewhere there is an owner first.
func (d door) doors(
	ctx context.Context,
	s *store.Store,
	kind reach.Kind,
	path string,
	log *slog.Logger,
) (*access.Doors, error) {
	out := access.New(s, access.Options{
		Open:   kind == reach.Alone,
		Log:    log,
		Secure: !slices.Contains([]reach.Kind{reach.Alone, reach.Plain}, kind),
	})
	set, err := out.HasPassphrase(ctx)
	if err == nil && !set && kind != reach.Alone {
		err = fmt.Errorf(
			"anyone who can open %s would see the names of the children in the club. Set the owner's"+
				" passphrase first: hodometer owner --db %s",
			d.Addr,
			path,
		)
	}
	return out, err
}

// reach is what the application tells of how it is reached.
func (d door) reach(kind reach.Kind, listening net.Addr, own *reach.Authority) api.Reach {
	urls := reached(kind, listening, d.Host)
	out := api.Reach{Kind: kind, URLs: urls, Names: d.Host, Proxy: net.ParseIP(d.TrustProxy)}
	if own == nil {
		return out
	}
	out.Fingerprint = own.Fingerprint()
	out.Served = map[string]http.Handler{"/trust": own.TrustPage()}
	out.Trust = func() []string {
		all := urls()
		for i, u := range all {
			all[i] = "http://" + strings.TrimPrefix(u, "https://") + "/trust"
		}
		return all
	}
	return out
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

func tell(kind reach.Kind, urls []string, fingerprint string) {
	fmt.Printf("Hodometer is at %s\n", urls[0])
	for _, u := range urls[1:] {
		fmt.Printf("             or %s\n", u)
	}
	switch kind {
	case reach.Own:
		fmt.Println(
			"Open it, sign in with the owner's passphrase, and connect phones under Devices and backups.",
		)
		fmt.Printf(
			"The SHA-256 fingerprint of its certificate, to compare on each device:\n%s\n",
			fingerprint,
		)
	case reach.Plain:
		fmt.Println(
			"WITHOUT TLS: others on the network can read the data, and phones allow neither offline " +
				"lessons nor a screen that stays on.",
		)
	}
}
