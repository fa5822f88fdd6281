package library

import (
	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/flight"
	"hodometer/core/goal"
	"hodometer/core/pattern"
)

// draft is a drill being put together, with what its next ball is like.
type draft struct {
	drill.Drill
	next pattern.Feed
}

// part is a piece of a drill's description; pieces are read in order.
type part func(d *draft)

// The strokes and directions by short names.
const (
	fh, bh, vo, oh, sv, any = pattern.Forehand, pattern.Backhand, pattern.Volley, pattern.Overhead, pattern.Serve, pattern.Either
	cross, straight         = drill.CrossCourt, drill.Straight
	middle, anywhere        = drill.Middle, drill.Anywhere
)

// put puts a drill together: name, court, title, what it is for, the ball it
// is played off, and its parts.
func put(id, courtID, title, intent string, focus drill.Focus, off string, parts ...part) Entry {
	d := draft{Drill: drill.Drill{Format: drill.Format, Version: drill.Version, Title: title, Intent: intent, Focus: focus, Level: "club", Situation: off,
		Players: drill.Span{Least: 1, Best: 2, Most: 4}, Minutes: drill.Span{Least: 5, Best: 10, Most: 20}, Hitters: 1, After: "stay",
		Pattern: pattern.Pattern{Court: courtID, Area: court.Singles, Hand: court.RightHand, Feeds: []pattern.Feed{}, People: []pattern.Person{}, Objects: []pattern.Object{}},
		Targets: []drill.Target{}, Steps: []drill.Step{}, Cues: []string{}, Cautions: []string{}, Kit: []string{}}}
	for _, p := range parts {
		p(&d)
	}
	if d.TurnBalls == 0 {
		d.TurnBalls = len(d.Pattern.Feeds)
	}
	return Entry{id, d.Drill}
}

func pitched(l drill.Level) part { return func(d *draft) { d.Level = l } }
func doubles(d *draft)           { d.Pattern.Area = court.Doubles }
func shifting(d *draft)          { d.Pattern.Shift = true }
func after(a drill.After) part   { return func(d *draft) { d.After = a } }
func hitters(n int) part         { return func(d *draft) { d.Hitters = n } }
func turn(balls int) part        { return func(d *draft) { d.TurnBalls = balls } }
func cues(c ...string) part      { return func(d *draft) { d.Cues = c } }
func care(c ...string) part      { return func(d *draft) { d.Cautions = c } }
func kit(k ...string) part       { return func(d *draft) { d.Kit = k } }
func students(least, best, most int) part {
	return func(d *draft) { d.Players = drill.Span{Least: least, Best: best, Most: most} }
}
func minutes(least, best, most int) part {
	return func(d *draft) { d.Minutes = drill.Span{Least: least, Best: best, Most: most} }
}
func basket(balls int, pickUp float64) part {
	return func(d *draft) { d.Basket, d.PickUp = balls, pickUp }
}

// at is where the student starts and comes back to; start, where they start
// when that is another place, comes after it.
func at(x, y float64) part {
	return func(d *draft) { d.Pattern.Start = court.Point{X: x, Y: y}; d.Pattern.Base = d.Pattern.Start }
}
func start(x, y float64) part {
	return func(d *draft) { d.Pattern.Start = court.Point{X: x, Y: y} }
}

// person puts somebody on the court; lane, another hitter with their lane.
func person(role string, x, y float64) part {
	return func(d *draft) {
		d.Pattern.People = append(d.Pattern.People, pattern.Person{Role: role, At: court.Point{X: x, Y: y}})
	}
}
func lane(x, y, toX, toY float64) part {
	return func(d *draft) {
		d.Pattern.People = append(d.Pattern.People, pattern.Person{Role: "hitter", At: court.Point{X: x, Y: y}, Aim: &court.Point{X: toX, Y: toY}})
	}
}
func thing(kind string, x, y float64) part {
	return func(d *draft) {
		d.Pattern.Objects = append(d.Pattern.Objects, pattern.Object{Kind: kind, At: court.Point{X: x, Y: y}})
	}
}

// From here on balls come from that place: x, y, z in metres.
func from(how pattern.How, role string, x, y, z float64) part {
	return func(d *draft) {
		if role != "" {
			person(role, x, y)(d)
		}
		d.next = pattern.Feed{How: how, From: pattern.Place{X: x, Y: y, Z: z}, By: flight.ByClearance, Want: 1, Meet: pattern.Falling, Height: 0.8, Stroke: any, Gap: 3}
	}
}
func racket(x, y float64) part  { return from(pattern.ByRacket, "feeder", x, y, 1) }
func rally(x, y float64) part   { return from(pattern.Live, "partner", x, y, 0.9) }
func toss(x, y float64) part    { return from(pattern.ByHand, "feeder", x, y, 1.2) }
func machine(x, y float64) part { return from(pattern.ByMachine, "", x, y, 0.9) }

// like changes the balls that follow; ball adds one that comes to x, y.
func like(change ...func(f *pattern.Feed)) part {
	return func(d *draft) {
		for _, c := range change {
			c(&d.next)
		}
	}
}
func ball(x, y float64, s pattern.Stroke, change ...func(f *pattern.Feed)) part {
	return func(d *draft) {
		f := d.next
		f.To, f.Stroke = court.Point{X: x, Y: y}, s
		for _, c := range change {
			c(&f)
		}
		d.Pattern.Feeds = append(d.Pattern.Feeds, f)
	}
}

// own is a ball the student tosses or serves there; step, a stroke without one.
func own(x, y float64, s pattern.Stroke, seconds, gap, height float64, change ...func(f *pattern.Feed)) part {
	return unflown(pattern.Self, x, y, s, seconds, gap, height, change)
}
func step(x, y float64, s pattern.Stroke, seconds, gap float64, change ...func(f *pattern.Feed)) part {
	return unflown(pattern.Shadow, x, y, s, seconds, gap, 0.9, change)
}
func unflown(how pattern.How, x, y float64, s pattern.Stroke, seconds, gap, height float64, change []func(f *pattern.Feed)) part {
	return func(d *draft) {
		f := pattern.Feed{How: how, From: pattern.Place{X: x, Y: y, Z: height}, To: court.Point{X: x, Y: y}, By: flight.ByTime, Want: seconds,
			Meet: pattern.InAir, Height: height, Stroke: s, Gap: gap}
		for _, c := range change {
			c(&f)
		}
		d.Pattern.Feeds = append(d.Pattern.Feeds, f)
	}
}

// What a ball is like.
func over(m float64) func(f *pattern.Feed) {
	return func(f *pattern.Feed) { f.By, f.Want = flight.ByClearance, m }
}
func apex(m float64) func(f *pattern.Feed) {
	return func(f *pattern.Feed) { f.By, f.Want = flight.ByApex, m }
}
func speed(ms float64) func(f *pattern.Feed) {
	return func(f *pattern.Feed) { f.By, f.Want = flight.BySpeed, ms }
}
func top(rpm float64) func(f *pattern.Feed)  { return func(f *pattern.Feed) { f.TopRPM = rpm } }
func gap(s float64) func(f *pattern.Feed)    { return func(f *pattern.Feed) { f.Gap = s } }
func height(m float64) func(f *pattern.Feed) { return func(f *pattern.Feed) { f.Height = m } }
func rising(f *pattern.Feed)                 { f.Meet = pattern.Rising }
func inAir(f *pattern.Feed)                  { f.Meet = pattern.InAir }
func aim(x, y float64) func(f *pattern.Feed) {
	return func(f *pattern.Feed) { f.Aim = &court.Point{X: x, Y: y} }
}

// goes on to x, y after it.
func goes(x, y float64) func(f *pattern.Feed) {
	return func(f *pattern.Feed) { f.Go = &court.Point{X: x, Y: y} }
}

// Targets: a circle, a box of width across and depth along the court, a gate.
func circle(name string, x, y, r float64) part {
	return aimAt(drill.Target{Name: name, Kind: drill.Circle, At: court.Point{X: x, Y: y}, Radius: r, Worth: 1})
}
func box(name string, x, y, width, depth float64) part {
	return aimAt(drill.Target{Name: name, Kind: drill.Box, At: court.Point{X: x, Y: y}, Width: width, Depth: depth, Worth: 1})
}
func gate(name string, x, y, width float64) part {
	return aimAt(drill.Target{Name: name, Kind: drill.Gate, At: court.Point{X: x, Y: y}, Width: width, Worth: 1})
}
func aimAt(t drill.Target) part { return func(d *draft) { d.Targets = append(d.Targets, t) } }

// both has the last target stand on both sides; worth gives its points.
func both(d *draft) { d.Targets[len(d.Targets)-1].Both = true }
func worth(points int) part {
	return func(d *draft) { d.Targets[len(d.Targets)-1].Worth = points }
}

// Goals, at the target listed so far last, or in court when there is none.
func total(n int, s pattern.Stroke, dir drill.Direction) part { return asks(goal.Total, n, s, dir) }
func row(n int, s pattern.Stroke, dir drill.Direction) part   { return asks(goal.InARow, n, s, dir) }
func asks(k goal.Kind, n int, s pattern.Stroke, dir drill.Direction) part {
	return func(d *draft) {
		d.Steps = append(d.Steps, drill.Step{Stroke: s, Direction: dir, Target: max(0, len(d.Targets)-1), Goal: goal.Goal{Kind: k, Count: n}})
	}
}
