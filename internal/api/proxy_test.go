package api

import (
	"net"
	"net/http"
	"net/http/httptest"
	"testing"

	"hodometer/internal/reach"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/require"
)

// A server without sign-in refuses what came through a proxy, and says which flag is missing.
func TestAForgottenProxyIsRefused(t *testing.T) {
	t.Parallel()
	for _, header := range []string{"X-Forwarded-For", "X-Forwarded-Host", "Forwarded", "Via", "x-forwarded-proto"} {
		said := passes(t, Reach{Kind: reach.Alone}, "127.0.0.1:5000", header, "203.0.113.9")
		require.ErrorContains(t, said, "--trust-proxy", header)
	}
	require.NoError(t, passes(t, Reach{Kind: reach.Alone}, "127.0.0.1:5000", "User-Agent", "x"))
	require.NoError(
		t,
		passes(t, Reach{Kind: reach.Own}, "192.168.7.9:5000", "Via", "1.1 x"),
		"there is sign-in",
	)
}

// Only the proxy, or this computer, connects to a server behind one.
func TestOnlyTheProxyConnects(t *testing.T) {
	t.Parallel()
	r := Reach{Kind: reach.Proxy, Proxy: net.ParseIP("10.0.0.7")}
	for from, ok := range map[string]bool{
		"10.0.0.7:80": true, "127.0.0.1:80": true, "[::1]:80": true, "10.0.0.8:80": false, "203.0.113.9:80": false,
	} {
		require.Equal(t, ok, passes(t, r, from, "X-Forwarded-For", "203.0.113.9") == nil, from)
	}
}

// Who asks is the nearest in the chain that is not the proxy: what a client wrote before it is not
// believed.
func TestTheNearestAddressAsks(t *testing.T) {
	t.Parallel()
	r := Reach{Kind: reach.Proxy, Proxy: net.ParseIP("10.0.0.7")}
	for chain, want := range map[string]string{
		"":                               "10.0.0.7",
		"203.0.113.9":                    "203.0.113.9",
		"1.2.3.4, 203.0.113.9":           "203.0.113.9",
		"1.2.3.4, 203.0.113.9, 10.0.0.7": "203.0.113.9",
		"203.0.113.9, 127.0.0.1":         "203.0.113.9",
		"[2001:db8::5]":                  "2001:db8::5",
		"1.2.3.4, somebody":              "10.0.0.7",
		"10.0.0.7":                       "10.0.0.7",
	} {
		asks := httptest.NewRequest("GET", "/", nil)
		asks.RemoteAddr = "10.0.0.7:4321"
		if chain != "" {
			asks.Header.Set("X-Forwarded-For", chain)
		}
		require.Equal(t, want, r.client(asks), chain)
	}
}

func passes(t *testing.T, r Reach, from, header, value string) error {
	asks := httptest.NewRequest(http.MethodGet, "/api/v1/access", nil)
	asks.RemoteAddr = from
	asks.Header.Set(header, value)
	c := echo.New().NewContext(asks, httptest.NewRecorder())
	return r.behind(func(*echo.Context) error { return nil })(c)
}
