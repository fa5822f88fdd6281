package formation

import (
	"math"
	"slices"

	"hodometer/core/lesson"
	"hodometer/core/play"
)

// Sharing is a student's part of a drill block: how many share its balls while
// the student is there, for how many minutes, how many bring balls at the same
// time, and how many balls are the student's own; −1 where that is an equal
// share.
type Sharing struct {
	Students, Minutes float64
	Sources           int
	Own               float64
}

// Sources is how many bring balls at the same time in a drill block with n
// there: the feeders among them and the coach, no more than hit; as the drill is
// drawn where nobody is told to feed.
func Sources(b *lesson.Block, n int) int {
	hitters := max(1, min(n, b.Drill.Hitters))
	drawn := min(hitters, b.Drill.Sources())
	a := b.Arrangement
	if a == nil || b.Moves() != lesson.Posts || a.Feeders == 0 {
		return drawn
	}
	feeders := min(a.Feeders, max(0, n-hitters))
	if coachFeeds(b) {
		feeders++
	}
	return max(1, min(hitters, max(drawn, feeders)))
}

// Sharings of a block that starts at that minute, for n students. Where all are
// there they take turns in order, so that who comes first may have a turn more
// than the last; those who come late or leave early share with fewer or more. At
// stations a smaller group has the drill for a shorter time, which comes to the
// same share of it.
func Sharings(l *lesson.Lesson, b *lesson.Block, at float64, n int) []Sharing {
	out := make([]Sharing, n)
	own := []float64(nil)
	if b.Moves() != lesson.Stations && len(l.Attendance) == 0 && n > 0 {
		own = inTurns(b, n)
	}
	end := at + float64(b.Minutes)
	for i := range out {
		out[i] = Sharing{Students: float64(n), Minutes: float64(b.Minutes), Sources: Sources(b, n), Own: -1}
		if own != nil { // whose balls come farther apart gets fewer
			mine := b.DrillFor(l.Students[i]).Tempo().SecondsPerBall
			out[i].Own = own[i] * b.Drill.Tempo().SecondsPerBall / mine
		}
		if len(l.Attendance) > 0 {
			from, to := l.Stay(l.Students[i])
			from, to = max(at, from), min(end, to)
			if out[i].Minutes = max(0, to-from); out[i].Minutes > 0 {
				out[i].Students = out[i].Minutes / together(l, from, to)
			}
		}
		out[i].Students = max(1, out[i].Students)
	}
	return out
}

// together is one's equal part of the minutes between two: ∫ dt ÷ how many are
// there.
func together(l *lesson.Lesson, from, to float64) (sum float64) {
	cuts := []float64{from, to}
	for _, s := range l.Students {
		comes, goes := l.Stay(s)
		for _, c := range []float64{comes, goes} {
			if c > from && c < to {
				cuts = append(cuts, c)
			}
		}
	}
	slices.Sort(cuts)
	for i := 1; i < len(cuts); i++ {
		here, middle := 0, (cuts[i-1]+cuts[i])/2
		for _, s := range l.Students {
			if comes, goes := l.Stay(s); comes <= middle && middle < goes {
				here++
			}
		}
		if here > 0 {
			sum += (cuts[i] - cuts[i-1]) / float64(here)
		}
	}
	return sum
}

// inTurns is how many balls each of n gets when they take turns from the first
// minute to the last, the last turn cut short where the time is up.
func inTurns(b *lesson.Block, n int) []float64 {
	d, out := b.Drill, make([]float64, n)
	left := float64(d.TempoFor(float64(n)).Balls(float64(b.Minutes)))
	hitters, each := float64(max(1, min(n, d.Hitters))), 1.0
	if d.Fed() {
		each = float64(Sources(b, n)) / hitters
	}
	y := play.Posts(b, n)
	for t := 0; left > 0; t++ {
		balls := math.Min(left, float64(d.TurnBalls))
		for p, held := range y.Turns[t%len(y.Turns)] {
			if Doing(y.Places[p].Doing) == Hitting {
				for _, who := range held {
					out[who] += each * balls
				}
			}
		}
		left -= balls
	}
	return out
}
