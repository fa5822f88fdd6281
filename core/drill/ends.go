package drill

import (
	"fmt"
	"slices"
	"strings"

	"hodometer/core/units"
)

// EndBy is what ends a turn.
type EndBy string

// What can end a turn.
const (
	ByBalls   EndBy = "balls"   // so many balls of each who hits
	ByMet     EndBy = "met"     // the stage is met
	ByMiss    EndBy = "miss"    // the first miss
	ByRow     EndBy = "row"     // so many good in a row
	BySeconds EndBy = "seconds" // so long by the block's clock
	ByPress   EndBy = "press"   // the coach's press, and nothing else
)

// EndBys are the ways a turn ends.
var EndBys = []units.Term{
	{ID: string(ByBalls), Label: "a number of balls"},
	{ID: string(ByMet), Label: "the stage is met"},
	{ID: string(ByMiss), Label: "a miss"},
	{ID: string(ByRow), Label: "good balls in a row"},
	{ID: string(BySeconds), Label: "a number of seconds"},
	{ID: string(ByPress), Label: "when I press"},
}

// End is one condition that ends a turn.
type End struct {
	By EndBy `json:"by"`
	// Count is of balls, or of good ones in a row; 0 with ByBalls: the drill's TurnBalls.
	Count   int `json:"count,omitempty"`
	Seconds int `json:"seconds,omitempty"`
	// Least and Most: the number of balls is drawn anew for each turn. Told: the student
	// knows how many.
	Least int  `json:"least,omitempty"`
	Most  int  `json:"most,omitempty"`
	Told  bool `json:"told,omitempty"`
}

// Again is where the next try begins after a miss, where one ball is all there is.
type Again string

// Where a try begins.
const (
	AgainStart Again = "start" // at the first stage
	AgainHere  Again = "here"  // at the stage of the miss
	AgainBack  Again = "back"  // one stage back
)

// Agains are the places where a try can begin again.
var Agains = []units.Term{
	{ID: string(AgainStart), Label: "at the first stage"},
	{ID: string(AgainHere), Label: "at the same stage"},
	{ID: string(AgainBack), Label: "one stage back"},
}

// Turn is how a turn goes where it is more than so many balls.
type Turn struct {
	// Ends are what ends it: the first that is met does. None: TurnBalls do.
	Ends []End `json:"ends,omitempty"`
	// MostBalls and MostSeconds bound a turn whose end depends on luck; 0: nothing does.
	MostBalls   int `json:"mostBalls,omitempty"`
	MostSeconds int `json:"mostSeconds,omitempty"`
	// NextAt is the ball, from 1, at which the next student comes up; 0: after the turn.
	NextAt int `json:"nextAt,omitempty"`
	// OneBall: there is a single ball. A miss ends the try, and the next begins Again.
	OneBall bool  `json:"oneBall,omitempty"`
	Again   Again `json:"again,omitempty"`
	// Runs: the stages counted in a set time follow each other by the bell, and the
	// students follow each other.
	Runs bool `json:"runs,omitempty"`
}

// Bounds of a turn.
const (
	mostTurnBalls   = 500
	mostTurnSeconds = 3600
)

func (t *Turn) validate(d *Drill) (p units.Problems) {
	within := func(field, what string, v, lo, hi int) {
		if v < lo || v > hi {
			p.Add(field, fmt.Sprintf("%s: %d to %d, got %d", what, lo, hi, v))
		}
	}
	if len(t.Ends) > len(EndBys) {
		p.Add("ends", fmt.Sprintf("a turn has at most %d ends", len(EndBys)))
	}
	for i, e := range t.Ends {
		field := fmt.Sprintf("ends[%d].", i)
		p.OneOf(field+"by", string(e.By), EndBys)
		switch {
		case e.By == ByBalls && (e.Least != 0 || e.Most != 0):
			within(field+"least", "fewest balls of a turn", e.Least, 1, mostTurnBalls)
			within(
				field+"most",
				"most balls of a turn, not below the fewest",
				e.Most,
				max(1, e.Least),
				mostTurnBalls,
			)
		case e.By == ByBalls:
			within(field+"count", "balls of a turn", e.Count, 0, mostTurnBalls)
		case e.By == ByRow:
			within(field+"count", "good balls in a row that end the turn", e.Count, 1, mostTurnBalls)
		case e.By == BySeconds:
			within(field+"seconds", "seconds of a turn", e.Seconds, 1, mostTurnSeconds)
		}
	}
	within("mostBalls", "most balls of a turn", t.MostBalls, 0, mostTurnBalls)
	within("mostSeconds", "most seconds of a turn", t.MostSeconds, 0, mostTurnSeconds)
	within("nextAt", "the ball at which the next student comes up", t.NextAt, 0, mostTurnBalls)
	if t.OneBall || t.Again != "" {
		p.OneOf("again", string(t.Again), Agains)
	}
	if t.Runs && !slices.ContainsFunc(d.Stages, func(s Stage) bool { return s.Goal.Kind.Timed() }) {
		p.Add("runs", "no stage is counted in a set time, so nothing rings the bell: "+
			"give a stage a goal in seconds, or let the turn end by balls")
	}
	if t.endless(d) {
		p.Add("ends", "nothing ends this turn, for no stage is ever met by balls: "+
			"add a number of balls, a limit in seconds, or “when I press”")
	}
	return p
}

// endless reports whether nothing that can happen in the turn ends it: what does not
// miss is not ended by a miss, and what is never met is not ended by being met.
func (t *Turn) endless(d *Drill) bool {
	if len(t.Ends) == 0 || t.MostBalls > 0 || t.MostSeconds > 0 || t.Runs {
		return false
	}
	return !slices.ContainsFunc(t.Ends, func(e End) bool {
		switch e.By {
		case ByMiss, ByRow:
			return slices.ContainsFunc(d.Stages, d.ByChance)
		case ByMet:
			return slices.ContainsFunc(
				d.Stages,
				func(s Stage) bool { return !s.Goal.Kind.Timed() || s.Goal.Count > 0 },
			)
		}
		return true
	})
}

// EndsOf are the conditions that end a turn of the drill.
func (d *Drill) EndsOf() []End {
	if d.Turn == nil || len(d.Turn.Ends) == 0 {
		return []End{{By: ByBalls, Count: d.TurnBalls}}
	}
	return d.Turn.Ends
}

// Until says when a turn is over, as a coach does: "until a miss, 8 balls at most".
func (d *Drill) Until() string {
	var out []string
	for _, e := range d.EndsOf() {
		switch e.By {
		case ByBalls:
			count := e.Count
			if count == 0 {
				count = d.TurnBalls
			}
			switch {
			case e.Most > 0 && e.Least != e.Most:
				out = append(out, fmt.Sprintf("after %d to %d balls", e.Least, e.Most))
			case e.Most > 0:
				out = append(out, "after "+units.Plural(e.Most, "ball", "balls"))
			default:
				out = append(out, "after "+units.Plural(count, "ball", "balls"))
			}
		case ByMet:
			out = append(out, "when the stage is met")
		case ByMiss:
			out = append(out, "on a miss")
		case ByRow:
			out = append(out, fmt.Sprintf("after %d good in a row", e.Count))
		case BySeconds:
			out = append(out, fmt.Sprintf("after %d s", e.Seconds))
		case ByPress:
			out = append(out, "when the coach says so")
		}
	}
	said := strings.Join(out, " or ")
	if t := d.Turn; t != nil {
		if t.Runs {
			said = "by the bell"
		}
		if t.MostBalls > 0 {
			said += fmt.Sprintf(", %d balls at most", t.MostBalls)
		}
		if t.MostSeconds > 0 {
			said += fmt.Sprintf(", %d s at most", t.MostSeconds)
		}
	}
	return said
}
