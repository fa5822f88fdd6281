package reach

import (
	"bytes"
	"context"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"encoding/pem"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// serveAt serves a word over TLS and gives where.
func serveAt(t *testing.T, c *tls.Config, a *Authority) string {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	secure, plain := Split(l)
	s := &http.Server{
		TLSConfig: c, ReadHeaderTimeout: time.Minute,
		Handler: http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) { fmt.Fprint(w, "ours") }),
	}
	p := PlainDoor(
		a,
		func(host string) bool { return Host(host) == "127.0.0.1" || Host(host) == "localhost" },
	)
	go s.ServeTLS(secure, "", "") //nolint:errcheck // it ends with the test
	go p.Serve(plain)             //nolint:errcheck // it ends with the test
	t.Cleanup(func() { s.Close(); p.Close(); l.Close() })
	return l.Addr().String()
}

// asks for the page as a phone with that root would, by a name or address.
func asks(root []byte, url, name string) (string, error) {
	pool := x509.NewCertPool()
	pool.AppendCertsFromPEM(root)
	client := &http.Client{Transport: &http.Transport{
		TLSClientConfig: &tls.Config{RootCAs: pool, ServerName: name}, DisableKeepAlives: true,
	}}
	r, err := client.Get(url)
	if err != nil {
		return "", err
	}
	defer r.Body.Close()
	b, err := io.ReadAll(r.Body)
	return string(b), err
}

func ownIn(t *testing.T, dir string) *Authority {
	a, err := OwnAuthority(dir, []string{"courts.lan"})
	require.NoError(t, err)
	return a
}

// A real handshake: who has the root comes in, by address and by name, also after the
// server started again; who has another does not.
func TestOwnAuthority(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "club.tls")
	a := ownIn(t, dir)
	at := "https://" + serveAt(t, a.TLS(), a)
	for _, name := range []string{"", "localhost", "courts.lan"} {
		said, err := asks(a.Root(), at, name)
		require.NoError(t, err, name)
		require.Equal(t, "ours", said)
	}
	again := ownIn(t, dir)
	require.Equal(t, a.Root(), again.Root(), "phones need not install it again")
	_, err := asks(ownIn(t, filepath.Join(t.TempDir(), "other")).Root(), at, "")
	require.ErrorContains(t, err, "unknown authority")
	info, err := os.Stat(filepath.Join(dir, "root.key"))
	require.NoError(t, err)
	require.EqualValues(t, 0o600, info.Mode().Perm())
	require.Error(
		t,
		func() error { _, err := OwnAuthority(dir, []string{"elsewhere.example"}); return err }(),
	)
}

// The machine has moved to another network: the leaf is made anew, under the same root.
func TestTheLeafFollowsTheAddress(t *testing.T) {
	a := ownIn(t, t.TempDir())
	here := net.IPv4(192, 168, 7, 20)
	a.Addresses = func() []net.IP { return []net.IP{here} }
	from := func(ip net.IP) *tls.Certificate {
		c, err := a.Certificate(&tls.ClientHelloInfo{Conn: at{ip: ip}})
		require.NoError(t, err)
		return c
	}
	first := from(here)
	require.Same(t, first, from(here))
	require.NoError(t, first.Leaf.VerifyHostname("192.168.7.20"))
	moved := net.IPv4(10, 1, 2, 3)
	second := from(moved)
	require.NoError(t, second.Leaf.VerifyHostname("10.1.2.3"))
	require.NoError(t, second.Leaf.CheckSignatureFrom(a.root))
	a.Now = func() time.Time { return time.Now().Add(leafLasts - leafEarly + time.Hour) }
	require.NotSame(t, second, from(moved), "before its end it is made anew")
}

type at struct {
	net.Conn
	ip net.IP
}

func (a at) LocalAddr() net.Addr { return &net.TCPAddr{IP: a.ip, Port: 8443} }

// Whoever stole the root's key can vouch for nothing outside a private network.
func TestTheRootVouchesForPrivateNamesOnly(t *testing.T) {
	a := ownIn(t, t.TempDir())
	pool := x509.NewCertPool()
	pool.AddCert(a.root)
	for _, c := range []struct {
		name string
		ip   net.IP
		good bool
	}{
		{"courts.lan", nil, true},
		{"", net.IPv4(192, 168, 7, 20), true},
		{"bank.example", nil, false},
		{"", net.IPv4(203, 0, 113, 7), false},
	} {
		a.Names, a.Addresses = nil, func() []net.IP { return nil }
		if c.name != "" {
			a.Names = []string{c.name}
		}
		leaf, err := a.issue(c.ip)
		require.NoError(t, err)
		if c.ip != nil && !c.good { // ours leaves it out; a thief would not
			leaf = forged(t, a, c.ip)
		}
		host := c.name
		if c.ip != nil {
			host = c.ip.String()
		}
		_, err = leaf.Leaf.Verify(x509.VerifyOptions{Roots: pool, DNSName: host})
		require.Equal(t, c.good, err == nil, "%s: %v", host, err)
	}
}

func forged(t *testing.T, a *Authority, ip net.IP) *tls.Certificate {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	require.NoError(t, err)
	der, err := x509.CreateCertificate(rand.Reader, &x509.Certificate{
		SerialNumber: serial(), NotBefore: time.Now().Add(-time.Hour), NotAfter: time.Now().Add(time.Hour),
		IPAddresses: []net.IP{ip}, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
	}, a.root, &key.PublicKey, a.key)
	require.NoError(t, err)
	leaf, err := x509.ParseCertificate(der)
	require.NoError(t, err)
	return &tls.Certificate{Certificate: [][]byte{der}, Leaf: leaf}
}

// A certificate from files, renewed while it serves; half a renewal changes nothing.
func TestFiles(t *testing.T) {
	dir := t.TempDir()
	cert, key := filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem")
	_, err := FromFiles(cert, key)
	require.ErrorContains(t, err, "cannot be used")
	a := ownIn(t, filepath.Join(dir, "a"))
	write := func() []byte {
		leaf, err := a.issue(nil)
		require.NoError(t, err)
		secret, err := x509.MarshalPKCS8PrivateKey(leaf.PrivateKey)
		require.NoError(t, err)
		require.NoError(
			t,
			os.WriteFile(key, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}), 0o600),
		)
		require.NoError(t, os.WriteFile(
			cert, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: leaf.Certificate[0]}), 0o600))
		return leaf.Certificate[0]
	}
	first := write()
	c, err := FromFiles(cert, key)
	require.NoError(t, err)
	said, err := asks(a.Root(), "https://"+serveAt(t, c, nil), "localhost")
	require.NoError(t, err)
	require.Equal(t, "ours", said)

	f := &files{cert: cert, key: key}
	serves := func() []byte {
		f.looked = time.Time{}
		pair, err := f.get(nil)
		require.NoError(t, err)
		return pair.Certificate[0]
	}
	require.Equal(t, first, serves())
	later := time.Now().Add(time.Minute)
	require.NoError(t, os.WriteFile(cert, []byte("half"), 0o600))
	require.NoError(t, os.Chtimes(cert, later, later))
	require.Equal(t, first, serves())
	second := write()
	require.NoError(t, os.Chtimes(cert, later.Add(time.Minute), later.Add(time.Minute)))
	require.Equal(t, second, serves())
}

// In plain HTTP the port shows how to trust it and nothing else; a half-sent beginning
// holds nobody up.
func TestThePlainDoor(t *testing.T) {
	a := ownIn(t, t.TempDir())
	where := serveAt(t, a.TLS(), a)
	half, err := net.Dial("tcp", where)
	require.NoError(t, err)
	defer half.Close()
	client := &http.Client{
		CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse },
	}
	get := func(path, host string) (*http.Response, string) {
		r, err := http.NewRequestWithContext(context.Background(), "GET", "http://"+where+path, nil)
		require.NoError(t, err)
		if host != "" {
			r.Host = host
		}
		w, err := client.Do(r)
		require.NoError(t, err)
		defer w.Body.Close()
		b, err := io.ReadAll(w.Body)
		require.NoError(t, err)
		return w, string(b)
	}
	w, _ := get("/api/v1/students", "")
	require.Equal(t, "/trust", w.Header.Get("Location"))
	_, page := get("/trust", "")
	require.NotContains(t, page, a.Fingerprint(), "what an attacker’s page shows proves nothing")
	require.NotContains(t, page, "secure.")
	for _, device := range []string{"iPhone", "Android", "Windows", "macOS", "Linux"} {
		require.Contains(t, page, device)
	}
	for _, how := range []string{"3 · Compare", "certutil -hashfile", "shasum -a 256", "sha256sum"} {
		require.Contains(t, page, how)
	}
	_, root := get("/trust/root.crt", "")
	require.True(t, bytes.Equal(a.root.Raw, []byte(root)))
	w, _ = get("/trust/ok", "")
	require.Equal(t, 404, w.StatusCode, "what says that the connection is good comes over TLS alone")
	w, _ = get("/trust", "elsewhere.example")
	require.Equal(t, 421, w.StatusCode)
	other := serveAt(t, a.TLS(), nil)
	where = other
	w, _ = get("/lessons?x=1", "")
	require.Equal(t, "https://"+other+"/lessons?x=1", w.Header.Get("Location"))
}

// What is reached from this machine alone, and what a phone can type.
func TestAddresses(t *testing.T) {
	for at, alone := range map[string]bool{
		"127.0.0.1:8080": true, "localhost:80": true, "[::1]:80": true, "127.9.9.9:1": true,
		"0.0.0.0:8443": false, ":8443": false, "[::]:80": false, "192.168.7.20:80": false, "courts.lan:80": false,
		"x": false,
	} {
		require.Equal(t, alone, Loopback(at), at)
	}
	on := func(ip string, port int) net.Addr { return &net.TCPAddr{IP: net.ParseIP(ip), Port: port} }
	require.Equal(t, []string{"https://courts.lan:8443", "https://192.168.7.20:8443"},
		URLs("https", on("192.168.7.20", 8443), []string{"courts.lan"}))
	require.Equal(
		t,
		[]string{"https://[fd00::2]"},
		URLs("https", on("fd00::2", 443), nil),
		"443 goes without saying",
	)
	require.Equal(t, []string{"http://10.0.0.1:443"}, URLs("http", on("10.0.0.1", 443), nil))
	for _, u := range URLs("https", on("0.0.0.0", 8443), nil) {
		require.NotContains(t, u, "127.0.0.1")
		require.NotContains(t, u, "0.0.0.0")
	}
	private := []string{"https://192.168.7.20:1", "https://courts.lan:1", "https://[fd00::2]:1"}
	public := []string{"https://203.0.113.7:1", "https://[2001:db8::1]:1"}
	require.Equal(t, private, Vouched(append(public, private...)))
	require.Equal(t, "courts.lan", Host("Courts.lan.:8443"))
	require.Equal(t, "fd00::2", Host("[fd00::2]:8443"))
}

// With TLS 1.2 nothing is agreed on that does not encrypt and authenticate in one.
func TestOnlySealedSuites(t *testing.T) {
	a, err := OwnAuthority(t.TempDir(), nil)
	require.NoError(t, err)
	l, err := tls.Listen("tcp", "127.0.0.1:0", a.TLS())
	require.NoError(t, err)
	defer l.Close()
	go func() {
		for {
			c, err := l.Accept()
			if err != nil {
				return
			}
			_ = c.(*tls.Conn).HandshakeContext(t.Context()) // what came of it is seen at the other end
			c.Close()
		}
	}()
	agreed := 0
	for _, s := range append(tls.CipherSuites(), tls.InsecureCipherSuites()...) {
		if slices.Contains(s.SupportedVersions, tls.VersionTLS13) && len(s.SupportedVersions) == 1 {
			continue
		}
		c, err := tls.Dial("tcp", l.Addr().String(), &tls.Config{
			InsecureSkipVerify: true, MaxVersion: tls.VersionTLS12, CipherSuites: []uint16{s.ID},
		}) //nolint:gosec // who answers is not the point here
		if err != nil {
			continue
		}
		agreed++
		c.Close()
		sealed := strings.Contains(s.Name, "_GCM_") || strings.Contains(s.Name, "CHACHA20_POLY1305")
		require.True(t, sealed && strings.Contains(s.Name, "ECDHE"), s.Name)
	}
	require.Positive(t, agreed)
}
