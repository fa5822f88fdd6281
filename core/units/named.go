package units

import (
	"slices"
	"strings"
	"unicode"
)

// Names reports whether a word of those is one of the names, or a part of one, whatever its case.
func Names(words string, names []string) bool {
	said := strings.FieldsFunc(strings.ToLower(words), func(r rune) bool {
		return !unicode.IsLetter(r) && !unicode.IsMark(r)
	})
	for _, n := range names {
		for _, part := range strings.FieldsFunc(strings.ToLower(n), func(r rune) bool {
			return !unicode.IsLetter(r) && !unicode.IsMark(r)
		}) {
			if slices.Contains(said, part) {
				return true
			}
		}
	}
	return false
}
