package store

import (
	"reflect"
	"slices"
	"strings"
	"unicode"
)

// calls are what a student is called, now and before they were renamed.
type calls struct {
	full     []string // of two words or more: these stand for nobody else
	short    []string // a part of a name, or a name of one word, which may be any word
	profiles int      // that have a name
}

// add takes a name in. Former is nobody's.
func (c *calls) add(name string) {
	words := strings.Fields(name)
	if name = strings.Join(words, " "); name == Former || name == "" {
		return
	}
	c.profiles++
	put := func(into *[]string, name string) {
		if name != "" &&
			!slices.ContainsFunc(*into, func(o string) bool { return strings.EqualFold(o, name) }) {
			*into = append(*into, name)
		}
	}
	if len(words) == 1 {
		put(&c.short, name)
		return
	}
	put(&c.full, name)
	put(&c.full, words[0]+" "+words[len(words)-1])
	last := []rune(words[len(words)-1])
	put(&c.short, words[0]+" "+string(last[:1])) // as a coach tells two of that first name apart
	for _, w := range words {
		// A particle or a sign is in many sentences, and says nobody's name.
		if letters := strings.Count(w, "") - 1; letters > 2 || letters == 2 && w == words[0] {
			put(&c.short, strings.TrimFunc(w, func(r rune) bool { return !unicode.IsLetter(r) }))
		}
	}
}

// in reports whether any of the names may stand in a text, plain or as JSON writes it.
func (c *calls) in(text string) bool {
	lower := strings.ToLower(text)
	has := func(name string) bool {
		// What JSON escapes ends a part of a name that can be looked for.
		part := strings.FieldsFunc(
			strings.ToLower(name),
			func(r rune) bool { return strings.ContainsRune(`<>&"\`, r) },
		)
		return len(part) == 0 || strings.Contains(lower, strings.TrimSpace(part[0]))
	}
	return slices.ContainsFunc(c.full, has) || slices.ContainsFunc(c.short, has)
}

// without returns a text without the full names, and where short also without the parts, and how
// many stood in it.
func (c *calls) without(text string, short bool) (out string, times int64) {
	names := c.full
	if short {
		names = slices.Concat(c.full, c.short)
	}
	for _, name := range names {
		var n int64
		text, n = withoutWord(text, name, true)
		times += n
	}
	return text, times
}

// exactly reports whether a part of a name stands in a text with the same capitals: "Will", not "will".
func (c *calls) exactly(text string) bool {
	return slices.ContainsFunc(c.short, func(name string) bool {
		_, times := withoutWord(text, name, false)
		return times > 0
	})
}

// names takes the names out of everything that anybody wrote: full names everywhere, parts of them
// where the subject says so.
func (e *erasing) names() error {
	found := map[string]*Sentence{}
	if err := e.everyPlace(func(text string, theirs bool) string {
		if !e.calls.in(text) {
			return text
		}
		one := found[text]
		if one == nil {
			_, full := e.calls.without(text, false)
			after, any := e.calls.without(text, true)
			if any == 0 {
				return text
			}
			one = &Sentence{Before: text, After: after, Always: full > 0, exact: e.calls.exactly(text)}
			found[text] = one
		}
		one.Places++
		one.Theirs = one.Theirs || theirs
		return text
	}); err != nil {
		return err
	}
	for _, one := range found {
		one.Changes = e.of.changes(*one)
		if one.Always && !one.Changes { // the parts in it stay where the coach says so
			one.After, _ = e.calls.without(one.Before, false)
			one.Changes = true
		}
		e.out.Sentences = append(e.out.Sentences, *one)
		if one.Changes {
			e.named += one.Places
		}
	}
	slices.SortFunc(e.out.Sentences, func(a, b Sentence) int { return strings.Compare(a.Before, b.Before) })
	return e.everyPlace(func(text string, _ bool) string {
		if one := found[text]; one != nil && one.Changes {
			return one.After
		}
		return text
	})
}

// changes reports whether parts of a name are taken out of a sentence.
func (of Subject) changes(one Sentence) bool {
	switch {
	case slices.Contains(of.Change, one.Before):
		return true
	case slices.Contains(of.Keep, one.Before), of.Change != nil && of.Keep == nil:
		return false
	}
	return one.Theirs && one.exact
}

// everyPlace shows say each text in the file that somebody wrote, and whether it stands in something
// that the student was part of, and keeps what it returns.
func (e *erasing) everyPlace(say func(text string, theirs bool) string) error {
	for _, p := range places {
		for _, theirs := range []bool{true, false} {
			where, ids := "1", []any(nil)
			if p.theirs != "" {
				where = strings.ReplaceAll(p.theirs, "ids", e.marks())
				ids = slices.Repeat(e.ids, strings.Count(p.theirs, "ids"))
				if !theirs {
					where = either(where, false)
				}
			} else if theirs {
				continue
			}
			if p.where != "" {
				where = "(" + where + ") and " + p.where
			}
			of := func(text string) (string, error) {
				if p.plain {
					return say(text, theirs), nil
				}
				return e.document(text, p.of, theirs, say)
			}
			if err := e.rewrite(p.table, p.key, p.column, where, ids, of); err != nil {
				return err
			}
		}
	}
	texts, textIDs := e.theirTexts()
	runs := "run_id in (" + strings.ReplaceAll(theirRuns, "ids", e.marks()) + ")"
	for _, theirs := range []bool{true, false} {
		event := func(text string) (string, error) { return e.document(text, anEvent, theirs, say) }
		if err := e.packed(either(runs, theirs), e.ids, event); err != nil {
			return err
		}
		lesson := func(text string) (string, error) { return e.document(text, aLesson, theirs, say) }
		if err := e.texts(either(texts, theirs), textIDs, lesson); err != nil {
			return err
		}
	}
	return nil
}

// either is a condition, or that it does not hold. What refers to nothing does not.
func either(where string, holds bool) string {
	if holds {
		return where
	}
	return "(" + where + ") is not true"
}

// document shows say the texts of a document, if a name may stand in it at all.
func (e *erasing) document(
	text string, of reflect.Type, theirs bool, say func(text string, theirs bool) string,
) (string, error) {
	if text == "" || !e.calls.in(text) {
		return text, nil
	}
	return reworded(text, of, func(s string) string { return say(s, theirs) })
}
