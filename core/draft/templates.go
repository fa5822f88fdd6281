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
		Roles []role `json:"roles"`
		Young []role `json:"young"` // for children
	} `json:"warmUp"`
}

// role is a minute of a warm-up: what each of two partners does.
type role struct {
	Title string    `json:"title"`
	Does  [2]string `json:"does"`
	Cue   string    `json:"cue"`
}

// moves are what both partners of any sport do without a partner's ball.
var moves = sync.OnceValue(func() (out struct {
	Moves, YoungMoves []struct{ Title, Does, Cue string }
}) {
	sport.ReadCommon("warmUp", &out)
	return out
})

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
	return warmUpOf(c, 10, c.Ages != nil)
}

// WarmUps are the warm-ups that a court has scripts of: five, ten and fifteen minutes, for
// children first where the court is theirs. Ids are empty.
func WarmUps(c *court.Court) (out []lesson.Block) {
	young := c.Ages != nil
	for _, y := range []bool{young, !young} {
		for _, minutes := range []int{5, 10, 15} {
			out = append(out, warmUpOf(c, minutes, y))
		}
	}
	return out
}

func warmUpOf(c *court.Court, minutes int, young bool) lesson.Block {
	script := WarmUpScript(c.Sport, minutes, young)
	title := documents()[c.Sport].WarmUp.Title
	switch minutes {
	case 5:
		title = "Five-minute warm-up"
	case 15:
		title = "Fifteen-minute warm-up"
	}
	if young {
		title += ", juniors"
	}
	return lesson.Block{Kind: lesson.WarmUp, Title: title, Script: script, Minutes: len(script)}
}

// WarmUpScript is the minute-by-minute script of common practice [trade]. Ten minutes are five
// roles of a minute each, then swapped. Fifteen begin with five minutes without a partner's
// ball; five have one of those, and two roles swapped. No errors wanted.
func WarmUpScript(sportID string, minutes int, young bool) (out []lesson.Minute) {
	d, m := documents()[sportID].WarmUp, moves()
	roles, alone := d.Roles, m.Moves
	if young {
		roles, alone = d.Young, m.YoungMoves
	}
	switch minutes {
	case 5:
		roles, alone = roles[:2], alone[:1]
	case 10:
		alone = nil
	}
	for _, a := range alone {
		out = append(out, lesson.Minute{Title: a.Title, Cue: a.Cue, Roles: []lesson.Role{
			{Partner: 0, Does: a.Does}, {Partner: 1, Does: a.Does},
		}})
	}
	for half := range 2 {
		for _, r := range roles {
			out = append(out, lesson.Minute{
				Title: r.Title,
				Cue:   r.Cue,
				Roles: []lesson.Role{{Partner: half, Does: r.Does[0]}, {Partner: 1 - half, Does: r.Does[1]}},
			})
		}
	}
	return out
}
