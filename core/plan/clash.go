package plan

import (
	"fmt"
	"strings"
	"time"

	"hodometer/core/lesson"
	"hodometer/core/units"
)

// Elsewhere is another lesson on the same day, with those of the students who are in it too.
type Elsewhere struct {
	Title    string
	Start    string // 15:04
	Minutes  int
	Students []string // their ids
}

// Clashes puts in what students are asked to be in two lessons at once: of the others those
// whose time meets that of the lesson.
func (p *Plan) Clashes(l *lesson.Lesson, students []Student, others []Elsewhere) {
	from, to, ok := within(l.Start, l.SlotMinutes)
	if !ok {
		return
	}
	var said []string
	times := map[string]int{} // lessons of one name at one time are said once
	for _, o := range others {
		start, end, ok := within(o.Start, o.Minutes)
		if !ok || start >= to || end <= from {
			continue
		}
		var names []string
		for i := range students {
			for _, id := range o.Students {
				if students[i].ID == id {
					names = append(names, students[i].FirstName())
				}
			}
		}
		if len(names) == 0 {
			continue
		}
		are := "is"
		if len(names) > 1 {
			are = "are"
		}
		is := fmt.Sprintf("%s %s also in “%s” from %s to %s",
			units.List(names), are, strings.TrimSpace(o.Title), o.Start, clock(o.Start, float64(o.Minutes)))
		if times[is]++; times[is] == 1 {
			said = append(said, is)
		}
	}
	var out []Notice
	for _, is := range said {
		if n := times[is]; n > 1 {
			is += fmt.Sprintf(" (%d lessons)", n)
		}
		out = append(out, notice("elsewhere", is+"."))
	}
	if len(out) > 0 { // an empty list stays one, and does not become none
		p.Notices = append(out, p.Notices...)
	}
}

// within are the minutes of the day at which something begins and ends.
func within(start string, minutes int) (from, to int, ok bool) {
	t, err := time.Parse("15:04", start)
	from = t.Hour()*60 + t.Minute()
	return from, from + minutes, err == nil
}
