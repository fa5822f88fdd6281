package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
)

// Subject is what is erased: a student, a lesson with all that was given of it, or a run, which
// is a lesson that was given once.
type Subject struct {
	Kind Kind
	ID   string
}

// Kind is the table in which a subject stands.
type Kind string

// What can be erased.
const (
	AStudent Kind = "students"
	ALesson  Kind = "lessons"
	ARun     Kind = "runs"
)

// Erased says what goes when somebody or something is erased, what stays without the name, and
// what becomes of the other files of the club.
type Erased struct {
	Goes  []Amount     `json:"goes"`
	Stays []Amount     `json:"stays"`
	Files []ErasedFile `json:"files"`
}

// Amount is how many there are of something, in words that follow the number.
type Amount struct {
	Number int64  `json:"number"`
	What   string `json:"what"`
}

// Former is what an erased student is called in the lessons that others had with them.
const Former = "Former student"

// nobodyNamed stands where the name stood.
const nobodyNamed = "a student"

// own are the tables that are about one student each, with what a row is.
var own = []struct {
	table string
	what  words
}{
	{"results", words{"result", "results"}},
	{"attended", words{"lesson’s ratings and note", "lessons’ ratings and notes"}},
	{"tags", words{"observation", "observations"}},
	{"game_players", words{"game in the record", "games in the record"}},
	{"moves", words{"move on a ladder", "moves on ladders"}},
	{"declined", words{"piece of hidden advice", "pieces of hidden advice"}},
	{"home", words{"card of home practice", "cards of home practice"}},
	{"home_done", words{"entry of home practice", "entries of home practice"}},
	{"shared_notes", words{"shared note", "shared notes"}},
	{"shown", words{"line about video or paper", "lines about video or paper"}},
	{"card_links", words{"link to the card", "links to the card"}},
}

// words are for one of something, and for several.
type words struct{ one, many string }

// Erase takes a subject out of the file for good. Of a student, and whoever was merged into
// them, goes all that is about them alone, what was written about them, their profile and their
// name, wherever it stands; what others did with them stays, with nobody's name. Of a lesson or
// a run all goes. On try nothing is changed, and what would be is said. ErrNone: there is none.
func (s *Store) Erase(ctx context.Context, of Subject, try bool) (out Erased, err error) {
	err = s.writing(ctx, func() error {
		tx, err := s.write.BeginTx(ctx, nil)
		if err != nil {
			return err
		}
		defer tx.Rollback() // after a commit there is nothing to roll back
		empty := Erased{Goes: []Amount{}, Stays: []Amount{}, Files: []ErasedFile{}}
		e := erasing{ctx: ctx, tx: tx, out: empty}
		if of.Kind == AStudent {
			err = e.student(of.ID)
		} else {
			err = e.given(of, s.Now().UnixMilli())
		}
		if err != nil {
			return err
		}
		if out = e.out; try {
			return nil
		}
		return tx.Commit()
	})
	return out, err
}

// erasing is one student on the way out.
type erasing struct {
	ctx   context.Context
	tx    *sql.Tx
	ids   []any    // the student's, and those of who was merged into them
	full  []string // names as they are written in full
	first []string // what they are called, in the lessons they were in
	words int64    // places where a name stood
	lines int64    // lines about them
	out   Erased
}

func (e *erasing) student(student string) error {
	if err := e.who(student); err != nil {
		return err
	}
	profiles := words{
		"profile, with name, notes, aims and cautions",
		"profiles, with names, notes, aims and cautions",
	}
	e.amount(&e.out.Goes, int64(len(e.full)), profiles)
	for _, t := range own {
		if err := e.goes("delete from "+t.table+" where student_id in "+e.marks(), t.what); err != nil {
			return err
		}
	}
	for _, step := range []func() error{e.groups, e.theirs, e.ahead, e.everywhere, e.profile} {
		if err := step(); err != nil {
			return err
		}
	}
	e.amount(&e.out.Goes, e.lines, words{"line written while counting", "lines written while counting"})
	e.amount(&e.out.Goes, e.words, words{"place where the name stands", "places where the name stands"})
	lessons, err := e.number(
		`select count(distinct lesson_id) from lesson_students where student_id in ` + e.marks(),
	)
	if err != nil {
		return err
	}
	e.amount(&e.out.Stays, lessons, words{
		"lesson that was given, with “" + Former + "” in it",
		"lessons that were given, with “" + Former + "” in them",
	})
	return nil
}

// marks are as many as there are ids, for a query.
func (e *erasing) marks() string {
	return "(" + strings.TrimSuffix(strings.Repeat("?,", len(e.ids)), ",") + ")"
}

func (e *erasing) number(query string) (n int64, err error) {
	err = e.tx.QueryRowContext(e.ctx, query, e.ids...).Scan(&n)
	return n, err
}

func (e *erasing) amount(into *[]Amount, n int64, what words) {
	switch {
	case what.one == "":
	case n == 1:
		*into = append(*into, Amount{n, what.one})
	case n > 1:
		*into = append(*into, Amount{n, what.many})
	}
}

func (e *erasing) goes(query string, what words) error {
	done, err := e.tx.ExecContext(e.ctx, query, e.ids...)
	if err != nil {
		return err
	}
	n, err := done.RowsAffected()
	e.amount(&e.out.Goes, n, what)
	return err
}

// who finds the student and what they are called.
func (e *erasing) who(student string) error {
	rows, err := e.tx.QueryContext(e.ctx,
		"select s.id, s.name from who w join students s on s.id = w.id where w.one = ?", student)
	if err != nil {
		return err
	}
	defer rows.Close()
	for rows.Next() {
		var id, name string
		if err := rows.Scan(&id, &name); err != nil {
			return err
		}
		e.ids = append(e.ids, id)
		if name = strings.TrimSpace(name); name == Former {
			continue
		}
		e.full = append(e.full, name)
		if first, _, more := strings.Cut(name, " "); more {
			e.first = append(e.first, first)
		}
	}
	if err := rows.Err(); err != nil {
		return err
	}
	if len(e.ids) == 0 {
		return ErrNone
	}
	return nil
}

// groups lose the student, and the name where they are called after them.
func (e *erasing) groups() error {
	for _, id := range e.ids {
		if err := e.rewrite(
			"groups",
			[]string{"id"},
			"name",
			"instr(students, ?)",
			[]any{id},
			e.called,
		); err != nil {
			return err
		}
	}
	return e.rewrite("groups", []string{"id"}, "students", "1", nil, func(text string) (string, error) {
		var ids []string
		if err := json.Unmarshal([]byte(text), &ids); err != nil {
			return "", err
		}
		left := slices.DeleteFunc(
			slices.Clone(ids),
			func(id string) bool { return slices.Contains(e.ids, any(id)) },
		)
		if len(left) == len(ids) {
			return text, nil
		}
		kept, err := json.Marshal(left)
		return string(kept), err
	})
}

// ahead are lessons that were not given, which the student is no longer in.
func (e *erasing) ahead() error {
	return e.goes("delete from lesson_students where student_id in "+e.marks()+
		" and not exists (select 1 from runs r where r.lesson_id = lesson_students.lesson_id)",
		words{"place in a lesson ahead", "places in lessons ahead"})
}

// theirs are the lessons, runs and weekly plans that the student is in: there what they are
// called stands for them, and what was written about them goes.
func (e *erasing) theirs() error {
	const (
		lessons = `(select lesson_id from lesson_students where student_id in %[1]s
			union select r.lesson_id from runs r, json_each(r.students) s where s.value in %[1]s)`
		runs = `(select r.id from runs r, json_each(r.students) s where s.value in %s)`
	)
	ofLessons, ofRuns := fmt.Sprintf(lessons, e.marks()), fmt.Sprintf(runs, e.marks())
	twice := append(slices.Clone(e.ids), e.ids...)
	for _, one := range []struct {
		table  string
		key    []string
		column string
		where  string
		ids    []any
	}{
		{"lessons", []string{"id"}, "title", "id in " + ofLessons, twice},
		{"lessons", []string{"id"}, "aim", "id in " + ofLessons, twice},
		{"blocks", []string{"lesson_id", "place"}, "title", "lesson_id in " + ofLessons, twice},
		{"runs", []string{"id"}, "title", "id in " + ofRuns, e.ids},
		{"runs", []string{"id"}, "note", "id in " + ofRuns, e.ids},
	} {
		if err := e.rewrite(one.table, one.key, one.column, one.where, one.ids, e.called); err != nil {
			return err
		}
	}
	// Groups are theirs by now without them; weekly plans hold ids in their text.
	for _, t := range []struct {
		table string
		key   []string
	}{
		{"documents", []string{"kind", "id"}}, {"document_versions", []string{"kind", "id", "version"}},
	} {
		for _, id := range e.ids {
			if err := e.rewrite(t.table, t.key, "body", "instr(body, ?)", []any{id}, e.called); err != nil {
				return err
			}
		}
	}
	lines := func(text string) (string, error) {
		line, err := e.line(text)
		if err != nil {
			return "", err
		}
		return e.called(line)
	}
	if err := e.rewrite(
		"events",
		[]string{"run_id", "id"},
		"body",
		"run_id in "+ofRuns,
		e.ids,
		lines,
	); err != nil {
		return err
	}
	if err := e.packed("run_id in "+ofRuns, e.ids, lines); err != nil {
		return err
	}
	texts := `id in (select text from lesson_versions where lesson_id in ` + ofLessons +
		` union select text from runs where id in ` + ofRuns + `)`
	return e.texts(texts, append(twice, e.ids...), func(text string) (string, error) {
		text, err := e.uncued(text)
		if err != nil {
			return "", err
		}
		return e.called(text)
	})
}

// uncued is a lesson without the cues that were for the student alone.
func (e *erasing) uncued(text string) (string, error) {
	in := json.NewDecoder(strings.NewReader(text))
	in.UseNumber() // what is not touched is written as it was
	var lesson struct {
		Blocks []struct {
			Variants []struct{ Student, Cue string }
		}
	}
	if err := json.Unmarshal([]byte(text), &lesson); err != nil {
		return "", err
	}
	var whole map[string]any
	cues := 0
	for i, b := range lesson.Blocks {
		for j, v := range b.Variants {
			if v.Cue == "" || !slices.Contains(e.ids, any(v.Student)) {
				continue
			}
			if whole == nil {
				if err := in.Decode(&whole); err != nil {
					return "", err
				}
			}
			block := whole["blocks"].([]any)[i].(map[string]any)
			delete(block["variants"].([]any)[j].(map[string]any), "cue")
			cues++
		}
	}
	if cues == 0 {
		return text, nil
	}
	e.lines += int64(cues)
	kept, err := json.Marshal(whole)
	return string(kept), err
}

// line is an event without what it says about the student.
func (e *erasing) line(text string) (string, error) {
	var event map[string]json.RawMessage
	if err := json.Unmarshal([]byte(text), &event); err != nil {
		return "", err
	}
	var student, kind string
	_ = json.Unmarshal(event["student"], &student) // absent: nobody
	_ = json.Unmarshal(event["kind"], &kind)
	if _, says := event["text"]; !says || !slices.Contains(e.ids, any(student)) {
		return text, nil
	}
	return e.silent(kind, event)
}

// silent is an event without the words in it: a note is then empty, an observation has at least
// one character.
func (e *erasing) silent(kind string, event map[string]json.RawMessage) (string, error) {
	e.lines++
	event["text"] = json.RawMessage(`""`)
	if kind == "tag" {
		event["text"] = json.RawMessage(`"…"`)
	}
	kept, err := json.Marshal(event)
	return string(kept), err
}

// everywhere else the full name goes: in what was written about others, in titles, in deeds.
func (e *erasing) everywhere() error {
	columns, err := column(
		e.ctx,
		e.tx,
		`select m.name || ' ' || c.name from sqlite_master m, pragma_table_info(m.name) c
		where m.type = 'table' and m.name not like 'sqlite_%' and m.name not in ('goose_db_version', 'club', 'sessions')
			and lower(c.type) = 'text' order by 1`,
	)
	if err != nil {
		return err
	}
	named := func(text string) (string, error) { return e.nameless(text, e.full), nil }
	for _, at := range columns {
		table, name, _ := strings.Cut(at, " ")
		if at == "students name" { // a namesake keeps theirs
			continue
		}
		key, err := column(e.ctx, e.tx,
			fmt.Sprintf("select name from pragma_table_info('%s') where pk > 0 order by pk", table))
		if err != nil {
			return err
		}
		if len(key) == 0 {
			continue // one row, of a number
		}
		for _, full := range e.full {
			for _, written := range slices.Compact([]string{full, escaped(full)}) {
				where := fmt.Sprintf("%s like '%%' || ? || '%%'", name)
				if err := e.rewrite(table, key, name, where, []any{written}, named); err != nil {
					return err
				}
			}
		}
	}
	if err := e.packed("1", nil, named); err != nil {
		return err
	}
	return e.texts("1", nil, named)
}

// profile is what is known of the student, and the name.
func (e *erasing) profile() error {
	args := append([]any{Former}, e.ids...)
	_, err := e.tx.ExecContext(
		e.ctx,
		`update students set version = version + 1, name = ?, hand = 'right', level = 'club',
		more = '{}', archived = 1 where id in `+e.marks(),
		args...)
	if err == nil {
		_, err = e.tx.ExecContext(e.ctx, "update evidence set version = version + 1")
	}
	return err
}
