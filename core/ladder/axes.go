package ladder

import (
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Dimension is what of a stroke is trained.
type Dimension string

// Form is in what form it is practised.
type Form string

// Dimensions in the usual order [trade].
var Dimensions = []units.Term{
	{ID: "consistency", Label: "consistency"},
	{ID: "direction", Label: "direction"},
	{ID: "depth", Label: "depth"},
	{ID: "spin", Label: "spin"},
	{ID: "pace", Label: "pace"},
}

// Forms from the one with least to attend to to the game [trade].
var Forms = []units.Term{
	{ID: "shadow", Label: "shadow"},
	{ID: "tossed", Label: "tossed"},
	{ID: "fed", Label: "fed"},
	{ID: "rally", Label: "rally"},
	{ID: "live", Label: "conditioned point"},
	{ID: "game", Label: "game"},
}

// situations are the balls that are not fed, by form.
var situations = map[string]Form{
	"shadow": "shadow", "calledCorner": "shadow", "runOut": "shadow", "brush": "shadow",
	"ownToss": "tossed", "droppedBall": "tossed", "throw": "tossed", "thrownShuttle": "tossed",
	"ladderOfFeeds": "tossed", "ownServe": "tossed", "serve": "tossed",
	"rally": "rally", "easyExchange": "rally", "crossCourtRally": "rally", "deepRallyBall": "rally",
	"shortCourtRally": "rally", "softExchange": "rally", "volleyExchange": "rally",
	"crosscourtAndStraight": "rally", "length": "rally", "mixedLength": "rally",
	"rallyThenAShortBall": "live", "serveAndFirstVolley": "live", "serveAndNextBall": "live",
	"ownServeAndPush": "live", "secondServe": "live", "feedToTheBaselinePair": "live",
	"feedToTheNetPlayer": "live", "approachVolleyOverhead": "live",
}

// FormOf a skill's ball: fed, where nothing else is known of it.
func FormOf(skill drill.Skill) Form {
	_, _, situation := skill.Parts()
	if f, ok := situations[situation]; ok {
		return f
	}
	return "fed"
}

// focuses that train a dimension, whatever is counted.
var focuses = map[drill.Focus]Dimension{
	"depth": "depth", "direction": "direction", "spin": "spin", "early": "pace", "transition": "depth",
}

// DimensionOf what was counted in a drill of that focus: what it is for, where it says
// so; direction, where a place across was asked; else how steadily.
func DimensionOf(focus drill.Focus, skill drill.Skill, kind goal.Kind) Dimension {
	switch skill.Shape() { // a ball that was to have spin trains it, whatever the drill is for
	case pattern.Topspin, pattern.Slice:
		return "spin"
	}
	if d, ok := focuses[focus]; ok {
		return d
	}
	_, direction, _ := skill.Parts()
	switch {
	case kind == goal.Timed:
		return "pace"
	case direction == drill.CrossCourt || direction == drill.Straight:
		return "direction"
	}
	return "consistency"
}

// Cell is what was counted of a stroke in one dimension and form.
type Cell struct {
	Dimension Dimension `json:"dimension"`
	Form      Form      `json:"form"`
	Balls     int       `json:"balls"`
	// Judged are those of them of which somebody said whether they were good, Good those that
	// were: of repetitions without a rating nobody did.
	Judged int    `json:"judged"`
	Good   int    `json:"good"`
	At     int64  `json:"at"`  // when last, ms since 1970
	Run    string `json:"run"` // in which
}

// Chart is a stroke's cells.
type Chart struct {
	Stroke string `json:"stroke"`
	Label  string `json:"label"`
	Cells  []Cell `json:"cells"`
	// OnePlace says that it lives in one ball only: all of much counting in one form
	// and one situation.
	OnePlace bool `json:"onePlace"`
}

// Counted is one thing counted, for a chart.
type Counted struct {
	Skill drill.Skill
	Focus drill.Focus
	Kind  goal.Kind
	Balls int
	// Judged are those that were said to be good or not.
	Judged int
	Good   int
	At     int64
	Run    string
}

// much is how many balls make it worth a word that they were all of one kind [trade].
const much = 120

// Charts are what was counted, stroke by stroke, those with most balls first.
func Charts(counted []Counted) []Chart {
	type key struct {
		stroke pattern.Stroke
		d      Dimension
		f      Form
	}
	cells := map[key]*Cell{}
	balls := map[pattern.Stroke]int{}
	kinds := map[pattern.Stroke]map[string]bool{}
	for _, c := range counted {
		stroke, _, situation := c.Skill.Parts()
		if c.Balls == 0 {
			continue
		}
		k := key{stroke, DimensionOf(c.Focus, c.Skill, c.Kind), FormOf(c.Skill)}
		if cells[k] == nil {
			cells[k] = &Cell{Dimension: k.d, Form: k.f}
		}
		cell := cells[k]
		cell.Balls += c.Balls
		cell.Judged += c.Judged
		cell.Good += c.Good
		if c.At >= cell.At {
			cell.At, cell.Run = c.At, c.Run
		}
		balls[stroke] += c.Balls
		if kinds[stroke] == nil {
			kinds[stroke] = map[string]bool{}
		}
		kinds[stroke][situation] = true
	}
	out := []Chart{}
	for stroke, n := range balls {
		label := units.LabelOf(pattern.Strokes, string(stroke))
		chart := Chart{
			Stroke: string(stroke), Label: strings.ToUpper(label[:1]) + label[1:],
			OnePlace: n >= much && len(kinds[stroke]) == 1,
		}
		for _, d := range Dimensions {
			for _, f := range Forms {
				if c := cells[key{stroke, Dimension(d.ID), Form(f.ID)}]; c != nil {
					chart.Cells = append(chart.Cells, *c)
				}
			}
		}
		out = append(out, chart)
	}
	slices.SortFunc(out, func(a, b Chart) int {
		if n := balls[pattern.Stroke(b.Stroke)] - balls[pattern.Stroke(a.Stroke)]; n != 0 {
			return n
		}
		return strings.Compare(a.Stroke, b.Stroke)
	})
	return out
}
