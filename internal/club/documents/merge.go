package documents

import (
	"encoding/json"
	"slices"
	"strings"
)

// A document is put together by its parts: the fields at its top, and of a list of things with
// ids each thing. Of a part that one side changed, that change counts; a part that both changed
// to something else is nobody's to decide.

// fields are the parts of a document, as JSON; nil where it is none.
func fields(doc string) map[string]json.RawMessage {
	var out map[string]json.RawMessage
	_ = json.Unmarshal([]byte(doc), &out) // what was never saved has no parts
	return out
}

// changes says which parts of a document differ from the one that was edited, in order.
func changes(was, is string) []string {
	out := []string{}
	before, now := fields(was), fields(is)
	if before == nil {
		return out
	}
	for field, v := range now {
		if string(before[field]) != string(v) {
			out = append(out, strings.ToUpper(field[:1])+field[1:]+" changed")
		}
	}
	for field := range before {
		if _, there := now[field]; !there {
			out = append(out, strings.ToUpper(field[:1])+field[1:]+" removed")
		}
	}
	slices.Sort(out)
	return out
}

// merged puts two changes of one document together: base as both read it, theirs as it was
// saved meanwhile, mine as it is now. It is false where both changed the same part.
func merged(base, theirs, mine string) (string, bool) {
	b, t, m := fields(base), fields(theirs), fields(mine)
	if b == nil {
		return "", false
	}
	out := map[string]json.RawMessage{}
	for _, side := range []map[string]json.RawMessage{t, m} {
		for field := range side {
			v, ok := part(b[field], t[field], m[field])
			if !ok {
				v, ok = things(b[field], t[field], m[field])
			}
			if !ok {
				return "", false
			}
			if v != nil {
				out[field] = v
			}
		}
	}
	text, err := json.Marshal(out)
	return string(text), err == nil
}

// part is the change of whoever made one; false where both did, and not the same.
func part(base, theirs, mine json.RawMessage) (json.RawMessage, bool) {
	switch {
	case string(mine) == string(base), string(mine) == string(theirs):
		return theirs, true
	case string(theirs) == string(base):
		return mine, true
	}
	return nil, false
}

// things puts two lists together whose things have ids and stand in the same order in both;
// false where they are no such lists, or one thing was changed by both.
func things(base, theirs, mine json.RawMessage) (json.RawMessage, bool) {
	b, t, m := listed(base), listed(theirs), listed(mine)
	if b == nil || !slices.Equal(ids(b), ids(t)) || !slices.Equal(ids(b), ids(m)) {
		return nil, false
	}
	out := make([]json.RawMessage, len(b))
	for i := range b {
		v, ok := part(b[i].text, t[i].text, m[i].text)
		if !ok {
			return nil, false
		}
		out[i] = v
	}
	text, err := json.Marshal(out)
	return text, err == nil
}

// thing is one of a list, known by its id.
type thing struct {
	id   string
	text json.RawMessage
}

// listed are the things of a list, nil where one has no id or it is no list.
func listed(list json.RawMessage) (out []thing) {
	var texts []json.RawMessage
	if json.Unmarshal(list, &texts) != nil {
		return nil
	}
	for _, text := range texts {
		var with struct {
			ID string `json:"id"`
		}
		if json.Unmarshal(text, &with) != nil || with.ID == "" {
			return nil
		}
		out = append(out, thing{with.ID, text})
	}
	return out
}

func ids(all []thing) []string {
	out := make([]string, len(all))
	for i, one := range all {
		out[i] = one.id
	}
	return out
}
