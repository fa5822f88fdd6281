package api

import (
	"net/http"
	"regexp"
	"strings"
	"time"

	"github.com/labstack/echo/v5"
)

// How long an answer may take to be reckoned and read [trade]: who does not read gives way. A
// copy of the club takes longer, and so does writing all copies anew; a stream sees to itself.
const (
	readWithin     = 90 * time.Second
	readLongWithin = time.Hour
)

// deadlines end answers that nobody reads.
func deadlines(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		within := readWithin
		if strings.HasSuffix(r.URL.Path, "/erase") || strings.HasPrefix(r.URL.Path, "/api/v1/copies/") {
			within = readLongWithin
		}
		if !isStream(r) {
			// An answer that cannot have one, in a test, is read at once.
			_ = http.NewResponseController(c.Response()).SetWriteDeadline(time.Now().Add(within))
		}
		return next(c)
	}
}

// requestID is what the id of a request may be that comes from outside.
var requestID = regexp.MustCompile(`^[A-Za-z0-9._-]{1,64}$`)

// ownIDs takes an id away that could not stand in a log.
func ownIDs(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		if h := c.Request().Header; !requestID.MatchString(h.Get(echo.HeaderXRequestID)) {
			h.Del(echo.HeaderXRequestID)
		}
		return next(c)
	}
}
