package store

import (
	"strings"
	"unicode"
	"unicode/utf8"
)

// withoutWord returns a text in which nobody is named where a name stood as a word of its own,
// and how often it did. A name of several words is one in whatever case; one of a single word
// only as it is written, since many are words besides.
func withoutWord(text, name string, fold bool) (out string, times int64) {
	if name == "" {
		return text, 0
	}
	same := func(s string) bool { return s == name }
	if fold {
		same = func(s string) bool { return strings.EqualFold(s, name) }
	}
	inWord := func(r rune) bool { return unicode.IsLetter(r) || unicode.IsMark(r) || unicode.IsNumber(r) }
	var b strings.Builder
	from := 0
	for at := range text {
		end := at + len(name)
		if at < from || end > len(text) || !same(text[at:end]) {
			continue
		}
		before, _ := utf8.DecodeLastRuneInString(text[:at])
		after, _ := utf8.DecodeRuneInString(text[end:])
		if inWord(before) || inWord(after) {
			continue
		}
		b.WriteString(text[from:at])
		b.WriteString(nobodyNamed)
		from, times = end, times+1
	}
	if times == 0 {
		return text, 0
	}
	b.WriteString(text[from:])
	return b.String(), times
}
