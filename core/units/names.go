package units

import (
	"slices"
	"strings"
)

// CallNames returns what a coach calls each of several people who are in view
// together: the first name, with as much of the surname after it as sets them
// apart ("Otto Q", "Otto Qu"), and the whole name where the surname does not.
func CallNames(names []string) []string {
	out := make([]string, len(names))
	firsts := make([]string, len(names))
	for i, name := range names {
		firsts[i] = firstName(name)
	}
	for i, name := range names {
		var alike []string // the surnames of the others with this first name
		same := false      // the whole name is another's too
		for j, other := range names {
			if i != j && strings.EqualFold(firsts[i], firsts[j]) {
				alike = append(alike, surname(other))
				same = same || strings.EqualFold(name, other)
			}
		}
		own := []rune(surname(name))
		switch {
		case len(alike) == 0:
			out[i] = firsts[i]
		case same || slices.ContainsFunc(alike, func(o string) bool { return strings.EqualFold(o, string(own)) }):
			out[i] = strings.Join(strings.Fields(name), " ")
		default:
			n := 1
			for n < len(own) && slices.ContainsFunc(alike, func(o string) bool { return begins(o, own[:n]) }) {
				n++
			}
			out[i] = strings.TrimSpace(firsts[i] + " " + string(own[:min(n, len(own))]))
		}
	}
	return out
}

func firstName(name string) string {
	if words := strings.Fields(name); len(words) > 0 {
		return words[0]
	}
	return name
}

// surname is the last word of a name of two or more; "" where there is none.
func surname(name string) string {
	words := strings.Fields(name)
	if len(words) < 2 {
		return ""
	}
	return words[len(words)-1]
}

func begins(name string, with []rune) bool {
	r := []rune(name)
	return len(r) >= len(with) && strings.EqualFold(string(r[:len(with)]), string(with))
}
