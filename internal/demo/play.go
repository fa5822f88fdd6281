package demo

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"time"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/machine"
	"hodometer/core/play"
	"hodometer/core/run"
)

// strength of somebody in a rally after so many lessons, as odds.
func (p *person) strength(before int) float64 {
	return math.Exp(3 * (p.start + p.gains*float64(before)))
}

// playGame plays a game block out, turn by turn of who plays whom.
func (b *builder) playGame(
	l *lesson.Lesson,
	block *lesson.Block,
	people []*person,
	before int,
	clock *time.Time,
	add func(run.Event),
) {
	of := map[string]*person{}
	for _, p := range people {
		of[p.id] = p
	}
	side := func(ids []string) (sum float64) {
		for _, id := range ids {
			sum += of[id].strength(before) / float64(len(ids))
		}
		return sum
	}
	rules := block.Match.Rules
	turns := play.Pairings(l, block)
	if len(turns) == 0 {
		return
	}
	rallies := 18
	if len(people) > 2 {
		rallies = max(4, int(float64(block.Minutes)*60/rules.SecondsPerPoint)/len(turns))
	}
	for t, games := range turns {
		if t*rallies > 60 || t > 0 && block.Moves() == lesson.OnDeck {
			break
		}
		for c, sides := range games {
			if len(sides[0]) == 0 || len(sides[1]) == 0 {
				continue
			}
			if t > 0 {
				add(run.Event{Kind: run.Sides, Block: block.ID, Court: c, Sides: sides[:]})
			}
			a, o := side(sides[0]), side(sides[1])
			for range rallies {
				*clock = clock.Add(20 * time.Second / time.Duration(len(games)))
				e := run.Event{Kind: run.Point, Block: block.ID, Court: c, Value: 1}
				if b.rng.Float64() < a/(a+o) {
					e.Value = 0
				}
				if who := sides[e.Value]; rules.OwnScores {
					e.Student = who[len(who)/2*b.rng.IntN(2)]
				}
				for _, m := range rules.Marks {
					if m.Usual > 0 && b.rng.Float64() < m.Usual {
						e.Marks = append(e.Marks, m.ID)
					}
				}
				add(e)
			}
		}
	}
}

// counted is what somebody did at a goal that is not counted ball by ball: a try, a
// time, a rally, so many repetitions. It says whether it was one.
func (b *builder) counted(
	e run.Event,
	g goal.Goal,
	skill float64,
	clock *time.Time,
	add func(run.Event),
) bool {
	switch g.Kind {
	case goal.Timed:
		e.Kind = run.Go
		add(e)
		*clock = clock.Add(time.Duration(g.Seconds) * time.Second)
		e.Kind, e.Value = run.Many, int(float64(g.Seconds)*(0.1+0.14*skill+0.05*b.rng.Float64()))
		add(e)
	case goal.Clock:
		for range g.Count {
			took := int(1000 * (15 - 5*skill + b.rng.Float64()))
			*clock = clock.Add(time.Duration(took) * time.Millisecond)
			e.Kind, e.Value = run.Time, took
			add(e)
		}
	case goal.Rally:
		e.Kind, e.Value = run.Many, max(3, int(4+14*skill*b.rng.Float64()))
		add(e)
	case goal.Repetitions:
		*clock = clock.Add(40 * time.Second)
		e.Kind, e.Value = run.Reps, g.Count
		add(e)
		e.Kind, e.Value = run.Held, 0
		if r := b.rng.Float64(); r < skill {
			e.Value = 2
		} else if r < skill+0.3 {
			e.Value = 1
		}
		add(e)
	default:
		return false
	}
	return true
}

// rhythm gives the pair three short lessons of counts and a game, so that the demo has a
// tempo that rises, a pair's total, and games to look back on.
func (b *builder) rhythm(ctx context.Context, pair ...*person) error {
	defer func(was *rand.Rand) { b.rng = was }(b.rng)
	b.rng = rand.New(rand.NewPCG(11, 25))
	serve, err := game.PresetByID("serveReturn11")
	if err != nil {
		return err
	}
	for n, ago := range []int{19, 12, 5} {
		day := b.now.AddDate(0, 0, -ago)
		l := &lesson.Lesson{
			ID: b.newID(day.AddDate(0, 0, -3)), Title: "Rhythm and four serves", Aim: "A beat that both keep",
			Date: day.Format(time.DateOnly), Start: "12:00", SlotMinutes: 45, Court: "tennis",
		}
		for _, p := range pair {
			l.Students = append(l.Students, p.id)
		}
		for _, id := range []string{"two-count-tempo", "brush-the-net", "corridor-forehand"} {
			d, err := library.ByID(id)
			if err != nil {
				return err
			}
			block := lesson.ForDrill(d)
			block.ID, block.Minutes = b.newID(day), 9
			l.Blocks = append(l.Blocks, block)
		}
		l.Blocks = append(l.Blocks, lesson.Block{
			ID: b.newID(day), Kind: lesson.Game, Title: serve.Title, Minutes: 12, Match: &lesson.Match{
				Rules: serve.Rules, Start: serve.Start, Cue: serve.How, Game: serve.ID, Sides: serve.Sides[:],
			},
		})
		saved, err := b.club.SaveLesson(ctx, l)
		if err != nil {
			return fmt.Errorf("demo lesson %s: %w", l.Title, err)
		}
		if err := b.give(ctx, saved, 3*n+1, "", pair...); err != nil {
			return err
		}
	}
	return nil
}

// byMachine gives the trio a lesson of two drills that the ball machine feeds, so that the demo has a
// rate that they keep up with.
func (b *builder) byMachine(ctx context.Context, trio ...*person) error {
	defer func(was *rand.Rand) { b.rng = was }(b.rng)
	b.rng = rand.New(rand.NewPCG(30, 9))
	day := b.now.AddDate(0, 0, -9)
	l := &lesson.Lesson{
		ID: b.newID(day.AddDate(0, 0, -3)), Title: "By machine", Aim: "Read the next ball early",
		Date: day.Format(time.DateOnly), Start: "12:00", SlotMinutes: 45, Court: "tableTennis",
	}
	for _, p := range trio {
		l.Students = append(l.Students, p.id)
	}
	for _, id := range []string{"table-machine-push-open", "table-slow-then-fast"} {
		d, err := library.ByID(id)
		if err != nil {
			return err
		}
		block := lesson.ForDrill(d)
		block.ID, block.Minutes = b.newID(day), 20
		l.Blocks = append(l.Blocks, block)
	}
	saved, err := b.club.SaveLesson(ctx, l)
	if err != nil {
		return fmt.Errorf("demo lesson %s: %w", l.Title, err)
	}
	return b.give(ctx, saved, 4, "Quicker than last time", trio...)
}

// fedAt is how a machine is set for the n-th of so many balls: quicker after each third.
func fedAt(d *drill.Drill, n, of int) *machine.Setting {
	if machine.Fed(d.Pattern) == 0 {
		return nil
	}
	return &machine.Setting{PerMinute: float64(20 + 6*(3*n/max(1, of)))}
}

// seen are words and lines about some of the people, one lesson in two.
func (b *builder) seen(people []*person, add func(run.Event)) {
	words := []string{"late", "off balance", "slowed the swing", "stood still"}
	for i, p := range people {
		if int(b.n)%2 == i%2 {
			add(run.Event{Kind: run.Tag, Student: p.id, Text: words[(int(b.n)+len(p.name))%len(words)]})
		}
	}
	if i := slices.IndexFunc(people, func(p *person) bool { return p.gains < 0.005 }); i >= 0 && b.n%3 == 0 {
		add(run.Event{Kind: run.Note, Student: people[i].id, Text: "Protects the streak; let her swing"})
	}
}
