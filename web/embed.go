// Package web holds the built screens, so that the binary needs nothing beside
// it. Build them first: npm run build.
package web

import (
	"embed"
	"io/fs"
)

//go:embed all:build
var build embed.FS

// Site is the built site, its index at the top.
func Site() (fs.FS, error) { return fs.Sub(build, "build") }
