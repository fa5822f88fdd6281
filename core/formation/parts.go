package formation

import "hodometer/core/lesson"

// Sharing is a student's part of a drill block: how many share its balls while
// the student is there, and for how many minutes.
type Sharing struct{ Students, Minutes float64 }

// Sharings of a block that starts at that minute, for n students. At stations
// the group of each is smaller and its time shorter; those who come late or
// leave early share with fewer or more.
func Sharings(l *lesson.Lesson, b *lesson.Block, at float64, n int) []Sharing {
	out := make([]Sharing, n)
	stations := 1.0
	if b.Moves() == lesson.Stations {
		stations = float64(1 + len(b.Arrangement.Others))
	}
	end := at + float64(b.Minutes)
	for i := range out {
		out[i] = Sharing{float64(n), float64(b.Minutes)}
		if len(l.Attendance) > 0 {
			from, to := l.Stay(l.Students[i])
			from, to = max(at, from), min(end, to)
			together := 0.0 // minutes that others, and oneself, are there meanwhile
			for j := range n {
				f, t := l.Stay(l.Students[j])
				together += max(0, min(to, t)-max(from, f))
			}
			if out[i].Minutes = max(0, to-from); out[i].Minutes > 0 {
				out[i].Students = together / out[i].Minutes
			}
		}
		out[i].Students = max(1, out[i].Students/stations)
		out[i].Minutes /= stations
	}
	return out
}
