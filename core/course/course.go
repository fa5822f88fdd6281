package course

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/units"
)

// Format and Version mark a course document.
const (
	Format  = "hodometer.course"
	Version = 1
)

// Week is one of the weeks.
type Week struct {
	Theme Theme  `json:"theme"`
	Aim   string `json:"aim,omitempty"` // a drill's focus; "": what the students need
}

// Off is a stretch of days without lessons, both ends included.
type Off struct {
	From string `json:"from"`
	To   string `json:"to"`
	Why  string `json:"why,omitempty"`
}

// State is what became of a lesson of the course.
type State string

// The states.
const (
	Planned State = ""
	Dropped State = "dropped"
	Rained  State = "rained"
)

// Slot is one lesson of the course. Its id is the lesson's, drafted or not.
type Slot struct {
	ID      string `json:"id"`
	Week    int    `json:"week"` // from 0: where its theme comes from
	Date    string `json:"date"` // 2006-01-02, local
	Start   string `json:"start"`
	Minutes int    `json:"minutes"`
	State   State  `json:"state,omitempty"`
	// Moved says from which day it was moved.
	Moved string `json:"moved,omitempty"`
	// Carries are the lessons whose work came here, since they could not be given.
	Carries []string `json:"carries,omitempty"`
}

// Course is the document.
type Course struct {
	Format   string   `json:"format"`
	Version  int      `json:"version"`
	ID       string   `json:"id"`
	Title    string   `json:"title"`
	Students []string `json:"students"`
	Court    string   `json:"court"`
	Start    string   `json:"start"`
	Minutes  int      `json:"minutes"`
	Days     []int    `json:"days"` // of the week, 1 Monday to 7 Sunday
	From     string   `json:"from"`
	Weeks    []Week   `json:"weeks"`
	Off      []Off    `json:"off,omitempty"`
	Event    string   `json:"event,omitempty"` // its day; "": none
	// Resources are what is there; nil: what was there at the last lesson of these students.
	Resources *lesson.Resources `json:"resources,omitempty"`
	Lessons   []Slot            `json:"lessons"`
}

// Limits of a course.
const (
	MaxWeeks   = 52
	maxLessons = 366
	maxMinutes = 480
)

// Validate lists what is wrong with the course.
func (c *Course) Validate() (p units.Problems) {
	if c.Format != Format || c.Version != Version {
		p.Add("format", fmt.Sprintf("this is not a %s document of version %d", Format, Version))
	}
	p.Named("title", c.Title, "a weekly plan needs a title")
	if len(c.Students) == 0 {
		p.Add("students", "add at least one student")
	}
	if _, err := court.ByID(c.Court); err != nil {
		p.Add("court", err.Error())
	}
	if c.Resources != nil {
		p.Under("resources", c.Resources.Validate())
	}
	date(&p, "from", c.From)
	clock(&p, "start", c.Start)
	if c.Event != "" {
		date(&p, "event", c.Event)
	}
	if c.Minutes < 1 || c.Minutes > maxMinutes {
		p.Add("minutes", fmt.Sprintf("a lesson lasts 1 to %d minutes, got %d", maxMinutes, c.Minutes))
	}
	if len(c.Days) == 0 {
		p.Add("days", "choose at least one day of the week")
	}
	for i, d := range c.Days {
		if d < 1 || d > 7 || slices.Contains(c.Days[:i], d) {
			p.Add(fmt.Sprintf("days[%d]", i), "days of the week are 1 (Monday) to 7 (Sunday), each once")
		}
	}
	if len(c.Weeks) == 0 || len(c.Weeks) > MaxWeeks {
		p.Add("weeks", fmt.Sprintf("a weekly plan has 1 to %d weeks, got %d", MaxWeeks, len(c.Weeks)))
	}
	for i, w := range c.Weeks {
		if w.Theme != Open {
			p.OneOf(fmt.Sprintf("weeks[%d].theme", i), string(w.Theme), Themes)
		}
	}
	for i, o := range c.Off {
		field := fmt.Sprintf("off[%d]", i)
		date(&p, field+".from", o.From)
		date(&p, field+".to", o.To)
		if o.To < o.From {
			p.Add(field+".to", "days off end on or after the day they begin")
		}
	}
	if len(c.Lessons) > maxLessons {
		p.Add("lessons", fmt.Sprintf("a weekly plan has at most %d lessons", maxLessons))
	}
	for i, s := range c.Lessons {
		field := fmt.Sprintf("lessons[%d]", i)
		date(&p, field+".date", s.Date)
		clock(&p, field+".start", s.Start)
		if s.Minutes < 1 || s.Minutes > maxMinutes {
			p.Add(
				field+".minutes",
				fmt.Sprintf("a lesson lasts 1 to %d minutes, got %d", maxMinutes, s.Minutes),
			)
		}
		if s.Week < 0 || s.Week >= len(c.Weeks) {
			p.Add(field+".week", "this week is not in the weekly plan")
		}
		if slices.ContainsFunc(c.Lessons[:i], func(o Slot) bool { return o.ID == s.ID }) {
			p.Add(field+".id", "two lessons have this id")
		}
	}
	return p
}

func date(p *units.Problems, field, said string) {
	if _, err := time.Parse(time.DateOnly, said); err != nil {
		p.Add(field, fmt.Sprintf("%q is not a date; write it as 2026-05-17", said))
	}
}

func clock(p *units.Problems, field, said string) {
	if _, err := time.Parse("15:04", said); err != nil {
		p.Add(field, fmt.Sprintf("%q is not a time of day; write it as 17:30", said))
	}
}

// IsOff says whether a day has no lessons.
func (c *Course) IsOff(day string) bool {
	return slices.ContainsFunc(c.Off, func(o Off) bool { return o.From <= day && day <= o.To })
}

// Begins is the first day of the pattern on or after From: the first week is the one it is
// in, so that no theme is lost to a week without lessons.
func (c *Course) Begins() string {
	first, err := time.Parse(time.DateOnly, c.From)
	if err != nil {
		return c.From
	}
	for range 7 {
		if slices.Contains(c.Days, (int(first.Weekday())+6)%7+1) {
			break
		}
		first = first.AddDate(0, 0, 1)
	}
	return first.Format(time.DateOnly)
}

// Make lays the lessons of a valid course over its days: those of the pattern that are
// not off and not past its event. Easing weeks have shorter ones. Ids are empty.
func (c *Course) Make() []Slot {
	out := []Slot{}
	first, err := time.Parse(time.DateOnly, c.Begins())
	if err != nil {
		return out
	}
	monday := first.AddDate(0, 0, -(int(first.Weekday())+6)%7)
	for w, week := range c.Weeks {
		days := slices.Clone(c.Days)
		slices.Sort(days)
		for _, d := range days {
			on := monday.AddDate(0, 0, 7*w+d-1).Format(time.DateOnly)
			if on < c.From || c.IsOff(on) || c.Event != "" && on >= c.Event {
				continue
			}
			minutes := c.Minutes
			if week.Theme == Easing {
				minutes = max(1, int(math.Round(float64(minutes)*EasingShare/5))*5)
			}
			out = append(out, Slot{Week: w, Date: on, Start: c.Start, Minutes: minutes})
		}
	}
	return out
}

// Lay gives the weeks their themes in that manner. A week without a lesson has none: its theme
// is the next week's, so that none is lost to days off.
func (c *Course) Lay(m Manner) error {
	taught := map[int]bool{}
	for _, s := range c.Make() {
		taught[s.Week] = true
	}
	themes, err := Lay(len(taught), m)
	if err != nil {
		return err
	}
	for i := range c.Weeks {
		c.Weeks[i].Theme = Open
		if taught[i] {
			c.Weeks[i].Theme, themes = themes[0], themes[1:]
		}
	}
	return nil
}

// at is the place of a lesson.
func (c *Course) at(id string) int {
	return slices.IndexFunc(c.Lessons, func(s Slot) bool { return s.ID == id })
}

// Lesson of that id; nil for none.
func (c *Course) Lesson(id string) *Slot {
	if i := c.at(id); i >= 0 {
		return &c.Lessons[i]
	}
	return nil
}

// Move puts a lesson on another day. Its work goes along: the theme is that of the week
// it was made for.
func (c *Course) Move(id, day, start string) error {
	s := c.Lesson(id)
	if s == nil {
		return fmt.Errorf("this lesson is not in the weekly plan")
	}
	var p units.Problems
	date(&p, "date", day)
	clock(&p, "start", start)
	if c.IsOff(day) {
		p.Add("date", "this day is a day off")
	}
	if err := p.Err(); err != nil {
		return err
	}
	if s.Moved == "" && day != s.Date {
		s.Moved = s.Date
	}
	if s.Moved == day {
		s.Moved = ""
	}
	s.Date, s.Start = day, start
	c.Carry()
	return nil
}

// CallOff drops a lesson, or has it rained off: its work goes to the next one that is
// still to be given.
func (c *Course) CallOff(id string, why State) error {
	s := c.Lesson(id)
	if s == nil || why != Dropped && why != Rained {
		return fmt.Errorf("this lesson is not in the weekly plan, so it cannot be cancelled")
	}
	s.State = why
	c.Carry()
	return nil
}

// Restore takes a lesson that was called off up again: its work comes back.
func (c *Course) Restore(id string) error {
	s := c.Lesson(id)
	if s == nil {
		return fmt.Errorf("this lesson is not in the weekly plan")
	}
	s.State = Planned
	c.Carry()
	return nil
}

// Carry gives the work of each lesson that is off to the next one that is on, whatever
// was moved; where none comes after it, to none.
func (c *Course) Carry() {
	slices.SortStableFunc(
		c.Lessons,
		func(a, b Slot) int { return strings.Compare(a.Date+a.Start, b.Date+b.Start) },
	)
	var waiting []string
	for i := range c.Lessons {
		s := &c.Lessons[i]
		if s.Carries = nil; s.State != Planned {
			waiting = append(waiting, s.ID)
		} else {
			s.Carries, waiting = waiting, nil
		}
	}
}

// WeekLoad is one week's minutes beside those of the weeks before it.
type WeekLoad struct {
	Minutes int     `json:"minutes"`
	Lessons int     `json:"lessons"`
	Usual   float64 `json:"usual"` // mean of up to four weeks before; 0: none
}

// Loads are the minutes planned week by week, by the days lessons are really on, counted
// from the Monday of the first.
func (c *Course) Loads() []WeekLoad {
	out := make([]WeekLoad, len(c.Weeks))
	first, err := time.Parse(time.DateOnly, c.Begins())
	if err != nil {
		return out
	}
	monday := first.AddDate(0, 0, -(int(first.Weekday())+6)%7)
	for _, s := range c.Lessons {
		on, err := time.Parse(time.DateOnly, s.Date)
		if w := int(
			math.Floor(on.Sub(monday).Hours() / 24 / 7),
		); err == nil && s.State == Planned && w >= 0 &&
			w < len(out) {
			out[w].Minutes += s.Minutes
			out[w].Lessons++
		}
	}
	for w := range out {
		before := out[max(0, w-4):w]
		for _, b := range before {
			out[w].Usual += float64(b.Minutes) / float64(len(before))
		}
	}
	return out
}

// Unnamed returns the weeks as they are handed to another coach: themes, days and times
// without the students, the lessons that were made, and titles in which one of these names
// stands.
func (c *Course) Unnamed(names []string) Course {
	out := *c
	out.Students, out.Lessons = []string{}, []Slot{}
	if units.Names(c.Title, names) {
		out.Title = "Weekly plan"
	}
	return out
}
