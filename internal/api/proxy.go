package api

import (
	"net"
	"net/http"
	"slices"
	"strings"

	"hodometer/internal/reach"

	"github.com/labstack/echo/v5"
)

var (
	// errUnsaidProxy refuses what came through a proxy that nobody told us of: without sign-in
	// everybody behind it would be the owner.
	errUnsaidProxy = echo.NewHTTPError(
		http.StatusForbidden,
		"This request came through a proxy, and this server runs without sign-in for its own computer alone."+
			" Start it with --trust-proxy and the proxy’s address, and --host and the name it serves.",
	)
	// errNotProxy refuses what did not come through the proxy.
	errNotProxy = echo.NewHTTPError(http.StatusForbidden, "Only the proxy may connect to this address.")
)

// forwarded reports whether a request says that it came through a proxy (RFC 7239, RFC 9110
// section 7.6.3, and what was common before).
func forwarded(h http.Header) bool {
	for name := range h {
		if name == "Forwarded" || name == "Via" || strings.HasPrefix(name, "X-Forwarded-") {
			return true
		}
	}
	return false
}

// behind refuses what came through a proxy where none was named, and what did not where one was.
func (r Reach) behind(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		switch {
		case r.Kind == reach.Alone && forwarded(c.Request().Header):
			return errUnsaidProxy
		case r.Kind == reach.Proxy && !r.proxy(hostOf(c.Request().RemoteAddr)):
			return errNotProxy
		}
		return next(c)
	}
}

// proxy reports whether an address is the proxy's, or this computer's.
func (r Reach) proxy(host string) bool {
	ip := net.ParseIP(host)
	return ip != nil && (ip.IsLoopback() || ip.Equal(r.Proxy))
}

// client is the nearest address in the chain that is not the proxy's own; the proxy where none is.
func (r Reach) client(asks *http.Request) string {
	var chain []string
	for _, h := range asks.Header["X-Forwarded-For"] {
		chain = append(chain, strings.Split(h, ",")...)
	}
	for _, one := range slices.Backward(chain) {
		if one = strings.Trim(strings.TrimSpace(one), "[]"); !r.proxy(one) {
			if net.ParseIP(one) == nil {
				break // nobody can be told apart by that
			}
			return one
		}
	}
	return hostOf(asks.RemoteAddr)
}

func hostOf(addr string) string {
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		return addr
	}
	return host
}
