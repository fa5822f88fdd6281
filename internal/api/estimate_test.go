package api

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
)

// What a student can be expected to hit, asked without a lesson. The values of the
// first two are kept elsewhere [rule: Bayes' filter on a grid].
func TestEstimateWithoutALesson(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	ask := func(more string) map[string]any {
		return d.reckon("estimate", `{"level":"club","court":"tennis","radius":1.3716`+more+`}`)
	}
	none := ask(`,"shot":20,"sessions":[]`)
	require.InDelta(t, 0.440, none["chance"], 0.001)
	require.InDelta(t, 0, none["logSpread"], 0.001)
	counted := `{"day":0,"balls":20,"good":13,"radius":1.3716}`
	once := ask(`,"sessions":[` + counted + `]`)
	require.InDelta(t, 0.6015, once["chance"], 0.001)
	require.InDelta(t, -0.291, once["logSpread"], 0.001)
	require.InDelta(t, 0.164, once["deviation"], 0.001)

	// Nothing counted changes nothing; the same day is the default; what is asked
	// later is less sure; a longer stroke is harder.
	empty := `{"day":0,"balls":0,"good":0,"radius":0.5}`
	require.Equal(t, once, ask(`,"sessions":[`+counted+`,`+empty+`]`))
	require.Equal(t, once, ask(`,"day":0,"sessions":[`+counted+`]`))
	later := ask(`,"day":90,"sessions":[` + counted + `]`)
	require.Greater(t, later["deviation"], once["deviation"])
	longer := ask(
		`,"shot":23,"sessions":[` + `{"day":0,"balls":20,"good":13,"radius":1.3716,"shot":20}` + `]`,
	)
	require.Less(t, longer["chance"], once["chance"])

	for field, body := range map[string]string{
		"sessions[0].good": `,"sessions":[{"day":0,"balls":3,"good":4,"radius":1}]`,
		"sessions[1].day": `,"sessions":[{"day":5,"balls":3,"good":2,"radius":1},` +
			`{"day":4,"balls":3,"good":2,"radius":1}]`,
		"day": `,"day":1,"sessions":[{"day":5,"balls":3,"good":2,"radius":1}]`,
	} {
		var p Problem
		d.ask("POST", "/api/v1/reckon/estimate",
			json.RawMessage(`{"level":"club","court":"tennis","radius":1`+body+`}`), 422, &p)
		require.Equal(t, field, (*p.Errors)[0].Field)
	}
}

// A team's total that fits, and a count that is to be beaten.
func TestTeamAndTimedGoals(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	team := d.reckon("goal", `{"kind":"teamTotal","count":42,"rates":[0.9,0.4,0.65],"secondsPerBall":2.5,`+
		`"minutes":3.5,"basket":33,"pickUpMinutes":0.4}`)
	require.EqualValues(t, 40, team["fittingCount"])
	require.InDelta(t, 0.66, team["chanceInTime"], 0.005)
	timed := func(count int) any {
		return d.reckon("goal", fmt.Sprintf(
			`{"kind":"timed","count":%d,"successRate":0.65,"secondsPerBall":3,"minutes":2}`, count))["chanceInTime"]
	}
	total := d.reckon("goal", `{"kind":"total","count":26,"successRate":0.65,"secondsPerBall":3,"minutes":2}`)
	require.InDelta(t, total["chanceInTime"], timed(25), 1e-12, "beating 25 is 26 or more")
}
