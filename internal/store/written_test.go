package store_test

import (
	"path/filepath"
	"reflect"
	"slices"
	"strings"
	"testing"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/internal/club/students"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// idsAndWords are the texts of our documents that nobody writes: ids, words of small vocabularies, dates.
var idsAndWords = `
lesson.Lesson Format ID Date Start Court Students MatchOn
lesson.Block ID Kind
lesson.Match Game
lesson.Variant Student Bend Rung
lesson.Arrangement Manner
lesson.Resources Equipment
lesson.Stay Student
drill.Drill Format ID Focus Level Situation After
drill.Target Kind
drill.Stage Stroke Direction Holder Gate Shape
drill.Shot Stroke Direction Shape
drill.Choice ID
drill.End By
drill.Turn Again
drill.Role ID Is
drill.Item ID
drill.Kin ID Bend
drill.Ask Court Area
goal.Goal Kind
pattern.Pattern Court Area Hand
pattern.Feed How By Meet Stroke Hitter
pattern.Person Role
pattern.Object Kind
game.Rules Feeder Net OwnFor
game.Mark ID
game.Preset Format ID Sports Courts SortedBy
ladder.Ladder Format ID Sport School
ladder.Rung ID Drill Back Dimension Form
course.Course Format ID Students Court Start From Event
course.Week Theme
course.Off From To
course.Slot ID Date Start State Moved Carries
run.Event ID Kind Block Student Players Where Marks Sides Undoes Amends As
draft.Practice ID With Source
students.About Age
students.Playing Sport Level Stage
students.Dated On
`

// Every text in our documents is either one that people write, out of which names are taken, or one
// that is none: a new field has to be put into one of the two lists.
func TestEveryTextIsClassified(t *testing.T) {
	none := store.FieldsOf(strings.Split(strings.TrimSpace(idsAndWords), "\n")...)
	seen := map[reflect.Type]bool{}
	found := map[string]bool{}
	var walk func(of reflect.Type)
	walk = func(of reflect.Type) {
		switch of.Kind() {
		case reflect.Pointer, reflect.Slice, reflect.Array, reflect.Map:
			walk(of.Elem())
		case reflect.Struct:
			if seen[of] {
				return
			}
			seen[of] = true
			for i := range of.NumField() {
				f := of.Field(i)
				if f.Tag.Get("json") == "-" {
					continue
				}
				walk(f.Type)
				text := f.Type
				for slices.Contains([]reflect.Kind{reflect.Pointer, reflect.Slice, reflect.Array}, text.Kind()) {
					text = text.Elem()
				}
				if text.Kind() == reflect.String {
					name := of.String() + "." + f.Name
					found[name] = true
					require.True(
						t,
						store.Written[name] != none[name],
						"%s: is it written by people, or not?",
						name,
					)
				}
			}
		}
	}
	for _, doc := range []any{
		lesson.Lesson{}, drill.Drill{}, []drill.Ask{}, game.Preset{}, ladder.Ladder{}, course.Course{}, run.Event{},
		draft.Practice{}, students.About{},
	} {
		walk(reflect.TypeOf(doc))
	}
	for name := range store.Written {
		require.True(t, found[name], "%s is no text of a document", name)
	}
}

// Every column of text is one that people write in, or one of these.
func TestEveryColumnIsClassified(t *testing.T) {
	const others = ` aside:run_id,device card_links:id,student_id,secret club:id,demo,passphrase,zone,copy
		coaches:id,name,passphrase
		declined:student_id,advice deeds:role,device,what,thing devices:id,role,way,coach,known
		document_versions:kind,id documents:kind,id drill_favourites:drill_id erased:id,kind,key,names
		events:run_id,id,device former_names:student_id,name game_players:student_id,run_id,block_id
		games:run_id,block_id,game,marks,own groups:id,students home:student_id
		home_done:student_id,practice,run lesson_students:lesson_id,student_id lesson_versions:lesson_id
		lessons:id,date,start,court,coach moves:student_id,ladder,kind,rung packed_events:run_id
		results:run_id,student_id,block_id,skill runs:id,lesson_id,status,students sessions:token
		shared_notes:run_id,student_id shown:student_id,id,day situations:id students:id,merged,hand,level,name
		tags:run_id,student_id attended:run_id,student_id asks:kind,drill,edition blocks:lesson_id,id,kind `
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "club.db"))
	require.NoError(t, err)
	defer s.Close()
	none := map[string]bool{}
	for _, word := range strings.Fields(others) {
		table, columns, _ := strings.Cut(word, ":")
		for _, c := range strings.Split(columns, ",") {
			none[table+" "+c] = true
		}
	}
	for _, at := range s.TextColumns(t) {
		require.True(
			t,
			none[at] != slices.Contains(store.WrittenColumns(), at),
			"%s: do people write in it?",
			at,
		)
	}
}
