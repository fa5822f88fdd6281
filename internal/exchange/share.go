package exchange

import (
	"bytes"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"sync"
	"time"

	"hodometer/core/units"
	"hodometer/docs/formats"
	"hodometer/internal/club/shares"

	"github.com/santhosh-tekuri/jsonschema/v6"
)

var shareSchema = sync.OnceValue(func() *jsonschema.Schema {
	whole, err := jsonschema.UnmarshalJSON(bytes.NewReader(formats.Share))
	if err != nil {
		panic("docs/formats/share.schema.json is not JSON: " + err.Error())
	}
	c := jsonschema.NewCompiler()
	if err := c.AddResource("share.schema.json", whole); err != nil {
		panic(err)
	}
	return c.MustCompile("share.schema.json#/$defs/ShareDocument")
})

// WriteShare writes what one coach hands to another.
// Titles of before that hold what nobody sees are written without it.
func WriteShare(s shares.Share) ([]byte, error) {
	s.Lessons = slices.Clone(s.Lessons)
	for i := range s.Lessons {
		s.Lessons[i].Title = units.Seen(s.Lessons[i].Title)
	}
	return json.MarshalIndent(s, "", "  ")
}

// ReadShare reads a file that another coach wrote. What is wrong with it comes as
// units.Problems whose details begin with the line.
func ReadShare(file []byte) (out shares.Share, err error) {
	file = bytes.TrimPrefix(file, []byte("\xef\xbb\xbf")) // a mark some editors put in front
	where, err := places(file)
	if err != nil {
		return out, err
	}
	value, err := jsonschema.UnmarshalJSON(bytes.NewReader(file))
	if err != nil {
		return out, units.Problems{{Field: "file", Detail: err.Error()}}
	}
	head, _ := value.(map[string]any)
	if format, _ := head["format"].(string); format != shares.Format {
		return out, where.wrong("format", fmt.Sprintf(
			"this is not a file to share: its format should be %q", shares.Format))
	}
	if err := shareSchema().Validate(value); err != nil {
		return out, where.refused(err)
	}
	if err := json.Unmarshal(file, &out); err != nil {
		return shares.Share{}, units.Problems{{Field: "file", Detail: err.Error()}}
	}
	var wrong units.Problems
	for _, p := range problemsOf(&out) {
		wrong = append(wrong, where.wrong(p.Field, p.Detail)...)
	}
	if err := wrong.Err(); err != nil {
		return shares.Share{}, err
	}
	return out, nil
}

// problemsOf lists what is wrong with what is in the file, beyond its shape.
func problemsOf(s *shares.Share) (p units.Problems) {
	for i := range s.Drills {
		p.Under(fmt.Sprintf("drills[%d]", i), s.Drills[i].Validate())
	}
	for i := range s.Games {
		p.Under(fmt.Sprintf("games[%d]", i), s.Games[i].Validate())
	}
	for i := range s.Ladders {
		p.Under(fmt.Sprintf("ladders[%d]", i), s.Ladders[i].Validate())
	}
	for i := range s.Lessons {
		p.Under(fmt.Sprintf("lessons[%d]", i), s.Lessons[i].Validate())
	}
	for i := range s.Weeks {
		w := s.Weeks[i]
		w.Students = []string{"whoever they will be for"}
		p.Under(fmt.Sprintf("weeks[%d]", i), w.Validate())
	}
	for i := range s.Given {
		p.Under(fmt.Sprintf("given[%d]", i), problemsOfGiven(&s.Given[i]))
	}
	return p
}

// problemsOfGiven are those of a lesson that was given: its events are of it, and everybody
// in it has a name.
func problemsOfGiven(g *shares.Given) (p units.Problems) {
	p.Under("lesson", g.Lesson.Validate())
	if _, err := time.Parse(time.DateOnly, g.Day); err != nil {
		p.Add("day", fmt.Sprintf("%q is not a date; write it as 2026-05-17", g.Day))
	}
	names := map[string]bool{}
	for i, w := range g.Students {
		if names[w.ID] = true; strings.TrimSpace(w.Name) == "" {
			p.Add(fmt.Sprintf("students[%d].name", i), "a student needs a name")
		}
	}
	for i, id := range g.Lesson.Students {
		if !names[id] {
			p.Add(fmt.Sprintf("lesson.students[%d]", i), "the file does not say who this student is")
		}
	}
	if len(p) > 0 {
		return p
	}
	known := map[string]int{}
	for i, e := range g.Events {
		known[e.ID] = i
	}
	for i, e := range g.Events {
		field := fmt.Sprintf("events[%d]", i)
		p.Under(field, e.Validate(&g.Lesson))
		if e.Amends == "" {
			continue
		}
		if at, ok := known[e.Amends]; !ok {
			p.Add(field+".amends", "this lesson has no entry with this id")
		} else {
			p.Under(field, g.Events[at].Amended(e).Validate(&g.Lesson))
		}
	}
	return p
}
