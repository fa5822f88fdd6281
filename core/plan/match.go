package plan

import (
	"fmt"
	"math"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/sport"
	"hodometer/core/units"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"
)

// Match is what a game block comes to.
type Match struct {
	Minutes units.Figure  `json:"minutes"`           // one game, on average
	Games   units.Figure  `json:"games"`             // that are over in the block, on all courts
	Ends    *units.Figure `json:"ends,omitempty"`    // chance that a game is over in its time
	ChanceA *units.Figure `json:"chanceA,omitempty"` // for the first of two
	// Score is the likely one, the higher points first: of a game that is over, or Stands
	// where most are not when their time is up.
	Score  *[2]int `json:"score,omitempty"`
	Stands bool    `json:"stands,omitempty"`
}

// match reckons a game block; for two students also who wins.
func (q *question) match(b *lesson.Block) *Match {
	with, _, _ := q.seen(b)
	rules := with.Match.Rules
	rallies := rules.MeanPoints(0.5)
	length := rallies * rules.SecondsPerPoint / 60
	inputs := []float64{float64(rules.To), rallies, rules.SecondsPerPoint}
	out := &Match{
		Minutes: gameDerivation.Of(length, units.Minutes, inputs...),
		Games: gamesDerivation.Of(
			math.Floor(float64(b.Minutes)/length),
			units.Count,
			float64(b.Minutes),
			length,
		),
	}
	if len(q.students) != 2 {
		return out
	}
	chance, low, high := rallyChance(rules, q.students)
	figure := evenDerivation.Of(rules.Chance(chance), units.Chance, chance)
	lowest, highest := rules.Chance(low), rules.Chance(high)
	figure.Low, figure.High = &lowest, &highest
	for i := range q.students {
		s := &q.students[i]
		figure.More = append(
			figure.More,
			units.Input{
				Name:  s.FirstName() + ", strength of the level",
				Value: strengths[s.Level],
				Unit:  units.Count,
			},
			units.Input{
				Name:  s.FirstName() + ", rallies played in games",
				Value: float64(s.Rallied),
				Unit:  units.Count,
			},
		)
	}
	out.ChanceA = &figure
	return out
}

// rallyChance is the chance that the first of two students wins a rally, with 80 %
// certainty: from their levels and the games played, and from what the rules favour
// among equals.
func rallyChance(rules game.Rules, students []Student) (chance, low, high float64) {
	a, b := &students[0], &students[1]
	if a.Standing == nil || a.Standing != b.Standing {
		two := slices.Clone(students[:2])
		Stand(two, nil, nil)
		a, b = &two[0], &two[1]
	}
	return a.Standing.Rally(Meeting{A: []int{a.Place}, B: []int{b.Place}, Favours: rules.Favours})
}

// even proposes the race that is fair for two who are not, to no more than the
// game's own target, where one would win clearly more often than the other.
func even(b *lesson.Block, students []Student) (chance float64, l *Levelling) {
	if len(students) != 2 || b.Match == nil {
		return 0.5, nil
	}
	rules := b.Match.Rules
	p, _, _ := rallyChance(rules, students)
	if rules.Set != nil || rules.OnlyNetScores || len(rules.Marks) > 0 || rules.Cap > 0 {
		return 0.5, nil // targets alone do not make these fair
	}
	chance = rules.Chance(p)
	if math.Abs(chance-0.5) < 0.1 {
		return chance, nil
	}
	h, _ := game.LongestFair(p, max(rules.To, rules.ToB, 11), math.Inf(1))
	if h.A == rules.To && h.B == max(rules.ToB, rules.To) {
		return chance, nil
	}
	fit, m := *b, *b.Match
	m.Rules.To, m.Rules.ToB, m.Rules.WinBy, m.Rules.Cap = h.A, h.B, 1, 0
	if h.A == h.B {
		m.Rules.ToB = 0
	}
	fit.Match = &m
	a, o := students[0].FirstName(), students[1].FirstName()
	known := "their levels"
	if n := min(students[0].Rallied, students[1].Rallied); n > 0 {
		known = fmt.Sprintf("their levels and %s of games", units.Plural(n, "rally", "rallies"))
	}
	why := fmt.Sprintf(
		"Judging by %s, about %s of the rallies go to %s, and %s of the games with these rules.",
		known,
		percent(p),
		a,
		percent(chance),
	)
	return chance, &Levelling{What: "race", Why: []string{why}, Fix: lesson.Fix{
		Label:   fmt.Sprintf("Make it even: %s to %d, %s to %d", a, h.A, o, h.B),
		Outcome: fmt.Sprintf("%s wins %s", a, percent(h.ChanceA)),
		Blocks:  []lesson.Block{fit},
	}}
}

// matchSeconds is how long a point of match play takes, by sport [trade].
var matchSeconds = sync.OnceValue(func() map[string]float64 {
	out := map[string]float64{}
	for _, s := range sport.All() {
		var document struct {
			MatchSeconds float64 `json:"matchSeconds"`
		}
		s.Read("lesson", &document)
		out[s.ID] = document.MatchSeconds
	}
	return out
})

// MatchFrom makes a match drill out of a drill, without an id: each point begins
// with its first ball, from where it is fed.
func MatchFrom(from *drill.Drill) lesson.Block {
	d := from.Clone()
	seconds := 0.0
	if c, err := d.Court(); err == nil {
		seconds = matchSeconds()[c.Sport]
	}
	first, size := utf8.DecodeRuneInString(d.Title)
	cue := ""
	if len(d.Cues) > 0 {
		cue = d.Cues[0]
	}
	return lesson.Block{
		Kind:    lesson.Game,
		Title:   "Match play: " + string(unicode.ToLower(first)) + d.Title[size:],
		Minutes: 12,
		Match: &lesson.Match{
			Rules: game.Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: seconds},
			Start: "the " + strings.ToLower(
				d.SituationLabel(),
			) + " from the drill; the point starts with the first hit",
			Cue:  cue,
			From: &d,
		},
	}
}
