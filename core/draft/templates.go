package draft

import (
	"sync"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/sport"
)

// document is what a sport’s folder says of its lessons, common practice [trade].
type document struct {
	Game struct {
		Title string      `json:"title"`
		Game  string      `json:"game"` // one that ships, in place of rules and start
		Start string      `json:"start"`
		Cue   string      `json:"cue"`
		Rules *game.Rules `json:"rules"`
	} `json:"game"`
	FirstDrill string   `json:"firstDrill"` // on an empty tape; "": none
	ServeDrill string   `json:"serveDrill"` // for practising the serve; "": none
	RankBy     string   `json:"rankBy"`     // its points are short and fair to rank by; "": none
	Wall       Practice `json:"wall"`
	WarmUp     struct {
		Title string `json:"title"`
		Roles []struct {
			Title string    `json:"title"`
			Does  [2]string `json:"does"`
			Cue   string    `json:"cue"`
		} `json:"roles"`
	} `json:"warmUp"`
}

var documents = sync.OnceValue(func() map[string]document {
	out := map[string]document{}
	for _, s := range sport.All() {
		var d document
		s.Read("lesson", &d)
		out[s.ID] = d
	}
	return out
})

// Templates are the blocks that an empty tape on that court begins with, ready
// to be changed. Their ids are empty, for the caller to set.
func Templates(c *court.Court) []lesson.Block {
	out := []lesson.Block{warmUpBlock(c)}
	if d, ok := shipped(documents()[c.Sport].FirstDrill, c); ok {
		out = append(out, lesson.ForDrill(d))
	}
	return append(out, gameBlock(c), lesson.Standard(lesson.Break), lesson.Standard(lesson.Talk))
}

// Palette is everything that can be put on a tape on that court: the templates,
// and what a lesson may do without. Ids are empty.
func Palette(c *court.Court) []lesson.Block {
	out := append(Templates(c), lesson.Standard(lesson.Physical), lesson.Standard(lesson.Stretch))
	if s, ok := servePractice(c); ok {
		out = append(out, s)
	}
	return out
}

// shipped is a drill that ships, brought to that court; false where it cannot be,
// or where the id is "". A version that ships for the court itself comes first.
func shipped(id string, c *court.Court) (*drill.Drill, bool) {
	var found *drill.Drill
	for _, d := range library.All() {
		if d.Root() == id && (found == nil || d.Pattern.Court == c.ID) {
			own := d.Clone()
			found = &own
		}
	}
	if found == nil {
		return nil, false
	}
	if found.Pattern.Court != c.ID {
		there, err := found.On(nil, c.ID)
		if err != nil {
			return nil, false
		}
		found = &there
	}
	return found, found.Validate().Err() == nil
}

// servePractice is a block of serves on that court; false where none ships.
func servePractice(c *court.Court) (lesson.Block, bool) {
	d, ok := shipped(documents()[c.Sport].ServeDrill, c)
	if !ok {
		return lesson.Block{}, false
	}
	b := lesson.ForDrill(d)
	b.Kind, b.Title = lesson.Serve, "Serve practice"
	return b, true
}

func gameBlock(c *court.Court) lesson.Block {
	g := documents()[c.Sport].Game
	m := lesson.Match{Start: g.Start, Cue: g.Cue}
	if p, err := game.PresetByID(g.Game); err == nil {
		m.Rules, m.Start = p.Rules, p.Start
	}
	if g.Rules != nil {
		m.Rules = *g.Rules
	}
	return lesson.Block{Kind: lesson.Game, Title: g.Title, Minutes: 15, Match: &m}
}

func warmUpBlock(c *court.Court) lesson.Block {
	script := WarmUpScript(c.Sport)
	return lesson.Block{
		Kind:    lesson.WarmUp,
		Title:   documents()[c.Sport].WarmUp.Title,
		Script:  script,
		Minutes: len(script),
	}
}

// WarmUpScript is the minute-by-minute script of common practice [trade]: roles
// of a minute each, then swapped; ten minutes where five roles are known. No
// errors wanted.
func WarmUpScript(sportID string) (out []lesson.Minute) {
	for half := range 2 {
		for _, r := range documents()[sportID].WarmUp.Roles {
			out = append(out, lesson.Minute{
				Title: r.Title,
				Cue:   r.Cue,
				Roles: []lesson.Role{{Partner: half, Does: r.Does[0]}, {Partner: 1 - half, Does: r.Does[1]}},
			})
		}
	}
	return out
}
