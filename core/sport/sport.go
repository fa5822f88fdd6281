package sport

import (
	"cmp"
	"embed"
	"encoding/json"
	"fmt"
	"slices"
	"sync"
)

//go:embed */*.json
var folders embed.FS

// common is the folder of what several sports share.
const common = "common"

// Words are what things are called in a sport.
type Words struct {
	Ball    string `json:"ball"`    // ball, shuttle
	Barrier string `json:"barrier"` // what it must get over: net, tin
	End     string `json:"end"`     // the line or wall behind the student
	Side    string `json:"side"`
}

// Caution is something to take care of in every drill of a sport.
type Caution struct {
	ID   string `json:"id"`
	Text string `json:"text"`
}

// Sport is one folder: its id is the folder's name.
type Sport struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	Place int    `json:"place"` // in a list of sports, from 1
	Words Words  `json:"words"`
	// Cautions that hold for every drill of the sport.
	Cautions []Caution `json:"cautions,omitempty"`
}

// All are the sports, in their order.
var All = sync.OnceValue(func() []Sport {
	names, err := folders.ReadDir(".")
	if err != nil {
		panic(err) // the documents ship with the program
	}
	var out []Sport
	for _, n := range names {
		if n.Name() == common {
			continue
		}
		s := Sport{ID: n.Name()}
		s.Read("sport", &s)
		out = append(out, s)
	}
	slices.SortFunc(out, func(a, b Sport) int { return cmp.Compare(a.Place, b.Place) })
	return out
})

// ByID finds a sport, or says which there are.
func ByID(id string) (Sport, error) {
	var ids []string
	for _, s := range All() {
		if s.ID == id {
			return s, nil
		}
		ids = append(ids, s.ID)
	}
	return Sport{}, fmt.Errorf("no sport called %q; there are %v", id, ids)
}

// Read reads one of the sport's documents. A document that is missing leaves
// into as it is; one that is damaged is a fault of the program and stops it.
func (s Sport) Read(document string, into any) { read(s.ID, document, into) }

// ReadCommon reads a document that several sports share.
func ReadCommon(document string, into any) { read(common, document, into) }

func read(folder, document string, into any) {
	text, err := folders.ReadFile(folder + "/" + document + ".json")
	if err != nil {
		return
	}
	if err := json.Unmarshal(text, into); err != nil {
		panic(fmt.Sprintf("core/sport/%s/%s.json: %v", folder, document, err))
	}
}
