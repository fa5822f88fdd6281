package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"slices"
	"strings"

	"hodometer/core/units"
)

// Subject is what is erased: a student, a lesson with all that was given of it, or a run, which
// is a lesson that was given once.
type Subject struct {
	Kind Kind
	ID   string
	// Called is what it is called, as whoever erases it says: Erase refuses another name. It is
	// not asked for where Known.
	Called string
	Known  bool
	// Change and Keep are sentences in which a part of a student's name stands, and whether it is
	// taken out of them. Of those in neither, it is taken out of the ones of lessons that the
	// student was in, unless Change alone says which.
	Change, Keep []string
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
	// Sentences are those in which a name stands, or a part of one.
	Sentences []Sentence `json:"sentences"`
}

// Sentence is a text that somebody wrote, in which an erased student’s name stands.
type Sentence struct {
	Before string `json:"before"`
	After  string `json:"after"`
	Places int64  `json:"places"` // where it stands so
	// Theirs is true if it stands in a lesson that the student was in, Always if it has the full
	// name, which goes everywhere.
	Theirs bool `json:"theirs"`
	Always bool `json:"always"`
	// Changes is true if the name is taken out of it.
	Changes bool `json:"changes"`

	exact bool // a part of the name has the same capitals
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
	{"former_names", words{}},
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
		empty := Erased{
			Goes: []Amount{}, Stays: []Amount{}, Files: []ErasedFile{}, Sentences: []Sentence{},
		}
		e := erasing{ctx: ctx, tx: tx, of: of, at: s.Now().UnixMilli(), out: empty}
		if !try && !of.Known {
			if err := e.sameName(); err != nil {
				return err
			}
		}
		if of.Kind == AStudent {
			err = e.student(of.ID)
		} else {
			err = e.given(of, e.at)
		}
		if err != nil {
			return err
		}
		if out = e.out; try {
			return nil
		}
		return tx.Commit()
	})
	if err == nil && !try {
		err = s.readErasures(ctx)
	}
	return out, err
}

// sameName refuses to erase what is called otherwise than whoever asks for it says, so that neither
// a bare request nor a wrong address erases anything.
func (e *erasing) sameName() error {
	column := map[Kind]string{AStudent: "name", ALesson: "title", ARun: "title"}[e.of.Kind]
	var name string
	err := e.tx.QueryRowContext(e.ctx, "select "+column+" from "+string(e.of.Kind)+" where id = ?", e.of.ID).
		Scan(&name)
	if err != nil {
		return err
	}
	if !strings.EqualFold(strings.TrimSpace(name), strings.TrimSpace(e.of.Called)) {
		return units.Problems{{Field: "name", Detail: "repeat the name of what is to be erased"}}
	}
	return nil
}

// erasing is one subject on the way out.
type erasing struct {
	ctx   context.Context
	tx    *sql.Tx
	of    Subject
	at    int64 // when, in milliseconds since 1970
	ids   []any // the student's, and those of who was merged into them
	calls calls
	named int64 // places where a name stood
	said  int64 // lines about them
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
	e.amount(&e.out.Goes, int64(e.calls.profiles), profiles)
	for _, t := range own {
		if err := e.goes("delete from "+t.table+" where student_id in "+e.marks(), t.what); err != nil {
			return err
		}
	}
	for _, step := range []func() error{e.lines, e.names, e.groups, e.ahead, e.profile, e.remember} {
		if err := step(); err != nil {
			return err
		}
	}
	e.amount(&e.out.Goes, e.said, words{"line written while counting", "lines written while counting"})
	e.amount(&e.out.Goes, e.named, words{"place where the name stands", "places where the name stands"})
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
	rows, err := e.tx.QueryContext(e.ctx, `select s.id, s.name from who w join students s on s.id = w.id
		where w.one = ?1 union all select f.student_id, f.name from who w join former_names f on f.student_id = w.id
		where w.one = ?1`, student)
	if err != nil {
		return err
	}
	defer rows.Close()
	for rows.Next() {
		var id, name string
		if err := rows.Scan(&id, &name); err != nil {
			return err
		}
		if !slices.Contains(e.ids, any(id)) {
			e.ids = append(e.ids, id)
		}
		e.calls.add(name)
	}
	if err := rows.Err(); err != nil {
		return err
	}
	if len(e.ids) == 0 {
		return ErrNone
	}
	return nil
}

// groups lose the student.
func (e *erasing) groups() error {
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

// lines are what was written about the student in lessons and runs that others had with them: cues
// that were for them alone, notes and observations.
func (e *erasing) lines() error {
	runs := "run_id in (" + strings.ReplaceAll(theirRuns, "ids", e.marks()) + ")"
	if err := e.rewrite("events", []string{"run_id", "id"}, "body", runs, e.ids, e.line); err != nil {
		return err
	}
	if err := e.packed(runs, e.ids, e.line); err != nil {
		return err
	}
	texts, ids := e.theirTexts()
	return e.texts(texts, ids, e.uncued)
}

// theirTexts are the lessons, as they were saved and given, that the student was in.
func (e *erasing) theirTexts() (where string, ids []any) {
	where = `id in (select text from lesson_versions where lesson_id in (` + theirLessons + `)
		union select text from runs where id in (` + theirRuns + `))`
	return strings.ReplaceAll(where, "ids", e.marks()), slices.Repeat(e.ids, 3)
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
	e.said += int64(cues)
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
	e.said++
	event["text"] = json.RawMessage(`""`)
	if kind == "tag" {
		event["text"] = json.RawMessage(`"…"`)
	}
	kept, err := json.Marshal(event)
	return string(kept), err
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
