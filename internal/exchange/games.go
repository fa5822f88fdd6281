package exchange

import (
	"bytes"
	"encoding/json"
	"fmt"
	"slices"
	"sync"

	"hodometer/core/game"
	"hodometer/core/units"
	"hodometer/docs/formats"

	"github.com/santhosh-tekuri/jsonschema/v6"
)

// GamesFormat and GamesVersion mark a file of several games.
const (
	GamesFormat  = "hodometer.games"
	GamesVersion = 1
)

// games is a file of several games.
type games struct {
	Format  string        `json:"format"`
	Version int           `json:"version"`
	Games   []game.Preset `json:"games"`
}

var gameSchemas = sync.OnceValue(func() map[string]*jsonschema.Schema {
	whole, err := jsonschema.UnmarshalJSON(bytes.NewReader(formats.Games))
	if err != nil {
		panic("docs/formats/game.schema.json is not JSON: " + err.Error())
	}
	c := jsonschema.NewCompiler()
	if err := c.AddResource("game.schema.json", whole); err != nil {
		panic(err)
	}
	return map[string]*jsonschema.Schema{
		game.Format: c.MustCompile("game.schema.json#/$defs/Game"),
		GamesFormat: c.MustCompile("game.schema.json#/$defs/GamesDocument"),
	}
})

// WriteGames writes one game as a game document, several as a document of games.
// Titles of before that hold what nobody sees are written without it.
func WriteGames(all []game.Preset) ([]byte, error) {
	all = slices.Clone(all)
	for i := range all {
		all[i].Title = units.Seen(all[i].Title)
	}
	if len(all) == 1 {
		return json.MarshalIndent(all[0], "", "  ")
	}
	return json.MarshalIndent(games{GamesFormat, GamesVersion, all}, "", "  ")
}

// ReadGames reads a file of games. What is wrong with it comes as units.Problems whose
// details begin with the line.
func ReadGames(file []byte) ([]game.Preset, error) {
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
	schema, ok := gameSchemas()[format]
	if !ok {
		return nil, where.wrong("format", fmt.Sprintf(
			"this is not a game file: its format should be %q or %q", game.Format, GamesFormat))
	}
	if err := schema.Validate(value); err != nil {
		return nil, where.refused(err)
	}
	var in games
	if format == game.Format {
		in.Games = make([]game.Preset, 1)
		err = json.Unmarshal(file, &in.Games[0])
	} else {
		err = json.Unmarshal(file, &in)
	}
	if err != nil {
		return nil, units.Problems{{Field: "file", Detail: err.Error()}}
	}
	var wrong units.Problems
	for i, g := range in.Games {
		for _, p := range g.Validate() {
			if format == GamesFormat {
				p.Field = fmt.Sprintf("games[%d].%s", i, p.Field)
			}
			wrong = append(wrong, where.wrong(p.Field, p.Detail)...)
		}
	}
	return in.Games, wrong.Err()
}
