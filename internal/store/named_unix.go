//go:build unix

package store

import (
	"io/fs"
	"syscall"
)

// names is how many names a file has.
func names(info fs.FileInfo) int {
	if stat, ok := info.Sys().(*syscall.Stat_t); ok && info.Mode().IsRegular() {
		return int(stat.Nlink)
	}
	return 1
}
