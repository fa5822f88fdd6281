package api

import (
	"context"
	"fmt"
	"math"

	"hodometer/core/court"
	"hodometer/core/game"
	"hodometer/core/rotation"
	"hodometer/core/units"
)

func (h handlers) ReckonRace(_ context.Context, r ReckonRaceRequestObject) (ReckonRaceResponseObject, error) {
	q := r.Body
	if value(q.WinBy, 1) == 2 {
		if q.TargetA != q.TargetB {
			return nil, missing("winBy", "win by two needs equal targets")
		}
		rules := game.Rules{To: q.TargetA, WinBy: 2}
		return ReckonRace200JSONResponse{
			ChanceA:    rules.Chance(q.PointChance),
			MeanPoints: rules.MeanPoints(q.PointChance),
		}, nil
	}
	return ReckonRace200JSONResponse{
		ChanceA:    game.ChanceA(q.TargetA, q.TargetB, q.PointChance),
		MeanPoints: game.MeanPoints(q.TargetA, q.TargetB, q.PointChance),
	}, nil
}

func (h handlers) ReckonHandicap(
	_ context.Context,
	r ReckonHandicapRequestObject,
) (ReckonHandicapResponseObject, error) {
	q := r.Body
	perPoint := value(q.SecondsPerPoint, 15) / 60
	rallies := 1e9
	if q.Minutes != nil {
		rallies = *q.Minutes / perPoint
	}
	f := game.Fair(q.PointChance, q.LongestTarget)
	fair := math.Abs(f.ChanceA-0.5) <= game.Even
	if q.Minutes != nil { // the longest that fits them and is fair, where there is one
		f, fair = game.LongestFair(q.PointChance, q.LongestTarget, rallies)
	}
	minutes := game.MeanPoints(f.A, f.B, q.PointChance) * perPoint
	out := HandicapAnswer{TargetA: f.A, TargetB: f.B, ChanceA: f.ChanceA, MeanMinutes: &minutes, Fair: &fair}
	if value(q.Table, false) {
		rows := []HandicapRow{}
		for percent := 50; percent <= 90; percent += 5 {
			p := float64(percent) / 100
			f := game.FairWithin(p, q.LongestTarget, rallies)
			rows = append(rows, HandicapRow{
				PointChance: p,
				TargetA:     f.A,
				TargetB:     f.B,
				ChanceA:     f.ChanceA,
				EvenChance: game.ChanceA(
					q.LongestTarget,
					q.LongestTarget,
					p,
				),
				MeanPoints: game.MeanPoints(f.A, f.B, p),
			})
		}
		out.Table = &rows
	}
	return ReckonHandicap200JSONResponse(out), nil
}

func (h handlers) ReckonGame(_ context.Context, r ReckonGameRequestObject) (ReckonGameResponseObject, error) {
	q := r.Body
	if err := underRules(q.Rules.Validate()); err != nil {
		return nil, err
	}
	c := game.Chances{Point: q.PointChance, Edge: value(q.FeederEdge, 0), Marks: value(q.Marks, nil)}
	if p := c.Point; p+c.Edge >= 1 || p+c.Edge <= 0 || p-c.Edge >= 1 || p-c.Edge <= 0 {
		return nil, missing("feederEdge", "with the edge the chance to win a rally must stay between 0 and 1")
	}
	o := q.Rules.Odds(c)
	perPoint := q.Rules.SecondsPerPoint / 60
	return ReckonGame200JSONResponse{
		ChanceA:     o.ChanceA,
		MeanRallies: o.MeanPoints,
		P90Rallies:  o.P90Points,
		MeanMinutes: o.MeanPoints * perPoint,
		P90Minutes:  float64(o.P90Points) * perPoint,
		Sampled:     o.Sampled,
	}, nil
}

func (h handlers) ReckonScore(
	_ context.Context,
	r ReckonScoreRequestObject,
) (ReckonScoreResponseObject, error) {
	if err := underRules(r.Body.Rules.Validate()); err != nil {
		return nil, err
	}
	s := r.Body.Rules.Start()
	for _, y := range r.Body.Rallies {
		s = r.Body.Rules.Rally(s, y)
	}
	return ReckonScore200JSONResponse(s), nil
}

// underRules names the fields of rules as they stand in a question.
func underRules(p units.Problems) error {
	var out units.Problems
	out.Under("rules", p)
	return out.Err()
}

func (h handlers) ReckonLevels(
	_ context.Context,
	r ReckonLevelsRequestObject,
) (ReckonLevelsResponseObject, error) {
	q := r.Body
	results := make([]game.Result, len(q.Results))
	var wrong units.Problems
	for i, x := range q.Results {
		if x.A >= q.Players || x.B >= q.Players || x.A == x.B {
			wrong.Add(
				fmt.Sprintf("results[%d]", i),
				fmt.Sprintf("two different players from 0 to %d meet", q.Players-1),
			)
			continue
		}
		results[i] = game.Result{A: x.A, B: x.B, WonA: x.WonA, WonB: x.WonB}
	}
	if err := wrong.Err(); err != nil {
		return nil, err
	}
	var out ReckonLevels200JSONResponse
	for _, l := range game.Strengths(q.Players, results) {
		out.Levels = append(out.Levels, struct {
			AgainstAverage float64 `json:"againstAverage"`
			High           float64 `json:"high"`
			Low            float64 `json:"low"`
			Strength       float64 `json:"strength"`
		}{l.Against(game.Strength{}), l.High, l.Low, l.Value})
	}
	return out, nil
}

func (h handlers) ReckonRotation(
	_ context.Context,
	r ReckonRotationRequestObject,
) (ReckonRotationResponseObject, error) {
	q := r.Body
	n := q.Players
	if q.Kind == "roundRobin" || q.Kind == "doubles" {
		least, rounds := 2, rotation.RoundRobin
		if q.Kind == "doubles" {
			least, rounds = 4, rotation.Doubles
		}
		if n < least || n > 20 {
			return nil, missing(
				"players",
				fmt.Sprintf("this rotation takes %d to 20 players, got %d", least, n),
			)
		}
		laid := rounds(n)
		meetings := rotation.Count(n, laid)
		return ReckonRotation200JSONResponse{Rounds: laid, Meetings: &meetings}, nil
	}
	a := rotation.Ask{
		Pattern: rotation.Pattern(q.Kind),
		Players: n,
		Places:  value(q.Places, 0),
		Turns:   value(q.Turns, 0),
		Balls: value(
			q.BallsPerTurn,
			3,
		),
		Seconds:  value(q.SecondsPerBall, 4),
		Change:   value(q.ChangeSeconds, 5),
		MostWins: value(q.MostWins, 0),
		Winners:  value(q.Winners, nil),
	}
	if err := a.Validate().Err(); err != nil {
		return nil, err
	}
	sheet := rotation.Lay(a)
	out := ReckonRotation200JSONResponse{Rounds: []rotation.Round{}, Sheet: &sheet}
	if q.Court != nil {
		c, err := court.ByID(*q.Court)
		if err != nil {
			return nil, missing("court", err.Error())
		}
		at := sheet.Stand(a.Pattern, c)
		out.At = &at
	}
	return out, nil
}
