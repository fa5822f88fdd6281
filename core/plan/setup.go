package plan

import (
	"fmt"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Placement is a thing on court or a person's spot, measured from the lines.
type Placement struct {
	Label   string        `json:"label"`
	At      court.Point   `json:"at"`
	Offsets court.Offsets `json:"offsets"`
}

// SetUp lists what a block needs set out, in the order of its drawing; nothing
// for one without a drill.
func SetUp(b *lesson.Block) []Placement {
	out := []Placement{}
	d := b.DrawnDrill()
	if d == nil {
		return out
	}
	c, err := d.Court()
	if err != nil {
		return out
	}
	put := func(label string, at court.Point) {
		out = append(out, Placement{label, at, c.Measure(d.Pattern.Area, at)})
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
		put(units.LabelOf(pattern.Kinds, o.Kind), o.At)
	}
	for _, p := range d.Pattern.People {
		put(units.LabelOf(pattern.Roles, string(p.Role)), p.At)
	}
	put("student starts", d.Pattern.Start)
	return out
}

// Carried is a thing to bring and who carries it out.
type Carried struct {
	ID      string `json:"id"` // of drill.Things, or drill.OwnItem
	Label   string `json:"label"`
	Carrier string `json:"carrier"` // first name; "coach" where nobody comes
}

// carry is everything to bring, each thing once, the most of it that any drill
// asks for, in the order it is needed; shared out one after the other.
func carry(l *lesson.Lesson, students []Student) []Carried {
	var kit []drill.Item
	for _, b := range l.Blocks {
		if b.Drill == nil {
			continue
		}
		for _, item := range b.Drill.Kit {
			i := slices.IndexFunc(kit, func(k drill.Item) bool {
				return k.ID == item.ID && k.Words == item.Words && k.Each == item.Each
			})
			if i < 0 {
				kit = append(kit, item)
			} else {
				kit[i].Count = max(kit[i].Count, item.Count)
			}
		}
	}
	out := make([]Carried, len(kit))
	for i, item := range kit {
		out[i] = Carried{ID: item.ID, Label: item.String(), Carrier: "coach"}
		if len(students) > 0 {
			out[i].Carrier = students[i%len(students)].FirstName()
		}
	}
	return out
}
