package drill

import (
	"slices"
	"strings"

	"hodometer/core/pattern"
)

// A caution of the trade and when it applies. None is medical advice; local
// rules and qualified people come first.
var cautious = []struct {
	text    string
	applies func(d *Drill) bool
}{
	{"Balls underfoot: clear the hitting area before each turn, collect between turns.",
		func(d *Drill) bool {
			return d.any(func(f pattern.Feed) bool { return f.How.Fed() }) && d.Pattern.Court != "tableTennis"
		}},
	{"One hitting lane per hitter; no ball is fed until whoever collects is clear.",
		func(d *Drill) bool { return d.Hitters > 1 || d.has("collector") || d.has("hitter") }},
	{"Swing room in the line: whoever waits stands behind the baseline and outside the swing.",
		func(d *Drill) bool { return d.has("waiting") }},
	{
		"Overheads: turn and step, never run straight backward; look behind first.",
		func(d *Drill) bool { return d.any(func(f pattern.Feed) bool { return f.Stroke == pattern.Overhead }) },
	},
	{
		"Rapid volleys and balls at the body: agree the pace first; protective eyewear where the sport or the local rule asks for it.",
		func(d *Drill) bool {
			c, err := d.Court()
			return err == nil && c.Walls == nil && d.any(func(f pattern.Feed) bool {
				short := f.From.Floor().Distance(f.To) < c.HalfLength*0.9 && c.HalfLength > 3
				return f.Stroke == pattern.Volley && f.How.Flown() && (short || f.Gap < 1.6)
			})
		},
	},
	{
		"Squash: protective eyewear as the local rule asks, juniors always; stop rather than swing when somebody is in the way.",
		func(d *Drill) bool { c, err := d.Court(); return err == nil && c.Walls != nil },
	},
	{"Obstacles are soft and stand outside the stopping path.",
		func(d *Drill) bool {
			return slices.ContainsFunc(
				d.Pattern.Objects,
				func(o pattern.Object) bool { return o.Kind == "obstacle" },
			)
		}},
	{
		"Bands: check anchor and wear before use, and stand clear of the line of pull.",
		func(d *Drill) bool { return d.brings("band") },
	},
	{
		"Medicine ball: light for the young; stop when the form goes.",
		func(d *Drill) bool { return d.brings("medicine ball") },
	},
	{"Deep knee bend only as far as is comfortable.",
		func(d *Drill) bool {
			return d.any(
				func(f pattern.Feed) bool { return f.Height < 0.3 && d.Pattern.Court != "tableTennis" },
			)
		}},
	{
		"Serving and overheads add up for juniors: show the count, and follow the federation’s or clinician’s limits.",
		func(d *Drill) bool {
			return d.any(
				func(f pattern.Feed) bool { return f.Stroke == pattern.Serve || f.Stroke == pattern.Overhead },
			)
		},
	},
}

// AllCautions are those written in the drill and those that apply to what is
// in it, each once.
func (d *Drill) AllCautions() []string {
	out := slices.Clone(d.Cautions)
	for _, c := range cautious {
		if c.applies(d) && !slices.Contains(out, c.text) {
			out = append(out, c.text)
		}
	}
	return out
}

func (d *Drill) any(is func(pattern.Feed) bool) bool { return slices.ContainsFunc(d.Pattern.Feeds, is) }

func (d *Drill) has(role string) bool {
	return slices.ContainsFunc(d.Pattern.People, func(p pattern.Person) bool { return p.Role == role })
}

func (d *Drill) brings(what string) bool {
	return slices.ContainsFunc(
		d.Kit,
		func(k string) bool { return strings.Contains(strings.ToLower(k), what) },
	)
}
