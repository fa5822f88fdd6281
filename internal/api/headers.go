package api

import (
	"crypto/sha256"
	"encoding/base64"
	"io/fs"
	"net"
	"net/http"
	"regexp"
	"strings"

	"hodometer/internal/reach"

	"github.com/labstack/echo/v5"
)

// inline finds the scripts that the built page holds: the one that starts it and the one
// that picks its look before the first paint.
var inline = regexp.MustCompile(`(?s)<script>(.*?)</script>`)

// policyOf is the content security policy of the screens: nothing but their own scripts,
// styles and pictures, nobody around them, and of scripts in the page only those that were
// there when it was built, by their digest.
func policyOf(site fs.FS) string {
	scripts := "'self' 'wasm-unsafe-eval'"
	if site != nil {
		index, err := fs.ReadFile(site, "index.html")
		if err == nil {
			for _, found := range inline.FindAllSubmatch(index, -1) {
				sum := sha256.Sum256(found[1])
				scripts += " 'sha256-" + base64.StdEncoding.EncodeToString(sum[:]) + "'"
			}
		}
	}
	return "default-src 'self'; script-src " + scripts + "; style-src 'self' 'unsafe-inline'; " +
		"img-src 'self' data: blob:; worker-src 'self'; object-src 'none'; base-uri 'none'; " +
		"form-action 'self'; frame-ancestors 'none'"
}

// fileHeader says which club's file answers, and which copy of it: a device that sent its
// counts to another copy offers them again.
const fileHeader = "Hodometer-File"

// headers tell a browser what it may do with an answer, and which file gave it.
func headers(site fs.FS, kind reach.Kind, file string) echo.MiddlewareFunc {
	screens := policyOf(site)
	const (
		answers = "default-src 'none'; frame-ancestors 'none'"
		year    = "max-age=31536000"
	)
	safe := kind == reach.Own || kind == reach.Files || kind == reach.ACME || kind == reach.Proxy
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			h, host := c.Response().Header(), reach.Host(c.Request().Host)
			h.Set("X-Content-Type-Options", "nosniff")
			h.Set("X-Frame-Options", "DENY")
			h.Set("Referrer-Policy", "same-origin")
			h.Set("Cross-Origin-Opener-Policy", "same-origin")
			h.Set("Cross-Origin-Resource-Policy", "same-origin")
			h.Set("Permissions-Policy", "camera=(), geolocation=(), microphone=()")
			h.Set("Content-Security-Policy", screens)
			// Other programs on this machine are localhost too, and may not have TLS.
			if safe && host != "localhost" && net.ParseIP(host) == nil {
				h.Set("Strict-Transport-Security", year)
			}
			if isAPI(c.Request()) {
				h.Set("Content-Security-Policy", answers)
				h.Set("Cache-Control", "no-store")
				h.Set(fileHeader, file)
			}
			return next(c)
		}
	}
}

func isAPI(r *http.Request) bool { return strings.HasPrefix(r.URL.Path, "/api/") }
