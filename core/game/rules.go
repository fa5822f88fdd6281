package game

import (
	"fmt"
	"slices"

	"hodometer/core/units"
)

// Side is one of the two sides of a game: players, pairs or teams.
type Side int

// The two sides.
const (
	A Side = 0
	B Side = 1
)

// Rules of a game, as data. The plain game is a race to To points; everything
// past SecondsPerPoint bends it and may be left out.
type Rules struct {
	To               int     `json:"to"`
	WinBy            int     `json:"winBy"`            // 1 or 2
	FeedChangesEvery int     `json:"feedChangesEvery"` // rallies; 0: the coach feeds
	SecondsPerPoint  float64 `json:"secondsPerPoint"`  // feed to feed, walking back included
	// FeedFirst is after how many rallies the feed changes the first time, where that is
	// sooner, as in a tie-break; 0: as every time.
	FeedFirst int `json:"feedFirst,omitempty"`
	// ToB is side B's target where it is not To: an uneven race.
	ToB int `json:"toB,omitempty"`
	// Cap is the score that wins whatever the lead; 0: none.
	Cap int `json:"cap,omitempty"`
	// WarmUp is how many practice rounds are played before any counts: sets where
	// rallies are bundled, else rallies.
	WarmUp int `json:"warmUp,omitempty"`
	// Feeder says who feeds next where it is not by turns: "winner", "loser", or "same"
	// for the same player throughout.
	Feeder string `json:"feeder,omitempty"`
	// Set bundles rallies: they score within the set, and the set scores.
	Set *Set `json:"set,omitempty"`
	// Net says when the net, or another place worth having, changes hands: to
	// the "winner" of a rally or of a "set". Side A has it first.
	Net string `json:"net,omitempty"`
	// OnlyNetScores: a rally won without the place takes it and scores nothing.
	OnlyNetScores bool `json:"onlyNetScores,omitempty"`
	// Favours is the share of rallies that side A wins among equals, where its
	// place or role is worth something: at the net, with the feed. 0: an even one.
	Favours float64 `json:"favours,omitempty"`
	// Marks are what a rally may carry that changes its worth or ended it.
	Marks []Mark `json:"marks,omitempty"`
	// OwnScores: sides play, but each player keeps a score. OwnFor says who scores when a
	// rally is won: "winners" for everybody on the side, "" for the player who is named.
	OwnScores bool   `json:"ownScores,omitempty"`
	OwnFor    string `json:"ownFor,omitempty"`
}

// Set is so many rallies of which the side with more gets Points, or Sweep when
// the other won none. All are played. With as many each nobody scores.
type Set struct {
	Rallies int `json:"rallies"`
	Points  int `json:"points"`
	Sweep   int `json:"sweep"`
}

// Mark is a thing that can happen in a rally: a hit marker, both partners at the
// net, a step back. Worth is the rally's points instead of one; Times multiplies
// them; Bonus is added for the feeder's side, whoever wins the rally. Ends only
// names why a rally ended at once, for the side that did it lost it.
type Mark struct {
	ID    string `json:"id"`
	Words string `json:"words"`
	Worth int    `json:"worth,omitempty"`
	Times int    `json:"times,omitempty"`
	Bonus int    `json:"bonus,omitempty"`
	Ends  bool   `json:"ends,omitempty"`
	// FirstServe: it counts only in a rally begun with the first serve, one without
	// SecondServe.
	FirstServe bool `json:"firstServe,omitempty"`
	// Usual is the chance that a rally carries it, as a coach finds; 0: not known.
	Usual float64 `json:"usual,omitempty"`
}

// SecondServe is what a rally carries beside its marks when it began with the
// second serve.
const SecondServe = "secondServe"

// ServesTwice says whether the rules tell a first serve from a second.
func (r Rules) ServesTwice() bool {
	return slices.ContainsFunc(r.Marks, func(m Mark) bool { return m.FirstServe })
}

// Knows says whether a rally may carry that mark.
func (r Rules) Knows(mark string) bool {
	return mark == SecondServe && r.ServesTwice() ||
		slices.ContainsFunc(r.Marks, func(m Mark) bool { return m.ID == mark })
}

// practice is how many rallies so many practice rounds are.
func (r Rules) practice(rounds int) int {
	if r.Set != nil {
		return rounds * r.Set.Rallies
	}
	return rounds
}

// Rally is one rally as it was tapped.
type Rally struct {
	Winner Side     `json:"winner"`
	Marks  []string `json:"marks,omitempty"`
	Player *int     `json:"player,omitempty"` // who won it, where each keeps a score
	// Players are everybody on the side that won it.
	Players []int `json:"players,omitempty"`
}

// target of a side.
func (r Rules) target(s Side) int {
	if s == B && r.ToB > 0 {
		return r.ToB
	}
	return r.To
}

// plain says whether the closed forms hold: nothing but a race.
func (r Rules) plain() bool {
	return r.ToB == 0 && r.Cap == 0 && r.Set == nil && !r.OnlyNetScores && len(r.Marks) == 0
}

// Most a game may ask for.
const (
	mostPoints  = 100
	mostMarks   = 6
	mostPlayers = 16
)

// Validate lists what is wrong with the rules.
func (r Rules) Validate() (p units.Problems) {
	within := func(field, what string, v, lo, hi int) {
		if v < lo || v > hi {
			p.Add(field, fmt.Sprintf("%s %d to %d, got %d", what, lo, hi, v))
		}
	}
	within("to", "a game goes to", r.To, 1, mostPoints)
	within("toB", "the other side's target is", r.ToB, 0, mostPoints)
	if r.WinBy != 1 && r.WinBy != 2 {
		p.Add("winBy", fmt.Sprintf("a game is won by 1 or by 2 points, got %d", r.WinBy))
	}
	if r.WinBy == 2 && r.ToB > 0 && r.ToB != r.To {
		p.Add("winBy", "win by two needs equal targets")
	}
	within("feedChangesEvery", "the feed changes every", r.FeedChangesEvery, 0, 50)
	if r.FeedFirst != 0 {
		within("feedFirst", "the feed first changes after", r.FeedFirst, 1, r.FeedChangesEvery)
	}
	if !(r.SecondsPerPoint >= 1 && r.SecondsPerPoint <= 300) {
		p.Add("secondsPerPoint", fmt.Sprintf("a point takes 1 to 300 seconds, got %g", r.SecondsPerPoint))
	}
	if r.Cap != 0 {
		within("cap", "the cap is at", r.Cap, max(r.To, r.ToB), 2*mostPoints)
	}
	within("warmUp", "practice rounds number", r.WarmUp, 0, 50)
	if !slices.Contains([]string{"", "winner", "loser", "same"}, r.Feeder) {
		p.Add("feeder", fmt.Sprintf("the next feeder is the winner, the loser or the same, got %q", r.Feeder))
	}
	if r.OwnFor != "" && (r.OwnFor != "winners" || !r.OwnScores) {
		p.Add("ownFor", "own scores are kept, and a point is for all the winners or for one who is named")
	}
	if r.Set != nil {
		within("set.rallies", "a set has", r.Set.Rallies, 2, 15)
		within("set.points", "a set is worth", r.Set.Points, 1, 10)
		within("set.sweep", "a sweep is worth", r.Set.Sweep, 0, 20)
	}
	switch {
	case r.Net != "" && r.Net != "winner" && r.Net != "set":
		p.Add("net", fmt.Sprintf("the net goes to the winner of a rally or of a set, got %q", r.Net))
	case r.Net == "set" && r.Set == nil:
		p.Add("net", "a set is needed for that: add one")
	case r.OnlyNetScores && r.Net != "winner":
		p.Add("onlyNetScores", "this needs the net to go to the winner of a rally")
	}
	if !(r.Favours >= 0 && r.Favours <= 0.95) {
		p.Add("favours", fmt.Sprintf("a side is favoured with up to 0.95 of the rallies, got %g", r.Favours))
	}
	if len(r.Marks) > mostMarks {
		p.Add("marks", fmt.Sprintf("at most %d bonuses and penalties", mostMarks))
	}
	for i, m := range r.Marks {
		field := fmt.Sprintf("marks[%d].", i)
		if m.ID == "" || m.ID == SecondServe ||
			slices.IndexFunc(r.Marks, func(o Mark) bool { return o.ID == m.ID }) != i {
			p.Add(field+"id", "each bonus or penalty needs its own id")
		}
		within(field+"worth", "a bonus or penalty is worth", m.Worth, 0, 10)
		within(field+"times", "a bonus or penalty multiplies by", m.Times, 0, 5)
		within(field+"bonus", "a bonus is", m.Bonus, 0, 5)
		if !(m.Usual >= 0 && m.Usual <= 1) {
			p.Add(
				field+"usual",
				fmt.Sprintf("share of rallies with a bonus or penalty: 0 to 1, got %g", m.Usual),
			)
		}
	}
	return p
}

// Whose is the side that a mark of a rally belongs to: who won it with a marker, who lost
// it by stepping back, and who fed where the feeder alone can earn it.
func (r Rules) Whose(mark string, winner, feeder Side) Side {
	i := slices.IndexFunc(r.Marks, func(m Mark) bool { return m.ID == mark })
	switch {
	case i < 0 || r.Marks[i].Bonus > 0:
		return feeder // the second serve is the server's too
	case r.Marks[i].Ends:
		return 1 - winner
	}
	return winner
}

// usualWeighs is how many rallies what a coach says of a mark stands for [trade].
const usualWeighs = 10

// Seen returns the rules with the chance of each mark as those rallies of earlier games, and
// how many of them carried it, make it likely: what the coach said stands for ten rallies.
func (r Rules) Seen(carried map[string]int, rallies int) Rules {
	r.Marks = slices.Clone(r.Marks)
	for i := range r.Marks {
		m := &r.Marks[i]
		if rallies > 0 {
			m.Usual = (usualWeighs*m.Usual + float64(carried[m.ID])) / float64(usualWeighs+rallies)
		}
	}
	return r
}

// MarkID is the id of the i-th of the marks that a rally may carry; past the last it is
// the second serve's.
func (r Rules) MarkID(i int) string {
	if i < len(r.Marks) {
		return r.Marks[i].ID
	}
	return SecondServe
}
