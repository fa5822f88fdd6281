package reach

import (
	"bufio"
	"crypto/tls"
	"crypto/x509"
	"encoding/json"
	"encoding/pem"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"golang.org/x/crypto/acme"
)

// tool starts one of the tools of this repository and waits until it says a word.
func tool(t *testing.T, name, says string, env []string, args ...string) {
	path, err := filepath.Abs(filepath.Join("..", "..", ".tools", name))
	require.NoError(t, err)
	require.FileExists(t, path, "make builds the tools: make check, make go and make test do so first")
	c := exec.Command(path, args...)
	c.Env = append(os.Environ(), env...)
	out, err := c.StdoutPipe()
	require.NoError(t, err)
	c.Stderr = c.Stdout
	require.NoError(t, c.Start())
	t.Cleanup(func() {
		_ = c.Process.Kill() // it may have ended
		_ = c.Wait()
	})
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if strings.Contains(lines.Text(), says) {
			go io.Copy(io.Discard, out) //nolint:errcheck // it ends with the tool
			return
		}
	}
	t.Fatalf("%s ended before it said %q", name, says)
}

func freePort(t *testing.T) string {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer l.Close()
	return fmt.Sprint(l.Addr().(*net.TCPAddr).Port)
}

// A public authority, as another program plays it (Let's Encrypt's pebble, in the tools),
// asks back over the port we serve and vouches for the name; who trusts it comes in.
func TestACME(t *testing.T) {
	const name = "courts.example"
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	dir := t.TempDir()

	// The authority's own door: a certificate that our client trusts.
	a := ownIn(t, filepath.Join(dir, "theirs"))
	leaf, err := a.issue(nil)
	require.NoError(t, err)
	secret, err := x509.MarshalPKCS8PrivateKey(leaf.PrivateKey)
	require.NoError(t, err)
	cert, key := filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem")
	require.NoError(
		t,
		os.WriteFile(
			cert,
			pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: leaf.Certificate[0]}),
			0o600,
		),
	)
	require.NoError(
		t,
		os.WriteFile(key, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}), 0o600),
	)
	theirs, management, dns := freePort(t), freePort(t), freePort(t)
	config, err := json.Marshal(map[string]any{"pebble": map[string]any{
		"listenAddress":           "127.0.0.1:" + theirs,
		"managementListenAddress": "127.0.0.1:" + management,
		"certificate":             cert,
		"privateKey":              key,
		"httpPort":                1,
		"tlsPort":                 l.Addr().(*net.TCPAddr).Port,
		"profiles": map[string]any{
			"default": map[string]any{"description": "for tests", "validityPeriod": 86400},
		},
	}})
	require.NoError(t, err)
	file := filepath.Join(dir, "pebble.json")
	require.NoError(t, os.WriteFile(file, config, 0o600))
	tool(t, "pebble-challtestsrv", "Starting", nil, "-dnsserver", "127.0.0.1:"+dns, "-defaultIPv6", "",
		"-http01", "", "-https01", "", "-tlsalpn01", "", "-doh", "", "-management", "127.0.0.1:"+freePort(t))
	tool(t, "pebble", "Listening", []string{"PEBBLE_VA_NOSLEEP=1", "PEBBLE_WFE_NONCEREJECT=0"},
		"-config", file, "-dnsserver", "127.0.0.1:"+dns)

	pool := x509.NewCertPool()
	pool.AppendCertsFromPEM(a.Root())
	trusting := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: pool}}}
	directory := "https://127.0.0.1:" + theirs + "/dir"
	c, err := FromACME(filepath.Join(dir, "acme"), []string{name}, "", &acme.Client{
		DirectoryURL: directory, HTTPClient: trusting,
	})
	require.NoError(t, err)
	secure, plain := Split(l)
	s := &http.Server{TLSConfig: c, ReadHeaderTimeout: time.Minute, Handler: http.HandlerFunc(
		func(w http.ResponseWriter, _ *http.Request) { fmt.Fprint(w, "ours") },
	)}
	go s.ServeTLS(secure, "", "") //nolint:errcheck // it ends with the test
	defer plain.Close()
	defer s.Close()

	var r *http.Response
	require.Eventually(t, func() bool {
		r, err = trusting.Get("https://127.0.0.1:" + management + "/roots/0")
		return err == nil
	}, time.Minute, 100*time.Millisecond)
	defer r.Body.Close()
	root, err := io.ReadAll(r.Body)
	require.NoError(t, err)
	said, err := asks(root, "https://"+l.Addr().String(), name)
	require.NoError(t, err)
	require.Equal(t, "ours", said)
	_, err = asks(root, "https://"+l.Addr().String(), "elsewhere.example")
	require.Error(t, err, "for no other name is it even asked")

	for _, bad := range []string{"192.168.7.20", "courts.lan"} {
		_, err := FromACME(dir, []string{bad}, "", nil)
		require.ErrorContains(t, err, "does not sign certificates for")
	}
}
