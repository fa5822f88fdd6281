package lesson

import (
	"math"

	"hodometer/core/drill"
	"hodometer/core/progress"
)

// Players gives the drill each student's rates at its targets.
func Players(d *drill.Drill, students []Student) []drill.Player {
	return playersFrom(
		d,
		students,
		true,
		func(s Student, skill string) []progress.Evidence { return s.Seen[skill] },
	)
}

func playersFrom(
	d *drill.Drill,
	students []Student,
	intervals bool,
	seen func(Student, string) []progress.Evidence,
) []drill.Player {
	out := make([]drill.Player, len(students))
	for i, s := range students {
		out[i] = drill.Player{ID: s.ID, Name: s.Name, Hand: s.Hand, Rates: make([]drill.Rate, len(d.Steps))}
		prior, _ := progress.PriorFor(s.Level)
		if c, err := d.Court(); err == nil {
			prior = prior.On(c)
		}
		type asked struct {
			skill  string
			radius float64
		}
		known := map[asked]drill.Rate{} // a skill is often asked for twice
		for j, step := range d.Steps {
			skill := asked{d.Skill(step), d.Radial(step)}
			r, ok := known[skill]
			if !ok {
				e := progress.Judge(prior, seen(s, skill.skill), skill.radius, progress.HalfLife)
				r.Mean = e.Mean()
				r.Low, r.High = r.Mean, r.Mean
				if intervals {
					r.Low, r.High = e.Interval()
				}
				known[skill] = r
			}
			out[i].Rates[j] = r
		}
	}
	return out
}

// before reckons the chances without each student's latest session.
func before(b *Block, students []Student, parts []part) []Change {
	var out []Change
	for i, s := range students {
		d := b.DrillFor(s.ID)
		latest := math.Inf(1)
		for _, step := range d.Steps {
			for _, e := range s.Seen[d.Skill(step)] {
				latest = min(latest, e.DaysAgo)
			}
		}
		if math.IsInf(latest, 1) {
			continue
		}
		was := playersFrom(d, []Student{s}, false, func(s Student, skill string) (kept []progress.Evidence) {
			for _, e := range s.Seen[skill] {
				if e.DaysAgo > latest {
					kept = append(kept, e)
				}
			}
			return kept
		})
		out = append(out, Change{s.ID, d.Chance(was[0], parts[i].students, parts[i].minutes)})
	}
	return out
}

// rallyRates are what each student keeps in of this lesson's drills, or their
// level's rate where nothing of it was counted.
func (l *Lesson) rallyRates(students []Student) []float64 {
	out := make([]float64, len(students))
	for i, s := range students {
		sum, n := 0.0, 0.0
		for k := range l.Blocks {
			d := l.Blocks[k].Drill
			if d == nil && l.Blocks[k].Match != nil {
				d = l.Blocks[k].Match.From
			}
			if d == nil {
				continue
			}
			for _, r := range playersFrom(d, students[i:i+1], false, func(s Student, skill string) []progress.Evidence { return s.Seen[skill] })[0].Rates {
				sum += r.Mean
				n++
			}
		}
		if n == 0 {
			prior, _ := progress.PriorFor(s.Level)
			sum, n = prior.Mean, 1
		}
		out[i] = min(0.97, max(0.05, sum/n))
	}
	return out
}
