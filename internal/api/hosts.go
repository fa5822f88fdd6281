package api

import (
	"net"
	"net/http"
	"slices"
	"strings"

	"hodometer/internal/reach"

	"github.com/labstack/echo/v5"
)

// errForeignHost refuses a request that was meant for somebody else.
var errForeignHost = echo.NewHTTPError(
	http.StatusMisdirectedRequest,
	"This server does not answer to this address. Open it as localhost or by its IP address, or start the"+
		" application with --host and the name.",
)

// ourHosts lets in what asks for this machine: by an IP address, as localhost,
// or by a name that was given. A page elsewhere can make its own name stand for
// the loopback address and so read and write here as if it were ours; but its
// requests still carry that name. An address needs no list, because no page can
// make one stand for another.
func ourHosts(names []string) echo.MiddlewareFunc {
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			if !isOurs(c.Request().Host, names) {
				return errForeignHost
			}
			return next(c)
		}
	}
}

func isOurs(asked string, names []string) bool {
	host := reach.Host(asked)
	return host == "localhost" || net.ParseIP(host) != nil ||
		slices.ContainsFunc(names, func(n string) bool { return strings.EqualFold(n, host) })
}
