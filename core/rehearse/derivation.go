package rehearse

import (
	"math"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/units"
)

// Derivations of the figures read off a rehearsal.
var Derivations = []*units.Derivation{
	&finishDerivation, &allDerivation, &minutesDerivation, &fedDerivation, &pickUpsDerivation,
	&hitDerivation,
}

var (
	finishDerivation = units.Derivation{
		ID:     "rehearse.finish",
		Name:   "Chance to finish",
		Mark:   units.Trade,
		Source: "simulation with the engine that counts on court",
		Words: "The block is played many times with dice, ball by ball, turn by turn, pick-up by pick-up. " +
			"This is the share of the plays in which the student meets every goal. " +
			"In each play the student is as good as their counts allow; the range is what that leaves open.",
		Formula: "plays in which all goals were met ÷ plays",
		Inputs: []units.Parameter{
			{Name: "Block", Unit: units.Minutes},
			{Name: "Plays", Unit: units.Count},
			{Name: "Standard error", Unit: units.Chance},
		},
	}
	allDerivation = units.Derivation{
		ID:     "rehearse.all",
		Name:   "Chance that everybody finishes",
		Mark:   units.Trade,
		Source: "simulation with the engine that counts on court",
		Words: "The share of the plays in which every student meets every goal within the block. " +
			"How long the first waits for the last is the mean of those plays.",
		Formula: "plays in which everybody met all goals ÷ plays",
		Inputs: []units.Parameter{
			{Name: "Block", Unit: units.Minutes},
			{Name: "Plays", Unit: units.Count},
			{Name: "The first waits for the last", Unit: units.Minutes},
		},
	}
	minutesDerivation = units.Derivation{
		ID:     "rehearse.minutes",
		Name:   "Minutes to the goal",
		Mark:   units.Trade,
		Source: "simulation with the engine that counts on court",
		Words: "When the goals were met in the plays, which run on to four times the block for this. " +
			"Turns of the others, changes and pick-ups are in it.",
		Formula: "the time that so large a share of the plays stays under",
		Inputs: []units.Parameter{
			{Name: "Share of the plays", Unit: units.Chance},
			{Name: "Plays", Unit: units.Count},
		},
	}
	fedDerivation = units.Derivation{
		ID:      "rehearse.fed",
		Name:    "Balls fed",
		Mark:    units.Trade,
		Source:  "simulation with the engine that counts on court",
		Words:   "The balls that come new from a basket, the mean of the plays.",
		Formula: "balls brought × share of the pattern that is fed",
		Inputs: []units.Parameter{
			{Name: "Block", Unit: units.Minutes},
			{Name: "Time between feeds", Unit: units.Seconds},
			{Name: "Balls in the basket", Unit: units.Balls},
		},
	}
	pickUpsDerivation = units.Derivation{
		ID:      "rehearse.pickUps",
		Name:    "Pick-ups",
		Mark:    units.Trade,
		Source:  "simulation with the engine that counts on court",
		Words:   "How often the basket is empty before the block is over, the mean of the plays.",
		Formula: "times the basket was empty",
		Inputs: []units.Parameter{
			{Name: "Balls fed", Unit: units.Balls},
			{Name: "Basket", Unit: units.Balls},
		},
	}
	hitDerivation = units.Derivation{
		ID:      "rehearse.hit",
		Name:    "Balls hit",
		Mark:    units.Trade,
		Source:  "simulation with the engine that counts on court",
		Words:   "The student’s own balls in the block, the mean of the plays.",
		Formula: "balls of their own turns",
		Inputs: []units.Parameter{
			{Name: "Block", Unit: units.Minutes},
			{Name: "Balls fed", Unit: units.Balls},
		},
	}
)

// Fill puts what was read off the plays into the outlook of the block's drill, whose
// players are those of the lesson in their order.
func (o Outcome) Fill(out *drill.Outlook, d *drill.Drill, minutes float64) {
	plays := float64(o.Plays)
	out.Over = o.Over
	fed := math.Round(o.Fed)
	out.Balls = fedDerivation.Of(fed, units.Balls, minutes, d.Tempo().SecondsPerBall, float64(d.Basket))
	out.PickUps = pickUpsDerivation.Of(math.Round(o.PickUps), units.Count, fed, float64(d.Basket))
	time := func(minutes *float64, share float64) *units.Figure {
		if minutes == nil {
			return nil
		}
		f := minutesDerivation.Of(*minutes, units.Minutes, share, plays)
		return &f
	}
	chance, hit := false, 0.0
	for i := range out.Players {
		p, was := &out.Players[i], &o.Students[i]
		p.Metres = was.Balls * p.MetresBall
		// What all hit is rounded, not what each did: no odd ball is lost or made.
		before := math.Round(hit)
		hit += was.Balls
		p.Contacts = hitDerivation.Of(math.Round(hit)-before, units.Balls, minutes, fed)
		p.Wanted, p.Never = was.Wanted, was.Never
		p.Likely, p.Sure = time(was.Half, 0.5), time(was.Sure, drill.Certainty)
		for j := range p.Stages {
			s, g := &p.Stages[j], &was.Goals[j]
			s.Tries, s.Best = g.Tries, g.Best
			s.Likely, s.Sure = time(g.Half, 0.5), time(g.Sure, drill.Certainty)
			if s.Goal.Kind == goal.Race {
				s.First = &g.Met.Value
				continue
			}
			if s.Rate != nil && s.Goal.Count > 0 {
				p.ByChance, s.Met = true, &g.Met.Value
			}
		}
		if !p.ByChance {
			continue
		}
		chance = true
		f := finishDerivation.Of(was.All.Value, units.Chance, minutes, plays, was.All.Error)
		f.Low, f.High = &was.All.Low, &was.All.High
		for _, s := range p.Stages {
			if s.Rate != nil {
				f.More = append(f.More,
					units.Input{Name: s.Label + ", " + s.GoalLabel, Value: s.Rate.Mean, Unit: units.Chance})
			}
		}
		p.Finish, p.Said = &f, units.SayChance(f.Value, *f.Low, *f.High)
		p.Half, p.Few, p.GoalsMet = was.InHalf, was.InFew, was.Met
		if len(p.Stages) > 1 && was.Holds >= 0 && was.All.Value < nearlyAll {
			p.Holds = &was.Holds
		}
	}
	if chance && len(out.Players) > 1 {
		f := allDerivation.Of(o.All.Value, units.Chance, minutes, plays, o.Waits)
		f.Low, f.High = &o.All.Low, &o.All.High
		out.All, out.Waits = &f, o.Waits
	}
}

// nearlyAll is the chance to finish from which no goal holds anybody back [trade].
const nearlyAll = 0.95
