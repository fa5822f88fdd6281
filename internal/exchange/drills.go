package exchange

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"

	"hodometer/core/drill"
	"hodometer/core/units"
	"hodometer/docs/formats"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/santhosh-tekuri/jsonschema/v6/kind"
	"golang.org/x/text/language"
	"golang.org/x/text/message"
)

// ShelfFormat and ShelfVersion mark a file of several drills.
const (
	ShelfFormat  = "hodometer.drills"
	ShelfVersion = 1
)

// shelf is a file of several drills.
type shelf struct {
	Format  string        `json:"format"`
	Version int           `json:"version"`
	Drills  []drill.Drill `json:"drills"`
}

// mostWrong is how many faults of a file are told; more help nobody.
const mostWrong = 12

// schemas are the compiled schemas, by the version of a drill and the format that
// a file says it has.
var schemas = sync.OnceValue(func() map[string]map[string]*jsonschema.Schema {
	out := map[string]map[string]*jsonschema.Schema{}
	for version, text := range map[string][]byte{
		"2": formats.Drills2, "3": formats.Drills3, "4": formats.Drills4, fmt.Sprint(drill.Version): formats.Drills,
	} {
		name := "drill-" + version + ".schema.json"
		whole, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
		if err != nil {
			panic("docs/formats/" + name + " is not JSON: " + err.Error())
		}
		c := jsonschema.NewCompiler()
		if err := c.AddResource(name, whole); err != nil {
			panic(err)
		}
		out[version] = map[string]*jsonschema.Schema{
			drill.Format: c.MustCompile(name + "#/$defs/Drill"),
			ShelfFormat:  c.MustCompile(name + "#/$defs/ShelfDocument"),
		}
	}
	return out
})

// WriteDrills writes one drill as a drill document, several as a shelf.
// Titles of before that hold what nobody sees are written without it.
func WriteDrills(drills []drill.Drill) ([]byte, error) {
	drills = slices.Clone(drills)
	for i := range drills {
		drills[i].Title = units.Seen(drills[i].Title)
	}
	if len(drills) == 1 {
		return json.MarshalIndent(drills[0], "", "  ")
	}
	return json.MarshalIndent(shelf{ShelfFormat, ShelfVersion, drills}, "", "  ")
}

// ReadDrills reads a file of drills. What is wrong with it comes as
// units.Problems whose details begin with the line.
func ReadDrills(file []byte) ([]drill.Drill, error) {
	file = bytes.TrimPrefix(file, []byte("\xef\xbb\xbf")) // a mark some editors put in front
	where, err := places(file)
	if err != nil {
		return nil, err
	}
	value, err := jsonschema.UnmarshalJSON(bytes.NewReader(file))
	if err != nil {
		return nil, units.Problems{{Field: "file", Detail: err.Error()}}
	}
	head, _ := value.(map[string]any)
	format, _ := head["format"].(string)
	if format != drill.Format && format != ShelfFormat {
		return nil, where.wrong(
			"format",
			fmt.Sprintf(
				"this is not a drill file: its format should be %q or %q",
				drill.Format,
				ShelfFormat,
			),
		)
	}
	version := versionOf(head)
	if schema, ok := schemas()[version][format]; ok {
		if err := schema.Validate(value); err != nil {
			return nil, where.refused(err)
		}
	} else if version != "1" { // which had no schema: read as it was, checked as it becomes
		return nil, where.wrong(
			"version",
			fmt.Sprintf("drills of versions 1 to %d can be read", drill.Version),
		)
	}
	texts := []json.RawMessage{file}
	if format == ShelfFormat {
		var whole struct {
			Drills []json.RawMessage `json:"drills"`
		}
		if err := json.Unmarshal(file, &whole); err != nil {
			return nil, units.Problems{{Field: "file", Detail: err.Error()}}
		}
		texts = whole.Drills
	}
	drills := make([]drill.Drill, len(texts))
	for i, text := range texts {
		if drills[i], err = drill.Read(text); err != nil {
			return nil, units.Problems{{Field: "file", Detail: err.Error()}}
		}
	}
	return where.checked(drills, format == ShelfFormat)
}

// versionOf a file is that of its drills, the first of them in a shelf; today's
// where it says nothing.
func versionOf(head map[string]any) string {
	if list, _ := head["drills"].([]any); len(list) > 0 {
		head, _ = list[0].(map[string]any)
	} else if head["format"] == ShelfFormat {
		return fmt.Sprint(drill.Version)
	}
	if v, ok := head["version"]; ok {
		return fmt.Sprint(v)
	}
	return fmt.Sprint(drill.Version)
}

// checked holds each drill to its own rules, and gives all of them or none.
func (l lines) checked(drills []drill.Drill, many bool) ([]drill.Drill, error) {
	var out units.Problems
	for i := range drills {
		under := ""
		if many {
			under = fmt.Sprintf("drills[%d].", i)
		}
		for _, p := range drills[i].Validate() {
			if len(out) < mostWrong {
				out = append(out, l.wrong(under+p.Field, p.Detail)...)
			}
		}
	}
	if len(out) > 0 {
		return nil, out
	}
	return drills, nil
}

// refused words what the schema found.
func (l lines) refused(err error) error {
	var bad *jsonschema.ValidationError
	if !errors.As(err, &bad) {
		return err
	}
	var out units.Problems
	english := message.NewPrinter(language.BritishEnglish)
	var walk func(e *jsonschema.ValidationError)
	walk = func(e *jsonschema.ValidationError) {
		for _, cause := range e.Causes {
			walk(cause)
		}
		if len(e.Causes) > 0 || len(out) >= mostWrong {
			return
		}
		path, words := e.InstanceLocation, e.ErrorKind.LocalizedString(english)
		switch k := e.ErrorKind.(type) {
		case *kind.AdditionalProperties:
			path, words = append(path[:len(path):len(path)], k.Properties[0]), "unknown field"
		case *kind.Required:
			words = "missing: " + strings.Join(k.Missing, ", ")
		}
		out = append(out, l.wrong(fieldPath(path), words)...)
	}
	walk(bad)
	return out.Err()
}
