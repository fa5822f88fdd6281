package lesson

import (
	"hodometer/core/drill"
	"hodometer/core/units"
)

// Kind is what a block is for.
type Kind string

// The kinds of block.
const (
	WarmUp   Kind = "warmUp"
	Drill    Kind = "drill"
	Serve    Kind = "serve" // serve practice, with its drill
	Game     Kind = "game"  // or a drill turned into match play
	Talk     Kind = "talk"
	Break    Kind = "break"
	Physical Kind = "physical" // warm-up without a ball
	Stretch  Kind = "stretch"
)

// Part is which part of a block its kind asks for.
type Part string

// The parts a block can hold.
const (
	HoldsScript  Part = "script"
	HoldsDrill   Part = "drill"
	HoldsMatch   Part = "match"
	HoldsPrompts Part = "prompts"
	HoldsNothing Part = ""
)

// Activity is what everybody is at in a block that has no turns, in the words
// of package formation.
type Activity string

// What everybody can be at.
const (
	Playing   Activity = "hitting"
	Moving    Activity = "moving"
	Listening Activity = "listening"
	Resting   Activity = "resting"
)

// Description is what is the same for all blocks of a kind. Adding a kind is
// adding a row.
type Description struct {
	Kind     Kind       `json:"id"`
	Label    string     `json:"label"`
	Holds    Part       `json:"holds"`
	Everyone Activity   `json:"everyone"`
	CoachToo bool       `json:"coachToo"` // rests with them, rather than watching
	Room     drill.Span `json:"room"`     // minutes it may stretch between [trade]
	Warms    bool       `json:"warms"`    // after it hard running may come
	Stays    bool       `json:"stays"`    // is not left out when time is short
	Still    bool       `json:"still"`    // begins without setting up: no move is counted before it
}

// Kinds there are, in the order of a list.
var Kinds = []Description{
	{
		Kind:     WarmUp,
		Label:    "Warm-up",
		Holds:    HoldsScript,
		Everyone: Playing,
		Room:     drill.Span{Least: 4, Best: 6, Most: 12},
		Warms:    true,
		Stays:    true,
	},
	{
		Kind:     Physical,
		Label:    "Physical",
		Holds:    HoldsPrompts,
		Everyone: Moving,
		Room:     drill.Span{Least: 4, Best: 6, Most: 8},
		Warms:    true,
	},
	{
		Kind:     Drill,
		Label:    "Drill",
		Holds:    HoldsDrill,
		Everyone: Playing,
		Room:     drill.Span{Least: 4, Best: 6, Most: 12},
	},
	{
		Kind:     Serve,
		Label:    "Serves",
		Holds:    HoldsDrill,
		Everyone: Playing,
		Room:     drill.Span{Least: 4, Best: 6, Most: 12},
	},
	{
		Kind:     Game,
		Label:    "Game",
		Holds:    HoldsMatch,
		Everyone: Playing,
		Room:     drill.Span{Least: 8, Best: 15, Most: 25},
	},
	{
		Kind:     Break,
		Label:    "Break",
		Everyone: Resting,
		CoachToo: true,
		Room:     drill.Span{Least: 2, Best: 3, Most: 10},
		Still:    true,
	},
	{
		Kind:     Stretch,
		Label:    "Stretch",
		Holds:    HoldsPrompts,
		Everyone: Moving,
		Room:     drill.Span{Least: 4, Best: 6, Most: 8},
	},
	{
		Kind:     Talk,
		Label:    "Talk",
		Holds:    HoldsPrompts,
		Everyone: Listening,
		Room:     drill.Span{Least: 3, Best: 5, Most: 8},
		Still:    true,
	},
}

// Describe is what is the same for all blocks of that kind; false for none.
func Describe(k Kind) (Description, bool) {
	for _, d := range Kinds {
		if d.Kind == k {
			return d, true
		}
	}
	return Description{}, false
}

// terms are the kinds as a vocabulary.
func terms() []units.Term {
	out := make([]units.Term, len(Kinds))
	for i, d := range Kinds {
		out[i] = units.Term{ID: string(d.Kind), Label: d.Label}
	}
	return out
}

// Standard is a block of that kind as coaches usually begin with it, without an
// id, for the kinds that hold nothing but prompts or nothing at all [trade].
func Standard(k Kind) Block {
	switch k {
	case Physical:
		return Block{Kind: Physical, Title: "Physical warm-up", Minutes: 6, Prompts: []string{
			"Jog and side steps, two lengths each", "Knees up, heels up, arms in circles",
			"Split steps on the call", "Shadow strokes, half pace"}}
	case Stretch:
		return Block{Kind: Stretch, Title: "Stretch", Minutes: 5, Prompts: []string{
			"Calves, thighs, hips: slowly, without bouncing",
			"Shoulders and forearms",
			"Only as far as is comfortable",
		}}
	case Break:
		return Block{Kind: Break, Title: "Water break", Minutes: 3}
	case Talk:
		return Block{Kind: Talk, Title: "Talk", Minutes: 5, Prompts: []string{
			"Which shots did you need?", "How engaged were you, from 1 to 10?",
			"What will you do differently next time?"}}
	}
	panic("lesson: no standard block of kind " + string(k))
}
