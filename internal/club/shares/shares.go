package shares

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"hodometer/core/course"
	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/students"
	"hodometer/internal/club/weeks"

	"github.com/google/uuid"
)

// Format and Version mark the file that one coach gives another.
const (
	Format  = "hodometer.share"
	Version = 1
)

// Share is what is in the file.
type Share struct {
	Format  string          `json:"format"`
	Version int             `json:"version"`
	Drills  []drill.Drill   `json:"drills,omitempty"`
	Games   []game.Preset   `json:"games,omitempty"`
	Ladders []ladder.Ladder `json:"ladders,omitempty"`
	// Lessons and Weeks have no students.
	Lessons []lesson.Lesson `json:"lessons,omitempty"`
	Weeks   []course.Course `json:"weeks,omitempty"`
	Given   []Given         `json:"given,omitempty"`
}

// Given is a lesson that was given, with who was in it and what was counted.
type Given struct {
	ID       string        `json:"id"` // of the run
	Day      string        `json:"day"`
	Lesson   lesson.Lesson `json:"lesson"`
	Students []Who         `json:"students"`
	Events   []run.Event   `json:"events"`
}

// Who is a student as far as another coach needs to know to count on.
type Who struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	Hand  string `json:"hand"`
	Level string `json:"level"`
}

// Asked are the ids of what is to be handed on.
type Asked struct{ Lessons, Ladders, Weeks, Runs []string }

// Shares hands parts of a club on.
type Shares struct {
	documents *documents.Shelf
	students  *students.Roll
	lessons   *lessons.Diary
	runs      *runs.Runs
	weeks     *weeks.Weeks
}

// New returns the shares of that club.
func New(d *documents.Shelf, s *students.Roll, l *lessons.Diary, r *runs.Runs, w *weeks.Weeks) *Shares {
	return &Shares{d, s, l, r, w}
}

// Share puts together what was asked for, with the club's own drills that its ladders are
// counted in.
func (c *Shares) Share(ctx context.Context, a Asked) (out Share, err error) {
	out.Format, out.Version = Format, Version
	people, err := c.students.Students(ctx)
	if err != nil {
		return out, err
	}
	var names []string
	for _, p := range people {
		names = append(names, p.Name)
	}
	for _, id := range a.Lessons {
		l, err := c.lessons.Lesson(ctx, id)
		if err != nil {
			return out, err
		}
		out.Lessons = append(out.Lessons, l.Unnamed(names))
	}
	for _, id := range a.Ladders {
		l, err := c.documents.Ladder(ctx, id)
		if err != nil {
			return out, err
		}
		out.Ladders = append(out.Ladders, l.Ladder)
		if err := c.drillsOf(ctx, &out, l.Ladder, names); err != nil {
			return out, err
		}
	}
	for _, id := range a.Weeks {
		w, err := c.weeks.Course(ctx, id)
		if err != nil {
			return out, err
		}
		out.Weeks = append(out.Weeks, w.Course.Unnamed(names))
	}
	for _, id := range a.Runs {
		r, err := c.runs.Run(ctx, id)
		if err != nil {
			return out, err
		}
		day, err := c.runs.Day(ctx, id)
		if err != nil {
			return out, err
		}
		g := Given{ID: r.ID, Day: day, Lesson: *r.Lesson, Events: r.Events, Students: []Who{}}
		for _, s := range r.Students {
			g.Students = append(g.Students, Who{s.ID, s.Name, string(s.Hand), string(s.Level)})
		}
		out.Given = append(out.Given, g)
	}
	return out, nil
}

// drillsOf adds the club's own drills in which the rungs of a ladder are counted.
func (c *Shares) drillsOf(ctx context.Context, out *Share, l ladder.Ladder, names []string) error {
	for _, r := range l.Rungs {
		if _, err := library.ByID(r.Drill); r.Drill == "" || err == nil ||
			slices.ContainsFunc(out.Drills, func(d drill.Drill) bool { return d.ID == r.Drill }) {
			continue
		}
		d, err := c.documents.Drill(ctx, r.Drill)
		switch {
		case errors.As(err, &answer.Missing{}):
		case err != nil:
			return err
		default:
			out.Drills = append(out.Drills, d.Drill.Unnamed(names, "Drill"))
		}
	}
	return nil
}

// For is whom what comes in is for, and from which day on it is.
type For struct {
	Students []string
	From     string
}

// Taken is what came in, or would.
type Taken struct {
	Drills  []Part `json:"drills"`
	Games   []Part `json:"games"`
	Ladders []Part `json:"ladders"`
	Lessons []Part `json:"lessons"`
	Weeks   []Part `json:"weeks"`
	Given   []Part `json:"given"`
	// Students are those who are new here, by name.
	Students []string `json:"students"`
	// Known counts what was here already, and stayed as it is.
	Known int `json:"known"`
}

// Part is one thing that came in, with the id it has here.
type Part struct {
	ID    string `json:"id"`
	Title string `json:"title"`
}

func newID() string { return uuid.Must(uuid.NewV7()).String() }

// Take takes in what is in the file, or with try only says what that would be. Drills, games
// and lessons that were given are taken once, however often the file is; a ladder whose id is
// here, a lesson and weeks become new ones.
func (c *Shares) Take(ctx context.Context, s Share, whom For, try bool) (out Taken, err error) {
	out = Taken{
		Drills:   []Part{},
		Games:    []Part{},
		Ladders:  []Part{},
		Lessons:  []Part{},
		Weeks:    []Part{},
		Given:    []Part{},
		Students: []string{},
	}
	if len(s.Weeks) > 0 && len(whom.Students) == 0 && !try {
		return out, units.Problems{{Field: "students", Detail: "choose the students of the weekly plan"}}
	}
	for _, step := range []func(context.Context, *Share, For, bool, *Taken) error{
		c.takeDrills, c.takeGames, c.takeLadders, c.takeLessons, c.takeWeeks, c.takeGiven,
	} {
		if err := step(ctx, &s, whom, try, &out); err != nil {
			return out, err
		}
	}
	return out, nil
}

// unknown reports whether an error says that something is not here.
func unknown(err error) (bool, error) {
	if errors.As(err, &answer.Missing{}) {
		return true, nil
	}
	return false, err
}

func (c *Shares) takeDrills(ctx context.Context, s *Share, _ For, try bool, out *Taken) error {
	for _, d := range s.Drills {
		_, err := c.documents.Drill(ctx, d.ID)
		fresh, err := unknown(err)
		if err != nil {
			return err
		}
		if !fresh {
			out.Known++
			continue
		}
		if !try {
			if _, err := c.documents.SaveDrill(ctx, d.ID, 0, d); err != nil {
				return err
			}
		}
		out.Drills = append(out.Drills, Part{d.ID, d.Title})
	}
	return nil
}

func (c *Shares) takeGames(ctx context.Context, s *Share, _ For, try bool, out *Taken) error {
	for _, g := range s.Games {
		_, err := c.documents.Game(ctx, g.ID)
		fresh, err := unknown(err)
		if err != nil {
			return err
		}
		if !fresh {
			out.Known++
			continue
		}
		if !try {
			if _, err := c.documents.SaveGame(ctx, g.ID, 0, g); err != nil {
				return err
			}
		}
		out.Games = append(out.Games, Part{g.ID, g.Title})
	}
	return nil
}

func (c *Shares) takeLadders(ctx context.Context, s *Share, _ For, try bool, out *Taken) error {
	for _, l := range s.Ladders {
		_, err := c.documents.Ladder(ctx, l.ID)
		fresh, err := unknown(err)
		if err != nil {
			return err
		}
		if !fresh || !lesson.IsID(l.ID) { // it ships, or is another's who began with this one
			l.ID = newID()
		}
		if !try {
			if _, err := c.documents.SaveLadder(ctx, documents.ShelfLadder{Ladder: l}); err != nil {
				return err
			}
		}
		out.Ladders = append(out.Ladders, Part{l.ID, l.Title})
	}
	return nil
}

func (c *Shares) takeLessons(ctx context.Context, s *Share, whom For, try bool, out *Taken) error {
	for _, l := range s.Lessons {
		l.ID, l.Version, l.Students = newID(), 0, append([]string{}, whom.Students...)
		if whom.From != "" {
			l.Date = whom.From
		}
		l.Blocks = slices.Clone(l.Blocks)
		for i := range l.Blocks {
			l.Blocks[i].ID = newID()
		}
		if !try {
			if _, err := c.lessons.SaveLesson(ctx, &l); err != nil {
				return err
			}
		}
		out.Lessons = append(out.Lessons, Part{l.ID, l.Title})
	}
	return nil
}

func (c *Shares) takeWeeks(ctx context.Context, s *Share, whom For, try bool, out *Taken) error {
	for _, w := range s.Weeks {
		w.ID, w.Students = newID(), append([]string{}, whom.Students...)
		if whom.From != "" {
			w.From = whom.From
		}
		if !try {
			laid, err := c.weeks.PlanCourse(w, "")
			if err != nil {
				return err
			}
			if _, err := c.weeks.SaveCourse(ctx, laid); err != nil {
				return err
			}
		}
		out.Weeks = append(out.Weeks, Part{w.ID, w.Title})
	}
	return nil
}

func (c *Shares) takeGiven(ctx context.Context, s *Share, _ For, try bool, out *Taken) error {
	people, err := c.students.Students(ctx)
	if err != nil {
		return err
	}
	for _, g := range s.Given {
		_, err := c.runs.Run(ctx, g.ID)
		fresh, err := unknown(err)
		if err != nil {
			return err
		}
		if !fresh {
			out.Known++
			continue
		}
		if people, err = c.takeStudents(ctx, &g, people, try, out); err != nil {
			return err
		}
		out.Given = append(out.Given, Part{g.ID, g.Lesson.Title})
		if try {
			continue
		}
		g.Lesson.ID, g.Lesson.Version = newID(), 0 // the lesson here may have gone on since
		g.Lesson.Date = g.Day                      // whenever it was planned for, and whatever the phone's clock said
		l, err := c.lessons.SaveLesson(ctx, &g.Lesson)
		if err != nil {
			return err
		}
		for rest := g.Events; len(rest) > 0; { // no more at once than a phone may send
			n := min(len(rest), 500)
			_, err := c.runs.AddEvents(ctx, g.ID, &runs.Origin{ID: l.ID, Version: l.Version}, rest[:n])
			if err != nil {
				return err
			}
			rest = rest[n:]
		}
	}
	return nil
}

// takeStudents makes those of a lesson known here: by id, else by name where one alone has it,
// else as new ones. The lesson and its events then name them as they are known here.
func (c *Shares) takeStudents(
	ctx context.Context,
	g *Given,
	people []students.Student,
	try bool,
	out *Taken,
) ([]students.Student, error) {
	var change []string
	for _, w := range g.Students {
		var by []students.Student
		for _, p := range people {
			if p.ID == w.ID {
				by = []students.Student{p}
				break
			}
			if strings.EqualFold(p.Name, w.Name) {
				by = append(by, p)
			}
		}
		switch len(by) {
		case 1:
			change = append(change, `"`+w.ID+`"`, `"`+by[0].ID+`"`)
		case 0:
			p := students.Student{
				ID: w.ID, Name: w.Name, Hand: court.Hand(w.Hand), Level: units.Level(w.Level),
			}
			if !try {
				saved, err := c.students.SaveStudent(ctx, p)
				if err != nil {
					return nil, err
				}
				p = saved
			}
			people = append(people, p)
			out.Students = append(out.Students, w.Name)
		default:
			return nil, units.Problems{{Field: "given", Detail: fmt.Sprintf(
				"several students here are called %s; rename one of them first", w.Name)}}
		}
	}
	text, err := json.Marshal(g)
	if err != nil {
		return nil, err
	}
	var renamed Given
	err = json.Unmarshal([]byte(strings.NewReplacer(change...).Replace(string(text))), &renamed)
	*g = renamed
	return people, err
}
