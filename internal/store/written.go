package store

import (
	"bytes"
	"encoding/json"
	"reflect"
	"slices"
	"strings"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/run"
)

// written are the fields of our documents that people write, by type and field. A name is taken out
// of these and of nothing else: what a field of ids holds may be the same word as a name. The
// fields that are not here are listed in the test, which fails for a field that is in neither.
var written = fieldsOf(
	"lesson.Lesson Title Aim", "lesson.Block Title Notes Prompts Waiting Seen", "lesson.Minute Title Cue",
	"lesson.Role Does", "lesson.Match Start Cue Sides", "lesson.Variant Cue",
	"lesson.Arrangement Others",
	"drill.Drill Title Intent SituationName Cues Cautions", "drill.Target Name", "drill.Choice Words",
	// A stage’s id is the name that it was first given, under which its history is kept.
	"drill.Stage ID Name Cue", "drill.Role Name", "drill.Item Words", "drill.Kin Title",
	"game.Mark Words", "game.Preset Title Sides Start How Caution GivesUp",
	"ladder.Ladder Title Intent Other", "ladder.Rung Title Stage Cue",
	"course.Course Title", "course.Week Aim", "course.Off Why",
	"run.Event Text", "draft.Practice Title Do Cue Often",
	"students.About Aims Notes Cautions", "students.Dated What",
)

// writtenKeys are what fields that people write are called in documents of earlier versions, and in
// those whose type the store does not know.
var writtenKeys = []string{
	"title", "aim", "aims", "intent", "line", "cue", "cues", "note", "notes", "name", "word", "words", "what",
	"text", "caution", "cautions", "waiting", "prompts", "seen", "does", "situationName",
}

// fieldsOf reads lines of a type and its fields.
func fieldsOf(lines ...string) map[string]bool {
	out := map[string]bool{}
	for _, line := range lines {
		words := strings.Fields(line)
		for _, field := range words[1:] {
			out[words[0]+"."+field] = true
		}
	}
	return out
}

// Documents by the kind under which they are kept, and what else is kept as JSON.
var (
	aLesson  = reflect.TypeFor[lesson.Lesson]()
	anEvent  = reflect.TypeFor[run.Event]()
	theAsked = reflect.TypeFor[[]drill.Ask]()
	atHome   = reflect.TypeFor[[]draft.Practice]()

	documents = map[string]reflect.Type{
		"drill": reflect.TypeFor[drill.Drill](), "game": reflect.TypeFor[game.Preset](),
		"ladder": reflect.TypeFor[ladder.Ladder](), "course": reflect.TypeFor[course.Course](),
	}
)

// place is a column in which people write: as plain text, or in a document of a type; nil: in one
// whose type the store does not know.
type place struct {
	table, column string
	key           []string
	plain         bool
	of            reflect.Type
	where         string // of some rows only
	theirs        string // holds where the student was part of it; ids stands for the list of their ids
}

// The rows that a student was part of.
const (
	theirLessons = `select lesson_id from lesson_students where student_id in ids
		union select r.lesson_id from runs r, json_each(r.students) s where s.value in ids`
	theirRuns = `select r.id from runs r, json_each(r.students) s where s.value in ids`
)

// places are all columns in which people write, but for the names of students and coaches: a
// namesake keeps theirs.
var places = []place{
	{table: "lessons", column: "title", key: one, plain: true, theirs: "id in (" + theirLessons + ")"},
	{table: "lessons", column: "aim", key: one, plain: true, theirs: "id in (" + theirLessons + ")"},
	{table: "lessons", column: "more", key: one, theirs: "id in (" + theirLessons + ")"},
	{
		table: "blocks", column: "title", key: []string{"lesson_id", "place"}, plain: true,
		theirs: "lesson_id in (" + theirLessons + ")",
	},
	{table: "runs", column: "title", key: one, plain: true, theirs: "id in (" + theirRuns + ")"},
	{table: "runs", column: "note", key: one, plain: true, theirs: "id in (" + theirRuns + ")"},
	{
		table: "groups", column: "name", key: one, plain: true,
		theirs: "exists (select 1 from json_each(groups.students) s where s.value in ids)",
	},
	{
		table: "attended", column: "note", key: []string{"run_id", "student_id"}, plain: true,
		theirs: "run_id in (" + theirRuns + ")",
	},
	{
		table: "tags", column: "word", key: []string{"run_id", "student_id", "word"}, plain: true,
		theirs: "run_id in (" + theirRuns + ")",
	},
	{
		table: "games", column: "title", key: []string{"run_id", "block_id", "n"}, plain: true,
		theirs: "run_id in (" + theirRuns + ")",
	},
	{table: "shown", column: "words", key: []string{"student_id", "id"}, plain: true},
	{table: "shown", column: "place", key: []string{"student_id", "id"}, plain: true},
	{table: "moves", column: "reason", key: []string{"student_id", "ladder", "n"}, plain: true},
	{table: "home", column: "practices", key: []string{"student_id", "n"}, of: atHome},
	{table: "students", column: "more", key: one},
	{table: "situations", column: "words", key: one, plain: true},
	{table: "devices", column: "name", key: one, plain: true},
	{table: "deeds", column: "who", key: []string{"n"}, plain: true},
	{table: "asks", column: "title", key: one, plain: true},
	{table: "asks", column: "stage", key: one, plain: true},
	{table: "asks", column: "body", key: one, of: theAsked},
	{table: "results", column: "more", key: []string{"run_id", "student_id", "block_id", "step", "shot"}},
	{table: "aside", column: "body", key: []string{"run_id"}},
	{
		table: "events", column: "body", key: []string{"run_id", "id"}, of: anEvent,
		theirs: "run_id in (" + theirRuns + ")",
	},
}

var one = []string{"id"}

func init() {
	for kind, of := range documents {
		where := "kind = '" + kind + "'"
		theirs := ""
		if kind == "course" {
			theirs = "exists (select 1 from json_each(body, '$.students') s where s.value in ids)"
		}
		places = append(places,
			place{"documents", "body", []string{"kind", "id"}, false, of, where, theirs},
			place{"document_versions", "body", []string{"kind", "id", "version"}, false, of, where, theirs},
		)
	}
}

// Reworded returns a JSON text of a type with every text in it that somebody wrote as say returns
// it. What nothing is changed in is returned as it is, to the byte.
func reworded(text string, of reflect.Type, say func(string) string) (string, error) {
	in := json.NewDecoder(strings.NewReader(text))
	in.UseNumber() // what is not touched is written as it was
	var doc any
	if err := in.Decode(&doc); err != nil {
		return "", err
	}
	changed := false
	doc = reword(doc, of, false, func(was string) string {
		now := say(was)
		changed = changed || now != was
		return now
	})
	if !changed {
		return text, nil
	}
	var out bytes.Buffer
	if err := json.NewEncoder(&out).Encode(doc); err != nil {
		return "", err
	}
	return strings.TrimSuffix(out.String(), "\n"), nil
}

// reword walks a value beside its type; people wrote the texts in it where by says so.
func reword(v any, of reflect.Type, by bool, say func(string) string) any {
	for of != nil && of.Kind() == reflect.Pointer {
		of = of.Elem()
	}
	switch v := v.(type) {
	case string:
		if by {
			return say(v)
		}
	case []any:
		for i := range v {
			v[i] = reword(v[i], inside(of), by, say)
		}
	case map[string]any:
		for key, child := range v {
			if of == nil || of.Kind() != reflect.Struct {
				v[key] = reword(child, inside(of), by || of == nil && slices.Contains(writtenKeys, key), say)
				continue
			}
			field, name := fieldNamed(of, key)
			if field == nil {
				v[key] = reword(child, nil, slices.Contains(writtenKeys, key), say)
			} else {
				v[key] = reword(child, field, written[name], say)
			}
		}
	}
	return v
}

// inside is the type of what a list or a map holds; nil where that is not known.
func inside(of reflect.Type) reflect.Type {
	if of != nil {
		switch of.Kind() {
		case reflect.Slice, reflect.Array, reflect.Map:
			return of.Elem()
		}
	}
	return nil
}

// fieldNamed finds the field that JSON calls so, in a struct or in those embedded in it.
func fieldNamed(of reflect.Type, key string) (field reflect.Type, name string) {
	for _, f := range reflect.VisibleFields(of) {
		tag, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		if tag != key || tag == "-" || f.Anonymous {
			continue
		}
		in := of
		for _, i := range f.Index[:len(f.Index)-1] {
			for in = in.Field(i).Type; in.Kind() == reflect.Pointer; {
				in = in.Elem()
			}
		}
		return f.Type, in.String() + "." + f.Name
	}
	return nil, ""
}
