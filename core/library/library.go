package library

import (
	"embed"
	"encoding/json"
	"fmt"
	"sync"

	"hodometer/core/drill"
	"hodometer/core/sport"
)

//go:embed */*.json
var folders embed.FS

// All are the drills that ship, in the order of the shelf: sport by sport, as
// its shelf.json lists them. The slice is shared: clone a drill before changing
// it. A document that is damaged is a fault of the program and stops it.
var All = sync.OnceValue(func() []drill.Drill {
	var out []drill.Drill
	for _, s := range sport.All() {
		var shelf []string
		read(s.ID+"/shelf.json", &shelf)
		for _, id := range shelf {
			var d drill.Drill
			read(s.ID+"/"+id+".json", &d)
			out = append(out, d)
		}
	}
	return out
})

func read(path string, into any) {
	text, err := folders.ReadFile(path)
	if err == nil {
		err = json.Unmarshal(text, into)
	}
	if err != nil {
		panic(fmt.Sprintf("core/library/%s: %v", path, err))
	}
}

// Ladders reads the ladders that ship for a sport, which package ladder knows; a sport
// without any leaves into as it is.
func Ladders(sportID string, into any) {
	const document = "/ladders.json"
	if _, err := folders.Open(sportID + document); err == nil {
		read(sportID+document, into)
	}
}

// ByID finds a drill that ships.
func ByID(id string) (*drill.Drill, error) {
	all := All()
	for i := range all {
		if all[i].ID == id {
			return &all[i], nil
		}
	}
	return nil, fmt.Errorf("no drill with the id %q comes with Hodometer", id)
}
