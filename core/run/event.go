package run

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/machine"
	"hodometer/core/units"
)

// Kind is what happened.
type Kind string

// The kinds of event.
const (
	Start      Kind = "start"      // the clock runs
	Pause      Kind = "pause"      // the clock stops
	GoTo       Kind = "goTo"       // Block becomes the one in progress
	Focus      Kind = "focus"      // Student is the one being counted; nobody: whose ball is due
	Turn       Kind = "turn"       // turn Value of Block begins, or the next one in which Student hits
	Hold       Kind = "hold"       // with Value 1 no change of turns is called in Block, with 0 it is
	Minutes    Kind = "minutes"    // Block is meant to take Value minutes; 0: it is left out
	SetUp      Kind = "setUp"      // Block's court is laid out, its cautions were read
	PickStep   Kind = "pickStep"   // Student works on stage Stage of Block
	Open       Kind = "stage"      // Student, or all, work on stage Stage of Block, its gate open or not
	Good       Kind = "good"       // Student, or Players as one, made a ball toward Stage; nobody named: who is due
	Miss       Kind = "miss"       // missed one
	Many       Kind = "count"      // made Value more at once, of Of balls where those were counted
	Go         Kind = "go"         // a try of a timed stage begins
	Time       Kind = "time"       // took Value milliseconds
	Reps       Kind = "reps"       // did Value repetitions more
	Held       Kind = "held"       // it was held: Value 0 not yet, 1 nearly, 2 held
	Rally      Kind = "rally"      // a rally of Value shots ended with a miss of Student, one of Players
	Choice     Kind = "choice"     // Student's last ball was the Value-th choice of its stage
	Error      Kind = "error"      // Value errors more, of Student where one is named
	Minute     Kind = "minute"     // minute Value of a warm-up, from 0, is on
	Bell       Kind = "bell"       // the stage that runs by the clock is over
	Point      Kind = "point"      // side Value (0 or 1) of Court won a rally of Block, with Marks, by Student
	Sides      Kind = "sides"      // Sides play on Court of Block from now on
	Practice   Kind = "practice"   // Value practice rounds come before the next rally counts
	PickUp     Kind = "pickUp"     // the basket of Block is full again
	Undo       Kind = "undo"       // the event Undoes did not happen
	Amend      Kind = "amend"      // the event Amends should have said this
	Finish     Kind = "finish"     // the lesson is over
	GiveUp     Kind = "giveUp"     // it was broken off: nothing of it is kept
	Remove     Kind = "remove"     // it is taken out of the log
	Engagement Kind = "engagement" // Student was engaged Value of 10
	Effort     Kind = "effort"     // Student found it Value of 10 hard
	Confidence Kind = "confidence" // Student says how confident they are, Value of 10
	Note       Kind = "note"       // Text is the line of notes, of Student where one is named
	Tag        Kind = "tag"        // the coach saw Text of Student
	Lasted     Kind = "lasted"     // Block took Value milliseconds, whatever the clock said
	There      Kind = "there"      // Student was there, or with Value 0 was not, or with 2 has gone
	Counted    Kind = "counted"    // Student's count of Stage was Value good of Of, best in a row Best
	Scored     Kind = "scored"     // the running game on Court stands at Value to Of
)

// Where a ball went.
const (
	InNet = "net"
	Long  = "long"
	Wide  = "wide"
	Short = "short"
)

// Event is one thing that happened on court. Only the fields its kind needs
// are set.
type Event struct {
	ID      string `json:"id"`
	At      int64  `json:"at"` // milliseconds since 1970 by the device's clock
	Kind    Kind   `json:"kind"`
	Block   string `json:"block,omitempty"`
	Student string `json:"student,omitempty"`
	// Players are several who did it as one, where nobody knows or cares who.
	Players []string `json:"players,omitempty"`
	// Stage is its place in the drill; it was called a step in earlier runs.
	Stage int `json:"step,omitempty"`
	Value int `json:"value,omitempty"`
	Of    int `json:"of,omitempty"`
	Best  int `json:"best,omitempty"`
	// Where a ball went: InNet, Long, Wide or Short; or the Spot itself.
	Where string       `json:"where,omitempty"`
	Spot  *court.Point `json:"spot,omitempty"`
	Marks []string     `json:"marks,omitempty"`
	Court int          `json:"court,omitempty"` // from 0
	Sides [][]string   `json:"sides,omitempty"` // students, by side
	Text  string       `json:"text,omitempty"`

	// Machine is how the ball machine was set that fed the ball, its rate with it.
	Machine *machine.Setting `json:"machine,omitempty"`

	Undoes string `json:"undoes,omitempty"`
	Amends string `json:"amends,omitempty"`
	// As has an amended ball be Good or Miss, whatever it was.
	As Kind `json:"as,omitempty"`
}

// Limits of an event.
const (
	// MaxNote is the longest line of notes, in characters.
	MaxNote = 500
	// MaxTag is the longest fault word.
	MaxTag = 24

	mostAtOnce = 1000
	longest    = 8 * 60 * 60 * 1000 // ms
)

// isV7 says whether s is a UUIDv7 in lower case.
func isV7(s string) bool {
	return lesson.IsID(s) && s[14] == '7' && strings.IndexByte("89ab", s[19]) >= 0
}

// Validate lists what is wrong with an event of a run of that lesson. What amends
// another is right when that one, so amended, is (Amended).
func (e Event) Validate(l *lesson.Lesson) (p units.Problems) {
	if !isV7(e.ID) {
		p.Add("id", "an event's id is a UUIDv7 in lower case")
	}
	if e.At <= 0 || e.At > 1<<45 {
		p.Add("at", "the time is in milliseconds since 1970")
	}
	if strings.ContainsFunc(
		e.Text,
		func(r rune) bool { return unicode.IsControl(r) && !strings.ContainsRune("\n\r\t", r) },
	) {
		p.Add("text", "type it again: it holds a character that cannot be seen")
	}
	k := kindOf(e.Kind)
	if k == nil {
		p.Add("kind", fmt.Sprintf("%q is not a kind of event", e.Kind))
		return p
	}
	for _, needs := range k.needs {
		needs(e, l, &p)
	}
	return p
}

// Amended is the event as the other says that it should have been.
func (e Event) Amended(by Event) Event {
	if by.As != "" && (e.Kind == Good || e.Kind == Miss) {
		e.Kind = by.As
		return e
	}
	by.ID, by.At, by.Kind, by.Amends, by.Undoes = e.ID, e.At, e.Kind, "", ""
	return by
}

// fedRight checks how the machine was set, where one fed the ball.
func fedRight(e Event, _ *lesson.Lesson, p *units.Problems) {
	if e.Machine == nil {
		return
	}
	p.Under("machine", e.Machine.Validate())
	if e.Machine.PerMinute == 0 {
		p.Add("machine.perMinute", "a ball of a machine comes at a rate")
	}
}

// need is a check of one of an event's fields.
type need func(e Event, l *lesson.Lesson, p *units.Problems)

func aBlock(e Event, l *lesson.Lesson, p *units.Problems) {
	if l.Block(e.Block) == nil {
		p.Add("block", "the lesson has no such block")
	}
}

func aStudent(e Event, l *lesson.Lesson, p *units.Problems) {
	if !slices.Contains(l.Students, e.Student) {
		p.Add("student", "this student is not in the lesson")
	}
}

func maybeAStudent(e Event, l *lesson.Lesson, p *units.Problems) {
	if e.Student != "" {
		aStudent(e, l, p)
	}
}

// somebody is a student, or several as one.
func somebody(e Event, l *lesson.Lesson, p *units.Problems) {
	if e.Student != "" || len(e.Players) == 0 {
		aStudent(e, l, p)
	}
	for i, s := range e.Players {
		if !slices.Contains(l.Students, s) || slices.Contains(e.Players[:i], s) {
			p.Add(fmt.Sprintf("players[%d]", i), "players are students of the lesson, each once")
		}
	}
}

// somebodyOrDue is a student, several as one, or nobody: then the ball that is due is
// meant.
func somebodyOrDue(e Event, l *lesson.Lesson, p *units.Problems) {
	if e.Student != "" || len(e.Players) > 0 {
		somebody(e, l, p)
	}
}

func aChoice(e Event, l *lesson.Lesson, p *units.Problems) {
	b := l.Block(e.Block)
	if b == nil || b.Drill == nil || e.Stage < 0 || e.Stage >= len(b.Drill.Stages) {
		return // said already
	}
	if n := len(b.Drill.Stages[e.Stage].Choices); e.Value < 0 || e.Value >= n {
		p.Add("value", fmt.Sprintf("the stage has %s", units.Plural(n, "choice", "choices")))
	}
}

func aMinute(e Event, l *lesson.Lesson, p *units.Problems) {
	switch b := l.Block(e.Block); {
	case b == nil:
		aBlock(e, l, p)
	case e.Value < 0 || e.Value >= len(b.Script):
		p.Add("value", fmt.Sprintf("the warm-up has %s", units.Plural(len(b.Script), "minute", "minutes")))
	}
}

func aStage(e Event, l *lesson.Lesson, p *units.Problems) {
	switch b := l.Block(e.Block); {
	case b == nil:
		aBlock(e, l, p)
	case b.Drill == nil:
		p.Add("block", "this block is not a drill")
	case e.Stage < 0 || e.Stage >= len(b.Drill.Stages):
		p.Add("step", fmt.Sprintf("the drill has goals 0 to %d", len(b.Drill.Stages)-1))
	}
}

// holding needs a stage whose goal is one of those that hold.
func holding(what string, holds func(drill.Stage) bool) need {
	return func(e Event, l *lesson.Lesson, p *units.Problems) {
		b := l.Block(e.Block)
		if b == nil || b.Drill == nil || e.Stage < 0 || e.Stage >= len(b.Drill.Stages) {
			return // said already
		}
		if !holds(b.Drill.Stages[e.Stage]) {
			p.Add("step", "the stage’s goal is not "+what)
		}
	}
}

func aMatch(e Event, l *lesson.Lesson, p *units.Problems) {
	if b := l.Block(e.Block); b == nil {
		aBlock(e, l, p)
	} else if b.Match == nil {
		p.Add("block", "this block is not a game")
	}
	if e.Court < 0 || e.Court >= lesson.MaxCourts {
		p.Add("court", fmt.Sprintf("there are courts 0 to %d", lesson.MaxCourts-1))
	}
}

func someMarks(e Event, l *lesson.Lesson, p *units.Problems) {
	b := l.Block(e.Block)
	if b == nil || b.Match == nil {
		return
	}
	for i, m := range e.Marks {
		if !b.Match.Rules.Knows(m) || slices.Contains(e.Marks[:i], m) {
			p.Add(
				fmt.Sprintf("marks[%d]", i),
				fmt.Sprintf("%q is not a bonus or penalty of this game, or is listed twice", m),
			)
		}
	}
}

func twoSides(e Event, l *lesson.Lesson, p *units.Problems) {
	if len(e.Sides) != 2 || len(e.Sides[0]) == 0 || len(e.Sides[1]) == 0 {
		p.Add("sides", "two sides play, with at least one student on each")
		return
	}
	all := slices.Concat(e.Sides[0], e.Sides[1])
	for i, s := range all {
		if !slices.Contains(l.Students, s) || slices.Contains(all[:i], s) {
			p.Add("sides", "players must be students of the lesson, each on one side")
			return
		}
	}
}

func aBasket(e Event, l *lesson.Lesson, p *units.Problems) {
	if b := l.Block(e.Block); b == nil {
		aBlock(e, l, p)
	} else if b.Drill == nil || b.Drill.Basket == 0 {
		p.Add("block", "this block has no basket")
	}
}

func aSide(e Event, _ *lesson.Lesson, p *units.Problems) {
	if e.Value != 0 && e.Value != 1 {
		p.Add("value", "a point goes to side 0 or 1")
	}
}

func aPlace(e Event, _ *lesson.Lesson, p *units.Problems) {
	switch e.Where {
	case "", InNet, Long, Wide, Short:
	default:
		p.Add(
			"where",
			fmt.Sprintf("a miss goes to %s, %s, %s or %s, got %q", InNet, Long, Wide, Short, e.Where),
		)
	}
	if s := e.Spot; s != nil && !(s.X >= -50 && s.X <= 50 && s.Y >= -50 && s.Y <= 50) {
		p.Add("spot", "a ball lands within fifty metres")
	}
}

// between needs the value within bounds.
func between(least, most int, said string) need {
	return func(e Event, _ *lesson.Lesson, p *units.Problems) {
		if e.Value < least || e.Value > most {
			p.Add("value", fmt.Sprintf("%s %d to %d, got %d", said, least, most, e.Value))
		}
	}
}

var oneToTen = between(1, 10, "it goes from")

func ofAsMany(e Event, _ *lesson.Lesson, p *units.Problems) {
	if e.Of != 0 && (e.Of < e.Value || e.Of > mostAtOnce || e.Value < 0) {
		p.Add("of", fmt.Sprintf("good: at most the number of balls, which is at most %d", mostAtOnce))
	}
}

func aBest(e Event, _ *lesson.Lesson, p *units.Problems) {
	if e.Best < 0 || e.Best > e.Value {
		p.Add("best", "best in a row: at most the number of good balls")
	}
}

func aScore(e Event, _ *lesson.Lesson, p *units.Problems) {
	if e.Value < 0 || e.Value > mostAtOnce || e.Of < 0 || e.Of > mostAtOnce {
		p.Add("value", "each side has from 0 points up")
	}
}

func aLine(e Event, _ *lesson.Lesson, p *units.Problems) {
	if len([]rune(e.Text)) > MaxNote {
		p.Add("text", fmt.Sprintf("notes are at most %d characters", MaxNote))
	}
}

func aWord(e Event, _ *lesson.Lesson, p *units.Problems) {
	if n := len([]rune(strings.TrimSpace(e.Text))); n == 0 || n > MaxTag {
		p.Add("text", fmt.Sprintf("an observation has 1 to %d characters", MaxTag))
	}
}

func anEarlierEvent(e Event, _ *lesson.Lesson, p *units.Problems) {
	if !isV7(e.Undoes) || e.Undoes >= e.ID {
		p.Add("undoes", "undo names an earlier event")
	}
}

func another(e Event, _ *lesson.Lesson, p *units.Problems) {
	if !isV7(e.Amends) || e.Amends >= e.ID {
		p.Add("amends", "what is amended is an earlier event")
	}
	if e.As != "" && e.As != Good && e.As != Miss {
		p.Add("as", "a ball was good or a miss")
	}
}
