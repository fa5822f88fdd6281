package exchange

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
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

// schemas are the compiled schemas, by the format that a file says it has.
var schemas = sync.OnceValue(func() map[string]*jsonschema.Schema {
	whole, err := jsonschema.UnmarshalJSON(bytes.NewReader(formats.Drills))
	if err != nil {
		panic("docs/formats/drill.schema.json is not JSON: " + err.Error())
	}
	c := jsonschema.NewCompiler()
	if err := c.AddResource("drill.schema.json", whole); err != nil {
		panic(err)
	}
	return map[string]*jsonschema.Schema{
		drill.Format: c.MustCompile("drill.schema.json#/$defs/Drill"),
		ShelfFormat:  c.MustCompile("drill.schema.json#/$defs/ShelfDocument"),
	}
})

// WriteDrills writes one drill as a drill document, several as a shelf.
func WriteDrills(drills []drill.Drill) ([]byte, error) {
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
	schema, ok := schemas()[format]
	if !ok {
		return nil, where.wrong(
			"format",
			fmt.Sprintf(
				"this is no file of drills: its format should be %q or %q",
				drill.Format,
				ShelfFormat,
			),
		)
	}
	var out shelf
	if format == drill.Format && fmt.Sprint(head["version"]) == "1" { // read as it was, checked as it becomes
		out.Drills = make([]drill.Drill, 1)
		if err := json.Unmarshal(file, &out.Drills[0]); err != nil {
			return nil, units.Problems{{Field: "file", Detail: err.Error()}}
		}
		return where.checked(out.Drills, false)
	}
	if err := schema.Validate(value); err != nil {
		return nil, where.refused(err)
	}
	if format == drill.Format {
		out.Drills = make([]drill.Drill, 1)
		err = json.Unmarshal(file, &out.Drills[0])
	} else {
		err = json.Unmarshal(file, &out)
	}
	if err != nil {
		return nil, units.Problems{{Field: "file", Detail: err.Error()}}
	}
	return where.checked(out.Drills, format == ShelfFormat)
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
			path, words = append(path[:len(path):len(path)], k.Properties[0]), "there is no such field"
		case *kind.Required:
			words = "missing: " + strings.Join(k.Missing, ", ")
		}
		out = append(out, l.wrong(fieldPath(path), words)...)
	}
	walk(bad)
	return out.Err()
}
