package drill

import (
	"slices"

	"hodometer/core/pattern"
	"hodometer/core/sport"
)

// Caution is something to take care of. None is medical advice; local rules and
// qualified people come first.
type Caution struct {
	ID   string `json:"id"` // for one written in a drill, made of its words
	Text string `json:"text"`
}

// A caution of the trade and when it applies. Those of a whole sport stand in
// the sport's folder.
var cautious = []struct {
	Caution
	applies func(d *Drill) bool
}{
	{
		Caution{
			"ballsUnderfoot",
			"Balls underfoot: clear the hitting area before each turn, collect between turns.",
		},
		func(d *Drill) bool {
			return d.any(func(f pattern.Feed) bool { return f.How.Fed() }) && !d.onTable()
		},
	},
	{
		Caution{"oneLane", "One hitting lane per hitter; do not feed until the collector is clear."},
		func(d *Drill) bool { return d.Hitters > 1 || d.has(pattern.Collector) || d.has(pattern.Hitter) },
	},
	{
		Caution{
			"swingRoom",
			"Room to swing: students who wait stand behind the baseline, clear of every swing.",
		},
		func(d *Drill) bool { return d.has(pattern.InLine) },
	},
	{
		Caution{"overheads", "Overheads: turn and step, never run straight backward; look behind first."},
		func(d *Drill) bool { return d.any(func(f pattern.Feed) bool { return f.Stroke == pattern.Overhead }) },
	},
	{
		Caution{
			"rapidVolleys",
			"Rapid volleys and balls at the body: agree the pace first; protective eyewear where" +
				" the sport or the local rule asks for it.",
		},
		(*Drill).hasRapidVolleys,
	},
	{
		Caution{"obstacles", "Obstacles are soft and stand outside the stopping path."},
		func(d *Drill) bool {
			return slices.ContainsFunc(
				d.Pattern.Objects,
				func(o pattern.Object) bool { return o.Kind == pattern.Obstacle },
			)
		},
	},
	{
		Caution{"bands", "Bands: check anchor and wear before use, and stand clear of the line of pull."},
		func(d *Drill) bool { return d.Brings("band") },
	},
	{
		Caution{
			"medicineBall",
			"Medicine ball: use a light one for young players; stop when technique breaks down.",
		},
		func(d *Drill) bool { return d.Brings("medicineBall") },
	},
	{
		Caution{"kneeBend", "Deep knee bend only as far as is comfortable."},
		func(d *Drill) bool {
			return d.any(func(f pattern.Feed) bool { return f.Height < 0.3 }) && !d.onTable()
		},
	},
	{
		Caution{"overheadVolume", "Serves and overheads add up for juniors: watch the count, and follow the" +
			" federation’s or clinician’s limits."},
		func(d *Drill) bool {
			return d.any(
				func(f pattern.Feed) bool { return f.Stroke == pattern.Serve || f.Stroke == pattern.Overhead },
			)
		},
	},
}

// AllCautions are those written in the drill, those that apply to what is in it,
// and those of its sport, each once.
func (d *Drill) AllCautions() []Caution {
	out := []Caution{}
	add := func(c Caution) {
		if !slices.ContainsFunc(out, func(o Caution) bool { return o.Text == c.Text }) {
			out = append(out, c)
		}
	}
	for _, text := range d.Cautions {
		add(Caution{OwnID(text), text})
	}
	for _, c := range cautious {
		if c.applies(d) {
			add(c.Caution)
		}
	}
	if c, err := d.Court(); err == nil {
		s, _ := sport.ByID(c.Sport) // every court is of a sport there is
		for _, caution := range s.Cautions {
			add(Caution(caution))
		}
	}
	return out
}

// hasRapidVolleys says whether balls are volleyed from near by, or quickly.
func (d *Drill) hasRapidVolleys() bool {
	c, err := d.Court()
	return err == nil && c.Walls == nil && d.any(func(f pattern.Feed) bool {
		short := f.From.Floor().Distance(f.To) < c.HalfLength*0.9 && c.HalfLength > 3
		return f.Stroke == pattern.Volley && f.How.Flown() && (short || f.Gap < 1.6)
	})
}

func (d *Drill) any(is func(pattern.Feed) bool) bool { return slices.ContainsFunc(d.Pattern.Feeds, is) }

func (d *Drill) has(role pattern.Role) bool {
	return slices.ContainsFunc(d.Pattern.People, func(p pattern.Person) bool { return p.Role == role })
}

// onTable says whether it is played on a table, around which nothing lies
// underfoot and nobody bends low.
func (d *Drill) onTable() bool {
	c, err := d.Court()
	return err == nil && c.Table
}
