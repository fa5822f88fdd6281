// Package demo fills an empty club with invented people and a story: eight
// weeks of lessons behind them, one today, two ahead, ladders, weeks to come, and groups of
// every sport. Dates are relative to
// now, everything else comes from a fixed seed, and it is built through the
// same club services as a coach's clicks.
package demo

import (
	"context"
	"encoding/binary"
	"fmt"
	"math/rand/v2"
	"path/filepath"
	"strings"
	"time"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/core/target"
	"hodometer/core/units"
	"hodometer/internal/club"
	"hodometer/internal/club/students"
)

// person is an invented student and the truth that the counting only samples:
// the success rate at a circle of 4.5 ft from 20 m at the first lesson and what
// each lesson adds to it.
type person struct {
	name         string
	hand         court.Hand
	level        units.Level
	start, gains float64
	id           string
}

// logK is the person's spread beside the level's after so many lessons, such that
// about that rate comes of it.
func (p *person) logK(lessons int) float64 {
	usual := map[units.Level]float64{units.Beginner: 0.27, units.Club: 0.44, units.Performance: 0.67}
	return 2.2 * (usual[p.level] - p.start - float64(lessons)*p.gains)
}

// rates are the person's chances at each step of a drill; repetitions mostly come
// off.
func (p *person) rates(d *drill.Drill, lessons int) ([]float64, error) {
	level, err := target.LevelOf(p.level)
	if err != nil {
		return nil, err
	}
	mover, err := footwork.For(p.level)
	if err != nil {
		return nil, err
	}
	out := make([]float64, len(d.Stages))
	for i := range d.Stages {
		out[i] = 0.9
		if curve := drill.CurveOf(nil, level, d.Asks(nil, i, mover)); curve != nil {
			out[i] = curve.At(p.logK(lessons))
		}
	}
	return out, nil
}

type builder struct {
	club *club.Club
	rng  *rand.Rand
	now  time.Time
	n    uint32
}

// Fill builds the demo in an empty club.
func Fill(ctx context.Context, c *club.Club) error {
	b := &builder{club: c, rng: rand.New(rand.NewPCG(20, 26)), now: c.Now()}
	defer c.SetClock(time.Now)
	wren := &person{
		name:  "Wren Ashdown",
		hand:  court.RightHand,
		level: units.Club,
		start: 0.44,
		gains: 0.032,
	}
	tove := &person{
		name:  "Tove Marlin",
		hand:  court.LeftHand,
		level: units.Club,
		start: 0.47,
		gains: 0.002,
	}
	pip := &person{
		name:  "Pip Orrin",
		hand:  court.RightHand,
		level: units.Beginner,
		start: 0.4,
		gains: 0.01,
	}
	juno := &person{
		name:  "Juno Farrow",
		hand:  court.RightHand,
		level: units.Beginner,
		start: 0.35,
		gains: 0.02,
	}
	if zone := here(); zone != "" {
		if err := c.SetZone(ctx, zone); err != nil {
			return err
		}
	}
	for _, p := range []*person{wren, tove, pip, juno} {
		p.id = b.newID(b.now.AddDate(0, 0, -70))
		if _, err := c.SaveStudent(
			ctx,
			students.Student{ID: p.id, Name: p.name, Hand: p.hand, Level: p.level},
		); err != nil {
			return fmt.Errorf("demo student %s: %w", p.name, err)
		}
	}
	notes := []string{
		"Late to the short ball",
		"Backhand straight drifts wide",
		"Good feet today",
		"Slows the swing when counting",
		"Windy; aimed further in",
		"Hits through it now",
		"Tired after school",
		"Ready for more",
	}
	for week := 8; week >= 1; week-- {
		day := b.now.AddDate(0, 0, -7*week)
		if err := b.given(
			ctx,
			day,
			"17:00",
			"tennis",
			"Short balls",
			8-week,
			notes[8-week],
			wren,
			tove,
		); err != nil {
			return err
		}
		if week <= 3 {
			if err := b.given(
				ctx,
				day.AddDate(0, 0, 2),
				"16:00",
				"tennisOrange",
				"Corners, orange court",
				3-week,
				"",
				pip,
				juno,
			); err != nil {
				return err
			}
		}
	}
	all := teams(pip, juno)
	for _, t := range all {
		if err := b.join(ctx, t); err != nil {
			return err
		}
		if err := b.taught(ctx, t); err != nil {
			return err
		}
	}
	if _, err := c.SaveGroup(
		ctx,
		students.Group{ID: b.newID(b.now), Name: "Tuesday pair", Students: []string{wren.id, tove.id}},
	); err != nil {
		return fmt.Errorf("demo group: %w", err)
	}
	if err := b.rhythm(ctx, wren, tove); err != nil {
		return err
	}
	for _, t := range all {
		if t.court == "tableTennis" {
			if err := b.byMachine(ctx, t.people...); err != nil {
				return err
			}
		}
	}
	b.club.SetClock(func() time.Time { return b.now })
	if _, err := b.plan(ctx, b.now, "17:00", "tennis", "Short balls to match play", wren, tove); err != nil {
		return err
	}
	if _, err := b.drafted(ctx, all[0], b.now.AddDate(0, 0, 2)); err != nil {
		return err
	}
	// What is worked on today comes back in a week: Wren, who met everything, is offered
	// more, and Tove what she can hit.
	pair := team{
		wants: "Short balls",
		name:  "Tuesday pair", court: "tennis", minutes: 60, start: "17:00", people: []*person{wren, tove},
		have: lesson.Resources{Balls: 72, Equipment: []string{"markers"}},
	}
	if _, err := b.drafted(ctx, pair, b.now.AddDate(0, 0, 7)); err != nil {
		return err
	}
	return b.ahead(ctx, pair, all[1])
}

// newID makes a UUIDv7 of that time from the seed; ids made later sort later.
func (b *builder) newID(at time.Time) string {
	b.n++
	var u [16]byte
	binary.BigEndian.PutUint64(u[:], uint64(at.UnixMilli())<<16)
	binary.BigEndian.PutUint16(u[6:], 0x7000|uint16(b.n>>14&0xfff))
	binary.BigEndian.PutUint64(u[8:], b.rng.Uint64()&(1<<62-1)|1<<63)
	binary.BigEndian.PutUint16(u[8:], 0x8000|uint16(b.n&0x3fff))
	return fmt.Sprintf("%x-%x-%x-%x-%x", u[:4], u[4:6], u[6:8], u[8:10], u[10:])
}

func (b *builder) plan(
	ctx context.Context,
	day time.Time,
	start, courtID, title string,
	people ...*person,
) (*lesson.Lesson, error) {
	c, err := court.ByID(courtID)
	if err != nil {
		return nil, err
	}
	l := &lesson.Lesson{
		ID:          b.newID(day.AddDate(0, 0, -6)),
		Title:       title,
		Aim:         "Attack the short ball without slowing the swing",
		Date:        day.Format(time.DateOnly),
		Start:       start,
		SlotMinutes: 60,
		Court:       courtID,
	}
	for _, p := range people {
		l.Students = append(l.Students, p.id)
	}
	for _, t := range draft.Templates(c) {
		t.ID = b.newID(day.AddDate(0, 0, -6))
		l.Blocks = append(l.Blocks, t)
	}
	saved, err := b.club.SaveLesson(ctx, l)
	if err != nil {
		return nil, fmt.Errorf("demo lesson %s: %w", title, err)
	}
	return saved, nil
}

// given plans a lesson on a past day and plays it out ball by ball.
func (b *builder) given(
	ctx context.Context,
	day time.Time,
	start, courtID, title string,
	before int,
	note string,
	people ...*person,
) error {
	l, err := b.plan(ctx, day, start, courtID, title, people...)
	if err != nil {
		return err
	}
	return b.give(ctx, l, before, note, people...)
}

// give plays a saved lesson out; before is how many were given until then.
func (b *builder) give(
	ctx context.Context,
	l *lesson.Lesson,
	before int,
	note string,
	people ...*person,
) error {
	clock, err := time.ParseInLocation("2006-01-02 15:04", l.Date+" "+l.Start, b.now.Location())
	if err != nil {
		return err
	}
	b.club.SetClock(func() time.Time { return clock })
	id := b.newID(clock)
	r, err := b.club.OpenRun(ctx, id, l.ID)
	if err != nil {
		return fmt.Errorf("demo run: %w", err)
	}
	var events []run.Event
	add := func(e run.Event) {
		e.ID, e.At = b.newID(clock), clock.UnixMilli()
		events = append(events, e)
	}
	add(run.Event{Kind: run.Start})
	for i := range l.Blocks {
		block := &l.Blocks[i]
		add(run.Event{Kind: run.GoTo, Block: block.ID})
		end := clock.Add(time.Duration(block.Minutes) * time.Minute)
		if block.Drill != nil {
			if err := b.playDrill(block, people, before, &clock, add); err != nil {
				return err
			}
		} else if block.Match != nil {
			b.playGame(l, block, people, before, &clock, add)
		}
		clock = end
	}
	b.seen(people, add)
	add(run.Event{Kind: run.Finish})
	for _, p := range people {
		add(run.Event{Kind: run.Engagement, Student: p.id, Value: 5 + b.rng.IntN(5)})
		add(run.Event{Kind: run.Effort, Student: p.id, Value: 4 + (len(events)+len(p.name))%4})
	}
	if note != "" {
		add(run.Event{Kind: run.Note, Text: note})
	}
	if _, err := b.club.AddEvents(ctx, id, r.From(), events); err != nil {
		return fmt.Errorf("demo events: %w", err)
	}
	return nil
}

// playDrill feeds the students in turn, each ball good with their true rate,
// until the block's balls are used up.
func (b *builder) playDrill(
	block *lesson.Block,
	people []*person,
	before int,
	clock *time.Time,
	add func(run.Event),
) error {
	d := block.Drill
	own, rates := make([]*drill.Drill, len(people)), make([][]float64, len(people))
	for i, p := range people {
		own[i] = block.DrillFor(p.id)
		var err error
		if rates[i], err = p.rates(own[i], before); err != nil {
			return err
		}
	}
	type place struct{ step, count int }
	at := make([]place, len(people))
	balls := d.Tempo().Balls(float64(block.Minutes))
	for i := range balls {
		if d.Tempo().Basket > 0 && i > 0 && i%d.Tempo().Basket == 0 {
			*clock = clock.Add(time.Duration(d.Tempo().PickUpMinutes * float64(time.Minute)))
			add(run.Event{Kind: run.PickUp, Block: block.ID})
		}
		*clock = clock.Add(time.Duration(d.Tempo().SecondsPerBall * float64(time.Second)))
		who := i / d.TurnBalls % len(people)
		p, pl := people[who], &at[who]
		steps := own[who].Stages
		if pl.step == len(steps) {
			continue
		}
		e := run.Event{Kind: run.Miss, Block: block.ID, Student: p.id, Stage: pl.step}
		if g := steps[pl.step].Goal; b.counted(e, g, rates[who][pl.step], clock, add) {
			*pl = place{step: pl.step + 1}
			continue
		}
		if b.rng.Float64() < rates[who][pl.step] {
			e.Kind = run.Good
			pl.count++
		} else if steps[pl.step].Goal.Kind == goal.InARow {
			pl.count = 0
		}
		e.Machine = fedAt(d, i, balls)
		add(e)
		if pl.count == steps[pl.step].Goal.Count {
			*pl = place{step: pl.step + 1}
		}
	}
	return nil
}

// here returns the name of the time zone in which this machine stands; "" where it does not
// tell, and the first who opens the demo is asked.
func here() string {
	if name := time.Local.String(); name != "Local" {
		return name
	}
	link, err := filepath.EvalSymlinks("/etc/localtime")
	if _, name, found := strings.Cut(link, "/zoneinfo/"); err == nil && found && strings.Contains(name, "/") {
		return name
	}
	return ""
}
