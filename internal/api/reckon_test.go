package api

import (
	"encoding/json"
	"fmt"
	"math"
	"net/url"
	"os"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/require"
)

// near compares answers as JSON, numbers to half a per cent.
func near(t *testing.T, want, got any, path string) {
	switch w := want.(type) {
	case map[string]any:
		g, ok := got.(map[string]any)
		require.True(t, ok, path)
		require.Len(t, g, len(w), path)
		for k := range w {
			near(t, w[k], g[k], path+"."+k)
		}
	case []any:
		g, ok := got.([]any)
		require.True(t, ok, path)
		require.Len(t, g, len(w), path)
		for i := range w {
			near(t, w[i], g[i], fmt.Sprintf("%s[%d]", path, i))
		}
	case float64:
		g, ok := got.(float64)
		require.True(t, ok, path)
		require.InDelta(t, w, g, 0.005*math.Max(math.Abs(w), 0.01), path)
	default:
		require.Equal(t, want, got, path)
	}
}

// The example that the contract gives for each question is answered as its
// example says.
func TestExamplesOfTheContractAreTrue(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	spec, err := written()
	require.NoError(t, err)
	found := 0
	for path, item := range spec.Paths.Map() {
		if !strings.HasPrefix(path, "/api/v1/reckon/") {
			continue
		}
		found++
		question := item.Post.RequestBody.Value.Content["application/json"].Example
		answer := item.Post.Responses.Status(200).Value.Content["application/json"].Example
		require.NotNil(t, question, path)
		var got any
		d.ask("POST", path, question, 200, &got)
		near(t, answer, got, path)
	}
	require.Equal(t, 15, found)
}

func (d *desk) reckon(name string, question string) (out map[string]any) {
	d.ask("POST", "/api/v1/reckon/"+name, json.RawMessage(question), 200, &out)
	return out
}

// The figures of the handbook, asked over HTTP; sources stand beside them in
// the core's own tests.
func TestReckonersGiveTheHandbooksFigures(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	race := d.reckon("race", `{"targetA":10,"targetB":5,"pointChance":0.5}`)
	require.InDelta(t, 0.0898, race["chanceA"], 0.00005)
	race = d.reckon("race", `{"targetA":5,"targetB":5,"pointChance":0.6}`)
	require.InDelta(t, 7.354, race["meanPoints"], 0.0005)
	race = d.reckon("race", `{"targetA":11,"targetB":11,"pointChance":0.55,"winBy":2}`)
	require.InDelta(t, 0.6868, race["chanceA"], 0.00005)
	run := d.reckon(
		"footwork",
		`{"distance":3,"maxSpeed":6,"timeConstant":0.9,"reaction":0,"reach":0,"available":2}`,
	)
	require.InDelta(t, 1.1489, run["needed"], 0.00005)
	sigma := d.reckon("sigma", `{"radius":1.37,"balls":20,"hits":13}`)
	require.InDelta(t, 0.945, sigma["sigma"], 0.001)
	fall := d.reckon(
		"flight",
		`{"ball":"shuttle","from":{"x":0,"y":-3,"z":6.0325},"launch":{"speed":0,"elevationDeg":0,"headingDeg":0}}`,
	)
	require.InDelta(t, 1.3563, fall["bounce"].(map[string]any)["time"], 0.00005)

	// A launch answered by one question, asked for by the other, comes back.
	there := d.reckon(
		"flight",
		`{"ball":"tennis","from":{"x":1,"y":-11,"z":1},"spin":{"topRpm":1500},"launch":{"speed":28,`+
			`"elevationDeg":8,"headingDeg":-4}}`,
	)
	b := there["bounce"].(map[string]any)
	back := d.reckon(
		"flight",
		fmt.Sprintf(
			`{"ball":"tennis","from":{"x":1,"y":-11,"z":1},"spin":{"topRpm":1500},"to":{"x":%v,"y":%v},"time":%v}`,
			b["x"],
			b["y"],
			b["time"],
		),
	)
	require.Equal(t, true, back["feasible"])
	require.InDelta(t, 28, back["launch"].(map[string]any)["speed"], 0.02)
	require.InDelta(t, there["netHeight"].(float64), back["netHeight"], 0.002)
	slow := d.reckon(
		"flight",
		`{"ball":"tennis","from":{"x":0,"y":-11,"z":1},"to":{"x":0,"y":10},"speed":10}`,
	)
	require.Equal(t, false, slow["feasible"])
	require.NotEmpty(t, slow["reason"])
	require.Greater(t, slow["nearest"], 10.0)
}

func TestReckonersRefuseWhatCannotBe(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	for _, c := range []struct{ name, question, field string }{
		{"target", `{"court":"tennis","area":"singles","aim":{"x":9,"y":9},"radius":1,` +
			`"spread":{"across":1,"along":1}}`, "aim"},
		{"target", `{"court":"tennis","area":"singles","aim":{"x":2,"y":9},"radius":1,` +
			`"spread":{"across":0,"along":1}}`, "spread.across"},
		{"flight", `{"ball":"tennis","from":{"x":0,"y":-9,"z":1}}`, "to"},
		{"flight", `{"ball":"tennis","from":{"x":0,"y":-9,"z":1},"to":{"x":0,"y":9},"speed":20,"time":1}`, "to"},
		{"flight", `{"ball":"moon","from":{"x":0,"y":-9,"z":1},"to":{"x":0,"y":9},"speed":20}`, "ball"},
		{"flight", `{"ball":"tennis","from":{"x":0,"y":-9,"z":1},"to":{"x":0,"y":9},"speed":900}`, "speed"},
		{"footwork", `{"distance":-1,"maxSpeed":6,"timeConstant":0.9,"reaction":0,"reach":0,` +
			`"available":2}`, "distance"},
		{"race", `{"targetA":10,"targetB":5,"pointChance":1}`, "pointChance"},
		{"race", `{"targetA":10,"targetB":5,"pointChance":0.5,"winBy":2}`, "winBy"},
		{"handicap", `{"pointChance":0.5,"longestTarget":0}`, "longestTarget"},
		{"sigma", `{"radius":1,"balls":3,"hits":4}`, "hits"},
		{"rotation", `{"kind":"doubles","players":3}`, "players"},
		{"rotation", `{"kind":"doubles","players":21}`, "players"},
		{"rotation", `{"kind":"onDeck","players":3}`, "players"},
		{"rotation", `{"kind":"stations","players":8}`, "places"},
		{"goal", `{"kind":"inARow","successRate":0.5,"secondsPerBall":4,"minutes":3}`, "count"},
		{"goal", `{"kind":"total","count":5,"secondsPerBall":4,"minutes":3}`, "successRate"},
		{"goal", `{"kind":"teamTotal","count":5,"secondsPerBall":4,"minutes":3}`, "rates"},
		{"tempo", `{"court":"tennis","clearance":1}`, "pace"},
		{"tempo", `{"court":"tennis","clearance":1,"pace":20,"ballsPerMinute":30}`, "pace"},
		{"window", `{"court":"tennis","area":"singles","from":{"x":0,"y":-11},"depth":13}`, "depth"},
		{"window", `{"court":"tennis","area":"singles","from":{"x":0,"y":1},"depth":9}`, "from"},
		{"game", `{"rules":{"to":0,"winBy":1,"feedChangesEvery":0,"secondsPerPoint":9},` +
			`"pointChance":0.5}`, "rules.to"},
		{"game", `{"rules":{"to":9,"winBy":1,"feedChangesEvery":0,"secondsPerPoint":9,"net":"set"},` +
			`"pointChance":0.5}`, "rules.net"},
		{"game", `{"rules":{"to":9,"winBy":1,"feedChangesEvery":0,"secondsPerPoint":9},"pointChance":0.8,` +
			`"feederEdge":0.3}`, "feederEdge"},
		{"levels", `{"players":2,"results":[{"a":0,"b":5,"wonA":1,"wonB":1}]}`, "results[0]"},
		{"sigma", `{"radius":1}`, "radius"},
		{"recovery", `{"base":{"x":0,"y":-12},"replies":[{"x":2,"y":-12,"available":1}],"maxSpeed":5}`, "level"},
		{"target", `{"court":"tennis","area":"singles","aim":{"x":2,"y":9},"radius":1,` +
			`"spread":{"across":1,"along":1},"shape":{"kind":"gate","y":3}}`, "shape.left"},
		{"target", `{"court":"tennis","area":"singles","aim":{"x":2,"y":9},"radius":1,` +
			`"spread":{"across":1,"along":1},"shape":{"kind":"rectangle"}}`, "shape.min"},
		{"flight", `{"ball":"squash","court":"squash","from":{"x":0,"y":-5,"z":1},"to":{"x":1,"y":-8},` +
			`"apex":3}`, "apex"},
	} {
		w := d.raw("POST", "/api/v1/reckon/"+c.name, []byte(c.question))
		require.Contains(t, []int{400, 422}, w.Code, c.question)
		var p Problem
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
		require.Equal(t, c.field, (*p.Errors)[0].Field, c.question)
	}
}

// What the reckoners know past the figures of the handbook's table.
func TestReckonersAnswerTheRest(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	shot := d.reckon(
		"flight",
		`{"ball":"squash","court":"squash","from":{"x":1,"y":-6.5,"z":0.6},"to":{"x":-2.4,"y":-8},`+
			`"speed":35,"path":true}`,
	)
	require.Equal(t, true, shot["feasible"])
	require.Equal(t, "front-wall", shot["touches"].([]any)[0].(map[string]any)["on"])
	path := shot["path"].([]any)
	end := path[len(path)-1].(map[string]any)
	require.InDelta(t, -8, end["y"], 0.001, "the path ends at the bounce")
	require.InDelta(t, -2.4, end["x"], 0.001)

	over := d.reckon(
		"flight",
		`{"ball":"tennis","from":{"x":0,"y":-11,"z":1},"to":{"x":0,"y":9},"speed":26,"path":true,"meet":0.5}`,
	)
	after := over["after"].([]any)
	require.InDelta(
		t,
		0.5,
		after[len(after)-1].(map[string]any)["z"],
		0.001,
		"met falling through the height asked for",
	)

	cloud := d.reckon(
		"target",
		`{"court":"tennis","area":"singles","aim":{"x":2.74,"y":9.9},"radius":1.37,"spread":{"across":0.9,`+
			`"along":1.5},"netShare":0.1,"penalty":0.5,"band":[0.3,0.6],"cloud":500}`,
	)
	count := map[string]int{}
	for _, b := range cloud["cloud"].([]any) {
		count[b.(map[string]any)["end"].(string)]++
	}
	require.InDelta(t, cloud["hit"].(float64), float64(count["hit"])/500, 0.07, "the cloud shows the chance")
	require.InDelta(t, 0.1, float64(count["net"])/500, 0.05)
	require.InDelta(t, cloud["in"].(float64), float64(count["hit"]+count["in"])/500, 0.07)
	require.Len(t, cloud["radii"], 2)
	require.Less(t, cloud["bestAim"].(map[string]any)["x"], 2.74)

	team := d.reckon(
		"goal",
		`{"kind":"teamTotal","count":25,"rates":[0.6,0.6],"secondsPerBall":4,"minutes":3}`,
	)
	require.InDelta(t, 41.67, team["meanBalls"], 0.005)
	timed := d.reckon(
		"goal",
		`{"kind":"timed","successRate":0.65,"secondsPerBall":3,"minutes":2,"curve":true}`,
	)
	require.InDelta(t, 26, timed["inTime"].(map[string]any)["mean"], 1e-6)
	curve := timed["curve"].([]any)
	require.Less(t, len(curve), 100)
	back := d.reckon("tempo", `{"court":"tennis","ballsPerMinute":28,"clearance":1}`)
	require.InDelta(t, 60, back["pace"].(float64)*3.6, 10, "a beginner's pace, km/h [trade]")
	long := d.reckon("tempo", `{"court":"tennis","pace":32,"clearance":1,"path":true}`)
	require.Equal(t, false, long["feasible"])
	require.Greater(t, long["holdingTopRpm"], 100.0)
	race := d.reckon(
		"handicap",
		`{"pointChance":0.67,"longestTarget":11,"minutes":2,"secondsPerPoint":12,"table":true}`,
	)
	require.LessOrEqual(t, race["meanMinutes"], 2.0)
	require.Len(t, race["table"], 9)
	replies := `"base":{"x":0,"y":-12},"replies":[{"x":2,"y":-12,"available":1.2},{"x":-3,"y":-12,"available":1.5}]`
	require.Equal(
		t,
		d.reckon("recovery", `{"level":"club",`+replies+`}`),
		d.reckon("recovery", `{"maxSpeed":4.8,"timeConstant":0.85,"reaction":0.27,"reach":1.2,`+replies+`}`),
	)
	line := d.reckon("rotation", `{"kind":"line","players":6}`)
	require.Len(t, line["sheet"].(map[string]any)["turns"], 6)

	var games []map[string]any
	d.ask("GET", "/api/v1/games", nil, 200, &games)
	require.Greater(t, len(games), 12)
	var named map[string]Derivation
	d.ask("GET", "/api/v1/bases", nil, 200, &named)
	spec, err := written()
	require.NoError(t, err)
	for path := range spec.Paths.Map() {
		if name, ok := strings.CutPrefix(path, "/api/v1/reckon/"); ok && name != "score" {
			require.NotEmpty(t, named[name].Formula, name)
		}
	}
}

// A game asked for is scored rally by rally as its rules say, and is reckoned
// by the same rules.
func TestGamesAreScoredAndReckoned(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	var games []struct {
		ID      string          `json:"id"`
		Rules   json.RawMessage `json:"rules"`
		Players []int           `json:"players"`
	}
	d.ask("GET", "/api/v1/games", nil, 200, &games)
	for _, g := range games {
		require.Len(t, g.Players, 2, g.ID)
		even := d.reckon("game", fmt.Sprintf(`{"rules":%s,"pointChance":0.5}`, g.Rules))
		strong := d.reckon("game", fmt.Sprintf(`{"rules":%s,"pointChance":0.65}`, g.Rules))
		require.Greater(t, strong["chanceA"], even["chanceA"], g.ID)
		require.GreaterOrEqual(t, even["p90Rallies"], even["meanRallies"], g.ID)
		require.Equal(t, false, even["sampled"], g.ID)
		rallies := strings.TrimSuffix(strings.Repeat(`{"winner":0},`, 40), ",")
		score := d.reckon("score", fmt.Sprintf(`{"rules":%s,"rallies":[%s]}`, g.Rules, rallies))
		require.Positive(t, score["games"].([]any)[0].(float64)+score["points"].([]any)[0].(float64), g.ID)
		require.Zero(t, score["games"].([]any)[1], "who wins no rally wins no game")
	}
}

// The handbook quotes every derivation a screen shows.
func TestTheHandbookQuotesEveryDerivation(t *testing.T) {
	t.Parallel()
	book, err := os.ReadFile("../../docs/reckoning.md")
	require.NoError(t, err)
	text := strings.Join(strings.Fields(strings.ReplaceAll(string(book), "\n>", "\n")), " ")
	for name, b := range bases {
		require.True(t, strings.Contains(text, b.Formula), "%s: %s", name, b.Formula)
		require.True(t, strings.Contains(text, b.Words), "%s: %s", name, b.Words)
	}
}

// Whatever a ball is asked to do, there is an answer.
func FuzzReckonFlight(f *testing.F) {
	d := newDesk(f)
	f.Add(0.0, -11.0, 1.0, 0.0, 10.0, 1200.0, 0.0, uint8(0), 27.0, uint8(0))
	f.Add(0.0, -1.0, 0.0, 0.0, 12.0, -9000.0, 9000.0, uint8(1), 15.0, uint8(7))
	f.Add(4.0, -12.0, 3.0, -4.0, -12.0, 0.0, 0.0, uint8(2), 0.02, uint8(5))
	f.Fuzz(func(t *testing.T, x, y, z, tx, ty, top, side float64, by uint8, want float64, ball uint8) {
		names := []string{
			"tennis",
			"tennisGreen",
			"tennisOrange",
			"tennisRed",
			"tableTennis",
			"squash",
			"pickleball",
			"shuttle",
		}
		q, err := json.Marshal(
			map[string]any{
				"ball": names[int(ball)%len(names)],
				"from": map[string]any{"x": x, "y": y, "z": z},
				"to":   map[string]any{"x": tx, "y": ty},
				"spin": map[string]any{
					"topRpm":  top,
					"sideRpm": side,
				},
				[]string{"speed", "clearance", "time", "apex"}[by%4]: want,
			},
		)
		if err != nil {
			return // not a number cannot be written as JSON
		}
		w := d.raw("POST", "/api/v1/reckon/flight", q)
		require.Less(t, w.Code, 500, string(q))
		require.True(t, json.Valid(w.Body.Bytes()))
	})
}

// Whatever is asked of any reckoner, there is an answer or a problem that names
// the field, and never a fault of ours.
func FuzzReckon(f *testing.F) {
	d := newDesk(f)
	spec, err := written()
	require.NoError(f, err)
	for path, item := range spec.Paths.Map() {
		if name, ok := strings.CutPrefix(path, "/api/v1/reckon/"); ok {
			q, err := json.Marshal(item.Post.RequestBody.Value.Content["application/json"].Example)
			require.NoError(f, err)
			f.Add(name, q)
		}
	}
	f.Add(
		"target",
		[]byte(
			`{"court":"squash","area":"singles","aim":{"x":1,"y":-8},"from":{"x":0,"y":-5},"radius":0.5,`+
				`"spread":{"across":0.4,"along":0.9},"shape":{"kind":"gate","y":-6,"left":0,"right":1},`+
				`"penalty":1,"band":[0.5,0.8],"cloud":3}`,
		),
	)
	f.Add(
		"flight",
		[]byte(
			`{"ball":"squash","court":"squash","from":{"x":1,"y":-6.5,"z":0.6},"to":{"x":-2.4,"y":-8},`+
				`"clearance":1,"path":true}`,
		),
	)
	f.Add("rotation", []byte(`{"kind":"winnersStay","players":5,"turns":9,"mostWins":2,"winners":[0,1]}`))
	f.Add("sigma", []byte(`{"logs":[{"radius":1,"balls":10,"hits":4}],"level":"club"}`))
	f.Fuzz(func(t *testing.T, name string, q []byte) {
		if strings.ContainsAny(name, "/?#% ") || !utf8.ValidString(name) {
			return
		}
		w := d.raw("POST", "/api/v1/reckon/"+url.PathEscape(name), q)
		require.Less(t, w.Code, 500, "%s %s", name, q)
		require.True(t, json.Valid(w.Body.Bytes()))
	})
}
