package api

import (
	"context"
	"math"

	"hodometer/core/goal"
)

func (h handlers) ReckonGoal(_ context.Context, r ReckonGoalRequestObject) (ReckonGoalResponseObject, error) {
	q := r.Body
	t := goal.Tempo{
		SecondsPerBall: q.SecondsPerBall,
		Basket:         value(q.Basket, 0),
		PickUpMinutes:  value(q.PickUpMinutes, 0),
	}
	balls := t.Balls(q.Minutes)
	g := goal.Goal{Kind: goal.Total, Count: value(q.Count, 1)}
	if q.Kind == "inARow" || q.Kind == "bestRally" {
		g.Kind = goal.InARow
	}
	if q.Count == nil && q.Kind != "timed" && q.Kind != "bestRally" {
		return nil, missing("count", "the number of good balls is missing")
	}
	if q.Kind == "teamTotal" {
		if q.Rates == nil {
			return nil, missing("rates", "a team's total needs the rate of each player")
		}
		team := goal.Team{Count: g.Count, Rates: *q.Rates}
		out := teamGoal(team, t, balls)
		if value(q.Curve, false) {
			done := team.Chances(min(5000, max(balls, int(1.6*out.P90Balls))))
			out.Curve = curve(
				func(n int) float64 { return done[min(n, len(done)-1)] },
				max(float64(balls), min(1.6*out.P90Balls, 5000)),
			)
		}
		return ReckonGoal200JSONResponse(out), nil
	}
	if q.SuccessRate == nil {
		return nil, missing("successRate", "the success rate is missing: over 0 and up to 1")
	}
	p := *q.SuccessRate
	met := g
	if q.Count != nil && (q.Kind == "timed" || q.Kind == "bestRally") {
		met.Count++ // to beat a count is to make more
	}
	mean, median, p90 := g.MeanBalls(p), g.Quantile(p, 0.5), g.Quantile(p, 0.9)
	inTime := goal.InTime(g.Kind, p, balls)
	out := GoalAnswer{
		MeanBalls: mean, MedianBalls: median, P90Balls: p90,
		MeanMinutes: t.MeanMinutes(g, p), MedianMinutes: t.Minutes(median), P90Minutes: t.Minutes(p90),
		ChanceInTime: met.Chance(p, balls), BallsInTime: balls,
		FittingCount: goal.Fitting(g.Kind, p, balls, 0.8),
		Beyond:       max(mean, median, p90) >= goal.Beyond,
		InTime:       &inTime,
	}
	if s, ok := goal.TempoFor(g, p, q.Minutes, 0.8, t); ok {
		out.SecondsFor80 = &s
	}
	if value(q.Curve, false) {
		out.Curve = curve(
			func(n int) float64 { return g.Chance(p, n) },
			max(float64(balls), math.Min(p90*1.6, 20*float64(max(balls, 1)))),
		)
	}
	return ReckonGoal200JSONResponse(out), nil
}

// curve is the chance to be done after so many balls, up to most, at about
// eighty places.
func curve(chance func(balls int) float64, most float64) *[]CurvePoint {
	step := max(1, int(most/80))
	var out []CurvePoint
	for n := 0; float64(n) <= most+float64(step); n += step {
		out = append(out, CurvePoint{At: float64(n), Chance: chance(n)})
	}
	return &out
}

// teamGoal is the answer for a total filled by players in turn.
func teamGoal(team goal.Team, t goal.Tempo, balls int) GoalAnswer {
	mean, median, p90, chance := team.Expect(balls)
	return GoalAnswer{
		MeanBalls:     mean,
		MedianBalls:   median,
		P90Balls:      p90,
		MeanMinutes:   team.MeanMinutes(t),
		MedianMinutes: t.Minutes(median),
		P90Minutes:    t.Minutes(p90),
		ChanceInTime:  chance,
		BallsInTime:   balls,
		FittingCount:  team.Fitting(balls, 0.8),
		Beyond:        mean >= goal.Beyond,
	}
}
