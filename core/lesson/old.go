package lesson

import (
	"encoding/json"

	"hodometer/core/drill"
)

// Lessons before the second version of the format were kept in club files only,
// which are brought up to date once. They had other names for who comes, what
// is at hand and what is each one's own, and no ids for drills and kit.

// firstBlock is a block of the first version.
type firstBlock struct {
	Block
	Script []struct {
		Title string `json:"title"`
		Cue   string `json:"cue"`
		Roles []struct {
			Who  int    `json:"who"`
			Does string `json:"does"`
		} `json:"roles"`
	} `json:"script"`
	Drill json.RawMessage `json:"drill"`
	Match *struct {
		Match
		From json.RawMessage `json:"from"`
	} `json:"match"`
	Own []struct {
		Variant
		Version string `json:"version"`
	} `json:"own"`
	Arrange *struct {
		Arrangement
		Way Manner `json:"way"`
	} `json:"arrange"`
}

// firstLesson is a lesson of the first version.
type firstLesson struct {
	Lesson
	Blocks []json.RawMessage `json:"blocks"`
	Have   *struct {
		Resources
		Kit []string `json:"kit"`
	} `json:"have"`
	There []Stay `json:"there"`
}

// ReadFirst reads a lesson as the first version of the format wrote it. identify
// gives a drill that had no id the one it has on the shelf.
func ReadFirst(data []byte, identify func(*drill.Drill)) (Lesson, error) {
	var old firstLesson
	if err := json.Unmarshal(data, &old); err != nil {
		return Lesson{}, err
	}
	out := old.Lesson
	out.Format, out.FormatVersion, out.Attendance = Format, FormatVersion, old.There
	if old.Have != nil {
		out.Resources = &old.Have.Resources
		out.Resources.Equipment = append([]string{}, old.Have.Kit...)
	}
	out.Blocks = []Block{}
	for _, text := range old.Blocks {
		b, err := ReadFirstBlock(text, identify)
		if err != nil {
			return Lesson{}, err
		}
		out.Blocks = append(out.Blocks, b)
	}
	return out, nil
}

// ReadFirstBlock reads a block as the first version of the format wrote it.
func ReadFirstBlock(data []byte, identify func(*drill.Drill)) (Block, error) {
	var old firstBlock
	if err := json.Unmarshal(data, &old); err != nil {
		return Block{}, err
	}
	out := old.Block
	for _, m := range old.Script {
		minute := Minute{Title: m.Title, Cue: m.Cue, Roles: []Role{}}
		for _, r := range m.Roles {
			minute.Roles = append(minute.Roles, Role{Partner: r.Who % 2, Does: r.Does})
		}
		out.Script = append(out.Script, minute)
	}
	for _, o := range old.Own {
		o.Variant.Bend = o.Version
		out.Variants = append(out.Variants, o.Variant)
	}
	if old.Arrange != nil {
		out.Arrangement = &old.Arrange.Arrangement
		out.Arrangement.Manner = old.Arrange.Way
	}
	var err error
	if out.Drill, err = readDrill(old.Drill, identify); err != nil {
		return Block{}, err
	}
	out.Seen = nil
	for _, text := range old.Seen { // cautions were known by their text
		out.Seen = append(out.Seen, out.Drill.CautionOf(text))
	}
	if old.Match != nil {
		out.Match = &old.Match.Match
		if out.Match.From, err = readDrill(old.Match.From, identify); err != nil {
			return Block{}, err
		}
	}
	return out, nil
}

func readDrill(data json.RawMessage, identify func(*drill.Drill)) (*drill.Drill, error) {
	if len(data) == 0 || string(data) == "null" {
		return nil, nil
	}
	d, err := drill.Read(data)
	if err == nil {
		identify(&d)
	}
	return &d, err
}
