package reach

import (
	"crypto/tls"
	"errors"
	"fmt"
	"net"
	"os"
	"sync"
	"time"

	"golang.org/x/crypto/acme"
	"golang.org/x/crypto/acme/autocert"
)

// How a server is reached.
type Kind string

// The kinds.
const (
	Alone Kind = "alone" // bound to loopback
	Own   Kind = "own"   // its own authority
	Files Kind = "files" // a certificate from elsewhere
	ACME  Kind = "acme"  // a public authority, asked by itself
	Proxy Kind = "proxy" // somebody before it has the certificate
	Plain Kind = "plain" // none: what is said can be read on the way
)

// sealed are the suites of TLS 1.2 that encrypt and authenticate in one (AEAD); those of 1.3 all do.
var sealed = []uint16{
	tls.TLS_ECDHE_ECDSA_WITH_AES_128_GCM_SHA256, tls.TLS_ECDHE_RSA_WITH_AES_128_GCM_SHA256,
	tls.TLS_ECDHE_ECDSA_WITH_AES_256_GCM_SHA384, tls.TLS_ECDHE_RSA_WITH_AES_256_GCM_SHA384,
	tls.TLS_ECDHE_ECDSA_WITH_CHACHA20_POLY1305_SHA256, tls.TLS_ECDHE_RSA_WITH_CHACHA20_POLY1305_SHA256,
}

// modern is what every kind of ours asks of the other end.
func modern(get func(*tls.ClientHelloInfo) (*tls.Certificate, error)) *tls.Config {
	return &tls.Config{
		MinVersion:     tls.VersionTLS12,
		CipherSuites:   sealed,
		GetCertificate: get,
		NextProtos:     []string{"h2", "http/1.1"},
	}
}

// TLS of the own authority.
func (a *Authority) TLS() *tls.Config { return modern(a.Certificate) }

// FromFiles serves with a certificate from files, and reads them again when they change,
// so that what renews them need not stop the server.
func FromFiles(cert, key string) (*tls.Config, error) {
	f := &files{cert: cert, key: key}
	if _, err := f.get(nil); err != nil {
		return nil, err
	}
	return modern(f.get), nil
}

type files struct {
	cert, key string

	mu     sync.Mutex
	pair   *tls.Certificate
	as     time.Time // when the file was changed that was read
	looked time.Time
}

func (f *files) get(*tls.ClientHelloInfo) (*tls.Certificate, error) {
	f.mu.Lock()
	defer f.mu.Unlock()
	const often = 10 * time.Second
	if f.pair != nil && time.Since(f.looked) < often {
		return f.pair, nil
	}
	f.looked = time.Now()
	info, err := os.Stat(f.cert)
	if err == nil && f.pair != nil && info.ModTime().Equal(f.as) {
		return f.pair, nil
	}
	if err == nil {
		var pair tls.Certificate
		if pair, err = tls.LoadX509KeyPair(f.cert, f.key); err == nil {
			f.pair, f.as = &pair, info.ModTime()
		}
	}
	if f.pair != nil { // half of a renewal; the one before goes on
		return f.pair, nil
	}
	return nil, fmt.Errorf("the certificate %s with the key %s cannot be used: %w", f.cert, f.key, err)
}

// FromACME asks a public authority for a certificate for these names, over the port that is
// served (the tls-alpn-01 challenge, RFC 8737: it must be reached at 443), and keeps it in
// dir. directory "" is the usual authority's; client nil is the usual one.
func FromACME(dir string, names []string, directory string, client *acme.Client) (*tls.Config, error) {
	if len(names) == 0 {
		return nil, errors.New("a public authority needs the name of the server: give it with --host")
	}
	for _, n := range names {
		if net.ParseIP(n) != nil || private(n) {
			return nil, fmt.Errorf(
				"a public authority does not sign certificates for %s; use --tls own for it",
				n,
			)
		}
	}
	if client == nil {
		client = &acme.Client{DirectoryURL: directory}
	}
	m := &autocert.Manager{
		Prompt:     autocert.AcceptTOS,
		Cache:      autocert.DirCache(dir),
		HostPolicy: autocert.HostWhitelist(names...),
		Client:     client,
	}
	c := modern(m.GetCertificate)
	c.NextProtos = append(c.NextProtos, acme.ALPNProto)
	return c, nil
}
