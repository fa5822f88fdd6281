package lesson

import (
	"fmt"
	"slices"

	"hodometer/core/court"
	"hodometer/core/rotation"
	"hodometer/core/units"
)

// Rotation is who is where in a block, turn by turn, to step through.
type Rotation struct {
	Words  string           `json:"words"`
	Places []rotation.Place `json:"places"`
	// Turns are one round of them: for each place those who hold it, by their
	// place in the lesson's list of students.
	Turns   [][][]int `json:"turns"`
	Seconds float64   `json:"seconds"` // of a turn
	Shares  []Part    `json:"shares"`  // for each student
	// Apart is the difference in turns hitting between those with the most and
	// the fewest over a round; LeastApart the least it can be.
	Apart      int `json:"apart"`
	LeastApart int `json:"leastApart"`
}

// Part is what a block comes to for one student, in minutes.
type Part struct {
	Hitting    float64 `json:"hitting"`
	Feeding    float64 `json:"feeding"`
	Collecting float64 `json:"collecting"`
	Waiting    float64 `json:"waiting"`
	Away       float64 `json:"away"`
	// WorkToRest is hitting over waiting and collecting; 0 with no rest.
	WorkToRest  float64 `json:"workToRest"`
	LongestWait float64 `json:"longestWait"` // s, in a row
}

func partOf(lane []Span) Part {
	p := Part{
		Hitting:     spent(lane, Hitting),
		Feeding:     spent(lane, Feeding),
		Collecting:  spent(lane, Collecting),
		Waiting:     spent(lane, Waiting),
		Away:        spent(lane, Away),
		LongestWait: 60 * longestWait(lane),
	}
	if rest := p.Waiting + p.Collecting; rest > 1e-9 {
		p.WorkToRest = p.Hitting / rest
	}
	return p
}

// mostTurns are drawn; a longer round is cut, and says so in its words.
const mostTurns = 24

// Rotation of a block for the students who are there at its middle; nil for
// one that has none.
func (l *Lesson) Rotation(b *Block, at float64, n int) *Rotation {
	if n == 0 || b.Drill == nil && b.Match == nil {
		return nil
	}
	middle := at + float64(b.Minutes)/2
	var here []int
	for i := range n {
		if from, to := l.stay(l.Students[i]); from <= middle && middle < to {
			here = append(here, i)
		}
	}
	if len(here) == 0 {
		return nil
	}
	y, ok := b.layout(len(here), l.Have.courts())
	if !ok {
		y = layout{
			places: []rotation.Place{{Name: "plays", Doing: rotation.Hitting}},
			turns:  [][][]int{{nil}},
			each:   float64(b.Minutes),
			words:  "All play all the time",
		}
		for i := range here {
			y.turns[0][0] = append(y.turns[0][0], i)
		}
	}
	out := &Rotation{Words: y.words, Places: y.places, Seconds: 60 * y.each, Shares: make([]Part, n)}
	hits := make([]int, len(here))
	seats := 0
	for t, turn := range y.turns {
		named := make([][]int, len(turn))
		for i, held := range turn {
			named[i] = []int{}
			for _, p := range held {
				named[i] = append(named[i], here[p])
				if y.places[i].Doing == rotation.Hitting {
					hits[p]++
					seats++
				}
			}
		}
		if t < mostTurns {
			out.Turns = append(out.Turns, named)
		}
	}
	if len(y.turns) > mostTurns {
		out.Words += fmt.Sprintf(" (the first %d of %d turns)", mostTurns, len(y.turns))
	}
	out.Apart = slices.Max(hits) - slices.Min(hits)
	if seats%len(here) != 0 {
		out.LeastApart = 1
	}
	lanes, _ := l.lanes(b, n, at)
	for i, lane := range lanes {
		out.Shares[i] = partOf(lane)
	}
	return out
}

// layout of a block for so many on that many courts; false where everybody is
// busy all the time.
func (b *Block) layout(n, courts int) (layout, bool) {
	switch {
	case b.Drill != nil && b.Arrange != nil && b.Arrange.Way == Stations:
		k := 1 + len(b.Arrange.Others)
		y := layout{
			each:  float64(b.Minutes) / float64(k),
			words: fmt.Sprintf("%d stations; all move on after %.0f min", k, float64(b.Minutes)/float64(k)),
		}
		y.places = append(
			y.places,
			rotation.Place{Name: b.Title + ", with the coach", Doing: rotation.Hitting},
		)
		for _, o := range b.Arrange.Others {
			y.places = append(y.places, rotation.Place{Name: o, Doing: rotation.Hitting})
		}
		for t := range k {
			turn := make([][]int, k)
			for p := range n {
				i := (p + t) % k
				turn[i] = append(turn[i], p)
			}
			y.turns = append(y.turns, turn)
		}
		return y, true
	case b.Drill != nil:
		return b.posts(n), true
	case b.Match != nil:
		return b.games(n, courts, float64(b.Minutes))
	}
	return layout{}, false
}

// Laid is a thing on court or a person's spot, measured from the lines.
type Laid struct {
	What    string        `json:"what"`
	At      court.Point   `json:"at"`
	Offsets court.Offsets `json:"offsets"`
}

// SetUp lists what a drill block needs set out, in the order of its drawing.
func (b *Block) SetUp() []Laid {
	out := []Laid{}
	d := b.Drill
	if d == nil && b.Match != nil {
		d = b.Match.From
	}
	if d == nil {
		return out
	}
	c, err := d.Court()
	if err != nil {
		return out
	}
	put := func(what string, at court.Point) {
		out = append(out, Laid{what, at, c.Measure(d.Pattern.Area, at)})
	}
	for i, t := range d.Targets {
		name := t.Name
		if name == "" {
			name = fmt.Sprintf("target %d", i+1)
		}
		put(name, t.At)
		if t.Both {
			put(name+", other side", t.At.Mirror())
		}
	}
	for _, o := range d.Pattern.Objects {
		put(o.Kind, o.At)
	}
	for _, p := range d.Pattern.People {
		put(
			map[string]string{"feeder": "feeder", "partner": "partner", "hitter": "second hitter", "waiting": "waiting line", "collector": "collector"}[p.Role],
			p.At,
		)
	}
	put("student starts", d.Pattern.Start)
	return out
}

// Hand is what is shown of the block in hand only: who is where, the other ways
// to arrange it, and what would level it.
type Hand struct {
	ID       string    `json:"id"`
	Rotation *Rotation `json:"rotation,omitempty"`
	Offers   []Offer   `json:"offers"`
	Levels   []Level   `json:"levels"`
}

// InHand reckons the block in hand of a lesson that was planned; nil where the
// lesson has no such block.
func InHand(l *Lesson, plan *Plan, id string, students []Student, system units.System) *Hand {
	i := slices.IndexFunc(l.Blocks, func(b Block) bool { return b.ID == id })
	if i < 0 {
		return nil
	}
	b, bp := &l.Blocks[i], &plan.Blocks[i]
	out := &Hand{
		ID:       id,
		Rotation: l.Rotation(b, float64(bp.From), len(students)),
		Offers:   l.offers(b, students),
		Levels:   []Level{},
	}
	if b.Drill != nil {
		out.Levels = b.levels(bp.Drill, l.parts(b, float64(bp.From), len(students)), students, system)
	} else if b.Match != nil && len(students) == 2 {
		if _, even := b.even(l.rallyRates(students), students); even != nil {
			out.Levels = append(out.Levels, *even)
		}
	}
	return out
}
