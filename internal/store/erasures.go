package store

import (
	"bytes"
	"context"
	"crypto/hmac"
	"crypto/rand"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"reflect"
	"slices"
	"strings"
	"unicode"

	"hodometer/internal/store/gen"
)

// Erasure is something that was erased for good: its id and, of a student, a keyed digest of each
// name. It is kept in the file and beside it, so that neither a backup from before, nor a table of
// students, nor a late save brings back who was erased. The names themselves are not in it.
type Erasure struct {
	ID    string       `json:"id"`
	Kind  Kind         `json:"kind"`
	At    int64        `json:"at"`  // milliseconds since 1970
	Key   string       `json:"key"` // of the digests
	Names []nameDigest `json:"names"`
}

// nameDigest is an HMAC-SHA256 (RFC 2104) of a name in lower case, which has so many words.
type nameDigest struct {
	Words int    `json:"words"`
	Sum   string `json:"sum"`
	Short bool   `json:"short,omitempty"` // a part of a name, or a name of one word
}

func digestOf(key, name string, short bool) nameDigest {
	words := strings.Fields(strings.ToLower(name))
	sum := hmac.New(sha256.New, []byte(key))
	sum.Write([]byte(strings.Join(words, " ")))
	return nameDigest{len(words), hex.EncodeToString(sum.Sum(nil)[:16]), short}
}

// remember notes a student who is erased in the list of erasures.
func (e *erasing) remember() error {
	before, err := erasuresIn(e.ctx, e.tx)
	if err != nil {
		return err
	}
	key := ""
	for _, b := range before {
		if b.Kind == AStudent {
			key = b.Key
		}
	}
	if key == "" {
		key = rand.Text()
	}
	var names []nameDigest
	for _, name := range e.calls.full {
		names = append(names, digestOf(key, name, false))
	}
	for _, name := range e.calls.short {
		names = append(names, digestOf(key, name, true))
	}
	for _, id := range e.ids {
		if err := note(
			e.ctx, e.tx, Erasure{id.(string), AStudent, e.at, key, names}, id != e.of.ID,
		); err != nil {
			return err
		}
	}
	return nil
}

// note puts an erasure into the list; what is there already under the same key gains the names. It
// is done where nothing is left to do in other files.
func note(ctx context.Context, tx *sql.Tx, e Erasure, done bool) error {
	var key, had string
	err := tx.QueryRowContext(ctx, "select key, names from erased where id = ?", e.ID).Scan(&key, &had)
	if err != nil && !errors.Is(err, ErrNone) {
		return err
	}
	if err == nil && len(e.Names) == 0 || key == e.Key {
		var names []nameDigest
		_ = json.Unmarshal([]byte(had), &names) // written by us; "" is none
		for _, n := range e.Names {
			if !slices.Contains(names, n) {
				names = append(names, n)
			}
		}
		e.Key, e.Names = key, names
	}
	names, err := json.Marshal(append([]nameDigest{}, e.Names...))
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(
		ctx,
		`insert into erased (id, at, kind, key, names, done) values (?, ?, ?, ?, ?, ?)
		on conflict (id) do update set kind = excluded.kind, key = excluded.key, names = excluded.names,
		done = min(done, excluded.done)`,
		e.ID,
		e.At,
		string(e.Kind),
		e.Key,
		string(names),
		done,
	)
	return err
}

// erasuresIn lists what was erased from an open file.
func erasuresIn(ctx context.Context, tx queried) (out []Erasure, err error) {
	rows, err := tx.QueryContext(ctx, "select id, kind, at, key, names from erased order by at, id")
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var e Erasure
		var names string
		if err := rows.Scan(&e.ID, &e.Kind, &e.At, &e.Key, &names); err != nil {
			return nil, err
		}
		if err := json.Unmarshal([]byte(names), &e.Names); err != nil {
			return nil, err
		}
		out = append(out, e)
	}
	return out, rows.Err()
}

// readErasures has the store know what was erased from its file.
func (s *Store) readErasures(ctx context.Context) error {
	all, err := erasuresIn(ctx, s.read)
	if err == nil {
		s.erasures.Store(&all)
	}
	return err
}

// Erasures lists what was erased from the file for good, oldest first.
func (s *Store) Erasures() []Erasure {
	if all := s.erasures.Load(); all != nil {
		return *all
	}
	return nil
}

// IsErased reports whether something of that id was erased for good.
func (s *Store) IsErased(id string) bool {
	return slices.ContainsFunc(s.Erasures(), func(e Erasure) bool { return e.ID == id })
}

// Unnamed returns a document that somebody saves without the names of students who were erased: a
// page that was opened before holds them still. Full names are taken out everywhere, and parts of
// them if the student is one of with. A name that somebody still in the club has is kept.
func Unnamed[T any](ctx context.Context, s *Store, q *gen.Queries, doc T, with []string) (T, error) {
	if len(s.Erasures()) == 0 {
		return doc, nil
	}
	text, err := json.Marshal(doc)
	if err != nil {
		return doc, err
	}
	words := wording{erasures: s.Erasures(), with: with}
	if _, err := reworded(string(text), reflect.TypeFor[T](), words.without); err != nil || !words.found {
		return doc, err
	}
	if words.alive, err = calledNow(ctx, q, with); err != nil {
		return doc, err
	}
	now, err := reworded(string(text), reflect.TypeFor[T](), words.without)
	if err != nil {
		return doc, err
	}
	var out T
	return out, json.Unmarshal([]byte(now), &out)
}

// calledNow are the names of all who are there, and the parts of the names of some.
func calledNow(ctx context.Context, q *gen.Queries, with []string) (out []string, err error) {
	rows, err := q.ListCalled(ctx)
	for _, r := range rows {
		var c calls
		c.add(r.Name)
		out = append(out, c.full...)
		if slices.Contains(with, r.ID) || !strings.Contains(strings.TrimSpace(r.Name), " ") {
			out = append(out, c.short...)
		}
	}
	return out, err
}

// wording takes the names of who was erased out of texts.
type wording struct {
	erasures []Erasure
	with     []string
	alive    []string // who is there and may be called the same
	found    bool
}

// without returns a text without them.
func (w *wording) without(text string) string {
	type span struct{ from, to int }
	var words []span
	from := -1
	for at, r := range text + " " {
		if part := !unicode.IsSpace(r); part && from < 0 {
			from = at
		} else if !part && from >= 0 {
			words, from = append(words, span{from, at}), -1
		}
	}
	var out strings.Builder
	kept := 0 // up to where the text is in out
	for i := 0; i < len(words); i++ {
		for n := min(maxNameWords, len(words)-i); n > 0; n-- {
			named, at, to := trimmed(text, words[i].from, words[i+n-1].to)
			if named == "" || at < kept || !w.erased(named, n) {
				continue
			}
			w.found = true
			out.WriteString(text[kept:at] + nobodyNamed)
			kept, i = to, i+n-1
			break
		}
	}
	return out.String() + text[kept:]
}

// maxNameWords is more than a name has.
const maxNameWords = 6

// trimmed is a part of a text without the signs around it and the genitive after it.
func trimmed(text string, from, to int) (name string, at, end int) {
	outer := func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsNumber(r) }
	part := text[from:to]
	at = from + len(part) - len(strings.TrimLeftFunc(part, outer))
	part = strings.TrimRightFunc(text[min(at, to):to], outer)
	for _, end := range []string{"’s", "'s"} {
		part = strings.TrimSuffix(part, end)
	}
	return part, at, at + len(part)
}

// erased reports whether name belongs to an erased student and to nobody who is still in the club.
func (w *wording) erased(name string, words int) bool {
	for _, e := range w.erasures {
		for _, d := range e.Names {
			if d.Words != words || d.Short && !slices.Contains(w.with, e.ID) {
				continue
			}
			if digestOf(e.Key, name, d.Short) == d {
				return !slices.ContainsFunc(
					w.alive,
					func(o string) bool { return strings.EqualFold(o, name) },
				)
			}
		}
	}
	return false
}

// erasuresFile is the list of erasures as it is kept beside a file, so that a file from before can
// be brought up to it.
type erasuresFile struct {
	Format        string    `json:"format"`
	FormatVersion int       `json:"formatVersion"`
	Erased        []Erasure `json:"erased"`
}

// listsBeside are where the list of erasures is kept besides the file: next to it, and next to its
// copies.
func listsBeside(path, copies string) []string {
	out := []string{path + ".erased.json"}
	if copies != "" {
		out = append(out, filepath.Join(copies, "erased.json"))
	}
	return out
}

// writeLists keeps the list of erasures beside the file and its copies.
func (s *Store) writeLists(copies string) error {
	all := s.Erasures()
	if len(all) == 0 {
		return nil
	}
	text, err := json.MarshalIndent(erasuresFile{"hodometer.erased", 1, all}, "", "  ")
	if err != nil {
		return err
	}
	for _, path := range listsBeside(s.path, copies) {
		if _, err := os.Stat(filepath.Dir(path)); errors.Is(err, fs.ErrNotExist) {
			continue // there are no copies yet
		}
		if is, err := os.ReadFile(path); err == nil && bytes.Equal(is, text) {
			continue
		}
		half := path + ".half"
		if err := os.WriteFile(half, text, 0o600); err != nil {
			return full(err, err)
		}
		if err := settle(half, path); err != nil {
			return err
		}
	}
	return nil
}

// readLists reads such lists. One that is not there says nothing; one that cannot be read is an error.
func readLists(paths []string) (out []Erasure, err error) {
	for _, path := range paths {
		text, err := os.ReadFile(path)
		if errors.Is(err, fs.ErrNotExist) {
			continue
		}
		var list erasuresFile
		if err == nil {
			err = json.Unmarshal(text, &list)
		}
		if err == nil && list.Format != "hodometer.erased" {
			err = errors.New("it is something else")
		}
		if err != nil {
			return nil, refuse(
				"The list of what was erased, %s, cannot be read: %v. Replace it by the one beside the backups,"+
					" or move it away if nobody was ever erased from this club.",
				path,
				err,
			)
		}
		out = append(out, list.Erased...)
	}
	return out, nil
}

// KeepErased brings the file, and the others of the club, to the list of erasures: what an
// interruption left of one goes, and what an older file that was put in its place brought back. It
// returns how much that was.
func (s *Store) KeepErased(ctx context.Context, copies string) (again int, err error) {
	if err := removeHalves(s.path, copies); err != nil {
		return 0, err
	}
	lists, err := readLists(listsBeside(s.path, copies))
	if err != nil {
		return 0, err
	}
	todo, err := s.erasedAgain(ctx, lists)
	if err != nil {
		return 0, err
	}
	if len(todo) == 0 {
		return 0, s.writeLists(copies)
	}
	if err := s.Shred(ctx); err != nil {
		return 0, err
	}
	for _, e := range todo {
		if _, err := s.FinishErasing(ctx, Subject{Kind: e.Kind, ID: e.ID}, copies); err != nil {
			return 0, err
		}
	}
	return len(todo), nil
}

// FinishErasing takes a subject out of the other files of the club, which it returns, and notes that
// all is done.
func (s *Store) FinishErasing(ctx context.Context, of Subject, copies string) ([]ErasedFile, error) {
	if err := s.writeLists(copies); err != nil {
		return nil, err
	}
	files, err := s.EraseElsewhere(ctx, of, copies, false)
	if err != nil {
		return files, err
	}
	return files, s.writing(ctx, func() error {
		_, err := s.write.ExecContext(ctx, "update erased set done = 1 where id = ?", of.ID)
		return err
	})
}

// erasedAgain takes everything in the list out of the file that is in it, and returns it with what
// was begun and not finished.
func (s *Store) erasedAgain(ctx context.Context, lists []Erasure) (todo []Erasure, err error) {
	if err := s.writing(ctx, func() error {
		tx, err := s.write.BeginTx(ctx, nil)
		if err != nil {
			return err
		}
		defer tx.Rollback() // after a commit there is nothing to roll back
		for _, e := range lists {
			if e.Kind == "" { // from before kinds were noted: a lesson or a run
				e.Kind = ARun
			}
			if err := note(ctx, tx, e, true); err != nil {
				return err
			}
		}
		return tx.Commit()
	}); err != nil {
		return nil, err
	}
	if err := s.readErasures(ctx); err != nil {
		return nil, err
	}
	undone, err := column(ctx, s.read, "select id from erased where done = 0")
	if err != nil {
		return nil, err
	}
	back, err := column(ctx, s.read, `select e.id from erased e join students s on s.id = e.id
			where s.name <> '`+Former+`' and e.kind = 'students'
		union select e.id from erased e join runs r on r.id = e.id
		union select e.id from erased e join lessons l on l.id = e.id`)
	if err != nil {
		return nil, err
	}
	for _, e := range s.Erasures() {
		switch {
		case slices.Contains(back, e.ID):
			err := ErrNone
			kinds := []Kind{e.Kind}
			if e.Kind != AStudent {
				kinds = []Kind{ALesson, ARun}
			}
			for _, k := range kinds {
				if errors.Is(err, ErrNone) {
					_, err = s.Erase(ctx, Subject{Kind: k, ID: e.ID, Known: true}, false)
					e.Kind = k
				}
			}
			if err != nil {
				return nil, err
			}
			todo = append(todo, e)
		case slices.Contains(undone, e.ID):
			todo = append(todo, e)
		}
	}
	return todo, nil
}

// removeHalves lets go of files that were being written when the program was killed.
func removeHalves(path, copies string) error {
	patterns := []string{path + "*.half", path + ".new", path + ".restoring"}
	if copies != "" {
		patterns = append(patterns, filepath.Join(copies, "hodometer-*.db.half"))
	}
	for _, p := range patterns {
		found, err := filepath.Glob(p)
		if err != nil {
			return err
		}
		for _, f := range found {
			if err := gone(f); err != nil {
				return err
			}
		}
	}
	return nil
}
