package units

import "time"

// Day returns a day as it is written everywhere, by the clock that now is told by: "Tue 1
// Dec", with the year where it is not that of now: "Mon 1 Dec 2025".
func Day(t, now time.Time) string {
	t = t.In(now.Location())
	if t.Year() != now.Year() {
		return t.Format("Mon 2 Jan 2006")
	}
	return t.Format("Mon 2 Jan")
}

// SayDay returns a numbered day as Day does, without its year.
func SayDay(number int) string {
	t := time.Unix(int64(number)*24*60*60, 0).UTC()
	return Day(t, t)
}

// DayNumber returns the day of t by the calendar of the place it is told for, counted
// from 1 January 1970.
func DayNumber(t time.Time) int {
	y, m, d := t.Date()
	return int(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Unix() / (24 * 60 * 60))
}

// DayNumbered returns the same for a date such as 2026-05-17; false where it is none.
func DayNumbered(date string) (int, bool) {
	t, err := time.Parse(time.DateOnly, date)
	return DayNumber(t), err == nil
}
