package exchange

import (
	"fmt"
	"time"

	"hodometer/internal/club/weeks"

	ics "github.com/arran4/golang-ical"
)

// epoch is from when on changes are numbered by their seconds, 1 January 2020: they fit 32 bits
// for decades.
const epoch = 1577836800

// WriteCalendar writes lessons as iCalendar (RFC 5545). Times are in UTC, from those of the
// place whose clock tells now; where that is only this machine's they have no zone, and are
// local to whoever reads them. A lesson keeps its id whatever becomes of it, and one that
// was called off says so.
func WriteCalendar(all []weeks.Appointment, now time.Time) ([]byte, error) {
	cal := ics.NewCalendar()
	cal.SetProductId("-//Hodometer//Lessons//EN")
	cal.SetMethod(ics.MethodPublish)
	cal.SetXWRCalName("Lessons")
	layout, place, shown := "20060102T150405", now.Location(), now.Location()
	if place != time.Local {
		layout, shown = layout+"Z", time.UTC
	}
	for _, a := range all {
		from, err := time.ParseInLocation("2006-01-02 15:04", a.Date+" "+a.Start, place)
		if err != nil {
			return nil, fmt.Errorf("lesson %s: %w", a.ID, err)
		}
		e := cal.AddEvent(a.ID + "@hodometer")
		e.SetDtStampTime(now)
		e.SetProperty(ics.ComponentPropertyDtStart, from.In(shown).Format(layout))
		e.SetProperty(
			ics.ComponentPropertyDtEnd,
			from.Add(time.Duration(a.Minutes)*time.Minute).In(shown).Format(layout),
		)
		e.SetSummary(a.Title)
		if a.About != "" {
			e.SetDescription(a.About)
		}
		// A sequence is a whole number that grows with every change; RFC 5545 leaves it to us which.
		e.SetSequence(int(max(0, a.Changed-epoch)))
		e.SetModifiedAt(time.Unix(a.Changed, 0))
		e.SetStatus(ics.ObjectStatusConfirmed)
		if a.Off {
			e.SetStatus(ics.ObjectStatusCancelled)
		}
	}
	return []byte(cal.Serialize(ics.WithNewLineWindows)), nil
}
