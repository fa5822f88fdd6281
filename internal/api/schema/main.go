// Command schema writes docs/formats/*.schema.json from the contract: the documents of
// drills and of games with what they refer to, as JSON Schema.
package main

import (
	"encoding/json"
	"log"
	"os"
	"regexp"
	"strings"

	"go.yaml.in/yaml/v3"
)

func main() {
	text, err := os.ReadFile("internal/api/openapi.yaml")
	if err != nil {
		log.Fatal(err)
	}
	var spec struct {
		Components struct{ Schemas map[string]any }
	}
	if err := yaml.Unmarshal(text, &spec); err != nil {
		log.Fatal(err)
	}
	write(spec.Components.Schemas, "drill", "A drill, or a shelf of drills", "Drill", "ShelfDocument",
		"Lengths are metres, times seconds. The court's frame: origin on the floor under "+
			"the middle of the net, or at the foot of the front wall, "+
			"x to the right as the student faces it, y away from the student; the student is at the end "+
			"where y is negative.")
	write(spec.Components.Schemas, "game", "A game, or several", "Game", "GamesDocument",
		"Side A is the first of the two. Times are seconds.")
	write(
		spec.Components.Schemas,
		"share",
		"What one coach hands to another",
		"ShareDocument",
		"ShareDocument",
		"Lengths are metres, times seconds, moments milliseconds since 1970. Lessons and weeks have no "+
			"students; lessons that were given have those who were in them.",
	)
	write(
		spec.Components.Schemas,
		"machine",
		"A message between a ball machine and its client",
		"MachineMessage",
		"MachineMessage",
		"Lengths are metres, speeds metres a second, times seconds unless said otherwise.",
	)
}

// write puts one schema into docs/formats: a document, or several in one, with what
// they refer to.
func write(schemas map[string]any, name, title, one, several, about string) {
	defs := map[string]any{}
	var take func(name string)
	take = func(name string) {
		if _, done := defs[name]; done {
			return
		}
		defs[name] = nil
		defs[name] = clean(schemas[name], take)
	}
	take(one)
	take(several)
	out, err := json.MarshalIndent(map[string]any{
		"$schema":     "https://json-schema.org/draft/2020-12/schema",
		"title":       title,
		"description": about,
		"oneOf": []any{
			map[string]any{"$ref": "#/$defs/" + one},
			map[string]any{"$ref": "#/$defs/" + several},
		},
		"$defs": defs,
	}, "", "  ")
	if err != nil {
		log.Fatal(err)
	}
	if err := os.WriteFile("docs/formats/"+name+".schema.json", append(out, '\n'), 0o644); err != nil {
		log.Fatal(err)
	}
}

var ref = regexp.MustCompile(`^#/components/schemas/(.+)$`)

// clean takes the generator's own words out and points references to $defs.
func clean(v any, take func(string)) any {
	switch v := v.(type) {
	case map[string]any:
		out := map[string]any{}
		for key, value := range v {
			if strings.HasPrefix(key, "x-") && key != "x" { // but a field may be called x
				continue
			}
			if name := ref.FindStringSubmatch(asString(value)); key == "$ref" && name != nil {
				take(name[1])
				out[key] = "#/$defs/" + name[1]
				continue
			}
			out[key] = clean(value, take)
		}
		return out
	case []any:
		out := make([]any, len(v))
		for i := range v {
			out[i] = clean(v[i], take)
		}
		return out
	}
	return v
}

func asString(v any) string {
	s, _ := v.(string)
	return s
}
