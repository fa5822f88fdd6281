package reach

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/hex"
	"encoding/pem"
	"errors"
	"fmt"
	"io/fs"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"time"
)

// How long certificates last. A phone takes a leaf of its own root for up to 825 days
// [from memory]; ninety are enough, for it is made anew at every start.
const (
	rootLasts = 10 * 365 * 24 * time.Hour
	leafLasts = 90 * 24 * time.Hour
	leafEarly = 30 * 24 * time.Hour // before its end it is made anew
	skew      = 24 * time.Hour      // a phone's clock may be behind
)

// Private names and networks: RFC 6762, RFC 8375, RFC 9476 and common practice; RFC 1918,
// RFC 3927, RFC 6598, RFC 4193 and RFC 4291. The root vouches for no others.
var (
	privateNames = []string{"localhost", "local", "lan", "home.arpa", "internal"}
	privateNets  = []string{
		"127.0.0.0/8", "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "100.64.0.0/10",
		"::1/128", "fc00::/7", "fe80::/10",
	}
)

// Authority is the server's own: a root in a folder, and the leaf it serves with.
type Authority struct {
	// Addresses gives the IP addresses of the machine now.
	Addresses func() []net.IP
	Names     []string // it is reached by, besides localhost and the machine's own
	Now       func() time.Time

	root *x509.Certificate
	key  *ecdsa.PrivateKey

	mu   sync.Mutex
	leaf *tls.Certificate
}

// OwnAuthority reads the root in dir, or makes one.
func OwnAuthority(dir string, names []string) (*Authority, error) {
	a := &Authority{Addresses: Addresses, Names: names, Now: time.Now}
	for _, n := range names {
		if !private(n) {
			return nil, fmt.Errorf(
				"the own authority signs certificates only for names in a private network (%s), not for %s."+
					" Use --tls acme or --tls files for it",
				strings.Join(privateNames, ", "),
				n,
			)
		}
	}
	certFile, keyFile := filepath.Join(dir, "root.crt"), filepath.Join(dir, "root.key")
	certText, err := os.ReadFile(certFile)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return a, a.make(dir, certFile, keyFile)
	case err != nil:
		return nil, err
	}
	keyText, err := os.ReadFile(keyFile)
	if err != nil {
		return nil, fmt.Errorf(
			"the key of the authority is missing: %w. Delete the folder %s to make a new authority;"+
				" every phone then has to install it again",
			err,
			dir,
		)
	}
	pair, err := tls.X509KeyPair(certText, keyText)
	if err != nil {
		return nil, fmt.Errorf("the authority in %s cannot be read: %w", dir, err)
	}
	if a.root, err = x509.ParseCertificate(pair.Certificate[0]); err != nil {
		return nil, err
	}
	var ok bool
	if a.key, ok = pair.PrivateKey.(*ecdsa.PrivateKey); !ok {
		return nil, fmt.Errorf("the authority in %s was not made by Hodometer", dir)
	}
	if a.Now().After(a.root.NotAfter.Add(-leafLasts)) {
		return nil, fmt.Errorf("the authority in %s has expired. Delete the folder to make a new authority;"+
			" every phone then has to install it again", dir)
	}
	return a, nil
}

func private(name string) bool {
	name = strings.ToLower(strings.TrimSuffix(name, "."))
	return slices.ContainsFunc(
		privateNames,
		func(p string) bool { return name == p || strings.HasSuffix(name, "."+p) },
	)
}

func (a *Authority) make(dir, certFile, keyFile string) (err error) {
	if a.key, err = ecdsa.GenerateKey(elliptic.P256(), rand.Reader); err != nil {
		return err
	}
	now := a.Now()
	host, _ := os.Hostname() // one without a name is the club's all the same
	t := &x509.Certificate{
		SerialNumber: serial(),
		Subject: pkix.Name{
			CommonName:   strings.TrimSpace("Hodometer on " + host),
			Organization: []string{"Hodometer"},
		},
		NotBefore:                   now.Add(-skew),
		NotAfter:                    now.Add(rootLasts),
		IsCA:                        true,
		MaxPathLenZero:              true,
		BasicConstraintsValid:       true,
		KeyUsage:                    x509.KeyUsageCertSign | x509.KeyUsageDigitalSignature,
		PermittedDNSDomainsCritical: true,
		PermittedDNSDomains:         privateNames,
	}
	for _, n := range privateNets {
		_, ipnet, err := net.ParseCIDR(n)
		if err != nil {
			return err
		}
		t.PermittedIPRanges = append(t.PermittedIPRanges, ipnet)
	}
	der, err := x509.CreateCertificate(rand.Reader, t, t, &a.key.PublicKey, a.key)
	if err != nil {
		return err
	}
	if a.root, err = x509.ParseCertificate(der); err != nil {
		return err
	}
	secret, err := x509.MarshalPKCS8PrivateKey(a.key)
	if err != nil {
		return err
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return err
	}
	// The key first: a root without one is of no use, and would be taken for whole.
	if err := os.WriteFile(
		keyFile,
		pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}),
		0o600,
	); err != nil {
		return err
	}
	return os.WriteFile(certFile, a.Root(), 0o644)
}

func serial() *big.Int {
	n, err := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 127))
	if err != nil {
		panic(err) // the system has no randomness; nothing is safe then
	}
	return n
}

// Root is the certificate that phones install, as PEM.
func (a *Authority) Root() []byte {
	return pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: a.root.Raw})
}

// Fingerprint of the root, SHA-256, in groups that can be compared by eye.
func (a *Authority) Fingerprint() string {
	sum := sha256.Sum256(a.root.Raw)
	text := strings.ToUpper(hex.EncodeToString(sum[:]))
	const group = 2 // as phones show it
	var groups []string
	for i := 0; i < len(text); i += group {
		groups = append(groups, text[i:i+group])
	}
	return strings.Join(groups, " ")
}

// Certificate gives the leaf for a connection. It is made anew where it does not cover the
// address or the name that was asked for, or is near its end: the machine may have moved to
// another network since.
func (a *Authority) Certificate(hello *tls.ClientHelloInfo) (*tls.Certificate, error) {
	a.mu.Lock()
	defer a.mu.Unlock()
	var at net.IP
	if hello.Conn != nil {
		if tcp, ok := hello.Conn.LocalAddr().(*net.TCPAddr); ok {
			at = tcp.IP
		}
	}
	if a.leaf == nil || a.Now().After(a.leaf.Leaf.NotAfter.Add(-leafEarly)) || !covers(a.leaf.Leaf, at) {
		leaf, err := a.issue(at)
		if err != nil {
			return nil, err
		}
		a.leaf = leaf
	}
	return a.leaf, nil
}

func covers(leaf *x509.Certificate, at net.IP) bool {
	return at == nil || !vouchable(at) || slices.ContainsFunc(leaf.IPAddresses, at.Equal)
}

// vouchable says whether the root may vouch for an address.
func vouchable(ip net.IP) bool {
	return slices.ContainsFunc(privateNets, func(n string) bool {
		_, ipnet, err := net.ParseCIDR(n)
		return err == nil && ipnet.Contains(ip)
	})
}

func (a *Authority) issue(at net.IP) (*tls.Certificate, error) {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	now := a.Now()
	t := &x509.Certificate{
		SerialNumber: serial(),
		Subject:      pkix.Name{CommonName: "Hodometer"},
		NotBefore:    now.Add(-skew),
		NotAfter:     now.Add(leafLasts),
		KeyUsage:     x509.KeyUsageDigitalSignature,
		ExtKeyUsage:  []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
		DNSNames:     append([]string{"localhost"}, a.Names...),
	}
	if host := machine(); host != "" {
		t.DNSNames = append(t.DNSNames, host)
	}
	for _, ip := range append(a.Addresses(), at, net.IPv4(127, 0, 0, 1), net.IPv6loopback) {
		if ip != nil && vouchable(ip) && !slices.ContainsFunc(t.IPAddresses, ip.Equal) {
			t.IPAddresses = append(t.IPAddresses, ip)
		}
	}
	der, err := x509.CreateCertificate(rand.Reader, t, a.root, &key.PublicKey, a.key)
	if err != nil {
		return nil, err
	}
	leaf, err := x509.ParseCertificate(der)
	return &tls.Certificate{Certificate: [][]byte{der, a.root.Raw}, PrivateKey: key, Leaf: leaf}, err
}
