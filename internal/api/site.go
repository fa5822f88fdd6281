package api

import (
	"bytes"
	"compress/gzip"
	"io"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strings"
	"sync"
	"time"
)

// packings are how a file of the site may be compressed beforehand, best first.
var packings = []struct{ coding, suffix string }{{"br", ".br"}, {"gzip", ".gz"}}

func init() {
	// Not every machine's table knows it.
	_ = mime.AddExtensionType(".webmanifest", "application/manifest+json")
}

// serveSite answers with a file of the built site, or with its index so that
// every address of a screen can be opened directly. Files whose names carry a
// hash of their content may be kept for good. What was compressed when it was built is
// sent so; some files, the core for the browser first of all, are there in no other form.
func serveSite(site fs.FS) http.HandlerFunc {
	files, plain := http.FileServerFS(site), unpacked(site)
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(r.URL.Path, "/")
		lasts := "no-cache"
		if strings.HasPrefix(name, "_app/immutable/") {
			lasts = "public, max-age=31536000, immutable"
		}
		w.Header().Set("Cache-Control", lasts)
		if !isFile(site, name) && !isFile(site, name+".gz") && !strings.HasPrefix(name, "_app/") {
			name = "index.html"
		}
		switch {
		case sendPacked(w, r, site, name, plain):
		case name == "index.html":
			http.ServeFileFS(w, r, site, name)
		case !isFile(site, name): // a folder is nobody's business
			http.NotFound(w, r)
		default:
			files.ServeHTTP(w, r)
		}
	}
}

func isFile(site fs.FS, name string) bool {
	info, err := fs.Stat(site, name)
	return name != "" && err == nil && !info.IsDir()
}

// sendPacked sends a file as it was compressed, or plain for who cannot read it so and would
// have nothing otherwise; false where it is not there compressed.
func sendPacked(
	w http.ResponseWriter, r *http.Request, site fs.FS, name string, plain func(string) ([]byte, error),
) bool {
	w.Header().Add("Vary", "Accept-Encoding")
	if !isFile(site, name+".gz") {
		return false
	}
	w.Header().Set("Content-Type", mime.TypeByExtension(path.Ext(name)))
	for _, p := range packings {
		if strings.Contains(r.Header.Get("Accept-Encoding"), p.coding) && isFile(site, name+p.suffix) {
			w.Header().Set("Content-Encoding", p.coding)
			http.ServeFileFS(w, r, site, name+p.suffix)
			return true
		}
	}
	if isFile(site, name) {
		w.Header().Del("Content-Type")
		return false
	}
	text, err := plain(name)
	if err != nil {
		return false
	}
	http.ServeContent(w, r, name, time.Time{}, bytes.NewReader(text))
	return true
}

// unpacked gives files that are there compressed only as they are, for who cannot read them so:
// each is unpacked once, however often it is asked for.
func unpacked(site fs.FS) func(name string) ([]byte, error) {
	var mu sync.Mutex
	known := map[string][]byte{}
	return func(name string) ([]byte, error) {
		mu.Lock()
		defer mu.Unlock()
		if text, ok := known[name]; ok {
			return text, nil
		}
		f, err := site.Open(name + ".gz")
		if err != nil {
			return nil, err
		}
		defer f.Close()
		z, err := gzip.NewReader(f)
		if err != nil {
			return nil, err
		}
		text, err := io.ReadAll(z)
		if err == nil {
			known[name] = text
		}
		return text, err
	}
}
