package units

import "time"

// Day returns a day as it is written everywhere: "Tue 1 Dec", with the year where
// it is not that of now: "Mon 1 Dec 2025".
func Day(t, now time.Time) string {
	if t.Year() != now.Year() {
		return t.Format("Mon 2 Jan 2006")
	}
	return t.Format("Mon 2 Jan")
}
