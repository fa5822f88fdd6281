package units

import (
	"fmt"
	"strings"
	"unicode"
)

// blank are letters, marks and symbols that show nothing: the fillers of Hangul, the inherent
// vowels of Khmer, the grapheme joiner, the blank of Braille.
var blank = &unicode.RangeTable{R16: []unicode.Range16{
	{Lo: 0x034f, Hi: 0x034f, Stride: 1}, {Lo: 0x115f, Hi: 0x1160, Stride: 1},
	{Lo: 0x17b4, Hi: 0x17b5, Stride: 1}, {Lo: 0x2800, Hi: 0x2800, Stride: 1},
	{Lo: 0x3164, Hi: 0x3164, Stride: 1}, {Lo: 0xffa0, Hi: 0xffa0, Stride: 1},
}}

// visible are the characters of a name: letters, marks, digits, punctuation and signs of any
// script, and the plain space. Not those that nobody sees, that break the line or that turn
// the direction of what follows, which make two names look alike.
func visible(r rune) bool {
	switch {
	case r == ' ':
		return true
	case r == unicode.ReplacementChar || unicode.Is(blank, r) || unicode.Is(unicode.Variation_Selector, r):
		return false
	}
	return unicode.In(r, unicode.L, unicode.M, unicode.N, unicode.P, unicode.S)
}

// Seen returns a name without the characters that cannot be seen, and without outer space.
func Seen(name string) string {
	return strings.TrimSpace(strings.Map(func(r rune) rune {
		switch {
		case visible(r):
			return r
		case unicode.IsSpace(r):
			return ' '
		}
		return -1
	}, name))
}

// Named lists what is wrong with a name or title at that field: none at all, said so, or
// characters that cannot be seen.
func (p *Problems) Named(field, name, none string) {
	if strings.TrimSpace(name) == "" {
		p.Add(field, none)
		return
	}
	for _, r := range strings.TrimSpace(name) {
		if !visible(r) {
			p.Add(field, fmt.Sprintf("type it again: it holds a character that cannot be seen (U+%04X)", r))
			return
		}
	}
}
