package drill

import (
	"encoding/json"
	"fmt"
	"hash/fnv"
	"slices"
	"strings"

	"hodometer/core/court"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Format and Version mark a drill document. Earlier versions are read too (old.go).
const (
	Format  = "hodometer.drill"
	Version = 5
)

// Focus is what a drill is mostly for, one of Focuses; a shelf is sorted by it.
type Focus string

// After is what the student does when the turn is over; one of Afters.
type After string

// Span is a least, a best and a most: of students, or of minutes.
type Span struct {
	Least int `json:"least"`
	Best  int `json:"best"`
	Most  int `json:"most"`
}

func (s Span) validate(field, what string, most int, p *units.Problems) {
	if s.Least < 1 || s.Least > s.Best || s.Best > s.Most || s.Most > most {
		p.Add(
			field,
			fmt.Sprintf(
				"%s: fewest, ideal and most must increase, between 1 and %d; got %d, %d, %d",
				what,
				most,
				s.Least,
				s.Best,
				s.Most,
			),
		)
	}
}

// Kin is where a drill was bent from, so that the way through its versions can
// be read later.
type Kin struct {
	ID    string `json:"id"`
	Title string `json:"title"`
	Bend  string `json:"bend"` // in words: "Other side"
}

// Drill is the whole document. Points are metres in the court's frame.
type Drill struct {
	Format  string `json:"format"`
	Version int    `json:"version"`
	// ID is the drill's own on the shelf, which its copies in lessons carry too;
	// "" for one that was never on a shelf.
	ID     string      `json:"id,omitempty"`
	Title  string      `json:"title"`
	Intent string      `json:"intent"` // a sentence
	Focus  Focus       `json:"focus"`
	Level  units.Level `json:"level"`
	// Situation is the ball that the skill is played off: one of Situations, or
	// the coach's own, whose id begins with OwnPrefix and whose name stands beside.
	Situation     string          `json:"situation"`
	SituationName string          `json:"situationName,omitempty"`
	Players       Span            `json:"players"`
	Minutes       Span            `json:"minutes"`
	Hitters       int             `json:"hitters"` // who hit at the same time
	Pattern       pattern.Pattern `json:"pattern"`
	Targets       []Target        `json:"targets"`
	Stages        []Stage         `json:"stages"`
	Basket        int             `json:"basket"` // balls in it; 0: they never run out
	PickUp        float64         `json:"pickUpMinutes"`
	TurnBalls     int             `json:"turnBalls"` // balls before the next student steps in
	// Turn is how a turn goes where it is more than so many balls; nil: it is not.
	Turn *Turn `json:"turn,omitempty"`
	// Roles are the places that students hold, in the order in which they go through
	// them; none: Hitters, and the arrangement's feeders and collectors.
	Roles    []Role   `json:"roles,omitempty"`
	After    After    `json:"after"`
	Cues     []string `json:"cues"`
	Cautions []string `json:"cautions"` // besides those that Cautious finds
	Kit      []Item   `json:"kit"`
	Kin      *Kin     `json:"kin,omitempty"`
	// countedBalls says which balls of the pattern count, where the drill is as one of its
	// stages is played (At); nil: all.
	countedBalls []bool
}

// Root is the id of the drill that this one, however bent, came from: its own
// where it came from none.
func (d *Drill) Root() string {
	if d.Kin != nil {
		return d.Kin.ID
	}
	return d.ID
}

// Edition marks what the drill asks: its balls, targets and stages. Drills that ask the
// same have the same mark, whatever they are called.
func (d *Drill) Edition() string {
	h := fnv.New32a()
	stages := slices.Clone(d.Stages)
	for i := range stages {
		stages[i].ID = ""
	}
	asks := []any{d.Pattern, d.Targets, stages, d.TurnBalls}
	if d.Turn != nil || len(d.Roles) > 0 {
		asks = append(asks, d.Turn, d.Roles)
	}
	_ = json.NewEncoder(h).Encode(asks) // a hash takes all
	return fmt.Sprintf("%08x", h.Sum32())
}

// Court is the data of the court it is drawn on.
func (d *Drill) Court() (*court.Court, error) { return court.ByID(d.Pattern.Court) }

// Tempo is how fast balls come: the pattern's own rhythm, and the basket.
func (d *Drill) Tempo() goal.Tempo {
	sum := 0.0
	for _, f := range d.Pattern.Feeds {
		sum += f.Gap
	}
	return goal.Tempo{
		SecondsPerBall: sum / float64(max(1, len(d.Pattern.Feeds))),
		Basket:         d.Basket,
		PickUpMinutes:  d.PickUp,
	}
}

// TempoFor is the tempo with so many students: the minutes of a pick-up are
// given for the best number of them and the coach. More hands take less, and
// fewer more, where at twenty balls a minute each they would not be done before
// [trade].
func (d *Drill) TempoFor(students float64) goal.Tempo {
	t := d.Tempo()
	hands, usual := max(1, students)+1, float64(d.Players.Best+1)
	scaled := t.PickUpMinutes * usual / hands
	if hands < usual {
		scaled = max(t.PickUpMinutes, min(scaled, float64(d.Basket)/(BallsPicked*hands)))
	}
	t.PickUpMinutes = scaled
	return t
}

// BallsPicked is how many balls one person picks up in a minute [trade].
const BallsPicked = 20.0

// Clone is a copy that shares nothing with d.
func (d *Drill) Clone() Drill {
	out := *d
	out.Pattern = d.Pattern.Clone()
	out.Targets, out.Stages = slices.Clone(d.Targets), slices.Clone(d.Stages)
	for i, s := range out.Stages {
		st := &out.Stages[i]
		st.Feeds, st.Counts = slices.Clone(s.Feeds), slices.Clone(s.Counts)
		st.Shots, st.Choices = slices.Clone(s.Shots), slices.Clone(s.Choices)
		if s.Place != nil {
			place := *s.Place
			out.Stages[i].Place = &place
		}
	}
	out.Cues, out.Cautions, out.Kit = slices.Clone(d.Cues), slices.Clone(d.Cautions), slices.Clone(d.Kit)
	out.Roles = slices.Clone(d.Roles)
	if d.Turn != nil {
		turn := *d.Turn
		turn.Ends = slices.Clone(turn.Ends)
		out.Turn = &turn
	}
	if d.Kin != nil {
		kin := *d.Kin
		out.Kin = &kin
	}
	return out
}

// Limits of a drill.
const (
	MaxStages  = 24
	MaxTargets = 12
	maxPlayers = 16
	maxMinutes = 240
)

// Validate lists what is wrong with the drill.
func (d *Drill) Validate() (p units.Problems) {
	if d.Format != Format || d.Version != Version {
		p.Add("format", fmt.Sprintf("this is not a %s document of version %d", Format, Version))
	}
	p.Named("title", d.Title, "a drill needs a title")
	switch own := strings.HasPrefix(d.Situation, OwnPrefix); {
	case own:
		p.Named("situationName", d.SituationName, "your own situation needs a name, for example short ball")
	case !units.Known(Situations, d.Situation):
		p.Add(
			"situation",
			fmt.Sprintf("unknown situation %q; the id of your own begins with %q",
				d.Situation, OwnPrefix),
		)
	}
	p.OneOf("focus", string(d.Focus), Focuses)
	p.OneOf("level", string(d.Level), units.Levels)
	p.OneOf("after", string(d.After), Afters)
	for i, item := range d.Kit {
		p.Under(fmt.Sprintf("kit[%d]", i), item.validate())
	}
	d.Players.validate("players", "students", maxPlayers, &p)
	d.Minutes.validate("minutes", "minutes", maxMinutes, &p)
	if d.Hitters < 1 || d.Hitters > maxPlayers {
		p.Add("hitters", fmt.Sprintf("students hitting at once: 1 to %d, got %d", maxPlayers, d.Hitters))
	}
	if len(d.Stages) == 0 || len(d.Stages) > MaxStages {
		p.Add("stages", fmt.Sprintf("a drill has 1 to %d stages, got %d", MaxStages, len(d.Stages)))
	}
	for i, s := range d.Stages {
		p.Under(fmt.Sprintf("stages[%d]", i), s.validate(len(d.Targets), &d.Pattern))
	}
	if d.TurnBalls < 1 || d.TurnBalls > 500 {
		p.Add("turnBalls", fmt.Sprintf("a turn is 1 to 500 balls, got %d", d.TurnBalls))
	}
	if len(d.Stages) > 0 && d.Stages[0].Beside {
		p.Add("stages[0].beside", "the first goal has none before it to run beside")
	}
	if d.Turn != nil {
		p.Under("turn", d.Turn.validate(d))
	}
	p = append(p, d.validateRoles()...)
	if bad := d.Pattern.Validate(); len(bad) > 0 {
		p.Under("pattern", bad)
		return p
	}
	for _, q := range d.Tempo().Validate() {
		q.Field = map[string]string{"secondsPerBall": "pattern.feeds", "basket": "basket",
			"pickUpMinutes": "pickUpMinutes"}[q.Field]
		p = append(p, q)
	}
	if len(d.Targets) > MaxTargets {
		p.Add("targets", fmt.Sprintf("a drill has at most %d targets, got %d", MaxTargets, len(d.Targets)))
	}
	c, _ := d.Court()
	for i, t := range d.Targets {
		p.Under(fmt.Sprintf("targets[%d]", i), t.validate(c))
	}
	return p
}
