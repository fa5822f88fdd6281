package reach

import (
	"bytes"
	"embed"
	"html/template"
	"net"
	"net/http"
	"strings"
	"time"
)

//go:embed page
var page embed.FS

var trustPage = template.Must(template.ParseFS(page, "page/trust.html"))

// TrustPage is what a phone needs to trust the own authority: the steps, the root, and a
// check that says when the connection is good. It is served at /trust, in plain HTTP too,
// for that is all a phone can ask for before; there is nothing of the club on it.
func (a *Authority) TrustPage() http.Handler {
	m := http.NewServeMux()
	m.HandleFunc("GET /trust", func(w http.ResponseWriter, r *http.Request) {
		var b bytes.Buffer
		if err := trustPage.Execute(&b, map[string]string{
			"Safe": "https://" + r.Host + "/",
		}); err != nil {
			http.Error(w, err.Error(), http.StatusInternalServerError)
			return
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Header().Set("Cache-Control", "no-store")
		w.Header().
			Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; "+
				"connect-src https://"+r.Host+"; frame-ancestors 'none'; base-uri 'none'; form-action 'none'")
		_, _ = w.Write(b.Bytes()) // who asked may have gone
	})
	m.HandleFunc("GET /trust/check.js", func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("Cache-Control", "no-cache")
		http.ServeFileFS(w, r, page, "page/check.js")
	})
	m.HandleFunc("GET /trust/root.crt", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "application/x-x509-ca-cert")
		w.Header().Set("Content-Disposition", `attachment; filename="hodometer-root.crt"`)
		_, _ = w.Write(a.root.Raw) // who asked may have gone
	})
	// The page in plain HTTP asks for this over TLS, which is another origin.
	m.HandleFunc("GET /trust/ok", func(w http.ResponseWriter, r *http.Request) {
		if r.TLS == nil {
			http.NotFound(w, r)
			return
		}
		w.Header().Set("Access-Control-Allow-Origin", "*")
		w.Header().Set("Cross-Origin-Resource-Policy", "cross-origin")
		w.Header().Set("Cache-Control", "no-store")
		w.WriteHeader(http.StatusNoContent)
	})
	return m
}

// PlainDoor answers who asks a TLS port in plain HTTP: by the trust page of the own
// authority, or by sending them on.
func PlainDoor(a *Authority, ours func(host string) bool) *http.Server {
	var trust http.Handler
	if a != nil {
		trust = a.TrustPage()
	}
	h := http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("X-Content-Type-Options", "nosniff")
		switch {
		case !ours(r.Host):
			http.Error(w, "This server does not answer to this address.", http.StatusMisdirectedRequest)
		case trust != nil && (r.URL.Path == "/trust" || strings.HasPrefix(r.URL.Path, "/trust/")):
			trust.ServeHTTP(w, r)
		case r.Method != http.MethodGet && r.Method != http.MethodHead:
			http.Error(w, "Ask over https.", http.StatusForbidden)
		case trust != nil:
			http.Redirect(w, r, "/trust", http.StatusFound)
		default:
			http.Redirect(w, r, "https://"+r.Host+r.URL.RequestURI(), http.StatusMovedPermanently)
		}
	})
	const patience = 10 * time.Second
	return &http.Server{
		Handler:           h,
		ReadHeaderTimeout: patience,
		ReadTimeout:       patience,
		WriteTimeout:      patience,
		IdleTimeout:       patience,
		MaxHeaderBytes:    16 << 10,
	}
}

// Host of a request without its port.
func Host(asked string) string {
	host := asked
	if h, _, err := net.SplitHostPort(asked); err == nil {
		host = h
	}
	return strings.ToLower(strings.TrimSuffix(strings.Trim(host, "[]"), "."))
}
