package units

import (
	"fmt"
	"slices"
	"strings"
)

// Term is a word of a vocabulary: an id that stays, and what is shown for it.
type Term struct {
	ID    string `json:"id"`
	Label string `json:"label"`
}

// LabelOf an id; the id itself where the vocabulary does not have it.
func LabelOf(terms []Term, id string) string {
	for _, t := range terms {
		if t.ID == id {
			return t.Label
		}
	}
	return id
}

// Known says whether the vocabulary has that id.
func Known(terms []Term, id string) bool {
	return slices.ContainsFunc(terms, func(t Term) bool { return t.ID == id })
}

// OneOf notes that field is wrong where its value is no id of the vocabulary.
func (p *Problems) OneOf(field, value string, terms []Term) {
	if Known(terms, value) {
		return
	}
	ids := make([]string, len(terms))
	for i, t := range terms {
		ids[i] = t.ID
	}
	p.Add(field, fmt.Sprintf("%q is none of %s", value, strings.Join(ids, ", ")))
}

// Plural is a number with its noun: "1 ball", "3 balls".
func Plural(n int, one, many string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, many)
}

// List writes names as they are said: "Juno", "Juno and Moss", "Juno, Moss and Pip".
func List(names []string) string {
	if len(names) < 2 {
		return strings.Join(names, "")
	}
	last := len(names) - 1
	return strings.Join(names[:last], ", ") + " and " + names[last]
}
